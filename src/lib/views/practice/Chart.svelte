<script lang="ts">
  import { onMount } from 'svelte';
  import type { ApexOptions } from 'apexcharts';

  /** A chart, loaded when it is wanted; its table stands beside it. */
  let { options, label }: { options: ApexOptions; label: string } = $props();
  /** As every chart of ours looks; what a chart says itself comes over it. */
  const drawn = (): ApexOptions => ({
    ...($state.snapshot(options) as ApexOptions),
    chart: {
      toolbar: { show: false },
      animations: { enabled: false },
      fontFamily: 'inherit',
      foreColor: 'var(--ink)',
      background: 'transparent',
      ...options.chart,
    },
  });
  let box: HTMLDivElement;
  let chart: { updateOptions(o: ApexOptions): unknown; destroy(): void } | undefined;
  onMount(() => {
    let gone = false;
    void import('apexcharts').then(({ default: ApexCharts }) => {
      if (gone) return;
      const made = new ApexCharts(box, drawn());
      void made.render();
      chart = made;
    });
    return () => {
      gone = true;
      chart?.destroy();
    };
  });
  $effect(() => {
    const next = drawn();
    void chart?.updateOptions(next);
  });
</script>

<div bind:this={box} role="img" aria-label={label}></div>

<style>
  div {
    min-height: 220px;
  }
</style>
