<script lang="ts">
  import type { Fit } from '$lib/core/joints';

  let { fit }: { fit: Fit } = $props();
</script>

<svg viewBox="-11 -11 22 22" width="22" height="22" aria-hidden="true" class={fit}>
  {#if fit === 'fits'}
    <path d="M-7 0H7" class="seam" /><circle r="3.4" class="dot" />
  {:else if fit === 'small'}
    <path d="M-8 0C-4 -8 4 8 8 0" class="seam" /><circle r="4.6" class="ring" />
  {:else if fit === 'bridge'}
    <path d="M-10 0H-6M6 0H10M-3 -6V6M3 -6V6" class="seam" />
  {:else}
    <path d="M-6 -6L6 6M6 -6L-6 6" class="seam" />
  {/if}
</svg>

<style>
  svg {
    color: var(--good);
    display: block;
  }
  .small {
    color: var(--caution);
  }
  .bridge,
  .impossible {
    color: var(--wrong);
  }
  .seam {
    fill: none;
    stroke: currentColor;
    stroke-width: 2.4;
    stroke-linecap: round;
  }
  .dot {
    fill: currentColor;
  }
  .ring {
    fill: var(--sheet);
    stroke: currentColor;
    stroke-width: 2.4;
  }
</style>
