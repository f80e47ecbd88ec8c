<script lang="ts">
  import { page } from '$app/state';
  import GroupScreen from '$lib/views/classes/GroupScreen.svelte';
  import OpenPage from '$lib/views/shell/OpenPage.svelte';
</script>

<OpenPage kind="group" id={page.params.id ?? ''}>
  {#snippet screen({ desk, saver, news })}<GroupScreen {desk} {saver} {news} />{/snippet}
</OpenPage>
