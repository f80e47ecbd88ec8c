import { z } from 'zod';
import type { Bpm, Seconds } from '../base';
import { recipeSchema, type Recipe } from '../band/recipe';
import { songMapSchema, tempoOf, type SongMap } from '../music';

/** A file kept beside the documents: its key in the store and in a backup, and what it was called. */
const fileFields = {
  media: z.string().regex(/^[\w-]{1,64}$/),
  file: z.string().max(200),
};
const sourceSchema = z.discriminatedUnion('type', [
  z.object({ type: z.literal('band'), recipe: recipeSchema }).strict(),
  z.object({ type: z.literal('audio'), ...fileFields }).strict(),
  z.object({ type: z.literal('midi'), ...fileFields }).strict(),
]);

/** A song as it is kept: what it sounds from, and its map once it has been heard. */
export const songSchema = z
  .object({
    id: z.string().min(1).max(64),
    name: z.string().min(1).max(120),
    by: z.string().max(120),
    notes: z.string().max(4000),
    /** Seconds. */
    length: z.number().min(0).max(7200),
    source: sourceSchema,
    map: songMapSchema.optional(),
  })
  .strict();

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
