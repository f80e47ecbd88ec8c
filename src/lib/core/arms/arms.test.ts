import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { ROLES, otherFoot, type Hand } from '../base';
import {
  APART,
  apply,
  behindBack,
  census,
  changeTo,
  crossingsOf,
  eachEnd,
  fitsParity,
  passesWhenLowered,
  graph,
  inRange,
  keyOfState,
  lookAs,
  mirrored,
  movesFrom,
  nameOf,
  naturalBearing,
  outerAt,
  plansFor,
  play,
  stateOfHold,
  swapped,
  swing,
  takeHands,
  topsBetween,
  transitionOf,
  turnUnder,
  type ArmState,
  type Move,
  type Transition,
} from './index';

const go = (s: ArmState, ...steps: Transition[]): ArmState =>
  steps.reduce((now, t) => {
    const next = apply(now, t);
    if (!next.ok) throw new Error(JSON.stringify(next.error));
    return next.value;
  }, s);
const two = stateOfHold('two-hand');
const facing = (leader: number, follower: number) => ({ leader, follower });
const bearings = (s: ArmState, role: 'leader' | 'follower') =>
  Object.fromEntries(s.arms.map((a) => [a[role], a.w[role]]));

/** What undoes a transition: applied after it, the state is as before. */
function inverse(t: Transition): Transition {
  switch (t.type) {
    case 'turn':
      return {
        type: 'turn',
        by: { leader: -t.by.leader, follower: -t.by.follower },
        over: t.over.map((o) => ({ ...o, passes: -o.passes })),
      };
    case 'round':
      return { type: 'round', by: -t.by, over: t.over.map((o) => ({ ...o, passes: -o.passes })) };
    case 'pass':
      return { type: 'pass', over: { ...t.over, passes: -t.over.passes } };
    case 'take':
      return { ...t, type: 'release' };
    case 'release':
      return { ...t, type: 'take' };
    case 'look':
      return { ...t, from: t.to, to: t.from };
    case 'rest':
      return { type: 'lift', rest: t.rest };
    case 'lift':
      return { type: 'rest', rest: t.rest };
    case 'all':
      return { type: 'all', steps: t.steps.toReversed().map(inverse) };
    default:
      throw new Error('no such transition');
  }
}

describe('the cases of the trade (common practice)', () => {
  it('one right turn of the follower under both hands: double cross, left on top at both ends', () => {
    const s = go(two, turnUnder('follower', 360, ['L', 'R']));
    expect(s.crossing).toBe(2);
    expect(bearings(s, 'follower')).toEqual({ L: 0, R: 0 });
    expect(nameOf(s).title).toBe('Double cross, left on top');
    expect(nameOf(s).crossings[0]).toMatch(/leader’s left on top at the leader’s end, the follower’s left/);
  });
  it('one left turn: right on top; from there two right turns bring left on top', () => {
    const right = go(two, turnUnder('follower', -360, ['L', 'R']));
    expect(right.crossing).toBe(-2);
    expect(go(right, turnUnder('follower', 720, ['L', 'R'])).crossing).toBe(2);
    expect(go(right, turnUnder('follower', 360, ['L', 'R'])).crossing).toBe(0);
  });
  it('turning the leader right under both hands makes the same crossing', () => {
    expect(go(two, turnUnder('leader', 360, ['L', 'R'])).crossing).toBe(2);
  });
  it('half a left turn, the follower’s right over and laid in front, the left low: a wrap', () => {
    const s = go(two, turnUnder('follower', -180, ['L']));
    expect(bearings(s, 'follower')).toEqual({ R: -180, L: 180 });
    expect(s.crossing).toBe(-1);
    expect(nameOf(s).title).toBe('Wrap into the leader’s right arm');
    expect(outerAt(s, 'follower')).toBe('R');
  });
  it('a whole right turn, right over and left low: the hammerlock, the low arm under the other', () => {
    const s = go(two, turnUnder('follower', 360, ['L']));
    expect(bearings(s, 'follower')).toEqual({ R: 0, L: -360 });
    expect(s.crossing).toBe(1);
    expect(nameOf(s).title).toBe('Hammerlock, follower’s left arm');
    expect(nameOf(s).behind).toEqual(['the follower’s left arm is behind the follower’s back']);
    expect(topsBetween(s)).toEqual(['L']);
  });
  it('a whole turn with both hands low locks at the second half turn', () => {
    expect(apply(two, turnUnder('follower', 360, []))).toEqual({
      ok: false,
      error: { code: 'locks', role: 'follower', hand: 'R', half: 2 },
    });
  });
  it('turning right out of a wrap with the low hand kept low arrives behind the back', () => {
    const s = go(stateOfHold('wrap'), {
      type: 'turn',
      by: facing(0, 540),
      over: [{ arm: 'L', role: 'follower', passes: 2 }],
    });
    expect(bearings(s, 'follower')).toEqual({ R: 0, L: -360 });
    expect(behindBack('L', -360)).toBe(true);
    expect(nameOf(s).title).toBe('Hammerlock, follower’s left arm');
  });
  it('one more turn than that cannot keep the hand low: over first, then under', () => {
    const low = swing('L', 180, 900, 0);
    expect(low).toEqual({ half: 4 });
    const once = swing('L', 180, 900, 1);
    if (!('over' in once)) throw new Error('one pass gets through');
    expect(once.bearings.at(-1)).toBe(-360);
    expect(once.over.indexOf(true)).toBeLessThan(once.over.length - 1);
  });
  it('a half left and then a half right turn of the leader nets nothing', () => {
    for (const over of [[], ['L'], ['R'], ['L', 'R']] as Hand[][])
      expect(go(two, turnUnder('leader', -180, over), turnUnder('leader', 180, over))).toEqual(two);
  });
  it('going round: the same half turn right counts nothing on one side, a whole turn on the other', () => {
    const pass = (side: 1 | -1) =>
      go(
        two,
        { type: 'round', by: 180 * side, over: [] },
        { type: 'turn', by: facing(180 * side, 0), over: [] },
      );
    const after = (side: 1 | -1) => pass(side).phi.follower + 180;
    expect([after(1), after(-1)]).toEqual([0, 360]);
    expect(pass(1).phi.leader).toBe(0);
  });
  it('both roll back to back and on: the left pair over, the right pair low, arms open at the sides', () => {
    const half: Transition = {
      type: 'turn',
      by: facing(-180, 180),
      over: [
        { arm: 'L', role: 'leader', passes: -1 },
        { arm: 'L', role: 'follower', passes: 1 },
      ],
    };
    const s = go(two, half);
    expect(nameOf(s).title).toBe('Back to back, arms at the sides');
    expect(s.crossing).toBe(0);
    const whole = go(s, {
      ...half,
      over: [
        { arm: 'R', role: 'leader', passes: -1 },
        { arm: 'R', role: 'follower', passes: 1 },
      ],
    });
    expect(nameOf(whole).title).toBe('Two-hand hold');
  });
  it('crossed hands: left over right is +1, right over left −1', () => {
    expect(stateOfHold('crossed-left').crossing).toBe(1);
    expect(stateOfHold('crossed').crossing).toBe(-1);
    expect(nameOf(stateOfHold('crossed')).title).toBe('Crossed hands, right on top');
  });
  it('from crossed hands, right on top, half a right turn under the right hands is the sweetheart hold, uncrossed', () => {
    const s = go(stateOfHold('crossed'), turnUnder('follower', 180, ['R']));
    expect(nameOf(s).title).toBe('Shadow, sweetheart hold');
    expect(keyOfState(s)).toBe(keyOfState(stateOfHold('shadow', facing(0, 180))));
  });
  it('a handshake under a right turn is a handshake again', () => {
    expect(nameOf(go(stateOfHold('handshake'), turnUnder('follower', 360, ['R']))).title).toBe('Handshake');
  });
  it('from the wrap to the side: a cradle', () => {
    const s = go(stateOfHold('wrap'), { type: 'turn', by: facing(-90, -90), over: [] });
    expect(nameOf(s).title).toBe('Cradle into the leader’s right arm, right side');
  });
  it.each([
    ['closed', facing(0, 0), 'Closed hold'],
    ['closed', facing(0, 90), 'Promenade'],
    ['none', facing(0, 0), 'No hold'],
    ['left-right', facing(0, 0), 'Open hold, left to right'],
    ['two-hand', facing(-90, 90), 'Two-hand hold, side by side, follower on the leader’s right'],
    ['double-cross', facing(0, 0), 'Double cross, left on top'],
    ['hammerlock', facing(0, 0), 'Hammerlock, follower’s left arm'],
    ['wrap', facing(0, 180), 'Wrap into the leader’s right arm'],
  ] as const)('%s at %o is called %s', (hold, phi, name) =>
    expect(nameOf(stateOfHold(hold, phi)).title).toBe(name),
  );
  it('a hand on the neck is a halo, a block is named', () => {
    const halo = go(APART, { type: 'rest', rest: { role: 'follower', hand: 'R', on: 'neck', how: 'drape' } });
    expect(nameOf(halo).title).toMatch(/^Halo/);
    const block = go(stateOfHold('left-left', facing(0, 180)), {
      type: 'rest',
      rest: { role: 'leader', hand: 'R', on: 'hip', how: 'block' },
    });
    expect(nameOf(block).title).toBe('Shadow, left to left, blocked at the hip');
    expect(apply(block, turnUnder('follower', 180, ['L']))).toMatchObject({ error: { code: 'blocked' } });
  });
});

describe('every reachable state', () => {
  const { states } = graph();
  it('there are 388: 4 without hands, 16 for each single pair, 160 for each double one', () => {
    expect(census()).toEqual({
      none: 4,
      'left-right': 16,
      'right-left': 16,
      'left-left': 16,
      'right-right': 16,
      opposite: 160,
      same: 160,
    });
  });
  it('has its own title and its own sentence, without gaps', () => {
    expect(new Set(states.map((s) => nameOf(s).title)).size).toBe(states.length);
    expect(new Set(states.map((s) => nameOf(s).sentence)).size).toBe(states.length);
    for (const s of states) expect(nameOf(s).sentence).not.toMatch(/undefined|NaN|, ,|\. \./);
  });
  it('is within reach, has a crossing that fits its arms, and its crossings add up', () => {
    for (const s of states) {
      for (const { hand, w } of eachEnd(s)) expect(inRange(hand, w)).toBe(true);
      expect(fitsParity(s)).toBe(true);
      const x = crossingsOf(s);
      expect(x.between + x.at.leader.sign + x.at.follower.sign).toBe(s.crossing);
      expect(topsBetween(s).length).toBe(Math.abs(x.between));
    }
  });
  it('says of every arm behind a back whose it is, and of every free hand', () => {
    for (const s of states) {
      const n = nameOf(s);
      expect(n.behind.length).toBe(eachEnd(s).filter(({ hand, w }) => behindBack(hand, w)).length);
      for (const r of ROLES) expect(n.free[r].length).toBe(2 - s.arms.length);
    }
  });
  it('every move is undone by its inverse, and the mirror of a move leads to the mirror', () => {
    const flip = (m: Move): Move => {
      switch (m.type) {
        case 'turn':
          return { ...m, side: m.side === 1 ? -1 : 1, over: m.over.map(otherFoot) };
        case 'carry':
          return { ...m, arm: otherFoot(m.arm), passes: m.passes === 1 ? -1 : 1 };
        case 'release':
          return { ...m, arm: otherFoot(m.arm) };
        case 'take':
          return {
            type: 'take',
            leader: otherFoot(m.leader),
            follower: otherFoot(m.follower),
            top: otherFoot(m.top),
          };
        case 'change':
          return { ...m, leader: otherFoot(m.leader), follower: otherFoot(m.follower) };
      }
    };
    for (const s of states) {
      for (const m of movesFrom(s)) {
        const t = transitionOf(s, m)!;
        const next = play(s, m);
        const image = play(mirrored(s), flip(m));
        expect(image.ok).toBe(next.ok);
        if (!next.ok || !image.ok) continue;
        expect(go(next.value, inverse(t))).toEqual(s);
        expect(keyOfState(image.value)).toBe(keyOfState(mirrored(next.value)));
      }
    }
  });
  it('exchanging the roles keeps the crossing and its names’ shape', () => {
    for (const s of states) {
      expect(swapped(swapped(s))).toEqual(s);
      expect(nameOf(swapped(s)).trade === undefined).toBe(nameOf(s).trade === undefined);
      expect(graph().index.has(keyOfState(swapped(s)))).toBe(true);
    }
  });
});

describe('group laws', () => {
  const half = fc.record({
    role: fc.constantFrom(...ROLES),
    by: fc.constantFrom(180, -180, 90, -90, 360, -360),
    over: fc.subarray<Hand>(['L', 'R']),
  });
  const start = fc.constantFrom(two, stateOfHold('crossed'), stateOfHold('crossed-left'));

  it('the crossing is the formula of the turns and the bearings, however one got there', () => {
    fc.assert(
      fc.property(start, fc.array(half, { maxLength: 12 }), (s0, turns) => {
        let s = s0;
        for (const t of turns) {
          const next = apply(s, turnUnder(t.role, t.by, t.over));
          if (next.ok) s = next.value;
        }
        const turned = s.phi.leader + s.phi.follower - s0.phi.leader - s0.phi.follower;
        const w = eachEnd(s).reduce((sum, e) => sum + e.w, 0);
        expect(s.crossing).toBe(s0.crossing + turned / 180 + w / 360);
      }),
      { numRuns: 600 },
    );
  });

  it('turns in a row are associative, and undoing all of them gives the start', () => {
    fc.assert(
      fc.property(start, half, half, half, (s, a, b, c) => {
        const [x, y, z] = [a, b, c].map((t) => turnUnder(t.role, t.by, t.over)) as [
          Transition,
          Transition,
          Transition,
        ];
        const left: Transition = { type: 'all', steps: [{ type: 'all', steps: [x, y] }, z] };
        const right: Transition = { type: 'all', steps: [x, { type: 'all', steps: [y, z] }] };
        expect(apply(s, left)).toEqual(apply(s, right));
        const there = apply(s, left);
        if (there.ok) expect(apply(there.value, inverse(left))).toEqual({ ok: true, value: s });
      }),
      { numRuns: 400 },
    );
  });

  it('low turns add: a quarter and a quarter is a half', () => {
    fc.assert(
      fc.property(start, fc.constantFrom(...ROLES), fc.constantFrom(90, -90), (s, role, by) => {
        const twice = go(s, turnUnder(role, by, []), turnUnder(role, by, []));
        expect(twice).toEqual(go(s, turnUnder(role, by * 2, [])));
      }),
    );
  });

  it('changes, slides and rests have inverses too', () => {
    const change = changeTo(two, 'R', 'R');
    expect(nameOf(go(two, change)).title).toBe('Handshake');
    expect(go(two, change, inverse(change))).toEqual(two);
    const look = lookAs(two, 'L', { height: 'overhead', at: 'wrist', grip: 'palm-up' })!;
    expect(go(two, look, inverse(look))).toEqual(two);
    expect(nameOf(go(two, look)).sentence).toMatch(/leader’s left hand is on the wrist/);
    expect(lookAs(APART, 'L', { height: 'low' })).toBeUndefined();
    expect(apply(two, takeHands(two, 'L', 'L'))).toMatchObject({
      error: { code: 'hand-busy', role: 'leader' },
    });
    expect(apply(APART, { type: 'pass', over: { arm: 'L', role: 'leader', passes: 1 } })).toMatchObject({
      error: { code: 'not-held' },
    });
    const clamped = go(two, lookAs(two, 'L', { grip: 'clamped' })!);
    expect(apply(clamped, turnUnder('follower', 360, ['L', 'R']))).toMatchObject({
      error: { code: 'cannot-swivel' },
    });
    expect(
      apply(go(two, turnUnder('follower', 360, ['L', 'R'])), turnUnder('follower', 360, ['L', 'R'])),
    ).toMatchObject({
      error: { code: 'too-crossed', crossing: 4 },
    });
  });
});

describe('plans of a turn', () => {
  const names = (s: ArmState, leader: number, follower: number) =>
    plansFor(s, facing(leader, follower)).plans.map((p) => nameOf(p.result).title);

  it('a whole right turn from two hands: both over first, then the hammerlock with its caution', () => {
    const { plans, impossible } = plansFor(two, facing(0, 360));
    expect(plans.map((p) => nameOf(p.result).title)).toEqual([
      'Double cross, left on top',
      'Hammerlock, follower’s left arm',
    ]);
    expect(plans[1]?.cautions).toEqual([{ type: 'behind-back', role: 'follower', hand: 'L' }]);
    expect(impossible[0]?.why).toEqual({ code: 'locks', role: 'follower', hand: 'R', half: 2 });
  });
  it('half a left turn has four plans, the wrap among them', () => {
    expect(names(two, 0, -180)).toContain('Wrap into the leader’s right arm');
    expect(plansFor(two, facing(0, -180)).plans.length).toBe(4);
  });
  it('says which arm locks at the third half turn', () => {
    const { impossible } = plansFor(two, facing(0, 540));
    expect(impossible.map((p) => p.why)).toContainEqual({
      code: 'locks',
      role: 'follower',
      hand: 'L',
      half: 3,
    });
  });
  it('agrees with brute force over every pattern of over and low in every half turn', () => {
    const sets: Hand[][] = [[], ['L'], ['R'], ['L', 'R']];
    for (const s of graph().states.filter((_, i) => i % 5 === 0)) {
      for (const by of [180, -180, 360, -360, 540]) {
        const most = Math.ceil(Math.abs(by) / 360);
        const all = new Set<string>();
        const usual = new Set<string>();
        const walk = (now: ArmState, left: number, used: readonly Hand[]) => {
          if (left === 0) {
            all.add(keyOfState(now));
            const times = (h: Hand) => used.filter((u) => u === h).length;
            if (times('L') <= most && times('R') <= most) usual.add(keyOfState(now));
            return;
          }
          for (const over of sets.filter((o) => o.every((h) => s.arms.some((a) => a.leader === h)))) {
            const next = play(now, { type: 'turn', role: 'follower', side: by > 0 ? 1 : -1, over });
            if (next.ok) walk(next.value, left - 1, [...used, ...over]);
          }
        };
        walk(s, Math.abs(by) / 180, []);
        const planned = plansFor(s, facing(0, by)).plans.map((p) => keyOfState(p.result));
        for (const key of usual) expect(planned).toContain(key);
        for (const key of planned) expect(all.has(key)).toBe(true);
        expect(new Set(planned).size).toBe(planned.length);
      }
    }
  });
  it('nothing held: any turn, in one way', () => {
    expect(plansFor(APART, facing(0, 900)).plans.length).toBe(1);
  });
  it('both turning at once multiplies the ways, all of them checked', () => {
    for (const p of plansFor(two, facing(-180, 180)).plans)
      expect(apply(two, p.transition)).toEqual({ ok: true, value: p.result });
  });
});

describe('one hand through a turn', () => {
  it('a raised hand comes down where it is easiest', () => {
    expect([
      passesWhenLowered('R', 0, 360),
      passesWhenLowered('R', 0, 180),
      passesWhenLowered('R', 0, 90),
    ]).toEqual([1, 1, 0]);
    expect([passesWhenLowered('R', 0, -180), passesWhenLowered('L', 0, -180)]).toEqual([-1, -1]);
    expect([passesWhenLowered('R', 0, 180, 'front'), passesWhenLowered('R', 0, 180, 'behind')]).toEqual([
      0, 1,
    ]);
    expect(passesWhenLowered('R', 0, 540)).toBe(1);
    expect(passesWhenLowered('R', 0, -720)).toBe(-2);
  });
  it('is taken beside its own shoulder unless across the front is asked for', () => {
    expect([naturalBearing('R', 0), naturalBearing('R', 180), naturalBearing('L', 180)]).toEqual([
      0, 180, -180,
    ]);
    expect(naturalBearing('R', 180, true)).toBe(-180);
    for (const hand of ['L', 'R'] as const)
      for (let phi = -720; phi <= 720; phi += 90) expect(inRange(hand, naturalBearing(hand, phi))).toBe(true);
  });
});
