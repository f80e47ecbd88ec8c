import * as z from 'zod/mini';
import type { Bpm } from '../base';
import { figureSchema, type Change, type Figure } from '../figure';
import { changeSchema } from '../figure/version-schema';

const key = z.string().check(z.minLength(1), z.maxLength(40));
const beat = z.int().check(z.gte(1), z.lte(4096));

/** Version of the schema of combinations, and of their file. */
export const COMBINATION_VERSION = 7;
/** Music beats in a phrase: 32, 48 for a 12-bar blues, 24 for eight bars of three. Source: common practice, arithmetic. */
export const PHRASES = [24, 32, 48] as const;
export type Phrase = (typeof PHRASES)[number];
/** Figures danced in a combination at most, each time counted: hours of dancing. Our choice. */
export const MOST_DANCED = 512;
/** Layers of a combination, the barest first. */
export const LAYERS = [1, 2, 3] as const;
export type LayerNumber = (typeof LAYERS)[number];

/** One figure on the board. */
export const partSchema = z.strictObject({
  key,
  figure: z.string().check(z.minLength(1), z.maxLength(64)),
  /** How often it is danced in a row. */
  times: z.int().check(z.gte(1), z.lte(32)),
  /** How far to the right of the lane the leader starts, metres. */
  over: z.optional(z.number().check(z.gte(-1), z.lte(1))),
  /** What is danced otherwise here than in the figure, such as a mended foot. */
  change: z.optional(changeSchema),
  /** Which figure stands for it in layers 2 and 3; absent: found among its versions. */
  layers: z.optional(
    z.object({
      2: z.optional(z.string().check(z.minLength(1), z.maxLength(64))),
      3: z.optional(z.string().check(z.minLength(1), z.maxLength(64))),
    }),
  ),
});

/**
 * A combination as it is kept: only what a person decided. `start` is the music beat (from 1) of the first 1;
 * `marks` are music beats on which the music breaks or hits; `tempo` says from which beat of the music (from 1) how fast; `own`
 * holds figures that belong to this combination alone.
 */
export const combinationFields = z.strictObject({
  id: z.string().check(z.minLength(1), z.maxLength(64)),
  name: z.string().check(z.minLength(1), z.maxLength(120)),
  notes: z.string().check(z.maxLength(4000)),
  start: beat,
  phrase: z.literal(PHRASES),
  /** Music beats on which phrases start from scratch, as after a bar too many; absent: on beat 1 alone. */
  phrases: z.optional(
    z.array(beat).check(
      z.minLength(1),
      z.maxLength(256),
      z.refine((list) => list.every((b, i) => i === 0 || b > (list[i - 1] ?? 0)), {
        message: 'phrases come in the order of their beats',
      }),
    ),
  ),
  tempo: z
    .array(
      z.strictObject({
        beat: z.number().check(z.gte(1), z.lte(4096)),
        bpm: z.number().check(z.gte(20), z.lte(400)),
      }),
    )
    .check(
      z.minLength(1),
      z.maxLength(64),
      z.refine((t) => t[0]?.beat === 1, { message: 'the first tempo is on beat 1' }),
      z.refine((t) => t.every((c, i) => i === 0 || c.beat > (t[i - 1]?.beat ?? 0)), {
        message: 'tempo changes come in the order of their beats',
      }),
    ),
  marks: z.array(beat).check(z.maxLength(256)),
  /** It is meant to go round. */
  loop: z.boolean(),
  parts: z.array(partSchema).check(
    z.maxLength(256),
    z.refine((parts) => parts.reduce((n, p) => n + p.times, 0) <= MOST_DANCED, {
      message: `more than ${MOST_DANCED} figures are danced`,
    }),
  ),
  own: z.array(figureSchema).check(z.maxLength(64)),
  /** The song it is laid on, and which of its beats (an index) is beat 1 of the music here. */
  song: z.optional(
    z.strictObject({
      id: z.string().check(z.minLength(1), z.maxLength(64)),
      beat: z.int().check(z.gte(0), z.lte(20_000)),
    }),
  ),
});

/** No two parts may share a key. */
export const uniqueKeys = (c: { readonly parts: readonly { readonly key: string }[] }): boolean =>
  new Set(c.parts.map((p) => p.key)).size === c.parts.length;
export const KEYS_DIFFER = { message: 'two parts have the same key', path: ['parts'] };

export const combinationSchema = combinationFields.check(z.refine(uniqueKeys, KEYS_DIFFER));

type LoosePart = z.infer<typeof partSchema>;
export type Part = Readonly<
  Omit<LoosePart, 'over' | 'change' | 'layers'> & {
    over?: number;
    change?: Change;
    layers?: { readonly 2?: string; readonly 3?: string };
  }
>;
type Loose = z.infer<typeof combinationSchema>;
export type Combination = Readonly<
  Omit<Loose, 'parts' | 'own' | 'tempo' | 'marks' | 'phrases' | 'song'> & {
    tempo: readonly { readonly beat: number; readonly bpm: number }[];
    marks: readonly number[];
    phrases?: readonly number[] | undefined;
    parts: readonly Part[];
    own: readonly Figure[];
    song?: { readonly id: string; readonly beat: number } | undefined;
  }
>;

/** The tempo of a board with nothing on it. */
export const NEW_TEMPO: Bpm = 110;

/**
 * A tempo that lies in the range of every figure: the middle of what they have in common, or, where they have nothing
 * in common, of the first. @example tempoWithin([{ min: 150, max: 210 }, { min: 150, max: 180 }]) // 165
 */
export function tempoWithin(ranges: readonly { readonly min: Bpm; readonly max: Bpm }[]): Bpm | undefined {
  const first = ranges[0];
  if (!first) return undefined;
  const min = Math.max(...ranges.map((r) => r.min));
  const max = Math.min(...ranges.map((r) => r.max));
  const { min: low, max: high } = min <= max ? { min, max } : first;
  return Math.max(low, Math.min(high, Math.round((low + high) / 2)));
}

/** @example newCombination('c1', 'Tuesday').parts // [] */
export const newCombination = (id: string, name = 'New combination', bpm = NEW_TEMPO): Combination => ({
  id,
  name,
  notes: '',
  start: 1,
  phrase: 32,
  tempo: [{ beat: 1, bpm }],
  marks: [],
  loop: false,
  parts: [],
  own: [],
});
