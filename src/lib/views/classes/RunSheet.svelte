<script lang="ts">
  import type { Snippet } from 'svelte';

  /** What is looked at beside the block that is danced. */
  let { name, children }: { name: string; children: Snippet } = $props();
</script>

<section aria-label={name}>{@render children()}</section>

<style>
  section {
    display: grid;
    gap: 6px;
    grid-template-columns: minmax(0, 1fr);
    grid-row: 4;
    border-top: 3px solid var(--ink);
    padding-top: 10px;
  }
  section :global(:is(ol, ul)) {
    list-style: none;
    margin: 0;
    padding: 0;
    display: grid;
    gap: 4px;
  }
  section :global(p:has(> button)) {
    display: flex;
    gap: 10px;
    align-items: center;
    flex-wrap: wrap;
  }
</style>
