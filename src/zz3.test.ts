import { it, expect } from 'vitest';
import { analyse } from '$lib/core/analysis';
import { demoFigures } from '$lib/demo/figures';
import { breaches } from '$lib/core/likeness';
import { newFigure } from '$lib/core/figure';
import { check } from '$lib/core/findings';
import { endsOf, jointBetween } from '$lib/core/joints';
it('x', () => {
  expect(1).toBe(1);
  const d = (id: string) => demoFigures.find((f) => f.id === 'demo-' + id)!;
  console.log(d('six-triple').lines, '\n', d('six-turn').lines, JSON.stringify(breaches(analyse(d('six-triple')), analyse(d('six-turn')))));
  const f = (lines: string, e = {}) => ({ ...newFigure('t', 'slot-swing'), tempo: { min: 90, max: 100 }, ...e, lines });
  let a = analyse(f('leader 1 place 2 place 3 place l1/4 & close l1/4 4 place 5 hook & replace 6 place\nfollower 1 fwd 2 fwd 3 fwd & fwd small l1/4 4 back l1/4 5 hook & replace 6 back'));
  console.log(a.floor.sides.map((s) => [s.tick, s.leader, s.decidedBy, !!s.other]), check(a).map((x) => x.code + x.severity + x.tick), a.roles.leader.path.chest.at(-1), a.arms.phi.leader.at(-1), a.arms.phi.follower.at(-1), a.arms.faults);
  for (const w of a.floor.words) console.log(w.role, w.tick, w.strain.toFixed(1), w.at.x.toFixed(2), w.at.y.toFixed(2));
  a = analyse(f('leader 1 back 2 place r1/4 3 place & place 4 place l1/4\nfollower 1 fwd 2 fwd 3 fwd & fwd 4 fwd', { start: { formation: 'open', hold: 'none', facing: 0, leaderFree: 'L', followerFree: 'R' }, end: { formation: 'back-to-back', leaderFree: 'R', followerFree: 'L' } }));
  console.log(a.floor.sides.map((s) => [s.tick, s.leader, s.decidedBy, !!s.other]), check(a).map((x) => x.code + x.severity + x.tick));
  a = analyse(f('leader 1 side off the lane left 2 close\nfollower 1 place 2 place'));
  const n = analyse(f('leader 1 place 2 place\nfollower 1 place 2 place'));
  console.log(endsOf(a).exit.aside, jointBetween(endsOf(a), endsOf(n)));
});
it('y', () => {
  expect(1).toBe(1);
  const d = (id: string) => demoFigures.find((f) => f.id === 'demo-' + id)!;
  for (const [b, l] of [['six-triple','six-turn-change'],['salsa1-basic','salsa1-turn'],['salsa1-basic','salsa1-crossed'],['left-pass','left-pass-turn'],['left-pass','left-pass-change'],['push','push-turn']])
   console.log(b, l, JSON.stringify(breaches(analyse(d(b)), analyse(d(l)))), d(l).lines.split('\n').slice(0,2));
});
