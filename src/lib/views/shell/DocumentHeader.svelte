<script lang="ts">
  import type { Snippet } from 'svelte';
  import Undo from '@lucide/svelte/icons/undo-2';
  import Redo from '@lucide/svelte/icons/redo-2';
  import type { SaveState } from '$lib/state/saver.svelte';

  /** What can be taken back and done again. */
  interface Undoable {
    readonly canUndo: boolean;
    readonly canRedo: boolean;
    undo(): void;
    redo(): void;
  }
  /** The head of a screen that edits one document: name and facts, whether it is saved, undo, tools and a menu. */
  let {
    name,
    saved,
    history,
    facts,
    tools,
    items,
  }: {
    name: string;
    saved: SaveState;
    history: Undoable;
    facts: Snippet;
    tools: Snippet;
    items: Snippet;
  } = $props();

  let menu = $state(false);
  const SAVED = { saved: 'Saved', saving: 'Saving …', conflict: 'Not saved', failed: 'Not saved' } as const;

  /** Anything chosen closes the menu. */
  function chosen(e: MouseEvent) {
    if (e.target instanceof Element && e.target.closest('li')) menu = false;
  }
</script>

<header>
  <div class="title">
    <h1>{name}</h1>
    {@render facts()}
  </div>
  <div class="tools">
    <span class="saved" role="status">{SAVED[saved]}</span>
    <button onclick={() => history.undo()} disabled={!history.canUndo} aria-label="Undo"
      ><Undo size={17} /></button
    >
    <button onclick={() => history.redo()} disabled={!history.canRedo} aria-label="Redo"
      ><Redo size={17} /></button
    >
    {@render tools()}
    <div class="menu">
      <button aria-expanded={menu} aria-haspopup="true" onclick={() => (menu = !menu)}>More</button>
      {#if menu}
        <!-- svelte-ignore a11y_click_events_have_key_events, a11y_no_noninteractive_element_interactions -->
        <ul onclick={chosen}>{@render items()}</ul>
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
  .title > :global(.facts) {
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
    width: max-content;
    max-width: min(320px, 90vw);
    box-shadow: 0 6px 24px rgb(0 0 0 / 0.18);
  }
  .menu :global(li button) {
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
