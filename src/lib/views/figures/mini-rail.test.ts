import { describe, expect, it } from 'vitest';
import { newFigure, type Figure } from '$lib/core/figure';
import { demoFigures } from '$lib/demo/figures';
import { analyse } from '$lib/core/analysis';
import { TICKS_PER_BEAT } from '$lib/core/base';
import { miniRail, unfinished } from './mini-rail';

const figure = (lines: string): Figure => ({ ...newFigure('f', 'slot-swing'), lines });

describe('the small picture of a figure', () => {
  it('has the steps, feet and turns of the whole analysis, for every figure of the demo', () => {
    for (const f of demoFigures) {
      const a = analyse(f);
      const steps = (['leader', 'follower'] as const).flatMap((role) =>
        a.roles[role].actions.map((w) => [role, w.tick / TICKS_PER_BEAT, w.foot]),
      );
      expect(miniRail(f).steps.map((s) => [s.role, s.at, s.foot])).toEqual(steps);
      expect(miniRail(f).beats).toBe(Math.max(2, Math.ceil(a.end / TICKS_PER_BEAT)));
    }
  });
  it('figures that differ in a foot or a turn look different', () => {
    const pictures = new Set(demoFigures.map((f) => JSON.stringify(miniRail(f))));
    expect(pictures.size).toBeGreaterThan(demoFigures.length * 0.8);
  });
  it('what lacks a role or is not understood is unfinished', () => {
    expect(unfinished(figure('leader 1 back'))).toBe(true);
    expect(unfinished(figure('leader 1 bakc\nfollower 1 fwd'))).toBe(true);
    expect(unfinished(figure('leader 1 back\nfollower 1 fwd'))).toBe(false);
  });
});
