import type { Steps } from './count';
import { allowed, joinCosts, type Candidate, type Edges, type Graph } from './graph';
import { MUST_KNOWN, guideRules, guideSteps, type Guide, type Way } from './guide';
import { Heap } from './heap';
import { ALL, Rules, couldExceed, fillable, usesFit } from './rules';
import { standing, topLevel, variety } from './score';
import { hasSeam, startsOf, type Start } from './starts';
import { tableSteps } from './table';
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
  /** Of all rules, and of those the guide knows. */
  readonly state: number;
  readonly known: number;
  readonly so: number;
  readonly all: number;
  readonly start: Start;
  /** Weighed by the guide of its own start. */
  readonly sure: boolean;
}

/** Continuations looked at where not all are wanted: the best is exact, those after it are good ones. Our choice. */
const WIDTH = 12;
/** Found at most with the same first half, where not all are wanted. Our choice. */
const FROM_HALF = 2;
/** Ways looked at between two pauses. */
const AT_ONCE = 1_500;

/**
 * The `r.best` cheapest combinations, cheapest first; equally cheap ones in the order of their figures' indexes. Best
 * first search, guided by what is least still to pay. Where the guide is exact, only the few best continuations of a
 * way are looked at. Calls `found` with each as it is known; where that gives true, no more are wanted. At most
 * `perFirst` begin with the same figure. Exact.
 */
export function* bestSteps(
  g: Graph,
  edges: Edges,
  r: ComposeRequest,
  found: (f: Found) => boolean | void = () => {},
  perFirst = Infinity,
): Steps<Found[]> {
  const done: Found[] = [];
  const search = new Search(g, edges, r, perFirst === Infinity ? r.best : WIDTH);
  if (r.best === 0 || !search.possible) return done;
  yield* search.guided();
  let work = 0;
  for (;;) {
    const node = yield* search.next();
    if (!node || done.length === r.best) break;
    if (node.beat === r.beats) {
      const one = { figures: node.figures, cost: node.all };
      done.push(one);
      if (found(one)) break;
      search.took(node, perFirst);
      continue;
    }
    work += search.follow(node);
    if (work > AT_ONCE) {
      yield work;
      work = 0;
    }
  }
  return done;
}

class Search {
  readonly #use: readonly number[];
  readonly #figures: readonly Candidate[];
  readonly #join: readonly Float64Array[];
  readonly #top: number;
  readonly #rules: Rules;
  readonly #guideRules: Rules;
  readonly #starts: readonly Start[];
  readonly #guides = new Map<Start, Guide>();
  readonly #taken = new Map<number, number>();
  readonly #enough = new Set<number>();
  readonly #halves = new Map<string, number>();
  #half = 0;
  readonly #byClass = new Map<number, Guide>();
  #roughly: Guide | undefined;
  readonly #open = new Heap<Node>(earlier);
  readonly #closed = new Map<Start, Map<string, number>>();
  /** Uses in all are part of the states; else they are counted on every way. */
  readonly #counted: boolean;
  readonly #capped: boolean;
  readonly #exact: boolean;
  readonly possible: boolean;

  constructor(
    private readonly g: Graph,
    private readonly edges: Edges,
    private readonly r: ComposeRequest,
    /** Continuations of a way, and ways to a state, that are looked at. */
    private readonly width: number,
  ) {
    this.#use = allowed(g, r);
    this.#figures = this.#use.map((i) => g.figures[i] as Candidate);
    this.#join = joinCosts(g, r);
    this.#top = topLevel(r, g.figures);
    this.#capped = this.#figures.some((f) => couldExceed(f, r));
    this.#counted = this.#capped && usesFit(this.#figures, r);
    this.#rules = new Rules(this.#figures, r, { ...ALL, uses: this.#counted });
    this.#guideRules = this.#counted ? this.#rules : guideRules(this.#figures, r);
    this.#starts = startsOf(g, edges, this.#join, this.#use, r);
    this.#exact = this.#counted || (!this.#capped && !hasSeam(r) && new Set(r.must).size <= MUST_KNOWN);
    this.possible = fillable(this.#figures, r)[r.beats] ?? false;
  }

  /** Works out what is least to pay whatever the start, then begins every way. */
  *guided(): Steps<void> {
    const single = this.#starts.length === 1 ? this.#starts[0] : undefined;
    if (single) this.#guides.set(single, yield* this.#guideFor(single));
    else if (!this.#counted) this.#roughly = yield* guideSteps(this.#way(this.#leastOut()), this.#guideRules);
    for (const start of this.#starts)
      this.#push(this.#use.flatMap((i, j) => (start.begins(i) ? this.#begin(start, i, j) : [])));
  }

  #way(out: (exit: number) => number): Way {
    return { g: this.g, join: this.#join, use: this.#use, r: this.r, top: this.#top, out };
  }

  *#guideFor(start: Start): Steps<Guide> {
    if (this.#counted) return yield* tableSteps(this.#way(start.out), this.edges, this.#rules, start);
    let guide = this.#byClass.get(start.first);
    if (!guide) {
      guide = yield* guideSteps(this.#way(start.out), this.#guideRules);
      this.#byClass.set(start.first, guide);
    }
    return guide;
  }

  /** The least any start pays for its end. */
  #leastOut(): (exit: number) => number {
    const least = Array.from({ length: this.g.exits }, (_, exit) =>
      this.#starts.reduce((n, s) => Math.min(n, s.out(exit)), Infinity),
    );
    return (exit) => least[exit] ?? Infinity;
  }

  /** The next way by cost. One whose start has no guide of its own yet gets it now, and its place by that. */
  *next(): Steps<Node | undefined> {
    for (let node = this.#open.pop(); node; node = this.#open.pop()) {
      if (this.#isEnough(node)) continue;
      if (!this.#guides.has(node.start)) {
        this.#guides.set(node.start, yield* this.#guideFor(node.start));
        this.#push(this.#weighed(node));
        continue;
      }
      if (!node.sure) {
        this.#push(this.#weighed(node));
        continue;
      }
      if (node.beat === this.r.beats || this.#exact || !this.#seenOften(node)) return node;
    }
    return undefined;
  }

  /** Counts what has been found by its first figure: once there are enough, no other way from it is looked at. */
  took(n: Node, perFirst: number): void {
    const first = n.figures[0] ?? 0;
    const times = (this.#taken.get(first) ?? 0) + 1;
    this.#taken.set(first, times);
    if (times >= perFirst) this.#enough.add(first);
    if (perFirst === Infinity) return;
    this.#half = Math.ceil(n.figures.length / 2);
    const half = n.figures.slice(0, this.#half).join();
    this.#halves.set(half, (this.#halves.get(half) ?? 0) + 1);
  }

  /** Enough has been found that begins so: what is still looked for lies elsewhere. */
  #isEnough({ figures }: Node): boolean {
    if (this.#enough.has(figures[0] ?? 0)) return true;
    if (this.#half === 0 || figures.length < this.#half) return false;
    return (this.#halves.get(figures.slice(0, this.#half).join()) ?? 0) >= FROM_HALF;
  }

  /** Looks at every continuation of a way. Gives the work done. */
  follow(n: Node): number {
    this.#push(this.#use.flatMap((i, j) => this.#after(n, i, j)));
    return this.#use.length;
  }

  #push(nodes: Node[]): void {
    const few =
      this.#exact && nodes.length > this.width && nodes.every((x) => x.sure)
        ? nodes.sort(earlier).slice(0, this.width)
        : nodes;
    for (const x of few) this.#open.push(x);
  }

  #begin(start: Start, i: number, j: number): Node[] {
    const f = this.#figures[j] as Candidate;
    const so = (this.edges.into[this.g.entry[i] ?? 0] ?? Infinity) + standing(f, 0, this.r, this.#top);
    return this.#weighed({
      figures: [i],
      beat: f.beats,
      state: this.#rules.begin(j),
      known: this.#guideRules.begin(j),
      so,
      start,
    });
  }

  #after(n: Node, i: number, j: number): Node[] {
    const { g, r } = this;
    const last = n.figures.at(-1) ?? 0;
    const f = this.#figures[j] as Candidate;
    const joint = this.#join[g.exit[last] ?? 0]?.[g.entry[i] ?? 0] ?? Infinity;
    if (joint === Infinity || n.beat + f.beats > r.beats) return [];
    if (this.#capped && !this.#counted && usesOf(n.figures, i) >= (r.inAll ?? 0)) return [];
    const same = i === last;
    const cost = joint + standing(f, n.beat, r, this.#top);
    return this.#weighed({
      figures: [...n.figures, i],
      beat: n.beat + f.beats,
      state: this.#rules.step(n.state, j, same),
      known: this.#guideRules.step(n.known, j, same),
      so: n.so + cost + variety(g.figures[last] as Candidate, f, same),
      start: n.start,
    });
  }

  #weighed(n: Omit<Node, 'all' | 'sure'>): Node[] {
    if (n.state < 0 || n.known < 0 || n.so === Infinity) return [];
    const last = n.figures.at(-1) ?? 0;
    if (n.beat === this.r.beats && !this.#rules.ends(n.state, n.start.closes(last))) return [];
    const guide = this.#guides.get(n.start);
    const rest = guide ? guide.at(n.beat, last, n.known) : (this.#roughly?.at(n.beat, last, n.known) ?? 0);
    const all = n.so + rest;
    return all < Infinity ? [{ ...n, all, sure: guide !== undefined }] : [];
  }

  /** As many ways as are wanted have come to this state already: no other through it can be among the best. */
  #seenOften(n: Node): boolean {
    const uses = this.#capped && !this.#counted ? [...n.figures].sort((a, b) => a - b).join() : '';
    const key = `${n.beat} ${n.figures.at(-1)} ${n.state} ${uses}`;
    let closed = this.#closed.get(n.start);
    if (!closed) this.#closed.set(n.start, (closed = new Map()));
    const times = (closed.get(key) ?? 0) + 1;
    closed.set(key, times);
    return times > this.width;
  }
}

const usesOf = (figures: readonly number[], i: number): number => figures.filter((x) => x === i).length;

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
