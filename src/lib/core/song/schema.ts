import * as z from 'zod/mini';
import type { Bpm, Seconds } from '../base';
import { recipeSchema, type Recipe } from '../band/recipe';
import { songMapSchema, tempoOf, type SongMap } from '../music';

/** A file kept beside the documents: its key in the store and in a backup, and what it was called. */
const fileFields = {
  media: z.string().check(z.regex(/^[\w-]{1,64}$/)),
  file: z.string().check(z.maxLength(200)),
};
const sourceSchema = z.discriminatedUnion('type', [
  z.strictObject({ type: z.literal('band'), recipe: recipeSchema }),
  z.strictObject({ type: z.literal('audio'), ...fileFields }),
  z.strictObject({ type: z.literal('midi'), ...fileFields }),
]);

/** A song as it is kept: what it sounds from, and its map once it has been heard. */
export const songSchema = z.strictObject({
  id: z.string().check(z.minLength(1), z.maxLength(64)),
  name: z.string().check(z.minLength(1), z.maxLength(120)),
  by: z.string().check(z.maxLength(120)),
  notes: z.string().check(z.maxLength(4000)),
  /** Seconds. */
  length: z.number().check(z.gte(0), z.lte(7200)),
  source: sourceSchema,
  map: z.optional(songMapSchema),
});

export type Source =
  | { readonly type: 'band'; readonly recipe: Recipe }
  | { readonly type: 'audio' | 'midi'; readonly media: string; readonly file: string };
export interface Song {
  readonly id: string;
  readonly name: string;
  readonly by: string;
  readonly notes: string;
  readonly length: Seconds;
  readonly source: Source;
  readonly map?: SongMap | undefined;
}

/** The file a song sounds from, by its key; the band needs none. */
export const mediaOf = ({ source }: Song): string | undefined =>
  source.type === 'band' ? undefined : source.media;

/** Beats a minute of a song that has been heard. */
export const songTempo = (s: Song): Bpm | undefined => s.map && tempoOf(s.map);
