import type { Graph } from './graph';
import { kindsOf, type Kind } from './kinds';

import { POINTS, standing, topLevel, variety } from './score';
import type { ComposeRequest } from './request';

/**
 * What a request’s kinds of figures cost (figures of one kind always cost the same), after one another and where they
 * stand. Rows are worked out when they are first asked for. Infinity: it may not be.
 */
export class Costs {
  readonly kinds: readonly Kind[];
  readonly #top: number;
  readonly #after: Float64Array[] = [];
  readonly #again: number[] = [];
  readonly #stands: Float64Array[] = [];

  constructor(
    readonly g: Graph,
    readonly r: ComposeRequest,
  ) {
    this.kinds = kindsOf(g, r, 'cost');
    this.#top = topLevel(r, g.figures);
  }

  /** Joint and variety from a figure of one kind to another figure of every kind. */
  after(kind: number): Float64Array {
    return (this.#after[kind] ??= this.#rowOf(this.kinds[kind] as Kind));
  }
  #rowOf(a: Kind): Float64Array {
    const joints = this.g.join[a.exit];
    return Float64Array.from(this.kinds, (b) =>
      a === b && b.size < 2 ? Infinity : (joints?.[b.entry] ?? Infinity) + variety(a, b, false),
    );
  }

  /** The same figure once more. */
  again(kind: number): number {
    return (this.#again[kind] ??= this.#againOf(kind));
  }
  #againOf(kind: number): number {
    const k = this.kinds[kind] as Kind;
    return (this.g.join[k.exit]?.[k.entry] ?? Infinity) + POINTS.sameFigure;
  }

  /** What every kind costs that begins at a beat (from 0). */
  standing(beat: number): Float64Array {
    return (this.#stands[beat] ??= Float64Array.from(this.kinds, ({ figure }) =>
      beat + figure.beats > this.r.beats ? Infinity : standing(figure, beat, this.r, this.#top),
    ));
  }

  /** Nothing costs a fraction of a point. */
  get whole(): boolean {
    return this.g.join.every((row) => row.every((c) => c === Infinity || Number.isInteger(c)));
  }
}
