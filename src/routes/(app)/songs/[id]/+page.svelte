<script lang="ts">
  import { onDestroy } from 'svelte';
  import { page } from '$app/state';
  import { openSong, type OpenSong } from '$lib/state/open-song';
  import { SongDesk } from '$lib/state/song-desk.svelte';
  import { soundOf } from '$lib/state/song-sound';
  import { MusicFinder } from '$lib/workers/music-finder';
  import NothingHere from '$lib/views/shell/NothingHere.svelte';
  import SongScreen from '$lib/views/songs/SongScreen.svelte';

  const finder = new MusicFinder(
    () => new Worker(new URL('../../../../lib/workers/music.worker.ts', import.meta.url), { type: 'module' }),
  );
  onDestroy(() => finder.stop());

  let opened: OpenSong | undefined = $state.raw();
  $effect(() => {
    const one = openSong(page.params.id ?? '', (song) => new SongDesk(song, finder, soundOf));
    opened = one;
    return () => {
      one.model?.stop();
      one.close();
    };
  });
</script>

<svelte:head><title>{opened?.model ? `${opened.model.song.name} · ` : ''}Brisk Partner</title></svelte:head>

{#if opened?.problem}
  <NothingHere problem={opened.problem} list="/songs" name="songs" />
{:else if opened?.model && opened.saver}
  {#key opened.model}<SongScreen desk={opened.model} saver={opened.saver} news={opened.news} />{/key}
{:else}
  <p class="message quiet">Opening …</p>
{/if}

<style>
  .message {
    padding: 40px 24px;
  }
</style>
