import { Heap } from './heap';
import { allowed, joinCosts, type Candidate, type Edges, type Graph } from './graph';
import { standing, topLevel, variety } from './score';
import { MUST_KNOWN, toGo, type ToGo } from './togo';
import type { Steps } from './count';
import type { ComposeRequest } from './request';

/** One combination found: figures by index, and what it costs in all. */
export interface Found {
  readonly figures: readonly number[];
  readonly cost: number;
}

/** A way begun: it ends at `beat` and costs `so` up to there, and at least `all` in the end. */
interface Node {
  readonly figures: readonly number[];
  readonly beat: number;
  readonly run: number;
  readonly turns: number;
  readonly mask: number;
  readonly so: number;
  readonly all: number;
  /** Entry class it must join again, for a loop; −1 otherwise. */
  readonly first: number;
}

/**
 * The `r.best` cheapest combinations, cheapest first; equally cheap ones in the order of their figures' indexes. Best
 * first search guided by {@link toGo}. Where that is exact, only the few best continuations of a way are looked at.
 * Calls `found` with each as it is known. Exact.
 */
export function* bestSteps(
  g: Graph,
  edges: Edges,
  r: ComposeRequest,
  found: (f: Found) => void = () => {},
): Steps<Found[]> {
  const use = allowed(g, r);
  const top = topLevel(r, g.figures);
  const join = joinCosts(g, r);
  const must = [...new Set(r.must)];
  const full = (1 << must.length) - 1;
  const bit = new Map(must.map((id, i) => [id, 1 << i]));
  const done: Found[] = [];
  if (r.best === 0) return done;
  const capped = r.inAll !== undefined;
  const exact = !capped && (r.inRow === undefined || r.inRow === 1) && must.length <= MUST_KNOWN;
  const guides = new Map<number, ToGo>();
  if (edges.out) {
    const { out } = edges;
    guides.set(-1, yield* toGo(g, join, use, r, top, (exit) => out[exit] ?? Infinity));
  } else
    for (const first of new Set(use.map((i) => g.entry[i] ?? 0)))
      if (edges.into[first] !== Infinity)
        guides.set(first, yield* toGo(g, join, use, r, top, (exit) => join[exit]?.[first] ?? Infinity));
  const open = new Heap<Node>(earlier);
  const closed = new Map<string, number>();
  push(use.flatMap((i) => begin(i)));
  let work = 0;
  for (let node = open.pop(); node && done.length < r.best; node = open.pop()) {
    if (node.beat === r.beats) {
      const one = { figures: node.figures, cost: node.all };
      done.push(one);
      found(one);
      continue;
    }
    if (!exact && seenOften(node)) continue;
    push(follow(node));
    work += use.length;
    if (work > 1500) {
      yield work;
      work = 0;
    }
  }
  return done;

  function push(nodes: Node[]): void {
    if (exact && nodes.length > r.best) nodes = nodes.sort(earlier).slice(0, r.best);
    for (const x of nodes) open.push(x);
  }

  function begin(i: number): Node[] {
    const f = g.figures[i] as Candidate;
    const entry = g.entry[i] ?? 0;
    const first = edges.out ? -1 : entry;
    const so = (edges.into[entry] ?? Infinity) + standing(f, 0, r, top);
    return weighed({
      figures: [i],
      beat: f.beats,
      run: 1,
      turns: r.turns === undefined ? 0 : f.turns,
      mask: bit.get(f.id) ?? 0,
      so,
      first,
    });
  }

  function weighed(n: Omit<Node, 'all'>): Node[] {
    if (r.turns !== undefined && n.turns > r.turns) return [];
    if (n.beat === r.beats && n.mask !== full) return [];
    const last = n.figures.at(-1) ?? 0;
    const all = n.so + (guides.get(n.first)?.at(n.beat, last, n.turns, n.mask) ?? Infinity);
    return all < Infinity ? [{ ...n, all }] : [];
  }

  function follow(n: Node): Node[] {
    const last = n.figures.at(-1) ?? 0;
    const before = g.figures[last] as Candidate;
    const row = join[g.exit[last] ?? 0];
    return use.flatMap((i): Node[] => {
      const f = g.figures[i] as Candidate;
      const same = i === last;
      const cost = row?.[g.entry[i] ?? 0] ?? Infinity;
      if (cost === Infinity || n.beat + f.beats > r.beats) return [];
      if (same && r.inRow !== undefined && n.run >= r.inRow) return [];
      if (capped && n.figures.filter((x) => x === i).length >= (r.inAll ?? 0)) return [];
      const stand = standing(f, n.beat, r, top);
      if (stand === Infinity) return [];
      const turns = r.turns === undefined || f.turns === 0 ? 0 : n.turns + f.turns;
      const next = {
        beat: n.beat + f.beats,
        run: same ? n.run + 1 : 1,
        turns,
        mask: n.mask | (bit.get(f.id) ?? 0),
        so: n.so + cost + stand + variety(before, f, same),
        first: n.first,
      };
      if (r.turns !== undefined && turns > r.turns) return [];
      if (next.beat === r.beats && next.mask !== full) return [];
      const all = next.so + (guides.get(n.first)?.at(next.beat, i, turns, next.mask) ?? Infinity);
      return all < Infinity ? [{ ...next, all, figures: [...n.figures, i] }] : [];
    });
  }

  /** As many ways as are wanted have come to this state already: no other through it can be among the best. */
  function seenOften(n: Node): boolean {
    const last = n.figures.at(-1) ?? 0;
    const uses = capped ? usesOf(n.figures) : '';
    const key = `${n.beat} ${last} ${n.run} ${n.turns} ${n.mask} ${n.first} ${uses}`;
    const times = (closed.get(key) ?? 0) + 1;
    closed.set(key, times);
    return times > r.best;
  }
}

const usesOf = (figures: readonly number[]): string => [...figures].sort((a, b) => a - b).join(',');

/** Cheaper first; among equals in the order of the figures. */
function earlier(a: Node, b: Node): number {
  if (Math.abs(a.all - b.all) > 1e-9) return a.all - b.all;
  return inOrder(a.figures, b.figures);
}

/** @example inOrder([0, 2], [0, 1, 5]) // positive */
export function inOrder(a: readonly number[], b: readonly number[]): number {
  const n = Math.min(a.length, b.length);
  for (let i = 0; i < n; i++) {
    const d = (a[i] ?? 0) - (b[i] ?? 0);
    if (d !== 0) return d;
  }
  return b.length - a.length;
}
