import type { Song } from '$lib/core/song/schema';
import { loadDoc } from '$lib/storage';
import type { MusicFinder } from '$lib/workers/music-finder';
import { app } from './app.svelte';
import { soundOf } from './song-sound';

/** The song a combination is laid on, and its sound. */
export class LaidSong {
  song: Song | undefined = $state.raw();
  buffer: AudioBuffer | undefined = $state.raw();
  busy = $state(false);
  problem = $state('');
  #id = '';

  constructor(private readonly makeFinder: () => MusicFinder) {}

  /** Reads it where it is another than before. */
  async load(laid: { readonly id: string } | undefined): Promise<void> {
    const id = laid?.id ?? '';
    if (id === this.#id) return;
    this.#id = id;
    this.song = this.buffer = undefined;
    this.problem = '';
    if (!id) return;
    const song = await loadDoc(await app.db(), 'song', id).catch(() => undefined);
    if (id === this.#id) this.song = song;
  }

  /** Makes its sound ready; without one, nothing sounds but the click. */
  async sounds(): Promise<void> {
    const { song } = this;
    if (!song || this.buffer || this.busy) return;
    this.busy = true;
    const finder = this.makeFinder();
    try {
      const buffer = await soundOf(song, finder, () => {});
      if (song === this.song) this.buffer = buffer;
    } catch (e) {
      this.problem = e instanceof Error ? e.message : String(e);
    } finally {
      finder.stop();
      this.busy = false;
    }
  }

  /** Seconds into the song at which beat 1 of the combination's music falls. */
  from(laid: { readonly beat: number } | undefined): number {
    return (laid && this.song?.map?.beats[laid.beat]) ?? 0;
  }
}
