import * as z from 'zod/mini';
import { danceSchema, type OwnDance } from './dance-schema';
import { FEEL_NAMES, FORMATION_IDS, HOLD_IDS, shippedDance } from '../vocabulary';

/** Version of the schema of figures, and of their file. */
export const FIGURE_VERSION = 5;
/** Longest breakdown, in characters and in lines. */
export const MOST_TEXT = 40_000;
export const MOST_LINES = 2_000;
/** Counts a repeated span is danced at most: no longer than a figure may be written. */
export const MOST_REPEATED = 512;
/** Longest tag, characters, and most tags of a figure. */
export const MOST_TAG = 40;
export const MOST_TAGS = 20;
const linesIn = (t: string): number => t.split('\n').length;

const text = (max: number) => z.string().check(z.maxLength(max));
const foot = z.enum(['L', 'R']);
const beat = z.int().check(z.gte(1), z.lte(512));
const bpm = z.number().check(z.gte(20), z.lte(400));
const range = z
  .object({ from: beat, to: beat })
  .check(z.refine((r) => r.to >= r.from, { message: 'the last count comes before the first', path: ['to'] }));

/** Where and how the couple begins. `facing` is the leader's, degrees clockwise from the reference line. */
export const startSchema = z.object({
  formation: z.enum(FORMATION_IDS),
  hold: z.enum(HOLD_IDS),
  facing: z.int().check(z.gte(-345), z.lte(345), z.multipleOf(15)),
  leaderFree: foot,
  followerFree: foot,
});

/** The ending the writer means; what is left out is as at the start. */
export const endSchema = z.object({
  formation: z.optional(z.enum(FORMATION_IDS)),
  leaderFree: z.optional(foot),
  followerFree: z.optional(foot),
  /** The hold meant. */
  hold: z.optional(z.enum(HOLD_IDS)),
  /** The leader's facing meant, degrees clockwise from the reference line. */
  facing: z.optional(z.int().check(z.gte(-345), z.lte(345), z.multipleOf(15))),
});

/**
 * One figure as it is kept: only what a person wrote, nothing derived. `lines` is the breakdown in notation.
 * `sameFoot` and `ownTiming` are the counts at which the partners are on the same foot, or step at different
 * times, on purpose. `repeat` dances a span of counts several times.
 */
export const figureFields = z.object({
  id: z.string().check(z.minLength(1), z.maxLength(64)),
  name: text(120).check(z.minLength(1)),
  /** The name of a dance that ships, or of the teacher's own in `ownDance`. */
  dance: text(64).check(z.minLength(1)),
  ownDance: z.optional(danceSchema),
  family: text(60),
  level: z.union([z.literal(1), z.literal(2), z.literal(3), z.literal(4)]),
  start: startSchema,
  end: endSchema,
  feel: z.enum(FEEL_NAMES),
  tempo: z
    .object({ min: bpm, max: bpm })
    .check(
      z.refine((t) => t.max >= t.min, { message: 'the fastest tempo is below the slowest', path: ['max'] }),
    ),
  sameFoot: z.array(range).check(z.maxLength(64)),
  ownTiming: z.array(range).check(z.maxLength(64)),
  repeat: z.optional(
    z.object({ from: beat, to: beat, times: z.int().check(z.gte(1), z.lte(32)) }).check(
      z.refine((r) => r.to >= r.from, { message: 'the last count comes before the first', path: ['to'] }),
      z.refine((r) => (r.to - r.from + 1) * r.times <= MOST_REPEATED, {
        message: `repeated, it is longer than ${MOST_REPEATED} counts`,
        path: ['times'],
      }),
    ),
  ),
  notes: text(4000),
  cautions: z.array(text(300)).check(z.maxLength(20)),
  /** The teacher's own words to find it by. */
  tags: z.optional(z.array(text(MOST_TAG).check(z.minLength(1))).check(z.maxLength(MOST_TAGS))),
  /** Said when the figure holds a mistake on purpose. */
  mistake: z.optional(text(300)),
  lines: text(MOST_TEXT).check(
    z.refine((t) => linesIn(t) <= MOST_LINES, {
      message: `more than ${MOST_LINES} lines`,
    }),
  ),
});

/** The same, whose dance is one that ships or told by the figure itself. */
export const figureSchema = figureFields.check(
  z.refine((f) => shippedDance(f.dance) !== undefined || f.ownDance?.id === f.dance, {
    message: 'it is no dance that ships, and ownDance does not say what it is',
    path: ['dance'],
  }),
);

type Loose = z.infer<typeof figureFields>;
/** Absent keys are absent, never undefined. */
export type Figure = Readonly<
  Omit<Loose, 'end' | 'repeat' | 'mistake' | 'ownDance' | 'tags'> & {
    ownDance?: OwnDance;
    end: { readonly [K in keyof Loose['end']]?: NonNullable<Loose['end'][K]> };
    repeat?: NonNullable<Loose['repeat']>;
    mistake?: string;
    tags?: readonly string[];
  }
>;
export type CountRange = z.infer<typeof range>;
export type Details = Omit<Figure, 'id' | 'lines'>;
