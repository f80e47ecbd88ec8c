<script lang="ts">
  import { nanoid } from 'nanoid';
  import { newDance, type OwnDance } from '$lib/core/figure';
  import { danceOf, type Dance } from '$lib/core/vocabulary';
  import { usesText } from '$lib/messages';
  import { app } from '$lib/state/app.svelte';
  import { deleteDance, type Use } from '$lib/storage';
  import DanceChoice from './DanceChoice.svelte';

  /** The teacher's own dances: made, changed, taken away. One in use says where, and asks what is danced there instead. */
  let { done }: { done: (said: string) => void } = $props();

  let editing: { dance: OwnDance; fresh: boolean } | undefined = $state.raw();
  let asked: { dance: OwnDance; uses: readonly Use[]; instead: Dance } | undefined = $state.raw();
  let like: Dance = $state.raw(danceOf({ dance: 'social-walk' }));

  const FRAMES = { slot: 'in a slot', 'line-of-dance': 'round the room', spot: 'on the spot' } as const;

  async function take(dance: OwnDance, instead?: Dance) {
    const db = await app.db();
    const result = await deleteDance(db, dance.id, Date.now(), instead);
    if (!result.ok) {
      asked = { dance, uses: result.error, instead: danceOf({ dance: 'social-walk' }) };
      return;
    }
    asked = undefined;
    await app.refreshDances();
    const { figures, act } = result.value;
    done(`“${dance.name}” was deleted${instead ? `; ${figures} now danced as ${instead.name}` : ''}.`);
    app.did(`“${dance.name}” is deleted.`, act, '/data');
  }
</script>

{#if app.dances.length === 0}
  <p>
    None yet. A dance of your own has its metre, its lengths, its quick and slow, and goes with your figures.
  </p>
{:else}
  <ul>
    {#each app.dances as d (d.id)}
      <li>
        <b>{d.name}</b>
        <span class="quiet"
          >{d.bar} to the bar, {d.tempo.min} to {d.tempo.max} a minute, {FRAMES[d.frame]}{d.says
            ? `. ${d.says}`
            : ''}</span
        >
        <span class="row">
          <button onclick={() => (editing = { dance: d, fresh: false })} aria-label="Edit {d.name}"
            >Edit</button
          >
          <button onclick={() => take(d)} aria-label="Delete {d.name}">Delete</button>
        </span>
      </li>
    {/each}
  </ul>
{/if}
{#if asked}
  <div class="ask" role="alertdialog" aria-label="The dance is in use">
    <p>
      “{asked.dance.name}” is danced in {usesText(asked.uses)}. What should they be danced as?
    </p>
    <p class="row">
      <label class="visually-hidden" for="dance-instead">Danced as</label>
      <DanceChoice
        id="dance-instead"
        value={asked.instead.id}
        choose={(d) => asked && (asked = { ...asked, instead: d })}
      />
      <button
        disabled={asked.instead.id === asked.dance.id}
        onclick={() => asked && take(asked.dance, asked.instead)}
        >Delete, and dance them as {asked.instead.name}</button
      >
      <button onclick={() => (asked = undefined)}>Keep the dance</button>
    </p>
  </div>
{/if}
<p class="row">
  <button onclick={() => (editing = { dance: newDance(`own-${nanoid(12)}`, 'New dance', like), fresh: true })}
    >New dance</button
  >
  <label for="dance-like">like</label>
  <DanceChoice id="dance-like" value={like.id} choose={(d) => (like = d)} />
</p>
{#if editing}
  {@const { dance, fresh } = editing}
  {#await import('./DanceEditor.svelte') then { default: DanceEditor }}
    <DanceEditor
      {dance}
      {fresh}
      saved={(d) => {
        editing = undefined;
        done(`“${d.name}” is saved.`);
      }}
      close={() => (editing = undefined)}
    />
  {/await}
{/if}

<style>
  ul {
    list-style: none;
    padding: 0;
    margin: 0;
    display: grid;
    gap: 6px;
  }
  li {
    display: flex;
    gap: 10px;
    align-items: center;
    flex-wrap: wrap;
    border-bottom: 1px solid var(--line);
    padding: 4px 0;
  }
  .quiet {
    color: var(--quiet);
    flex: 1 1 260px;
  }
  .row {
    display: flex;
    gap: 8px;
    align-items: center;
    flex-wrap: wrap;
  }
  .ask {
    border-left: 5px solid var(--caution);
    background: var(--sheet);
    padding: 8px 12px;
    display: grid;
    gap: 8px;
  }
</style>
