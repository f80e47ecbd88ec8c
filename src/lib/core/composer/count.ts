import { joinCosts, usable, type Edges, type Graph } from './graph';
import { kindsOf, type Kind } from './kinds';
import type { ComposeRequest } from './request';
import { merged } from './merged';
import { ALL, Rules, couldExceed, fillable } from './rules';
import { hasSeam } from './starts';
import { countCapped, countable, type KindStart } from './count-capped';

/** How many combinations there are of every length up to the one asked for; index: beats. */
export type Counts = readonly bigint[];
/** Work in small pieces: a yield says that so many states have been gone through. */
export type Steps<T> = Generator<number, T, void>;

/** Uses in all matter, and too many figures could come too often for them to be counted exactly. */
export const onlyBounds = (of: Graph, edges: Edges, r: ComposeRequest): boolean => {
  const { g } = merged(of, edges, r, 'whether');
  const figures = usable(g, r);
  const limited = figures.some((f) => couldExceed(f, r));
  return limited && !countable(g, r, kindsOf(g, r));
};

/**
 * Counts exactly, never by listing: figures that behave alike are counted together, by dynamic programming over the
 * states of the rules. Agrees with the transfer matrix (Stanley, Enumerative Combinatorics 1, §4.7). Where
 * {@link onlyBounds} the uses are left out: then it is a bound from above. Lengths below `from` are not asked for.
 */
export function* countSteps(of: Graph, ends: Edges, r: ComposeRequest, from = 0): Steps<Counts> {
  const { g, edges } = merged(of, ends, r, 'whether');
  const figures = usable(g, r);
  const can = fillable(figures, r);
  const total = Array.from({ length: r.beats + 1 }, () => 0n);
  if (!can.some((yes, b) => yes && b > 0)) return total;
  const limited = figures.some((f) => couldExceed(f, r));
  const capped = limited && countable(g, r, kindsOf(g, r));
  for (const start of kindStarts(g, edges, r)) {
    const { kinds, begins, out, first, times } = start;
    const counts = capped
      ? yield* countCapped(g, r, start, from)
      : yield* countFrom(g, r, kinds, begins, out, first);
    counts.forEach((n, b) => can[b] && (total[b] = (total[b] ?? 0n) + n * BigInt(times)));
  }
  return total;
}

/** Starts told by kinds: where a loop's limits go across its seam, its first figure is a kind of its own. */
function kindStarts(g: Graph, edges: Edges, r: ComposeRequest): KindStart[] {
  const kinds = kindsOf(g, r);
  const { out, into } = edges;
  const enters = (k: Kind): boolean => into[k.entry] !== Infinity;
  if (out)
    return [{ kinds, begins: enters, out: (exit) => out[exit] !== Infinity, first: undefined, times: 1 }];
  const join = joinCosts(g, r);
  const closing = (entry: number) => (exit: number) => join[exit]?.[entry] !== Infinity;
  if (!hasSeam(r))
    return [...new Set(kinds.filter(enters).map((k) => k.entry))].map((entry) => ({
      kinds,
      begins: (k) => k.entry === entry,
      out: closing(entry),
      first: undefined,
      times: 1,
    }));
  return kinds.filter(enters).map((k): KindStart => {
    const first = { ...k, size: 1 };
    const others = kinds.flatMap((x) => (x !== k ? [x] : k.size > 1 ? [{ ...k, size: k.size - 1 }] : []));
    return {
      kinds: [first, ...others],
      begins: (x) => x === first,
      out: closing(k.entry),
      first,
      times: k.size,
    };
  });
}

type Sums = Map<number, bigint>;
const more = (sums: Sums, state: number, n: bigint): void => {
  sums.set(state, (sums.get(state) ?? 0n) + n);
};

/** Counts by dynamic programming over (beat, exit class, state of the rules). */
function* countFrom(
  g: Graph,
  r: ComposeRequest,
  kinds: readonly Kind[],
  begins: (k: Kind) => boolean,
  out: (exit: number) => boolean,
  first: Kind | undefined,
): Steps<Counts> {
  const rules = new Rules(
    kinds.map((k) => k.figure),
    r,
    ALL,
  );
  const layers = new Layers(g, r, kinds, rules);
  const total: bigint[] = [0n];
  let work = 0;
  for (let b = 1; b <= r.beats; b++) {
    kinds.forEach((k, at) => {
      const from = b - k.beats;
      if (from < 0 || k.barred(from)) return;
      work += layers.add(b, k, at, from === 0 && begins(k));
    });
    total[b] = layers.ended(b, out, first);
    if (work > 1000) {
      yield work;
      work = 0;
    }
  }
  return total;
}

class Layers {
  /** Ways that end at a beat with a kind, and with an exit class, by state. */
  readonly #own: Sums[][] = [];
  readonly #sums: Sums[][] = [];
  readonly #ready = new Map<number, Sums>();
  readonly #join: readonly Float64Array[];

  constructor(
    private readonly g: Graph,
    r: ComposeRequest,
    private readonly kinds: readonly Kind[],
    private readonly rules: Rules,
  ) {
    this.#join = joinCosts(g, r);
  }

  /** Adds what ends at a beat with a kind. Gives the work done. */
  add(b: number, k: Kind, at: number, begins: boolean): number {
    const own: Sums = new Map();
    const size = BigInt(k.size);
    if (begins) {
      const state = this.rules.begin(at);
      if (state >= 0) more(own, state, size);
    }
    const before = this.#own[b - k.beats]?.[at];
    const again = before && this.#join[k.exit]?.[k.entry] !== Infinity ? before : undefined;
    for (const [state, n] of this.#incoming(b - k.beats, k.entry)) {
      const next = this.rules.step(state, at, false);
      const others = n * size - (again?.get(state) ?? 0n);
      if (next >= 0 && others > 0n) more(own, next, others);
    }
    for (const [state, n] of again ?? []) {
      const next = this.rules.step(state, at, true);
      if (next >= 0) more(own, next, n);
    }
    (this.#own[b] ??= [])[at] = own;
    const sums = ((this.#sums[b] ??= [])[k.exit] ??= new Map());
    for (const [state, n] of own) more(sums, state, n);
    return own.size + 1;
  }

  /** All ways that end at a beat and join an entry class, by state. */
  #incoming(beat: number, entry: number): Sums {
    const key = beat * this.g.entries + entry;
    const known = this.#ready.get(key);
    if (known) return known;
    const found: Sums = new Map();
    this.#sums[beat]?.forEach((sums, exit) => {
      if (this.#join[exit]?.[entry] === Infinity) return;
      for (const [state, n] of sums) more(found, state, n);
    });
    this.#ready.set(key, found);
    return found;
  }

  ended(b: number, out: (exit: number) => boolean, first: Kind | undefined): bigint {
    let n = 0n;
    this.#own[b]?.forEach((own, at) => {
      const k = this.kinds[at] as Kind;
      if (!out(k.exit)) return;
      for (const [state, ways] of own) if (this.rules.ends(state, k === first)) n += ways;
    });
    return n;
  }
}
