import * as z from 'zod/mini';
import { fail, nothingElse, ok, IN_WORDS } from '../base';
import { firstIssue } from '../codecs/json';
import { danceSchema } from '../figure';
import type { Kind } from './kind';

const DANCES_FORMAT = 'brisk-partner/dances';
/** A file of dances of one's own. Version 1. */
export const dancesFileSchema = z.strictObject({
  format: z.literal(DANCES_FORMAT),
  version: z.literal(1),
  dances: z.array(nothingElse(danceSchema)).check(z.maxLength(2_000)),
});

export const danceKind: Kind<'dance'> = {
  id: 'dance',
  table: 'dances',
  version: 1,
  lifts: [],
  schema: danceSchema,
  refs: () => [],
  renamed: (d, to) => ({ ...d, id: to({ kind: 'dance', id: d.id }) }),
  standsOn: () => undefined,
  brings: () => [],
  nameOf: (d) => d.name,
  named: (d, name) => ({ ...d, name: name.slice(0, 80) }),
  path: () => undefined,
  list: '/data',
  file: {
    format: DANCES_FORMAT,
    extension: '.dances.json',
    schema: dancesFileSchema,
    write: (dances) => JSON.stringify({ format: DANCES_FORMAT, version: 1, dances }, null, 2) + '\n',
    read: (json) => {
      const read = dancesFileSchema.safeParse(json, IN_WORDS);
      return read.success ? ok({ dance: read.data.dances }) : fail(firstIssue(read.error.issues, json));
    },
  },
};
