import * as z from 'zod/mini';
import type { DeepReadonly } from '../base';

const ref = z.string().check(z.minLength(1), z.maxLength(64));

/** Who a recap is for. */
export const READERS = ['students', 'teacher', 'substitute'] as const;
export type Reader = (typeof READERS)[number];
export const PAPERS = ['A4', 'Letter'] as const;
export type Paper = (typeof PAPERS)[number];

/** What is handed out after a class: which one, to whom, and the words that cannot be computed. */
export const recapSchema = z.strictObject({
  id: ref,
  name: z.string().check(z.minLength(1), z.maxLength(120)),
  /** The class it tells of, as it was planned or as it was held. */
  class: z.optional(ref),
  entry: z.optional(ref),
  group: z.optional(ref),
  for: z.enum(READERS),
  figures: z.array(ref).check(z.maxLength(24)),
  combination: z.optional(ref),
  greeting: z.string().check(z.maxLength(2000)),
  practise: z.string().check(z.maxLength(2000)),
  paper: z.enum(PAPERS),
});
export type Recap = DeepReadonly<z.infer<typeof recapSchema>>;
