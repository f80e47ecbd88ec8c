<script lang="ts">
  import type { Problem } from '$lib/core/notation';
  import { problemText } from '$lib/messages';
  import type { NotationEditor } from './codemirror';

  let {
    doubts,
    editor,
    moved,
    mend,
    show,
  }: {
    doubts: readonly Problem[];
    editor: NotationEditor;
    /** Grows when lines have other places. */
    moved: number;
    mend: (from: number, to: number, insert: string) => void;
    show: (at: number) => void;
  } = $props();

  const MOST = 6;
  /** Least room of a note, px. */
  const ROOM = 44;
  let scrolled = $state(0);
  let box: HTMLUListElement | undefined = $state();

  $effect(() => {
    const { scroller } = editor;
    const see = () => (scrolled = scroller.scrollTop);
    const first = requestAnimationFrame(see);
    scroller.addEventListener('scroll', see, { passive: true });
    return () => {
      cancelAnimationFrame(first);
      scroller.removeEventListener('scroll', see);
    };
  });

  /** One note a doubt, beside its line, below the note before. */
  const placed = $derived.by(() => {
    void moved;
    let free = 0;
    return doubts.slice(0, MOST).map((problem) => {
      const top = Math.max(free, editor.lineAt(problem.span.from).top);
      free = top + ROOM;
      return { problem, top };
    });
  });

  export function focus() {
    box?.querySelector<HTMLElement>('button')?.focus();
  }
</script>

<ul class="notes" bind:this={box} aria-label="Not understood">
  {#each placed as { problem, top } (problem.span.from)}
    <li style:top="{top - scrolled + 3}px">
      <button class="plain where" onclick={() => show(problem.span.to)}>{problemText(problem)}</button>
      {#if problem.fix}
        {@const fix = problem.fix}
        <button class="fix" onclick={() => mend(problem.span.from, problem.span.to, fix)}
          >Write “{fix}”</button
        >
      {/if}
    </li>
  {/each}
  {#if doubts.length > MOST}<li class="more" style:top="{(placed.at(-1)?.top ?? 0) + ROOM - scrolled}px">
      and {doubts.length - MOST} more
    </li>{/if}
</ul>

<style>
  .notes {
    position: relative;
    flex: none;
    width: 262px;
    margin: 0;
    padding: 0;
    list-style: none;
    overflow: hidden;
    border-left: 2px dotted var(--wrong);
    font-size: 13.5px;
    line-height: 1.25;
  }
  li {
    position: absolute;
    inset-inline: 8px 6px;
    display: flex;
    gap: 6px;
    align-items: start;
    background: var(--sheet);
  }
  .where {
    padding: 0;
    min-height: 22px;
    text-align: left;
    flex: 1;
    display: block;
    font-size: inherit;
    line-height: inherit;
  }
  .fix {
    flex: none;
    padding: 1px 8px;
    min-height: 26px;
    font-size: 13px;
    font-weight: 600;
    border-color: var(--ink);
  }
  @media (max-width: 900px) {
    .notes {
      width: auto;
      border-left: 0;
      border-top: 2px dotted var(--wrong);
      padding: 6px 12px;
      display: grid;
      gap: 6px;
    }
    li {
      position: static;
    }
    .fix,
    .where {
      min-height: 44px;
    }
  }
</style>
