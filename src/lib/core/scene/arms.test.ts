import { describe, expect, it } from 'vitest';
import { XMLParser, XMLValidator } from 'fast-xml-parser';
import { ROLES, type Point } from '../base';
import { armOf, graph, presets, routes, stateOfHold, type ArmState } from '../arms';
import { analyse } from '../analysis';
import { armsSvg } from '../codecs';
import { newFigure, type Figure } from '../figure';
import { alongRoute, armStretches, drawArms, pictureOf, railArms, round, standing } from './index';

/** Signed crossings of two drawn lines, with the upper one as drawn. Positive: the upper runs from left to right. */
function signedCrossings(s: ArmState): number {
  const { strands, crossings } = drawArms(s, standing(s));
  const [a, b] = strands;
  if (!a || !b) return 0;
  const near = (points: readonly Point[], p: Point) => {
    for (let i = 0; i + 1 < points.length; i++) {
      const [u, v] = [points[i]!, points[i + 1]!];
      const d = { x: v.x - u.x, y: v.y - u.y };
      const t = ((p.x - u.x) * d.x + (p.y - u.y) * d.y) / (d.x * d.x + d.y * d.y || 1);
      if (t < -1e-9 || t > 1 + 1e-9) continue;
      if (Math.hypot(u.x + d.x * t - p.x, u.y + d.y * t - p.y) < 1e-6) return d;
    }
    throw new Error('a crossing lies on both lines');
  };
  return crossings.reduce((sum, c) => {
    const [da, db] = [near(a.points, c.at), near(b.points, c.at)];
    const cross = Math.sign(da.x * db.y - da.y * db.x);
    return sum + (c.over === a.arm ? cross : -cross);
  }, 0);
}

describe('the drawing of a state', () => {
  const { states } = graph();
  it('runs from the leader’s shoulder to the follower’s, with finite points', () => {
    for (const s of states) {
      const bodies = standing(s);
      for (const strand of drawArms(s, bodies).strands) {
        const arm = armOf(s, 'leader', strand.arm)!;
        const shoulder = (role: 'leader' | 'follower') =>
          round(bodies[role], arm[role] === 'R' ? 90 : -90, 0);
        const off = (p: Point, q: Point) => Math.hypot(p.x - q.x, p.y - q.y);
        expect(off(strand.points[0]!, shoulder('leader'))).toBeLessThan(0.05);
        expect(off(strand.points.at(-1)!, shoulder('follower'))).toBeLessThan(0.05);
        for (const p of strand.points) expect(Number.isFinite(p.x) && Number.isFinite(p.y)).toBe(true);
      }
    }
  });

  it('shows the crossings of the state, signs and all', () => {
    const wrong = states.filter((s) => s.arms.length === 2 && signedCrossings(s) !== s.crossing);
    expect(wrong.length, JSON.stringify(wrong.slice(0, 3))).toBe(0);
  });

  it('no two different states look alike', () => {
    const seen = new Map<string, ArmState>();
    for (const s of states) {
      const p = pictureOf(s);
      const key = JSON.stringify([p.bodies, p.strands, p.crossings]);
      expect(seen.get(key)).toBeUndefined();
      seen.set(key, s);
    }
  });

  it('every preset is another state, and its SVG is well formed, titled and described', () => {
    for (const s of presets()) {
      const picture = pictureOf(s);
      const svg = armsSvg(picture, 'x');
      expect(XMLValidator.validate(svg)).toBe(true);
      const doc = new XMLParser({ ignoreAttributes: false }).parse(svg) as {
        svg: Record<string, { '#text': string }>;
      };
      expect(doc.svg.title?.['#text']).toBe(picture.title);
      expect(doc.svg.desc?.['#text']).toBe(picture.sentence);
      expect(svg).not.toMatch(/NaN|undefined/);
    }
    expect(armsSvg({ ...pictureOf(presets()[0]!), title: 'a < b & "c"' })).toContain(
      'a &lt; b &amp; &quot;c&quot;',
    );
  });
});

describe('along a route', () => {
  it('begins and ends where the route does and turns evenly between', () => {
    const found = routes(stateOfHold('two-hand'), stateOfHold('double-cross'), { keepHands: true });
    const route = found.ok ? found.value[0]! : undefined!;
    expect(alongRoute(route, 0)).toBe(route.states[0]);
    expect(alongRoute(route, 99)).toBe(route.states.at(-1));
    expect(alongRoute(route, 0.5).phi.follower).toBe(90);
    expect(alongRoute(route, 1.25).phi.follower).toBe(225);
    for (let at = 0; at <= 2; at += 0.05)
      for (const strand of drawArms(alongRoute(route, at), standing(alongRoute(route, at))).strands)
        for (const p of strand.points) expect(Number.isFinite(p.x + p.y)).toBe(true);
  });
});

describe('the strands on the rail', () => {
  const PLACE = Array.from({ length: 10 }, (_, i) => `${i + 1} place`).join(' ');
  const figure = (follower: string, hands: string): Figure => ({
    ...newFigure('t', 'slot-swing'),
    level: 4,
    lines: `leader ${PLACE}\nfollower ${follower}\nhands ${hands}`,
  });
  const RIGHT = PLACE.replace('3 place 4 place', '3 place r1/2 4 place r1/2');
  const BACK = RIGHT.replace('7 place 8 place', '7 place l1/2 8 place l1/2');
  const rail = (f: Figure) => railArms(analyse(f));
  /** A change of lanes counts +1 where the upper strand goes from the leader's lane to the follower's. */
  const sum = (r: ReturnType<typeof rail>) =>
    r.crossings.reduce((n, c) => n + Math.sign(c.points.at(-1)!.y - c.points[0]!.y), 0);

  it.each([
    ['a double cross', RIGHT, '1 two hands low 2 raise both 5 lower both', 2],
    [
      'a double cross to the left',
      RIGHT.replaceAll('r1/2', 'l1/2'),
      '1 two hands low 2 raise both 5 lower both',
      -2,
    ],
    ['a double cross undone', BACK, '1 two hands low 2 raise both 5 lower both 6 raise both 9 lower both', 0],
    ['a hammerlock', RIGHT, '1 two hands low 2 raise left 5 lower left', 1],
    ['crossed hands at the start', PLACE, '1 crossed, left over right', 1],
    [
      'crossed hands uncrossed',
      RIGHT.replace('r1/2', 'r1/4').replace('r1/2', 'r1/4'),
      '1 crossed, right over left 2 raise right 5 lower right',
      0,
    ],
    ['nothing crossed', PLACE, '1 two hands low', 0],
  ])('%s: the signed changes of lane are the crossings of the arms', (_name, follower, hands, crossing) => {
    const f = figure(follower, hands);
    const a = analyse(f);
    expect(a.arms.crossings.at(-1)?.value ?? 0).toBe(crossing);
    expect(sum(rail(f))).toBe(crossing);
  });

  it('a pass over the follower’s head swings out beyond the follower’s lane, over the leader’s beyond the leader’s', () => {
    const low = rail(figure(RIGHT, '1 left to right low 2 raise 5 lower')).strands[0]!;
    expect(Math.max(...low.pieces.flatMap((p) => p.points.map((q) => q.y)))).toBeGreaterThan(1.5);
    const own = railArms(
      analyse({
        ...figure(PLACE, '1 left to right low 2 raise 5 lower'),
        lines: `leader ${RIGHT}\nfollower ${PLACE}\nhands 1 left to right low 2 raise 5 lower`,
      }),
    ).strands[0]!;
    expect(Math.min(...own.pieces.flatMap((p) => p.points.map((q) => q.y)))).toBeLessThan(-1.5);
  });

  it('free hands are absent, behind the back and wrapped look different, a hand on the body is marked', () => {
    const spin = rail(figure(RIGHT, '1 left to right low 2 prepare 3 release 6 catch left to right'));
    expect(spin.strands.map((s) => [s.from, s.to])).toEqual([
      [-4, 24],
      [60, 120],
    ]);
    const lock = rail(figure(RIGHT, '1 two hands low 2 raise left 5 lower left'));
    expect(lock.bodies.map((b) => [b.role, b.lie, b.arm])).toEqual([['follower', 'behind', 'R']]);
    expect(lock.strands.flatMap((s) => s.pieces.map((p) => p.style))).toContain('behind');
    const half = PLACE.replace('3 place 4 place', '3 place l1/4 4 place l1/4');
    const wrap = rail(figure(half, '1 two hands low 2 raise left 5 lower left in front'));
    const at = (arm: 'L' | 'R') =>
      wrap.strands
        .find((x) => x.arm === arm)!
        .pieces.flatMap((p) => p.points)
        .find((p) => p.x > 6.5)!.y;
    expect(at('R')).toBeGreaterThan(at('L') + 0.3);
    expect(at('L')).toBeGreaterThan(1.1);
    const block = rail(figure(PLACE, '1 right to right low 4 block left on hip'));
    expect(block.rests.map((r) => [r.role, r.text, r.block])).toEqual([['leader', 'left blocks hip', true]]);
  });

  it('names each stretch once, in order, without the moments in which somebody turns', () => {
    const names = armStretches(
      analyse(figure(BACK, '1 two hands low 2 raise both 5 lower both 6 raise both 9 lower both')),
    );
    expect(names.map((n) => n.name.title)).toEqual([
      'Two-hand hold',
      'Double cross, left on top',
      'Two-hand hold',
    ]);
    for (let i = 1; i < names.length; i++) expect(names[i]!.from).toBeGreaterThan(names[i - 1]!.from);
  });

  it('a name says how it stays, not how it was while somebody still turned', () => {
    const salsa = {
      ...newFigure('t', 'salsa-on-1'),
      lines: `leader 1 fwd 2 place 3 back 5 back 6 place 7 fwd
follower 1 back 2 place 3 fwd 5 fwd r1/2 6 fwd r1/2 7 close
hands 1 two hands, 4 raise both, 7 lower both`,
    };
    const last = armStretches(analyse(salsa)).at(-1)!;
    expect(last.name.title).toBe('Double cross, left on top');
    expect(last.name.sentence).toContain('Facing.');
    expect(last.name.sentence).not.toContain('right side to the leader');
  });

  it('no figure at all has no strands but a name', () => {
    const empty = railArms(analyse({ ...newFigure('t', 'slot-swing'), lines: '' }));
    expect(empty.crossings).toEqual([]);
    expect(empty.stretches.length).toBe(1);
    for (const r of ROLES) expect(empty.bodies.filter((b) => b.role === r)).toEqual([]);
  });
});
