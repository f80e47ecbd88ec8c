<script lang="ts">
  import { onDestroy } from 'svelte';
  import { page } from '$app/state';
  import { openBoard, type OpenBoard } from '$lib/state/open-board';
  import { ComposeFinder } from '$lib/workers/compose-finder';
  import NothingHere from '$lib/views/shell/NothingHere.svelte';
  import CombinationBoard from '$lib/views/board/CombinationBoard.svelte';

  const start = () =>
    new Worker(new URL('../../../../lib/workers/compose.worker.ts', import.meta.url), { type: 'module' });
  const mender = new ComposeFinder(start);
  const composer = new ComposeFinder(start);
  onDestroy(() => {
    mender.stop();
    composer.stop();
  });

  let opened: OpenBoard | undefined = $state.raw();
  $effect(() => {
    const one = openBoard(page.params.id ?? '', mender);
    opened = one;
    return () => one.close();
  });
</script>

<svelte:head
  ><title>{opened?.model ? `${opened.model.combination.name} · ` : ''}Brisk Partner</title></svelte:head
>

{#if opened?.problem}
  <NothingHere problem={opened.problem} list="/combinations" name="combinations" />
{:else if opened?.model && opened.saver}
  {#key opened.model}<CombinationBoard
      board={opened.model}
      saver={opened.saver}
      {composer}
      news={opened.news}
      composing={page.url.searchParams.has('compose')}
      laying={page.url.searchParams.has('song')}
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
