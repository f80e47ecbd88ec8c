<script lang="ts">
  import { page } from '$app/state';
  import { purposeOf } from '$lib/messages/purpose';

  /** What this screen is for, in a line. On a phone only where it is `asked`: there is little room. */
  let { asked = false }: { asked?: boolean } = $props();
  const says = $derived(purposeOf(page.url.pathname));
</script>

{#if says}<p class="quiet" class:asked>{says}</p>{/if}

<style>
  p {
    max-width: 88ch;
  }
  @media (max-width: 700px) {
    p:not(.asked) {
      display: none;
    }
  }
</style>
