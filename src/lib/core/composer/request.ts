import * as z from 'zod/mini';
import { FORMATION_IDS, HOLD_IDS } from '../vocabulary';

const id = z.string().check(z.minLength(1), z.maxLength(64));

/** What comes before or after: nothing in particular, a figure, or a hold to stand in. */
const edgeSchema = z.discriminatedUnion('type', [
  z.strictObject({ type: z.literal('any') }),
  z.strictObject({ type: z.literal('figure'), id }),
  z.strictObject({ type: z.literal('hold'), hold: z.enum(HOLD_IDS), formation: z.enum(FORMATION_IDS) }),
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
export const requestSchema = z.strictObject({
  beats: z.int().check(z.gte(1), z.lte(MOST_BEATS)),
  start: z._default(edgeSchema, { type: 'any' }),
  end: z._default(z.union([edgeSchema, z.strictObject({ type: z.literal('loop') })]), { type: 'any' }),
  must: z._default(z.array(id).check(z.maxLength(8)), []),
  mustNot: z._default(z.array(id).check(z.maxLength(2000)), []),
  level: z.optional(z.union([z.literal(1), z.literal(2), z.literal(3), z.literal(4)])),
  inRow: z.optional(z.int().check(z.gte(1), z.lte(64))),
  inAll: z.optional(z.int().check(z.gte(1), z.lte(64))),
  turns: z.optional(z.int().check(z.gte(0), z.lte(12))),
  hits: z._default(z.array(z.int().check(z.gte(1), z.lte(MOST_BEATS))).check(z.maxLength(32)), []),
  hitsMust: z._default(z.boolean(), false),
  joints: z._default(z.enum(['fits', 'small']), 'small'),
  curve: z._default(z.enum(['any', 'rising', 'arch']), 'any'),
  best: z._default(z.int().check(z.gte(0), z.lte(50)), 10),
});

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
