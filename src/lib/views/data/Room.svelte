<script lang="ts">
  import { onMount } from 'svelte';
  import { app } from '$lib/state/app.svelte';

  /** How much room the browser gives, and whether it promises to keep what is here. */
  let used: number | undefined = $state();
  let quota: number | undefined = $state();
  let kept: boolean | undefined = $state();
  let said = $state('');
  let acts = $state(0);
  let sure = $state(false);
  const megabytes = (n: number) => (n < 1e6 ? 'under 1 MB' : `${Math.round(n / 1e6)} MB`);
  const room = (n: number) => (n > 2e9 ? `${Math.round(n / 1e9)} GB` : megabytes(n));

  onMount(() => void look());
  async function look() {
    const { storage } = navigator;
    const estimate = await storage?.estimate?.();
    used = estimate?.usage;
    quota = estimate?.quota;
    kept = await storage?.persisted?.();
    acts = await (await app.db()).bin.count();
  }
  async function ask() {
    kept = await navigator.storage?.persist?.();
    said = kept
      ? 'The browser will keep it.'
      : 'The browser does not promise it yet; it often does once the application is installed or used regularly. Keep a backup.';
  }
  async function empty() {
    await (await app.db()).bin.clear();
    sure = false;
    said = 'The bin is empty.';
    await look();
  }
</script>

<p>
  {#if used !== undefined && quota !== undefined}{megabytes(used)} of about {room(quota)} used.{/if}
  {kept === undefined
    ? 'This browser does not say whether it keeps what is here.'
    : kept
      ? 'The browser has promised to keep it.'
      : 'The browser may clear it when it runs out of room.'}
</p>
<p class="row">
  {#if kept === false}<button onclick={ask}>Ask the browser to keep it</button>{/if}
  {#if acts > 0 && !sure}<button onclick={() => (sure = true)}>Free room: empty the bin ({acts}) …</button
    >{/if}
  {#if sure}
    <span>Nothing in it can be brought back afterwards.</span>
    <button onclick={empty}>Empty the bin for good</button><button onclick={() => (sure = false)}
      >Leave it</button
    >
  {/if}
</p>
<p role="status">{said}</p>

<style>
  .row {
    display: flex;
    gap: 8px;
    flex-wrap: wrap;
  }
</style>
