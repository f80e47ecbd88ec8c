import {
  ROLES,
  TICKS_PER_BEAT,
  heading,
  otherRole,
  signedHeading,
  type Degrees,
  type Metres,
  type Role,
  type Ticks,
} from '../base';
import { armsAt, embracedAt, valueAt, type Analysis, type Weighed } from '../analysis';
import { actionScale } from '../floor';
import { DIRECTIONS, KINDS, frameOfDirection, type KindRow } from '../vocabulary';
import { NEAR } from './limits.data';
import { SIDE, beat, handWord, hands } from './mends-arms';
import { actionOf, broken, complete, remedy, say, setAction } from './steps';
import type { Finding, Remedy, Rule } from './types';

/** What is near: kicks, steps, hands over heads, hands on a body that has gone. */

const at = (a: Analysis, role: Role, tick: Ticks) => {
  const { path } = a.roles[role];
  const i = Math.max(0, Math.min(path.x.length - 1, tick - path.from));
  return { x: path.x[i] ?? 0, y: path.y[i] ?? 0, facing: path.facing[i] ?? 0 };
};
const apartAt = (a: Analysis, tick: Ticks): Metres =>
  a.floor.apart[Math.max(0, Math.min(a.floor.apart.length - 1, tick - a.floor.from))] ?? Infinity;
/** The bearing of the partner from a dancer's front, within (−180, 180]. */
function bearing(a: Analysis, role: Role, tick: Ticks): Degrees {
  const [me, you] = [at(a, role, tick), at(a, otherRole(role), tick)];
  return signedHeading(heading(Math.atan2(you.x - me.x, you.y - me.y) * (180 / Math.PI)) - me.facing);
}

/** Where a leg goes, from the dancer's front; undefined for directions of the room. */
function legBearing(w: Weighed): Degrees | undefined {
  const direction = w.action.direction ?? (w.action.kind === 'flick' ? 'back' : 'fwd');
  if (frameOfDirection(direction) !== 'body') return undefined;
  const row = DIRECTIONS[direction];
  const side = w.foot === 'L' ? -1 : 1;
  return Math.atan2(side * row.out, row.ahead) * (180 / Math.PI);
}

/** Both face much the same way: one stands behind or beside the other. */
const oneBehindOther = (a: Analysis, tick: Ticks): boolean =>
  Math.abs(signedHeading(at(a, 'leader', tick).facing - at(a, 'follower', tick).facing)) <= NEAR.facing;

/** The leg points at a partner who stands close. */
function towardsPartner(a: Analysis, role: Role, w: Weighed): boolean {
  if (!(KINDS[w.action.kind] as KindRow).air || w.action.size === 'small') return false;
  if (apartAt(a, w.tick) >= (oneBehindOther(a, w.tick) ? NEAR.kick : NEAR.kickFacing)) return false;
  const leg = legBearing(w);
  if (w.action.direction === 'towards') return true;
  return leg !== undefined && Math.abs(signedHeading(leg - bearing(a, role, w.tick))) <= NEAR.cone;
}

/** A kick or a knee towards a partner who stands close: said once, of the first. */
export const kickTowards: Rule = {
  code: 'kick-towards',
  find: (a, before) => {
    const noted = a.figure.cautions.some((c) => /\bkick|\bknee/i.test(c));
    if (broken(before) || !complete(a) || noted) return [];
    const kicks = ROLES.flatMap((role) =>
      a.roles[role].actions.filter((w) => towardsPartner(a, role, w)).map((w) => ({ role, w })),
    ).sort((x, y) => x.w.tick - y.w.tick);
    const first = kicks[0];
    if (!first) return [];
    const { role, w } = first;
    const details = { count: say(a, w.tick), kind: w.action.kind };
    return [{ code: 'kick-towards', severity: 'caution', role, tick: w.tick, ref: w.ref, details }];
  },
  mend: (a, f) => {
    const w = actionOf(a, f);
    const { role } = f;
    if (!w || !role) return [];
    return (['side', 'back'] as const).map((direction) =>
      remedy('resize', role, { count: say(a, w.tick), direction }, setAction(role, w, { direction })),
    );
  },
};

/** A step into the place where the partner stands and stays. */
export const tooNear: Rule = {
  code: 'too-near',
  find: (a, before) => {
    if (broken(before) || !complete(a) || before.some((f) => f.code === 'collision')) return [];
    return ROLES.flatMap((role) =>
      a.roles[role].actions
        .filter((w) => w.change && w.action.kind !== 'close' && w.action.kind !== 'replace')
        .filter(
          (w) =>
            !embracedAt(a.contacts, w.tick) && !embracedAt(a.contacts, Math.max(0, w.tick - TICKS_PER_BEAT)),
        )
        .filter((w) => steppedInto(a, role, w))
        .slice(0, 1)
        .map((w): Finding => ({
          code: 'too-near',
          severity: 'look',
          role,
          tick: w.tick,
          ref: w.ref,
          details: { count: say(a, w.tick) },
        })),
    );
  },
  mend: smaller,
};

/** The step a finding is about, made small. */
function smaller(a: Analysis, f: Finding): Remedy[] {
  const w = actionOf(a, f);
  if (!w || !f.role) return [];
  const details = { count: say(a, w.tick), size: 'small' };
  return [remedy('resize', f.role, details, setAction(f.role, w, { size: 'small' }))];
}

function steppedInto(a: Analysis, role: Role, w: Weighed): boolean {
  const leg = legBearing(w);
  const direction = w.action.direction;
  if (leg === undefined || direction === undefined || direction === 'place') return false;
  const start = Math.max(a.roles[role].path.from, w.tick - TICKS_PER_BEAT);
  if (Math.abs(signedHeading(leg - bearing(a, role, start))) > NEAR.cone) return false;
  const length = saidLength(a, role, w);
  const partner = otherRole(role);
  const [p, q] = [at(a, partner, start), at(a, partner, w.tick)];
  const gone = Math.hypot(p.x - q.x, p.y - q.y);
  const after = at(a, partner, Math.min(w.tick + TICKS_PER_BEAT, a.end));
  const stays = gone < NEAR.still && Math.hypot(after.x - q.x, after.y - q.y) < NEAR.still;
  return stays && length > apartAt(a, start) - NEAR.bodies + NEAR.spare;
}
/** How far an action's words say the foot goes. */
function saidLength(a: Analysis, role: Role, w: Weighed): Metres {
  const row = DIRECTIONS[w.action.direction ?? 'place'];
  const { step } = a.solved.problem.input.dancers[role];
  return Math.hypot(row.out, row.ahead) * actionScale(w.action) * step;
}

/** A hand turned palm down cannot swivel over a head. */
export const palmOver: Rule = {
  code: 'palm-over',
  find: (a) =>
    a.arms.passes
      .flatMap((p): Finding[] => {
        const held = a.arms.held.find((h) => h.leader === p.arm && h.from <= p.tick && p.tick < h.to);
        const grip = held && valueAt(held.grips, p.tick, 'loose');
        if (grip !== 'palm-down') return [];
        return [
          {
            code: 'palm-over',
            severity: 'caution',
            role: p.role,
            tick: p.tick,
            details: { count: say(a, beat(p.tick)), arm: handWord(p.arm), hand: p.arm },
          },
        ];
      })
      .slice(0, 1),
  mend: (a, f) =>
    (['palm up', 'loose'] as const).map((grip) =>
      remedy(
        'open-grip',
        undefined,
        { grip, hand: String(f.details.arm), count: say(a, beat(f.tick)) },
        hands(
          a,
          beat(f.tick) - TICKS_PER_BEAT < 0 ? 0 : beat(f.tick) - TICKS_PER_BEAT,
          `${SIDE[f.details.hand as 'L' | 'R']} ${grip}`,
        ),
      ),
    ),
};

/** A hand that comes down to the neck on its way over a head. */
export const handNeck: Rule = {
  code: 'hand-neck',
  find: (a) =>
    a.arms.passes
      .flatMap((p): Finding[] => {
        const held = a.arms.held.find((h) => h.leader === p.arm && h.from <= p.tick && p.tick < h.to);
        const neck = held?.heights.find(
          (h) => h.value === 'neck' && Math.abs(h.tick - p.tick) <= 2 * TICKS_PER_BEAT && h.tick > p.raised,
        );
        if (!neck || laidThere(a, neck.tick)) return [];
        return [
          {
            code: 'hand-neck',
            severity: 'caution',
            role: p.role,
            tick: neck.tick,
            details: { count: say(a, neck.tick), arm: handWord(p.arm) },
          },
        ];
      })
      .slice(0, 1),
  mend: (a, f) => {
    const words = a.words.find((w) => w.track === 'hands' && w.tick === f.tick);
    return words
      ? [
          remedy(
            'take-words-out',
            undefined,
            { count: say(a, f.tick) },
            { type: 'write-words', track: 'hands', tick: f.tick },
          ),
        ]
      : [];
  },
};
/** Draped on purpose: a halo is laid down there. */
const laidThere = (a: Analysis, tick: Ticks): boolean =>
  a.arms.rests.some((r) => r.how === 'drape' && Math.abs(r.from - tick) <= TICKS_PER_BEAT);

/** The leader's hand of two low arms that are crossed between bodies chest to chest; undefined where they are not. */
function trappedArm(a: Analysis, tick: Ticks): 'L' | 'R' | undefined {
  if (apartAt(a, tick) > NEAR.trapped) return undefined;
  if (ROLES.some((role) => Math.abs(bearing(a, role, tick)) > NEAR.facing)) return undefined;
  const state = armsAt(a.arms, tick);
  const low = state.arms.filter((x) => x.height === 'low' || x.height === 'shoulder');
  return low.length > 1 && Math.abs(state.crossing) >= 1 ? low[0]?.leader : undefined;
}

/** Chest to chest with the low arms crossed between the bodies, for a whole unit: in passing nobody is caught. */
export const elbowTrapped: Rule = {
  code: 'elbow-trapped',
  find: (a, before) => {
    if (broken(before) || !complete(a)) return [];
    const half = TICKS_PER_BEAT / 2;
    let since: Ticks | undefined;
    for (let tick = Math.max(0, a.start); tick < a.end; tick += half) {
      const arm = trappedArm(a, tick);
      since = arm === undefined ? undefined : (since ?? tick);
      if (arm === undefined || since === undefined || tick + half - since < 2 * TICKS_PER_BEAT) continue;
      const details = { count: say(a, beat(since)), arm };
      return [{ code: 'elbow-trapped', severity: 'caution', tick: since, details }];
    }
    return [];
  },
  mend: (a, f) => [
    remedy(
      'release-hand',
      undefined,
      { hand: handWord(f.details.arm as 'L' | 'R'), count: say(a, beat(f.tick)) },
      hands(a, beat(f.tick), `release ${SIDE[f.details.arm as 'L' | 'R']}`),
    ),
  ],
};

/** A long reach out into the room. */
export const charge: Rule = {
  code: 'charge',
  find: (a, before) => {
    if (broken(before) || a.figure.cautions.some((c) => /\b(room|charge|look)\b/i.test(c))) return [];
    const found = ROLES.flatMap((role) =>
      a.roles[role].actions.flatMap((w) => {
        if (!w.change || (w.action.size === undefined && w.action.kind !== 'lunge')) return [];
        return saidLength(a, role, w) >= NEAR.charge ? [{ role, w }] : [];
      }),
    );
    const first = found.sort((x, y) => x.w.tick - y.w.tick)[0];
    if (!first) return [];
    const { role, w } = first;
    return [
      {
        code: 'charge',
        severity: 'caution',
        role,
        tick: w.tick,
        ref: w.ref,
        details: { count: say(a, w.tick) },
      },
    ];
  },
  mend: (a, f) => {
    const note = 'Look into the room before the long step; keep it short in a crowd.';
    const patch = { cautions: [...a.figure.cautions, note] };
    return [...smaller(a, f), remedy('note-caution', undefined, {}, { type: 'set-details', patch })];
  },
};

/** A hand is said to lie on a body that has gone out of its reach. */
export const holdBroken: Rule = {
  code: 'hold-broken',
  find: (a, before) => {
    if (broken(before) || !complete(a)) return [];
    for (const r of a.arms.rests) {
      const { size } = a.roles[r.role];
      const reach = size.reach + size.halfBreadth + NEAR.reachSpare;
      for (let t = Math.max(r.from + TICKS_PER_BEAT, 0); t < Math.min(r.to, a.end); t++) {
        const apart = apartAt(a, t);
        if (apart <= reach) continue;
        return [
          {
            code: 'hold-broken',
            severity: 'look',
            role: r.role,
            tick: t,
            details: {
              count: say(a, beat(t)),
              hand: handWord(r.hand),
              part: r.on,
              apart: Math.round(apart * 10) * 10,
            },
          },
        ];
      }
    }
    return [];
  },
  mend: (a, f) => [
    remedy(
      'release-hand',
      undefined,
      { hand: String(f.details.hand), count: say(a, beat(f.tick)) },
      hands(a, beat(f.tick), `release ${f.role === 'follower' ? 'follower ' : ''}${f.details.hand}`),
    ),
  ],
};
