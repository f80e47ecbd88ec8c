import { POINTS } from './score';

/** Names as numbers, in the order in which they come. */
export function numbered(names: readonly string[]): { of: number[]; count: number; named: boolean[] } {
  const index = new Map<string, number>();
  const of = names.map((name) => {
    const known = index.get(name);
    if (known !== undefined) return known;
    index.set(name, index.size);
    return index.size - 1;
  });
  return { of, count: Math.max(1, index.size), named: [...index.keys()].map((k) => k !== '') };
}

/**
 * The cheapest figure of every slot (an entry class and a family), and the cheapest other one. Flat arrays: this is
 * the innermost loop of composing.
 */
export class Slots {
  static readonly sameFigure = POINTS.sameFigure;
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

export interface Group {
  readonly exit: number;
  readonly family: number;
  readonly members: readonly number[];
}
/** Figures that leave alike and are of one family. */
export function groupsOf(
  exit: ArrayLike<number>,
  families: { of: readonly number[]; count: number },
): Group[] {
  const groups = new Map<number, { exit: number; family: number; members: number[] }>();
  Array.from(exit).forEach((e, i) => {
    const family = families.of[i] ?? 0;
    const key = e * families.count + family;
    const there = groups.get(key);
    if (there) there.members.push(i);
    else groups.set(key, { exit: e, family, members: [i] });
  });
  return [...groups.values()];
}
