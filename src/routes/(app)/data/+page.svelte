<script lang="ts">
  import { TURN_SCHOOLS, TURN_SCHOOL_NAMES } from '$lib/core/vocabulary';
  import { onMount } from 'svelte';
  import { nanoid } from 'nanoid';
  import type { CombinationFile, FileError } from '$lib/core/codecs';
  import type { Figure, Kept } from '$lib/core/figure';
  import { app } from '$lib/state/app.svelte';
  import {
    importCombinations,
    importFigures,
    loadAll,
    loadCombinations,
    loadKept,
    readable,
    type OnClash,
  } from '$lib/storage';
  import { exportCombinations } from '$lib/views/board/export';
  import { exportJson, exportText } from '$lib/views/desk/export';
  import DanceList from '$lib/views/dances/DanceList.svelte';
  import BringDemo from '$lib/views/shell/BringDemo.svelte';

  let count = $state(0);
  let broken = $state(0);
  let combinations = $state(0);
  let said = $state('');
  let problem: (FileError & { file: string }) | undefined = $state();
  let waiting:
    | { file: string; figures: Kept[]; combinations: CombinationFile['combinations']; clashes: number }
    | undefined = $state.raw();
  let over = $state(false);
  const MOST = 32 * 1024 * 1024;

  async function refresh() {
    const db = await app.db();
    count = (await loadKept(db)).length;
    broken = count - readable(await loadAll(db)).rows.length;
    combinations = (await loadCombinations(db)).length;
  }
  onMount(
    () =>
      void refresh().catch((e: unknown) => (said = `The browser’s storage cannot be opened: ${String(e)}`)),
  );

  async function figures(): Promise<Figure[]> {
    return (await loadAll(await app.db())).map((r) => r.figure);
  }

  async function read(file: File | undefined) {
    if (!file) return;
    problem = undefined;
    waiting = undefined;
    said = '';
    if (file.size > MOST) {
      problem = { file: file.name, at: 'the whole file', message: 'It is larger than 32 MB.' };
      return;
    }
    const { readCombinations, readJson, readText, saysCombinations } = await import('$lib/core/codecs');
    const text = await file.text();
    const db = await app.db();
    const kept = new Set((await loadKept(db)).map((k) => k.id));
    if (saysCombinations(text)) {
      const read = readCombinations(text, (id) => kept.has(id));
      if (!read.ok) problem = { file: file.name, ...read.error };
      else {
        const there = new Set((await loadCombinations(db)).map((c) => c.id));
        const clashes =
          read.value.kept.filter((k) => kept.has(k.id)).length +
          read.value.combinations.filter((c) => there.has(c.id)).length;
        await wait(file.name, [...read.value.kept], read.value.combinations, clashes);
      }
      return;
    }
    const json = /^\s*[{[]/.test(text.replace(/^\uFEFF/, '')) || file.name.endsWith('.json');
    const result = json ? readJson(text) : readText(text, () => nanoid(12));
    if (!result.ok) {
      problem = { file: file.name, ...result.error };
      return;
    }
    await wait(file.name, result.value, [], result.value.filter((f) => kept.has(f.id)).length);
  }
  /** Asks what to do with what is here already; brings in at once what is not. */
  async function wait(file: string, figures: Kept[], list: CombinationFile['combinations'], clashes: number) {
    waiting = { file, figures, combinations: list, clashes };
    if (clashes === 0) await bring('keep-both');
  }
  async function bring(onClash: OnClash) {
    const w = waiting;
    if (!w) return;
    waiting = undefined;
    try {
      const db = await app.db();
      const id = () => nanoid(12);
      const done = await importFigures(db, w.figures, onClash, id, Date.now());
      said = `${w.file}: ${done.added} added, ${done.replaced} replaced.`;
      if (w.combinations.length > 0) {
        const all = await importCombinations(db, w.combinations, onClash, done.renamed, id, Date.now());
        said = `${w.file}: ${all.added} combinations added, ${all.replaced} replaced; ${done.added} figures added, ${done.replaced} replaced.`;
      }
    } catch (e) {
      problem = {
        file: w.file,
        at: 'the browser’s storage',
        message: `Nothing was imported: ${e instanceof Error ? e.message : String(e)}`,
      };
    }
    await app.refreshDances();
    await refresh();
  }
  function drop(e: DragEvent) {
    e.preventDefault();
    over = false;
    void read(e.dataTransfer?.files[0]);
  }
</script>

<svelte:head><title>Data · Brisk Partner</title></svelte:head>

<div class="page">
  <h1>Data</h1>
  <p class="lead">
    Your figures live in this browser. Take them away as files: the formats are open and documented.
  </p>

  <section>
    <h2>Take away</h2>
    <p>
      {count} figures in the repertoire{broken
        ? `, ${broken} of them unreadable (kept, and exported as they are)`
        : ''}; {combinations} combinations.
    </p>
    <p class="row">
      <button onclick={async () => exportJson(await loadKept(await app.db()))} disabled={count === 0}
        >Whole repertoire (JSON)</button
      >
      <button onclick={async () => exportText(await figures())} disabled={count === 0}
        >Whole repertoire (notation text)</button
      >
      <button
        onclick={async () => {
          const db = await app.db();
          const list = (await loadCombinations(db)).map((r) => r.combination);
          await exportCombinations(list, await loadKept(db), 'combinations');
        }}
        disabled={combinations === 0}>All combinations with their figures (JSON)</button
      >
      <a class="button" href="/api/schema/figures.json" target="_blank">JSON Schema of figures</a>
      <a class="button" href="/api/schema/combinations.json" target="_blank">JSON Schema of combinations</a>
    </p>
  </section>

  <section>
    <h2>Bring in</h2>
    <!-- svelte-ignore a11y_no_static_element_interactions -->
    <div
      class="drop"
      class:over
      ondragover={(e) => (e.preventDefault(), (over = true))}
      ondragleave={() => (over = false)}
      ondrop={drop}
    >
      <label for="file"
        >A figure or combination file (JSON), or notation text. It is read whole or not at all.</label
      >
      <input
        id="file"
        type="file"
        accept=".json,.txt,application/json,text/plain"
        onchange={(e) => (void read(e.currentTarget.files?.[0]), (e.currentTarget.value = ''))}
      />
    </div>
    {#if problem}
      <div class="problem" role="alert">
        <p><b>{problem.file}</b> was not imported; nothing has changed.</p>
        <p>At <b>{problem.at}</b>{problem.figure ? ` (${problem.figure})` : ''}: {problem.message}</p>
      </div>
    {/if}
    {#if waiting && waiting.clashes > 0}
      <div class="problem ask" role="alertdialog" aria-label="Figures already here">
        <p>
          {waiting.file} holds {waiting.figures.length} figures{waiting.combinations.length > 0
            ? ` and ${waiting.combinations.length} combinations`
            : ''}; {waiting.clashes} are here already.
        </p>
        <p class="row">
          <button onclick={() => bring('keep-both')}>Keep both</button><button
            onclick={() => bring('replace')}>Replace those here</button
          ><button onclick={() => (waiting = undefined)}>Cancel</button>
        </p>
      </div>
    {/if}
    <p role="status">{said}</p>
    <BringDemo label="Put the demo repertoire back" done={async (what) => ((said = what), await refresh())} />
  </section>

  <section>
    <h2>Dances of your own</h2>
    <DanceList done={(what) => (said = what)} />
  </section>

  <section>
    <h2>Bodies</h2>
    <p>Distances and reach are estimated from these heights. Defaults: leader 1.75 m, follower 1.68 m.</p>
    <p class="row">
      <label
        >leader, m <input
          class="num"
          type="number"
          min="1"
          max="2.4"
          step="0.01"
          bind:value={app.leaderHeight}
          onchange={() => app.saveSettings()}
        /></label
      >
      <label
        >follower, m <input
          class="num"
          type="number"
          min="1"
          max="2.4"
          step="0.01"
          bind:value={app.followerHeight}
          onchange={() => app.saveSettings()}
        /></label
      >
    </p>
  </section>
  <section>
    <h2>Schools</h2>
    <p class="row">
      <label
        >turns are named <select bind:value={app.turnSchool} onchange={() => app.saveSettings()}>
          {#each TURN_SCHOOL_NAMES as id (id)}<option value={id}>{TURN_SCHOOLS[id].name}</option>{/each}
        </select></label
      >
    </p>
    <p>{TURN_SCHOOLS[app.turnSchool].says}</p>
  </section>
  <section>
    <h2>Scheme</h2>
    <p class="row">
      {#each ['system', 'light', 'dark'] as const as t (t)}<button
          aria-pressed={app.theme === t}
          onclick={() => ((app.theme = t), app.saveSettings())}>{t === 'system' ? 'as the system' : t}</button
        >{/each}
    </p>
  </section>
</div>

<style>
  .page {
    padding: 18px 20px 60px;
    max-width: 860px;
    grid-template-columns: minmax(0, 1fr);
    display: grid;
    gap: 18px;
  }
  h1 {
    font-size: 34px;
  }
  h2 {
    font-size: 20px;
    margin-bottom: 6px;
  }
  input[type='file'] {
    max-width: 100%;
  }
  section {
    grid-template-columns: minmax(0, 1fr);
    border-top: 3px solid var(--ink);
    padding-top: 10px;
    display: grid;
    gap: 8px;
  }
  .row {
    display: flex;
    gap: 8px;
    flex-wrap: wrap;
    align-items: center;
  }
  .drop {
    border: 2px dashed var(--line);
    border-radius: 10px;
    padding: 16px;
    display: grid;
    gap: 8px;
  }
  .drop.over {
    border-color: var(--ink);
    background: var(--sheet);
  }
  .problem {
    border-left: 5px solid var(--wrong);
    background: var(--sheet);
    padding: 8px 12px;
  }
  .problem.ask {
    border-color: var(--caution);
  }
  input[type='number'] {
    width: 90px;
  }
</style>
