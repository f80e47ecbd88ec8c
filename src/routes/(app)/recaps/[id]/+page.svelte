<script lang="ts">
  import { page } from '$app/state';
  import RecapScreen from '$lib/views/classes/RecapScreen.svelte';
  import OpenPage from '$lib/views/shell/OpenPage.svelte';
</script>

<OpenPage kind="recap" id={page.params.id ?? ''}>
  {#snippet screen({ desk, saver, news })}<RecapScreen {desk} {saver} {news} />{/snippet}
</OpenPage>
