<script lang="ts">
  import { SOLE } from '$lib/views/shoe';
  import type { Foot } from '$lib/core/base';

  let {
    foot,
    gesture = false,
    none = false,
  }: { foot: Foot | undefined; gesture?: boolean; none?: boolean } = $props();
</script>

<svg viewBox="-12 -20 24 40" width="25" height="40" aria-hidden="true">
  {#if none || foot === undefined}
    <line x1="-7" x2="7" y1="0" y2="0" class="rest" />
  {:else}
    <g transform={foot === 'L' ? 'scale(-1 1)' : ''} class:gesture>
      <path d={SOLE} />
    </g>
    <text y="-4.5" class:gesture>{foot}</text>
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
    font: 750 13.5px var(--text);
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
