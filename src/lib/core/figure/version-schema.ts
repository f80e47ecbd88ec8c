import { IN_WORDS } from '../base';
import * as z from 'zod/mini';
import { TRACK_NAMES, shippedDance } from '../vocabulary';
import { figureFields } from './schema';

/** Versions in files. Apart from the figure's schema: only files need it. */
const place = z
  .string()
  .check(z.regex(/^(0[e&a]|[1-9]\d{0,2}[e&a]?)$/, { message: 'expected a count such as 3 or 3&' }));
const words = z.string().check(z.maxLength(4000));

/** One item of a change in a file. */
export const itemChangeSchema = z
  .object({
    track: z.enum(TRACK_NAMES),
    at: z.optional(place),
    was: z.optional(words),
    to: z.optional(place),
    now: z.optional(words),
  })
  .check(
    z.refine((c) => (c.at === undefined) === (c.was === undefined), {
      message: 'at and was go together',
      path: ['was'],
    }),
    z.refine((c) => (c.to === undefined) === (c.now === undefined), {
      message: 'to and now go together',
      path: ['now'],
    }),
    z.refine((c) => c.at !== undefined || c.to !== undefined, { message: 'says nothing' }),
  );

/** Text of all items of one change, in characters. */
const MOST_WORDS = 60_000;

const DETAILS = figureFields.shape;
type DetailKey = Exclude<keyof typeof DETAILS, 'id' | 'lines'>;
const isDetail = (key: string): key is DetailKey => key in DETAILS && key !== 'id' && key !== 'lines';

/** What a change of a detail is worth is decided by the same schema that reads the figure. */
const detailChangeSchema = z
  .record(
    z.string().check(z.maxLength(40)),
    z.object({ was: z.optional(z.json()), now: z.optional(z.json()) }),
  )
  .check(
    z.superRefine((details, ctx) => {
      for (const [key, { now }] of Object.entries(details)) {
        if (!isDetail(key)) {
          ctx.addIssue({ code: 'custom', path: [key], message: 'a figure has no such detail' });
          continue;
        }
        const read = DETAILS[key].safeParse(now, IN_WORDS);
        const issue = read.error?.issues[0];
        if (issue)
          ctx.addIssue({ code: 'custom', path: [key, 'now', ...issue.path], message: issue.message });
      }
      const { dance, ownDance } = details;
      const own = ownDance?.now as { id?: unknown } | undefined;
      if (typeof dance?.now === 'string' && !shippedDance(dance.now) && own?.id !== dance.now)
        ctx.addIssue({
          code: 'custom',
          path: ['dance', 'now'],
          message: `“${dance.now}” is no dance that ships, and ownDance does not say what it is`,
        });
    }),
  );

/** A change of a figure: details by name, items of its lines, and the lines that are no breakdown. */
export const changeSchema = z.object({
  details: detailChangeSchema,
  items: z.array(itemChangeSchema).check(
    z.maxLength(4000),
    z.refine((list) => list.reduce((n, i) => n + (i.now?.length ?? 0), 0) <= MOST_WORDS, {
      message: `more than ${MOST_WORDS} characters`,
    }),
  ),
  /** Remarks and lines that cannot be read, where they differ. */
  remarks: z.optional(
    z.object({ was: z.string().check(z.maxLength(40_000)), now: z.string().check(z.maxLength(40_000)) }),
  ),
});

/** A version in a file. */
export const versionSchema = z.object({
  id: z.string().check(z.minLength(1), z.maxLength(64)),
  of: z.string().check(z.minLength(1), z.maxLength(64)),
  change: changeSchema,
});
