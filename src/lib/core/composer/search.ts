import type { Costs } from './costs';
import type { Steps } from './count';
import type { Edges } from './graph';
import { MUST_KNOWN, guideRules, guideSteps, type Guide } from './guide';
import { Heap } from './heap';
import { capsOf, pricesSteps, spareOf } from './prices';
import { ALL, Rules } from './rules';
import { hasSeam, leastOut, startsOf, type Start } from './starts';
import { tableRules, tableSteps } from './table';

/** A way begun: it ends at `beat` and costs `so` up to there; one that is whole with its end. */
export interface Node {
  readonly figures: readonly number[];
  readonly kind: number;
  readonly beat: number;
  /** Of all rules, and of those the guide knows. */
  readonly state: number;
  readonly known: number;
  readonly so: number;
  /** At least so much in the end, and that rounded up where points are whole. */
  readonly least: number;
  readonly all: number;
  /** What the uses that are left would cost. */
  readonly spare: number;
  readonly start: Start;
  /** Weighed by the guide of its own start. */
  readonly sure: boolean;
  /** Those that go on from the same way, and which of them this is. */
  readonly among: Among | undefined;
  readonly at: number;
}

/** Continuations of a way, best first: one is looked at when the one before it has been. */
interface Among {
  readonly from: Node;
  readonly figures: readonly number[];
  readonly steps: readonly Step[];
}

/** One more figure of a kind: where it leads, and what is at least to pay in the end. */
interface Step {
  readonly kind: number;
  readonly beat: number;
  readonly state: number;
  readonly known: number;
  readonly so: number;
  readonly spare: number;
  readonly least: number;
}

type Begun = Pick<Node, 'beat' | 'so' | 'spare' | 'start'>;

export interface Breadth {
  /** Continuations of a way, and ways to a state, that are looked at. */
  readonly width: number;
  /** Whatever they are like, all are wanted; else those that differ. */
  readonly all: boolean;
  /** States of the rules up to which uses in all are part of the guide. */
  readonly mostStates: number;
}

/** So many refused in a row that begin with the same figure: no more that begin so are looked at. Our choice. */
const MOST_ALIKE = 8;
/** Found at most with the same first half, where not all are wanted. Our choice. */
const FROM_HALF = 2;
/** States with an end for each kind of first figure up to which they are told apart. Our choice: about 50 MB. */
const MOST_ENDS = 6_000_000;
const NEAR = 1e-6;

/** Best first search over the ways to fill a request. */
export class Search {
  readonly #kindOf: Int32Array;
  readonly #caps: readonly number[];
  readonly #rules: Rules;
  #guideRules: Rules;
  readonly #starts: readonly Start[];
  readonly #table: Rules | undefined;
  /** By the class of their starts. */
  #guides = new Map<number, Guide>();
  #roughly: Guide | undefined;
  #prices: Float64Array;
  readonly #open: Heap<Node>;
  readonly #closed = new Map<Start, Map<string, number>>();
  readonly #alike = new Map<number, number>();
  readonly #enough = new Set<number>();
  readonly #halves = new Map<string, number>();
  #half = 0;
  /** A figure could come too often. */
  readonly #capped: boolean;
  /** The guide knows every rule: what it says is not only the least, but what it costs. */
  #exact: boolean;
  readonly #whole: boolean;

  constructor(
    private readonly costs: Costs,
    private readonly edges: Edges,
    private readonly how: Breadth,
  ) {
    const { kinds, g, r } = costs;
    this.#kindOf = new Int32Array(g.figures.length).fill(-1);
    kinds.forEach((k, at) => k.members.forEach((i) => (this.#kindOf[i] = at)));
    this.#capped = kinds.some((k) => Math.floor(r.beats / k.beats) > (r.inAll ?? Infinity));
    this.#caps = capsOf(costs);
    this.#rules = new Rules(
      kinds.map((k) => k.figure),
      r,
      ALL,
    );
    this.#guideRules = guideRules(costs);
    this.#table = this.#capped ? tableRules(costs, how.mostStates) : undefined;
    const ends = (this.#table?.size ?? 0) * kinds.length * kinds.length;
    this.#starts = startsOf(costs, edges, ends <= MOST_ENDS);
    this.#exact = !this.#capped && !hasSeam(r) && new Set(r.must).size <= MUST_KNOWN;
    this.#whole = costs.whole;
    this.#prices = new Float64Array(kinds.length);
    this.#open = new Heap(how.all ? earlier : likelier);
  }

  /** Works out what is least to pay, then begins every way. */
  *guided(): Steps<void> {
    yield* this.#guide();
    for (const start of this.#starts)
      for (const kind of start.kinds)
        for (const i of start.only === undefined ? this.#members(kind) : [start.only])
          this.#begin(start, i, kind);
  }

  *#guide(): Steps<void> {
    const { costs } = this;
    const table = this.#table;
    if (table) {
      this.#guideRules = table;
      this.#guides = new Map(yield* tableSteps(costs, table, this.#starts));
      return;
    }
    const way = { costs, out: leastOut(this.#starts) };
    if (this.#capped) this.#prices = yield* pricesSteps(way, this.#guideRules, (kind) => this.#into(kind));
    const rough = yield* guideSteps({ ...way, prices: this.#prices }, this.#guideRules);
    const firsts = new Set(this.#starts.map((s) => s.first));
    if (firsts.size > 1) this.#roughly = rough;
    else for (const first of firsts) this.#guides.set(first, rough);
  }

  #members(kind: number): readonly number[] {
    return this.costs.kinds[kind]?.members ?? [];
  }

  #into(kind: number): number {
    return this.edges.into[this.costs.kinds[kind]?.entry ?? 0] ?? Infinity;
  }

  /** The next way by cost. One whose start has no guide of its own yet gets it now, and its place by that. */
  *next(): Steps<Node | undefined> {
    for (let node = this.#open.pop(); node; node = this.#open.pop()) {
      if (!node.sure) {
        yield* this.#guideFor(node.start);
        this.#begin(node.start, node.figures[0] ?? 0, node.kind);
        continue;
      }
      const enough = this.#isEnough(node);
      if (!enough || node.figures.length === this.#half) this.#nextAmong(node);
      if (enough) continue;
      if (node.beat === this.costs.r.beats || this.#exact || !this.#seenOften(node)) return node;
    }
    return undefined;
  }

  *#guideFor({ first, out }: Start): Steps<void> {
    if (this.#guides.has(first)) return;
    const way = { costs: this.costs, out, prices: this.#prices };
    this.#guides.set(first, yield* guideSteps(way, this.#guideRules));
  }

  #nextAmong({ among, at }: Node): void {
    if (among && at + 1 < among.steps.length) this.#open.push(this.#going(among, at + 1));
  }

  /** Counts what has been refused by its first figure: once that is often enough, no other way from it is looked at. */
  took({ figures }: Node, wanted: boolean): void {
    if (this.how.all) return;
    const first = figures[0] ?? 0;
    const alike = wanted ? 0 : (this.#alike.get(first) ?? 0) + 1;
    this.#alike.set(first, alike);
    if (alike >= MOST_ALIKE) this.#enough.add(first);
    this.#half = Math.ceil(figures.length / 2);
    const half = figures.slice(0, this.#half).join();
    this.#halves.set(half, (this.#halves.get(half) ?? 0) + 1);
  }

  /** Enough has been found that begins so: what is still looked for lies elsewhere. */
  #isEnough({ figures }: Node): boolean {
    if (this.#enough.has(figures[0] ?? 0)) return true;
    if (this.#half === 0 || figures.length < this.#half) return false;
    return (this.#halves.get(figures.slice(0, this.#half).join()) ?? 0) >= FROM_HALF;
  }

  #begin(start: Start, figure: number, kind: number): void {
    const begun = { beat: 0, so: 0, spare: spareOf(this.#caps, this.#prices), start };
    const states = [this.#rules.begin(kind), this.#guideRules.begin(kind)] as const;
    const step = this.#step(begun, kind, this.#into(kind), ...states);
    if (step && this.#mayEnd(start, figure, step))
      this.#open.push(this.#node(start, [], figure, step, undefined, 0));
  }

  /** Looks at every continuation of a way. Gives the work done. */
  follow(n: Node): number {
    const after = this.costs.after(n.kind);
    const cap = this.costs.r.inAll ?? Infinity;
    const uses = this.#capped ? usesOf(n.figures) : undefined;
    const last = n.figures.at(-1) ?? -1;
    const [figures, steps]: [number[], Step[]] = [[], []];
    const offer = (kind: number, joint: number, same: boolean): void => {
      if (joint === Infinity) return;
      const known = this.#guideRules.step(n.known, kind, same);
      const state = known < 0 ? -1 : this.#rules.step(n.state, kind, same);
      const step = this.#step(n, kind, joint, state, known);
      if (!step) return;
      for (const i of same ? [last] : this.#members(kind)) {
        if ((i === last && !same) || (uses?.get(i) ?? 0) >= cap || !this.#mayEnd(n.start, i, step)) continue;
        figures.push(i);
        steps.push(step);
      }
    };
    for (let kind = 0; kind < after.length; kind++) offer(kind, after[kind] ?? Infinity, false);
    offer(n.kind, this.costs.again(n.kind), true);
    if (steps.length > 0) this.#open.push(this.#going(this.#among(n, figures, steps), 0));
    return after.length + steps.length;
  }

  /** One more figure of a kind after a way, with what is least to pay; undefined where it leads nowhere. */
  #step(from: Begun, kind: number, joint: number, state: number, known: number): Step | undefined {
    if (state < 0 || known < 0) return undefined;
    const k = this.costs.kinds[kind];
    const beat = from.beat + (k?.beats ?? 0);
    const whole = beat === this.costs.r.beats;
    const out = whole ? from.start.out(kind) : 0;
    const so = from.so + joint + (this.costs.standing(from.beat)[kind] ?? Infinity) + out;
    const spare = from.spare - (this.#prices[kind] ?? 0);
    const guide = this.#guides.get(from.start.first) ?? this.#roughly;
    const least = whole ? so : so + (guide?.at(beat, kind, known) ?? Infinity) - spare;
    return least === Infinity ? undefined : { kind, beat, state, known, so, spare, least };
  }

  /** A way that is whole must end by the rules. */
  #mayEnd(start: Start, figure: number, s: Step): boolean {
    return s.beat !== this.costs.r.beats || this.#rules.ends(s.state, figure === start.only);
  }

  /** Continuations, best first; where the guide is exact no more than are looked at. */
  #among(from: Node, figures: readonly number[], steps: readonly Step[]): Among {
    const weights = steps.map((s) => (this.how.all ? this.#rounded(s.least) : s.least));
    const places = figures.map((_, at) => at);
    places.sort((a, b) => {
      const d = (weights[a] ?? 0) - (weights[b] ?? 0);
      return Math.abs(d) > NEAR ? d : (figures[a] ?? 0) - (figures[b] ?? 0);
    });
    const best = this.#exact ? places.slice(0, this.how.width) : places;
    return {
      from,
      figures: best.map((at) => figures[at] ?? 0),
      steps: best.map((at) => steps[at] as Step),
    };
  }

  /** The way that goes on with one of the continuations. */
  #going(among: Among, at: number): Node {
    const { from, figures, steps } = among;
    return this.#node(from.start, from.figures, figures[at] ?? 0, steps[at] as Step, among, at);
  }

  #node(
    start: Start,
    before: readonly number[],
    figure: number,
    s: Step,
    among: Among | undefined,
    at: number,
  ): Node {
    const { kind, beat, state, known, so, spare, least } = s;
    const sure = this.#guides.has(start.first);
    const figures = [...before, figure];
    const all = this.#rounded(least);
    return { figures, kind, beat, state, known, so, spare, least, all, start, sure, among, at };
  }

  #rounded(least: number): number {
    return this.#whole ? Math.ceil(least - NEAR) : least;
  }

  /** As many ways as are wanted have come to this state already: no other through it can be among the best. */
  #seenOften(n: Node): boolean {
    const uses = this.#capped ? [...n.figures].sort((a, b) => a - b).join() : '';
    const key = `${n.beat} ${n.figures.at(-1)} ${n.state} ${uses}`;
    let closed = this.#closed.get(n.start);
    if (!closed) this.#closed.set(n.start, (closed = new Map()));
    const times = (closed.get(key) ?? 0) + 1;
    closed.set(key, times);
    return times > this.how.width;
  }
}

function usesOf(figures: readonly number[]): Map<number, number> {
  const uses = new Map<number, number>();
  for (const i of figures) uses.set(i, (uses.get(i) ?? 0) + 1);
  return uses;
}

/** Cheaper first; among equals in the order of the figures. */
function earlier(a: Node, b: Node): number {
  if (Math.abs(a.all - b.all) > NEAR) return a.all - b.all;
  return inOrder(a.figures, b.figures);
}

/** Cheaper first; among equals first what may still become the cheapest. */
function likelier(a: Node, b: Node): number {
  if (Math.abs(a.all - b.all) > NEAR) return a.all - b.all;
  if (Math.abs(a.least - b.least) > NEAR) return a.least - b.least;
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
