import type { Costs } from './costs';
import type { Edges } from './graph';
import type { ComposeRequest } from './request';

/** How a combination may begin, and what its end then costs. A loop ends where it began, so that there are several. */
export interface Start {
  /** Kinds of its first figure. */
  readonly kinds: readonly number[];
  /** The only figure it may begin with, by index: a loop’s limits go on across its seam. */
  readonly only: number | undefined;
  /** The cost of ending after an exit class. */
  readonly out: (exit: number) => number;
  /** Entry class of the first figure of a loop; −1 where it does not matter. Starts of one class end alike. */
  readonly first: number;
}

/** A limit that must hold across the seam of a loop. */
export const hasSeam = (r: ComposeRequest): boolean =>
  r.end.type === 'loop' && (r.inRow !== undefined || r.turns !== undefined);

/** One start, or for a loop one for every entry class; with limits across its seam one for every first figure. */
export function startsOf({ g, r, kinds }: Costs, { into, out }: Edges): Start[] {
  const enter = kinds.flatMap((k, at) => ((into[k.entry] ?? Infinity) < Infinity ? [at] : []));
  if (out) return [{ kinds: enter, only: undefined, out: (exit) => out[exit] ?? Infinity, first: -1 }];
  const closing = (first: number) => (exit: number) => g.join[exit]?.[first] ?? Infinity;
  const entry = (at: number): number => kinds[at]?.entry ?? 0;
  if (hasSeam(r))
    return enter.flatMap((at) =>
      (kinds[at]?.members ?? []).map((only): Start => ({
        kinds: [at],
        only,
        out: closing(entry(at)),
        first: entry(at),
      })),
    );
  return [...new Set(enter.map(entry))].map((first) => ({
    kinds: enter.filter((at) => entry(at) === first),
    only: undefined,
    out: closing(first),
    first,
  }));
}

/** The least any of several starts pays for its end. */
export const leastOut =
  (starts: readonly Start[]) =>
  (exit: number): number =>
    starts.reduce((n, s) => Math.min(n, s.out(exit)), Infinity);
