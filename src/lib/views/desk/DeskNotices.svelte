<script lang="ts">
  import { nanoid } from 'nanoid';
  import { goto } from '$app/navigation';
  import type { Choice, Conflict } from '$lib/core/figure';
  import { conflictText } from '$lib/messages';
  import { app } from '$lib/state/app.svelte';
  import type { Desk } from '$lib/state/desk.svelte';
  import type { FigureSaver } from '$lib/state/saver.svelte';
  import { deleteFigure, saveFigure, settleConflict } from '$lib/storage';

  let {
    desk,
    saver,
    news,
    deleting = $bindable(),
  }: { desk: Desk; saver: FigureSaver; news: string; deleting: boolean } = $props();

  async function remove() {
    await deleteFigure(await app.db(), desk.figure.id);
    await goto('/figures');
  }
  async function takeTheirs() {
    const { theirs, mine } = saver.takeTheirs();
    if (mine) {
      const copy = { ...mine, id: nanoid(12), name: `${mine.name} (mine)`.slice(0, 120) };
      await saveFigure(await app.db(), copy, 0, Date.now());
    }
    if (theirs) desk.replace(theirs.figure);
    else await goto('/figures');
  }
  async function decide(conflict: Conflict, choice: Choice) {
    const row = await settleConflict(await app.db(), desk.figure.id, conflict, choice, Date.now());
    if (!row) return;
    saver.adopt(row);
    desk.replace(row.figure);
    desk.kept = row;
  }
</script>

{#if deleting}
  <div class="band" role="alertdialog" aria-label="Delete this figure?">
    <p>
      Delete “{desk.figure.name}”? This cannot be undone; take it away as a file first if you may want it
      back. What has grown out of it stays.
    </p>
    <button onclick={remove}>Delete</button><button onclick={() => (deleting = false)}>Keep</button>
  </div>
{/if}
{#if saver.problem?.type === 'changed-elsewhere'}
  <div class="band" role="alert">
    <p>Another tab has saved this figure meanwhile. Nothing is lost: choose what stays here.</p>
    <button onclick={() => saver.keepMine()}>Keep this version</button><button onclick={takeTheirs}
      >Take the other, keep mine as a copy</button
    >
  </div>
{:else if saver.problem?.type === 'deleted-elsewhere'}
  <div class="band" role="alert">
    <p>Another tab has deleted this figure.</p>
    <button onclick={() => saver.keepMine()}>Keep it after all</button>
  </div>
{:else if saver.problem?.type === 'failed'}
  <div class="band" role="alert">
    <p>
      The browser could not save: {saver.problem.message}. Your changes are still here; take them away as a
      file.
    </p>
    <button onclick={() => saver.keepMine()}>Try again</button>
  </div>
{:else if news}<div class="band" role="status"><p>{news}</p></div>{/if}
{#if desk.notice}<div class="band" role="alert"><p>{desk.notice}</p></div>{/if}
{#each desk.kept.conflicts ?? [] as c, i (i)}
  <div class="band" role="alert">
    <p>The figure it is a version of has changed here too. {conflictText(c)}</p>
    <button disabled={saver.state !== 'saved'} onclick={() => decide(c, 'mine')}>Keep this version’s</button
    ><button disabled={saver.state !== 'saved'} onclick={() => decide(c, 'theirs')}>Take the other’s</button>
  </div>
{/each}

<style>
  .band {
    display: flex;
    gap: 10px;
    align-items: center;
    margin: 0 20px 8px;
    padding: 8px 12px;
    border-left: 5px solid var(--caution);
    background: var(--sheet);
    flex-wrap: wrap;
  }
  .band p {
    flex: 1 1 240px;
  }
</style>
