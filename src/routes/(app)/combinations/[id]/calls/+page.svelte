<script lang="ts">
  import { page } from '$app/state';
  import { LAYERS } from '$lib/core/combination';
  import { openBoard, type OpenBoard } from '$lib/state/open-board';
  import { ComposeFinder } from '$lib/workers/compose-finder';
  import CallSheet from '$lib/views/board/CallSheet.svelte';
  import NothingHere from '$lib/views/shell/NothingHere.svelte';

  let opened: OpenBoard | undefined = $state.raw();
  $effect(() => {
    const none = new ComposeFinder(() => {
      throw new Error('The call sheet asks for nothing.');
    });
    const one = openBoard(page.params.id ?? '', none);
    opened = one;
    return () => one.close();
  });
  const board = $derived(opened?.model);
  $effect(() => {
    if (board) {
      void board.plan;
      board.dance();
    }
  });
</script>

<svelte:head><title>Call sheet · Brisk Partner</title></svelte:head>

{#if opened?.problem}
  <NothingHere problem={opened.problem} list="/combinations" name="combinations" />
{:else if board}
  <div class="bar">
    <a class="button" href="/combinations/{board.combination.id}">To the board</a>
    <span role="group" aria-label="Level">
      <button aria-pressed={board.layer === 0} onclick={() => (board.layer = 0)}>As written</button>
      {#each LAYERS as n (n)}<button aria-pressed={board.layer === n} onclick={() => (board.layer = n)}
          >Level {n}</button
        >{/each}
    </span>
    <button onclick={() => print()}>Print</button>
  </div>
  {#if board.danced && board.danced.plan === board.plan}
    <CallSheet combination={board.combination} plan={board.plan} whole={board.danced.whole} />
  {:else if board.plan.passes.length === 0}
    <h1 class="bar">Call sheet</h1>
    <p class="bar">There is nothing to call yet: the board is empty.</p>
  {/if}
{:else}
  <p class="bar quiet">Opening …</p>
{/if}

<style>
  .bar {
    display: flex;
    gap: 12px;
    padding: 12px 20px;
    align-items: center;
    flex-wrap: wrap;
  }
  .bar span {
    display: flex;
    gap: 2px;
  }
  @media print {
    .bar {
      display: none;
    }
  }
</style>
