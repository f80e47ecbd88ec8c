import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { analyse } from '../analysis';
import { ROLES, TICKS_PER_BEAT } from '../base';
import { demoFigures } from '$lib/demo';
import { applyEdits } from './edit';
import { markTime } from './mark-time';

describe('marking time', () => {
  const sound = demoFigures.filter((f) => !f.repeat && !f.mistake);
  it('lengthens any figure by as many beats, and leaves what was there as it was', () => {
    fc.assert(
      fc.property(fc.constantFrom(...sound), fc.integer({ min: 1, max: 6 }), (figure, beats) => {
        const before = analyse(figure);
        const made = applyEdits(figure, markTime(figure, beats));
        if (!made.ok) throw new Error(made.error);
        const after = analyse(made.value);
        expect(after.parsed.problems).toEqual(before.parsed.problems);
        expect(after.end).toBe(
          Math.ceil(before.end / TICKS_PER_BEAT) * TICKS_PER_BEAT + beats * TICKS_PER_BEAT,
        );
        for (const role of ROLES) {
          const steps = (a: typeof before) =>
            a.roles[role].actions.map((w) => [w.tick, w.foot, w.action.kind]);
          expect(steps(after).slice(0, steps(before).length)).toEqual(steps(before));
          expect(steps(after)).toHaveLength(steps(before).length + beats);
        }
      }),
      { numRuns: 40 },
    );
  });
});
