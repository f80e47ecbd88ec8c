import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { TICKS_PER_BEAT } from '../base';
import { DANCES, FEELS, FEEL_NAMES, SUBS } from '../vocabulary';
import {
  meetsAgain,
  nearestLabelled,
  positionAt,
  sayCount,
  secondsOf,
  straightEight,
  tickOf,
  ticksOf,
  toQuickSlow,
} from './index';

describe('labels and ticks', () => {
  it('labels → ticks → labels for every feel and every count up to 128', () => {
    for (const feel of FEEL_NAMES)
      for (const sub of SUBS)
        for (let beat = 1; beat <= 128; beat++)
          expect(positionAt(tickOf({ beat, sub }, feel), feel)).toEqual({ beat, sub });
  });

  // Source: the conventions of subdivision, common practice: straight quarters, swung two thirds, rolling thirds.
  it('subdivisions fall where the feel puts them', () => {
    const share = (feel: 'straight' | 'swung' | 'rolling', sub: 'e' | '&' | 'a') =>
      FEELS[feel].ticks[sub] / TICKS_PER_BEAT;
    expect([share('straight', 'e'), share('straight', '&'), share('straight', 'a')]).toEqual([
      1 / 4,
      1 / 2,
      3 / 4,
    ]);
    expect(share('swung', '&')).toBeCloseTo(2 / 3, 12);
    expect([share('rolling', '&'), share('rolling', 'a')]).toEqual([4 / 12, 8 / 12]);
  });

  it('a tick without a label goes to the nearest that has one', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 2000 }), fc.constantFrom(...FEEL_NAMES), (tick, feel) => {
        const near = nearestLabelled(tick, feel);
        expect(positionAt(near, feel)).toBeDefined();
        for (let d = 0; d < Math.abs(near - tick); d++)
          expect(positionAt(tick + d, feel) ?? positionAt(tick - d, feel)).toBeUndefined();
      }),
    );
  });

  it('says counts as called', () => {
    expect([sayCount(0, 'swung'), sayCount(32, 'swung'), sayCount(30, 'straight')]).toEqual([
      '1',
      '3&',
      '3&',
    ]);
  });
});

describe('straight eights', () => {
  // Source: common practice: after one six-count figure on music beat 1 the next one's 1 falls on 7 of the first eight,
  // and a three-beat hit started there ends on 1 of the second.
  it('six-count figures drift against the eights', () => {
    expect(straightEight(1, 7)).toEqual({ count: 7, eight: 1 });
    expect(straightEight(3, 7)).toEqual({ count: 1, eight: 2 });
  });

  // Derived: arithmetic anyone can redo.
  it('meets the bar, the eight and the chorus again', () => {
    expect([meetsAgain(6, 4), meetsAgain(6, 8)]).toEqual([12, 24]);
    expect([48 % 6, 48 % 8, 128 % 6]).toEqual([0, 0, 2]);
    // A five-count figure and a three-count basic fill an eight (common practice).
    expect(straightEight(1, 1 + 5 + 3)).toEqual({ count: 1, eight: 2 });
  });
});

describe('tempo', () => {
  it('beats × 60 / bpm, and back', () => {
    expect(secondsOf(TICKS_PER_BEAT, 120)).toBe(0.5);
    expect(ticksOf(secondsOf(77, 176), 176)).toBeCloseTo(77, 9);
  });

  // Source: WDSF competition rules, bars a minute (from memory), times the beats of the bar (derived).
  it.each([
    ['waltz', 28, 30, 3],
    ['ballroom-tango', 31, 33, 2],
    ['viennese-waltz', 58, 60, 3],
    ['foxtrot', 28, 30, 4],
    ['quickstep', 50, 52, 4],
    ['samba', 50, 52, 2],
    ['cha-cha', 30, 32, 4],
    ['rumba', 25, 27, 4],
    ['jive', 42, 44, 4],
  ] as const)('%s at its competition tempo', (dance, min, max, bar) => {
    expect(DANCES[dance].tempo).toEqual({ min: min * bar, max: max * bar });
  });
});

describe('quick and slow', () => {
  // Source: ISTD, The Ballroom Technique (from memory): foxtrot and quickstep S 2 Q 1; tango in 2/4 S 1 Q ½.
  it.each([
    ['foxtrot', 2, 1],
    ['quickstep', 2, 1],
    ['ballroom-tango', 1, 0.5],
  ] as const)('%s', (dance, slow, quick) => {
    expect([DANCES[dance].slow / TICKS_PER_BEAT, DANCES[dance].quick / TICKS_PER_BEAT]).toEqual([
      slow,
      quick,
    ]);
  });

  it('says so when a timing has no quick or slow form', () => {
    expect(toQuickSlow([24, 12, 12], DANCES.foxtrot)).toEqual({ ok: true, value: ['S', 'Q', 'Q'] });
    expect(toQuickSlow([24, 8, 4], DANCES.foxtrot)).toEqual({ ok: false, error: 1 });
  });
});
