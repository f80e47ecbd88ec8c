<script lang="ts">
  import { onDestroy, untrack } from 'svelte';
  import { page } from '$app/state';
  import { openFigure, type OpenFigure } from '$lib/state/open-figure';
  import { FixFinder } from '$lib/workers/fix-finder';
  import { VaryFinder } from '$lib/workers/vary-finder';
  import FigureDesk from '$lib/views/desk/FigureDesk.svelte';
  import NothingHere from '$lib/views/shell/NothingHere.svelte';

  const finder = new FixFinder(
    () => new Worker(new URL('../../../../lib/workers/fixes.worker.ts', import.meta.url), { type: 'module' }),
  );
  const varies = new VaryFinder(
    () => new Worker(new URL('../../../../lib/workers/vary.worker.ts', import.meta.url), { type: 'module' }),
  );
  onDestroy(() => {
    finder.stop();
    varies.stop();
  });

  let opened: OpenFigure | undefined = $state.raw();
  $effect(() => {
    const begin = untrack(() => page.url.searchParams.get('new') ?? undefined);
    const one = openFigure(page.params.id ?? '', finder, begin);
    opened = one;
    return () => one.close();
  });
  const desk = $derived(opened?.model);
  const title = $derived(desk ? `${desk.figure.name} · Brisk Partner` : 'Brisk Partner');
</script>

<svelte:head><title>{title}</title></svelte:head>

{#if opened?.problem}
  <NothingHere problem={opened.problem} list="/figures" name="figures" />
{:else if opened && desk && opened.saver}
  {#key desk}<FigureDesk
      {desk}
      saver={opened.saver}
      news={opened.news}
      finder={varies}
      fresh={page.url.searchParams.has('new')}
      like={page.url.searchParams.has('like')}
    />{/key}
{:else}
  <p class="message quiet">Opening …</p>
{/if}

<style>
  .message {
    padding: 40px 24px;
    display: grid;
    gap: 12px;
    justify-items: start;
  }
</style>
