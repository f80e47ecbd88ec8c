<script lang="ts">
  import type { Problem } from '$lib/state/opening.svelte';

  /** Why there is nothing to show, and where to go on. */
  let { problem, list, name }: { problem: Problem; list: string; name: string } = $props();
</script>

<div class="message">
  <h1>Nothing to show</h1>
  <p role="alert">{problem.text}</p>
  <p class="row">
    {#if problem.mend}<a class="button" href="/data#mending">See what needs mending</a>{/if}
    <a class="button" href={list}>To the {name}</a>
  </p>
</div>

<style>
  .message {
    padding: 40px 24px;
    display: grid;
    gap: 12px;
    justify-items: start;
  }
  .row {
    display: flex;
    gap: 8px;
    flex-wrap: wrap;
  }
</style>
