<script lang="ts">
  import { onMount } from 'svelte';
  import {
    likelyKept,
    memories,
    promisedTo,
    saidTo,
    type Entry,
    type Group,
    type Remembered,
  } from '$lib/core/classes';
  import type { Material } from '$lib/core/classes/material';
  import { MEMORY_SAYS, RATING_WORDS, agoText } from '$lib/messages';
  import { app } from '$lib/state/app.svelte';
  import { ClassLab, logOf } from '$lib/state/class-lab.svelte';
  import { materialOf } from '$lib/workers/class-answerer';
  import { closedStore } from '$lib/state/closed-store';
  import { loadDocs } from '$lib/storage';
  import ListPage from '$lib/views/classes/ListPage.svelte';
  import BringDemo from '$lib/views/shell/BringDemo.svelte';

  const lab = new ClassLab();
  let groups: readonly Group[] | undefined = $state.raw();
  let log: readonly Entry[] = $state.raw([]);
  let material: Material | undefined = $state.raw();
  let problem = $state('');
  const now = Date.now();
  const DAY = 86_400_000;
  let until = $state(7);
  /** Before a workshop, say: what is due by then. */
  let day = $state('');
  const by = $derived(day ? Date.parse(`${day}T23:59:59`) : now + until * DAY);
  async function load() {
    try {
      const db = await app.db();
      const s = await lab.load(db);
      material = materialOf(s);
      log = await logOf(db);
      groups = (await loadDocs(db, 'group')).map((r) => r.doc).sort((a, b) => a.name.localeCompare(b.name));
    } catch (e) {
      problem = closedStore(e);
    }
  }
  onMount(() => {
    void load();
    return () => lab.stop();
  });
  const all = $derived(
    material
      ? memories(log, (r) => material?.figuresIn(r) ?? [])
      : new Map<string, Map<string, Remembered>>(),
  );
  const due = (g: Group) =>
    [...(all.get(g.id)?.values() ?? [])].filter((r) => r.due <= by).sort((a, b) => a.due - b.due);
  const name = (id: string) => material?.figure(id)?.name ?? 'not in the repertoire';
  const dueText = (r: Remembered) =>
    r.due <= now ? `due since ${agoText(r.due, now)}` : `due ${agoText(r.due, now)}`;
</script>

<ListPage title="Due" lead={MEMORY_SAYS} {problem}>
  {#snippet tools()}
    <label class="row"
      >due within <select bind:value={until}>
        <option value={0}>today</option><option value={7}>a week</option><option value={28}>four weeks</option
        ><option value={365}>a year</option>
      </select></label
    >
    <label class="row">or before <input type="date" aria-label="Due before a day" bind:value={day} /></label>
  {/snippet}
  {#if !groups}<p class="quiet">Opening …</p>
  {:else if groups.length === 0}
    <div class="empty">
      <h2>Nobody to remember for</h2>
      <p>With a group and a log, this screen says what each is due.</p>
      <p><a class="button" href="/groups">To the groups</a></p>
      <BringDemo label="Bring the demo school" done={load} />
    </div>
  {:else}
    <div class="groups">
      {#each groups as g (g.id)}
        {@const list = due(g)}
        {@const promised = promisedTo(g.id, log)}
        {@const words = saidTo(g.id, log)}
        <section aria-label={g.name}>
          <h2><a href="/groups/{g.id}">{g.name}</a></h2>
          {#if promised.length > 0}<p>
              Promised: {promised.map((p) => `${name(p.figure)}, ${agoText(p.at, now)}`).join('; ')}
            </p>{/if}
          {#if words.length > 0}<p>
              Promised: {#each words as w, i (i)}{i > 0 ? '; ' : ''}“{w.text}” (<a href="/log/{w.entry}"
                  >{agoText(w.at, now)}</a
                >){/each}
            </p>{/if}
          {#if list.length === 0}<p class="quiet">Nothing is due by then.</p>{/if}
          <ol>
            {#each list as r (r.figure)}
              <li>
                <span class="bar" style:--kept={likelyKept(r, now)} aria-hidden="true"></span>
                <a href="/figures/{r.figure}">{name(r.figure)}</a>
                <span class="quiet"
                  >{dueText(r)}; last {agoText(r.last, now)}{r.rating
                    ? `, ${RATING_WORDS[r.rating]}`
                    : ''}{r.bpm ? `, at ${r.bpm}` : ''}; about {Math.round(100 * likelyKept(r, now))} % still there</span
                >
              </li>
            {/each}
          </ol>
        </section>
      {/each}
    </div>
  {/if}
</ListPage>

<style>
  .row {
    display: flex;
    gap: 6px;
    align-items: center;
  }
  .groups {
    display: grid;
    grid-template-columns: repeat(auto-fit, minmax(340px, 1fr));
    gap: 10px 34px;
    border-top: 3px solid var(--ink);
    padding-top: 10px;
  }
  section {
    display: grid;
    gap: 6px;
    align-content: start;
  }
  h2 {
    font-size: 22px;
  }
  h2 a,
  li a {
    text-decoration: none;
  }
  ol {
    list-style: none;
    margin: 0;
    padding: 0;
    display: grid;
    gap: 8px;
  }
  li {
    display: grid;
    grid-template-columns: 12px minmax(0, 1fr);
    gap: 0 10px;
  }
  li a {
    font-weight: 640;
    font-size: 17px;
  }
  li .quiet {
    grid-column: 2;
    font-size: 14px;
  }
  .bar {
    grid-row: 1 / 3;
    background: var(--cell);
    position: relative;
    border-left: 1px solid var(--line);
  }
  .bar::after {
    content: '';
    position: absolute;
    inset: auto 0 0 0;
    height: calc(100% * var(--kept));
    background: var(--leader);
  }
</style>
