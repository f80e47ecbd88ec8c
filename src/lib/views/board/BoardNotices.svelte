<script lang="ts">
  import { nanoid } from 'nanoid';
  import { goto } from '$app/navigation';
  import { app } from '$lib/state/app.svelte';
  import type { Board } from '$lib/state/board.svelte';
  import type { CombinationSaver } from '$lib/state/saver.svelte';
  import { deleteCombination, restoreCombination, saveCombination } from '$lib/storage';
  import SaveBands from '$lib/views/shell/SaveBands.svelte';

  let {
    board,
    saver,
    news,
    deleting = $bindable(),
  }: { board: Board; saver: CombinationSaver; news: string; deleting: boolean } = $props();

  async function remove() {
    const db = await app.db();
    const row = await deleteCombination(db, board.combination.id);
    const restore = () => (row ? restoreCombination(db, row) : Promise.resolve());
    app.deleted = { name: board.combination.name, list: '/combinations', restore };
    await goto('/combinations');
  }
  async function takeTheirs() {
    const { theirs, mine } = saver.takeTheirs();
    if (mine) {
      const copy = { ...mine, id: nanoid(12), name: `${mine.name} (mine)`.slice(0, 120) };
      await saveCombination(await app.db(), copy, 0, Date.now());
    }
    if (theirs) board.replace(theirs.combination);
    else await goto('/combinations');
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
