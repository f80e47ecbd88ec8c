import { z } from 'zod';
import type { Beats, Bpm, Seconds } from '../base';
import { DRILLS, type DrillId } from './schema';

const ref = z.string().min(1).max(64);
const musicSchema = z.discriminatedUnion('type', [
  z.object({ type: z.literal('click') }).strict(),
  z.object({ type: z.literal('band') }).strict(),
  z.object({ type: z.literal('song'), id: ref }).strict(),
]);
const itemSchema = z
  .object({
    key: z.string().min(1).max(40),
    what: z.discriminatedUnion('type', [
      z.object({ type: z.literal('figure'), id: ref }).strict(),
      z.object({ type: z.literal('combination'), id: ref }).strict(),
      z.object({ type: z.literal('song'), id: ref }).strict(),
      z.object({ type: z.literal('pause'), says: z.string().max(80) }).strict(),
      z.object({ type: z.literal('drill'), drill: z.enum(DRILLS) }).strict(),
    ]),
    /** Of a drill: how many questions. */
    times: z.int().min(1).max(200),
    /** Absent: its own. */
    bpm: z.number().min(20).max(400).optional(),
    music: musicSchema,
    /** How long a pause is. */
    seconds: z.int().min(5).max(3600).optional(),
  })
  .strict();

/** A practice: what is danced, how often, to what, with pauses between. */
export const practiceSchema = z
  .object({
    id: ref,
    name: z.string().min(1).max(120),
    notes: z.string().max(4000),
    items: z.array(itemSchema).max(200),
  })
  .strict();

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
