import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { TICKS_PER_BEAT, seeded } from '../base';
import { clockOf, secondsOf, type TempoChange } from './index';
import { seeds } from '../../../../tests/seeds';

/** As one would do it by hand: beat after beat, nothing summed before. */
function byHand(changes: readonly TempoChange[], start: number, tick: number): number {
  let seconds = 0;
  const end = start + tick / TICKS_PER_BEAT;
  changes.forEach((c, i) => {
    const from = i === 0 ? -Infinity : c.beat;
    const to = Math.min(end, changes[i + 1]?.beat ?? Infinity);
    if (i === 0) seconds += ((to - 1) * 60) / c.bpm;
    else if (to > from) seconds += ((to - from) * 60) / c.bpm;
  });
  return seconds;
}

function random(seed: number, n: number): TempoChange[] {
  const r = seeded(seed);
  let beat = 1;
  return Array.from({ length: n }, (_, i) => {
    if (i > 0) beat += 0.25 + Math.floor(r() * 16) / 4;
    return { beat, bpm: 40 + Math.floor(r() * 200) };
  });
}

describe('the clock', () => {
  /** Derived: arithmetic anyone can redo. */
  it('beats, ticks and seconds by hand', () => {
    const c = clockOf(
      [
        { beat: 1, bpm: 60 },
        { beat: 3, bpm: 120 },
      ],
      1,
    );
    expect([0, 12, 24, 36, 48].map((t) => c.seconds(t))).toEqual([0, 1, 2, 2.5, 3]);
    expect([0, 1, 2, 2.5, 3].map((s) => c.tickAt(s))).toEqual([0, 12, 24, 36, 48]);
    expect([c.beat(30), c.tick(3.5), c.bpm(23), c.bpm(24)]).toEqual([3.5, 30, 60, 120]);
  });

  it('dancing that begins later in the music: marks, tempo and ticks move together', () => {
    const changes = [
      { beat: 1, bpm: 100 },
      { beat: 17, bpm: 80 },
    ];
    for (const start of [1, 7, 33]) {
      const c = clockOf(changes, start);
      expect([c.beat(0), c.tick(start), c.beat(c.tick(29))]).toEqual([start, 0, 29]);
      expect(c.seconds(c.tick(17))).toBeCloseTo(9.6, 12);
      expect(c.bpm(c.tick(17))).toBe(80);
    }
  });

  it('agrees with going through the beats, and is its own inverse, for 200 maps', () => {
    for (const seed of seeds(200)) {
      const changes = random(seed, 1 + (seed % 40));
      const start = 1 + (seed % 30);
      const c = clockOf(changes, start);
      fc.assert(
        fc.property(fc.integer({ min: -400, max: 4000 }), (tick) => {
          expect(c.seconds(tick)).toBeCloseTo(byHand(changes, start, tick), 8);
          expect(c.tickAt(c.seconds(tick))).toBeCloseTo(tick, 6);
          expect(c.tick(c.beat(tick))).toBeCloseTo(tick, 9);
        }),
        { seed, numRuns: 20 },
      );
    }
  });

  it('time never runs backwards, also with a change on every beat', () => {
    const changes = Array.from({ length: 5000 }, (_, i) => ({ beat: i + 1, bpm: 90 + (i % 40) }));
    const c = clockOf(changes);
    let last = -Infinity;
    for (let tick = 0; tick < 60_000; tick += 7) {
      const now = c.seconds(tick);
      expect(now).toBeGreaterThan(last);
      last = now;
    }
  });

  it('one tempo is the plain sum', () => {
    const c = clockOf([{ beat: 1, bpm: 176 }]);
    for (const t of [-24, 0, 1, 77, 768]) expect(c.seconds(t)).toBeCloseTo(secondsOf(t, 176), 12);
  });

  it('a map out of order is a bug and throws', () => {
    expect(() => clockOf([])).toThrow(/Broken assumption/);
    expect(() => clockOf([{ beat: 2, bpm: 100 }])).toThrow(/Broken assumption/);
    expect(() =>
      clockOf([
        { beat: 1, bpm: 100 },
        { beat: 1, bpm: 90 },
      ]),
    ).toThrow(/Broken assumption/);
  });
});
