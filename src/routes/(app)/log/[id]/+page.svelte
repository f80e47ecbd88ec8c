<script lang="ts">
  import { page } from '$app/state';
  import EntryScreen from '$lib/views/classes/EntryScreen.svelte';
  import OpenPage from '$lib/views/shell/OpenPage.svelte';
</script>

<OpenPage kind="entry" id={page.params.id ?? ''}>
  {#snippet screen({ desk, saver, news })}<EntryScreen {desk} {saver} {news} />{/snippet}
</OpenPage>
