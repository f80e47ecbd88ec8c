<script lang="ts">
  import { onMount } from 'svelte';
  import X from '@lucide/svelte/icons/x';
  import Play from '@lucide/svelte/icons/play';
  import Pause from '@lucide/svelte/icons/pause';
  import ChevronLeft from '@lucide/svelte/icons/chevron-left';
  import ChevronRight from '@lucide/svelte/icons/chevron-right';
  import RotateCw from '@lucide/svelte/icons/rotate-cw';
  import type { Analysis } from '$lib/core/analysis';
  import { ROLES } from '$lib/core/base';
  import { positionAt, sayCount } from '$lib/core/time';
  import { keepAwake } from '$lib/state/remote';
  import type { DanceSound } from '$lib/state/dance-sound.svelte';
  import { SPEEDS, type Player, type Stretch } from '$lib/state/player.svelte';
  import FloorView, { VIEW_NAMES } from '$lib/views/floor/FloorView.svelte';
  import { marks, moments } from '$lib/views/rail/rail-model';
  import SoundSwitch from './SoundSwitch.svelte';

  /** The couple and one large count, for a phone in one hand or a projector. A swipe goes to the next unit. */
  let {
    name,
    analysis: a,
    player,
    whole,
    sound,
    stretches,
    say,
    follow = false,
    back = 'Back to the desk',
    close,
  }: {
    name: string;
    analysis: Analysis;
    player: Player;
    whole: Stretch;
    sound: DanceSound;
    /** What a swipe goes through; units of the figure where nothing else is said. */
    stretches?: readonly Stretch[] | undefined;
    /** Says the count shown, where it is not the figure's own. */
    say?: ((tick: number) => string) | undefined;
    /** The floor goes with the couple. */
    follow?: boolean;
    back?: string;
    close: () => void;
  } = $props();

  let root: HTMLDivElement;
  let playButton: HTMLButtonElement;
  onMount(() => playButton.focus());
  $effect(() => (player.playing ? keepAwake() : undefined));

  const stops = $derived(moments(a));
  const tick = $derived(stops.findLast((m) => m <= Math.max(0, player.tick) + 0.01 && m < a.end) ?? 0);
  const count = $derived(
    say?.(tick) ?? (positionAt(tick, a.figure.feel)?.sub || sayCount(tick, a.figure.feel)),
  );
  const call = $derived(
    a.words.findLast((w) => w.track === 'calls' && w.tick <= tick && tick - w.tick < 24)?.text ?? '',
  );
  const tracks = $derived({ leader: marks(a, 'leader'), follower: marks(a, 'follower') });
  /** What each does now. */
  const now = $derived(
    ROLES.map((role) => ({ role, mark: tracks[role].findLast((m) => m.w.tick <= tick) })).filter(
      (x) => player.only === 'both' || player.only === x.role,
    ),
  );
  const units: readonly Stretch[] = $derived(stretches ?? a.roles.leader.units);
  const unit = $derived(units.findIndex((u) => u.from <= player.tick && player.tick < u.to));
  const looped = $derived(player.loop !== undefined);

  function go(d: 1 | -1) {
    const next = units[(Math.max(0, unit) + d + units.length) % Math.max(1, units.length)];
    if (!next) return;
    player.tick = next.from;
    if (looped) player.loop = { from: next.from, to: next.to };
  }
  function loop() {
    const u = units[Math.max(0, unit)];
    player.loop = looped || !u ? undefined : { from: u.from, to: u.to };
  }
  const VIEWS = ['leader', 'follower', 'near', 'far'] as const;
  const turn = () => (player.view = VIEWS[(VIEWS.indexOf(player.view) + 1) % 4] ?? 'leader');
  function speed(d: 1 | -1) {
    const i = SPEEDS.indexOf(player.speed as 100);
    player.speed = SPEEDS[Math.max(0, Math.min(SPEEDS.length - 1, i + d))] ?? 100;
  }
  const WHO = { both: 'both', leader: 'leader', follower: 'follower' } as const;
  const who = () =>
    (player.only = player.only === 'both' ? 'leader' : player.only === 'leader' ? 'follower' : 'both');

  /** Farther than this is a swipe, px. */
  const SWIPE = 50;
  let from: { x: number; y: number } | undefined;
  function swiped(e: PointerEvent) {
    const dx = e.clientX - (from?.x ?? e.clientX);
    const dy = e.clientY - (from?.y ?? e.clientY);
    from = undefined;
    if (Math.abs(dx) > SWIPE && Math.abs(dx) > 1.5 * Math.abs(dy)) go(dx < 0 ? 1 : -1);
  }
  async function full() {
    if (document.fullscreenElement) await document.exitFullscreen();
    else await root.requestFullscreen?.();
  }
  function keys(e: KeyboardEvent) {
    if (e.key !== 'Escape') return;
    e.preventDefault();
    e.stopPropagation();
    close();
  }
</script>

<svelte:window onkeydowncapture={keys} />

<div class="studio" bind:this={root} role="dialog" aria-modal="true" aria-label="{name}, large">
  <header>
    <button onclick={close} aria-label={back}><X size={24} /></button>
    <b>{name}</b>
    <button class="wide" onclick={full}>Whole screen</button>
    <SoundSwitch {sound} />
  </header>
  <!-- svelte-ignore a11y_no_static_element_interactions -->
  <div
    class="stage"
    onpointerdown={(e) => (from = { x: e.clientX, y: e.clientY })}
    onpointerup={swiped}
    onpointercancel={() => (from = undefined)}
  >
    <div class="couple"><FloorView desk={{ analysis: a }} {player} {follow} /></div>
    <div class="now">
      <p class="count num" aria-hidden="true">{count}</p>
      <p class="call">{call}</p>
      {#each now as { role, mark } (role)}
        <p class={role}><b>{role}</b> {mark ? `${mark.word} ${mark.turn}` : '–'}</p>
      {/each}
    </div>
  </div>
  <div class="thumb" role="group" aria-label="Play">
    <div class="row">
      <button onclick={() => speed(-1)} aria-label="Slower">–</button>
      <span class="num speed" role="status">{player.speed} %</span>
      <button onclick={() => speed(1)} aria-label="Faster">+</button>
      <button onclick={turn} aria-label="See from the next side, now {VIEW_NAMES[player.view]}"
        ><RotateCw size={20} /> side</button
      >
      <button onclick={who} aria-label="Shown: {WHO[player.only]}">{WHO[player.only]}</button>
      <button aria-pressed={player.mirrored} onclick={() => (player.mirrored = !player.mirrored)}
        >mirror</button
      >
    </div>
    <div class="row">
      <button onclick={() => go(-1)} aria-label="Previous unit"><ChevronLeft size={26} /></button>
      <button
        class="play"
        bind:this={playButton}
        onclick={() => player.toggle(whole)}
        aria-label={player.playing ? 'Pause' : 'Play'}
        >{#if player.playing}<Pause size={30} fill="currentColor" />{:else}<Play
            size={30}
            fill="currentColor"
          />{/if}</button
      >
      <button onclick={() => go(1)} aria-label="Next unit"><ChevronRight size={26} /></button>
      <button aria-pressed={looped} onclick={loop}>{looped ? 'this unit' : 'all of it'}</button>
    </div>
  </div>
</div>

<style>
  .studio {
    position: fixed;
    inset: 0;
    z-index: 30;
    background: var(--paper);
    color: var(--ink);
    display: grid;
    grid-template-rows: auto minmax(0, 1fr) auto;
    gap: 6px;
    padding: 6px 12px max(10px, env(safe-area-inset-bottom));
  }
  header {
    display: flex;
    gap: 10px;
    align-items: center;
  }
  header b {
    flex: 1;
    min-width: 0;
    font: 700 18px var(--display);
    overflow: hidden;
    text-overflow: ellipsis;
    white-space: nowrap;
  }
  .stage {
    display: grid;
    grid-template-rows: minmax(0, 1fr) auto;
    min-height: 0;
    touch-action: pan-y;
    user-select: none;
  }
  .couple {
    min-height: 0;
    display: grid;
    place-items: center;
    container-type: size;
  }
  .couple :global(svg) {
    width: min(100cqw, 100cqh);
    height: min(100cqw, 100cqh);
  }
  .couple :global(figcaption) {
    display: none;
  }
  .now {
    text-align: center;
  }
  .count {
    font: 800 132px/1 var(--display);
    min-height: 132px;
  }
  .call {
    font-size: 22px;
    font-style: italic;
    min-height: 30px;
  }
  .now b {
    font-weight: 650;
  }
  .leader {
    color: var(--leader);
  }
  .follower {
    color: var(--follower);
  }
  .thumb {
    display: grid;
    gap: 6px;
  }
  .row {
    display: flex;
    gap: 5px;
    align-items: center;
    justify-content: center;
  }
  .row button,
  header button {
    min-height: 48px;
    min-width: 46px;
    justify-content: center;
    padding: 4px 8px;
  }
  .speed {
    min-width: 48px;
    text-align: center;
  }
  .play {
    width: 76px;
    height: 64px;
    border-radius: 32px;
    background: var(--ink);
    color: var(--paper);
  }
  .wide {
    display: none;
  }
  /* On its side: the couple beside the count. */
  @media (orientation: landscape) {
    .stage {
      grid-template: minmax(0, 1fr) / minmax(0, 1.1fr) minmax(0, 1fr);
      align-items: center;
      gap: 16px;
    }
    .couple {
      height: 100%;
    }
    .thumb {
      grid-auto-flow: column;
      justify-content: center;
      gap: 18px;
    }
  }
  /* A projector: read from the far wall. */
  @media (min-width: 1200px) and (min-height: 700px) {
    .studio {
      padding: 16px 40px 24px;
    }
    .count {
      font-size: min(46vh, 520px);
      min-height: 0;
    }
    .call {
      font-size: 56px;
      min-height: 70px;
    }
    .now p:not(.count, .call) {
      font-size: 40px;
    }
    .wide {
      display: inline-flex;
    }
    header b {
      font-size: 32px;
    }
    .row button,
    .row .speed {
      font-size: 20px;
      min-height: 56px;
    }
  }
</style>
