import * as z from 'zod/mini';
import type { DeepReadonly } from '../base';
import type { Dancer } from './rotation';

const ref = z.string().check(z.minLength(1), z.maxLength(64));
const many = z.int().check(z.gte(0), z.lte(200));

export const DANCES = ['leader', 'follower', 'both'] as const;

/** Who dances: a name to be called by, and nothing else that is not needed. */
const personSchema = z.strictObject({
  key: z.string().check(z.minLength(1), z.maxLength(40)),
  name: z.string().check(z.minLength(1), z.maxLength(60)),
  dances: z.enum(DANCES),
  /** People with the same word stay together. */
  couple: z.optional(z.string().check(z.minLength(1), z.maxLength(40))),
});

/** A group that is taught: how many, or who; what they knew before anything was written down. */
export const groupSchema = z.strictObject({
  id: ref,
  name: z.string().check(z.minLength(1), z.maxLength(120)),
  /** The dance they come for, by its name in files; empty: several. */
  dance: z.string().check(z.maxLength(64)),
  level: z.union([z.literal(1), z.literal(2), z.literal(3), z.literal(4)]),
  /** Used while nobody is named; `couples` stay together. */
  numbers: z.strictObject({ leader: many, follower: many, both: many, couples: many }),
  people: z.array(personSchema).check(z.maxLength(200)),
  /** Figures known before the log begins. */
  knows: z.array(ref).check(z.maxLength(1000)),
  notes: z.string().check(z.maxLength(4000)),
});

export type Group = DeepReadonly<z.infer<typeof groupSchema>>;
export type Person = Group['people'][number];

/** @example newGroup('g', 'Thursdays').numbers.leader // 8 */
export const newGroup = (id: string, name: string): Group => ({
  id,
  name,
  dance: '',
  level: 1,
  numbers: { leader: 8, follower: 8, both: 0, couples: 0 },
  people: [],
  knows: [],
  notes: '',
});

const LETTER = { leader: 'L', follower: 'F', both: 'B' } as const;

/**
 * Those who dance, by name or by number. `there`: keys of those who came; absent: all.
 * @example dancersOf(group)[0] // { id: 'L1', dances: 'leader' }
 */
export function dancersOf(g: Group, there?: readonly string[]): Dancer[] {
  if (g.people.length > 0)
    return g.people
      .filter((p) => !there || there.includes(p.key))
      .map((p) => ({ id: p.name, dances: p.dances, ...(p.couple ? { couple: p.couple } : {}) }));
  const singles = DANCES.flatMap((dances) =>
    Array.from({ length: g.numbers[dances] }, (_, i): Dancer => ({
      id: `${LETTER[dances]}${i + 1}`,
      dances,
    })),
  );
  const couples = Array.from({ length: g.numbers.couples }, (_, i) =>
    ['a', 'b'].map((x): Dancer => ({ id: `C${i + 1}${x}`, dances: 'both', couple: `couple ${i + 1}` })),
  );
  return [...singles, ...couples.flat()];
}

/** How many people that is. @example sizeOf(group) // 16 */
export const sizeOf = (g: Group): number => dancersOf(g).length;
