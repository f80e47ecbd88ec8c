import { describe, expect, it } from 'vitest';
import { combinationSchema, planOf, Repertoire } from '$lib/core/combination';
import { demoFigures } from '$lib/demo';
import { combinationOf } from './combine';

const some = (...ids: string[]) => ids.map((id) => demoFigures.find((f) => f.id === `demo-${id}`)!);

describe('figures chosen in a list become a combination', () => {
  it('in the order they were chosen, in a tempo that suits them all', () => {
    const figures = some('push', 'left-pass', 'push');
    const c = combinationOf(figures);
    expect(combinationSchema.safeParse(c).success).toBe(true);
    expect(c.name).toBe('Slot swing, 3 figures');
    expect(c.parts.map((p) => p.figure)).toEqual(['demo-push', 'demo-left-pass', 'demo-push']);
    expect(new Set(c.parts.map((p) => p.key)).size).toBe(3);
    for (const f of figures) {
      expect(c.tempo[0]!.bpm).toBeGreaterThanOrEqual(f.tempo.min);
      expect(c.tempo[0]!.bpm).toBeLessThanOrEqual(f.tempo.max);
    }
    expect(planOf(c, new Repertoire(figures)).beats).toBe(18);
  });
  it('of one figure, and of none', () => {
    expect(combinationOf(some('push')).name).toBe('Slot swing, 1 figure');
    expect(combinationOf([]).parts).toEqual([]);
  });
});
