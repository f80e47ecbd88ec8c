import { danceSchema } from '../figure';
import type { Kind } from './kind';

export const danceKind: Kind<'dance'> = {
  id: 'dance',
  table: 'dances',
  version: 1,
  since: 1,
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
};
