import * as z from 'zod/mini';
import type { Beats, Bpm, Seconds } from '../base';
import { DRILLS, type DrillId } from './schema';

const ref = z.string().check(z.minLength(1), z.maxLength(64));
const musicSchema = z.discriminatedUnion('type', [
  z.strictObject({ type: z.literal('click') }),
  z.strictObject({ type: z.literal('band') }),
  z.strictObject({ type: z.literal('song'), id: ref }),
]);
const itemSchema = z.strictObject({
  key: z.string().check(z.minLength(1), z.maxLength(40)),
  what: z.discriminatedUnion('type', [
    z.strictObject({ type: z.literal('figure'), id: ref }),
    z.strictObject({ type: z.literal('combination'), id: ref }),
    z.strictObject({ type: z.literal('song'), id: ref }),
    z.strictObject({ type: z.literal('pause'), says: z.string().check(z.maxLength(80)) }),
    z.strictObject({ type: z.literal('drill'), drill: z.enum(DRILLS) }),
  ]),
  /** Of a drill: how many questions. */
  times: z.int().check(z.gte(1), z.lte(200)),
  /** Absent: its own. */
  bpm: z.optional(z.number().check(z.gte(20), z.lte(400))),
  music: musicSchema,
  /** How long a pause is. */
  seconds: z.optional(z.int().check(z.gte(5), z.lte(3600))),
});

/** A practice: what is danced, how often, to what, with pauses between. */
export const practiceSchema = z.strictObject({
  id: ref,
  name: z.string().check(z.minLength(1), z.maxLength(120)),
  notes: z.string().check(z.maxLength(4000)),
  items: z.array(itemSchema).check(z.maxLength(200)),
});

export type PracticeMusic =
  { readonly type: 'click' | 'band' } | { readonly type: 'song'; readonly id: string };
export type PracticeWhat =
  | { readonly type: 'figure' | 'combination' | 'song'; readonly id: string }
  | { readonly type: 'pause'; readonly says: string }
  | { readonly type: 'drill'; readonly drill: DrillId };
export interface PracticeItem {
  readonly key: string;
  readonly what: PracticeWhat;
  readonly times: number;
  readonly bpm?: Bpm | undefined;
  readonly music: PracticeMusic;
  readonly seconds?: Seconds | undefined;
}
export interface Practice {
  readonly id: string;
  readonly name: string;
  readonly notes: string;
  readonly items: readonly PracticeItem[];
}

/** How long a pause is where nothing is said. */
export const PAUSE: Seconds = 30;

/** How long a question takes in the room: asked, thought about, answered, shown. Our choice. */
const QUESTION: Seconds = 20;

/**
 * How long an item lasts: `beats` of it, once, at `bpm`; a pause as long as it says; a question about 20 s.
 * @example itemSeconds(item, 6, 120)
 */
export function itemSeconds(item: PracticeItem, beats: Beats, bpm: Bpm): Seconds {
  if (item.what.type === 'pause') return item.seconds ?? PAUSE;
  return item.what.type === 'drill' ? item.times * QUESTION : (item.times * beats * 60) / bpm;
}
/** What an item names in the library; undefined for a pause or a drill. */
export const namedBy = ({
  what,
}: Pick<PracticeItem, 'what'>):
  { readonly kind: 'figure' | 'combination' | 'song'; readonly id: string } | undefined =>
  what.type === 'pause' || what.type === 'drill' ? undefined : { kind: what.type, id: what.id };
