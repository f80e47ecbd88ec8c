import { joint, type Reading } from '../combination';
import type { DifferenceCode } from '../joints';
import { alikeIn } from './alike';
import { variedSteps, type Found, type Verdict } from './best';
import { boundSteps, type Bounds } from './bounds';
import { conflictSteps, type Conflict } from './conflict';
import { countSteps, onlyBounds } from './count';
import { edgesOf, graphOf, joinCosts, usable, type Candidate, type Edges, type Graph } from './graph';
import { fillable } from './rules';
import { hitsOn, standing, topLevel, variety } from './score';
import type { ComposeRequest } from './request';
import { Varied } from './varied';

/** Why a combination costs what it costs. */
export interface Parts {
  readonly joints: number;
  readonly variety: number;
  readonly curve: number;
  readonly hits: number;
}
/** A combination composed: ids of its figures, cost with its parts, hits met of those wanted. */
export interface Composed {
  readonly figures: readonly string[];
  readonly cost: number;
  readonly parts: Parts;
  readonly hitsMet: number;
  readonly joints: readonly number[];
  /** What is otherwise where one figure follows another, and on which beats (from 1). */
  readonly changes: readonly JointChange[];
  /** Neighbours that are the same figure, and of the same family. */
  readonly twice: { readonly same: number; readonly family: number };
}
export interface JointChange {
  readonly code: DifferenceCode;
  readonly beats: readonly number[];
}

/** What is known while a request is being answered, and in the end. */
export interface Answer {
  /** How many exist; undefined while it is being counted, or where that cannot be counted. */
  readonly count: bigint | undefined;
  /** Where it cannot be counted: at least and at most so many. */
  readonly bounds: Bounds | undefined;
  readonly best: readonly Composed[];
  /** Nothing more will come. */
  readonly complete: boolean;
  /** Why there is none. */
  readonly conflict: Conflict | undefined;
}

export interface Budget {
  /** States gone through before it pauses; it can be taken up again. */
  readonly work: number;
}
/** Combinations looked at for each that is shown: most of the cheapest differ in one figure only. Our choice. */
const LOOKED_AT = 60;
/** So many in a row that look like those shown end the search. Our choice. */
const MOST_REFUSED = 110;

/** Our choice: enough for every repertoire measured, and an end for what is not. */
export const BUDGET: Budget = { work: 40_000_000 };

/**
 * A request being answered, in small pieces: {@link step} goes on for about so much work and says whether it is done.
 * It can be left and taken up again at any time. @example new Composition(readings, requestOf(32)).finish().count
 */
export class Composition {
  readonly graph: Graph;
  readonly request: ComposeRequest;
  readonly #readings: readonly Reading[];
  readonly #steps: Generator<number, void, void>;
  #count: bigint | undefined;
  #bounds: Bounds | undefined;
  #best: Composed[] = [];
  #conflict: Conflict | undefined;
  #complete = false;
  work = 0;

  constructor(readings: readonly Reading[], request: ComposeRequest, graph?: Graph) {
    this.#readings = readings;
    this.request = request;
    this.graph = graph ?? graphOf(readings);
    this.#steps = this.#run();
  }

  get answer(): Answer {
    return {
      count: this.#count,
      bounds: this.#bounds,
      best: this.#best,
      complete: this.#complete,
      conflict: this.#conflict,
    };
  }

  /** Goes on for about `work` states. Returns whether the answer is complete. */
  step(work: number): boolean {
    const until = this.work + work;
    while (!this.#complete && this.work < until) {
      const next = this.#steps.next();
      if (next.done) this.#complete = true;
      else this.work += next.value;
    }
    return this.#complete;
  }

  /** Goes on to the end, or until the budget is used up. */
  finish(budget: Budget = BUDGET): Answer {
    this.step(budget.work);
    return this.answer;
  }

  *#run(): Generator<number, void, void> {
    const { graph, request } = this;
    const edges = edgesOf(graph, this.#readings, request);
    yield* this.#choose(edges);
    if (!fillable(usable(this.graph, this.request), request)[request.beats]) this.#count = 0n;
    else if (onlyBounds(graph, edges, request)) {
      const { atLeast, atMost } = yield* boundSteps(graph, edges, request);
      const found = BigInt(this.#best.length);
      if (atMost === 0n) this.#count = 0n;
      else this.#bounds = { atLeast: atLeast > found ? atLeast : found, atMost };
    } else this.#count = (yield* countSteps(graph, edges, request, request.beats))[request.beats] ?? 0n;
    if (this.#count === 0n) this.#conflict = yield* conflictSteps(graph, this.#readings, request);
  }

  /** The best, and after it the best that differ visibly from those before. */
  *#choose(edges: Edges): Generator<number, void, void> {
    const { graph, request } = this;
    if (request.best === 0) return;
    const varied = new Varied(request.best, alikeIn(this.#readings));
    let refused = 0;
    const judge = (f: Found): Verdict => {
      const kept = varied.offer(f);
      if (kept) this.#best.push(explained(graph, edges, request, f.figures, this.#readings));
      refused = kept ? 0 : refused + 1;
      if (varied.full || refused >= MOST_REFUSED) return 'enough';
      return kept ? 'wanted' : 'alike';
    };
    yield* variedSteps(graph, edges, { ...request, best: request.best * LOOKED_AT }, judge);
  }
}

/** The cost of a sequence with its parts, worked out from the beginning: what the search must agree with. */
export function explained(
  g: Graph,
  edges: Edges,
  r: ComposeRequest,
  figures: readonly number[],
  readings: readonly Reading[] = [],
): Composed {
  const join = joinCosts(g, r);
  const top = topLevel(r, g.figures);
  const plain = { ...r, hits: [], hitsMust: false };
  const joints: number[] = [];
  let [varied, curve, stood, met, beat] = [0, 0, 0, 0, 0];
  figures.forEach((i, n) => {
    const f = g.figures[i] as Graph['figures'][number];
    const before = figures[n - 1];
    const entry = g.entry[i] ?? 0;
    joints.push(
      before === undefined
        ? (edges.into[entry] ?? Infinity)
        : (join[g.exit[before] ?? 0]?.[entry] ?? Infinity),
    );
    const last = before === undefined ? undefined : g.figures[before];
    if (last) varied += variety(last, f, before === i);
    curve += standing(f, beat, plain, top);
    stood += standing(f, beat, r, top);
    met += hitsOn(f, beat, r.hits).met;
    beat += f.beats;
  });
  const exit = g.exit[figures.at(-1) ?? 0] ?? 0;
  const entry = g.entry[figures[0] ?? 0] ?? 0;
  joints.push(edges.out ? (edges.out[exit] ?? Infinity) : (join[exit]?.[entry] ?? Infinity));
  const joined = joints.reduce((a, b) => a + b, 0);
  return {
    figures: figures.map((i) => g.figures[i]?.id ?? ''),
    cost: joined + varied + stood,
    parts: { joints: joined, variety: varied, curve, hits: stood - curve },
    hitsMet: met,
    joints,
    changes: changesIn(figures.map((i) => readings[i])),
    twice: twiceIn(figures.map((i) => g.figures[i] as Candidate)),
  };
}

/** Differences at the joints inside, by what they are. */
function changesIn(readings: readonly (Reading | undefined)[]): JointChange[] {
  const found = new Map<DifferenceCode, number[]>();
  let beat = 0;
  readings.forEach((next, n) => {
    const before = readings[n - 1];
    if (before && next)
      for (const d of joint(before.ends, next.ends).differences)
        if (d.cost > 0) found.set(d.code, [...new Set([...(found.get(d.code) ?? []), beat + 1])]);
    beat += next?.beats ?? 0;
  });
  return [...found].map(([code, beats]) => ({ code, beats }));
}

function twiceIn(figures: readonly Candidate[]): Composed['twice'] {
  const pairs = figures.slice(1).map((f, n) => [figures[n] as Candidate, f] as const);
  const same = pairs.filter(([a, b]) => a === b).length;
  const family = pairs.filter(([a, b]) => a !== b && a.family !== '' && a.family === b.family).length;
  return { same, family };
}
