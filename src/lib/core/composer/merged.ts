import { joinCosts, type Edges, type Graph } from './graph';
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
  const outs = alikes(g.exits, (exit) => `${told(edges.out?.[exit] ?? 0)} ${join[exit]?.join(' ')}`);
  const ins = alikes(
    g.entries,
    (entry) => `${told(edges.into[entry])} ${join.map((row) => row[entry]).join(' ')}`,
  );
  const rows = outs.first.map((exit) => Float64Array.from(ins.first, (entry) => told(join[exit]?.[entry])));
  return {
    g: {
      figures: g.figures,
      entry: g.entry.map((entry) => ins.of[entry] ?? 0),
      exit: g.exit.map((exit) => outs.of[exit] ?? 0),
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

/** Numbers what is alike by its key; `first`: one of each. */
function alikes(n: number, key: (i: number) => string): { of: number[]; first: number[] } {
  const index = new Map<string, number>();
  const first: number[] = [];
  const of = Array.from({ length: n }, (_, i) => {
    const k = key(i);
    const known = index.get(k);
    if (known !== undefined) return known;
    index.set(k, first.length);
    first.push(i);
    return first.length - 1;
  });
  return { of, first };
}
