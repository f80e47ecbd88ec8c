import { z } from 'zod';
import type { DeepReadonly } from '../base';

/** Walls of a room as it is drawn: the front above. */
export const WALLS = ['front', 'right', 'back', 'left'] as const;
export type Wall = (typeof WALLS)[number];

const metres = (most: number) => z.number().min(0).max(most);

/** Something that stands in a room: a pillar, a bar, a stage. Its left front corner, and how wide and deep it is. */
const thingSchema = z
  .object({
    key: z.string().min(1).max(40),
    what: z.string().min(1).max(40),
    x: metres(100),
    y: metres(100),
    width: z.number().min(0.1).max(100),
    depth: z.number().min(0.1).max(100),
  })
  .strict();

/**
 * A room to dance in. Metres; `x` from the left wall, `y` from the front wall, as the teacher's plan is drawn. `limit`:
 * how many people may be in it, as posted.
 */
export const roomSchema = z
  .object({
    id: z.string().min(1).max(64),
    name: z.string().min(1).max(120),
    width: z.number().min(2).max(100),
    length: z.number().min(2).max(100),
    things: z.array(thingSchema).max(60),
    mirrors: z.array(z.enum(WALLS)).max(4),
    /** Where the door is: metres along its wall, from the left or from the front. */
    door: z
      .object({ wall: z.enum(WALLS), at: metres(100) })
      .strict()
      .optional(),
    music: z
      .object({ x: metres(100), y: metres(100) })
      .strict()
      .optional(),
    limit: z.int().min(1).max(10_000).optional(),
    notes: z.string().max(4000),
  })
  .strict();

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
