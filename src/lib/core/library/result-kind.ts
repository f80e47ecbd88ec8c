import { isDrill, resultSchema } from '../practice/schema';
import type { Kind, Ref } from './kind';

export const resultKind: Kind<'result'> = {
  id: 'result',
  table: 'results',
  version: 2,
  since: 1,
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
};
