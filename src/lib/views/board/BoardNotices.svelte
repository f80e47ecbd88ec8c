<script lang="ts">
  import { nanoid } from 'nanoid';
  import { goto } from '$app/navigation';
  import { app } from '$lib/state/app.svelte';
  import type { Board } from '$lib/state/board.svelte';
  import type { CombinationSaver } from '$lib/state/saver.svelte';
  import { deleteDocument } from '$lib/storage';
  import SaveBands from '$lib/views/shell/SaveBands.svelte';

  let {
    board,
    saver,
    news,
    deleting = $bindable(),
  }: { board: Board; saver: CombinationSaver; news: string; deleting: boolean } = $props();

  async function remove() {
    const { act, name } = await deleteDocument(
      await app.db(),
      'combination',
      board.combination.id,
      Date.now(),
    );
    app.did(`“${name}” is deleted.`, act, '/combinations');
    await goto('/combinations');
  }
  async function takeTheirs() {
    const theirs = await saver.takeTheirs(() => nanoid(12));
    if (theirs === 'gone') await goto('/combinations');
    else if (theirs) board.replace(theirs.doc);
  }
</script>

<SaveBands
  {saver}
  {news}
  {takeTheirs}
  {remove}
  bind:deleting
  what="combination"
  name={board.combination.name}
  stays="The figures in it stay in the repertoire."
  notice={board.notice}
/>
