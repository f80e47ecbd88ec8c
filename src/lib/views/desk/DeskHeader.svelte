<script lang="ts">
  import { nanoid } from 'nanoid';
  import { goto } from '$app/navigation';
  import Undo from '@lucide/svelte/icons/undo-2';
  import Redo from '@lucide/svelte/icons/redo-2';
  import { gistOf } from '$lib/core/likeness';
  import { printLine } from '$lib/core/notation';
  import { DANCES, FORMATIONS, HOLDS, LEVELS } from '$lib/core/vocabulary';
  import { gistText } from '$lib/messages';
  import { app } from '$lib/state/app.svelte';
  import type { Desk } from '$lib/state/desk.svelte';
  import type { FigureSaver } from '$lib/state/saver.svelte';
  import { loadFigure, loadKeptWith, saveFigure, standAlone } from '$lib/storage';
  import { exportCsv, exportJson, exportText } from './export';

  interface Open {
    details: boolean;
    vary: boolean;
    like: boolean;
    deleting: boolean;
  }
  let { desk, saver, open = $bindable() }: { desk: Desk; saver: FigureSaver; open: Open } = $props();

  let menu = $state(false);
  const a = $derived(desk.analysis);
  const f = $derived(desk.figure);
  const ending = $derived(a.floor.end.formation ? FORMATIONS[a.floor.end.formation].says : undefined);
  const SAVED = { saved: 'Saved', saving: 'Saving …', conflict: 'Not saved', failed: 'Not saved' } as const;

  const version = $derived(desk.kept.version);
  const of = $derived(version?.of);
  let parent: { id: string; name: string } | undefined = $state.raw();
  $effect(() => {
    const id = of;
    parent = undefined;
    if (id === undefined) return;
    void app
      .db()
      .then((db) => loadFigure(db, id))
      .then((row) => (parent = row && { id: row.id, name: row.figure.name }));
  });

  function respell(as: 'counts' | 'quick-slow') {
    menu = false;
    desk.edit({ type: 'respell', as });
  }
  function tidy() {
    menu = false;
    desk.edit({ type: 'set-lines', lines: a.parsed.lines.map((l) => printLine(l.line)).join('\n') });
  }
  async function duplicate() {
    menu = false;
    const copy = { ...f, id: nanoid(12), name: `${f.name} (copy)`.slice(0, 120) };
    const saved = await saveFigure(await app.db(), copy, 0, Date.now());
    if (saved.ok) await goto(`/figures/${copy.id}`);
  }
  async function alone() {
    menu = false;
    const row = await standAlone(await app.db(), f.id, Date.now());
    if (!row) return;
    saver.adopt(row);
    desk.kept = row;
  }
  async function file() {
    menu = false;
    exportJson(await loadKeptWith(await app.db(), f.id), f.name);
  }
</script>

<header>
  <div class="title">
    <h1>{f.name}</h1>
    <p class="facts">
      {DANCES[f.dance].name} · {a.counts} counts · {LEVELS[f.level].name} · {HOLDS[f.start.hold].says}{ending
        ? ` → ends ${ending}`
        : ''}
    </p>
    {#if version && parent}
      <p class="facts">
        version of <a href="/figures/{parent.id}">{parent.name}</a>, {gistText(gistOf(version.change))}
      </p>
    {/if}
  </div>
  <div class="tools">
    <span class="saved" role="status">{SAVED[saver.state]}</span>
    <button onclick={() => desk.undo()} disabled={!desk.canUndo} aria-label="Undo"><Undo size={17} /></button>
    <button onclick={() => desk.redo()} disabled={!desk.canRedo} aria-label="Redo"><Redo size={17} /></button>
    <button aria-expanded={open.vary} onclick={() => (open.vary = !open.vary)}>Vary</button>
    <a class="button" href="/figures/{f.id}/versions">Versions</a>
    <button aria-expanded={open.details} onclick={() => (open.details = !open.details)}>Details</button>
    <div class="menu">
      <button aria-expanded={menu} aria-haspopup="true" onclick={() => (menu = !menu)}>More</button>
      {#if menu}
        <ul>
          <li>
            <button class="plain" onclick={() => ((open.like = true), (menu = false))}
              >What is this like?</button
            >
          </li>
          <li>
            <button class="plain" onclick={() => ((menu = false), print())}>Print the step sheet</button>
          </li>
          <li><button class="plain" onclick={file}>Figure file (JSON)</button></li>
          <li>
            <button class="plain" onclick={() => (exportText([f]), (menu = false))}>Notation text</button>
          </li>
          <li>
            <button class="plain" onclick={() => (exportCsv(a), (menu = false))}>Step table (CSV)</button>
          </li>
          <li><button class="plain" onclick={() => respell('counts')}>Write in counts</button></li>
          <li>
            <button class="plain" onclick={() => respell('quick-slow')}>Write in quicks and slows</button>
          </li>
          <li><button class="plain" onclick={tidy}>Tidy the text</button></li>
          <li><button class="plain" onclick={duplicate}>Duplicate</button></li>
          {#if version}
            <li>
              <button class="plain" disabled={saver.state !== 'saved'} onclick={alone}
                >Make it a figure of its own</button
              >
            </li>
          {/if}
          <li>
            <button class="plain" onclick={() => ((open.deleting = true), (menu = false))}>Delete …</button>
          </li>
        </ul>
      {/if}
    </div>
  </div>
</header>

<style>
  header {
    display: flex;
    justify-content: space-between;
    align-items: end;
    gap: 16px;
    padding: 10px 20px 8px;
  }
  .title {
    min-width: 0;
  }
  h1 {
    font-size: 28px;
    overflow-wrap: anywhere;
  }
  .facts {
    color: var(--quiet);
    font-size: 14px;
  }
  .tools {
    display: flex;
    gap: 6px;
    align-items: center;
    flex-wrap: wrap;
    justify-content: end;
  }
  .saved {
    font-size: 13px;
    color: var(--quiet);
    min-width: 64px;
    text-align: right;
  }
  .menu {
    position: relative;
  }
  .menu ul {
    position: absolute;
    right: 0;
    top: 100%;
    margin: 4px 0 0;
    padding: 6px;
    list-style: none;
    background: var(--sheet);
    border: 1px solid var(--line);
    border-radius: 10px;
    z-index: 10;
    min-width: 210px;
    box-shadow: 0 6px 24px rgb(0 0 0 / 0.18);
  }
  .menu li button {
    width: 100%;
  }
  @media (max-width: 900px) {
    header {
      padding: 8px 12px;
      flex-direction: column;
      align-items: stretch;
      gap: 6px;
    }
    .tools {
      justify-content: start;
    }
    .saved {
      text-align: left;
      min-width: 0;
      order: 9;
    }
    .menu ul {
      right: auto;
      left: 0;
    }
  }
</style>
