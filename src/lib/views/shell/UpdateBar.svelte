<script lang="ts">
  import { update } from '$lib/state/update.svelte';
</script>

{#if update.missing}
  <div class="bar" role="alert">
    <span
      >A part of the application could not be loaded. What you wrote is kept in this browser. With the network
      back, load it again.</span
    >
    <button onclick={() => location.reload()}>Load again</button>
    <button onclick={() => (update.missing = false)}>Close</button>
  </div>
{:else if update.ready}
  <div class="bar" role="status">
    <span>A new version is ready.</span>
    <button onclick={() => update.take()}>Take it</button>
    <button onclick={() => (update.ready = false)}>Later</button>
  </div>
{/if}

<style>
  .bar {
    display: flex;
    gap: 10px;
    align-items: center;
    flex-wrap: wrap;
    padding: 6px 20px;
    background: var(--sheet);
    border-bottom: 2px solid var(--ink);
  }
  @media print {
    .bar {
      display: none;
    }
  }
</style>
