<script lang="ts">
  import { untrack } from 'svelte';
  import type { Analysis } from '$lib/core/analysis';
  import { TICKS_PER_BEAT } from '$lib/core/base';
  import type { Figure } from '$lib/core/figure';
  import { app } from '$lib/state/app.svelte';
  import { DanceSound } from '$lib/state/dance-sound.svelte';
  import { driveSilently, steadyTiming } from '$lib/state/dance-timing';
  import { Desk } from '$lib/state/desk.svelte';
  import { Player } from '$lib/state/player.svelte';
  import FloorView from '$lib/views/floor/FloorView.svelte';
  import CountRail from '$lib/views/rail/CountRail.svelte';
  import StepSheet from '$lib/views/sheet/StepSheet.svelte';
  import { LargeView } from '$lib/views/transport/large-view.svelte';
  import Transport from '$lib/views/transport/Transport.svelte';

  /** One dance, read only: rail, floor from any side, counts and calls, and the steps in words. */
  let { figure, analysis, bpm: tempo }: { figure: Figure; analysis?: Analysis; bpm?: number } = $props();

  const player = new Player();
  const large = new LargeView(player);
  let root: HTMLDivElement;
  const sound = new DanceSound();
  const desk = untrack(() => new Desk(figure, app.heights, { ask: () => {} }));
  const a = $derived(analysis ?? desk.analysis);
  let bpm = $state(untrack(() => tempo ?? figure.tempo.min));
  const whole = $derived({ from: a.start, to: Math.max(a.end, TICKS_PER_BEAT) });
  $effect(() => {
    if (!player.playing) return undefined;
    return sound.on
      ? sound.drive(player, a, steadyTiming(bpm, a.start), whole)
      : driveSilently(player, bpm, whole);
  });
  const NONE: ReadonlySet<string> = new Set();
</script>

<div class="dance" class:long={analysis !== undefined}>
  {#if !analysis}<div class="rail" inert><CountRail {desk} {player} changed={NONE} /></div>{/if}
  <div class="floor"><FloorView desk={{ analysis: a }} {player} follow={analysis !== undefined} /></div>
  <div class="sheet"><StepSheet analysis={a} /></div>
</div>
<div class="foot" bind:this={root}>
  <Transport {sound} analysis={a} {player} bind:bpm large={() => (large.open = true)} />
</div>
{#if large.open}
  {#await import('$lib/views/transport/Studio.svelte') then { default: Studio }}
    <Studio
      name={figure.name}
      analysis={a}
      {player}
      {whole}
      {sound}
      follow={analysis !== undefined}
      back="Back to the page"
      close={() => large.leave(root)}
    />
  {/await}
{/if}

<style>
  .dance {
    display: grid;
    grid-template-columns: minmax(0, 1fr) 340px;
    gap: 14px 20px;
    align-items: start;
  }
  .dance.long {
    grid-template-columns: 340px minmax(0, 1fr);
  }
  .sheet {
    grid-column: 1 / -1;
  }
  .long .sheet {
    grid-column: auto;
  }
  .foot {
    position: sticky;
    bottom: 0;
    z-index: 5;
  }
  @media (max-width: 900px) {
    .dance,
    .dance.long {
      grid-template-columns: minmax(0, 1fr);
    }
    .floor {
      order: -1;
      max-width: 420px;
    }
  }
</style>
