<script lang="ts">
  import { page } from '$app/state';

  const offline = $derived(typeof navigator !== 'undefined' && !navigator.onLine);
</script>

<svelte:head><title>Not here · Brisk Partner</title></svelte:head>

<div class="message">
  <h1>{page.status === 404 ? 'There is nothing at this address' : 'This screen could not be opened'}</h1>
  <p>
    {#if page.status === 404}The address may be old or mistyped.{:else if offline}There is no network, and
      this part is not kept in the browser yet. What you wrote is.{:else}Load it again. What you wrote is kept
      in this browser.{/if}
  </p>
  <p class="row">
    {#if page.status !== 404}<button onclick={() => location.reload()}>Load again</button>{/if}
    <a class="button" href="/figures">To the figures</a>
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
