<script lang="ts">
  import { onMount } from 'svelte';
  import { nanoid } from 'nanoid';
  import { goto } from '$app/navigation';
  import Plus from '@lucide/svelte/icons/plus';
  import { newCombination } from '$lib/core/combination/schema';
  import { app } from '$lib/state/app.svelte';
  import { afterPaint } from '$lib/state/after-paint';
  import { closedStore } from '$lib/state/closed-store';
  import { create as keep, rowsOf, sorted, type Row } from '$lib/storage';
  import type MiniBoard from '$lib/views/board/MiniBoard.svelte';
  import type { LaidOut } from '$lib/views/board/lay-out';
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
  /** What is known of each once it has been laid out; the names stand before. */
  let laid: Readonly<Record<string, LaidOut>> = $state.raw({});
  let Board: typeof MiniBoard | undefined = $state.raw();
  $effect(() => {
    const gone = new AbortController();
    if (rows) lay(rows, gone.signal).catch((e: unknown) => (problem = closedStore(e)));
    return () => gone.abort();
  });
  async function lay(all: readonly Row<'combination'>[], gone: AbortSignal) {
    await afterPaint();
    const [{ layOut }, { default: board }] = await Promise.all([
      import('$lib/views/board/lay-out'),
      import('$lib/views/board/MiniBoard.svelte'),
    ]);
    Board = board;
    await layOut(await app.db(), all, app.heights, gone, (made) => (laid = { ...laid, ...made }));
  }

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
        {@const known = laid[row.id]}
        <li>
          <a href="/combinations/{row.id}">
            <span class="beats num" aria-label={known ? `${known.plan.beats} beats` : 'being read'}
              >{known ? known.plan.beats : '…'}</span
            >
            <span class="name">
              <b>{c.name}</b>
              {#if known}
                <small>{known.facts}</small>
                <small class:bad={known.bad}
                  >{known.verdict}{c.marks.length ? ` · ${c.marks.length} marked` : ''}</small
                >
              {:else}<small>{c.parts.length} parts</small>{/if}
            </span>
            {#if known && Board}<Board plan={known.plan} width={440} />{:else}<span></span>{/if}
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
