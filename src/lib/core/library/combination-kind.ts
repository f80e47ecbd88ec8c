import {
  COMBINATION_VERSION,
  combinationSchema,
  tempoInMusic,
  type Combination,
  type Part,
} from '../combination';
import type { Kept } from '../figure';
import { dancedAs, figureKind } from './figure-kind';
import type { Kind, Ref } from './kind';

/** Every figure a part is danced with, layers among them. */
const figuresOf = (p: Part): string[] =>
  [p.figure, p.layers?.[2], p.layers?.[3]].filter((id): id is string => id !== undefined);

export const combinationKind: Kind<'combination'> = {
  id: 'combination',
  table: 'combinations',
  version: COMBINATION_VERSION,
  since: 2,
  lifts: [(doc) => doc, tempoInMusic, (doc) => doc, (doc) => doc, (doc) => doc],
  schema: combinationSchema,
  refs: (c) => {
    const own = new Set(c.own.map((f) => f.id));
    const figures = [...new Set(c.parts.flatMap(figuresOf))].filter((id) => !own.has(id));
    return [
      ...figures.map((id): Ref => ({ kind: 'figure', id })),
      ...c.own.flatMap((f) => figureKind.refs(f)),
      ...(c.song ? [{ kind: 'song', id: c.song.id } as const] : []),
    ];
  },
  renamed: (c, to) => {
    const own = new Set(c.own.map((f) => f.id));
    const now = (id: string): string => (own.has(id) ? id : to({ kind: 'figure', id }));
    return {
      ...c,
      id: to({ kind: 'combination', id: c.id }),
      ...(c.song ? { song: { ...c.song, id: to({ kind: 'song', id: c.song.id }) } } : {}),
      parts: c.parts.map((p) => partRenamed(p, now)),
      own: c.own.map(
        (f) =>
          dancedAs(f, (d) => ({ ...d, id: to({ kind: 'dance', id: d.id }) })) as Combination['own'][number],
      ),
    };
  },
  standsOn: () => undefined,
  brings: (c) => c.own.flatMap((f: Kept) => figureKind.brings(f)),
  nameOf: (c) => c.name,
  named: (c, name) => ({ ...c, name }),
  path: (id) => `/combinations/${id}`,
  list: '/combinations',
};

function partRenamed(p: Part, now: (id: string) => string): Part {
  const { layers } = p;
  if (!layers) return { ...p, figure: now(p.figure) };
  return {
    ...p,
    figure: now(p.figure),
    layers: {
      ...(layers[2] === undefined ? {} : { 2: now(layers[2]) }),
      ...(layers[3] === undefined ? {} : { 3: now(layers[3]) }),
    },
  };
}
