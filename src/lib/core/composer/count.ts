import { countCapped } from './count-capped';
import { joinCosts, type Edges, type Graph } from './graph';
import { allMust, kindsOf, type Kind } from './kinds';
import type { ComposeRequest } from './request';

/** How many combinations there are of every length up to the one asked for; index: beats. */
export type Counts = readonly bigint[];
/** Work in small pieces: a yield says that so many states have been gone through. */
export type Steps<T> = Generator<number, T, void>;

/**
 * Counts exactly, by dynamic programming over (beat, exit class, turns in a row, figures that must be in): never by
 * listing. For `inAll` the uses of every kind are part of the state. Agrees with the transfer matrix (Stanley,
 * Enumerative Combinatorics 1, §4.7). O(beats · kinds · turns · 2^must · inRow) big-number additions.
 */
export function* countSteps(g: Graph, edges: Edges, r: ComposeRequest): Steps<Counts> {
  const kinds = kindsOf(g, r);
  const shortest = Math.min(...kinds.map((k) => k.beats));
  if (r.inAll !== undefined && r.inAll * shortest < r.beats) return yield* countCapped(g, edges, r);
  if (edges.out) {
    const { out } = edges;
    return yield* countFrom(
      g,
      r,
      kinds,
      (entry) => edges.into[entry] !== Infinity,
      (exit) => out[exit] !== Infinity,
    );
  }
  const total: bigint[] = Array.from({ length: r.beats + 1 }, () => 0n);
  const join = joinCosts(g, r);
  for (const first of new Set(kinds.map((k) => k.entry))) {
    if (edges.into[first] === Infinity) continue;
    const some = yield* countFrom(
      g,
      r,
      kinds,
      (entry) => entry === first,
      (exit) => join[exit]?.[first] !== Infinity,
    );
    some.forEach((n, b) => (total[b] = (total[b] ?? 0n) + n));
  }
  return total;
}

function* countFrom(
  g: Graph,
  r: ComposeRequest,
  kinds: readonly Kind[],
  begins: (entry: number) => boolean,
  ends: (exit: number) => boolean,
): Steps<Counts> {
  const T = r.turns === undefined ? 1 : r.turns + 1;
  const M = allMust(r) + 1;
  const S = T * M;
  const join = joinCosts(g, r);
  const limit = r.inRow ?? Infinity;
  /** Sums by exit class and state; and runs of one representative of a kind, newest first. */
  const sums: bigint[][] = [];
  const runs: Map<Kind, bigint[][]>[] = [];
  const total: bigint[] = [0n];
  const ready = new Map<number, readonly bigint[] | null>();
  sums[0] = new Array<bigint>(g.exits * S).fill(0n);
  runs[0] = new Map();
  let work = 0;
  for (let b = 1; b <= r.beats; b++) {
    const sum = new Array<bigint>(g.exits * S).fill(0n);
    const run = new Map<Kind, bigint[][]>();
    for (const k of kinds) {
      const from = b - k.beats;
      if (from < 0 || k.barred(from)) continue;
      const before = incoming(from, k.entry);
      const limited = limit < Infinity && join[k.exit]?.[k.entry] !== Infinity;
      const mine = limited ? runs[from]?.get(k) : undefined;
      const lengths = limited ? Math.min(limit, Math.floor(b / k.beats)) : 1;
      const now: bigint[][] = limited
        ? Array.from({ length: lengths }, () => new Array<bigint>(S).fill(0n))
        : [];
      let any = false;
      for (let s = 0; s < S; s++) {
        const t = Math.floor(s / M);
        const next = k.turns > 0 ? t + k.turns : 0;
        if (next >= T) continue;
        const to = next * M + ((s % M) | k.bit);
        let fresh = before?.[s] ?? 0n;
        let all = 0n;
        if (mine)
          for (let i = 0; i < mine.length; i++) {
            const n = mine[i]?.[s] ?? 0n;
            if (n === 0n) continue;
            fresh -= n;
            if (i + 1 >= limit) continue;
            const row = now[i + 1];
            if (row) row[to] = (row[to] ?? 0n) + n;
            all += n;
          }
        if (from === 0 && s === 0 && begins(k.entry)) fresh += 1n;
        if (fresh === 0n && all === 0n) continue;
        any = true;
        const row = now[0];
        if (row) row[to] = (row[to] ?? 0n) + fresh;
        const at = k.exit * S + to;
        sum[at] = (sum[at] ?? 0n) + (k.size === 1 ? fresh + all : BigInt(k.size) * (fresh + all));
      }
      if (limited && any) run.set(k, now);
      work += S;
    }
    sums[b] = sum;
    runs[b] = run;
    total[b] = finished(sum);
    if (work > 1000) {
      yield work;
      work = 0;
    }
  }
  return total;

  /** All ways that end at a beat and join an entry class, by state. */
  function incoming(beat: number, entry: number): readonly bigint[] | undefined {
    const known = ready.get(beat * g.entries + entry);
    if (known !== undefined) return known ?? undefined;
    let found: bigint[] | undefined;
    const sum = sums[beat] ?? [];
    for (let c = 0; c < g.exits; c++) {
      if (join[c]?.[entry] === Infinity) continue;
      for (let s = 0; s < S; s++) {
        const n = sum[c * S + s] ?? 0n;
        if (n === 0n) continue;
        found ??= new Array<bigint>(S).fill(0n);
        found[s] = (found[s] ?? 0n) + n;
      }
    }
    ready.set(beat * g.entries + entry, found ?? null);
    return found;
  }

  function finished(sum: readonly bigint[]): bigint {
    let n = 0n;
    for (let c = 0; c < g.exits; c++)
      if (ends(c)) for (let t = 0; t < T; t++) n += sum[c * S + t * M + M - 1] ?? 0n;
    return n;
  }
}
