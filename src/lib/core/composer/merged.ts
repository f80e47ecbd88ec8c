import { allowed, joinCosts, type Edges, type Graph } from './graph';
import type { ComposeRequest } from './request';

/** What is told apart: what joints cost, or only whether there is one. */
export type Telling = 'cost' | 'whether';

/** A graph with the edges of a request. */
export interface Joined {
  readonly g: Graph;
  readonly edges: Edges;
}

/**
 * The same figures with fewer classes: those whose joints (and edges) are the same throughout are one, under the
 * joints of a request. Five hundred figures that begin in 63 ways often need only four. O(entries · exits).
 * @example merged(g, edges, requestOf(32), 'whether').g.entries // 1 where every figure joins every other
 */
export function merged(g: Graph, edges: Edges, r: ComposeRequest, telling: Telling): Joined {
  const told = (c: number | undefined): number =>
    c === undefined || c === Infinity ? Infinity : telling === 'cost' ? c : 0;
  const join = joinCosts(g, r).map((row) => row.map(told));
  const use = allowed(g, r);
  const exits = [...new Set(use.map((i) => g.exit[i] ?? 0))];
  const entries = [...new Set(use.map((i) => g.entry[i] ?? 0))];
  const outs = alikes(exits, (exit) => {
    const row = entries.map((entry) => join[exit]?.[entry]);
    return `${told(edges.out?.[exit] ?? 0)} ${row.join(' ')}`;
  });
  const ins = alikes(
    entries,
    (entry) => `${told(edges.into[entry])} ${exits.map((exit) => join[exit]?.[entry]).join(' ')}`,
  );
  const rows = outs.first.map((exit) => Float64Array.from(ins.first, (entry) => told(join[exit]?.[entry])));
  return {
    g: {
      figures: g.figures,
      entry: g.entry.map((entry) => ins.of.get(entry) ?? 0),
      exit: g.exit.map((exit) => outs.of.get(exit) ?? 0),
      entries: ins.first.length,
      exits: outs.first.length,
      join: rows,
      fits: rows.map((row) => Uint8Array.from(row, (c) => (c < Infinity ? 1 : 0))),
    },
    edges: {
      into: Float64Array.from(ins.first, (entry) => told(edges.into[entry])),
      out: edges.out && Float64Array.from(outs.first, (exit) => told(edges.out?.[exit])),
    },
  };
}

/** Numbers classes that are alike by their key; `first`: one of each. */
function alikes(
  classes: readonly number[],
  key: (c: number) => string,
): { of: ReadonlyMap<number, number>; first: number[] } {
  const index = new Map<string, number>();
  const first: number[] = [];
  const of = new Map<number, number>();
  for (const c of classes) {
    const k = key(c);
    const known = index.get(k) ?? first.push(c) - 1;
    index.set(k, known);
    of.set(c, known);
  }
  return { of, first };
}
