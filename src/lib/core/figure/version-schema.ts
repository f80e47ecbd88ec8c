import { z } from 'zod';
import { TRACK_NAMES } from '../vocabulary';

/** Versions in files. Apart from the figure's schema: only files need it. */
const place = z
  .string()
  .regex(/^(0[e&a]|[1-9]\d{0,2}[e&a]?)$/, { message: 'expected a count such as 3 or 3&' });
const words = z.string().max(4000);

/** One item of a change in a file. */
export const itemChangeSchema = z
  .object({
    track: z.enum(TRACK_NAMES),
    at: place.optional(),
    was: words.optional(),
    to: place.optional(),
    now: words.optional(),
  })
  .refine((c) => (c.at === undefined) === (c.was === undefined), {
    message: 'at and was go together',
    path: ['was'],
  })
  .refine((c) => (c.to === undefined) === (c.now === undefined), {
    message: 'to and now go together',
    path: ['now'],
  })
  .refine((c) => c.at !== undefined || c.to !== undefined, { message: 'says nothing' });

/** A change of a figure: details by name, items of its lines, and the lines that are no breakdown. */
export const changeSchema = z.object({
  details: z.record(
    z.string().max(40),
    z.object({ was: z.unknown().optional(), now: z.unknown().optional() }),
  ),
  items: z.array(itemChangeSchema).max(4000),
  /** Remarks and lines that cannot be read, where they differ. */
  remarks: z.object({ was: z.string().max(40_000), now: z.string().max(40_000) }).optional(),
});

/** A version in a file. */
export const versionSchema = z.object({
  id: z.string().min(1).max(64),
  of: z.string().min(1).max(64),
  change: changeSchema,
});
