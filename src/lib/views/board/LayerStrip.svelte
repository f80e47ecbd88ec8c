<script lang="ts">
  import { foldOfPlan, type Layer } from '$lib/core/combination';
  import { breachText } from '$lib/messages';
  import type { Board } from '$lib/state/board.svelte';

  let { board }: { board: Board } = $props();

  const eights = $derived(foldOfPlan(board.plan) === 8);
  /** Worked out in quiet: three combinations are danced for it. */
  let layers: readonly Layer[] = $state.raw([]);
  $effect(() => {
    const c = board.combination;
    const timer = setTimeout(() => {
      if (board.combination === c) layers = board.layers();
    }, 400);
    return () => clearTimeout(timer);
  });
  const same = $derived(layers.length > 0 && layers.every((l) => l.breaches.length === 0));
  const differ = $derived(
    layers.filter((l) =>
      l.plan.passes.some((p, i) => p.reading.figure.id !== layers[0]?.plan.passes[i]?.reading.figure.id),
    ),
  );
  const broken = $derived(layers.find((l) => l.breaches.length > 0));
</script>

<div class="strip">
  <span role="group" aria-label="Counts">
    <button aria-pressed={board.straight} onclick={() => (board.straight = true)}
      >{eights ? 'Straight eights' : 'Straight through'}</button
    >
    <button aria-pressed={!board.straight} onclick={() => (board.straight = false)}
      >From each figure’s 1</button
    >
  </span>
  <span role="group" aria-label="Level shown">
    <button aria-pressed={board.layer === 0} onclick={() => (board.layer = 0)}>As written</button>
    {#each [1, 2, 3] as const as n (n)}<button
        class="num"
        aria-pressed={board.layer === n}
        onclick={() => (board.layer = n)}>Level {n}</button
      >{/each}
  </span>
  <span class="said" role="status">
    {#if broken}
      {@const b = broken.breaches[0]}
      <b class="bad"
        >Level {broken.layer} leaves the first at {broken.plan.passes[b?.pass ?? 0]?.reading.figure.name}: {b
          ? breachText(b)
          : ''}</b
      >
    {:else if same && differ.length > 0}
      Levels 1 to 3 keep the same counts, feet and footprints: they can be danced side by side.
    {:else if same}All levels are the same: none of these figures has versions.{/if}
  </span>
</div>

<style>
  .strip {
    display: flex;
    gap: 6px 16px;
    align-items: center;
    flex-wrap: wrap;
    padding-bottom: 8px;
    font-size: 14px;
  }
  .strip > span:not(.said) {
    display: flex;
    gap: 2px;
  }
  button {
    padding: 3px 9px;
    min-height: 30px;
  }
  .said {
    color: var(--quiet);
    flex-basis: 100%;
    min-height: 21px;
  }
  .bad {
    color: var(--wrong);
  }
</style>
