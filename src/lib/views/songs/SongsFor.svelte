<script lang="ts">
  import { onMount } from 'svelte';
  import X from '@lucide/svelte/icons/x';
  import type { Analysis } from '$lib/core/analysis';
  import { accentsOf } from '$lib/core/combination/reading';
  import type { Song } from '$lib/core/song/schema';
  import { figureToDance, isMapped, isSuitable, suits } from '$lib/core/song/suits';
  import { suitText } from '$lib/messages';
  import { app } from '$lib/state/app.svelte';
  import { loadDocs } from '$lib/storage';

  /** Every song of the person's own, by how well a figure goes with it. */
  let { analysis, close }: { analysis: Analysis; close: () => void } = $props();
  let songs: readonly Song[] | undefined = $state.raw();
  let problem = $state('');
  let all = $state(false);
  onMount(() => {
    app
      .db()
      .then((db) => loadDocs(db, 'song'))
      .then((rows) => (songs = rows.map((r) => r.doc)))
      .catch((e: unknown) => (problem = e instanceof Error ? e.message : String(e)));
  });
  const d = $derived(figureToDance(analysis, accentsOf(analysis)));
  const ranked = $derived(
    (songs ?? [])
      .flatMap((song) => (isMapped(song) ? [{ song, suit: suits(d, song) }] : []))
      .sort((a, b) => b.suit.score - a.suit.score),
  );
  const good = $derived(ranked.filter((r) => isSuitable(r.suit)));
  const shown = $derived(all || good.length === 0 ? ranked : good);
</script>

<section class="songs" aria-label="What music suits it">
  <h2>What music suits it</h2>
  <button class="close plain" onclick={close} aria-label="Close"><X size={18} /></button>
  {#if problem}<p role="alert">{problem}</p>
  {:else if !songs}<p class="quiet">Looking …</p>
  {:else if ranked.length === 0}<p class="quiet">
      No song of yours has its beats yet. <a href="/songs">Songs</a>
    </p>
  {:else}
    {#if good.length === 0}<p class="quiet">
        None of your songs has its style and tempo; the nearest come first.
      </p>{/if}
    <ul>
      {#each shown as { song, suit } (song.id)}
        <li>
          <a href="/songs/{song.id}">{song.name}</a>
          <span class="quiet">{suitText(suit)}</span>
          <a
            class="button"
            href="/floor/run?figure={analysis.figure.id}&music={song.id}"
            aria-label="Dance it to {song.name}">Dance it</a
          >
        </li>
      {/each}
    </ul>
    {#if ranked.length > good.length && good.length > 0}<button onclick={() => (all = !all)}
        >{all ? 'Only what suits' : `All ${ranked.length}`}</button
      >{/if}
  {/if}
</section>

<style>
  .songs {
    position: relative;
    margin: 0 20px 10px;
    padding: 12px 14px;
    background: var(--sheet);
    border-radius: 10px;
    max-height: 46vh;
    overflow: auto;
    flex: none;
  }
  h2 {
    font-size: 20px;
    margin-bottom: 6px;
  }
  .close {
    position: absolute;
    right: 10px;
    top: 8px;
  }
  ul {
    list-style: none;
    margin: 0 0 8px;
    padding: 0;
  }
  li {
    display: grid;
    grid-template-columns: minmax(140px, 1fr) minmax(0, 2fr) auto;
    gap: 12px;
    align-items: center;
    padding: 5px 0;
    border-top: 1px solid var(--line);
  }
  li span {
    font-size: 14px;
  }
  @media (max-width: 700px) {
    .songs {
      margin: 0 12px 10px;
    }
    li {
      grid-template-columns: minmax(0, 1fr) auto;
    }
    li span {
      grid-column: 1 / -1;
      grid-row: 2;
    }
  }
</style>
