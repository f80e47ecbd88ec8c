import { z } from 'zod';
import type { DeepReadonly } from '../base';

const ref = z.string().min(1).max(64);

/** Who a recap is for. */
export const READERS = ['students', 'teacher', 'substitute'] as const;
export type Reader = (typeof READERS)[number];
export const PAPERS = ['A4', 'Letter'] as const;
export type Paper = (typeof PAPERS)[number];

/** What is handed out after a class: which one, to whom, and the words that cannot be computed. */
export const recapSchema = z
  .object({
    id: ref,
    name: z.string().min(1).max(120),
    /** The class it tells of, as it was planned or as it was held. */
    class: ref.optional(),
    entry: ref.optional(),
    group: ref.optional(),
    for: z.enum(READERS),
    figures: z.array(ref).max(24),
    combination: ref.optional(),
    greeting: z.string().max(2000),
    practise: z.string().max(2000),
    paper: z.enum(PAPERS),
  })
  .strict();
export type Recap = DeepReadonly<z.infer<typeof recapSchema>>;
