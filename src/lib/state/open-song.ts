import { untrack } from 'svelte';
import type { Song } from '$lib/core/song/schema';
import { songShelf, type OpenedSong } from '$lib/storage';
import { OpenDocument } from './opening.svelte';
import type { SongDesk } from './song-desk.svelte';

export type OpenSong = OpenDocument<'song', Song, OpenedSong, SongDesk>;
export const openSong = (id: string, make: (song: Song) => SongDesk): OpenSong =>
  untrack(
    () =>
      new OpenDocument(id, {
        shelf: songShelf,
        model: (song) => Promise.resolve(make(song)),
        onchange: (desk, save) => (desk.onchange = save),
        replace: (desk, song) => desk.replace(song),
        opened: () => {},
      }),
  );
