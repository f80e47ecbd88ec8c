import { describe, expect, it } from 'vitest';
import {
  bestSteps,
  countSteps,
  finish,
  requestOf,
  type ComposeRequest,
  type Edges,
  type Graph,
} from '$lib/core/composer';
import { exhaustive, openEdges, randomGraph, randomRequest } from './composer-reference';

const count = (g: Graph, edges: Edges, r: ComposeRequest): bigint =>
  finish(countSteps(g, edges, r))[r.beats] ?? 0n;

/** Figures of one beat between the states C, O and S: row, from → to. */
const CHANGES = [
  [0, 0],
  [0, 1],
  [1, 0],
  [1, 1],
  [1, 2],
  [2, 0],
] as const;
const states: Graph = {
  figures: CHANGES.map((_, i) => ({ id: `f${i}`, family: '', level: 1, beats: 1, turns: 0, accents: [] })),
  entry: Int32Array.from(CHANGES, ([from]) => from),
  exit: Int32Array.from(CHANGES, ([, to]) => to),
  entries: 3,
  exits: 3,
  join: [0, 1, 2].map((exit) => Float64Array.from([0, 1, 2], (entry) => (exit === entry ? 0 : Infinity))),
  fits: [0, 1, 2].map(() => new Uint8Array(3).fill(1)),
};
const from = (start: number, end: number): Edges => ({
  into: Float64Array.from([0, 1, 2], (s) => (s === start ? 0 : Infinity)),
  out: Float64Array.from([0, 1, 2], (s) => (s === end ? 0 : Infinity)),
});

describe('counting', () => {
  /** Source: transfer matrix, Stanley, Enumerative Combinatorics 1, §4.7 (values derived by matrix powers). */
  it('walks between states agree with powers of the transfer matrix', () => {
    const walks = (n: number, a: number, b: number) => count(states, from(a, b), requestOf(n));
    expect([1, 2, 3, 4, 8, 12].map((n) => walks(n, 0, 0))).toEqual([1n, 2n, 5n, 11n, 258n, 6105n]);
    expect(walks(8, 0, 1)).toBe(214n);
    expect(walks(8, 1, 0)).toBe(311n);
  });

  /** Source: derived, ordered sums of 6 and 8. */
  it('fillings with one 6-beat and one 8-beat figure', () => {
    const g: Graph = {
      ...states,
      figures: [6, 8].map((beats, i) => ({
        id: `f${i}`,
        family: '',
        level: 1,
        beats,
        turns: 0,
        accents: [],
      })),
      entry: Int32Array.of(0, 0),
      exit: Int32Array.of(0, 0),
    };
    const n = (beats: number) => count(g, from(0, 0), requestOf(beats));
    expect([24, 32, 48, 64, 128].map(n)).toEqual([2n, 6n, 37n, 172n, 101_393n]);
  });

  it('a loop is the trace of the power: every walk that comes back to where it began', () => {
    const trace = [0, 1, 2].map((s) => count(states, from(s, s), requestOf(6))).reduce((a, b) => a + b);
    const loop = requestOf(6, { end: { type: 'loop' } });
    expect(count(states, openEdges(states, loop), loop)).toBe(trace);
  });

  it('numbers too large for a floating-point number stay exact', () => {
    const g: Graph = {
      ...states,
      figures: Array.from({ length: 50 }, (_, i) => ({
        id: `f${i}`,
        family: '',
        level: 1,
        beats: 1,
        turns: 0,
        accents: [],
      })),
      entry: new Int32Array(50),
      exit: new Int32Array(50),
    };
    expect(count(g, from(0, 0), requestOf(40))).toBe(50n ** 40n);
    expect(count(g, from(0, 0), requestOf(40, { inRow: 1 }))).toBe(50n * 49n ** 39n);
    const falling = Array.from({ length: 12 }, (_, i) => 50n - BigInt(i)).reduce((a, b) => a * b);
    expect(count(g, from(0, 0), requestOf(12, { inAll: 1 }))).toBe(falling);
  });
});

describe('against writing everything down', () => {
  const cases = Array.from({ length: 400 }, (_, seed) => {
    const g = randomGraph(seed, 3 + (seed % 4));
    const beats = 6 + (seed % 9);
    const r = randomRequest(seed, g, beats, requestOf(beats, { best: 1 + (seed % 7) }));
    return { seed, g, r, edges: openEdges(g, r) };
  });

  it('the count is the number there are, for 400 repertoires and requests', () => {
    let some = 0;
    for (const { seed, g, r, edges } of cases) {
      const all = exhaustive(g, edges, r);
      if (all.length > 0) some++;
      expect([seed, count(g, edges, r)]).toEqual([seed, BigInt(all.length)]);
    }
    expect(some).toBeGreaterThan(150);
  });

  it('the best are the best, in the same order, for 400 repertoires and requests', () => {
    for (const { seed, g, r, edges } of cases) {
      const all = exhaustive(g, edges, r).slice(0, r.best);
      expect([seed, finish(bestSteps(g, edges, r))]).toEqual([seed, all]);
    }
  });
});
