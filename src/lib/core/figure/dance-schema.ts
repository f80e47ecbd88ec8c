import { z } from 'zod';
import { DANCE_IDS, FEEL_NAMES, FORMATION_IDS, HOLD_IDS, type Dance } from '../vocabulary';

const bpm = z.number().min(20).max(400);

/**
 * A teacher's own dance. Lengths in beats, quick and slow in ticks (12 to the beat), `step` as a share of the dancer's
 * height. Its id never is that of a dance that ships.
 */
export const danceSchema = z.object({
  id: z
    .string()
    .min(1)
    .max(64)
    .refine((id) => !(DANCE_IDS as readonly string[]).includes(id), {
      message: 'a dance that ships has this name in files',
    }),
  name: z.string().trim().min(1).max(80),
  frame: z.enum(['slot', 'line-of-dance', 'spot']),
  feel: z.enum(FEEL_NAMES),
  bar: z.int().min(2).max(12),
  cycle: z.int().min(2).max(32),
  split: z.enum(['&', 'a']),
  quick: z.int().min(3).max(48),
  slow: z.int().min(6).max(96),
  multiple: z.int().min(1).max(32),
  lengths: z.array(z.int().min(1).max(256)).max(12),
  ending: z.enum(['start', 'partners']),
  step: z.number().min(0.02).max(0.6),
  tempo: z
    .object({ min: bpm, max: bpm })
    .refine((t) => t.max >= t.min, { message: 'the fastest tempo is below the slowest', path: ['max'] }),
  formation: z.enum(FORMATION_IDS),
  hold: z.enum(HOLD_IDS),
  says: z.string().max(300),
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
