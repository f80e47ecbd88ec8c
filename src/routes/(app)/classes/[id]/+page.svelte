<script lang="ts">
  import { nanoid } from 'nanoid';
  import { page } from '$app/state';
  import { ClassDesk } from '$lib/state/class-desk.svelte';
  import ClassScreen from '$lib/views/classes/ClassScreen.svelte';
  import OpenPage from '$lib/views/shell/OpenPage.svelte';
</script>

<OpenPage kind="class" id={page.params.id ?? ''} make={(doc) => new ClassDesk(doc, () => nanoid(8))}>
  {#snippet screen({ desk, saver, news })}<ClassScreen {desk} {saver} {news} />{/snippet}
</OpenPage>
