import type { z } from 'zod';
import type { FigureRow } from './db';

export type SaveError<R = FigureRow> =
  | { readonly type: 'changed-elsewhere'; readonly theirs: R }
  | { readonly type: 'deleted-elsewhere' }
  | { readonly type: 'failed'; readonly message: string }
  /** It could not be read back: `at` names the place. Nothing was written. */
  | { readonly type: 'unreadable'; readonly at: string; readonly message: string };

/** What the schema that will read a document says against it; undefined where it can be read back. */
export function unreadable(schema: z.ZodType, doc: unknown): SaveError<never> | undefined {
  const read = schema.safeParse(doc);
  const issue = read.error?.issues[0];
  return issue && { type: 'unreadable', at: issue.path.join('.') || 'the whole', message: issue.message };
}

/** What to do with a figure whose id is already there. */
export type OnClash = 'replace' | 'keep-both';
