import { describe, expect, it } from 'vitest';
import { analyse } from '../analysis';
import { APART, apply, keyOfState, releaseHand, stateOfHold, takeHands, type ArmState } from '../arms';
import { newFigure, type Figure } from '../figure';
import { printHands, readHands } from '../notation';
import { HOLD_IDS, type DanceId, type HoldId } from '../vocabulary';
import { JOINT, endsOf, handsBetween, jointBetween, keyOfStand, type Ends } from './index';

const figure = (dance: DanceId, leader: string, follower: string, extra: Partial<Figure> = {}): Figure => ({
  ...newFigure('f', dance),
  ...extra,
  lines: `leader ${leader}\nfollower ${follower}${extra.lines ?? ''}`,
});
const ends = (f: Figure): Ends => endsOf(analyse(f));
const held = (hold: HoldId, dance: DanceId = 'six-count-swing'): Ends =>
  ends(
    figure(dance, '1 place 2 place', '1 place 2 place', { start: { ...newFigure('x', dance).start, hold } }),
  );
const codes = (a: Ends, b: Ends) =>
  jointBetween(a, b).differences.map((d) => `${d.code} ${d.role ?? ''}`.trim());

describe('feet', () => {
  /** Common practice: an odd number of weight changes leaves the other foot free, and the next figure cannot begin. */
  it('an odd number of steps of one role is a wrong foot of that role', () => {
    const odd = ends(figure('six-count-swing', '1 place 2 place', '1 place 2 touch'));
    const even = ends(figure('six-count-swing', '1 place 2 place', '1 place 2 place'));
    expect(jointBetween(odd, even).fit).toBe('bridge');
    expect(codes(odd, even)).toEqual(['foot follower']);
    expect(jointBetween(even, even)).toMatchObject({ fit: 'fits', cost: 0, differences: [] });
  });
  it('weight on both feet leaves the choice of the foot open', () => {
    const split = ends(figure('six-count-swing', '1 place 2 split', '1 place 2 split'));
    const j = jointBetween(split, held('left-right'));
    expect([j.fit, codes(split, held('left-right'))]).toEqual(['small', ['foot leader', 'foot follower']]);
  });
});

describe('hands', () => {
  it('letting go and taking is said, counted and leads to the state the next figure begins in', () => {
    const j = jointBetween(held('two-hand'), held('left-right'));
    expect(j.fit).toBe('small');
    expect(j.cost).toBe(JOINT.handChange);
    expect(j.acts).toEqual([{ type: 'release', which: { type: 'pair', leader: 'R', follower: 'L' } }]);
  });

  /** Every pair of named holds in which the partners face: what is said must really lead there. */
  it('what the hands do between any two facing holds leads from the one to the other', () => {
    const facing = HOLD_IDS.map((h) => stateOfHold(h)).filter(
      (s) => s.phi.leader === 0 && s.phi.follower === 0,
    );
    expect(facing.length).toBeGreaterThan(8);
    for (const a of facing)
      for (const b of facing) {
        const { acts, reaches } = handsBetween(a, b);
        if (!reaches) continue;
        expect(keyOfState({ ...play({ ...a, rests: [] }, acts), rests: [] })).toBe(
          keyOfState({ ...b, rests: [] }),
        );
      }
  });
  it('crossing both arms twice cannot be undone or made by taking hands', () => {
    expect(handsBetween(stateOfHold('two-hand'), stateOfHold('double-cross')).reaches).toBe(false);
    expect(handsBetween(stateOfHold('double-cross'), stateOfHold('two-hand')).reaches).toBe(true);
    expect(handsBetween(APART, stateOfHold('two-hand')).changes).toBe(2);
  });

  function play(s: ArmState, acts: ReturnType<typeof handsBetween>['acts']): ArmState {
    let now = s;
    for (const act of acts) {
      if (act.type === 'release' && act.which.type === 'pair') {
        const t = releaseHand(now, act.which.leader);
        const next = t && apply(now, t);
        if (next?.ok) now = next.value;
      } else if (act.type === 'take')
        for (const [l, f] of act.pairs) {
          const next = apply(now, takeHands(now, l, f, act.top ? { top: act.top } : {}));
          if (next.ok) now = next.value;
        }
    }
    return now;
  }
});

describe('place, facing and direction', () => {
  const start = newFigure('x', 'waltz').start;
  const closed = (facing: number) =>
    ends(figure('waltz', '1 fwd 2 side 3 close', '1 back 2 side 3 close', { start: { ...start, facing } }));
  it('in a travelling dance the next figure must go where the couple faces', () => {
    expect(codes(closed(45), closed(-45))).toContain('heading');
    expect(jointBetween(closed(30), closed(45)).settle.leader).toBe(15);
    expect(jointBetween(closed(0), closed(90)).settle).toEqual({ leader: 0, follower: 0 });
  });
  it('in a lane either direction will do; on the spot any', () => {
    const slot = (facing: number) =>
      ends(
        figure('slot-swing', '1 place 2 place', '1 place 2 place', {
          start: { ...newFigure('x', 'slot-swing').start, facing },
        }),
      );
    expect(codes(slot(180), slot(0))).toEqual([]);
    expect(codes(slot(90), slot(0))).toContain('heading');
    const spot = (facing: number) =>
      ends(
        figure('jive', '1 place 2 place', '1 place 2 place', {
          start: { ...newFigure('x', 'jive').start, facing },
        }),
      );
    expect(codes(spot(90), spot(0))).toEqual([]);
  });
  it('a leader beside the lane may start further over on purpose', () => {
    const aside = ends(figure('slot-swing', '1 side off the lane left 2 close', '1 place 2 place'));
    const next = held('left-right', 'slot-swing');
    expect(aside.exit.aside).toBeLessThan(-JOINT.lane.fits);
    expect(codes(aside, next)).toContain('lane');
    const over = jointBetween(aside, next, { was: 0, will: aside.exit.aside });
    expect(over.differences.map((d) => d.code)).not.toContain('lane');
  });
  it('figures counted in different ways cannot share a bar', () => {
    expect(jointBetween(closed(0), held('closed')).fit).toBe('impossible');
  });
});

describe('keys', () => {
  it('the same stand has the same key; another foot, hold or place another', () => {
    const a = held('two-hand').exit;
    expect(keyOfStand(a)).toBe(keyOfStand({ ...a }));
    expect(keyOfStand(a)).not.toBe(keyOfStand({ ...a, free: { ...a.free, leader: 'R' } }));
    expect(keyOfStand(a)).not.toBe(keyOfStand(held('left-right').exit));
  });
  it('what the hands do at a joint is printed so that it is read as the same', () => {
    let n = 0;
    for (const a of HOLD_IDS)
      for (const b of HOLD_IDS) {
        const { acts, reaches } = handsBetween(stateOfHold(a), stateOfHold(b));
        if (!reaches || acts.length === 0) continue;
        expect(readHands(printHands(acts)).acts.length).toBe(acts.length);
        expect(readHands(printHands(acts)).unknown).toEqual([]);
        n++;
      }
    expect(n).toBeGreaterThan(40);
  });
});
