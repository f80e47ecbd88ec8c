<script lang="ts">
  import type { Board } from '$lib/state/board.svelte';
  import type { CombinationSaver } from '$lib/state/saver.svelte';
  import { removeOpen, takeOther } from '$lib/views/shell/leaving';
  import SaveBands from '$lib/views/shell/SaveBands.svelte';

  let {
    board,
    saver,
    news,
    deleting = $bindable(),
  }: { board: Board; saver: CombinationSaver; news: string; deleting: boolean } = $props();

  const remove = () => removeOpen('combination', board.combination.id);
  const takeTheirs = () => takeOther(saver, 'combination', (doc) => board.replace(doc));
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
