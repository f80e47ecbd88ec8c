<script lang="ts">
  import { page } from '$app/state';
  import { RunDesk } from '$lib/state/class-run.svelte';
  import RunScreen from '$lib/views/classes/RunScreen.svelte';
  import OpenPage from '$lib/views/shell/OpenPage.svelte';
</script>

<OpenPage kind="entry" id={page.params.id ?? ''} make={(doc) => new RunDesk(doc)}>
  {#snippet screen({ desk, saver })}<RunScreen {desk} {saver} />{/snippet}
</OpenPage>
