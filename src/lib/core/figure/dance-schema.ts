import * as z from 'zod/mini';
import { DANCE_IDS, FEEL_NAMES, FORMATION_IDS, HOLD_IDS, type Dance } from '../vocabulary';

const bpm = z.number().check(z.gte(20), z.lte(400));

/**
 * A teacher's own dance. Lengths in beats, quick and slow in ticks (12 to the beat), `step` as a share of the dancer's
 * height. Its id never is that of a dance that ships.
 */
export const danceSchema = z.object({
  id: z.string().check(
    z.minLength(1),
    z.maxLength(64),
    z.refine((id) => !(DANCE_IDS as readonly string[]).includes(id), {
      message: 'a dance that ships has this name in files',
    }),
  ),
  name: z.string().check(z.trim(), z.minLength(1), z.maxLength(80)),
  frame: z.enum(['slot', 'line-of-dance', 'spot']),
  feel: z.enum(FEEL_NAMES),
  bar: z.int().check(z.gte(2), z.lte(12)),
  cycle: z.int().check(z.gte(2), z.lte(32)),
  split: z.enum(['&', 'a']),
  quick: z.int().check(z.gte(3), z.lte(48)),
  slow: z.int().check(z.gte(6), z.lte(96)),
  multiple: z.int().check(z.gte(1), z.lte(32)),
  lengths: z.array(z.int().check(z.gte(1), z.lte(256))).check(z.maxLength(12)),
  ending: z.enum(['start', 'partners']),
  step: z.number().check(z.gte(0.02), z.lte(0.6)),
  tempo: z
    .object({ min: bpm, max: bpm })
    .check(
      z.refine((t) => t.max >= t.min, { message: 'the fastest tempo is below the slowest', path: ['max'] }),
    ),
  formation: z.enum(FORMATION_IDS),
  hold: z.enum(HOLD_IDS),
  says: z.string().check(z.maxLength(300)),
});
export type OwnDance = Readonly<z.infer<typeof danceSchema>>;

/** A new dance of the teacher's own, with everything taken over from one that is like it. */
export function newDance(id: string, name: string, like: Dance): OwnDance {
  return { ...like, id, name, lengths: [...like.lengths], tempo: { ...like.tempo }, says: '' };
}

/** The dance a figure is set to: its own where it does not ship. */
export const withDance = <T extends { dance: string; ownDance?: OwnDance }>(figure: T, dance: Dance): T => {
  const { ownDance: _, ...rest } = figure;
  const own = (DANCE_IDS as readonly string[]).includes(dance.id) ? {} : { ownDance: dance as OwnDance };
  return { ...rest, dance: dance.id, ...own } as T;
};
