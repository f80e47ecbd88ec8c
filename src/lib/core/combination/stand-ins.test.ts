import { describe, expect, it } from 'vitest';
import { demoCombinations, demoFigures } from '$lib/demo';
import { danceOf } from '../vocabulary';
import { planOf } from './plan';
import { Repertoire, read } from './reading';
import { standIns } from './stand-ins';

const blues = demoCombinations.find((c) => c.name.startsWith('Eight sixes'))!;
const demo = (id: string) => demoFigures.find((f) => f.id === `demo-${id}`)!;
const swing = demoFigures.filter((f) => danceOf(f).name === 'Slot swing' && !f.mistake);
const without = (id: string) => swing.filter((f) => f.id !== `demo-${id}`);

describe('what comes nearest to a figure that is gone', () => {
  const rest = without('left-pass');
  const repertoire = new Repertoire(rest);
  const readings = rest.map((f) => read(f));
  const at = blues.parts.findIndex((p) => p.figure === 'demo-left-pass');

  it('most like it first, of those whose links hold: a pass for a pass', () => {
    const near = standIns(blues, at, repertoire, readings, demo('left-pass'));
    expect(near).toHaveLength(3);
    expect(near[0]).toMatchObject({ name: 'Left side pass with one and a half turns', broken: 0 });
    expect(near.map((s) => s.like)).toEqual(near.map((s) => s.like).toSorted((a, b) => b! - a!));
  });
  it('what nothing is known of: those that link; each really does', () => {
    for (const s of standIns(blues, at, repertoire, readings)) {
      expect(s.like).toBeUndefined();
      const c = { ...blues, parts: blues.parts.with(at, { ...blues.parts[at]!, figure: s.figure }) };
      const plan = planOf(c, repertoire);
      const joints = plan.passes.filter((p) => p.part === at || p.part === at + 1).map((p) => p.joint?.fit);
      expect(joints.filter((f) => f === 'bridge' || f === 'impossible')).toHaveLength(s.broken);
    }
  });
  it('never the figure that is gone, and nothing for a part there is none of', () => {
    const all = swing.map((f) => read(f));
    const near = standIns(blues, at, new Repertoire(swing), all, undefined, 20);
    expect(near.map((s) => s.figure)).not.toContain('demo-left-pass');
    expect(standIns(blues, 99, repertoire, readings)).toEqual([]);
  });
});
