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
  const slots = new Slots(g.entries, families.count);
  const slotOf = entry.map((e, j) => e * families.count + (families.of[j] ?? 0));
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
    slots.clear();
    for (let j = 0; j < n; j++) {
      const stand = stands[j] ?? Infinity;
      if (stand === Infinity) continue;
      const turned = turns[j] ? t + (turns[j] ?? 0) : 0;
      if (turned >= T) continue;
      const rest = table[b + (figures[j]?.beats ?? 0)]?.[(j * T + turned) * M + (m | (bits[j] ?? 0))];
      if (rest === undefined || rest === Infinity) continue;
      cost[j] = stand + rest;
      slots.offer(slotOf[j] ?? 0, stand + rest, j);
    }
    for (const group of groups) {
      const row = join[group.exit];
      if (!row || !slots.cheapest(row, families.named[group.family] ? group.family : -1)) continue;
      const { found, figure, second } = slots;
      for (const i of group.members) {
        const others = figure === i ? second : found;
        const again =
          r.inRow === 1
            ? Infinity
            : (row[entry[i] ?? 0] ?? Infinity) + POINTS.sameFigure + (cost[i] ?? Infinity);
        layer[(i * T + t) * M + m] = Math.min(others, again);
      }
    }
  }
}

/**
 * The cheapest figure of every slot (an entry class and a family), and the cheapest other one. Flat arrays: this is
 * the innermost loop of composing.
 */
class Slots {
  readonly #cost: Float64Array;
  readonly #second: Float64Array;
  readonly #figure: Int32Array;
  readonly #used: number[] = [];
  readonly #families: number;
  /** The answer of {@link cheapest}. */
  found = Infinity;
  figure = -1;
  second = Infinity;

  constructor(entries: number, families: number) {
    this.#families = families;
    this.#cost = new Float64Array(entries * families).fill(Infinity);
    this.#second = new Float64Array(entries * families).fill(Infinity);
    this.#figure = new Int32Array(entries * families);
  }

  clear(): void {
    for (const k of this.#used) {
      this.#cost[k] = Infinity;
      this.#second[k] = Infinity;
    }
    this.#used.length = 0;
  }

  offer(slot: number, cost: number, figure: number): void {
    const now = this.#cost[slot] ?? Infinity;
    if (now === Infinity) this.#used.push(slot);
    if (cost < now) {
      this.#second[slot] = now;
      this.#cost[slot] = cost;
      this.#figure[slot] = figure;
    } else if (cost < (this.#second[slot] ?? Infinity)) this.#second[slot] = cost;
  }

  /** The least of joint and rest, and the least with another figure: two slots never share a figure. */
  cheapest(row: Float64Array, family: number): boolean {
    let [found, figure, second] = [Infinity, -1, Infinity];
    for (const k of this.#used) {
      const entry = (k / this.#families) | 0;
      const join = row[entry] ?? Infinity;
      if (join === Infinity) continue;
      const more = k - entry * this.#families === family ? join + POINTS.sameFamily : join;
      const cost = (this.#cost[k] ?? Infinity) + more;
      if (cost < found) {
        second = Math.min(found, (this.#second[k] ?? Infinity) + more);
        found = cost;
        figure = this.#figure[k] ?? -1;
      } else if (cost < second) second = cost;
    }
    this.found = found;
    this.figure = figure;
    this.second = second;
    return found < Infinity;
  }
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
