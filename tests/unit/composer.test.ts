import { describe, expect, it } from 'vitest';
import {
  bestSteps,
  boundSteps,
  countSteps,
  variedSteps,
  fillable,
  finish,
  joinCosts,
  requestOf,
  standing,
  topLevel,
  variety,
  type ComposeRequest,
  type Edges,
  type Graph,
} from '$lib/core/composer';
import { exhaustive, openEdges, randomGraph, randomRequest } from './composer-reference';
import { seeds } from '../seeds';

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
    expect(some).toBeGreaterThan(140);
  });

  it('so it is with every limit at once, across the seam of a loop too', () => {
    let some = 0;
    for (const { seed, g, r } of cases) {
      const [inRow, inAll] = [1 + (seed % 3), 1 + (Math.floor(seed / 3) % 4)];
      const limited: ComposeRequest = { ...r, inRow, inAll, end: { type: seed % 4 ? 'loop' : 'any' } };
      const edges = openEdges(g, limited);
      const all = exhaustive(g, edges, limited);
      if (all.length > 0) some++;
      expect([seed, count(g, edges, limited)]).toEqual([seed, BigInt(all.length)]);
    }
    expect(some).toBeGreaterThan(80);
  });

  it('and where every figure may follow every other', () => {
    for (const seed of seeds(120, 0)) {
      const g = randomGraph(seed, 2 + (seed % 4));
      const free: Graph = {
        ...g,
        entry: new Int32Array(g.figures.length),
        exit: new Int32Array(g.figures.length),
        join: [new Float64Array(1)],
        fits: [new Uint8Array([1])],
        entries: 1,
        exits: 1,
      };
      const limits = { inAll: 1 + (seed % 4), ...(seed % 5 ? { inRow: 1 + (seed % 3) } : {}) };
      const r = requestOf(4 + (seed % 8), { ...limits, end: { type: seed % 2 ? 'loop' : 'any' } });
      const edges = openEdges(free, r);
      expect([seed, count(free, edges, r)]).toEqual([seed, BigInt(exhaustive(free, edges, r).length)]);
    }
  });

  it('the best are the best, in the same order, for 400 repertoires and requests', () => {
    for (const { seed, g, r, edges } of cases) {
      const all = exhaustive(g, edges, r).slice(0, r.best);
      expect([seed, finish(bestSteps(g, edges, r))]).toEqual([seed, all]);
    }
  });

  it('and the same where uses are not part of the guide, but have a price', () => {
    for (const { seed, g, r, edges } of cases) {
      const limited = { ...r, inAll: 1 + (seed % 3) };
      const all = exhaustive(g, edges, limited).slice(0, r.best);
      expect([seed, finish(bestSteps(g, edges, limited, 0))]).toEqual([seed, all]);
      expect([seed, finish(bestSteps(g, edges, limited))]).toEqual([seed, all]);
    }
  });

  it('where only what differs is wanted, the cheapest still comes first, and nothing that may not be', () => {
    for (const { seed, g, r, edges } of cases) {
      const all = new Map(exhaustive(g, edges, r).map((f) => [f.figures.join(), f.cost]));
      const found = finish(variedSteps(g, edges, { ...r, best: 20 }, () => 'alike'));
      expect([seed, found[0]?.cost]).toEqual([seed, [...all.values()][0]]);
      for (const f of found) expect([seed, all.get(f.figures.join())]).toEqual([seed, f.cost]);
    }
  });
});

/** A general solver does not know what a figure is: joints, limits and levels are rows of an integer program to it. */
describe('against a general integer-programming solver (HiGHS)', () => {
  /** One variable for each figure at each beat after each figure; uses in all are rows. */
  function program(g: Graph, edges: Edges, r: ComposeRequest): string {
    const [join, top] = [joinCosts(g, r), topLevel(r, g.figures)];
    const arcs: { name: string; cost: number; figure: number }[] = [];
    const flow = new Map<string, string[]>();
    const arc = (from: string, to: string, cost: number, figure: number): void => {
      if (cost === Infinity) return;
      const name = `a${arcs.length}`;
      arcs.push({ name, cost, figure });
      flow.set(from, [...(flow.get(from) ?? []), `- ${name}`]);
      flow.set(to, [...(flow.get(to) ?? []), `+ ${name}`]);
    };
    const figures = g.figures.map((f, i) => ({ f, i }));
    for (const { f, i } of figures)
      arc('s', `${f.beats} ${i}`, (edges.into[g.entry[i] ?? 0] ?? Infinity) + standing(f, 0, r, top), i);
    for (let b = 1; b <= r.beats; b++)
      for (const { f, i } of figures) {
        if (b === r.beats) arc(`${b} ${i}`, 't', edges.out?.[g.exit[i] ?? 0] ?? Infinity, -1);
        for (const { f: h, i: j } of figures) {
          if ((r.inRow === 1 && i === j) || b + h.beats > r.beats) continue;
          const joint = join[g.exit[i] ?? 0]?.[g.entry[j] ?? 0] ?? Infinity;
          arc(`${b} ${i}`, `${b + h.beats} ${j}`, joint + standing(h, b, r, top) + variety(f, h, i === j), j);
        }
      }
    const rows = [...flow].map(
      ([node, terms], k) => ` c${k}: ${terms.join(' ')} = ${node === 's' ? -1 : node === 't' ? 1 : 0}`,
    );
    const uses = figures.flatMap(({ i }) => {
      const of = arcs.filter((a) => a.figure === i).map((a) => a.name);
      return r.inAll !== undefined && of.length > 0 ? [` u${i}: ${of.join(' + ')} <= ${r.inAll}`] : [];
    });
    const sum = arcs.map((a) => `${a.cost} ${a.name}`).join(' + ');
    return `Minimize\n obj: ${sum}\nSubject To\n${[...rows, ...uses].join('\n')}\nBinary\n ${arcs.map((a) => a.name).join('\n ')}\nEnd\n`;
  }

  it('the cheapest costs the same, for 40 repertoires and requests, or there is none', async () => {
    const { default: highs } = await import('highs');
    const solver = await highs();
    let some = 0;
    for (const seed of seeds(40, 0)) {
      const g = randomGraph(seed, 4 + (seed % 3));
      const beats = 12 + (seed % 9);
      const limits = seed % 2 === 0 ? { inRow: 1, inAll: 2 } : { inRow: 1, curve: 'arch' as const };
      const r = requestOf(beats, { ...limits, hits: [1 + (seed % beats)], best: 1 });
      const edges = openEdges(g, r);
      const [own] = finish(bestSteps(g, edges, r));
      const text = program(g, edges, r);
      const theirs = /a0/.test(text) ? solver.solve(text) : undefined;
      const cost = theirs?.Status === 'Optimal' ? Math.round(theirs.ObjectiveValue) : undefined;
      expect([seed, own?.cost]).toEqual([seed, cost]);
      if (own) some++;
    }
    expect(some).toBeGreaterThan(20);
  }, 120_000);
});

describe('at the composer’s own defaults: never twice in a row, at most twice in all', () => {
  const nine: Graph = {
    ...states,
    figures: Array.from({ length: 9 }, (_, i) => ({
      id: `f${i}`,
      family: '',
      level: 1,
      beats: 6,
      turns: 0,
      accents: [],
    })),
    entry: new Int32Array(9),
    exit: new Int32Array(9),
  };
  const usual = { inRow: 1, inAll: 2 } as const;

  it('nine figures of six beats, twice each, cannot fill 114: said at once, without a search', () => {
    const r = requestOf(114, usual);
    let steps = 0;
    for (const _ of bestSteps(nine, from(0, 0), r)) steps++;
    expect(steps).toBe(0);
    expect(fillable(nine.figures, r)[108]).toBe(true);
    expect(fillable(nine.figures, r)[114]).toBe(false);
    expect(count(nine, from(0, 0), r)).toBe(0n);
  });

  /** Source: derived; words of 18 letters, nine twice each, no two alike in a row, by inclusion and exclusion. */
  it('every figure exactly twice: counted exactly', () => {
    const fact = (n: number): bigint => (n <= 1 ? 1n : BigInt(n) * fact(n - 1));
    const choose = (n: number, k: number): bigint => fact(n) / fact(k) / fact(n - k);
    let words = 0n;
    for (let k = 0; k <= 9; k++)
      words += (k % 2 === 0 ? 1n : -1n) * choose(9, k) * (fact(18 - k) / 2n ** BigInt(9 - k));
    expect(count(nine, from(0, 0), requestOf(108, usual))).toBe(words);
  });

  it('bounds hold what there are, for 200 repertoires and requests', () => {
    for (const seed of seeds(200, 0)) {
      const g = randomGraph(seed, 3 + (seed % 4));
      const beats = 6 + (seed % 9);
      const r = { ...randomRequest(seed, g, beats, requestOf(beats)), inAll: 1 + (seed % 2) };
      const edges = openEdges(g, r);
      const { atLeast, atMost } = finish(boundSteps(g, edges, r));
      const n = BigInt(exhaustive(g, edges, r).length);
      expect([seed, atLeast <= n, n <= atMost]).toEqual([seed, true, true]);
    }
  });
  it('and come close where repetition is rare', () => {
    const wide: Graph = {
      ...nine,
      figures: Array.from({ length: 60 }, (_, i) => ({ ...nine.figures[0]!, id: `w${i}`, beats: 8 })),
      entry: new Int32Array(60),
      exit: new Int32Array(60),
    };
    const r = requestOf(64, { inAll: 2 });
    const { atLeast, atMost } = finish(boundSteps(wide, from(0, 0), r));
    const exact = count(wide, from(0, 0), r);
    expect(atLeast <= exact && exact <= atMost).toBe(true);
    expect(Number((atLeast * 1000n) / exact)).toBeGreaterThan(970);
  });
});
