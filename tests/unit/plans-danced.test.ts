import { describe, expect, it } from 'vitest';
import { analyse, armsAt, type Analysis } from '../../src/lib/core/analysis';
import {
  armOf,
  asRight,
  keyOfState,
  nameOf,
  plansFor,
  stateOfHold,
  type ArmState,
  type Plan,
  type Way,
} from '../../src/lib/core/arms';
import { ROLES, TICKS_PER_BEAT, type Role } from '../../src/lib/core/base';
import { newFigure, type Figure } from '../../src/lib/core/figure';
import { check } from '../../src/lib/core/findings';
import type { HoldId } from '../../src/lib/core/vocabulary';

/**
 * Two ways to the same answer: a plan worked out from the state alone, and a whole figure danced with that plan
 * written as a hands line, its facings taken from the floor. What the one calls possible the other must find so, and
 * what locks in the one must lock in the other, same hand, same half turn.
 */
const COUNTS = 12;
/** The count into which the first half turn is made. */
const FIRST = 3;
const SIDE = { L: 'left', R: 'right' } as const;
const HOLDS: readonly (readonly [HoldId, string])[] = [
  ['two-hand', 'two hands low'],
  ['left-right', 'left to right low'],
  ['right-left', 'right to left low'],
  ['handshake', 'right to right low'],
  ['left-left', 'left to left low'],
  ['crossed', 'crossed low, right over left'],
  ['crossed-left', 'crossed low, left over right'],
];

const turned = (by: number): string =>
  Array.from({ length: COUNTS }, (_, i) => {
    const half = i + 1 - FIRST;
    const turns = half >= 0 && half < Math.abs(by) / 180;
    return `${i + 1} place${turns ? ` ${by > 0 ? 'r' : 'l'}1/2` : ''}`;
  }).join(' ');

function handsLine(
  words: string,
  turns: (role: Role) => number,
  ways: readonly Way[],
  end: ArmState | undefined,
): string {
  const at = new Map<number, string[]>([[1, [words]]]);
  const say = (count: number, text: string) => at.set(count, [...(at.get(count) ?? []), text]);
  for (const w of ways) {
    if (!w.raised) continue;
    const by = turns(w.role);
    const name = SIDE[w.arm];
    const landing = end && armOf(end, 'leader', w.arm)!.w[w.role] + by - 180 * Math.sign(by) * w.raised.to;
    const v = landing === undefined ? 0 : asRight(w.hand, landing);
    say(FIRST - 1 + w.raised.from, `raise ${name}`);
    say(
      FIRST - 1 + w.raised.to,
      `lower ${name}${Math.abs(v) >= 135 ? (v < 0 ? ' in front' : ' behind') : ''}`,
    );
  }
  return [...at]
    .sort(([a], [b]) => a - b)
    .map(([count, texts]) => `${count} ${texts.join(', ')}`)
    .join(' ');
}

function danced(words: string, role: Role, by: number, ways: readonly Way[], end?: ArmState): Analysis {
  const still = turned(0);
  const line = (r: Role) => `${r} ${r === role ? turned(by) : still}`;
  const figure: Figure = {
    ...newFigure('t', 'six-count-swing'),
    level: 4,
    tempo: { min: 60, max: 60 },
    start: { ...newFigure('t', 'six-count-swing').start, hold: 'none' },
    lines: `${line('leader')}\n${line('follower')}\nhands ${handsLine(words, () => by, ways, end)}`,
  };
  return analyse(figure);
}

const ARM_CODES = new Set(['arm-locks', 'arms-crossed', 'hand-twice', 'hand-not-held', 'not-raised']);
const armFindings = (a: Analysis) => check(a).filter((f) => ARM_CODES.has(f.code));
const endKey = (a: Analysis) => keyOfState(armsAt(a.arms, a.end - 1, true));
const simple = (p: Plan) =>
  p.ways.every(
    (w) =>
      !w.raised || w.raised.to - w.raised.from === 1 || (w.raised.from === 0 && w.raised.to === w.halves),
  );

describe.each(HOLDS)('from %s', (hold, words) => {
  const start = stateOfHold(hold);
  for (const role of ROLES) {
    it(`every plan for the ${role} can be danced and ends where it says`, () => {
      let compared = 0;
      for (const by of [180, -180, 360, -360, 540, -540]) {
        const { plans } = plansFor(start, { leader: 0, follower: 0, [role]: by });
        for (const p of plans.filter(simple)) {
          const a = danced(words, role, by, p.ways, p.result);
          expect(a.parsed.problems).toEqual([]);
          const name = `${by}: ${nameOf(p.result).title} / ${a.figure.lines.split('\n')[2]}`;
          expect(
            armFindings(a).map((f) => f.code),
            name,
          ).toEqual([]);
          expect(endKey(a), name).toBe(keyOfState(p.result));
          compared++;
        }
      }
      expect(compared).toBeGreaterThan(6);
    });

    it(`what locks for the ${role} with all hands low is found, with the hand and the half turn`, () => {
      let locked = 0;
      for (const by of [360, -360, 540, -540]) {
        const low = plansFor(start, { leader: 0, follower: 0, [role]: by }).impossible.filter(
          (p) => p.why.code === 'locks' && p.ways.every((w) => !w.raised),
        );
        locked += low.length;
        const a = danced(words, role, by, []);
        const found = armFindings(a).filter((f) => f.code === 'arm-locks');
        for (const p of low) {
          if (p.why.code !== 'locks') continue;
          const why = p.why;
          expect(
            found.map((f) => [f.role, f.details.hand, f.details.half]),
            `${hold} ${by}`,
          ).toContainEqual([why.role, SIDE[why.hand], why.half]);
        }
      }
      expect(locked).toBeGreaterThan(1);
    });
  }

  it('a hand raised too late, or lowered too early, or the wrong one is found or ends elsewhere', () => {
    const by = 360;
    for (const p of plansFor(start, { leader: 0, follower: by }).plans.filter(simple)) {
      const raisedWays = p.ways.filter((w) => w.raised);
      if (raisedWays.length === 0) continue;
      const without = p.ways.map((w) => (w === raisedWays[0] ? { ...w, raised: undefined } : w));
      const a = danced(words, 'follower', by, without, p.result);
      const said = check(a).some((f) => f.severity === 'wrong' || f.code === 'behind-back');
      expect(said || endKey(a) !== keyOfState(p.result)).toBe(true);
    }
  });
});

describe('both turning at once, towards each other and the same way', () => {
  /** A hand is up over both heads or over none. */
  const alike = (p: Plan) =>
    p.ways.every((w) =>
      p.ways.every((v) => v.arm !== w.arm || (v.raised === undefined) === (w.raised === undefined)),
    );
  const once = (ways: readonly Way[]) => ways.filter((w) => w.role === 'follower');

  it.each(HOLDS)('from %s: every plan can be danced and ends where it says', (hold, words) => {
    let compared = 0;
    for (const [leader, follower] of [
      [-180, 180],
      [180, -180],
      [180, 180],
      [-180, -180],
      [-360, 360],
      [360, 360],
    ] as const) {
      const { plans } = plansFor(stateOfHold(hold), { leader, follower });
      for (const p of plans.filter(simple).filter(alike)) {
        const figure: Figure = {
          ...newFigure('t', 'six-count-swing'),
          level: 4,
          tempo: { min: 60, max: 60 },
          start: { ...newFigure('t', 'six-count-swing').start, hold: 'none' },
          lines: `leader ${turned(leader)}\nfollower ${turned(follower)}\nhands ${handsLine(words, (r) => (r === 'leader' ? leader : follower), once(p.ways), p.result)}`,
        };
        const a = analyse(figure);
        const end = armsAt(a.arms, a.end - 1, true);
        const name = `${leader} ${follower}: ${nameOf(p.result).title} / ${figure.lines.split('\n')[2]}`;
        if (keyOfState(end) === keyOfState(p.result)) compared++;
        else
          expect(
            p.ways.some(
              (w) =>
                w.raised && Math.abs(asRight(w.hand, armOf(p.result, 'leader', w.arm)!.w[w.role])) >= 135,
            ),
            name,
          ).toBe(true);
      }
    }
    expect(compared).toBeGreaterThan(5);
  });
});

describe('counts of the arms', () => {
  it('the state at the end does not depend on how finely the turn is spread over the steps', () => {
    const lines = (follower: string) =>
      `leader ${turned(0)}\nfollower ${follower}\nhands 1 two hands low 2 raise both 7 lower both`;
    const base = { ...newFigure('t', 'six-count-swing'), level: 4 as const, tempo: { min: 60, max: 60 } };
    const keys = [
      turned(360),
      turned(0).replace(
        '3 place 4 place 5 place 6 place',
        '3 place r1/4 4 place r1/4 5 place r1/4 6 place r1/4',
      ),
      turned(0).replace('3 place', '3 place r1'),
      turned(0).replace('3 place 4 place', '3 place r3/8 4 place r5/8'),
    ].map((f) => endKey(analyse({ ...base, lines: lines(f) })));
    expect(new Set(keys).size).toBe(1);
    expect(TICKS_PER_BEAT).toBe(12);
  });
});
