<script lang="ts">
  import type { SongDesk } from '$lib/state/song-desk.svelte';
  import { wavePath } from './peaks';

  /** The chosen beat from near, to be dragged to where it belongs; arrows move it by ten milliseconds. */
  let { desk, beat, peaks }: { desk: SongDesk; beat: number; peaks: Float32Array } = $props();
  const WIDTH = 300;
  const HEIGHT = 70;
  const STEP = 0.01;
  const at = $derived(desk.map?.beats[beat] ?? 0);
  const half = $derived(Math.max(0.25, 0.75 * ((desk.map?.beats[beat + 1] ?? at + 0.5) - at)));
  let from = $state(0);
  let dragging = $state(false);
  $effect(() => {
    if (!dragging) from = at - half;
  });
  const x = (seconds: number) => ((seconds - from) / (2 * half)) * WIDTH;
  let svg: SVGSVGElement;
  function drag(e: PointerEvent) {
    const box = svg.getBoundingClientRect();
    desk.moveBeat(beat, from + ((e.clientX - box.left) / box.width) * 2 * half);
  }
  function keys(e: KeyboardEvent) {
    const by = { ArrowLeft: -STEP, ArrowRight: STEP }[e.key];
    if (by === undefined) return;
    e.preventDefault();
    desk.moveBeat(beat, at + by);
  }
</script>

<svg bind:this={svg} viewBox="0 0 {WIDTH} {HEIGHT}" role="group" aria-label="The beat from near">
  <path d={wavePath(peaks, from, from + 2 * half, WIDTH, HEIGHT, 300)} />
  {#each [beat - 1, beat + 1] as other (other)}{@const t = desk.map?.beats[other]}{#if t !== undefined}<line
        class="other"
        x1={x(t)}
        x2={x(t)}
        y1="0"
        y2={HEIGHT}
      />{/if}{/each}
  <g
    class="handle"
    role="slider"
    tabindex="0"
    aria-label="When the beat is, seconds"
    aria-valuenow={Math.round(at * 1000) / 1000}
    aria-valuemin={0}
    aria-valuemax={desk.song.length}
    onkeydown={keys}
    onpointerdown={(e) => ((dragging = true), e.currentTarget.setPointerCapture(e.pointerId))}
    onpointermove={(e) => dragging && drag(e)}
    onpointerup={() => (dragging = false)}
  >
    <rect x={x(at) - 14} y="0" width="28" height={HEIGHT} />
    <line x1={x(at)} x2={x(at)} y1="0" y2={HEIGHT} />
    <circle cx={x(at)} cy={HEIGHT - 8} r="7" />
  </g>
</svg>
<p class="num">{at.toFixed(3)} s</p>

<style>
  svg {
    width: 100%;
    height: 70px;
    background: var(--paper);
    border: 1px solid var(--line);
    border-radius: 6px;
    touch-action: none;
  }
  path {
    fill: var(--line);
  }
  .other {
    stroke: var(--quiet);
    stroke-dasharray: 3 3;
  }
  .handle {
    cursor: ew-resize;
  }
  .handle rect {
    fill: transparent;
  }
  .handle line {
    stroke: var(--look);
    stroke-width: 2.5;
  }
  .handle circle {
    fill: var(--look);
  }
  .handle:focus-visible {
    outline: none;
  }
  .handle:focus-visible rect {
    fill: var(--look);
    opacity: 0.15;
  }
  p {
    color: var(--quiet);
    font-size: 14px;
  }
</style>
