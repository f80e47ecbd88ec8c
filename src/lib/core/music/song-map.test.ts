import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  beatClock,
  beatMoved,
  countAnew,
  rowOf,
  rowStarts,
  countedAt,
  doubled,
  eightOf,
  eightsOf,
  fitTaps,
  fromTaps,
  halved,
  inBars,
  joined,
  lockSet,
  marked,
  phraseHere,
  songMapSchema,
  split,
  tempoChanges,
  tempoOf,
  thisIsOne,
  type SongMap,
} from './index';
import { clockOf } from '../time';
import { seeds } from '../../../../tests/seeds';

const steady = (n: number, bpm = 120, first = 0.5): number[] =>
  Array.from({ length: n }, (_, i) => first + (i * 60) / bpm);
const map = (other: Partial<SongMap> = {}): SongMap => ({
  beats: steady(128),
  bar: 4,
  ones: [0],
  phrase: 32,
  phrases: [0],
  sections: [],
  marks: [],
  swing: 1,
  locked: [],
  ...other,
});

describe('counting along a map', () => {
  // Derived: arithmetic anyone can redo.
  it('goes on from the 1, and backwards before it', () => {
    const m = map({ ones: [3], phrases: [3] });
    expect([0, 2, 3, 10, 11].map((i) => countedAt(m, i).count)).toEqual([6, 8, 1, 8, 1]);
    expect([3, 7, 35].map((i) => [countedAt(m, i).ofBar, countedAt(m, i).ofPhrase])).toEqual([
      [1, 1],
      [1, 5],
      [1, 1],
    ]);
  });
  it('begins anew where it is told to', () => {
    const m = countAnew(map(), 12);
    expect([11, 12, 20].map((i) => countedAt(m, i).count)).toEqual([4, 1, 1]);
    expect([11, 12, 44].map((i) => countedAt(m, i).ofPhrase === 1)).toEqual([false, true, true]);
  });
  it('a beat stands in the row its count is shown in, also before the first 1', () => {
    const m = countAnew({ ...map(), ones: [5], phrases: [5] }, 24);
    expect(rowStarts(m).slice(0, 4)).toEqual([0, 5, 13, 21]);
    expect([0, 4, 5, 12, 13, 23, 24].map((i) => rowOf(m, i))).toEqual([0, 0, 1, 1, 2, 3, 4]);
  });
  // Common practice: a waltz is counted in sixes, two bars of three.
  it('counts sixes in bars of three', () => {
    const m = inBars(map(), 3);
    expect([0, 3, 5, 6].map((i) => [countedAt(m, i).count, countedAt(m, i).ofBar])).toEqual([
      [1, 1],
      [4, 1],
      [6, 3],
      [1, 1],
    ]);
    expect(eightsOf(m).slice(0, 3)).toEqual([0, 6, 12]);
  });
});

describe('putting a map right', () => {
  it('“this is the 1” holds for any beat of any map', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 127 }),
        fc.integer({ min: 0, max: 7 }),
        fc.constantFrom(2 as const, 3 as const, 4 as const),
        (beat, one, bar) => {
          const m = thisIsOne(map({ bar, ones: [one % eightOf(bar)], phrases: [one] }), beat);
          expect(countedAt(m, beat).count).toBe(1);
          expect(countedAt(m, m.phrases[0] ?? 0).count).toBe(1);
          expect(songMapSchema.safeParse(m).success).toBe(true);
        },
      ),
    );
  });
  it('and moves nothing beyond where counting begins anew', () => {
    const m = thisIsOne(map({ ones: [0, 60] }), 70);
    expect([8, 70, 78].map((i) => countedAt(m, i).count)).toEqual([1, 1, 1]);
  });
  it('a phrase begins where it is said, on a 1', () => {
    const m = phraseHere(map(), 20, 48);
    expect([countedAt(m, 20).count, countedAt(m, 20).ofPhrase, countedAt(m, 68).ofPhrase]).toEqual([1, 1, 1]);
  });
  it('a moved beat takes the others along, less towards one that is held', () => {
    const m = lockSet(map({ beats: [0, 1, 2, 3, 4, 5] }), 1, true);
    expect(beatMoved(m, 3, 3.2)?.beats).toEqual([0, 1, 2.1, 3.2, 4.2, 5.2]);
    expect(beatMoved(m, 3, 3.2)?.locked).toEqual([1, 3]);
    expect(beatMoved(m, 3, 0.9)).toBeUndefined();
    expect(beatMoved(map({ beats: [0, 1, 2] }), 0, -0.1)).toBeUndefined();
  });
  it('twice and half as fast are inverse where the 1 lies', () => {
    const m = map({
      ones: [1],
      marks: [{ beat: 9, kind: 'break', beats: 4, sure: 1 }],
      sections: [{ from: 0, name: 'A', kind: 'part', slow: false }],
    });
    const back = halved(doubled(m));
    expect(back.beats).toEqual(m.beats);
    expect([back.ones, back.marks, back.sections]).toEqual([m.ones, m.marks, m.sections]);
    expect(tempoOf(doubled(m))).toBe(240);
    expect(tempoOf(halved(m))).toBe(60);
    expect(halved(m).beats[0]).toBe(m.beats[1]);
  });
  it('taps set the tempo of the whole song and keep what is named', () => {
    const fit = fitTaps([10, 10.6, 11.2, 12.4, 13])!;
    const m = fromTaps(fit, 60, map({ sections: [{ from: 64, name: 'B', kind: 'part', slow: false }] }));
    expect(tempoOf(m)).toBeCloseTo(100, 1);
    expect(m.beats[0]).toBeCloseTo(0.4, 2);
    // What began at 32.5 s begins at the beat nearest to it.
    expect(Math.abs((m.beats[m.sections[0]?.from ?? 0] ?? 0) - 32.5)).toBeLessThanOrEqual(0.3);
    expect(fromTaps(fit, 60).bar).toBe(4);
  });
  it('marks and sections are put, replaced and taken away', () => {
    const m = marked(map(), 8, { kind: 'break', beats: 4, sure: 1 });
    expect(marked(m, 8, { kind: 'hit', beats: 1, sure: 1 }).marks).toEqual([
      { beat: 8, kind: 'hit', beats: 1, sure: 1 },
    ]);
    expect(marked(m, 8, undefined).marks).toEqual([]);
    const cut = split(split(map(), 0, 'A'), 32);
    expect(cut.sections.map((s) => [s.from, s.name])).toEqual([
      [0, 'A'],
      [32, 'A'],
    ]);
    expect(joined(cut, 32).sections).toHaveLength(1);
  });
});

describe('tempo along a map', () => {
  it('seconds and beats are inverse, also outside of it', () => {
    const c = beatClock([1, 1.5, 2.5, 3]);
    for (const b of [-2, 0, 0.5, 1.25, 2.9, 7]) expect(c.beat(c.at(b))).toBeCloseTo(b, 9);
    expect([c.at(0.5), c.at(1.5), c.at(-1), c.at(5)]).toEqual([1.25, 2, 0.5, 4]);
  });
  // Derived: a clock made of the changes says where every beat lies; held against the beats themselves.
  it('few changes keep every beat within 12 ms', () => {
    const wave = (seed: number): number[] => {
      let at = 0.3;
      return Array.from({ length: 400 }, (_, i) => (at += 0.5 + 0.02 * Math.sin((i + seed) / 37)));
    };
    for (const seed of seeds(20, 0)) {
      const beats = wave(seed * 9);
      const changes = tempoChanges(beats);
      const clock = clockOf(changes);
      const off = beats.map((b, i) => Math.abs(clock.seconds(clock.tick(i + 1)) - (b - (beats[0] ?? 0))));
      expect(changes.length).toBeLessThanOrEqual(64);
      expect(Math.max(...off)).toBeLessThan(0.0125);
    }
    expect(tempoChanges(steady(400))).toHaveLength(1);
    expect(tempoChanges([0, 0.5, 1, 2, 3])).toEqual([
      { beat: 1, bpm: 120 },
      { beat: 3, bpm: 60 },
    ]);
  });
});
