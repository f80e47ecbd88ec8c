<script lang="ts">
  import { goto, invalidateAll } from '$app/navigation';
  import { app } from '$lib/state/app.svelte';
  import { typing } from '$lib/state/shortcuts';

  /** Called once something has come back: lists read again. */
  let { onback }: { onback: () => void } = $props();

  async function back() {
    const gone = app.deleted;
    if (!gone) return;
    await gone.restore();
    app.deleted = undefined;
    await goto(gone.list);
    await invalidateAll();
    onback();
  }
  function keys(e: KeyboardEvent) {
    const undo = (e.ctrlKey || e.metaKey) && !e.shiftKey && e.key.toLowerCase() === 'z';
    if (!undo || !app.deleted || typing(e.target) || e.defaultPrevented) return;
    e.preventDefault();
    void back();
  }
</script>

<svelte:window onkeydown={keys} />

{#if app.deleted}
  <div class="deleted" role="status">
    <span>“{app.deleted.name}” is deleted.</span>
    <button onclick={back}>Undo</button>
    <button onclick={() => (app.deleted = undefined)}>Close</button>
  </div>
{/if}

<style>
  .deleted {
    position: fixed;
    left: 20px;
    bottom: 16px;
    z-index: 20;
    display: flex;
    gap: 10px;
    align-items: center;
    max-width: calc(100vw - 40px);
    padding: 8px 12px;
    background: var(--bar);
    color: var(--bar-ink);
    border-radius: 10px;
  }
  button {
    background: var(--paper);
    color: var(--ink);
  }
</style>
