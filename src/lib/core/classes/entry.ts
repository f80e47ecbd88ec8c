import { z } from 'zod';
import type { DeepReadonly } from '../base';
import { BLOCK_KINDS } from './blocks.data';
import { danceRefSchema } from './plan';

const ref = z.string().min(1).max(64);
const instant = z.int().min(0);

/** How something went, the worst first. */
export const RATINGS = ['again', 'so-so', 'good', 'easy'] as const;
export type Rating = (typeof RATINGS)[number];

/** A block as it was run. */
const visitSchema = z
  .object({
    block: z.string().min(1).max(40),
    kind: z.enum(BLOCK_KINDS),
    /** What it was meant to take, minutes. */
    planned: z.number().min(0).max(600),
    from: instant,
    to: instant.optional(),
  })
  .strict();

/** Something taught: how it went, as a whole or for one unit (from 0), and at what tempo. */
const taughtSchema = z
  .object({
    what: danceRefSchema,
    rating: z.enum(RATINGS).optional(),
    unit: z.int().min(0).max(512).optional(),
    bpm: z.number().min(20).max(400).optional(),
    note: z.string().max(600),
  })
  .strict();

const who = z.string().min(1).max(60);
const roundSchema = z
  .object({
    pairs: z.array(z.object({ leader: who, follower: who }).strict()).max(200),
    out: z.array(who).max(200),
  })
  .strict();

/** A class that was held, or is being held. Times are milliseconds since 1970. */
export const entrySchema = z
  .object({
    id: ref,
    name: z.string().min(1).max(120),
    at: instant,
    /** When it was over; absent: it is being held. */
    ended: instant.optional(),
    minutes: z.int().min(1).max(600),
    class: ref.optional(),
    series: ref.optional(),
    group: ref.optional(),
    visits: z.array(visitSchema).max(400),
    taught: z.array(taughtSchema).max(200),
    /** How many came; `people`: who, by the keys of the group, where names are kept. */
    there: z
      .object({
        leader: z.int().min(0).max(200),
        follower: z.int().min(0).max(200),
        both: z.int().min(0).max(200),
      })
      .strict(),
    people: z.array(z.string().min(1).max(40)).max(200).optional(),
    /** Rounds of partners that have been danced, by name or number: only while the class is held. */
    partners: z.array(roundSchema).max(300).optional(),
    promised: z
      .array(z.object({ what: danceRefSchema.optional(), text: z.string().max(300) }).strict())
      .max(60),
    notes: z
      .array(
        z
          .object({
            at: instant,
            text: z.string().min(1).max(2000),
            /** The file of a spoken note. */
            audio: ref.optional(),
          })
          .strict(),
      )
      .max(400),
  })
  .strict();

export type Entry = DeepReadonly<z.infer<typeof entrySchema>>;
export type Visit = Entry['visits'][number];
export type Taught = Entry['taught'][number];
