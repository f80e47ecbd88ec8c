<script lang="ts">
  import { onDestroy, untrack } from 'svelte';
  import { page } from '$app/state';
  import { figureSchema, type Figure } from '$lib/core/figure';
  import { app } from '$lib/state/app.svelte';
  import { Desk } from '$lib/state/desk.svelte';
  import { Saver, type FigureSaver } from '$lib/state/saver.svelte';
  import { figureJournal, figureShelf, loadFigure, type FigureRow } from '$lib/storage';
  import { FixFinder } from '$lib/workers/fix-finder';
  import { VaryFinder } from '$lib/workers/vary-finder';
  import FigureDesk from '$lib/views/desk/FigureDesk.svelte';

  const finder = new FixFinder(
    () => new Worker(new URL('../../../../lib/workers/fixes.worker.ts', import.meta.url), { type: 'module' }),
  );
  const varies = new VaryFinder(
    () => new Worker(new URL('../../../../lib/workers/vary.worker.ts', import.meta.url), { type: 'module' }),
  );
  onDestroy(() => {
    finder.stop();
    varies.stop();
  });

  let desk: Desk | undefined = $state.raw();
  let saver: FigureSaver | undefined = $state.raw();
  let problem = $state('');
  let news = $state('');

  async function open(id: string, alive: () => boolean) {
    const db = await app.db();
    const row = await loadFigure(db, id);
    const unsaved = figureJournal.rescue(
      localStorage,
      id,
      row && { rev: row.rev, updated: row.updated, doc: row.figure },
    );
    if (!alive()) return;
    const kept = row && figureSchema.safeParse(row.figure);
    if (!row && !unsaved) {
      problem = 'There is no figure here. It may have been deleted.';
      return;
    }
    if (kept && !kept.success && !unsaved) {
      problem =
        'This figure cannot be read. It is still stored; export everything on the Data screen to keep a copy.';
      return;
    }
    const figure = unsaved?.doc ?? (kept?.data as Figure);
    const d = new Desk(figure, app.heights, finder);
    const base = unsaved ? unsaved.base : (row?.rev ?? 0);
    const keptAs = (r: FigureRow) => (d.kept = r);
    const s: FigureSaver = new Saver(
      figureShelf(db),
      localStorage,
      id,
      base,
      (other) => {
        d.replace(other.figure);
        keptAs(other);
        news = 'Another tab changed this figure; this is the latest version.';
      },
      keptAs,
    );
    if (row) keptAs(row);
    d.onchange = (f) => {
      news = '';
      s.save(f);
    };
    if (unsaved) {
      s.save(figure);
      news = 'Your last changes were kept and are saved now.';
    }
    saver = s;
    desk = d;
  }

  $effect(() => {
    const id = page.params.id ?? '';
    let alive = true;
    desk = undefined;
    problem = '';
    untrack(() => open(id, () => alive)).catch(
      (e: unknown) =>
        (problem = `The browser’s storage cannot be opened: ${e instanceof Error ? e.message : String(e)}`),
    );
    return () => {
      alive = false;
      untrack(() => saver)?.close();
      saver = undefined;
    };
  });
</script>

<svelte:head><title>{desk ? `${desk.figure.name} · ` : ''}Brisk Partner</title></svelte:head>

{#if problem}
  <div class="message">
    <h1>Nothing to show</h1>
    <p>{problem}</p>
    <p><a class="button" href="/figures">To the figures</a></p>
  </div>
{:else if desk && saver}
  {#key desk}<FigureDesk
      {desk}
      {saver}
      {news}
      finder={varies}
      like={page.url.searchParams.has('like')}
    />{/key}
{:else}
  <p class="message quiet">Opening …</p>
{/if}

<style>
  .message {
    padding: 40px 24px;
    display: grid;
    gap: 12px;
    justify-items: start;
  }
</style>
