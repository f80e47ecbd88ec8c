<script lang="ts">
  import type { Snippet } from 'svelte';
  import type { AriaRole } from 'svelte/elements';

  /** Something to be told, across the screen. */
  let { role, label, children }: { role: AriaRole; label?: string; children: Snippet } = $props();
</script>

<div class="band" {role} aria-label={label}>{@render children()}</div>

<style>
  .band {
    display: flex;
    gap: 10px;
    align-items: center;
    margin: 0 20px 8px;
    padding: 8px 12px;
    border-left: 5px solid var(--caution);
    background: var(--sheet);
    flex-wrap: wrap;
  }
  .band > :global(p) {
    flex: 1 1 240px;
  }
</style>
