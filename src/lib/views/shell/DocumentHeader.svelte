<script lang="ts">
  import { tick, type Snippet } from 'svelte';
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
    rename,
  }: {
    name: string;
    /** Called with a new name of 1 to 120 characters. */
    rename: (name: string) => unknown;
    saved: SaveState;
    history: Undoable;
    facts: Snippet;
    tools: Snippet;
    items: Snippet;
  } = $props();

  let menu = $state(false);
  /** It is being saved until it has been still for so long: what changes at every key is not read. */
  const STILL = 250;
  // svelte-ignore state_referenced_locally
  let said: SaveState = $state(saved);
  $effect(() => {
    if (saved !== 'saved') {
      said = saved;
      return undefined;
    }
    const timer = setTimeout(() => (said = 'saved'), STILL);
    return () => clearTimeout(timer);
  });
  const SAVED = { saved: 'Saved', saving: 'Saving …', conflict: 'Not saved', failed: 'Not saved' } as const;

  let menuButton: HTMLButtonElement | undefined = $state();
  let box: HTMLElement | undefined = $state();
  function outside(e: PointerEvent) {
    if (menu && e.target instanceof Node && !box?.contains(e.target)) menu = false;
  }
  const entries = () => [...(box?.querySelectorAll<HTMLElement>('li button:not(:disabled), li a') ?? [])];
  /** Opened by key or click, the first entry is at hand; arrows move, Escape goes back. */
  async function toggle() {
    menu = !menu;
    await tick();
    if (menu) entries()[0]?.focus();
  }
  function keys(e: KeyboardEvent) {
    if (!menu) return;
    const list = entries();
    const at = list.indexOf(document.activeElement as HTMLElement);
    const to: Record<string, HTMLElement | undefined> = {
      ArrowDown: list[(at + 1) % list.length],
      ArrowUp: list[(at - 1 + list.length) % list.length],
      Home: list[0],
      End: list.at(-1),
      Escape: menuButton,
    };
    const next = to[e.key];
    if (!next) return;
    e.preventDefault();
    e.stopPropagation();
    if (e.key === 'Escape') menu = false;
    next.focus();
  }

  /** A name that is none is put back as it was. */
  function named(e: Event & { currentTarget: HTMLInputElement }) {
    const next = e.currentTarget.value.trim();
    if (next !== '' && next !== name) rename(next);
    e.currentTarget.value = next === '' ? name : next;
  }
  function nameKeys(e: KeyboardEvent & { currentTarget: HTMLInputElement }) {
    if (e.key === 'Escape') e.currentTarget.value = name;
    if (e.key === 'Escape' || e.key === 'Enter') e.currentTarget.blur();
  }

  /** Anything chosen closes the menu. */
  function chosen(e: MouseEvent) {
    if (!(e.target instanceof Element && e.target.closest('li'))) return;
    menu = false;
    // What opens takes the focus; else it comes back to where it was.
    setTimeout(() => document.activeElement === document.body && menuButton?.focus(), 60);
  }
</script>

<svelte:window onpointerdown={outside} onkeydowncapture={keys} />

<header>
  <h1>
    <span class="visually-hidden">{name}</span><input
      class="name"
      value={name}
      maxlength="120"
      aria-label="Name"
      autocomplete="off"
      spellcheck="false"
      onchange={named}
      onkeydown={nameKeys}
    />
  </h1>
  <div class="about">{@render facts()}</div>
  <div class="tools">
    <span class="saved" role="status">{SAVED[said]}</span>
    <button onclick={() => history.undo()} disabled={!history.canUndo} aria-label="Undo"
      ><Undo size={17} /></button
    >
    <button onclick={() => history.redo()} disabled={!history.canRedo} aria-label="Redo"
      ><Redo size={17} /></button
    >
    {@render tools()}
    <div class="menu" bind:this={box}>
      <button bind:this={menuButton} aria-expanded={menu} aria-haspopup="true" onclick={toggle}>More</button>
      {#if menu}
        <!-- svelte-ignore a11y_click_events_have_key_events, a11y_no_noninteractive_element_interactions -->
        <ul onclick={chosen}>{@render items()}</ul>
      {/if}
    </div>
  </div>
</header>

<style>
  header {
    display: grid;
    grid-template-columns: minmax(0, 1fr) auto;
    align-items: center;
    gap: 0 16px;
    padding: 8px 20px;
  }
  .about {
    grid-column: 1 / -1;
    display: flex;
    flex-wrap: wrap;
    align-items: center;
    gap: 0 8px;
  }
  h1 {
    min-width: 0;
    font-size: 28px;
    overflow-wrap: anywhere;
  }
  .name {
    font: inherit;
    color: inherit;
    letter-spacing: inherit;
    width: 100%;
    min-height: 0;
    padding: 0 4px;
    margin: 0 -4px;
    border: 0;
    border-bottom: 1px dashed transparent;
    border-radius: 4px;
    background: none;
    field-sizing: content;
    max-width: 100%;
    text-overflow: ellipsis;
  }
  .name:hover {
    border-bottom-color: var(--line);
  }
  .name:focus {
    background: var(--sheet);
  }
  .about > :global(.facts) {
    color: var(--quiet);
    font-size: 14px;
  }
  .tools {
    grid-area: 1 / 2;
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
  @media print {
    .tools {
      display: none;
    }
  }
  @media (max-width: 900px) {
    header {
      position: relative;
      padding: 8px 12px;
      display: flex;
      flex-direction: column;
      align-items: stretch;
      gap: 6px;
    }
    .tools {
      justify-content: start;
      gap: 3px;
    }
    .tools > :global(*),
    .menu > button {
      padding-inline: 8px;
    }
    .menu {
      padding: 0;
    }
    .saved {
      position: absolute;
      top: 14px;
      right: 12px;
      padding: 0;
    }
    h1 {
      padding-right: 66px;
    }
    .menu ul {
      right: auto;
      left: 0;
    }
  }
</style>
