import { describe, expect, it } from 'vitest';
import {
  Repertoire,
  findingsOf,
  newCombination,
  planOf,
  wholeOf,
  type Combination,
} from '../../src/lib/core/combination';
import type { Figure } from '../../src/lib/core/figure';
import { corpus } from '../corpus';

/** Figures nobody fitted, danced one after the other. */
const figures = corpus.map(({ id, figure }): Figure => ({ ...figure, id, name: id }));
/** The change from a natural to a reverse turn is danced facing diagonally to the centre. */
const change = figures.find((f) => f.id === 'waltz-change')!;
const toCentre: Figure = { ...change, id: 'change-to-centre', start: { ...change.start, facing: -45 } };
const repertoire = new Repertoire([...figures, toCentre]);
const chain = (ids: readonly string[]): Combination => ({
  ...newCombination('c', 'c'),
  parts: ids.map((figure, i) => ({ key: `k${i}`, figure, times: 1 })),
});
function danced(ids: readonly string[]) {
  const plan = planOf(chain(ids), repertoire);
  const whole = wholeOf(plan);
  const wrong = whole
    ? findingsOf(plan, whole.analysis)
        .map((p) => p.finding)
        .filter((f) => f.severity === 'wrong')
        .map((f) => `${f.code} ${f.role ?? 'both'} ${f.tick}`)
    : ['nothing danced'];
  return {
    fits: plan.passes.slice(1).map((p) => p.joint?.fit),
    joints: plan.passes.map((p) => p.joint),
    wrong,
    whole,
  };
}
const holds = (fit: string | undefined): boolean => fit === 'fits' || fit === 'small';

describe('figures that fit are danced one after the other', () => {
  it('every pair of the corpus in one dance whose joint holds is danced without anything wrong', () => {
    let pairs = 0;
    const faults: string[] = [];
    for (const a of figures)
      for (const b of figures) {
        if (a.dance !== b.dance) continue;
        const { fits, wrong } = danced([a.id, b.id]);
        if (!fits.every(holds)) continue;
        pairs++;
        if (wrong.length > 0) faults.push(`${a.id} → ${b.id}: ${wrong.join(', ')}`);
      }
    expect(pairs).toBeGreaterThan(100);
    expect(faults).toEqual([]);
  });

  /** Common practice: an odd number of steps of both changes the feet, and what begins on the other foot follows. */
  it.each([
    [['waltz-natural', 'change-to-centre', 'waltz-reverse']],
    [['cc-new-york', 'cc-underarm-right']],
    [['hustle-basic', 'hustle-right-turn', 'hustle-basic']],
  ])('odd figures and figures on the other foot: %s', (ids) => {
    const { fits, wrong } = danced(ids);
    expect(fits.every(holds), fits.join()).toBe(true);
    expect(wrong).toEqual([]);
  });

  /** Common practice: the opening at the end of a starter step is where the next figure goes from. */
  it('an opening of an eighth is mended in the joint', () => {
    const { joints, wrong } = danced(['slot-starter', 'slot-starter']);
    expect(joints[1]?.fit).toBe('small');
    expect(joints[1]?.differences.map((d) => d.code)).toContain('facing');
    expect(wrong).toEqual([]);
  });

  /** Derived: side passes turn the lane round, and it stays where it is. */
  it('a lane danced back and forth stays the lane', () => {
    const { wrong, whole } = danced(['slot-left-pass', 'slot-left-pass', 'slot-push', 'slot-left-pass']);
    expect(wrong).toEqual([]);
    const f = whole!.analysis.roles.follower.path;
    expect(Math.max(...[...f.x].map(Math.abs))).toBeLessThan(0.5);
  });

  /** Derived: same-foot figures follow each other, and nothing is said of the feet that was planned. */
  it('tandem into tandem on the same foot', () => {
    const { fits, wrong } = danced(['tandem-exchange', 'tandem-exchange']);
    expect(fits).toEqual(['fits']);
    expect(wrong).toEqual([]);
  });
});
