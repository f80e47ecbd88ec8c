import type { Steps } from './count';
import type { Candidate, Edges, Graph } from './graph';
import type { Guide, Way } from './guide';
import type { Rules } from './rules';
import { standing, variety } from './score';
import type { Start } from './starts';

/** States gone through between two pauses. */
const AT_ONCE = 3_000;

/**
 * The automaton of a request written out: first every state that can be reached, beat by beat; then backwards
 * the least cost to the end. Exact for every limit; its size is that of the automaton, so it is for few figures. O(states · figures).
 */
export function* tableSteps(way: Way, edges: Edges, rules: Rules, start: Start): Steps<Guide> {
  const t = new Reach(way, edges, rules, start);
  for (let b = 1; b <= way.r.beats; b++) yield* t.forward(b);
  for (let b = way.r.beats; b >= 1; b--) yield* t.backward(b);
  return t;
}

/**
 * How many combinations there are by length, by the same automaton; undefined where a number grows beyond what a
 * floating-point number holds exactly. O(states · figures).
 */
export function* countTableSteps(
  way: Way,
  edges: Edges,
  rules: Rules,
  start: Start,
): Steps<readonly bigint[] | undefined> {
  const t = new Reach(way, edges, rules, start, true);
  for (let b = 1; b <= way.r.beats; b++) yield* t.forward(b);
  return t.counts.some((n) => n > Number.MAX_SAFE_INTEGER) ? undefined : t.counts.map(BigInt);
}

class Reach implements Guide {
  /** Combinations by length, where they are counted. */
  readonly counts: number[];
  readonly #ways: Float64Array | undefined;
  /** Codes of states by the beat they end at: a state knows its uses, so that it belongs to one beat only. */
  readonly #reached: number[][];
  readonly #seen: Uint8Array;
  readonly #least: Float64Array;
  readonly #figures: readonly Candidate[];
  readonly #indexOf: ReadonlyMap<number, number>;
  /** What a figure costs after another, and where it stands; Infinity where it may not. */
  readonly #between: Float64Array;
  readonly #stands: Float64Array;
  readonly #g: Graph;

  constructor(
    private readonly way: Way,
    edges: Edges,
    private readonly rules: Rules,
    private readonly start: Start,
    counting = false,
  ) {
    const { g, use, r, top } = way;
    this.#g = g;
    this.#figures = use.map((i) => g.figures[i] as Candidate);
    this.#between = betweenOf(way);
    this.#stands = standsOf(way);
    this.#indexOf = new Map(use.map((figure, at) => [figure, at]));
    this.#reached = Array.from({ length: r.beats + 1 }, (): number[] => []);
    this.counts = Array.from({ length: r.beats + 1 }, () => 0);
    if (counting) this.#ways = new Float64Array(rules.size * use.length);
    this.#seen = new Uint8Array(rules.size * use.length);
    this.#least = new Float64Array(counting ? 0 : rules.size * use.length).fill(Infinity);
    use.forEach((i, j) => {
      const f = this.#figures[j] as Candidate;
      const into = edges.into[g.entry[i] ?? 0] ?? Infinity;
      const state = rules.begin(j);
      if (!start.begins(i) || into === Infinity || state < 0 || standing(f, 0, r, top) === Infinity) return;
      this.#reach(f.beats, state * use.length + j, 1);
    });
  }

  #reach(beat: number, code: number, ways: number): void {
    if (this.#ways) this.#ways[code] = (this.#ways[code] ?? 0) + ways;
    if (this.#seen[code]) return;
    this.#seen[code] = 1;
    this.#reached[beat]?.push(code);
  }

  at(_: number, figure: number, state: number): number {
    const j = this.#indexOf.get(figure) ?? -1;
    return state < 0 ? Infinity : (this.#least[state * this.way.use.length + j] ?? Infinity);
  }

  *forward(b: number): Steps<void> {
    const n = this.way.use.length;
    let work = 0;
    for (const code of this.#reached[b] ?? []) {
      const j = code % n;
      const state = Math.floor(code / n);
      const ways = this.#ways?.[code] ?? 0;
      if (ways > 0 && this.#out(j, state) < Infinity) this.counts[b] = (this.counts[b] ?? 0) + ways;
      for (let k = 0; k < n; k++) {
        const next = this.#follows(b, j, state, k);
        if (next < 0) continue;
        this.#reach(b + (this.#figures[k]?.beats ?? 0), next * n + k, ways);
      }
      if ((work += n) > AT_ONCE) {
        yield work;
        work = 0;
      }
    }
    if (work > 0) yield work;
  }

  *backward(b: number): Steps<void> {
    const n = this.way.use.length;
    let work = 0;
    for (const code of this.#reached[b] ?? []) {
      const least = this.#leastFrom(b, code % n, Math.floor(code / n));
      this.#least[code] = least;
      if ((work += n) > AT_ONCE) {
        yield work;
        work = 0;
      }
    }
    if (work > 0) yield work;
  }

  #leastFrom(b: number, j: number, state: number): number {
    const { use, r } = this.way;
    if (b === r.beats) return this.#out(j, state);
    const n = use.length;
    let least = Infinity;
    for (let k = 0; k < n; k++) {
      const next = this.#follows(b, j, state, k);
      if (next < 0) continue;
      const rest = this.#least[next * n + k] ?? Infinity;
      const cost = (this.#between[j * n + k] ?? Infinity) + (this.#stands[b * n + k] ?? Infinity) + rest;
      if (cost < least) least = cost;
    }
    return least;
  }

  /** The state after one more figure, or −1. */
  #follows(b: number, j: number, state: number, k: number): number {
    const n = this.#figures.length;
    if (this.#between[j * n + k] === Infinity || this.#stands[b * n + k] === Infinity) return -1;
    return this.rules.step(state, k, j === k);
  }

  #out(j: number, state: number): number {
    const figure = this.way.use[j] ?? 0;
    if (!this.rules.ends(state, this.start.closes(figure))) return Infinity;
    return this.start.out(this.#g.exit[figure] ?? 0);
  }
}

/** Joint and variety of every two figures, the first by rows. */
function betweenOf({ g, use, join }: Way): Float64Array {
  const figure = (j: number): Candidate => g.figures[use[j] ?? 0] as Candidate;
  return Float64Array.from({ length: use.length ** 2 }, (_, code) => {
    const [j, k] = [Math.floor(code / use.length), code % use.length];
    const joint = join[g.exit[use[j] ?? 0] ?? 0]?.[g.entry[use[k] ?? 0] ?? 0] ?? Infinity;
    return joint + variety(figure(j), figure(k), j === k);
  });
}

/** What every figure costs at every beat, by rows of beats; Infinity where it does not fit in. */
function standsOf({ g, use, r, top }: Way): Float64Array {
  const n = use.length;
  return Float64Array.from({ length: (r.beats + 1) * n }, (_, code) => {
    const b = Math.floor(code / n);
    const f = g.figures[use[code % n] ?? 0] as Candidate;
    return b + f.beats > r.beats ? Infinity : standing(f, b, r, top);
  });
}
