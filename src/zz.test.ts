import { it, expect } from 'vitest';
import { analyse, armsAt } from './lib/core/analysis';
import { check } from './lib/core/findings';
import { nameOf } from './lib/core/arms';
import { demoFigures } from './lib/demo/figures';
it('x', () => {
  for (const f of demoFigures) {
    const a = analyse(f);
    const names: string[] = [];
    for (let t = 0; t <= a.end; t += 6) { const s = armsAt(a.arms, t, true); const n = nameOf(s).title + (s.arms.some((x) => x.height === 'overhead') ? '^' : ''); if (names.at(-1)?.split('@')[0] !== n) names.push(n + '@' + (t / 12 + 1)); }
    console.log(f.id, f.start.hold, a.parsed.problems.map((p) => p.code + JSON.stringify(p.details)).join(), '\n  ', names.join(' | '), '\n  ', a.arms.faults.map((x) => JSON.stringify(x)).join(' '), check(a).map((x) => x.code + x.tick).join(), 'end phi', Math.round(a.arms.phi.leader.at(-1)!), Math.round(a.arms.phi.follower.at(-1)!));
  }
  expect(1).toBe(1);
});
