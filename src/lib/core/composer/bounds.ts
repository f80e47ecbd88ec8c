import { countSteps, type Steps } from './count';
import { joinCosts, type Edges, type Graph } from './graph';
import { kindsOf, type Kind } from './kinds';
import { merged } from './merged';
import type { ComposeRequest } from './request';
import { couldExceed } from './rules';

/** At least and at most so many combinations exist: proved, not counted. */
export interface Bounds {
  readonly atLeast: bigint;
  readonly atMost: bigint;
}

/** A relative error no rounding of these sums comes near. */
const ROUNDED = 1 + 1e-9;

/**
 * Bounds for a limit of uses in all that cannot be counted exactly. From above: without that limit. From below: that,
 * less every combination with one figure chosen once more often than allowed (the first inequality of Bonferroni; the
 * other limits are left out of what is taken off, which takes off more). O(beats² · kinds + beats · classes³).
 */
export function* boundSteps(of: Graph, from: Edges, r: ComposeRequest): Steps<Bounds> {
  const { g, edges } = merged(of, from, r, 'whether');
  const { inAll: _, ...free } = r;
  const atMost = (yield* countSteps(g, edges, free))[r.beats] ?? 0n;
  const kinds = kindsOf(g, r);
  const join = joinCosts(g, r);
  const { out, into } = edges;
  const enters = (k: Kind): boolean => into[k.entry] !== Infinity;
  const firsts = out ? [-1] : [...new Set(kinds.filter(enters).map((k) => k.entry))];
  const ways = new Ways(g, kinds, join, r.beats);
  yield r.beats * kinds.length;
  let tooOften = 0;
  for (const first of firsts) {
    const begins = (k: Kind): boolean => (first < 0 ? enters(k) : k.entry === first);
    const ends = (exit: number): boolean => (first < 0 ? out?.[exit] : join[exit]?.[first]) !== Infinity;
    const { before, after } = ways.between(begins, ends);
    for (const k of kinds)
      if (couldExceed(k.figure, r)) {
        tooOften += k.size * ways.chosen(k, (r.inAll ?? 0) + 1, before, after) * ROUNDED;
        yield r.beats;
      }
  }
  const left = tooOften < 1e300 ? atMost - BigInt(Math.ceil(tooOften * ROUNDED)) : 0n;
  return { atLeast: left > 0n ? left : 0n, atMost };
}

/** How many ways there are to fill beats between one figure and another, whatever is danced there. */
class Ways {
  /** By exit class left, beats filled, entry class joined. */
  readonly #joined: Float64Array[][] = [];

  constructor(
    private readonly g: Graph,
    private readonly kinds: readonly Kind[],
    private readonly join: readonly Float64Array[],
    private readonly beats: number,
  ) {
    for (let exit = 0; exit < g.exits; exit++) {
      const start = new Float64Array(g.exits);
      start[exit] = 1;
      this.#joined.push(this.#from(start, () => false).joined);
    }
  }

  /** Fills beats after exit classes, or (`begins`) from nothing: by beat, what ends there and what it joins. */
  #from(
    start: Float64Array,
    begins: (k: Kind) => boolean,
  ): { ended: Float64Array[]; joined: Float64Array[] } {
    const ended = [start];
    const joined = [this.#joining(start)];
    for (let b = 1; b <= this.beats; b++) {
      const now = new Float64Array(this.g.exits);
      for (const k of this.kinds) {
        const at = b - k.beats;
        if (at < 0) continue;
        const before = (joined[at]?.[k.entry] ?? 0) + (at === 0 && begins(k) ? 1 : 0);
        now[k.exit] = (now[k.exit] ?? 0) + before * k.size;
      }
      ended.push(now);
      joined.push(this.#joining(now));
    }
    return { ended, joined };
  }

  #joining(ended: Float64Array): Float64Array {
    const sums = new Float64Array(this.g.entries);
    ended.forEach((n, exit) => {
      if (n === 0) return;
      this.join[exit]?.forEach((cost, entry) => {
        if (cost < Infinity) sums[entry] = (sums[entry] ?? 0) + n;
      });
    });
    return sums;
  }

  /** Ways to the beginning of a figure at a beat, and from an exit class at a beat to the end. */
  between(begins: (k: Kind) => boolean, ends: (exit: number) => boolean) {
    const { joined } = this.#from(new Float64Array(this.g.exits), begins);
    const before = (b: number, k: Kind): number =>
      b === 0 ? (begins(k) ? 1 : 0) : (joined[b]?.[k.entry] ?? 0);
    const rest = Array.from({ length: this.beats + 1 }, () => new Float64Array(this.g.exits));
    for (let b = this.beats; b >= 0; b--)
      for (let exit = 0; exit < this.g.exits; exit++) {
        let n = b === this.beats && ends(exit) ? 1 : 0;
        for (const k of this.kinds)
          if (b + k.beats <= this.beats && this.join[exit]?.[k.entry] !== Infinity)
            n += k.size * (rest[b + k.beats]?.[k.exit] ?? 0);
        (rest[b] as Float64Array)[exit] = n;
      }
    return { before, after: (b: number, exit: number): number => rest[b]?.[exit] ?? 0 };
  }

  /** Combinations with so many places chosen at which one figure of a kind is danced. */
  chosen(
    k: Kind,
    times: number,
    before: (b: number, k: Kind) => number,
    after: (b: number, exit: number) => number,
  ): number {
    const last = this.beats - k.beats;
    let at = Float64Array.from({ length: last + 1 }, (_, b) => before(b, k));
    for (let n = 1; n < times; n++) {
      const next = new Float64Array(last + 1);
      for (let b = 0; b <= last; b++)
        if (at[b])
          for (let to = b + k.beats; to <= last; to++)
            next[to] =
              (next[to] ?? 0) + (at[b] ?? 0) * (this.#joined[k.exit]?.[to - b - k.beats]?.[k.entry] ?? 0);
      at = next;
    }
    return at.reduce((sum, n, b) => sum + n * after(b + k.beats, k.exit), 0);
  }
}
