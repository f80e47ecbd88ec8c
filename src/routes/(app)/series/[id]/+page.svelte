<script lang="ts">
  import { page } from '$app/state';
  import SeriesScreen from '$lib/views/classes/SeriesScreen.svelte';
  import OpenPage from '$lib/views/shell/OpenPage.svelte';
</script>

<OpenPage kind="series" id={page.params.id ?? ''}>
  {#snippet screen({ desk, saver, news })}<SeriesScreen {desk} {saver} {news} />{/snippet}
</OpenPage>
