<script lang="ts">
  import { goto, invalidateAll } from '$app/navigation';
  import { nanoid } from 'nanoid';
  import { undoneText } from '$lib/messages';
  import { app } from '$lib/state/app.svelte';
  import { typing } from '$lib/state/shortcuts';
  import { undoAct } from '$lib/storage';

  /** What was done last, with its undo. Called once it has been taken back: lists read again. */
  let { onback }: { onback: () => void } = $props();
  let said = $state('');

  async function back() {
    const { done } = app;
    if (!done) return;
    app.done = undefined;
    const undone = await undoAct(await app.db(), done.act, () => nanoid(12), Date.now());
    await app.refreshDances();
    said = undoneText(undone);
    setTimeout(() => (said = ''), 4000);
    if (done.list === undefined) return;
    await goto(done.list);
    await invalidateAll();
    onback();
  }
  function keys(e: KeyboardEvent) {
    const undo = (e.ctrlKey || e.metaKey) && !e.shiftKey && e.key.toLowerCase() === 'z';
    if (!undo || !app.done || typing(e.target) || e.defaultPrevented) return;
    e.preventDefault();
    void back();
  }
</script>

<svelte:window onkeydown={keys} />

{#if app.done}
  <div class="done" role="status">
    <span>{app.done.says}</span>
    <button onclick={back}>Undo</button>
    <button onclick={() => (app.done = undefined)}>Close</button>
  </div>
{:else if said || app.told}<div class="done" role="status"><span>{said || app.told}</span></div>{/if}

<style>
  .done {
    position: fixed;
    left: 20px;
    bottom: 16px;
    z-index: 20;
    display: flex;
    gap: 10px;
    align-items: center;
    flex-wrap: wrap;
    max-width: calc(100vw - 40px);
    padding: 8px 12px;
    background: var(--bar);
    color: var(--bar-ink);
    border-radius: 10px;
  }
  button {
    flex: none;
    width: auto;
    white-space: nowrap;
    background: var(--paper);
    color: var(--ink);
  }
</style>
