import { z } from 'zod';
import type { DeepReadonly } from '../base';
import { UNIT_KINDS } from './cues.data';

/** A fault and the cue that cures it, as a teacher noted it: for a kind of unit, or for one figure. */
export const cueSchema = z
  .object({
    id: z.string().min(1).max(64),
    unit: z.enum(UNIT_KINDS),
    /** The fault. */
    name: z.string().min(1).max(300),
    cure: z.string().min(1).max(300),
    figure: z.string().min(1).max(64).optional(),
  })
  .strict();
export type Cue = DeepReadonly<z.infer<typeof cueSchema>>;
