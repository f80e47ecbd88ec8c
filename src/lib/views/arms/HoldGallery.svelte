<script lang="ts">
  import { graph, keyOfState, nameOf, presets, type ArmState } from '$lib/core/arms';
  import { pictureOf } from '$lib/core/scene';
  import ArmPicture from './ArmPicture.svelte';

  let { chosen, pick, label }: { chosen: ArmState | undefined; pick: (s: ArmState) => void; label: string } =
    $props();
  let every = $state(false);
  let wanted = $state('');
  const common = presets();
  /** Every state the trade has a name for; worked out when first asked for. */
  const named = $derived(every ? graph().states.filter((s) => nameOf(s).trade !== undefined) : common);
  const holds = $derived(
    named.map((state) => ({ state, key: keyOfState(state), picture: pictureOf(state) })),
  );
  const shown = $derived(
    holds.filter((h) => h.picture.title.toLowerCase().includes(wanted.trim().toLowerCase())),
  );
  const key = $derived(chosen && keyOfState(chosen));
</script>

<div class="find">
  <button aria-pressed={every} onclick={() => (every = !every)}
    >{every ? 'Common holds' : 'Every named hold'}</button
  >
  {#if every}<input
      type="search"
      aria-label="Find a hold"
      placeholder="find a hold"
      bind:value={wanted}
    />{/if}
</div>
<ul aria-label={label}>
  {#each shown as h (h.key)}
    <li>
      <button
        class="plain"
        aria-pressed={h.key === key}
        title={h.picture.sentence}
        onclick={() => pick(h.state)}
      >
        <ArmPicture picture={h.picture} label={false} />
        <span>{h.picture.title}</span>
      </button>
    </li>
  {/each}
</ul>
{#if shown.length === 0}<p role="status">No hold is called that. Try wrap, cross, hammerlock, shadow.</p>{/if}

<style>
  .find {
    display: flex;
    gap: 6px;
    margin: 4px 0;
    font-size: 13px;
  }
  .find input {
    min-width: 0;
    flex: 1;
  }
  p {
    font-size: 13px;
  }
  ul {
    list-style: none;
    margin: 0;
    padding: 0;
    display: grid;
    grid-template-columns: repeat(auto-fill, minmax(88px, 1fr));
    gap: 4px;
  }
  li button {
    flex-direction: column;
    align-items: center;
    justify-content: start;
    gap: 0;
    width: 100%;
    height: 100%;
    padding: 2px 2px 6px;
    font-size: 12px;
    line-height: 1.15;
    text-align: center;
  }
  li button :global(svg) {
    height: 92px;
    width: auto;
  }
  li button[aria-pressed='true'] {
    background: var(--sheet);
    color: var(--ink);
    outline: 2px solid var(--ink);
  }
</style>
