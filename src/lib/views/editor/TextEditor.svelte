<script lang="ts">
  import { onMount, untrack } from 'svelte';
  import { fittingAt } from '$lib/core/analysis';
  import { TICKS_PER_BEAT } from '$lib/core/base';
  import { app } from '$lib/state/app.svelte';
  import type { Desk } from '$lib/state/desk.svelte';
  import type { Player } from '$lib/state/player.svelte';
  import type { Caret, NotationEditor } from './codemirror';
  import Notes from './Notes.svelte';

  /** `brought`: a breakdown is pasted that may be written otherwise than here; true takes it. */
  let {
    desk,
    player,
    leave,
    brought,
    findings,
    focus = false,
  }: {
    desk: Desk;
    player: Player;
    leave: () => void;
    brought: (text: string) => boolean;
    /** To what is wrong with the figure as a whole. */
    findings: () => void;
    /** Writing goes on at once: the caret is put into the first empty line. */
    focus?: boolean;
  } = $props();

  let host: HTMLDivElement;
  let editor: NotationEditor | undefined = $state.raw();
  let notes: ReturnType<typeof Notes> | undefined = $state();
  /** Grows when lines have other places. */
  let moved = $state(0);
  let caret: Caret | undefined = $state.raw();

  onMount(() => {
    let gone = false;
    void import('./codemirror').then(({ createEditor }) => {
      if (gone) return;
      editor = createEditor(host, desk.figure.lines, {
        change: (lines) => {
          if (!desk.edit({ type: 'set-lines', lines }, 'typing')) editor?.setText(desk.figure.lines);
        },
        caret: follow,
        fits: (at) => fittingAt(desk.analysis, at),
        brought,
        moved: () => moved++,
        undo: () => desk.undo(),
        redo: () => desk.redo(),
        notes: () => (doubts.length > 0 ? notes?.focus() : findings()),
        leave,
      });
      if (focus) show(startOf(desk.figure.lines));
    });
    return () => {
      gone = true;
      clearTimeout(pause);
      desk.writing = undefined;
      editor?.destroy();
    };
  });

  /** The end of the first line that has only its name. */
  function startOf(lines: string): number {
    const at = lines.search(/(?<=^(?:leader|follower) )$/m);
    return at < 0 ? lines.length : at;
  }

  /** Keys come until none has come for so long. */
  const PAUSED = 1200;
  let pause: ReturnType<typeof setTimeout> | undefined;

  /** A line counts as being written as long as the caret stands at its end; the caret chooses the step on the rail. */
  function follow(now: Caret) {
    const before = caret;
    caret = now;
    clearTimeout(pause);
    const onSteps = now.focused && now.atEnd && roleAt(now.at) !== undefined;
    if (!onSteps) desk.writing = undefined;
    else if (now.typed) {
      desk.writing = 'typing';
      pause = setTimeout(() => desk.writing && (desk.writing = 'paused'), PAUSED);
    } else desk.writing ??= 'paused';
    if (now.focused && (now.at !== before?.at || now.typed)) chooseAt(now.at, now.atEnd);
  }
  function roleAt(at: number): 'leader' | 'follower' | undefined {
    const { lines } = desk.figure;
    const from = lines.lastIndexOf('\n', at - 1) + 1;
    return /^\s*(leader|follower)\b/i.exec(lines.slice(from, at))?.[1]?.toLowerCase() as
      'leader' | 'follower' | undefined;
  }
  function chooseAt(at: number, atEnd: boolean) {
    for (const role of ['leader', 'follower'] as const) {
      const w = desk.analysis.roles[role].actions.find((x) => x.span.from <= at && at <= x.span.to);
      if (!w) continue;
      if (atEnd) desk.writeOn(role);
      else desk.select(role, w);
      if (!player.playing) player.tick = w.tick;
      return;
    }
    const role = atEnd ? roleAt(at) : undefined;
    if (role) desk.writeOn(role);
  }

  export function show(at: number) {
    editor?.show(at);
  }
  /** Writes words at the caret, where it stands within what is written; false where it does not. */
  export function write(words: string): boolean {
    if (!editor || !caret?.focused || caret.atEnd) return false;
    editor.write(words);
    return true;
  }

  $effect(() => {
    const { lines } = desk.figure;
    untrack(() => editor)?.setText(lines);
  });

  /** What is not understood, but for the word that is being written. */
  const doubts = $derived.by(() => {
    const { problems, lines } = desk.analysis.parsed;
    const at = caret?.focused && caret.atEnd ? caret.at : undefined;
    if (at === undefined) return problems;
    const line = lines.find((l) => l.span.from <= at && at <= l.span.to);
    // What comes next may still belong to what stands before it.
    const open = desk.writing === 'typing' ? -2 : -1;
    const last = (line?.items.at(open) ?? line?.items[0])?.all.from ?? line?.span.from ?? at;
    return problems.filter((p) => p.span.from < last || p.span.from > at);
  });

  /** Marks wait for a pause in typing; the notes beside them do not. */
  const PAUSE = 120;
  let marked = 0;
  $effect(() => {
    const spans = doubts.map((d) => d.span);
    if (!editor || (spans.length === 0 && marked === 0)) return;
    const timer = setTimeout(() => {
      marked = spans.length;
      untrack(() => editor)?.setDoubts(spans);
    }, PAUSE);
    return () => clearTimeout(timer);
  });

  function mend(from: number, to: number, insert: string) {
    if (!desk.edit({ type: 'replace-text', from, to, insert })) return;
    app.say(`Written: ${insert}.`);
    editor?.show(from + insert.length);
  }
  const counts = $derived(Math.ceil(desk.analysis.end / TICKS_PER_BEAT));
</script>

<section class="sheet" aria-label="Breakdown" data-counts={counts}>
  <div class="editor" bind:this={host}>
    {#if !editor}<pre>{desk.figure.lines}</pre>{/if}
  </div>
  {#if editor && doubts.length > 0}
    <Notes bind:this={notes} {doubts} {editor} {moved} {mend} show={(at) => editor?.show(at)} />
  {/if}
</section>

<style>
  .sheet {
    background: var(--sheet);
    border-radius: 10px;
    overflow: hidden;
    contain: layout style;
    height: 100%;
    min-height: 120px;
    display: flex;
  }
  .editor {
    flex: 1;
    min-width: 0;
    --rule: color-mix(in srgb, var(--line) 45%, transparent);
    --chosen: color-mix(in srgb, var(--arm-a) 22%, transparent);
  }
  .editor:focus-within {
    box-shadow: inset 4px 0 0 var(--focus);
  }
  pre {
    margin: 0;
    padding: 2px 12px 8px 14px;
    font: 16px/27px var(--text);
    white-space: pre-wrap;
  }
  @media (max-width: 900px) {
    .sheet {
      flex-direction: column;
    }
  }
</style>
