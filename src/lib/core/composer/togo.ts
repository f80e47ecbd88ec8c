import type { Candidate, Graph } from './graph';
import { POINTS, standing } from './score';
import type { ComposeRequest } from './request';
import type { Steps } from './count';

/** Figures that must be in, as far as the table knows them: more would make it too large. */
export const MUST_KNOWN = 4;

/** What is least still to pay after a figure that ends at a beat, by turns in a row and figures already in. */
export interface ToGo {
  /** Infinity where there is no way to the end. */
  readonly at: (beat: number, figure: number, turns: number, mask: number) => number;
}

interface Best {
  cost: number;
  figure: number;
  /** The best with another figure. */
  second: number;
}

/**
 * The least cost from every state to the end, by dynamic programming from the end backwards. Exact, but for runs
 * longer than one, uses in all, and more than {@link MUST_KNOWN} figures that must be in: there it is a lower bound.
 * O(beats · turns · 2^must · (figures + classes²)).
 */
export function* toGo(
  g: Graph,
  join: readonly Float64Array[],
  use: readonly number[],
  r: ComposeRequest,
  top: number,
  out: (exit: number) => number,
): Steps<ToGo> {
  const must = [...new Set(r.must)].slice(0, MUST_KNOWN);
  const T = r.turns === undefined ? 1 : r.turns + 1;
  const M = 1 << must.length;
  const n = use.length;
  const figures = use.map((i) => g.figures[i] as Candidate);
  const entry = use.map((i) => g.entry[i] ?? 0);
  const exit = use.map((i) => g.exit[i] ?? 0);
  const bits = figures.map((f) => (must.includes(f.id) ? 1 << must.indexOf(f.id) : 0));
  const turns = figures.map((f) => (r.turns === undefined ? 0 : f.turns));
  const families = numbered(figures.map((f) => f.family));
  const groups = groupsOf(exit, families);
  const table = Array.from({ length: r.beats + 1 }, () => new Float64Array(0));
  const indexOf = new Map(use.map((figure, at) => [figure, at]));
  for (let b = r.beats; b >= 1; b--) {
    const layer = new Float64Array(n * T * M).fill(Infinity);
    table[b] = layer;
    const stands = figures.map((f) => (b + f.beats <= r.beats ? standing(f, b, r, top) : Infinity));
    for (let t = 0; t < T; t++)
      for (let m = 0; m < M; m++) {
        if (b === r.beats) finish(layer, t, m);
        else step(b, layer, t, m, stands);
      }
    yield n * T * M;
  }
  return {
    at: (beat, figure, t, mask) =>
      table[beat]?.[((indexOf.get(figure) ?? -1) * T + Math.min(t, T - 1)) * M + (mask & (M - 1))] ??
      Infinity,
  };

  function finish(layer: Float64Array, t: number, m: number): void {
    if (m !== M - 1) return;
    for (let i = 0; i < n; i++) layer[(i * T + t) * M + m] = out(exit[i] ?? 0);
  }

  /** What every figure costs from here, then the least of them for each way of arriving. */
  function step(b: number, layer: Float64Array, t: number, m: number, stands: readonly number[]): void {
    const cost = new Float64Array(n).fill(Infinity);
    const best = new Map<number, Best>();
    for (let j = 0; j < n; j++) {
      const stand = stands[j] ?? Infinity;
      if (stand === Infinity) continue;
      const turned = turns[j] ? t + (turns[j] ?? 0) : 0;
      if (turned >= T) continue;
      const rest = table[b + (figures[j]?.beats ?? 0)]?.[(j * T + turned) * M + (m | (bits[j] ?? 0))];
      if (rest === undefined || rest === Infinity) continue;
      cost[j] = stand + rest;
      keep(best, (entry[j] ?? 0) * families.count + (families.of[j] ?? 0), stand + rest, j);
    }
    if (best.size === 0) return;
    for (const group of groups) {
      const found = cheapest(group.exit, group.family, best);
      if (!found) continue;
      for (const i of group.members) {
        const others = found.figure === i ? found.second : found.cost;
        const again =
          r.inRow === 1
            ? Infinity
            : (join[group.exit]?.[entry[i] ?? 0] ?? Infinity) + POINTS.sameFigure + (cost[i] ?? Infinity);
        layer[(i * T + t) * M + m] = Math.min(others, again);
      }
    }
  }

  function cheapest(from: number, family: number, best: ReadonlyMap<number, Best>): Best | undefined {
    let found: Best | undefined;
    for (const [key, b] of best) {
      const j = join[from]?.[Math.floor(key / families.count)] ?? Infinity;
      if (j === Infinity) continue;
      const more = j + (key % families.count === family && families.named[family] ? POINTS.sameFamily : 0);
      found = better(found, { cost: b.cost + more, figure: b.figure, second: b.second + more });
    }
    return found;
  }
}

function keep(best: Map<number, Best>, key: number, cost: number, figure: number): void {
  const now = best.get(key);
  if (!now) best.set(key, { cost, figure, second: Infinity });
  else if (cost < now.cost) {
    now.second = now.cost;
    now.cost = cost;
    now.figure = figure;
  } else if (cost < now.second) now.second = cost;
}

/** The best of two, and the best that is not the best's figure: two entries never share a figure. */
function better(a: Best | undefined, b: Best): Best {
  if (!a) return b;
  const [first, other] = a.cost <= b.cost ? [a, b] : [b, a];
  return { ...first, second: Math.min(first.second, other.cost) };
}

function numbered(names: readonly string[]): { of: number[]; count: number; named: boolean[] } {
  const index = new Map<string, number>();
  const of = names.map((name) => {
    const known = index.get(name);
    if (known !== undefined) return known;
    index.set(name, index.size);
    return index.size - 1;
  });
  return { of, count: Math.max(1, index.size), named: [...index.keys()].map((k) => k !== '') };
}

interface Group {
  readonly exit: number;
  readonly family: number;
  readonly members: readonly number[];
}
function groupsOf(exit: readonly number[], families: { of: readonly number[]; count: number }): Group[] {
  const groups = new Map<number, { exit: number; family: number; members: number[] }>();
  exit.forEach((e, i) => {
    const family = families.of[i] ?? 0;
    const key = e * families.count + family;
    const there = groups.get(key);
    if (there) there.members.push(i);
    else groups.set(key, { exit: e, family, members: [i] });
  });
  return [...groups.values()];
}
