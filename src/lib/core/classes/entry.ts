import * as z from 'zod/mini';
import { instantSchema, type DeepReadonly } from '../base';
import { BLOCK_KINDS } from './blocks.data';
import { danceRefSchema } from './plan';

const ref = z.string().check(z.minLength(1), z.maxLength(64));
const instant = instantSchema;

/** How something went, the worst first. */
export const RATINGS = ['again', 'so-so', 'good', 'easy'] as const;
export type Rating = (typeof RATINGS)[number];

/** A block as it was run. */
const visitSchema = z.strictObject({
  block: z.string().check(z.minLength(1), z.maxLength(40)),
  kind: z.enum(BLOCK_KINDS),
  /** What it was meant to take, minutes. */
  planned: z.number().check(z.gte(0), z.lte(600)),
  from: instant,
  to: z.optional(instant),
});

/** Something taught: how it went, as a whole or for one unit (from 0), and at what tempo. */
const taughtSchema = z.strictObject({
  what: danceRefSchema,
  rating: z.optional(z.enum(RATINGS)),
  unit: z.optional(z.int().check(z.gte(0), z.lte(512))),
  bpm: z.optional(z.number().check(z.gte(20), z.lte(400))),
  note: z.string().check(z.maxLength(600)),
});

const who = z.string().check(z.minLength(1), z.maxLength(60));
const roundSchema = z.strictObject({
  pairs: z.array(z.strictObject({ leader: who, follower: who })).check(z.maxLength(200)),
  out: z.array(who).check(z.maxLength(200)),
});

/** A class that was held, or is being held. Times are milliseconds since 1970. */
export const entrySchema = z.strictObject({
  id: ref,
  name: z.string().check(z.minLength(1), z.maxLength(120)),
  at: instant,
  /** When it was over; absent: it is being held. */
  ended: z.optional(instant),
  minutes: z.int().check(z.gte(1), z.lte(600)),
  class: z.optional(ref),
  series: z.optional(ref),
  group: z.optional(ref),
  visits: z.array(visitSchema).check(z.maxLength(400)),
  taught: z.array(taughtSchema).check(z.maxLength(200)),
  /** How many came; `people`: who, by the keys of the group, where names are kept. */
  there: z.strictObject({
    leader: z.int().check(z.gte(0), z.lte(200)),
    follower: z.int().check(z.gte(0), z.lte(200)),
    both: z.int().check(z.gte(0), z.lte(200)),
  }),
  people: z.optional(z.array(z.string().check(z.minLength(1), z.maxLength(40))).check(z.maxLength(200))),
  /** Rounds of partners that have been danced, by name or number: only while the class is held. */
  partners: z.optional(z.array(roundSchema).check(z.maxLength(300))),
  promised: z
    .array(z.strictObject({ what: z.optional(danceRefSchema), text: z.string().check(z.maxLength(300)) }))
    .check(z.maxLength(60)),
  notes: z
    .array(
      z.strictObject({
        at: instant,
        text: z.string().check(z.minLength(1), z.maxLength(2000)),
        /** The file of a spoken note. */
        audio: z.optional(ref),
      }),
    )
    .check(z.maxLength(400)),
});

export type Entry = DeepReadonly<z.infer<typeof entrySchema>>;
export type Visit = Entry['visits'][number];
export type Taught = Entry['taught'][number];
