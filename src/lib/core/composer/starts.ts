import type { Edges, Graph } from './graph';
import type { ComposeRequest } from './request';

/** How a combination may begin, and what its end then costs. A loop ends where it began, so that there are several. */
export interface Start {
  readonly begins: (figure: number) => boolean;
  /** The cost of ending after an exit class. */
  readonly out: (exit: number) => number;
  /** The last figure is the first: a loop's limits go on across its seam. */
  readonly closes: (figure: number) => boolean;
  /** Entry class of the first figure of a loop; −1 where it does not matter. */
  readonly first: number;
}

/** A limit that must hold across the seam of a loop. */
export const hasSeam = (r: ComposeRequest): boolean =>
  r.end.type === 'loop' && (r.inRow !== undefined || r.turns !== undefined);

const no = (): boolean => false;

/** One start, or for a loop one for every entry class; with limits across its seam one for every first figure. */
export function startsOf(
  g: Graph,
  edges: Edges,
  join: readonly Float64Array[],
  use: readonly number[],
  r: ComposeRequest,
): Start[] {
  const { out, into } = edges;
  const enters = (i: number): boolean => (into[g.entry[i] ?? 0] ?? Infinity) < Infinity;
  if (out) return [{ begins: enters, out: (exit) => out[exit] ?? Infinity, closes: no, first: -1 }];
  const closing = (first: number) => (exit: number) => join[exit]?.[first] ?? Infinity;
  if (hasSeam(r))
    return use.filter(enters).map((f): Start => {
      const is = (i: number): boolean => i === f;
      const first = g.entry[f] ?? 0;
      return { begins: is, out: closing(first), closes: is, first };
    });
  const classes = new Set(use.filter(enters).map((i) => g.entry[i] ?? 0));
  return [...classes].map((first) => ({
    begins: (i) => g.entry[i] === first,
    out: closing(first),
    closes: no,
    first,
  }));
}
