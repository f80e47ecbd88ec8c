<script lang="ts">
  import { onMount } from 'svelte';
  import { goto } from '$app/navigation';
  import Plus from '@lucide/svelte/icons/plus';
  import { LEVELS, LEVEL_IDS, type Level } from '$lib/core/vocabulary';
  import { app } from '$lib/state/app.svelte';
  import { closedStore } from '$lib/state/closed-store';
  import { latestTaught } from '$lib/state/taught';
  import { newAddress } from '$lib/state/begin-figure';
  import { loadFigures, loadLatest } from '$lib/storage';
  import {
    branches,
    countsOf,
    entries,
    tagsOf,
    noFilter,
    select,
    type Entry,
    type Filter,
    type Search,
    type Taught,
  } from '$lib/views/figures/catalogue';
  import FigureList from '$lib/views/figures/FigureList.svelte';
  import FigureTree from '$lib/views/figures/FigureTree.svelte';
  import Purpose from '$lib/views/shell/Purpose.svelte';
  import BringDemo from '$lib/views/shell/BringDemo.svelte';

  let all: Entry[] | undefined = $state.raw();
  let complete = $state(false);
  let filter: Filter = $state.raw(noFilter);
  let problem = $state('');
  let broken = $state(0);
  let tree = $state(false);
  let index: Search | undefined = $state.raw();
  let drawn = $state(false);

  async function load() {
    try {
      const db = await app.db();
      if (!all) {
        all = entries(await loadLatest(db, 40));
        await new Promise((painted) => setTimeout(painted));
      }
      const found = await loadFigures(db);
      all = entries(found.rows);
      broken = found.bad.length;
      complete = true;
      index = undefined;
      void prepareSearch(all);
    } catch (e) {
      problem = closedStore(e);
    }
  }
  /** Words are found better once this is there; until then by what they contain. */
  async function prepareSearch(list: readonly Entry[]) {
    const { SearchIndex } = await import('$lib/views/figures/search-index');
    index = await SearchIndex.prepare(list);
  }
  onMount(() => void load());

  /** When each was taught last, from the log; read when it is asked for. */
  let taught: Taught = $state.raw(new Map());
  async function findTaught() {
    const log = await latestTaught(await app.db());
    taught = new Map(log.toReversed().flatMap((e) => e.figures.map((id) => [id, e.at] as const)));
  }
  const shown = $derived(all ? select(all, filter, index, taught) : []);
  const outline = $derived(all ? branches(all) : []);
  let lengths: number[] = $state.raw([]);
  function findLengths() {
    if (lengths.length === 0 && all) lengths = [...new Set(all.map(countsOf))].sort((a, b) => a - b);
  }
  const tags = $derived(all ? tagsOf(all) : []);
  /** Ids of the figures chosen, in the order they were. */
  let chosen: readonly string[] = $state.raw([]);
  let lastChosen: string | undefined;
  /** `through`: with all between this one and the one before. */
  function choose(id: string, through: boolean) {
    const at = shown.findIndex((e) => e.row.id === id);
    const before = shown.findIndex((e) => e.row.id === lastChosen);
    const on = !chosen.includes(id);
    const span = through && before >= 0 ? shown.slice(Math.min(at, before), Math.max(at, before) + 1) : [];
    const ids = [...new Set([...span.map((e) => e.row.id), id])];
    chosen = on ? [...new Set([...chosen, ...ids])] : chosen.filter((c) => !ids.includes(c));
    lastChosen = id;
  }
  const chosenFigures = $derived(chosen.flatMap((id) => all?.find((e) => e.row.id === id)?.row.figure ?? []));
  const set = (patch: Partial<Filter>) => (filter = { ...filter, ...patch });
  const filtered = $derived(JSON.stringify(filter) !== JSON.stringify(noFilter));

  const create = () => goto(newAddress(filter.dance));
</script>

<svelte:head><title>Figures · Brisk Partner</title></svelte:head>

<div class="page">
  <div class="head">
    <h1>Figures</h1>
    <p class="quiet num">
      {#if all && complete}{filtered
          ? `${shown.length} of ${all.length}`
          : `${all.length} in the repertoire`}{/if}
    </p>
    <span class="new">
      <button class="plain" onclick={() => (app.tour = 'on')}
        >{app.tour === 'new' ? 'New here? Look round in five steps' : 'Look round again'}</button
      >
      <button class="primary" onclick={create}><Plus size={18} /> New figure</button>
    </span>
  </div>
  <Purpose />
  {#if problem}<p role="alert">{problem}</p>{/if}
  {#if broken > 0}<p role="alert">
      {broken === 1 ? 'One more needs' : `${broken} more need`} mending before
      {broken === 1 ? 'it' : 'they'} can be shown. <a href="/data#mending">See which</a>
    </p>{/if}
  <div class="filters" class:open={tree} role="search">
    <input
      type="search"
      placeholder="Search names, dances, notes"
      aria-label="Search"
      value={filter.words}
      oninput={(e) => set({ words: e.currentTarget.value })}
    />
    <select
      aria-label="Dance"
      value={filter.dance}
      onchange={(e) => set({ dance: e.currentTarget.value, family: '' })}
      ><option value="">every dance</option>{#each outline as b (b.dance)}<option value={b.dance}
          >{b.name}</option
        >{/each}</select
    >
    <select
      aria-label="Level"
      value={filter.level}
      onchange={(e) => set({ level: Number(e.currentTarget.value) as Level | 0 })}
      ><option value={0}>every level</option>{#each LEVEL_IDS as l (l)}<option value={l}
          >{LEVELS[l].name}</option
        >{/each}</select
    >
    <select
      aria-label="Length"
      value={filter.length}
      onpointerdown={findLengths}
      onfocus={findLengths}
      onchange={(e) => set({ length: Number(e.currentTarget.value) })}
      ><option value={0}>every length</option>{#each lengths as n (n)}<option value={n}>{n} counts</option
        >{/each}</select
    >
    <select
      aria-label="State"
      value={filter.state}
      onpointerdown={findTaught}
      onfocus={findTaught}
      onchange={(e) => set({ state: e.currentTarget.value as Filter['state'] })}
      ><option value="">finished or not</option><option value="unfinished">unfinished</option><option
        value="taught">taught last</option
      ></select
    >
    {#if tags.length > 0}<select
        aria-label="Tag"
        value={filter.tag}
        onchange={(e) => set({ tag: e.currentTarget.value })}
        ><option value="">any tag</option>{#each tags as t (t)}<option value={t}>{t}</option>{/each}</select
      >{/if}
    <span class="how" role="group" aria-label="Shown as">
      <button aria-pressed={!drawn} onclick={() => (drawn = false)}>List</button>
      <button aria-pressed={drawn} onclick={() => (drawn = true)}>Tree</button>
    </span>
    <button class="treebutton" aria-expanded={tree} onclick={() => (tree = !tree)}>Narrow down</button>
    {#if filtered}<button onclick={() => (filter = noFilter)}>Show all</button>{/if}
  </div>
  {#if chosenFigures.length > 0}
    {#await import('$lib/views/figures/ChosenBar.svelte') then { default: ChosenBar }}
      <ChosenBar
        figures={chosenFigures}
        {tags}
        changed={load}
        letGo={() => ((chosen = []), document.querySelector<HTMLElement>('.list a')?.focus())}
      />
    {/await}
  {/if}
  <div class="body">
    <aside class:open={tree}>
      <FigureTree
        branches={outline}
        dance={filter.dance}
        family={filter.family}
        choose={(dance, family) => set({ dance, family })}
      />
    </aside>
    {#if all && complete && all.length === 0}
      <div class="empty">
        <h2>No figures yet</h2>
        <p>
          This is your repertoire: every figure you teach, for both roles, checked and ready to watch. Write
          the first one, bring a file on the Data screen, or look round in the demo repertoire.
        </p>
        <p class="row">
          <button class="primary" onclick={create}>Write a figure</button><a class="button" href="/data"
            >Bring a file</a
          >
        </p>
        <BringDemo label="Bring the demo repertoire" done={load} />
      </div>
    {:else if all && complete && shown.length === 0}
      <div class="empty">
        <h2>Nothing fits</h2>
        <p>No figure fits all of these. Take one away, or show all.</p>
        <button onclick={() => (filter = noFilter)}>Take all of them away</button>
      </div>
    {:else if all && drawn}
      {#await import('$lib/views/figures/GrowthTree.svelte') then { default: GrowthTree }}
        <GrowthTree list={shown} />
      {/await}
    {:else if all}
      <FigureList list={shown} {chosen} {choose} />
    {:else}<p class="quiet">Opening …</p>{/if}
  </div>
</div>

<style>
  .page {
    display: flex;
    flex-direction: column;
    height: calc(100dvh - 46px - var(--above, 0px));
    padding: 14px 20px 0;
    gap: 10px;
  }
  .head {
    display: flex;
    align-items: baseline;
    gap: 14px;
    flex-wrap: wrap;
  }
  h1 {
    font-size: 34px;
  }
  .new {
    margin-left: auto;
    display: flex;
    flex-wrap: wrap;
    justify-content: end;
    gap: 6px;
    min-width: 0;
  }
  .new :global(select) {
    min-width: 0;
    flex: 0 1 auto;
  }
  .new button {
    flex: none;
  }
  .primary {
    background: var(--ink);
    color: var(--paper);
    border-color: var(--ink);
    font-weight: 620;
  }
  .filters {
    display: flex;
    gap: 8px;
    flex-wrap: wrap;
  }
  input[type='search'] {
    flex: 1 1 220px;
    max-width: 380px;
  }
  .body {
    display: grid;
    grid-template-columns: 240px minmax(0, 1fr);
    gap: 22px;
    flex: 1;
    min-height: 0;
    border-top: 3px solid var(--ink);
  }
  aside {
    overflow: auto;
    padding: 10px 4px;
  }
  .body > :global(.list) {
    height: 100%;
  }
  .empty {
    padding: 40px 0;
    max-width: 52ch;
    display: grid;
    gap: 12px;
    align-content: start;
    justify-items: start;
  }
  .how {
    display: flex;
    gap: 2px;
  }
  .row {
    display: flex;
    gap: 8px;
    flex-wrap: wrap;
  }
  .treebutton {
    display: none;
  }
  @media (max-width: 900px) {
    .page {
      padding: 10px 12px 0;
    }
    .body {
      grid-template-columns: minmax(0, 1fr);
      grid-template-rows: auto minmax(0, 1fr);
      gap: 0;
    }
    aside {
      display: none;
    }
    aside.open {
      display: block;
      max-height: 45vh;
    }
    .treebutton {
      display: inline-flex;
    }
    .filters:not(.open) > select {
      display: none;
    }
    .body > :global(.list),
    .body > :global(.growth),
    .empty {
      grid-row: 2;
    }
  }
</style>
