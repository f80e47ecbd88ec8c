<script lang="ts">
  import { onMount, untrack } from 'svelte';
  import type { Diagnostic } from '@codemirror/lint';
  import { findingText, problemText, remedyText } from '$lib/messages';
  import type { Desk } from '$lib/state/desk.svelte';
  import type { Player } from '$lib/state/player.svelte';
  import type { NotationEditor } from './codemirror';

  let { desk, player, leave }: { desk: Desk; player: Player; leave: () => void } = $props();

  let host: HTMLDivElement;
  let editor: NotationEditor | undefined = $state.raw();

  onMount(() => {
    let gone = false;
    void import('./codemirror').then(({ createEditor }) => {
      if (gone) return;
      editor = createEditor(host, desk.figure.lines, {
        change: (lines) => {
          if (!desk.edit({ type: 'set-lines', lines }, 'typing')) editor?.setText(desk.figure.lines);
        },
        cursor: follow,
        writing,
        undo: () => desk.undo(),
        redo: () => desk.redo(),
        leave,
      });
    });
    return () => {
      gone = true;
      clearTimeout(pause);
      desk.writing = false;
      editor?.destroy();
    };
  });

  /** A line counts as being written until nothing has been typed for so long, or the caret is elsewhere. */
  const PAUSED = 1200;
  let pause: ReturnType<typeof setTimeout> | undefined;
  function writing(now: boolean) {
    clearTimeout(pause);
    desk.writing = now;
    if (now) pause = setTimeout(() => (desk.writing = false), PAUSED);
  }

  /** The cursor in the text chooses the step on the rail. */
  function follow(at: number) {
    for (const role of ['leader', 'follower'] as const) {
      const w = desk.analysis.roles[role].actions.find((x) => x.span.from <= at && at <= x.span.to);
      if (w) {
        desk.select(role, w);
        if (!player.playing) player.tick = w.tick;
        return;
      }
    }
  }

  export function show(at: number) {
    editor?.show(at);
  }

  $effect(() => {
    const { lines } = desk.figure;
    untrack(() => editor)?.setText(lines);
  });

  /** Underlines wait for a pause in typing; the list beside the floor does not. */
  const PAUSE = 120;
  $effect(() => {
    if (!editor) return;
    void desk.analysis;
    for (const f of desk.findings) void desk.fixes(f);
    const timer = setTimeout(() => untrack(underline), PAUSE);
    return () => clearTimeout(timer);
  });

  function underline() {
    const { analysis, findings } = desk;
    const text: Diagnostic[] = analysis.parsed.problems.map((p) => ({
      from: p.span.from,
      to: p.span.to,
      severity: 'error',
      message: problemText(p),
      actions: p.fix
        ? [
            {
              name: `Write “${p.fix}”`,
              apply: () =>
                desk.edit({ type: 'replace-text', from: p.span.from, to: p.span.to, insert: p.fix ?? '' }),
            },
          ]
        : [],
    }));
    const found: Diagnostic[] = findings.flatMap((f) => {
      const role = f.role;
      if (!role) return [];
      const list = analysis.roles[role].actions;
      const w = list.find((x) => x.tick === f.tick) ?? list.findLast((x) => x.tick <= f.tick);
      if (!w) return [];
      return [
        {
          from: w.span.from,
          to: w.span.to,
          severity:
            f.severity === 'wrong'
              ? ('error' as const)
              : f.severity === 'caution'
                ? ('warning' as const)
                : ('info' as const),
          message: findingText(f).sentence,
          actions: (desk.fixes(f) ?? []).map((fix) => ({
            name: remedyText(fix, role),
            apply: () => desk.edit(fix.edits),
          })),
        },
      ];
    });
    editor?.setProblems([...text, ...found].sort((x, y) => x.from - y.from));
  }
</script>

<div class="editor" bind:this={host}>
  {#if !editor}<pre>{desk.figure.lines}</pre>{/if}
</div>

<style>
  .editor {
    background: var(--editor);
    color: var(--editor-ink);
    border-radius: 10px;
    overflow: hidden;
    contain: layout style;
    height: 100%;
    min-height: 168px;
  }
  pre {
    margin: 0;
    padding: 10px 24px;
    font: 15px/1.65 var(--mono);
    white-space: pre-wrap;
  }
</style>
