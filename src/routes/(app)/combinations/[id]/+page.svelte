<script lang="ts">
  import { onDestroy } from 'svelte';
  import { page } from '$app/state';
  import { openBoard, type OpenBoard } from '$lib/state/open-board.svelte';
  import { ComposeFinder } from '$lib/workers/compose-finder';
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
  ><title>{opened?.board ? `${opened.board.combination.name} · ` : ''}Brisk Partner</title></svelte:head
>

{#if opened?.problem}
  <div class="message">
    <h1>Nothing to show</h1>
    <p>{opened.problem}</p>
    <p><a class="button" href="/combinations">To the combinations</a></p>
  </div>
{:else if opened?.board && opened.saver}
  {#key opened.board}<CombinationBoard
      board={opened.board}
      saver={opened.saver}
      {composer}
      news={opened.news}
      composing={page.url.searchParams.has('compose')}
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
