import type { Reading } from '../combination';
import { bestSteps } from './best';
import { conflictSteps, type Conflict } from './conflict';
import { countSteps } from './count';
import { edgesOf, graphOf, joinCosts, type Edges, type Graph } from './graph';
import { hitsOn, standing, topLevel, variety } from './score';
import type { ComposeRequest } from './request';

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
}

/** What is known while a request is being answered, and in the end. */
export interface Answer {
  /** How many exist; undefined while it is being counted. */
  readonly count: bigint | undefined;
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
    const edges = edgesOf(this.graph, this.#readings, this.request);
    yield* bestSteps(this.graph, edges, this.request, (f) =>
      this.#best.push(explained(this.graph, edges, this.request, f.figures)),
    );
    const counts = yield* countSteps(this.graph, edges, this.request);
    this.#count = counts[this.request.beats] ?? 0n;
    if (this.#count === 0n) this.#conflict = yield* conflictSteps(this.graph, this.#readings, this.request);
  }
}

/** The cost of a sequence with its parts, worked out from the beginning: what the search must agree with. */
export function explained(g: Graph, edges: Edges, r: ComposeRequest, figures: readonly number[]): Composed {
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
  };
}

/** The first of those that have the same figures, and in how many other orders they come. */
export interface Grouped {
  readonly shown: Composed;
  readonly orders: number;
}
/** Puts the same figures in another order together, the best of each first. @example byFigures(answer.best)[0].orders */
export function byFigures(list: readonly Composed[]): Grouped[] {
  const groups = new Map<string, { shown: Composed; orders: number }>();
  for (const c of list) {
    const key = [...c.figures].sort().join(' ');
    const known = groups.get(key);
    if (known) known.orders++;
    else groups.set(key, { shown: c, orders: 0 });
  }
  return [...groups.values()];
}
