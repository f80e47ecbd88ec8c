import fc from 'fast-check';
import { linearRegression, mean, sampleStandardDeviation } from 'simple-statistics';
import { describe, expect, it } from 'vitest';
import { seeded } from '../base';
import type { SongMap } from '../music';
import {
  between,
  byStep,
  clicks,
  countIn,
  countedTo,
  matched,
  passAt,
  positionAt,
  rampFrom,
  rampUp,
  slope,
  spoken,
  tapFigures,
  verdictOf,
  type Due,
  type Playing,
  type Tapped,
} from './index';
import { seedOf, seeds } from '../../../../tests/seeds';

const map: SongMap = {
  beats: Array.from({ length: 32 }, (_, i) => 1 + i / 2),
  bar: 4,
  ones: [0],
  phrase: 32,
  phrases: [0],
  sections: [],
  marks: [{ beat: 16, kind: 'break', beats: 4, sure: 1 }],
  swing: 1,
  locked: [],
};
const round = (p: Partial<Playing> = {}): Playing => ({
  start: 10,
  from: 2,
  span: { from: 1, to: 5 },
  loop: true,
  ramp: [{ speed: 1, times: 1 }],
  ...p,
});

describe('going round', () => {
  // Derived: arithmetic anyone can redo.
  it('begins in the middle, ends, and begins anew', () => {
    expect([10, 12.5, 13, 17, 21].map((t) => passAt(round(), t)?.index)).toEqual([0, 0, 1, 2, 3]);
    expect([9, 10, 13, 15].map((t) => positionAt(round(), t))).toEqual([1, 2, 1, 3]);
    expect(passAt(round({ loop: false }), 13)).toBeUndefined();
    expect(positionAt(round({ loop: false }), 99)).toBe(5);
  });
  it('steps up after so many times, and stays at the last speed', () => {
    const p = round({
      from: 1,
      ramp: [
        { speed: 0.5, times: 2 },
        { speed: 0.8, times: 1 },
        { speed: 1, times: 1 },
      ],
    });
    const at = [10, 18, 26, 31, 35, 39].map((t) => passAt(p, t));
    expect(at.map((x) => [x?.index, x?.speed])).toEqual([
      [0, 0.5],
      [1, 0.5],
      [2, 0.8],
      [3, 1],
      [4, 1],
      [5, 1],
    ]);
  });
  it('goes up when it went well, and stays where it did not', () => {
    const ramp = rampUp();
    expect(rampFrom(ramp, 0.7, true).map((x) => x.speed)).toEqual([0.8, 0.9, 1]);
    expect(rampFrom(ramp, 0.8, false).map((x) => x.speed)).toEqual([0.8, 0.9, 1]);
    expect(rampFrom(ramp, 1, true).map((x) => x.speed)).toEqual([1]);
  });
  it('an hour of it drifts by nothing', () => {
    const p = round({ from: 1, span: { from: 1, to: 1 + 1.7647058823 } });
    for (let n = 1; n < 2100; n += 97) {
      const time = p.start + n * 1.7647058823 + 1e-7;
      expect(passAt(p, time)?.index).toBe(n);
      expect(Math.abs((passAt(p, time)?.start ?? 0) - (p.start + n * 1.7647058823))).toBeLessThan(1e-9);
    }
  });
  it('every cue sounds once in each pass, however the time is cut', () => {
    const cues = clicks(map);
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: 0.01, max: 0.9, noNaN: true }), { minLength: 30, maxLength: 60 }),
        (steps) => {
          const p = round({
            from: 1,
            ramp: [
              { speed: 0.75, times: 2 },
              { speed: 1, times: 1 },
            ],
          });
          let at = p.start;
          const heard: number[] = [];
          for (const s of steps) {
            heard.push(...between(p, cues, at, at + s).map((x) => x.time));
            at += s;
          }
          expect(heard).toEqual(between(p, cues, p.start, at).map((x) => x.time));
          expect(heard.every((t, i) => i === 0 || t > (heard[i - 1] ?? 0))).toBe(true);
        },
      ),
      { numRuns: 50 },
    );
  });
});

describe('what is called', () => {
  it('numbers on their beats, a break a beat ahead', () => {
    const words = spoken(map).map((c) => (c.type === 'word' ? c.word : ''));
    expect(words.slice(0, 9)).toEqual(['1', '2', '3', '4', '5', '6', '7', '8', '1']);
    expect(words[15]).toBe('break');
    expect(spoken(map, 'bars').filter((c) => c.type === 'word' && c.word === '5')).toHaveLength(4);
    expect(
      clicks(map)
        .slice(0, 5)
        .map((c) => c.type === 'click' && c.accent),
    ).toEqual(['eight', 'beat', 'beat', 'beat', 'bar']);
  });
  // Common practice: two eights are counted in halves first, then in full.
  it('two eights to count in: 1, 2, 3, 4 on every second beat, then 1 to 8', () => {
    const { cues, lead } = countIn(4, 2, 0.5, true);
    expect(lead).toBe(8);
    const words = cues.flatMap((c) => (c.type === 'word' ? [[c.word, c.at]] : []));
    expect(words.slice(0, 5)).toEqual([
      ['1', -8],
      ['2', -7],
      ['3', -6],
      ['4', -5],
      ['1', -4],
    ]);
    expect(countIn(3, 1, 0.5, false)).toMatchObject({ lead: 3 });
    const late = countedTo(countIn(4, 1, 0.5, true), 0.3);
    expect([late.lead, late.cues[0]?.at]).toEqual([3.7, -3.7]);
  });
});

/** Steps of a basic danced `rounds` times at 120. */
const steps = (rounds: number): Due[] =>
  Array.from({ length: rounds * 4 }, (_, i) => ({
    tick: (i % 4) * 12,
    round: Math.floor(i / 4),
    at: 1 + i * 0.5,
    foot: i % 2 === 0 ? 'L' : 'R',
  }));

describe('taps and the steps they mean', () => {
  it('one missed and one too many are told apart, and a wrong foot', () => {
    const taps: Tapped[] = [
      { at: 0.96, foot: 'L' },
      { at: 1.47, foot: 'R' },
      { at: 2.46, foot: 'R' },
      { at: 2.6, foot: 'L' },
      { at: 2.98, foot: 'R' },
    ];
    const found = matched(steps(2).slice(0, 5), taps);
    expect(found.map((t) => t.step)).toEqual([0, 12, 36, undefined, 0]);
    expect(found.map((t) => t.wrong)).toEqual([false, false, false, false, true]);
    expect(found[0]?.late).toBeCloseTo(-0.04, 9);
  });
  it('is the cheapest of all assignments in order: against trying every one', () => {
    const all = (n: number, m: number): [number, number][][] => {
      if (n === 0 || m === 0) return [[]];
      return [
        ...all(n - 1, m),
        ...all(n, m - 1),
        ...all(n - 1, m - 1).map((p): [number, number][] => [...p, [n - 1, m - 1]]),
      ];
    };
    for (const seed of seeds(60)) {
      const random = seeded(seed);
      const due = steps(1).slice(0, 2 + Math.floor(random() * 3));
      const taps = Array.from({ length: 1 + Math.floor(random() * 4) }, (): Tapped => ({
        at: 0.8 + random() * 2,
        foot: random() < 0.5 ? 'L' : 'R',
      })).sort((a, b) => a.at - b.at);
      const cost = (pairs: readonly (readonly [number, number])[]): number =>
        pairs.reduce(
          (s, [i, j]) =>
            s +
            Math.abs((taps[j]?.at ?? 0) - (due[i]?.at ?? 0)) +
            (taps[j]?.foot === due[i]?.foot ? 0 : 0.03),
          0,
        ) +
        0.2 * (due.length - pairs.length) +
        0.2 * (taps.length - pairs.length);
      const best = Math.min(...all(due.length, taps.length).map(cost));
      const found = matched(due, taps);
      const pairs = found.flatMap((t, j): [number, number][] =>
        t.step === undefined ? [] : [[due.findIndex((d) => d.tick === t.step && d.round === t.round), j]],
      );
      expect(cost(pairs)).toBeCloseTo(best, 9);
    }
  });
  /** Against a statistics package: simple-statistics. */
  it('mean, spread and drift are those of the package', () => {
    const random = seeded(seedOf(9));
    const due = steps(12);
    const taps = due.map((d, i): Tapped => ({
      at: d.at - 0.05 + 0.04 * (random() - 0.5) + 0.0004 * i,
      foot: d.foot,
    }));
    const found = matched(due, taps);
    const when = new Map(due.map((d) => [`${d.round} ${d.tick}`, d.at]));
    const at = (t: { step?: number | undefined; round: number }): number =>
      when.get(`${t.round} ${t.step}`) ?? 0;
    const f = tapFigures({ taps: found, steps: due.length }, at);
    const late = found.map((t) => t.late ?? NaN);
    expect(f.mean).toBeCloseTo(mean(late), 12);
    expect(f.spread).toBeCloseTo(sampleStandardDeviation(late), 12);
    expect(f.drift).toBeCloseTo(linearRegression(found.map((t) => [at(t), t.late ?? NaN])).m, 10);
    expect([f.missed, f.extra, f.wrongFeet, f.hit]).toEqual([0, 0, 0, 48]);
    expect(byStep({ taps: found }).map((s) => s.n)).toEqual([12, 12, 12, 12]);
  });
  // Worked out by hand: 0, 2, 4 ms late at 0, 1, 2 s.
  it('drift by hand', () => {
    expect(
      slope([
        [0, 0],
        [1, 0.002],
        [2, 0.004],
      ]),
    ).toBeCloseTo(0.002, 12);
    expect(slope([[1, 5]])).toBe(0);
  });
  /** Early taps are usual, 20 to 80 ms (Aschersleben 2002; from memory): no fault, and not drift. */
  it('an early hand is not another tempo', () => {
    const base = {
      mean: -0.05,
      spread: 0.02,
      drift: 0.001,
      driftError: 0.002,
      missed: 0,
      extra: 0,
      wrongFeet: 0,
      hit: 9,
    };
    expect(
      [
        base,
        { ...base, drift: 0.02 },
        { ...base, mean: -0.12 },
        { ...base, mean: 0.04 },
        { ...base, drift: 0.02, driftError: 0.02, spread: 0.1 },
      ].map(verdictOf),
    ).toEqual(['on', 'drifts', 'early', 'late', 'scatters']);
  });
});
