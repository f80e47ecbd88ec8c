<script lang="ts">
  import { onMount } from 'svelte';
  import type { ApexOptions } from 'apexcharts';

  /** A chart, loaded when it is wanted; its table stands beside it. */
  let { options, label }: { options: ApexOptions; label: string } = $props();
  let box: HTMLDivElement;
  let chart: { updateOptions(o: ApexOptions): unknown; destroy(): void } | undefined;
  onMount(() => {
    let gone = false;
    void import('apexcharts').then(({ default: ApexCharts }) => {
      if (gone) return;
      const made = new ApexCharts(box, $state.snapshot(options) as ApexOptions);
      void made.render();
      chart = made;
    });
    return () => {
      gone = true;
      chart?.destroy();
    };
  });
  $effect(() => {
    void chart?.updateOptions($state.snapshot(options) as ApexOptions);
  });
</script>

<div bind:this={box} role="img" aria-label={label}></div>

<style>
  div {
    min-height: 220px;
  }
</style>
