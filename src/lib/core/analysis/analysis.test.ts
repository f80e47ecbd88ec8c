import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { fromBody, heading, otherFoot, seeded, signedHeading, toBody, type Foot } from '../base';
import { newFigure, type Details, type Figure } from '../figure';
import { FORMATIONS, FORMATION_IDS } from '../vocabulary';
import {
  admissibleRepeats,
  analyse,
  formationAt,
  freeAt,
  outline,
  bodySize,
  stepLength,
  type Analysis,
} from './index';
import { seeds } from '../../../../tests/seeds';

const figure = (lines: string, extra: Partial<Details> = {}): Figure => ({
  ...newFigure('t', 'slot-swing'),
  feel: 'straight',
  ...extra,
  lines,
});
const leader = (line: string, extra: Partial<Details> = {}): Analysis =>
  analyse(figure(`leader ${line}`, extra));

describe('weight', () => {
  it('alternation supplies the foot; touches and holds keep it; a hop lands where it left', () => {
    const { actions } = leader('1 fwd 2 touch 3 hold 4 fwd 5 hop 6 kick 7 close').roles.leader;
    expect(actions.map((w) => w.foot)).toEqual(['L', 'R', undefined, 'R', 'R', 'L', 'L']);
    expect(actions.map((w) => w.after)).toEqual(['L', 'L', 'L', 'R', 'R', 'R', 'L']);
  });

  it('a split puts weight on both feet and the next step says which is kept', () => {
    const { actions } = leader('1 split 2 R replace 3 fwd').roles.leader;
    expect(actions.map((w) => [w.foot, w.after, w.fault])).toEqual([
      ['L', 'both', undefined],
      ['R', 'R', undefined],
      ['L', 'L', undefined],
    ]);
    expect(leader('1 split 2 replace').roles.leader.actions[1]?.fault).toBe('unsaid');
  });

  it('agrees with counting parities on hundreds of random lines', () => {
    for (const seed of seeds(300)) {
      const random = seeded(seed);
      const words = Array.from(
        { length: 12 },
        () =>
          (['fwd', 'close', 'touch', 'hold', 'kick', 'replace', 'hop', 'sway'] as const)[
            Math.floor(random() * 8)
          ]!,
      );
      const { actions, endFree, changes } = leader(words.map((w, i) => `${i + 1} ${w}`).join(' ')).roles
        .leader;
      const takers = words.filter((w) => ['fwd', 'close', 'replace'].includes(w)).length;
      expect(changes).toBe(takers);
      expect(endFree).toBe(takers % 2 === 0 ? 'L' : 'R');
      words.forEach((_, i) => {
        const before = words.slice(0, i + 1).filter((w) => ['fwd', 'close', 'replace'].includes(w)).length;
        expect(freeAt(actions, 'L', i * 12)).toBe(before % 2 === 0 ? 'L' : 'R');
      });
    }
  });

  it('names the rhythm of each unit', () => {
    const { units } = leader(
      '1 hold 2 fwd 3 fwd 4 hold 5 fwd 6 fwd 7 triple 9 hold 10 hold 11 fwd & fwd 12 fwd & fwd',
    ).roles.leader;
    expect(units.map((u) => u.rhythm)).toEqual([
      'delayed single',
      'single',
      'double',
      'triple',
      'rest',
      'quadruple',
    ]);
  });

  it('admissible repeats agree with dancing them', () => {
    for (let changes = 0; changes <= 4; changes++) {
      for (const keep of [true, false]) {
        const danced = Array.from({ length: 6 }, (_, i) => i + 1).filter((n) => {
          let free: Foot = 'L';
          for (let i = 0; i < n * changes; i++) free = otherFoot(free);
          return (free === 'L') === keep;
        });
        expect(admissibleRepeats(changes, keep, 6)).toEqual(danced);
      }
    }
  });
});

describe('turns', () => {
  it('are made into the step, in the time since the action before, a hold included; then is after it', () => {
    const { turns, path } = leader('1 fwd 2 hold 3 fwd r1/4 4 fwd then l1/2').roles.leader;
    expect(turns).toEqual([
      { from: 12, to: 24, amount: 90, how: 'into', swivel: false, index: 2 },
      { from: 36, to: 48, amount: -180, how: 'pivot', swivel: false, index: 3 },
    ]);
    const facing = (tick: number) => path.facing[tick - path.from];
    expect([0, 12, 18, 24, 36, 42, 48].map(facing)).toEqual([0, 0, 45, 90, 90, 0, -90]);
  });

  it('totals are the sum of what is written, whatever the words', () => {
    const turn = fc
      .integer({ min: -24, max: 24 })
      .filter((n) => n !== 0)
      .map((n) => n * 15);
    fc.assert(
      fc.property(fc.array(turn, { minLength: 1, maxLength: 8 }), (amounts) => {
        const line = amounts.map((t, i) => `${i + 1} place ${t > 0 ? 'r' : 'l'}${Math.abs(t)}d`).join(' ');
        const { total, path } = leader(line).roles.leader;
        expect(total).toBe(amounts.reduce((a, b) => a + b, 0));
        expect(path.facing.at(-1)).toBeCloseTo(total, 6);
      }),
    );
  });

  it('finds the fastest beat', () => {
    const { fastest } = leader('1 place 2 place r1/4 3 place r1/2 & place r1/2 4 place r1/4').roles.leader;
    expect(fastest.revolutions).toBeCloseTo(0.75 + 0, 1);
  });
});

describe('floor', () => {
  it('body axes and floor axes are inverse to each other', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: -720, max: 720 }),
        fc.double({ min: -3, max: 3, noNaN: true }),
        fc.double({ min: -3, max: 3, noNaN: true }),
        (facing, r, f) => {
          const p = fromBody(facing, r, f);
          const back = toBody(facing, p.x, p.y);
          expect(back.x).toBeCloseTo(r, 9);
          expect(back.y).toBeCloseTo(f, 9);
          expect(signedHeading(heading(facing) - facing)).toBeCloseTo(0, 9);
        },
      ),
    );
  });

  it('steps go their length in their direction, relative to the new facing', () => {
    const step = stepLength(1.75, { dance: 'six-count-swing' });
    const stance = bodySize(1.75).stance;
    const places = (line: string) =>
      leader(line, { dance: 'six-count-swing' }).roles.leader.path.placings.map((p) => [p.at.x, p.at.y]);
    const near = (got: number[][], want: number[][]) =>
      got.flat().forEach((v, i) => expect(v).toBeCloseTo(want.flat()[i]!, 6));
    near(places('1 fwd 2 fwd large'), [
      [-stance, step],
      [stance, 2.5 * step],
    ]);
    near(places('1 side small 2 close'), [
      [-stance - step / 2, 0],
      [stance - step / 2, 0],
    ]);
    near(places('1 back 2 replace'), [
      [-stance, -step],
      [stance, 0],
    ]);
    // Said first, the quarter turns the direction too: ahead is then x; said after, the foot goes where it went.
    near(places('1 r1/4 fwd'), [[stance + step, 2 * stance]]);
    near(places('1 fwd r1/4'), [[-stance, step]]);
  });

  it('the partner’s mirrored walk keeps the distance, and the couple travels', () => {
    const a = analyse(
      figure('leader 1 fwd 2 fwd 3 fwd 4 fwd\nfollower 1 back 2 back 3 back 4 back', {
        dance: 'tango',
        start: {
          formation: 'close-embrace',
          hold: 'close-embrace',
          facing: 0,
          leaderFree: 'L',
          followerFree: 'R',
        },
      }),
    );
    const { apart } = a.floor;
    expect(Math.max(...apart) - Math.min(...apart)).toBeLessThan(0.05);
    expect(a.floor.travel.y).toBeGreaterThan(1.5);
  });

  it('a pass in the lane is seen on the side the leader took', () => {
    const pass = (side: 'l' | 'r') =>
      analyse(
        figure(
          `leader 1 fwd ${side}1/4 2 fwd 3 place 4 place\nfollower 1 fwd large 2 fwd large 3 fwd large 4 fwd large`,
        ),
      ).floor;
    expect(pass('l').passes.map((p) => p.leaderSide)).toEqual(['left']);
    expect(pass('r').passes.map((p) => p.leaderSide)).toEqual(['right']);
    expect(pass('l').lane.leader.at(-1)?.to).toBeLessThan(48);
  });

  it('mirroring left and right mirrors the floor', () => {
    const line = (a: 'l' | 'r') =>
      `leader 1 fwd ${a}1/4 2 side 3 diag-back ${a}1/2 4 across\nfollower 1 back 2 side ${a}1/8 3 fwd 4 close`;
    const start = (free: Foot): Details['start'] => ({
      formation: 'open',
      hold: 'none',
      facing: 0,
      leaderFree: free,
      followerFree: otherFoot(free),
    });
    const [a, b] = [
      analyse(figure(line('r'), { start: start('L') })),
      analyse(figure(line('l'), { start: start('R') })),
    ];
    for (const role of ['leader', 'follower'] as const) {
      a.roles[role].path.x.forEach((x, i) => expect(b.roles[role].path.x[i]).toBeCloseTo(-x, 9));
      a.roles[role].path.y.forEach((y, i) => expect(b.roles[role].path.y[i]).toBeCloseTo(y, 9));
    }
    a.floor.gap.forEach((g, i) => expect(b.floor.gap[i]).toBeCloseTo(g, 9));
  });

  it('every formation is recognised in its own place', () => {
    for (const id of FORMATION_IDS) {
      const f = FORMATIONS[id];
      const found = formationAt(f.right, f.ahead, f.turn);
      expect(found === id || (found !== undefined && FORMATIONS[found].turn === f.turn), id).toBe(true);
    }
    expect(formationAt(0, 0.9, 45)).toBeUndefined();
  });

  it('an outline is half the shoulders to the side and half the chest ahead', () => {
    const b = bodySize(1.8);
    expect(outline(b, 90)).toBeCloseTo(b.halfBreadth, 9);
    expect(outline(b, 180)).toBeCloseTo(b.halfDepth, 9);
  });

  it('an empty figure is analysed without complaint', () => {
    const a = analyse(figure(''));
    expect([a.counts, a.roles.leader.endFree, a.floor.passes.length]).toEqual([0, 'L', 0]);
  });
});
