import * as z from 'zod/mini';
import type { DeepReadonly } from '../base';
import { UNIT_KINDS } from './cues.data';

/** A fault and the cue that cures it, as a teacher noted it: for a kind of unit, or for one figure. */
export const cueSchema = z.strictObject({
  id: z.string().check(z.minLength(1), z.maxLength(64)),
  unit: z.enum(UNIT_KINDS),
  /** The fault. */
  name: z.string().check(z.minLength(1), z.maxLength(300)),
  cure: z.string().check(z.minLength(1), z.maxLength(300)),
  figure: z.optional(z.string().check(z.minLength(1), z.maxLength(64))),
});
export type Cue = DeepReadonly<z.infer<typeof cueSchema>>;
