<script lang="ts">
  import { page } from '$app/state';
  import RoomScreen from '$lib/views/classes/RoomScreen.svelte';
  import OpenPage from '$lib/views/shell/OpenPage.svelte';
</script>

<OpenPage kind="room" id={page.params.id ?? ''}>
  {#snippet screen({ desk, saver, news })}<RoomScreen {desk} {saver} {news} />{/snippet}
</OpenPage>
