import { mediaOf, songSchema } from '../song/schema';
import type { Kind } from './kind';

export const songKind: Kind<'song'> = {
  id: 'song',
  table: 'songs',
  version: 1,
  since: 1,
  lifts: [],
  schema: songSchema,
  refs: () => [],
  renamed: (s, to) => ({ ...s, id: to({ kind: 'song', id: s.id }) }),
  standsOn: () => undefined,
  brings: () => [],
  media: (s) => [mediaOf(s)].filter((m): m is string => m !== undefined),
  nameOf: (s) => s.name,
  named: (s, name) => ({ ...s, name: name.slice(0, 120) }),
  path: (id) => `/songs/${id}`,
  list: '/songs',
};
