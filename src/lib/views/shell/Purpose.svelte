<script lang="ts">
  import { page } from '$app/state';
  import { purposeOf } from '$lib/messages/purpose';

  /** What this screen is for, in a line. */
  const says = $derived(purposeOf(page.url.pathname));
</script>

{#if says}<p class="quiet">{says}</p>{/if}

<style>
  p {
    max-width: 88ch;
  }
</style>
