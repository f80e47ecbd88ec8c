<script lang="ts">
  import Play from '@lucide/svelte/icons/play';
  import Pause from '@lucide/svelte/icons/pause';
  import ChevronLeft from '@lucide/svelte/icons/chevron-left';
  import ChevronRight from '@lucide/svelte/icons/chevron-right';
  import type { Viewpoint } from '$lib/core/scene';
  import { TICKS_PER_BEAT } from '$lib/core/base';
  import { sayCount, positionAt } from '$lib/core/time';
  import type { Analysis } from '$lib/core/analysis';
  import type { DanceSound } from '$lib/state/dance-sound.svelte';
  import { SPEEDS, type Player } from '$lib/state/player.svelte';
  import { VIEW_NAMES } from '$lib/views/floor/FloorView.svelte';
  import Maximize from '@lucide/svelte/icons/maximize-2';
  import Sliders from '@lucide/svelte/icons/sliders-horizontal';
  import SoundSwitch from './SoundSwitch.svelte';
  import { moments } from '$lib/views/rail/rail-model';

  /** `stretches`: what can be looped, units of the figure where nothing else is said; `count` says the count shown. */
  let {
    analysis: a,
    player,
    bpm = $bindable(),
    sound,
    stretches,
    count,
    large,
  }: {
    analysis: Analysis;
    player: Player;
    bpm: number;
    sound: DanceSound;
    stretches?: readonly { readonly from: number; readonly to: number; readonly name: string }[];
    count?: (tick: number) => string;
    /** Shows the couple and the count large. */
    large?: () => void;
  } = $props();

  let more = $state(false);
  const whole = $derived({ from: a.start, to: Math.max(a.end, TICKS_PER_BEAT) });
  const stops = $derived(moments(a));
  const said = $derived.by(() => {
    const tick = Math.max(0, player.tick);
    const last = stops.findLast((m) => m <= tick + 0.01 && m < a.end) ?? 0;
    return positionAt(last, a.figure.feel)?.sub || (count ? count(last) : sayCount(last, a.figure.feel));
  });
  const units = $derived(
    stretches ??
      a.roles.leader.units.map((u) => ({
        from: u.from,
        to: u.to,
        name: unitName(u.from, u.to),
      })),
  );
  function unitName(from: number, to: number): string {
    const last = Math.ceil(to / TICKS_PER_BEAT);
    const first = sayCount(from, a.figure.feel);
    return first === String(last) ? first : `${first}–${last}`;
  }
  const looped = (u: { from: number; to: number }) => player.loop?.from === u.from && player.loop.to === u.to;
</script>

<div class="transport" class:more role="group" aria-label="Play">
  <button class="play" onclick={() => player.toggle(whole)} aria-label={player.playing ? 'Pause' : 'Play'}>
    {#if player.playing}<Pause size={24} fill="currentColor" />{:else}<Play
        size={24}
        fill="currentColor"
      />{/if}
  </button>
  <span class="now num" role="img" aria-label="Count {said}">{said}</span>
  <span class="pair">
    <button onclick={() => player.stepTo(stops, -1)} aria-label="Previous count"
      ><ChevronLeft size={18} /></button
    >
    <button onclick={() => player.stepTo(stops, 1)} aria-label="Next count"><ChevronRight size={18} /></button
    >
  </span>
  <SoundSwitch {sound} />
  {#if large}<button class="big" onclick={large} aria-label="Large: the couple and the count" title="Large"
      ><Maximize size={17} /></button
    >{/if}
  <button
    class="rest"
    aria-expanded={more}
    aria-label="Speed, side and the rest"
    onclick={() => (more = !more)}><Sliders size={19} /></button
  >
  <div class="loops" role="group" aria-label="Loop a unit">
    <span class="quiet">loop</span>
    <button aria-pressed={player.loop === undefined} onclick={() => (player.loop = undefined)}>all</button>
    {#each units.slice(0, 12) as u (u.from)}
      <button
        class="num"
        aria-label="{u.name}, loop"
        aria-pressed={looped(u)}
        onclick={() => (
          (player.loop = looped(u) ? undefined : { from: u.from, to: u.to }),
          (player.tick = u.from)
        )}>{u.name}</button
      >
    {/each}
  </div>
  <label
    ><span>tempo</span><input
      class="num"
      type="number"
      min="20"
      max="400"
      step="0.1"
      bind:value={() => Math.round(bpm * 10) / 10, (v) => (bpm = v)}
      aria-label="Tempo, beats a minute"
    /></label
  >
  <label
    ><span>speed</span>
    <select bind:value={player.speed} aria-label="Speed"
      >{#each SPEEDS as s (s)}<option value={s}>{s} %</option>{/each}</select
    >
  </label>
  <label
    ><span>seen from</span>
    <select bind:value={player.view} aria-label="Seen from"
      >{#each Object.entries(VIEW_NAMES) as [v, n] (v)}<option value={v as Viewpoint}>{n}</option
        >{/each}</select
    >
  </label>
  <label
    ><span>shows</span>
    <select bind:value={player.only} aria-label="Who is shown"
      ><option value="both">both</option><option value="leader">leader only</option><option value="follower"
        >follower only</option
      ></select
    >
  </label>
  <button class="mirror" aria-pressed={player.mirrored} onclick={() => (player.mirrored = !player.mirrored)}
    >Mirrored</button
  >
</div>

<style>
  .transport {
    display: flex;
    gap: 10px;
    align-items: center;
    padding: 6px 20px;
    background: var(--sheet);
    border-top: 2px solid var(--ink);
    overflow-x: auto;
  }
  .play {
    width: 46px;
    height: 46px;
    flex: none;
    border-radius: 50%;
    justify-content: center;
    background: var(--ink);
    color: var(--paper);
    padding: 0;
  }
  .now {
    font: 800 44px/1 var(--display);
    min-width: 56px;
    text-align: center;
  }
  .pair {
    display: flex;
    gap: 2px;
  }
  .pair button {
    padding: 4px 8px;
  }
  .loops {
    min-width: 120px;
    overflow-x: auto;
    display: flex;
    gap: 3px;
    align-items: center;
    font-size: 14px;
  }
  .loops button {
    padding: 3px 9px;
    border-radius: 16px;
    flex: none;
  }
  label {
    display: flex;
    flex-direction: column;
    font-size: 12px;
    color: var(--quiet);
  }
  label select,
  label input {
    color: var(--ink);
    min-height: 30px;
    padding: 2px 6px;
    font-size: 14px;
  }
  input {
    width: 68px;
  }
  label:first-of-type {
    margin-left: auto;
  }
  .rest {
    display: none;
  }
  @media (max-width: 900px) {
    .transport {
      flex-wrap: wrap;
      overflow: visible;
    }
    .rest {
      display: inline-flex;
      margin-left: auto;
    }
    .transport:not(.more) > :is(label, .loops, .mirror) {
      display: none;
    }
    .loops {
      min-width: 0;
      width: 100%;
      flex-wrap: wrap;
    }
    label:first-of-type {
      margin-left: 0;
    }
    .transport button,
    label select,
    label input {
      min-height: 44px;
      min-width: 44px;
      justify-content: center;
    }
  }
  @media (max-width: 700px) {
    .transport {
      padding: 6px 12px;
    }
    .now {
      min-width: 44px;
      font-size: 36px;
    }
  }
</style>
