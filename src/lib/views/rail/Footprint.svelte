<script lang="ts">
  import type { Foot } from '$lib/core/base';

  let {
    foot,
    gesture = false,
    none = false,
  }: { foot: Foot | undefined; gesture?: boolean; none?: boolean } = $props();
</script>

<svg viewBox="-12 -20 24 40" width="24" height="40" aria-hidden="true">
  {#if none || foot === undefined}
    <line x1="-7" x2="7" y1="0" y2="0" class="rest" />
  {:else}
    <g transform={foot === 'L' ? 'scale(-1 1)' : ''} class:gesture>
      <path
        d="M-1 -18C5 -18 9 -13 8.6 -6C8.3 -1 6 2 6 7C6 13 5 18 0.5 18C-4 18 -5 14 -5 9C-5 4 -8 -2 -8 -8C-8 -14 -5 -18 -1 -18Z"
      />
    </g>
    <text y="-4" class:gesture>{foot}</text>
  {/if}
</svg>

<style>
  path {
    fill: currentColor;
  }
  .gesture path {
    fill: var(--sheet);
    stroke: currentColor;
    stroke-width: 2;
    stroke-dasharray: 3 2.4;
  }
  text {
    fill: var(--sheet);
    font: 700 11px var(--text);
    text-anchor: middle;
    dominant-baseline: middle;
  }
  text.gesture {
    fill: currentColor;
  }
  .rest {
    stroke: currentColor;
    stroke-width: 3;
    stroke-linecap: round;
  }
</style>
