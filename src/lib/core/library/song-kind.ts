import * as z from 'zod/mini';
import { fail, ok, IN_WORDS } from '../base';
import { firstIssue } from '../codecs/json';
import { mediaOf, songSchema, type Song } from '../song/schema';
import type { Kind } from './kind';

const SONGS_FORMAT = 'brisk-partner/songs';
/** A file of songs and their maps. What they sound from is not in it, but in a backup. Version 1. */
export const songsFileSchema = z.strictObject({
  format: z.literal(SONGS_FORMAT),
  version: z.literal(1),
  songs: z.array(songSchema).check(z.maxLength(10_000)),
});

export const songKind: Kind<'song'> = {
  id: 'song',
  table: 'songs',
  version: 1,
  lifts: [],
  schema: songSchema,
  refs: () => [],
  renamed: (s, to) => ({ ...s, id: to({ kind: 'song', id: s.id }) }),
  standsOn: () => undefined,
  brings: () => [],
  media: (s) => [mediaOf(s)].filter((m): m is string => m !== undefined),
  nameOf: (s) => s.name,
  named: (s, name) => ({ ...s, name: name.slice(0, 120) }),
  path: (id) => `/songs/${id}`,
  list: '/songs',
  file: {
    format: SONGS_FORMAT,
    extension: '.songs.json',
    schema: songsFileSchema,
    write: (songs) => JSON.stringify({ format: SONGS_FORMAT, version: 1, songs }) + '\n',
    read: (json) => {
      const read = songsFileSchema.safeParse(json, IN_WORDS);
      return read.success
        ? ok({ song: read.data.songs as readonly Song[] })
        : fail(firstIssue(read.error.issues, json));
    },
  },
};
