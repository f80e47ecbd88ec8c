import * as z from 'zod/mini';
import { fail, ok, IN_WORDS } from '../base';
import { firstIssue } from '../codecs/json';
import { namedBy, practiceSchema, type Practice, type PracticeItem } from '../practice/playlist';
import type { Kind, Ref } from './kind';

const PRACTICES_FORMAT = 'brisk-partner/practices';
const VERSION = 2;
/** A file of practices. Version 2; since then there are drills in it. */
export const practicesFileSchema = z.strictObject({
  format: z.literal(PRACTICES_FORMAT),
  version: z.literal([1, VERSION]),
  practices: z.array(practiceSchema).check(z.maxLength(10_000)),
});

const refsOf = (item: PracticeItem): Ref[] => {
  const named = namedBy(item);
  return [
    ...(named ? [named] : []),
    ...(item.music.type === 'song' ? [{ kind: 'song', id: item.music.id } as const] : []),
  ];
};
const renamed = (item: PracticeItem, to: (ref: Ref) => string): PracticeItem => ({
  ...item,
  what:
    item.what.type === 'pause' || item.what.type === 'drill'
      ? item.what
      : { ...item.what, id: to({ kind: item.what.type, id: item.what.id }) },
  music:
    item.music.type === 'song' ? { type: 'song', id: to({ kind: 'song', id: item.music.id }) } : item.music,
});

export const practiceKind: Kind<'practice'> = {
  id: 'practice',
  table: 'practices',
  version: VERSION,
  lifts: [(doc) => doc],
  schema: practiceSchema,
  refs: (p) => p.items.flatMap(refsOf),
  renamed: (p, to) => ({
    ...p,
    id: to({ kind: 'practice', id: p.id }),
    items: p.items.map((i) => renamed(i, to)),
  }),
  standsOn: () => undefined,
  brings: () => [],
  nameOf: (p) => p.name,
  named: (p, name) => ({ ...p, name: name.slice(0, 120) }),
  path: (id) => `/floor/${id}`,
  list: '/floor',
  file: {
    format: PRACTICES_FORMAT,
    extension: '.practices.json',
    schema: practicesFileSchema,
    write: (practices) =>
      JSON.stringify({ format: PRACTICES_FORMAT, version: VERSION, practices }, null, 2) + '\n',
    read: (json) => {
      const read = practicesFileSchema.safeParse(json, IN_WORDS);
      return read.success
        ? ok({ practice: read.data.practices as readonly Practice[] })
        : fail(firstIssue(read.error.issues, json));
    },
  },
};
