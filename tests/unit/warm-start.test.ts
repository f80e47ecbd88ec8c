import { describe, expect, it } from 'vitest';
import { analyse, type Analysis } from '../../src/lib/core/analysis';
import { ROLES } from '../../src/lib/core/base';
import { applyEdits, type Figure } from '../../src/lib/core/figure';
import { check, keyOf } from '../../src/lib/core/findings';
import { corpus } from '../corpus';

/** A figure as it stood before its last step was written, or while a step in its middle was being changed. */
function before(f: Figure, a: Analysis, which: 'last' | 'middle'): Figure {
  const { actions } = a.roles.leader;
  const w = which === 'last' ? actions.at(-1) : actions[Math.floor(actions.length / 2)];
  const done = w && applyEdits(f, [{ type: 'delete', role: 'leader', at: w.ref }]);
  return done?.ok ? done.value : f;
}

const codes = (a: Analysis): string[] => check(a).map(keyOf).sort();

/** Property: what is said of a figure does not depend on how it came to be written. */
describe('a figure just edited is the figure opened anew', () => {
  it.each(['last', 'middle'] as const)('after its %s step, over the whole corpus', (which) => {
    for (const { id, figure } of corpus) {
      const cold = analyse(figure);
      const near = analyse(before(figure, cold, which));
      const warm = analyse(figure, undefined, undefined, { near });
      expect(codes(warm), id).toEqual(codes(cold));
      expect(warm.solved.solution.cost, id).toBeCloseTo(cold.solved.solution.cost, 2);
      for (const role of ROLES) {
        const [w, c] = [warm.roles[role].path, cold.roles[role].path];
        const off = Math.max(
          ...[...c.x].map((x, i) => Math.hypot((w.x[i] ?? 0) - x, (w.y[i] ?? 0) - c.y[i]!)),
        );
        expect(off, `${id} ${role}`).toBeLessThan(0.02);
      }
    }
  });
});
