import { edgesOf, graphOf, type Between, type Graph } from './graph';
import { bestSteps, type Found } from './best';
import { countSteps, type Steps } from './count';
import { requestOf, type ComposeRequest, type Edge } from './request';
import type { Reading } from '../combination';

/** One way to fill beats, and how many ways there are in all. */
export interface Filling {
  readonly count: bigint;
  readonly ways: readonly { readonly figures: readonly string[]; readonly cost: number }[];
}

/** Ways listed at most; the count is exact whatever it is. */
export const MOST_WAYS = 200;

/** Runs a piecewise computation to its end. */
export function finish<T>(steps: Steps<T>): T {
  for (;;) {
    const next = steps.next();
    if (next.done) return next.value;
  }
}

const named = (g: Graph, f: Found): Filling['ways'][number] => ({
  figures: f.figures.map((i) => g.figures[i]?.id ?? ''),
  cost: f.cost,
});

/**
 * Every way to fill `beats` between what comes before and what follows, easiest first.
 * @example fill(readings, 3, { type: 'figure', id: 'five' }, { type: 'any' }).ways // one three-count filler
 */
export function fill(
  readings: readonly Reading[],
  beats: number,
  start: Edge,
  end: Edge | { readonly type: 'loop' },
  rest: Partial<ComposeRequest> = {},
  graph: Graph = graphOf(readings),
): Filling {
  const r = requestOf(beats, { ...rest, start, end, best: MOST_WAYS });
  const edges = edgesOf(graph, readings, r);
  return {
    count: finish(countSteps(graph, edges, r))[beats] ?? 0n,
    ways: finish(bestSteps(graph, edges, r)).map((f) => named(graph, f)),
  };
}

/** A way from one state to another. */
export interface Bridge {
  readonly figures: readonly string[];
  readonly beats: number;
  readonly cost: number;
}

/** What a beat of bridge costs against the points of joints: four beats weigh as much as one point. Our choice. */
const BEAT = 0.25;

/**
 * The cheapest ways from one state to another over figures of the repertoire, at most `beats` long: for every length
 * the best, ordered by joints and length together; among equals the shorter first. Exact within the limit.
 */
export function bridges(
  readings: readonly Reading[],
  between: Between,
  beats = 16,
  graph: Graph = graphOf(readings),
): Bridge[] {
  const r = requestOf(beats);
  const edges = edgesOf(graph, readings, r, between);
  const counts = finish(countSteps(graph, edges, r));
  const found: Bridge[] = [];
  for (let n = 1; n <= beats; n++) {
    if ((counts[n] ?? 0n) === 0n) continue;
    const one = finish(bestSteps(graph, edges, { ...r, beats: n, best: 1 }))[0];
    if (one) found.push({ ...named(graph, one), beats: n });
  }
  const weight = (b: Bridge): number => b.cost + b.beats * BEAT;
  return found.sort((a, b) => weight(a) - weight(b) || a.beats - b.beats);
}
