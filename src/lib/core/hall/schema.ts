import * as z from 'zod/mini';
import type { DeepReadonly } from '../base';

/** Walls of a room as it is drawn: the front above. */
export const WALLS = ['front', 'right', 'back', 'left'] as const;
export type Wall = (typeof WALLS)[number];

const metres = (most: number) => z.number().check(z.gte(0), z.lte(most));

/** Something that stands in a room: a pillar, a bar, a stage. Its left front corner, and how wide and deep it is. */
const thingSchema = z.strictObject({
  key: z.string().check(z.minLength(1), z.maxLength(40)),
  what: z.string().check(z.minLength(1), z.maxLength(40)),
  x: metres(100),
  y: metres(100),
  width: z.number().check(z.gte(0.1), z.lte(100)),
  depth: z.number().check(z.gte(0.1), z.lte(100)),
});

/**
 * A room to dance in. Metres; `x` from the left wall, `y` from the front wall, as the teacher's plan is drawn. `limit`:
 * how many people may be in it, as posted.
 */
export const roomSchema = z.strictObject({
  id: z.string().check(z.minLength(1), z.maxLength(64)),
  name: z.string().check(z.minLength(1), z.maxLength(120)),
  width: z.number().check(z.gte(2), z.lte(100)),
  length: z.number().check(z.gte(2), z.lte(100)),
  things: z.array(thingSchema).check(z.maxLength(60)),
  mirrors: z.array(z.enum(WALLS)).check(z.maxLength(4)),
  /** Where the door is: metres along its wall, from the left or from the front. */
  door: z.optional(z.strictObject({ wall: z.enum(WALLS), at: metres(100) })),
  music: z.optional(z.strictObject({ x: metres(100), y: metres(100) })),
  limit: z.optional(z.int().check(z.gte(1), z.lte(10_000))),
  notes: z.string().check(z.maxLength(4000)),
});

export type Room = DeepReadonly<z.infer<typeof roomSchema>>;
export type Thing = Room['things'][number];

/** @example newRoom('r', 'Hall').width // 9 */
export const newRoom = (id: string, name: string): Room => ({
  id,
  name,
  width: 9,
  length: 12,
  things: [],
  mirrors: ['front'],
  door: { wall: 'back', at: 1 },
  notes: '',
});
