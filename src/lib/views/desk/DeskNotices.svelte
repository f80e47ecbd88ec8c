<script lang="ts">
  import { nanoid } from 'nanoid';
  import { goto } from '$app/navigation';
  import type { Choice, Conflict } from '$lib/core/figure';
  import { actText, conflictText, usesText } from '$lib/messages';
  import { app } from '$lib/state/app.svelte';
  import type { Desk } from '$lib/state/desk.svelte';
  import type { FigureSaver } from '$lib/state/saver.svelte';
  import { deleteDocument, openedFigure, settleConflict, usesOf, type Use } from '$lib/storage';
  import Band from '$lib/views/shell/Band.svelte';
  import SaveBands from '$lib/views/shell/SaveBands.svelte';

  let {
    desk,
    saver,
    news,
    deleting = $bindable(),
  }: { desk: Desk; saver: FigureSaver; news: string; deleting: boolean } = $props();

  /** Where it is used: a combination loses it with the figure, a version goes on without it. */
  let used: readonly Use[] = $state.raw([]);
  $effect(() => {
    if (!deleting) return;
    const { id } = desk.figure;
    void app
      .db()
      .then((db) => usesOf(db, 'figure', id))
      .then((uses) => (used = uses.filter((u) => u.kind === 'combination')));
  });
  const stays = $derived(
    `What has grown out of it stays.${used.length > 0 ? ` It is danced in ${usesText(used)}, which then shows a gap.` : ''}`,
  );

  async function remove() {
    const { act, name } = await deleteDocument(await app.db(), 'figure', desk.figure.id, Date.now());
    app.did(`“${name}” is deleted.`, act, '/figures');
    await goto('/figures');
  }
  async function takeTheirs() {
    const theirs = await saver.takeTheirs(() => nanoid(12));
    if (theirs === 'gone') await goto('/figures');
    else if (theirs) {
      desk.replace(theirs.doc);
      desk.kept = theirs.row;
    }
  }
  async function decide(conflict: Conflict, choice: Choice) {
    let act: number | undefined;
    const made = await saver.through(async () => {
      const done = await settleConflict(await app.db(), desk.figure.id, conflict, choice, Date.now());
      act = done?.act;
      return done && openedFigure(done.row);
    });
    if (!made) return;
    desk.replace(made.doc);
    desk.kept = made.row;
    app.did(actText({ code: 'parent-conflict', kind: 'figure', name: made.doc.name }), act);
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
