import { z } from 'zod';
import { FORMATION_IDS, HOLD_IDS } from '../vocabulary';

const id = z.string().min(1).max(64);

/** What comes before or after: nothing in particular, a figure, or a hold to stand in. */
const edgeSchema = z.discriminatedUnion('type', [
  z.object({ type: z.literal('any') }).strict(),
  z.object({ type: z.literal('figure'), id }).strict(),
  z.object({ type: z.literal('hold'), hold: z.enum(HOLD_IDS), formation: z.enum(FORMATION_IDS) }).strict(),
]);
export type Edge = z.infer<typeof edgeSchema>;

/** Beats a request may ask for at most. */
export const MOST_BEATS = 256;

/**
 * What a combination must be. Everything but `beats` may be left out. `start`: what is danced (or stood in) before;
 * `end`: what follows, or `loop`: it ends as it began. `inRow`: the same figure at most so often one after the other;
 * `inAll`: at most so often in all. `turns`: at most so many whole turns before a figure without one. `hits`: beats
 * (from 1) on which an accent is wanted; with `hitsMust` a figure that lies on one must have its accent there.
 */
export const requestSchema = z
  .object({
    beats: z.int().min(1).max(MOST_BEATS),
    start: edgeSchema.default({ type: 'any' }),
    end: z.union([edgeSchema, z.object({ type: z.literal('loop') }).strict()]).default({ type: 'any' }),
    must: z.array(id).max(8).default([]),
    mustNot: z.array(id).max(2000).default([]),
    level: z.union([z.literal(1), z.literal(2), z.literal(3), z.literal(4)]).optional(),
    inRow: z.int().min(1).max(64).optional(),
    inAll: z.int().min(1).max(64).optional(),
    turns: z.int().min(0).max(12).optional(),
    hits: z.array(z.int().min(1).max(MOST_BEATS)).max(32).default([]),
    hitsMust: z.boolean().default(false),
    joints: z.enum(['fits', 'small']).default('small'),
    curve: z.enum(['any', 'rising', 'arch']).default('any'),
    best: z.int().min(0).max(50).default(10),
  })
  .strict();

export type ComposeRequest = Readonly<z.infer<typeof requestSchema>>;

/** A request with everything else left open. @example requestOf(32).inRow // undefined */
export const requestOf = (beats: number, rest: Partial<ComposeRequest> = {}): ComposeRequest => ({
  ...requestSchema.parse({ beats }),
  ...rest,
});

/** Names of what a request asks for, in the order in which they are explained. */
export type ConstraintCode =
  | 'beats'
  | 'start'
  | 'end'
  | 'loop'
  | 'must'
  | 'must-not'
  | 'level'
  | 'in-row'
  | 'in-all'
  | 'turns'
  | 'hits'
  | 'fits-only';

/** One thing a request asks for; `id` for a figure that must be in. */
export interface Constraint {
  readonly code: ConstraintCode;
  readonly id?: string;
}

/** Everything a request limits, each of which could be given up. @example constraintsOf(requestOf(32)) // beats */
export function constraintsOf(r: ComposeRequest): Constraint[] {
  const has = (when: boolean, code: ConstraintCode): Constraint[] => (when ? [{ code }] : []);
  return [
    { code: 'beats' },
    ...has(r.start.type !== 'any', 'start'),
    ...has(r.end.type === 'loop', 'loop'),
    ...has(r.end.type === 'figure' || r.end.type === 'hold', 'end'),
    ...[...new Set(r.must)].map((m): Constraint => ({ code: 'must', id: m })),
    ...has(r.mustNot.length > 0, 'must-not'),
    ...has(r.level !== undefined && r.level < 4, 'level'),
    ...has(r.inRow !== undefined, 'in-row'),
    ...has(r.inAll !== undefined, 'in-all'),
    ...has(r.turns !== undefined, 'turns'),
    ...has(r.hitsMust && r.hits.length > 0, 'hits'),
    ...has(r.joints === 'fits', 'fits-only'),
  ];
}

/** The request that keeps only some constraints. Without `beats` any length will do: see {@link solveLengths}. */
export function keepOnly(r: ComposeRequest, kept: readonly Constraint[]): ComposeRequest {
  const has = (code: ConstraintCode): boolean => kept.some((k) => k.code === code);
  const { level, inRow, inAll, turns, ...rest } = r;
  return {
    ...rest,
    start: has('start') ? r.start : { type: 'any' },
    end: has('loop') || has('end') ? r.end : { type: 'any' },
    must: kept.flatMap((k) => (k.code === 'must' && k.id !== undefined ? [k.id] : [])),
    mustNot: has('must-not') ? r.mustNot : [],
    hitsMust: has('hits'),
    joints: has('fits-only') ? 'fits' : 'small',
    ...(has('level') && level !== undefined ? { level } : {}),
    ...(has('in-row') && inRow !== undefined ? { inRow } : {}),
    ...(has('in-all') && inAll !== undefined ? { inAll } : {}),
    ...(has('turns') && turns !== undefined ? { turns } : {}),
  };
}
