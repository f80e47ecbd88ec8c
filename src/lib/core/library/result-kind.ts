import * as z from 'zod/mini';
import { fail, ok, IN_WORDS } from '../base';
import { firstIssue } from '../codecs/json';
import { isDrill, resultSchema, type PracticeResult } from '../practice/schema';
import type { Kind, Ref } from './kind';

const RESULTS_FORMAT = 'brisk-partner/results';
const VERSION = 2;
/** A file of practice results. Version 2; since then there are answers in it. */
export const resultsFileSchema = z.strictObject({
  format: z.literal(RESULTS_FORMAT),
  version: z.literal([1, VERSION]),
  results: z.array(resultSchema).check(z.maxLength(100_000)),
});

export const resultKind: Kind<'result'> = {
  id: 'result',
  table: 'results',
  version: VERSION,
  lifts: [(doc) => doc],
  schema: resultSchema,
  refs: (r) => (!isDrill(r) && r.figure ? [{ kind: 'figure', id: r.figure } satisfies Ref] : []),
  renamed: (r, to) => ({
    ...r,
    id: to({ kind: 'result', id: r.id }),
    ...(!isDrill(r) && r.figure ? { figure: to({ kind: 'figure', id: r.figure }) } : {}),
  }),
  standsOn: () => undefined,
  brings: () => [],
  nameOf: (r) => r.name,
  named: (r, name) => ({ ...r, name: name.slice(0, 120) }),
  path: () => undefined,
  list: '/results',
  file: {
    format: RESULTS_FORMAT,
    extension: '.results.json',
    schema: resultsFileSchema,
    write: (results) => JSON.stringify({ format: RESULTS_FORMAT, version: VERSION, results }, null, 1) + '\n',
    read: (json) => {
      const read = resultsFileSchema.safeParse(json, IN_WORDS);
      return read.success
        ? ok({ result: read.data.results as readonly PracticeResult[] })
        : fail(firstIssue(read.error.issues, json));
    },
  },
};
