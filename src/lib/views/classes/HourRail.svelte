<script lang="ts">
  import { draggable, dropTargetForElements } from '@atlaskit/pragmatic-drag-and-drop/element/adapter';
  import Grip from '@lucide/svelte/icons/grip-vertical';
  import type { Hour, TimedBlock } from '$lib/core/classes';
  import { BLOCK_WORDS, clockText, halfMinutesText } from '$lib/messages';
  import type { ClassDesk } from '$lib/state/class-desk.svelte';

  /** The hour to scale: a minute is as high everywhere. Blocks are dragged to another place, or by their edge to another length. */
  let { desk, hour, names }: { desk: ClassDesk; hour: Hour; names: Readonly<Record<string, string>> } =
    $props();

  const scale = $derived(Math.max(6.4, Math.min(11, 560 / Math.max(30, desk.doc.minutes))));
  let over: string | undefined = $state();
  let pulled: { key: string; from: number; at: number } | undefined = $state();

  const danced = (b: TimedBlock) =>
    b.what
      ? b.tooShort
        ? 'no time for it once'
        : b.steps.length > 1
          ? b.steps.map((s) => `${s.rounds} at ${s.bpm}`).join(', ')
          : `${b.rounds}${b.inRow > 1 ? ` × ${b.inRow}` : ''}, ${clockText(b.seconds)} each, at ${b.bpm}`
      : '';
  const nameOf = (b: TimedBlock) => (b.what ? (names[b.what.id] ?? 'not in the repertoire') : '');

  function drag(key: string) {
    return (element: HTMLElement) => draggable({ element, getInitialData: () => ({ block: key }) });
  }
  function drops(key: string) {
    return (element: HTMLElement) =>
      dropTargetForElements({
        element,
        canDrop: ({ source }) => typeof source.data.block === 'string',
        onDragEnter: () => (over = key),
        onDragLeave: () => (over = over === key ? undefined : over),
        onDrop: ({ source }) => {
          over = undefined;
          desk.move(String(source.data.block), key === END ? undefined : key);
        },
      });
  }
  const END = 'end';
  function pull(e: PointerEvent, b: TimedBlock) {
    e.preventDefault();
    (e.currentTarget as HTMLElement).setPointerCapture(e.pointerId);
    pulled = { key: b.block.key, from: b.block.minutes, at: e.clientY };
  }
  function pulling(e: PointerEvent) {
    if (pulled) desk.size(pulled.key, pulled.from + Math.round((2 * (e.clientY - pulled.at)) / scale) / 2);
  }
  function keys(e: KeyboardEvent, b: TimedBlock) {
    const by = { ArrowUp: -0.5, ArrowDown: 0.5, PageUp: -5, PageDown: 5 }[e.key];
    if (by === undefined) return;
    e.preventDefault();
    desk.size(b.block.key, b.block.minutes + by);
  }
  function rowKeys(e: KeyboardEvent, b: TimedBlock) {
    if (!e.altKey || (e.key !== 'ArrowUp' && e.key !== 'ArrowDown')) return;
    e.preventDefault();
    const row = e.currentTarget as HTMLElement;
    desk.step(b.block.key, e.key === 'ArrowUp' ? -1 : 1);
    requestAnimationFrame(() => row.focus());
  }
  const endsAt = $derived(desk.doc.minutes);
</script>

<ol aria-label="The hour" style:--minute="{scale}px">
  {#each hour.blocks as b (b.block.key)}
    {@const late = b.to > endsAt + 1e-9}
    <li
      class:over={over === b.block.key}
      class:late
      class:chosen={desk.chosen === b.block.key}
      class:short={b.tooShort}
      style:height="{b.block.minutes * scale}px"
      {@attach drops(b.block.key)}
    >
      <span class="from num" aria-hidden="true">{Math.floor(b.from)}{b.from % 1 ? '½' : ''}</span>
      <button
        class="body"
        aria-pressed={desk.chosen === b.block.key}
        aria-label="{BLOCK_WORDS[b.block.kind]}, {halfMinutesText(
          b.block.minutes,
        )}, from minute {b.from}{nameOf(b) ? `, ${nameOf(b)}, ${danced(b)}` : ''}"
        onclick={() => (desk.chosen = desk.chosen === b.block.key ? undefined : b.block.key)}
        onkeydown={(e) => rowKeys(e, b)}
        {@attach drag(b.block.key)}
      >
        <Grip size={14} class="grip" />
        <b>{BLOCK_WORDS[b.block.kind]}</b>
        <span class="what">{nameOf(b)}</span>
        <span class="rounds num">{danced(b)}</span>
        {#if b.block.says && b.block.minutes * scale >= 42}<span class="says">{b.block.says}</span>{/if}
      </button>
      <span class="minutes num"><b>{Math.floor(b.block.minutes)}{b.block.minutes % 1 ? '½' : ''}</b></span>
      <span
        class="edge"
        role="slider"
        tabindex="0"
        aria-label="Length of {BLOCK_WORDS[b.block.kind]}"
        aria-orientation="vertical"
        aria-valuemin={0.5}
        aria-valuemax={300}
        aria-valuenow={b.block.minutes}
        aria-valuetext={halfMinutesText(b.block.minutes)}
        onpointerdown={(e) => pull(e, b)}
        onpointermove={pulling}
        onpointerup={() => (pulled = undefined)}
        onpointercancel={() => (pulled = undefined)}
        onkeydown={(e) => keys(e, b)}
      ></span>
    </li>
  {/each}
  <li class="end" class:over={over === END} {@attach drops(END)}>
    <span class="from num">{hour.minutes}</span><span class="quiet">minutes in all</span>
  </li>
  {#if hour.minutes > 0}<li class="limit" style:top="{endsAt * scale}px" aria-hidden="true">
      <span class="num">{endsAt}</span>
    </li>{/if}
</ol>

<style>
  ol {
    list-style: none;
    margin: 0;
    padding: 0;
    position: relative;
    border-top: 3px solid var(--ink);
  }
  li {
    position: relative;
    display: grid;
    grid-template-columns: 34px minmax(0, 1fr) 54px;
    border-bottom: 1px solid var(--line);
    min-height: 22px;
  }
  .from {
    color: var(--quiet);
    font-size: 12px;
    padding-top: 1px;
  }
  .body {
    display: flex;
    flex-wrap: wrap;
    align-content: flex-start;
    align-items: baseline;
    gap: 0 10px;
    min-height: 0;
    height: 100%;
    padding: 1px 8px 0 2px;
    border: 0;
    border-left: 5px solid var(--maple-line);
    border-radius: 0;
    background: none;
    text-align: left;
    overflow: hidden;
    cursor: grab;
  }
  .body:hover:not(:disabled) {
    background: var(--sheet);
  }
  .body[aria-pressed='true'] {
    background: var(--cell);
    color: var(--ink);
    border-color: var(--ink);
  }
  .body :global(.grip) {
    opacity: 0.35;
    flex: none;
    align-self: center;
  }
  .what {
    color: var(--ink);
  }
  .rounds {
    margin-left: auto;
    color: var(--quiet);
    font-size: 14px;
  }
  .says {
    flex-basis: 100%;
    color: var(--quiet);
    font-size: 13.5px;
    padding-left: 24px;
    overflow: hidden;
    text-overflow: ellipsis;
  }
  .minutes {
    text-align: right;
    padding-right: 6px;
    line-height: 1;
  }
  .minutes b {
    font: 780 22px/1 var(--display);
  }
  .edge {
    position: absolute;
    left: 34px;
    right: 54px;
    bottom: -5px;
    height: 10px;
    cursor: ns-resize;
    touch-action: none;
    z-index: 1;
  }
  .edge:hover,
  .edge:focus-visible {
    background: linear-gradient(var(--ink), var(--ink)) center / 44px 3px no-repeat;
  }
  .late .body {
    border-left-color: var(--wrong);
  }
  .short .rounds {
    color: var(--wrong);
  }
  .over {
    box-shadow: 0 -3px 0 var(--focus);
  }
  .end {
    border: 0;
    min-height: 34px;
    grid-template-columns: 34px minmax(0, 1fr);
    font-size: 14px;
    padding-top: 4px;
  }
  .end .from {
    font-size: 14px;
    color: var(--ink);
    font-weight: 650;
  }
  .limit {
    position: absolute;
    left: 0;
    right: 0;
    height: 0;
    min-height: 0;
    display: block;
    border: 0;
    border-top: 2px dashed var(--wrong);
    pointer-events: none;
  }
  .limit span {
    position: absolute;
    right: 0;
    top: -9px;
    background: var(--paper);
    color: var(--wrong);
    font-size: 12px;
    padding: 0 4px;
  }
  @media (pointer: coarse) {
    .edge {
      height: 18px;
      bottom: -9px;
    }
    .body {
      min-height: 0;
    }
  }
</style>
