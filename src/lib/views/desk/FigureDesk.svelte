<script lang="ts">
  import { onMount } from 'svelte';
  import { nanoid } from 'nanoid';
  import { goto } from '$app/navigation';
  import Undo from '@lucide/svelte/icons/undo-2';
  import Redo from '@lucide/svelte/icons/redo-2';
  import { TICKS_PER_BEAT } from '$lib/core/base';
  import { DANCES, FORMATIONS, HOLDS, LEVELS } from '$lib/core/vocabulary';
  import { printLine } from '$lib/core/notation';
  import { app } from '$lib/state/app.svelte';
  import type { Desk } from '$lib/state/desk.svelte';
  import { Player, SPEEDS } from '$lib/state/player.svelte';
  import type { Saver } from '$lib/state/saver.svelte';
  import { typing } from '$lib/state/shortcuts';
  import { deleteFigure, saveFigure } from '$lib/storage';
  import FigureDetails from '$lib/views/details/FigureDetails.svelte';
  import TextEditor from '$lib/views/editor/TextEditor.svelte';
  import FindingList from '$lib/views/findings/FindingList.svelte';
  import FloorView from '$lib/views/floor/FloorView.svelte';
  import CountRail from '$lib/views/rail/CountRail.svelte';
  import StepInspector from '$lib/views/rail/StepInspector.svelte';
  import { moments } from '$lib/views/rail/rail-model';
  import StepSheet from '$lib/views/sheet/StepSheet.svelte';
  import Transport from '$lib/views/transport/Transport.svelte';
  import { exportCsv, exportJson, exportText } from './export';

  let { desk, saver, news }: { desk: Desk; saver: Saver; news: string } = $props();

  const player = new Player();
  let details = $state(false);
  let menu = $state(false);
  let deleting = $state(false);
  let printing = $state(false);
  // svelte-ignore state_referenced_locally
  let bpm = $state(desk.figure.tempo.min);
  let rail: ReturnType<typeof CountRail> | undefined = $state();
  let text: ReturnType<typeof TextEditor> | undefined = $state();
  let root: HTMLDivElement;

  const a = $derived(desk.analysis);
  const f = $derived(desk.figure);
  const whole = $derived({ from: a.start, to: Math.max(a.end, TICKS_PER_BEAT) });
  const ending = $derived(a.floor.end.formation ? FORMATIONS[a.floor.end.formation].says : undefined);

  $effect(() => {
    void desk.analysis;
    const timer = setTimeout(() => desk.seekFixes(), 80);
    return () => clearTimeout(timer);
  });

  $effect(() => {
    if (!player.playing) return;
    let last = performance.now();
    let frame = requestAnimationFrame(function tick(now: number) {
      player.advance(Math.min(0.25, (now - last) / 1000), bpm, whole);
      last = now;
      frame = requestAnimationFrame(tick);
    });
    return () => cancelAnimationFrame(frame);
  });

  onMount(() => {
    const before = () => (printing = true);
    const after = () => (printing = false);
    addEventListener('beforeprint', before);
    addEventListener('afterprint', after);
    return () => {
      removeEventListener('beforeprint', before);
      removeEventListener('afterprint', after);
    };
  });

  const inside = (e: KeyboardEvent, selector: string) =>
    e.target instanceof Element && e.target.closest(selector) !== null;

  function keys(e: KeyboardEvent) {
    if (app.palette || app.shortcuts || e.defaultPrevented) return;
    const mod = e.ctrlKey || e.metaKey;
    if (mod && e.key.toLowerCase() === 'z' && !inside(e, '.cm-editor'))
      act(e, e.shiftKey ? () => desk.redo() : () => desk.undo());
    else if (mod && e.key.toLowerCase() === 'y' && !inside(e, '.cm-editor')) act(e, () => desk.redo());
    else if (mod || e.altKey || typing(e.target)) return;
    else plain(e);
  }
  function plain(e: KeyboardEvent) {
    const onControl = inside(e, 'button, a, summary') && !inside(e, '.mark');
    const speed = (d: number) =>
      (player.speed =
        SPEEDS[Math.max(0, Math.min(SPEEDS.length - 1, SPEEDS.indexOf(player.speed as 100) + d))] ?? 100);
    const actions: Record<string, () => void> = {
      ArrowLeft: () => player.stepTo(moments(a), -1),
      ArrowRight: () => player.stepTo(moments(a), 1),
      Home: () => (player.tick = 0),
      '[': () => speed(-1),
      ']': () => speed(1),
      o: loopUnit,
      v: () =>
        (player.view = ({ leader: 'follower', follower: 'near', near: 'far', far: 'leader' } as const)[
          player.view
        ]),
      m: () => (player.mirrored = !player.mirrored),
      l: () => (player.only = 'leader'),
      f: () => (player.only = 'follower'),
      b: () => (player.only = 'both'),
      e: () => text?.show(f.lines.length),
      r: () => root.querySelector<HTMLElement>('.mark[tabindex="0"]')?.focus(),
      x: firstFix,
      ...(onControl ? {} : { ' ': () => player.toggle(whole) }),
    };
    const action = actions[e.key];
    if (action) act(e, action);
  }
  function act(e: KeyboardEvent, action: () => void) {
    e.preventDefault();
    action();
  }
  function loopUnit() {
    const unit = a.roles.leader.units.find((u) => u.from <= player.tick && player.tick < u.to);
    player.loop = !unit || player.loop?.from === unit.from ? undefined : { from: unit.from, to: unit.to };
  }
  function firstFix() {
    const fix = desk.findings.flatMap((x) => desk.fixes(x) ?? [])[0];
    if (fix) desk.edit(fix.edits);
  }
  function add() {
    const s = desk.selected;
    if (s && desk.selection) rail?.addAfter(desk.selection.role, s);
  }
  function respell(as: 'counts' | 'quick-slow') {
    menu = false;
    desk.edit({ type: 'respell', as });
  }
  function tidy() {
    menu = false;
    desk.edit({ type: 'set-lines', lines: a.parsed.lines.map((l) => printLine(l.line)).join('\n') });
  }
  async function duplicate() {
    menu = false;
    const copy = { ...f, id: nanoid(12), name: `${f.name} (copy)`.slice(0, 120) };
    const saved = await saveFigure(await app.db(), copy, 0, Date.now());
    if (saved.ok) await goto(`/figures/${copy.id}`);
  }
  async function remove() {
    await deleteFigure(await app.db(), f.id);
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
  const SAVED = { saved: 'Saved', saving: 'Saving …', conflict: 'Not saved', failed: 'Not saved' } as const;
</script>

<svelte:window onkeydown={keys} />

<div class="desk" bind:this={root}>
  <header>
    <div class="title">
      <h1>{f.name}</h1>
      <p class="facts">
        {DANCES[f.dance].name} · {a.counts} counts · {LEVELS[f.level].name} · {HOLDS[f.start.hold]
          .says}{ending ? ` → ends ${ending}` : ''}
      </p>
    </div>
    <div class="tools">
      <span class="saved" role="status">{SAVED[saver.state]}</span>
      <button onclick={() => desk.undo()} disabled={!desk.canUndo} aria-label="Undo"
        ><Undo size={17} /></button
      >
      <button onclick={() => desk.redo()} disabled={!desk.canRedo} aria-label="Redo"
        ><Redo size={17} /></button
      >
      <button aria-expanded={details} onclick={() => (details = !details)}>Details</button>
      <button onclick={() => print()}>Print</button>
      <div class="menu">
        <button aria-expanded={menu} aria-haspopup="true" onclick={() => (menu = !menu)}>Take away</button>
        {#if menu}
          <ul>
            <li>
              <button class="plain" onclick={() => (exportJson([f]), (menu = false))}
                >Figure file (JSON)</button
              >
            </li>
            <li>
              <button class="plain" onclick={() => (exportText([f]), (menu = false))}>Notation text</button>
            </li>
            <li>
              <button class="plain" onclick={() => (exportCsv(a), (menu = false))}>Step table (CSV)</button>
            </li>
            <li><button class="plain" onclick={() => respell('counts')}>Write in counts</button></li>
            <li>
              <button class="plain" onclick={() => respell('quick-slow')}>Write in quicks and slows</button>
            </li>
            <li><button class="plain" onclick={tidy}>Tidy the text</button></li>
            <li><button class="plain" onclick={duplicate}>Duplicate</button></li>
            <li>
              <button class="plain" onclick={() => ((deleting = true), (menu = false))}>Delete …</button>
            </li>
          </ul>
        {/if}
      </div>
    </div>
  </header>

  {#if deleting}
    <div class="band" role="alertdialog" aria-label="Delete this figure?">
      <p>Delete “{f.name}”? This cannot be undone; take it away as a file first if you may want it back.</p>
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

  {#if details}<section class="sheetbox" aria-label="Details"><FigureDetails {desk} /></section>{/if}

  <div class="columns">
    <div class="left">
      <CountRail bind:this={rail} {desk} {player} />
      <StepInspector {desk} {add} />
      <div class="text">
        <TextEditor
          bind:this={text}
          {desk}
          {player}
          leave={() => root.querySelector<HTMLElement>('.mark[tabindex="0"]')?.focus()}
        />
      </div>
    </div>
    <aside class="right">
      <FloorView {desk} {player} />
      <FindingList {desk} {player} showText={(at) => text?.show(at)} />
    </aside>
  </div>
  <div class="foot"><Transport {desk} {player} bind:bpm /></div>
</div>
{#if printing}<div class="print"><StepSheet analysis={a} /></div>{/if}

<style>
  .desk {
    display: flex;
    flex-direction: column;
    height: calc(100dvh - 46px);
  }
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
  .facts {
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
    min-width: 190px;
    box-shadow: 0 6px 24px rgb(0 0 0 / 0.18);
  }
  .menu li button {
    width: 100%;
  }
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
  .sheetbox {
    margin: 0 20px 10px;
    padding: 12px;
    background: var(--sheet);
    border-radius: 10px;
    max-height: 46vh;
    overflow: auto;
    flex: none;
  }
  .columns {
    flex: 1;
    min-height: 0;
    display: grid;
    grid-template-columns: minmax(0, 1fr) 320px;
    gap: 20px;
    padding: 0 20px 10px;
  }
  .left {
    display: flex;
    flex-direction: column;
    min-width: 0;
    min-height: 0;
    overflow: hidden auto;
  }
  .text {
    flex: 1;
    min-height: 168px;
    padding: 3px;
  }
  .right {
    overflow: auto;
    display: flex;
    flex-direction: column;
    gap: 12px;
    min-height: 0;
  }
  .print {
    display: none;
  }
  @media (max-width: 900px) {
    .desk {
      height: auto;
      min-height: calc(100dvh - 46px);
    }
    .columns {
      grid-template-columns: minmax(0, 1fr);
      padding: 0 12px 10px;
    }
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
    .foot {
      position: sticky;
      bottom: 0;
      z-index: 5;
    }
    .left,
    .right {
      overflow: visible;
    }
  }
  @media print {
    .desk {
      display: none;
    }
    .print {
      display: block;
    }
  }
</style>
