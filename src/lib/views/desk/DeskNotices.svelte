<script lang="ts">
  import { nanoid } from 'nanoid';
  import { goto } from '$app/navigation';
  import type { Choice, Conflict } from '$lib/core/figure';
  import { conflictText, list } from '$lib/messages';
  import { app } from '$lib/state/app.svelte';
  import type { Desk } from '$lib/state/desk.svelte';
  import type { FigureSaver } from '$lib/state/saver.svelte';
  import { combinationsWith, deleteFigure, restoreFigures, saveFigure, settleConflict } from '$lib/storage';
  import Band from '$lib/views/shell/Band.svelte';
  import SaveBands from '$lib/views/shell/SaveBands.svelte';

  let {
    desk,
    saver,
    news,
    deleting = $bindable(),
  }: { desk: Desk; saver: FigureSaver; news: string; deleting: boolean } = $props();

  /** Where it is danced: a combination loses it with the figure. */
  let used: string[] = $state.raw([]);
  $effect(() => {
    if (!deleting) return;
    const { id } = desk.figure;
    void app
      .db()
      .then((db) => combinationsWith(db, id))
      .then((rows) => (used = rows.map((r) => r.combination.name)));
  });
  const stays = $derived(
    `What has grown out of it stays.${used.length > 0 ? ` It is danced in ${list(used.map((n) => `“${n}”`))}.` : ''}`,
  );

  async function remove() {
    const db = await app.db();
    const before = await deleteFigure(db, desk.figure.id);
    app.deleted = { name: desk.figure.name, list: '/figures', restore: () => restoreFigures(db, before) };
    await goto('/figures');
  }
  async function takeTheirs() {
    const { theirs, mine } = saver.takeTheirs();
    if (mine) {
      const copy = { ...mine, id: nanoid(12), name: `${mine.name} (mine)`.slice(0, 120) };
      await saveFigure(await app.db(), copy, 0, Date.now());
    }
    if (theirs) desk.replace(theirs.figure);
    else await goto('/figures');
  }
  async function decide(conflict: Conflict, choice: Choice) {
    const row = await settleConflict(await app.db(), desk.figure.id, conflict, choice, Date.now());
    if (!row) return;
    saver.adopt(row);
    desk.replace(row.figure);
    desk.kept = row;
  }
</script>

<SaveBands
  {saver}
  {news}
  {takeTheirs}
  {remove}
  bind:deleting
  what="figure"
  name={desk.figure.name}
  {stays}
  notice={desk.notice}
/>
{#each desk.kept.conflicts ?? [] as c, i (i)}
  <Band role="alert">
    <p>The figure it is a version of has changed here too. {conflictText(c)}</p>
    <button disabled={saver.state !== 'saved'} onclick={() => decide(c, 'mine')}>Keep this version’s</button
    ><button disabled={saver.state !== 'saved'} onclick={() => decide(c, 'theirs')}>Take the other’s</button>
  </Band>
{/each}
