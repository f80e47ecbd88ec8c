import type { Costs } from './costs';
import type { Edges } from './graph';
import type { ComposeRequest } from './request';

/** How a combination may begin, and what its end then costs. A loop ends where it began, so that there are several. */
export interface Start {
  /** Kinds of its first figure. */
  readonly kinds: readonly number[];
  /** The only figure it may begin with, by index: a loop’s limits go on across its seam. */
  readonly only: number | undefined;
  /** The cost of ending with a kind. */
  readonly out: (kind: number) => number;
  /** Starts that end alike have the same number here. */
  readonly first: number;
}

/** A limit that must hold across the seam of a loop. */
export const hasSeam = (r: ComposeRequest): boolean =>
  r.end.type === 'loop' && (r.inRow !== undefined || r.turns !== undefined);

/**
 * One start, or for a loop one for every entry class; with limits across its seam one for every first figure. `apart`:
 * those of every kind end for themselves, so that a figure that is alone of its kind is known not to follow itself.
 */
export function startsOf({ g, r, kinds }: Costs, { into, out }: Edges, apart: boolean): Start[] {
  const enter = kinds.flatMap((k, at) => ((into[k.entry] ?? Infinity) < Infinity ? [at] : []));
  const exit = (kind: number): number => kinds[kind]?.exit ?? 0;
  const entry = (kind: number): number => kinds[kind]?.entry ?? 0;
  if (out) return [{ kinds: enter, only: undefined, out: (kind) => out[exit(kind)] ?? Infinity, first: -1 }];
  const closing = (first: number) => (kind: number) => g.join[exit(kind)]?.[first] ?? Infinity;
  if (!hasSeam(r))
    return [...new Set(enter.map(entry))].map((first) => ({
      kinds: enter.filter((at) => entry(at) === first),
      only: undefined,
      out: closing(first),
      first,
    }));
  return enter.flatMap((at) => {
    const closes = closing(entry(at));
    const alone = apart && r.inRow === 1 && kinds[at]?.size === 1;
    const ends = (kind: number): number => (alone && kind === at ? Infinity : closes(kind));
    const first = apart ? at : entry(at);
    return (kinds[at]?.members ?? []).map((only): Start => ({ kinds: [at], only, out: ends, first }));
  });
}

/** The least any of several starts pays for its end. */
export function leastOut(starts: readonly Start[]): (kind: number) => number {
  const outs = [...new Map(starts.map((s) => [s.first, s.out])).values()];
  return (kind) => outs.reduce((n, out) => Math.min(n, out(kind)), Infinity);
}
