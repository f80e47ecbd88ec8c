import { namedBy, practiceSchema, type PracticeItem } from '../practice/playlist';
import type { Kind, Ref } from './kind';

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
  version: 2,
  since: 1,
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
};
