<script lang="ts">
  import { onMount } from 'svelte';
  import { app } from '$lib/state/app.svelte';
  import { spokenUrl } from '$lib/state/spoken';

  /** A note that was spoken, to be heard again. */
  let { id }: { id: string } = $props();
  let url: string | undefined = $state();
  let gone = $state(false);
  onMount(() => {
    void (async () => {
      url = await spokenUrl(await app.db(), id);
      gone = url === undefined;
    })();
    return () => {
      if (url) URL.revokeObjectURL(url);
    };
  });
</script>

{#if url}<audio controls src={url}></audio>{:else if gone}<span class="quiet">not here any more</span>{/if}

<style>
  audio {
    height: 34px;
    max-width: 100%;
  }
</style>
