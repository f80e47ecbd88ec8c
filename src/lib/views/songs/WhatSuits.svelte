<script lang="ts">
  import { onMount } from 'svelte';
  import { isMapped, isSuitable, suits, type Suit } from '$lib/core/song/suits';
  import { suitText } from '$lib/messages';
  import { app } from '$lib/state/app.svelte';
  import type { OwnDance } from '$lib/state/own-dances';
  import type { SongDesk } from '$lib/state/song-desk.svelte';

  /** What of the person's own goes with this song, the best first. */
  let { desk }: { desk: SongDesk } = $props();
  let own: readonly OwnDance[] | undefined = $state.raw();
  let all = $state(false);
  onMount(() => {
    void Promise.all([import('$lib/state/own-dances'), app.db()])
      .then(([{ ownDances }, db]) => ownDances(db))
      .then((found) => (own = found));
  });
  const song = $derived({ ...desk.song, map: desk.map });
  const ranked = $derived.by((): { id: string; name: string; suit: Suit }[] =>
    isMapped(song)
      ? (own ?? [])
          .map(({ id, name, d }) => ({ id, name, suit: suits(d, song) }))
          .sort((a, b) => b.suit.score - a.suit.score)
      : [],
  );
  const good = $derived(ranked.filter((r) => isSuitable(r.suit)));
  const shown = $derived(all ? ranked : good.slice(0, 5));
</script>

<section aria-label="What suits">
  <h2>What goes with it</h2>
  {#if !own}<p class="quiet">Looking …</p>
  {:else if own.length === 0}<p class="quiet">
      You have no combinations yet. <a href="/combinations">Make one</a>
    </p>
  {:else}
    {#if good.length === 0 && !all}<p class="quiet">
        None of your combinations is danced to this style of music at this tempo.
      </p>{/if}
    <ul>
      {#each shown as r (r.id)}<li>
          <a href="/combinations/{r.id}?song={desk.song.id}">{r.name}</a><small>{suitText(r.suit)}</small>
        </li>{/each}
    </ul>
    {#if ranked.length > shown.length || all}<button onclick={() => (all = !all)}
        >{all ? 'Only what suits' : `All ${ranked.length}`}</button
      >{/if}
  {/if}
</section>

<style>
  section {
    display: grid;
    gap: 8px;
    justify-items: start;
  }
  h2 {
    font-size: 20px;
  }
  ul {
    margin: 0;
    padding: 0;
    list-style: none;
    display: grid;
    gap: 6px;
  }
  small {
    display: block;
    color: var(--quiet);
    font-size: 14px;
  }
</style>
