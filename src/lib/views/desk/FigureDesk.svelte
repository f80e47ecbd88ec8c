<script lang="ts">
  import { onMount, untrack, type Component } from 'svelte';
  import type { Analysis } from '$lib/core/analysis';
  import { TICKS_PER_BEAT } from '$lib/core/base';
  import { differences } from '$lib/core/likeness';
  import { app } from '$lib/state/app.svelte';
  import type { Desk } from '$lib/state/desk.svelte';
  import { DanceSound } from '$lib/state/dance-sound.svelte';
  import { driveSilently, steadyTiming } from '$lib/state/dance-timing';
  import { Player, SPEEDS } from '$lib/state/player.svelte';
  import type { FigureSaver } from '$lib/state/saver.svelte';
  import { PointerRest } from '$lib/state/pointer-rest.svelte';
  import { typing } from '$lib/state/shortcuts';
  import { remedyText } from '$lib/messages';
  import { VaryLab } from '$lib/state/vary-lab.svelte';
  import type { VaryFinder } from '$lib/workers/vary-finder';
  import type { ArmStretch } from '$lib/core/scene';
  import TextEditor from '$lib/views/editor/TextEditor.svelte';
  import WordStrip from '$lib/views/editor/WordStrip.svelte';
  import FindingList from '$lib/views/findings/FindingList.svelte';
  import FloorView from '$lib/views/floor/FloorView.svelte';
  import CountRail from '$lib/views/rail/CountRail.svelte';
  import StepInspector from '$lib/views/rail/StepInspector.svelte';
  import { moments } from '$lib/views/rail/rail-model';
  import { LargeView } from '$lib/views/transport/large-view.svelte';
  import Transport from '$lib/views/transport/Transport.svelte';
  import { sharedFigure } from '$lib/state/share';
  import { exportJson } from './export';
  import { dancesPage, railPicture, sheetPicture } from '$lib/views/share/files';
  import DeskHeader from './DeskHeader.svelte';
  import DeskNotices from './DeskNotices.svelte';

  let {
    desk,
    saver,
    finder,
    news,
    like,
    fresh = false,
  }: {
    desk: Desk;
    saver: FigureSaver;
    finder: VaryFinder;
    news: string;
    like: boolean;
    /** It has just been begun: the caret stands where it is written. */
    fresh?: boolean;
  } = $props();

  const player = new Player();
  const sound = new DanceSound();
  // svelte-ignore state_referenced_locally
  let open = $state({
    details: false,
    vary: false,
    like,
    songs: false,
    deleting: false,
    say: false,
    share: false,
  });
  // svelte-ignore state_referenced_locally
  const lab = new VaryLab(desk, finder);
  let printing = $state(false);
  // svelte-ignore state_referenced_locally
  let bpm = $state(desk.figure.tempo.min);
  let rail: ReturnType<typeof CountRail> | undefined = $state();
  let text: ReturnType<typeof TextEditor> | undefined = $state();
  let list: ReturnType<typeof FindingList> | undefined = $state();
  let root: HTMLDivElement;

  const a = $derived(desk.analysis);
  const f = $derived(desk.figure);
  const whole = $derived({ from: a.start, to: Math.max(a.end, TICKS_PER_BEAT) });

  /** What a preview changes, by role and tick. */
  const changedMarks = $derived(
    new Set(desk.preview ? differences(desk.settled, desk.analysis).map((d) => `${d.track}|${d.tick}`) : []),
  );
  $effect(() => {
    const first = Math.min(...[...changedMarks].map((k) => Number(k.split('|')[1])));
    if (first < Infinity) untrack(() => (player.tick = first));
  });
  function closeVary() {
    open.vary = false;
    root.querySelector<HTMLElement>('[aria-expanded]')?.focus();
  }
  $effect(() => {
    if (open.vary) return () => lab.stop();
    return undefined;
  });
  $effect(() => {
    const s = desk.selected;
    const role = desk.selection?.role;
    if (open.vary && s && role && !desk.preview) untrack(() => lab.spanAt(role, s.tick));
  });

  $effect(() => {
    void desk.findings;
    const timer = setTimeout(() => desk.seekFixes(), 80);
    return () => clearTimeout(timer);
  });

  $effect(() => {
    if (!player.playing) return undefined;
    return sound.on
      ? sound.drive(player, a, steadyTiming(bpm, a.start), whole)
      : driveSilently(player, bpm, whole);
  });

  /** Read in quiet: printing cannot wait for it. */
  let StepSheet: Component<{ analysis: Analysis }> | undefined = $state.raw();
  onMount(() => {
    const quiet = setTimeout(() => {
      void import('$lib/views/sheet/StepSheet.svelte').then((m) => (StepSheet = m.default));
      void import('$lib/views/vary/VaryPanel.svelte');
    }, 700);
    const quieter = setTimeout(() => !open.vary && lab.warm(), 2500);
    return () => {
      clearTimeout(quiet);
      clearTimeout(quieter);
    };
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
    if (e.key === 'F8') act(e, () => list?.next());
    else if (mod && e.key === '.') act(e, () => list?.focusFirst());
    else if (mod && e.key.toLowerCase() === 'z' && !inside(e, '.cm-editor'))
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
      w: () => (open.vary = !open.vary),
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
    for (const finding of desk.findings) {
      const fix = desk.fixes(finding)?.[0];
      if (!fix) continue;
      if (desk.edit(fix.edits)) app.tell(`Applied: ${remedyText(fix, finding.role)}. Ctrl+Z undoes it.`);
      return;
    }
    const looking = desk.findings.some((x) => desk.fixes(x) === undefined);
    app.tell(
      desk.findings.length === 0
        ? 'Nothing to fix.'
        : looking
          ? 'Still looking for fixes. Try again in a moment.'
          : 'There’s no quick fix for what is left.',
    );
  }
  function add() {
    const s = desk.selected;
    if (s && desk.selection) rail?.addAfter(desk.selection.role, s);
  }
  function remove() {
    const s = desk.selected;
    if (s && desk.selection) rail?.remove(desk.selection.role, s);
  }
  const large = new LargeView(player);
  /** The row of the chosen step stands above the text: it comes and goes once no pointer is at work there. */
  const rest = new PointerRest();
  let inspected = $state(false);
  $effect(() => {
    const wanted = desk.selected !== undefined && !desk.writing;
    // A step that is gone takes its row with it.
    if (!rest.atWork || desk.selected === undefined) inspected = wanted;
  });
  let stretch: ArmStretch | undefined = $state.raw();
  /** A breakdown pasted from elsewhere, shown before it is put in. */
  let brought: string | undefined = $state.raw();
  function bring(pasted: string): boolean {
    const foreign = pasted.trim().includes('\n') || /^\s*\d{1,3}[.):]/.test(pasted);
    if (foreign) brought = pasted;
    return foreign;
  }
  function broughtIn() {
    brought = undefined;
    text?.show(f.lines.length);
  }
</script>

<svelte:window onkeydown={keys} />

<div class="desk" bind:this={root} inert={large.open}>
  <DeskHeader {desk} {saver} bind:open />
  <DeskNotices {desk} {saver} {news} bind:deleting={open.deleting} />

  {#if open.details}<section class="sheetbox" aria-label="Details">
      {#await import('$lib/views/details/FigureDetails.svelte') then { default: FigureDetails }}
        <FigureDetails {desk} />
      {/await}
    </section>{/if}
  {#if open.like}
    {#await import('$lib/views/vary/LikePanel.svelte') then { default: LikePanel }}
      <LikePanel {desk} {saver} close={() => (open.like = false)} />
    {/await}
  {/if}
  {#if open.share}
    {#await import('$lib/views/share/SharePanel.svelte') then { default: SharePanel }}
      <SharePanel
        name={f.name}
        shared={() => Promise.resolve(sharedFigure(f))}
        others={[
          { name: 'Picture of the rail (PNG)', does: () => railPicture(a) },
          { name: 'Picture of the step sheet (PNG)', does: () => sheetPicture(a) },
          { name: 'Page that plays (HTML)', does: () => dancesPage(f.name, [], [a]) },
          { name: 'Figure file (JSON)', does: () => exportJson([f], f.name) },
        ]}
        close={() => (open.share = false)}
      />
    {/await}
  {/if}
  {#if open.songs}
    {#await import('$lib/views/songs/SongsFor.svelte') then { default: SongsFor }}
      <SongsFor analysis={a} close={() => (open.songs = false)} />
    {/await}
  {/if}

  <div class="columns" class:varying={open.vary}>
    <div class="left">
      <div inert={desk.preview !== undefined && desk.picks.size === 0}>
        <CountRail bind:this={rail} {desk} {player} changed={changedMarks} plain={open.vary} bind:stretch />
      </div>
      {#if open.vary}
        <div class="under">
          <FloorView {desk} {player} />
          {#await import('$lib/views/arms/ArmsNow.svelte') then { default: ArmsNow }}
            <ArmsNow analysis={a} tick={player.tick} />
          {/await}
        </div>
      {:else}
        {#if inspected}<div class="chosen">
            <StepInspector {desk} {add} {remove} />
          </div>{/if}
        <WordStrip {desk} write={(w) => text?.write(w) ?? false} bind:say={open.say} />
        <!-- svelte-ignore a11y_no_static_element_interactions -->
        <div class="text" onpointerdown={rest.press}>
          {#if brought !== undefined}
            {#await import('$lib/views/editor/BroughtIn.svelte') then { default: BroughtIn }}
              <BroughtIn {desk} text={brought} done={broughtIn} />
            {/await}
          {/if}
          {#if open.say}
            {#await import('$lib/views/editor/SayIt.svelte') then { default: SayIt }}
              <SayIt {desk} done={() => ((open.say = false), text?.show(f.lines.length))} />
            {/await}
          {/if}
          <TextEditor
            bind:this={text}
            {desk}
            {player}
            brought={bring}
            focus={fresh}
            findings={() => list?.focusFirst()}
            leave={() =>
              root.querySelector<HTMLElement>('.mark[tabindex="0"], .ghost[tabindex="0"]')?.focus()}
          />
        </div>
      {/if}
    </div>
    <aside class="right">
      {#if open.vary}
        {#await import('$lib/views/vary/VaryPanel.svelte') then { default: VaryPanel }}
          <VaryPanel {lab} {saver} close={closeVary} />
        {/await}
      {:else}
        <FloorView {desk} {player} />
        {#if stretch}<p class="armsnow">
            <b>{stretch.name.title}.</b>
            {stretch.name.sentence}
            <a href="/arms?figure={f.id}&count={Math.ceil(Math.max(0, stretch.from) / TICKS_PER_BEAT) + 1}"
              >Turns from here</a
            >
          </p>{/if}
        <FindingList bind:this={list} {desk} {player} showText={(at) => text?.show(at)} />
      {/if}
    </aside>
  </div>
  <div class="foot">
    <Transport {sound} analysis={a} {player} bind:bpm large={() => (large.open = true)} />
  </div>
</div>
{#if large.open}
  {#await import('$lib/views/transport/Studio.svelte') then { default: Studio }}
    <Studio name={f.name} analysis={a} {player} {whole} {sound} close={() => large.leave(root)} />
  {/await}
{/if}
{#if printing && StepSheet}<div class="print"><StepSheet analysis={a} /></div>{/if}

<style>
  .desk {
    display: flex;
    flex-direction: column;
    height: calc(100dvh - 46px - var(--above, 0px));
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
  .columns.varying {
    grid-template-columns: minmax(0, 1fr) 450px;
  }
  .under {
    padding-top: 8px;
    display: grid;
    grid-template-columns: 222px minmax(0, 1fr);
    grid-template-rows: auto 1fr;
    gap: 2px 16px;
  }
  .under > :global(.floor) {
    display: contents;
  }
  .under > :global(.floor > svg) {
    grid-row: 1 / 3;
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
    position: relative;
    min-height: 120px;
    padding: 3px;
  }
  .armsnow {
    font-size: 13.5px;
    line-height: 1.35;
  }
  .chosen {
    flex: none;
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
      min-height: calc(100dvh - 46px - var(--above, 0px));
    }
    .columns,
    .columns.varying {
      grid-template-columns: minmax(0, 1fr);
      padding: 0 12px 10px;
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
    /* The controls of the step that is tapped are there, above the thumb. */
    .chosen {
      position: fixed;
      inset: auto 0 calc(64px + env(safe-area-inset-bottom));
      z-index: 6;
      max-height: 42vh;
      overflow: auto;
      background: var(--paper);
      border-top: 2px solid var(--ink);
      padding: 4px 12px;
    }
    .columns.varying {
      display: flex;
      flex-direction: column;
    }
    .columns.varying .left {
      display: contents;
    }
    .under {
      order: 3;
      grid-template-columns: 160px minmax(0, 1fr);
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
