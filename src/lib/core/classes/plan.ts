import * as z from 'zod/mini';
import type { DeepReadonly } from '../base';
import { dateSchema, localSchema, zoneSchema } from '../calendar';
import { BLOCKS, BLOCK_KINDS, TEMPLATES, type BlockKind, type TemplateId } from './blocks.data';

const ref = z.string().check(z.minLength(1), z.maxLength(64));
const bpm = z.number().check(z.gte(20), z.lte(400));

/** A figure or a combination, by id. */
export const danceRefSchema = z.strictObject({ type: z.enum(['figure', 'combination']), id: ref });
export type DanceRef = DeepReadonly<z.infer<typeof danceRefSchema>>;

/** A part of the hour. */
const blockSchema = z.strictObject({
  key: z.string().check(z.minLength(1), z.maxLength(40)),
  kind: z.enum(BLOCK_KINDS),
  /** Whole or half minutes. */
  minutes: z.number().check(z.gte(0.5), z.lte(300), z.multipleOf(0.5)),
  what: z.optional(danceRefSchema),
  /** Absent: by the kind of block and the tempo aimed at. */
  bpm: z.optional(bpm),
  /** Minutes of explaining and showing, before it goes round. */
  explain: z.optional(z.number().check(z.gte(0), z.lte(120), z.multipleOf(0.5))),
  /** How often partners change in it. */
  changes: z.optional(z.int().check(z.gte(0), z.lte(60))),
  song: z.optional(ref),
  says: z.string().check(z.maxLength(600)),
  /** It stays whatever happens. */
  keep: z.optional(z.boolean()),
});

/** A class as it is planned. Times are those of its zone; `goal` is the tempo aimed at. */
export const classSchema = z.strictObject({
  id: ref,
  name: z.string().check(z.minLength(1), z.maxLength(120)),
  /** When, local; absent: not yet said. */
  at: z.optional(localSchema),
  zone: zoneSchema,
  series: z.optional(ref),
  /** Which day of the series it is, by the rule of the series. */
  date: z.optional(dateSchema),
  group: z.optional(ref),
  room: z.optional(ref),
  minutes: z.int().check(z.gte(5), z.lte(600)),
  level: z.union([z.literal(1), z.literal(2), z.literal(3), z.literal(4)]),
  aim: z.strictObject({ figures: z.array(ref).check(z.maxLength(24)), combination: z.optional(ref) }),
  goal: z.optional(bpm),
  blocks: z.array(blockSchema).check(z.maxLength(60)),
  notes: z.string().check(z.maxLength(4000)),
});

export type ClassPlan = DeepReadonly<z.infer<typeof classSchema>>;
export type Block = ClassPlan['blocks'][number];

/** @example newClass('c', 'Thursday', 'Europe/Berlin').minutes // 60 */
export const newClass = (id: string, name: string, zone: string): ClassPlan => ({
  id,
  name,
  zone,
  minutes: 60,
  level: 1,
  aim: { figures: [] },
  blocks: [],
  notes: '',
});

/** What a block is danced to where it says nothing: the aim, where it dances. */
export const aimOf = (c: ClassPlan): DanceRef | undefined =>
  c.aim.combination !== undefined
    ? { type: 'combination', id: c.aim.combination }
    : c.aim.figures[0] === undefined
      ? undefined
      : { type: 'figure', id: c.aim.figures[0] };

/** @example blockRef(c, block) // { type: 'combination', id: 'blues' } */
export const blockRef = (c: ClassPlan, b: Block): DanceRef | undefined =>
  b.what ?? (BLOCKS[b.kind].dances ? aimOf(c) : undefined);

export const plannedMinutes = (blocks: readonly Pick<Block, 'minutes'>[]): number =>
  blocks.reduce((sum, b) => sum + b.minutes, 0);

/**
 * The blocks of a template for so many minutes: shares by the largest remainder, in half minutes, none below what it
 * is worth beginning. @example plannedMinutes(blocksFrom('weekly', 75, key)) // 75
 */
export function blocksFrom(template: TemplateId, minutes: number, makeKey: () => string): Block[] {
  const shares = TEMPLATES[template].blocks;
  const kept = mostNeeded(shares, minutes);
  const halves = apportion(
    kept.map(([kind, share]) => ({ least: 2 * BLOCKS[kind].least, share })),
    Math.round(2 * minutes),
  );
  return kept.map(([kind], i): Block => ({ key: makeKey(), kind, minutes: (halves[i] ?? 1) / 2, says: '' }));
}
const leastOf = (shares: readonly (readonly [BlockKind, number])[]): number =>
  shares.reduce((sum, [kind]) => sum + BLOCKS[kind].least, 0);

/** Where not all have room: those that are missed most, in their order. */
function mostNeeded(
  shares: readonly (readonly [BlockKind, number])[],
  minutes: number,
): (readonly [BlockKind, number])[] {
  let kept = [...shares];
  while (kept.length > 1 && leastOf(kept) > minutes) {
    const worst = kept.reduce((a, b) => (BLOCKS[b[0]].worth < BLOCKS[a[0]].worth ? b : a));
    kept = kept.filter((s) => s !== worst);
  }
  return kept;
}

/** Whole parts in proportion to shares, none below its least, that add up to `total` where they can. */
function apportion(
  parts: readonly { readonly least: number; readonly share: number }[],
  total: number,
): number[] {
  const all = parts.reduce((s, p) => s + p.share, 0);
  const ideal = parts.map((p) => (p.share * total) / (all || 1));
  const given = parts.map((p, i) => Math.max(p.least, Math.floor(ideal[i] ?? 0)));
  let left = total - given.reduce((a, b) => a + b, 0);
  while (left !== 0) {
    const step = Math.sign(left);
    const can = given.flatMap((g, i) => (step > 0 || g > (parts[i]?.least ?? 0) ? [i] : []));
    if (can.length === 0) break;
    const lack = (i: number): number => step * ((ideal[i] ?? 0) - (given[i] ?? 0));
    const best = can.reduce((a, b) => (lack(b) > lack(a) + 1e-9 ? b : a));
    given[best] = (given[best] ?? 0) + step;
    left -= step;
  }
  return given;
}
