import { describe, expect, it } from 'vitest';
import { admissibleRepeats, analyse, bodySize, gripReach, turnRate } from '../../src/lib/core/analysis';
import { heading, signedHeading } from '../../src/lib/core/base';
import { newFigure, type Details, type Figure } from '../../src/lib/core/figure';
import { check } from '../../src/lib/core/findings';
import type { DanceId } from '../../src/lib/core/vocabulary';
import { demoFigures } from '../../src/lib/demo/figures';

/** Values from outside the project; the source stands beside each. */
const figure = (dance: DanceId, lines: string, extra: Partial<Details> = {}): Figure => ({
  ...newFigure('t', dance),
  ...extra,
  lines,
});
const both = (line: string) => `leader ${line}\nfollower ${line}`;
const changes = (dance: DanceId, line: string) => analyse(figure(dance, both(line))).roles.leader.changes;
const demo = (id: string) => demoFigures.find((f) => f.id === `demo-${id}`)!;
const closed = (facing: number, leaderFree: 'L' | 'R'): Partial<Details> => ({
  start: {
    formation: 'closed',
    hold: 'closed',
    facing,
    leaderFree,
    followerFree: leaderFree === 'L' ? 'R' : 'L',
  },
});
/** Headings in eighths clockwise from the line of dance after every step; backing X is facing X + 4. */
const eighths = (f: Figure, role: 'leader' | 'follower') => {
  const { actions, path } = analyse(f).roles[role];
  return actions.map((w) => heading(path.facing[w.tick - path.from]!) / 45);
};

describe('weight changes (common practice)', () => {
  it.each([
    ['six-count-swing', '1 rock step 3 triple 5 triple', 8],
    ['six-count-swing', 'S side S side Q back Q replace', 4],
    ['eight-count-swing', '1 back 2 replace 3 triple 5 fwd 6 fwd 7 triple', 10],
    ['slot-swing', '1 fwd 2 touch 3 triple 5 place 6 place', 6],
    ['bolero', 'S side Q back Q replace', 3],
    ['salsa-on-1', '1 fwd 2 replace 3 close 4 hold 5 back 6 replace 7 close 8 hold', 6],
    ['hustle', '& hook 1 replace 2 fwd 3 back', 4],
  ] as const)('%s: %s', (dance, line, n) => expect(changes(dance, line)).toBe(n));

  it('six-count basics last six beats and keep the free foot either way', () => {
    for (const id of ['six-triple', 'six-single']) {
      const a = analyse(demo(id));
      expect([a.counts, a.roles.leader.endFree, a.roles.follower.endFree]).toEqual([6, 'L', 'R']);
    }
  });

  it('bolero changes the free foot each bar; hustle fills three beats', () => {
    expect(analyse(figure('bolero', both('S side Q back Q replace'))).roles.leader.endFree).toBe('R');
    expect(analyse(figure('hustle', both('& hook 1 replace 2 fwd 3 back'))).counts).toBe(3);
  });

  it('a walk is lengthened by an even number of steps only', () => {
    expect(admissibleRepeats(1, true, 8)).toEqual([2, 4, 6, 8]);
    expect(admissibleRepeats(2, true, 3)).toEqual([1, 2, 3]);
    expect(admissibleRepeats(3, false, 5)).toEqual([1, 3, 5]);
  });
});

describe('beat values (ISTD, The Ballroom Technique; Laird, Technique of Latin Dancing; from memory)', () => {
  const durations = (dance: DanceId, line: string, feel?: 'straight' | 'swung') =>
    analyse(figure(dance, both(line), feel ? { feel } : {})).roles.leader.actions.map(
      (w) => (w.end - w.tick) / 12,
    );
  it.each([
    ['waltz', '1 fwd 2 side & close 3 side', [1, 0.5, 0.5, 1]],
    ['rumba', '2 fwd 3 replace 4 side 5 hold', [1, 1, 1, 1]],
    ['cha-cha', '2 fwd 3 replace 4 side & close 1 side', [1, 1, 0.5, 0.5, 1]],
    ['samba', '1 fwd a place 2 place', [0.75, 0.25, 1]],
    ['foxtrot', 'S fwd Q side Q close', [2, 1, 1]],
    ['ballroom-tango', 'S fwd Q side Q close', [1, 0.5, 0.5]],
  ] as const)('%s %s', (dance, line, expected) =>
    expect(durations(dance, line, 'straight')).toEqual([...expected]),
  );

  it('waltz 12&3 is 1 ½ ½ 1 beats after the first, and feather and three step last four', () => {
    expect(durations('waltz', '1 fwd 2 side & close 3 side').reduce((a, b) => a + b)).toBe(3);
    expect(analyse(figure('foxtrot', both('S fwd Q fwd Q fwd'))).counts).toBe(4);
  });
});

describe('turns, step by step (ISTD; Alex Moore, Ballroom Dancing; from memory)', () => {
  it('waltz natural turn: both roles, every heading, ¾ to the right', () => {
    const f = demo('waltz-natural');
    expect(eighths(f, 'leader')).toEqual([1, 3, 4, 4, 7, 7]);
    expect(eighths(f, 'follower')).toEqual([5, 0, 0, 0, 2, 3]);
    const a = analyse(f);
    expect([a.roles.leader.total, a.roles.follower.total]).toEqual([270, 270]);
    expect(a.floor.rotation).toBeCloseTo(270, 0);
    expect(check(a)).toEqual([]);
  });

  it('waltz reverse turn: every heading, ¾ to the left', () => {
    const f = demo('waltz-reverse');
    expect(eighths(f, 'leader')).toEqual([7, 5, 4, 4, 1, 1]);
    expect(eighths(f, 'follower')).toEqual([3, 0, 0, 0, 6, 5]);
    expect(analyse(f).roles.follower.total).toBe(-270);
    expect(check(analyse(f))).toEqual([]);
  });

  it('natural spin turn: 1¼ to the right', () => {
    const f = figure(
      'waltz',
      both('1 fwd 2 side r1/4 3 close r1/8 4 back then r1/2 5 fwd 6 side r3/8'),
      closed(45, 'R'),
    );
    expect(analyse(f).roles.leader.total).toBe(450);
    expect(eighths(f, 'leader')).toEqual([1, 3, 4, 4, 0, 3]);
  });

  it('quickstep quarter turn: ¼ right in six beats', () => {
    const a = analyse(demo('quarter-turn'));
    expect([a.roles.leader.total, a.roles.follower.total, a.counts]).toEqual([90, 90, 6]);
    expect(eighths(demo('quarter-turn'), 'leader')).toEqual([1, 2, 3, 3]);
    expect(check(a)).toEqual([]);
  });

  it('chassé from promenade: no turn for the leader, ¼ left for the follower closes them', () => {
    const start = {
      formation: 'promenade',
      hold: 'closed',
      facing: 45,
      leaderFree: 'R',
      followerFree: 'L',
    } as const;
    const f = figure(
      'waltz',
      'leader 1 across 2 side & close 3 side\nfollower 1 across 2 side l1/8 & close l1/8 3 side',
      { start, end: { formation: 'closed' } },
    );
    const a = analyse(f);
    expect([a.roles.leader.total, a.roles.follower.total, a.floor.end.turn]).toEqual([0, -90, 180]);
    expect(check(a).filter((x) => x.severity === 'wrong')).toEqual([]);
  });

  it('jive change of places right to left (Laird, from memory): leader ¼ left, follower ¾ right, six beats, eight changes', () => {
    const a = analyse(demo('places'));
    expect([
      a.roles.leader.total,
      a.roles.follower.total,
      a.counts,
      a.roles.leader.changes,
      a.roles.follower.changes,
    ]).toEqual([-90, 270, 6, 8, 8]);
  });

  it('the change of relative heading is the follower’s turn less the leader’s (derived)', () => {
    for (const f of demoFigures) {
      const a = analyse(f);
      const [l, w] = [a.roles.leader, a.roles.follower];
      const before = w.path.facing[0]! - l.path.facing[0]!;
      const after = w.path.facing.at(-1)! - l.path.facing.at(-1)!;
      expect(signedHeading(after - before - (w.total - l.total)), f.id).toBeCloseTo(0, 9);
    }
  });
});

describe('turn rate (derived)', () => {
  it('one turn in one beat at 176 is 2.93 a second, in two 1.47; Viennese waltz half a turn', () => {
    expect(turnRate(1, 12, 176)).toBeCloseTo(2.93, 2);
    expect(turnRate(1, 24, 176)).toBeCloseTo(1.47, 2);
    expect(turnRate(0.5, 36, 180)).toBeCloseTo(0.5, 9);
  });
});

describe('bodies (Drillis & Contini 1966 as in Winter, from memory)', () => {
  it('grip reach is 0.386 of stature; 1.80 m and 1.65 m span 1.332 m', () => {
    expect(gripReach(1)).toBeCloseTo(0.386, 9);
    expect(gripReach(1.8) + gripReach(1.65)).toBeCloseTo(1.332, 3);
    expect(2 * bodySize(2).halfBreadth).toBeCloseTo(0.518, 9);
  });
});

describe('demo repertoire', () => {
  it('a correct figure gives no finding; the marked mistakes do', () => {
    for (const f of demoFigures) {
      const found = check(analyse(f)).map((x) => x.code);
      if (f.mistake === undefined) expect(found, f.id).toEqual([]);
      else expect(found.length, f.id).toBe(1);
    }
  });

  it('holds what a first evening needs', () => {
    expect(demoFigures.length).toBeGreaterThanOrEqual(16);
    expect(new Set(demoFigures.map((f) => f.dance)).size).toBeGreaterThanOrEqual(6);
    expect(demoFigures.filter((f) => f.mistake).length).toBeGreaterThanOrEqual(2);
    expect(demoFigures.some((f) => f.ownTiming.length)).toBe(true);
    expect(demoFigures.some((f) => f.start.formation === 'tandem')).toBe(true);
    expect(demoFigures.some((f) => f.repeat)).toBe(true);
    for (const f of demoFigures) expect(analyse(f).parsed.problems, f.id).toEqual([]);
  });
});
