import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { AROUND, blockSeconds, climbRounds, climbSeconds, roundSeconds, roundsIn, tempoSteps } from './index';

describe('the arithmetic of an hour', () => {
  // Derived: 40 · 60 / 112 = 21.43 s.
  it('a 40-beat combination at 112 takes 21.4 s', () => {
    expect(roundSeconds(40, 112)).toBeCloseTo(21.43, 2);
  });
  // Derived by hand: n rounds of 21.43 s, n − 1 gaps, two of them changes of 30 s, the others 20 s:
  // 21.43 n + 20 (n − 3) + 60 = 600 gives n = 14.48.
  it('ten minutes, 20 s between rounds and two changes of partner: fourteen rounds', () => {
    const around = { ...AROUND, countIn: 0, changes: 2 };
    expect(roundsIn(600, 40, 112, around)).toBe(14);
    expect(blockSeconds(14, 40, 112, around)).toBeCloseTo(14 * 21.4286 + 11 * 20 + 2 * 30, 2);
  });
  it('an eight counted in costs its time in every round; explaining costs it once', () => {
    // Derived: 48 beats at 112 are 25.71 s; (600 + 20) / 45.71 = 13.56.
    expect(roundsIn(600, 40, 112)).toBe(13);
    expect(roundsIn(600, 40, 112, { ...AROUND, explain: 120 })).toBe(10);
    expect(roundsIn(20, 40, 112)).toBe(0);
  });
  it('as many as fit, and no more', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 3600 }),
        fc.integer({ min: 4, max: 96 }),
        fc.integer({ min: 60, max: 220 }),
        fc.integer({ min: 0, max: 4 }),
        (seconds, beats, bpm, changes) => {
          const around = { ...AROUND, changes };
          const n = roundsIn(seconds, beats, bpm, around);
          if (n > 0) expect(blockSeconds(n, beats, bpm, around)).toBeLessThanOrEqual(seconds + 1e-6);
          expect(blockSeconds(n + 1, beats, bpm, around)).toBeGreaterThan(seconds);
        },
      ),
    );
  });
  // Derived by hand, 15 min, six changes, 32 beats and 8 counted in, 101 to 112 in two steps: a round takes 23.76 and
  // 21.43 s; 13 and 13 rounds with 19 gaps and 6 changes take 1147.5 s; 10 and 10 with 13 and 6 take 891.9 s; 11 and 10, or
  // 10 and 11, would take more than 900.
  it('on the way up to tempo, changes of partner and gaps take their time, and the minutes are filled', () => {
    const around = { ...AROUND, changes: 6 };
    const steps = climbRounds(900, 32, [101, 112], around);
    expect(steps).toEqual([
      { bpm: 101, rounds: 10 },
      { bpm: 112, rounds: 10 },
    ]);
    expect(climbSeconds(steps, 32, around)).toBeCloseTo(10 * 23.762 + 10 * 21.429 + 13 * 20 + 6 * 30, 1);
  });
  it('on the way up what fits is danced, and not once more at the goal would fit', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 60, max: 2400 }),
        fc.integer({ min: 4, max: 96 }),
        fc.integer({ min: 60, max: 110 }),
        fc.integer({ min: 0, max: 60 }),
        fc.integer({ min: 0, max: 6 }),
        fc.integer({ min: 0, max: 120 }),
        (seconds, beats, low, up, changes, explain) => {
          const around = { ...AROUND, changes, explain };
          const tempi = tempoSteps(low, low + up);
          const steps = climbRounds(seconds, beats, tempi, around);
          if (steps.length === 0)
            return void expect(
              climbSeconds(
                tempi.map((bpm) => ({ bpm, rounds: 1 })),
                beats,
                around,
              ),
            ).toBeGreaterThan(seconds);
          expect(steps.map((s) => s.bpm)).toEqual(tempi);
          expect(climbSeconds(steps, beats, around)).toBeLessThanOrEqual(seconds + 1e-6);
          expect(new Set(steps.slice(0, -1).map((s) => s.rounds)).size).toBeLessThanOrEqual(1);
          const more = steps.map((s, k) => (k === steps.length - 1 ? { ...s, rounds: s.rounds + 1 } : s));
          expect(climbSeconds(more, beats, around)).toBeGreaterThan(seconds);
        },
      ),
    );
  });
  it('tempo goes up in steps that are felt alike', () => {
    expect(tempoSteps(90, 120)).toEqual([90, 99, 109, 120]);
    expect(tempoSteps(120, 120)).toEqual([120]);
    const steps = tempoSteps(80, 168);
    steps.slice(1).forEach((s, i) => expect(s / steps[i]!).toBeLessThan(1.12));
    expect([steps[0], steps.at(-1)]).toEqual([80, 168]);
  });
});
