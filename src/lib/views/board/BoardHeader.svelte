<script lang="ts">
  import { nanoid } from 'nanoid';
  import { goto } from '$app/navigation';
  import { dancesIn } from '$lib/core/combination';
  import { list, refusedText, tempiText, verdictText } from '$lib/messages';
  import { app } from '$lib/state/app.svelte';
  import type { Board } from '$lib/state/board.svelte';
  import type { CombinationSaver } from '$lib/state/saver.svelte';
  import { create, loadDocs } from '$lib/storage';
  import { exportCallSheet, exportCaptions, exportCombinations, exportCombinationCsv } from './export';
  import DocumentHeader from '$lib/views/shell/DocumentHeader.svelte';

  interface Open {
    details: boolean;
    compose: boolean;
    deleting: boolean;
    share: boolean;
  }
  let { board, saver, open = $bindable() }: { board: Board; saver: CombinationSaver; open: Open } = $props();

  const c = $derived(board.combination);
  const empty = $derived(board.plan.passes.length === 0 && board.plan.missing.length === 0);

  function whole() {
    board.dance();
    return board.danced?.whole;
  }
  async function file() {
    const kept = await loadDocs(await app.db(), 'figure');
    await exportCombinations(
      [c],
      kept.map((r) => r.doc),
      c.name,
    );
  }
  function away(how: (w: NonNullable<ReturnType<typeof whole>>) => unknown) {
    const w = whole();
    if (w) void how(w);
  }
  async function duplicate() {
    const copy = { ...c, id: nanoid(12), name: `${c.name} (copy)`.slice(0, 120) };
    const saved = await create(await app.db(), 'combination', copy, Date.now());
    if (saved.ok) await goto(`/combinations/${copy.id}`);
    else board.notice = 'The copy could not be stored.';
  }
  /** The whole written as one figure of the repertoire. */
  async function asFigure() {
    const w = whole();
    if (!w) return;
    const figure = { ...w.figure, id: nanoid(12) };
    const saved = await create(await app.db(), 'figure', figure, Date.now());
    if (saved.ok) await goto(`/figures/${figure.id}`);
    else
      board.notice =
        saved.error.type === 'unreadable'
          ? refusedText(saved.error.at, saved.error.message)
          : 'The figure could not be stored.';
  }
</script>

<DocumentHeader
  name={c.name}
  rename={(name) => board.edit({ type: 'details', patch: { name } })}
  saved={saver.state}
  history={board}
>
  {#snippet facts()}
    <p class="facts">
      {list(dancesIn(board.plan)) || 'nothing on the board yet'}{#if !empty}&nbsp;· {board.plan.beats} beats at
        {tempiText(c.tempo)} a minute · {verdictText(board.plan)}{/if}
    </p>
  {/snippet}
  {#snippet tools()}
    <button aria-expanded={open.compose} onclick={() => (open.compose = !open.compose)}>Compose</button>
    <a class="button" href="/combinations/{c.id}/calls">Call sheet</a>
    <button aria-expanded={open.details} onclick={() => (open.details = !open.details)}
      >Music and length</button
    >
  {/snippet}
  {#snippet items()}
    <li><button class="plain" disabled={empty} onclick={() => (open.share = true)}>Share …</button></li>
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
      <button class="plain" onclick={() => (open.deleting = true)}>Delete …</button>
    </li>
  {/snippet}
</DocumentHeader>
