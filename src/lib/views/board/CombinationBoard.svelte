<script lang="ts">
  import { sharedCombination } from '$lib/state/share';
  import { dancesPage, railPicture, sheetPicture } from '$lib/views/share/files';
  import { untrack } from 'svelte';
  import { TICKS_PER_BEAT } from '$lib/core/base';
  import type { ComposeRequest } from '$lib/core/composer';
  import { bpmAt, clockFor, foldOfPlan, straightAt } from '$lib/core/combination';
  import { nameOf } from '$lib/core/arms';
  import { armsAt } from '$lib/core/analysis';
  import { app } from '$lib/state/app.svelte';
  import type { Board } from '$lib/state/board.svelte';
  import { ComposeLab } from '$lib/state/compose-lab.svelte';
  import { DanceSound } from '$lib/state/dance-sound.svelte';
  import { driveSilently, type Timing } from '$lib/state/dance-timing';
  import { LaidSong } from '$lib/state/laid-song.svelte';
  import { Player, SPEEDS } from '$lib/state/player.svelte';
  import type { CombinationSaver } from '$lib/state/saver.svelte';
  import { typing } from '$lib/state/shortcuts';
  import { MusicFinder } from '$lib/workers/music-finder';
  import type { ComposeFinder } from '$lib/workers/compose-finder';
  import { endOf } from '$lib/core/scene/board';
  import FloorView from '$lib/views/floor/FloorView.svelte';
  import { LargeView } from '$lib/views/transport/large-view.svelte';
  import Transport from '$lib/views/transport/Transport.svelte';
  import BoardHeader from './BoardHeader.svelte';
  import BoardNotices from './BoardNotices.svelte';
  import BoardRows from './BoardRows.svelte';
  import BoardSums from './BoardSums.svelte';
  import JointInspector from './JointInspector.svelte';
  import LayerStrip from './LayerStrip.svelte';
  import Library from './Library.svelte';
  import PartInspector from './PartInspector.svelte';

  let {
    board,
    saver,
    composer,
    news,
    composing,
    laying,
  }: {
    board: Board;
    saver: CombinationSaver;
    composer: ComposeFinder;
    news: string;
    composing: boolean;
    /** Opened to be laid on a song. */
    laying: boolean;
  } = $props();

  const player = new Player();
  const large = new LargeView(player);
  const sound = new DanceSound();
  const lab = untrack(() => new ComposeLab(composer, app.heights));
  let open = $state({
    details: untrack(() => laying),
    compose: untrack(() => composing),
    deleting: false,
    share: false,
  });
  let root: HTMLDivElement;
  let preset: Partial<ComposeRequest> | undefined = $state.raw();

  $effect(() => {
    void board.plan;
    const timer = setTimeout(() => board.dance(), board.danced ? 90 : 0);
    return () => clearTimeout(timer);
  });

  /** A joint that does not fit is what one wants to see first. */
  untrack(() => {
    const gap = board.gaps[0];
    if (gap !== undefined && !board.chosen) board.chooseJoint(gap);
  });

  const plan = $derived(board.plan);
  const danced = $derived(board.danced);
  const a = $derived(danced?.whole.analysis);
  const whole = $derived({ from: plan.from, to: Math.max(plan.end, plan.from + TICKS_PER_BEAT) });
  const stretches = $derived(
    plan.passes.map((p, i) => ({
      from: p.at,
      to: endOf(p),
      name: `${i + 1} ${short(p.reading.figure.name)}`,
    })),
  );
  const short = (name: string) => (name.length > 15 ? `${name.slice(0, 14)}…` : name);
  let bpm = $derived(bpmAt(board.combination, player.tick));
  $effect(() => {
    if (player.tick > whole.to || player.tick < whole.from) player.tick = whole.from;
  });
  /** The song it is laid on; its sound when that is wanted. */
  const laid = new LaidSong(
    () =>
      new MusicFinder(
        () => new Worker(new URL('../../workers/music.worker.ts', import.meta.url), { type: 'module' }),
      ),
  );
  $effect(() => void laid.load(board.combination.song));
  $effect(() => {
    if (sound.on && laid.song) void laid.sounds();
  });
  const timing = $derived.by((): Timing => {
    const clock = clockFor(board.combination);
    const from = laid.from(board.combination.song);
    return {
      at: (tick) => from + clock.seconds(tick),
      tick: (seconds) => clock.tickAt(seconds - from),
      music: board.combination.song ? laid.buffer : undefined,
    };
  });
  $effect(() => {
    if (!player.playing) return undefined;
    if (sound.on && laid.busy) return undefined;
    return sound.on && a ? sound.drive(player, a, timing, whole) : driveSilently(player, bpm, whole);
  });
  const arms = $derived(a ? nameOf(armsAt(a.arms, player.tick, true)).title : '');
  const say = (tick: number) =>
    String(
      board.straight
        ? straightAt(board.combination, tick, foldOfPlan(plan)).count
        : Math.floor((tick - (plan.passes.findLast((p) => p.at <= tick)?.at ?? 0)) / TICKS_PER_BEAT) + 1,
    );
  const call = $derived(
    a?.words.findLast((w) => w.track === 'calls' && w.tick <= player.tick && player.tick < w.end)?.text ?? '',
  );

  function keys(e: KeyboardEvent) {
    if (app.palette || app.shortcuts || e.defaultPrevented || open.compose) return;
    const mod = e.ctrlKey || e.metaKey;
    if (mod && e.key.toLowerCase() === 'z' && !typing(e.target))
      act(e, () => (e.shiftKey ? board.redo() : board.undo()));
    else if (mod && e.key.toLowerCase() === 'y' && !typing(e.target)) act(e, () => board.redo());
    else if (mod || e.altKey || typing(e.target)) return;
    else plain(e);
  }
  function plain(e: KeyboardEvent) {
    const onControl = e.target instanceof Element && e.target.closest('button:not([data-part]), a') !== null;
    const beat = (d: number) => {
      player.stop();
      player.tick = Math.max(
        whole.from,
        Math.min(whole.to - TICKS_PER_BEAT, (Math.floor(player.tick / TICKS_PER_BEAT) + d) * TICKS_PER_BEAT),
      );
    };
    const speed = (d: number) =>
      (player.speed =
        SPEEDS[Math.max(0, Math.min(SPEEDS.length - 1, SPEEDS.indexOf(player.speed as 100) + d))] ?? 100);
    const views = { leader: 'follower', follower: 'near', near: 'far', far: 'leader' } as const;
    const actions: Record<string, () => void> = {
      ArrowLeft: () => beat(-1),
      ArrowRight: () => beat(1),
      '[': () => speed(-1),
      ']': () => speed(1),
      v: () => (player.view = views[player.view]),
      m: () => (player.mirrored = !player.mirrored),
      c: () => (board.straight = !board.straight),
      n: () => (open.compose = true),
      r: () => root.querySelector<HTMLElement>('[data-part][tabindex="0"]')?.focus(),
      x: firstMend,
      g: nextGap,
      Escape: () => (board.chosen = undefined),
      ...(onControl ? {} : { ' ': () => player.toggle(whole) }),
      ...Object.fromEntries([0, 1, 2, 3].map((n) => [String(n), () => (board.layer = n as 0)])),
    };
    const action = actions[e.key];
    if (action) act(e, action);
  }
  function act(e: KeyboardEvent, action: () => void) {
    e.preventDefault();
    action();
  }
  /** Every way to fill what is left, after the last figure. */
  function fill(beats: number) {
    const last = plan.passes.at(-1)?.reading.figure;
    if (!last) return;
    preset = {
      beats,
      start: { type: 'figure', id: last.id },
      end: board.combination.loop
        ? { type: 'figure', id: plan.passes[0]?.reading.figure.id ?? last.id }
        : { type: 'any' },
    };
    open.compose = true;
  }
  function firstMend() {
    const m = board.mends?.[0];
    if (m && board.layer === 0) board.mend(m);
  }
  function nextGap() {
    const now = board.chosen?.type === 'joint' ? board.chosen.pass : -1;
    const next = board.gaps.find((g) => g > now) ?? board.gaps[0];
    if (next !== undefined) board.chooseJoint(next);
  }
  /** What else can be given away, once the whole has been danced. */
  const shareFiles = $derived.by(() => {
    const danced = board.danced?.whole.analysis;
    if (!danced) return [];
    return [
      { name: 'Picture of the rail (PNG)', does: () => railPicture(danced) },
      { name: 'Picture of the step sheet (PNG)', does: () => sheetPicture(danced) },
      {
        name: 'Page that plays (HTML)',
        does: () => dancesPage(board.combination.name, [board.combination.notes].filter(Boolean), [danced]),
      },
    ];
  });
</script>

<svelte:window onkeydown={keys} />

<div class="screen" bind:this={root} inert={large.open}>
  <BoardHeader {board} {saver} bind:open />
  <BoardNotices {board} {saver} {news} bind:deleting={open.deleting} />
  {#if open.share}
    {#await import('$lib/views/share/SharePanel.svelte') then { default: SharePanel }}
      <SharePanel
        name={board.combination.name}
        shared={async () => sharedCombination(await app.db(), board.combination)}
        others={shareFiles}
        close={() => (open.share = false)}
      />
    {/await}
  {/if}
  {#if open.details}<section class="sheetbox" aria-label="Music and length">
      {#await import('./MusicDetails.svelte') then { default: MusicDetails }}<MusicDetails {board} />{/await}
    </section>{/if}

  {#if open.compose}
    {#await import('$lib/views/compose/ComposePanel.svelte') then { default: ComposePanel }}
      <ComposePanel
        {board}
        {lab}
        {preset}
        close={() => {
          open.compose = false;
          preset = undefined;
        }}
      />
    {/await}
  {:else}
    <div class="columns">
      <div class="left">
        <LayerStrip {board} />
        <div class="rows"><BoardRows {board} {player} song={laid.song?.map} /></div>
        {#if plan.passes.length > 0}<BoardSums {board} {player} {fill} />{/if}
      </div>
      <aside class="right">
        {#if board.chosen?.type === 'joint'}
          <div class="inspect"><JointInspector {board} pass={board.chosen.pass} /></div>
        {:else if board.chosen?.type === 'part'}
          <div class="inspect"><PartInspector {board} at={board.chosen.part} /></div>
        {/if}
        {#if danced && a && (!board.chosen || player.playing)}
          <div class="floorbox">
            <FloorView desk={{ analysis: a }} {player} follow />
            <p class="now"><b>{call}</b> <span class="quiet">{arms}</span></p>
          </div>
        {/if}
        <Library {board} />
      </aside>
    </div>
    {#if a && plan.passes.length > 0}
      <div class="foot">
        <Transport
          {sound}
          analysis={a}
          {player}
          bind:bpm
          {stretches}
          count={say}
          large={() => (large.open = true)}
        />
      </div>
    {/if}
  {/if}
</div>
{#if large.open && a}
  {#await import('$lib/views/transport/Studio.svelte') then { default: Studio }}
    <Studio
      name={board.combination.name}
      analysis={a}
      {player}
      {whole}
      {sound}
      {stretches}
      {say}
      follow
      back="Back to the board"
      close={() => large.leave(root)}
    />
  {/await}
{/if}

<style>
  .screen {
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
    grid-template-columns: minmax(0, 1fr) 330px;
    gap: 14px;
    padding: 0 20px 8px;
  }
  .left {
    display: flex;
    flex-direction: column;
    min-height: 0;
    min-width: 0;
  }
  .rows {
    overflow: hidden auto;
    flex: 0 1 auto;
    min-height: 0;
    padding-left: 12px;
    margin-left: -12px;
  }
  .right {
    min-height: 0;
    display: flex;
    flex-direction: column;
    gap: 10px;
    overflow: hidden auto;
  }
  .inspect {
    flex: 0 0 auto;
    border-top: 3px solid var(--ink);
    padding-top: 8px;
  }
  .floorbox {
    flex: none;
    width: 78%;
    margin-inline: auto;
  }
  .now {
    font-size: 14px;
    min-height: 20px;
  }
  @media (max-width: 900px) {
    .screen {
      height: auto;
      min-height: calc(100dvh - 46px - var(--above, 0px));
    }
    .columns {
      grid-template-columns: minmax(0, 1fr);
      padding: 0 12px 8px;
    }
    .rows,
    .right {
      overflow: visible;
    }
    .foot {
      position: sticky;
      bottom: 0;
      z-index: 5;
    }
  }
</style>
