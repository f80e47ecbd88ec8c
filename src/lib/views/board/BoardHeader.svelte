<script lang="ts">
  import { nanoid } from 'nanoid';
  import { goto } from '$app/navigation';
  import Undo from '@lucide/svelte/icons/undo-2';
  import Redo from '@lucide/svelte/icons/redo-2';
  import { dancesIn } from '$lib/core/combination';
  import { list } from '$lib/messages';
  import { app } from '$lib/state/app.svelte';
  import type { Board } from '$lib/state/board.svelte';
  import type { CombinationSaver } from '$lib/state/saver.svelte';
  import { loadKept, saveCombination, saveFigure } from '$lib/storage';
  import { exportCallSheet, exportCaptions, exportCombinations, exportCombinationCsv } from './export';

  interface Open {
    details: boolean;
    compose: boolean;
    deleting: boolean;
  }
  let { board, saver, open = $bindable() }: { board: Board; saver: CombinationSaver; open: Open } = $props();

  let menu = $state(false);
  const c = $derived(board.combination);
  const SAVED = { saved: 'Saved', saving: 'Saving …', conflict: 'Not saved', failed: 'Not saved' } as const;
  const empty = $derived(board.plan.passes.length === 0);

  function whole() {
    board.dance();
    return board.danced?.whole;
  }
  async function file() {
    menu = false;
    await exportCombinations([c], await loadKept(await app.db()), c.name);
  }
  function away(how: (w: NonNullable<ReturnType<typeof whole>>) => unknown) {
    menu = false;
    const w = whole();
    if (w) void how(w);
  }
  async function duplicate() {
    menu = false;
    const copy = { ...c, id: nanoid(12), name: `${c.name} (copy)`.slice(0, 120) };
    const saved = await saveCombination(await app.db(), copy, 0, Date.now());
    if (saved.ok) await goto(`/combinations/${copy.id}`);
    else board.notice = 'The copy could not be stored.';
  }
  /** The whole written as one figure of the repertoire. */
  async function asFigure() {
    menu = false;
    const w = whole();
    if (!w) return;
    const figure = { ...w.figure, id: nanoid(12) };
    const saved = await saveFigure(await app.db(), figure, 0, Date.now());
    if (saved.ok) await goto(`/figures/${figure.id}`);
    else board.notice = 'The figure could not be stored.';
  }
</script>

<header>
  <div class="title">
    <h1>{c.name}</h1>
    <p class="facts">
      {list(dancesIn(board.plan)) || 'nothing on the board yet'}{#if !empty}&nbsp;· {board.plan.beats} beats at
        {c.tempo.map((t) => t.bpm).join(', then ')} a minute · {board.gaps.length === 0
          ? 'every joint holds'
          : board.gaps.length === 1
            ? 'one joint does not fit'
            : `${board.gaps.length} joints do not fit`}{/if}
    </p>
  </div>
  <div class="tools">
    <span class="saved" role="status">{SAVED[saver.state]}</span>
    <button onclick={() => board.undo()} disabled={!board.canUndo} aria-label="Undo"
      ><Undo size={17} /></button
    >
    <button onclick={() => board.redo()} disabled={!board.canRedo} aria-label="Redo"
      ><Redo size={17} /></button
    >
    <button aria-expanded={open.compose} onclick={() => (open.compose = !open.compose)}>Compose</button>
    <a class="button" href="/combinations/{c.id}/calls">Call sheet</a>
    <button aria-expanded={open.details} onclick={() => (open.details = !open.details)}
      >Music and length</button
    >
    <div class="menu">
      <button aria-expanded={menu} aria-haspopup="true" onclick={() => (menu = !menu)}>More</button>
      {#if menu}
        <ul>
          <li><button class="plain" onclick={file}>Combination file (JSON)</button></li>
          <li>
            <button class="plain" disabled={empty} onclick={() => away((w) => exportCallSheet(board, w))}
              >Call sheet (text)</button
            >
          </li>
          <li>
            <button class="plain" disabled={empty} onclick={() => away((w) => exportCombinationCsv(c, w))}
              >Step table (CSV)</button
            >
          </li>
          <li>
            <button class="plain" disabled={empty} onclick={() => away((w) => exportCaptions(c, w))}
              >Captions of counts and calls (WebVTT)</button
            >
          </li>
          <li><button class="plain" disabled={empty} onclick={asFigure}>Write it as one figure</button></li>
          <li><button class="plain" onclick={duplicate}>Duplicate</button></li>
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
    min-width: 270px;
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
