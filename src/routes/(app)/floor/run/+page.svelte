<script lang="ts">
  import { onDestroy, onMount } from 'svelte';
  import { page } from '$app/state';
  import { isAddress } from '$lib/core/library';
  import type { PracticeItem, PracticeMusic } from '$lib/core/practice';
  import { app } from '$lib/state/app.svelte';
  import { FloorRun } from '$lib/state/floor-run.svelte';
  import { floorSource } from '$lib/state/floor-source';
  import { namesOf } from '$lib/state/practice-names';
  import { closedStore } from '$lib/state/closed-store';
  import { loadDoc } from '$lib/storage';
  import FloorScreen from '$lib/views/practice/FloorScreen.svelte';
  import { MusicFinder } from '$lib/workers/music-finder';

  const finder = new MusicFinder(
    () => new Worker(new URL('../../../../lib/workers/music.worker.ts', import.meta.url), { type: 'module' }),
  );
  let run: FloorRun | undefined = $state.raw();
  let back = $state('/floor');
  let problem = $state('');

  /** A stored practice, or one thing named in the address: ?figure=, ?combination= or ?song=, with &music=, &times=, &bpm= and
   * &run=, the class it is danced in. */
  async function asked(): Promise<readonly PracticeItem[] | undefined> {
    const q = page.url.searchParams;
    const practice = q.get('practice');
    if (practice) {
      back = `/floor/${practice}`;
      return (await loadDoc(await app.db(), 'practice', practice))?.items;
    }
    for (const type of ['figure', 'combination', 'song'] as const) {
      const id = q.get(type);
      if (!id) continue;
      const run = q.get('run');
      back = run && isAddress(run) ? `/run/${run}` : `/${type}s/${id}`;
      const bpm = Number(q.get('bpm') ?? NaN);
      const song = q.get('music');
      const music: PracticeMusic =
        song === null || song === 'click'
          ? { type: 'click' }
          : song === 'band'
            ? { type: 'band' }
            : { type: 'song', id: song };
      return [
        {
          key: 'one',
          what: { type, id },
          times: Math.max(1, Math.min(200, Number(q.get('times') ?? 16) || 16)),
          music,
          ...(bpm >= 20 && bpm <= 400 ? { bpm } : {}),
        },
      ];
    }
    return undefined;
  }
  onMount(() => {
    void (async () => {
      try {
        const items = await asked();
        if (!items?.length) problem = 'There is nothing to practise here. Choose a practice first.';
        else {
          const db = await app.db();
          run = new FloorRun(items, await namesOf(db, items), floorSource(db, finder));
        }
      } catch (e) {
        problem = closedStore(e);
      }
    })();
  });
  onDestroy(() => {
    run?.stop();
    finder.stop();
  });
</script>

<svelte:head><title>Floor time · Brisk Partner</title></svelte:head>

{#if run}
  <FloorScreen {run} {back} />
{:else}
  <p class="message">
    {problem || 'Opening …'}
    {#if problem}<a href="/floor">Practices</a>{/if}
  </p>
{/if}

<style>
  .message {
    padding: 40px 24px;
  }
</style>
