<script lang="ts">
  import { onMount } from 'svelte';
  import { nanoid } from 'nanoid';
  import { goto } from '$app/navigation';
  import Plus from '@lucide/svelte/icons/plus';
  import {
    Repertoire,
    dancesIn,
    duration,
    loops,
    newCombination,
    planOf,
    type Plan,
  } from '$lib/core/combination';
  import { list as inWords, minutesText, verdictText, tempiText } from '$lib/messages';
  import { app } from '$lib/state/app.svelte';
  import { closedStore } from '$lib/state/opening.svelte';
  import { create as keep, loadSome, namedIn, rowsOf, sorted, type Row } from '$lib/storage';
  import MiniBoard from '$lib/views/board/MiniBoard.svelte';
  import Purpose from '$lib/views/shell/Purpose.svelte';
  import BringDemo from '$lib/views/shell/BringDemo.svelte';

  let rows: Row<'combination'>[] | undefined = $state.raw();
  let broken = $state(0);
  let words = $state('');
  let problem = $state('');

  async function load() {
    try {
      const db = await app.db();
      const all = sorted(
        'combination',
        await rowsOf(db, 'combination').orderBy('updated').reverse().toArray(),
      );
      rows = all.good;
      broken = all.bad.length;
    } catch (e) {
      problem = closedStore(e);
    }
  }
  onMount(() => void load());

  const shown = $derived(
    (rows ?? []).filter(({ doc: c }) =>
      `${c.name} ${c.notes}`.toLowerCase().includes(words.trim().toLowerCase()),
    ),
  );
  /** Laid out a few at a time, with the figures they need: the list is there at once, however many there are. */
  let plans: Readonly<Record<string, Plan>> = $state.raw({});
  const FEW = 4;
  $effect(() => {
    const gone = new AbortController();
    if (rows) layOut(rows, gone.signal).catch((e: unknown) => (problem = closedStore(e)));
    return () => gone.abort();
  });
  async function layOut(all: readonly Row<'combination'>[], gone: AbortSignal) {
    const db = await app.db();
    const repertoire = new Repertoire([], app.heights);
    for (let from = 0; from < all.length; from += FEW) {
      await new Promise((painted) => setTimeout(painted));
      const few = all.slice(from, from + FEW);
      const unknown = few.flatMap((r) => namedIn(r, 'figure')).filter((id) => !repertoire.figure(id));
      repertoire.learn((await loadSome(db, unknown)).map((r) => r.figure));
      if (gone.aborted) return;
      plans = { ...plans, ...Object.fromEntries(few.map((r) => [r.id, planOf(r.doc, repertoire)])) };
    }
  }
  const verdict = (p: Plan) => {
    const text = verdictText(p);
    const holds = text === 'every link holds';
    return { text: holds && loops(p) ? 'loops' : text, bad: !holds };
  };

  async function create(compose = false) {
    const c = newCombination(nanoid(12));
    try {
      const saved = await keep(await app.db(), 'combination', c, Date.now());
      if (saved.ok) await goto(`/combinations/${c.id}${compose ? '?compose' : ''}`);
      else problem = 'The combination could not be stored.';
    } catch (e) {
      problem = closedStore(e);
    }
  }
</script>

<svelte:head><title>Combinations · Brisk Partner</title></svelte:head>

<div class="page">
  <div class="head">
    <h1>Combinations</h1>
    <p class="quiet num">{rows ? `${rows.length} kept` : ''}</p>
    <span class="new">
      <input type="search" placeholder="Search" aria-label="Search" bind:value={words} />
      <button onclick={() => create(true)}>Compose one</button>
      <button class="primary" onclick={() => create()}><Plus size={18} /> New combination</button>
    </span>
  </div>
  <Purpose />
  {#if problem}<p role="alert">{problem}</p>{/if}
  {#if broken}<p role="alert">
      {broken === 1 ? 'One more needs' : `${broken} more need`} mending before
      {broken === 1 ? 'it' : 'they'} can be shown. <a href="/data#mending">See which</a>
    </p>{/if}
  {#if !rows}
    <p class="quiet">Opening …</p>
  {:else if rows.length === 0}
    <div class="empty">
      <h2>No combinations yet</h2>
      <p>
        A combination chains figures on rows of eight: you see where each 1 falls, whether they link, what the
        hands do between them, and where the phrase ends. Put figures on an empty board, let one be composed,
        or look round in the demo.
      </p>
      <p class="row">
        <button class="primary" onclick={() => create()}>Begin on an empty board</button>
        <button onclick={() => create(true)}>Let one be composed</button>
      </p>
      <BringDemo label="Bring the demo combinations" done={load} />
    </div>
  {:else if shown.length === 0}
    <p class="empty">No combination by that name. <button onclick={() => (words = '')}>Show all</button></p>
  {:else}
    <ul aria-label="Combinations">
      {#each shown as row (row.id)}
        {@const c = row.doc}
        {@const plan = plans[row.id]}
        {@const v = plan && verdict(plan)}
        <li>
          <a href="/combinations/{row.id}">
            <span class="beats num" aria-label={plan ? `${plan.beats} beats` : 'being read'}
              >{plan ? plan.beats : '…'}</span
            >
            <span class="name">
              <b>{c.name}</b>
              {#if plan && v}
                <small
                  >{inWords(dancesIn(plan))} · {plan.passes.length} figures · {minutesText(duration(plan))} at {tempiText(
                    c.tempo,
                  )}</small
                >
                <small class:bad={v.bad}>{v.text}{c.marks.length ? ` · ${c.marks.length} marked` : ''}</small>
              {:else}<small>{c.parts.length} parts</small>{/if}
            </span>
            {#if plan}<MiniBoard {plan} width={440} />{:else}<span></span>{/if}
            <span class="notes">{c.notes}</span>
          </a>
        </li>
      {/each}
    </ul>
  {/if}
</div>

<style>
  .page {
    padding: 14px 20px 40px;
    display: grid;
    grid-template-columns: minmax(0, 1fr);
    gap: 12px;
  }
  .head {
    display: flex;
    gap: 14px;
    align-items: baseline;
    flex-wrap: wrap;
  }
  h1 {
    font-size: 34px;
  }
  .new {
    margin-left: auto;
    display: flex;
    gap: 6px;
    flex-wrap: wrap;
  }
  .new input {
    width: 170px;
  }
  .primary {
    background: var(--ink);
    color: var(--paper);
    border-color: var(--ink);
    font-weight: 620;
  }
  ul {
    list-style: none;
    margin: 0;
    padding: 0;
    border-top: 3px solid var(--ink);
  }
  a {
    display: grid;
    grid-template-columns: 64px minmax(200px, 1fr) auto minmax(0, 0.8fr);
    gap: 18px;
    align-items: center;
    padding: 12px 6px;
    text-decoration: none;
    border-bottom: 1px solid var(--line);
  }
  a:hover {
    background: var(--sheet);
  }
  .beats {
    font: 800 34px/1 var(--display);
    text-align: right;
  }
  .name b {
    display: block;
    font-size: 17px;
  }
  small {
    display: block;
    font-size: 14px;
    color: var(--quiet);
  }
  small.bad {
    color: var(--wrong);
  }
  .notes {
    color: var(--quiet);
    font-size: 14px;
  }
  .empty {
    padding: 30px 0;
    max-width: 60ch;
    display: grid;
    gap: 12px;
    justify-items: start;
  }
  .row {
    display: flex;
    gap: 8px;
    flex-wrap: wrap;
  }
  @media (max-width: 900px) {
    .page {
      padding: 10px 12px 30px;
    }
    .new {
      margin-left: 0;
    }
    a {
      grid-template-columns: 48px minmax(0, 1fr);
      gap: 6px 12px;
    }
    .beats {
      font-size: 26px;
    }
    a :global(svg),
    .notes {
      grid-column: 1 / -1;
    }
  }
</style>
