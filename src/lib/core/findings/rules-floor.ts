import {
  ROLES,
  TICKS_PER_BEAT,
  fromBody,
  signedHeading,
  type Degrees,
  type Metres,
  type Point,
  type Role,
  type Ticks,
} from '../base';
import { keyOfState, nameOf, stateOfHold, type ArmState } from '../arms';
import { LEAD_IN, armsAt, embracedAt, type Analysis, type Weighed } from '../analysis';
import type { ActionPatch, Figure } from '../figure';
import { sizeScale, type Moved } from '../floor';
import { BODY_PARTS, DIRECTIONS, FORMATIONS, HOLDS, frameOfDirection } from '../vocabulary';
import { TOLERANCE } from './limits.data';
import { SIDE, hands, letGoWhileApart } from './mends-arms';
import { sayTurn } from './rules-turn';
import { broken, complete, remedy, say, setAction, takesWeight } from './steps';
import type { Remedy, Rule } from './types';

const wantedFormation = (a: Analysis) => a.figure.end.formation ?? a.figure.start.formation;

/** An opening of a quarter or less at the end is a place to go from. Source: common practice. */
const OPENING: Degrees = 90;

/**
 * Is the facing at the end a mistake? Where the ending is declared, whatever differs from it is. Where it is not: to
 * end face to face is always a place to go from, and so is an opening of an eighth, or of a quarter in a body hold, and
 * a wrap or the like that has a name.
 */
function facesWrong(a: Analysis, off: Degrees): boolean {
  if (Math.abs(off) <= TOLERANCE.endFacing) return false;
  if (a.figure.end.formation) return true;
  const { turn } = a.floor.end;
  if (Math.abs(signedHeading(turn - 180)) <= TOLERANCE.endFacing) return false;
  const held = embracedAt(a.contacts, a.end - 1);
  if (Math.abs(off) <= (held ? OPENING : OPENING / 2)) return false;
  const state = armsAt(a.arms, a.end, true);
  return state.phi.leader % 360 !== 0 || !WRAPPED.test(nameOf(state).trade ?? '');
}
const WRAPPED = /^(wrap|cradle|shadow|sweetheart)/i;

/** The relative facing at the end is not that of the formation the figure should end in. Exact: turns only. */
export const endFacing: Rule = {
  code: 'end-facing',
  find: (a, before) => {
    if (!complete(a) || broken(before)) return [];
    const wanted = FORMATIONS[wantedFormation(a)].turn;
    const off = signedHeading(a.floor.end.turn - wanted);
    if (!facesWrong(a, off)) return [];
    return [
      {
        code: 'end-facing',
        severity: 'wrong',
        tick: a.end - TICKS_PER_BEAT,
        details: {
          formation: wantedFormation(a),
          off,
          amount: sayTurn(off),
          leader: a.roles.leader.total,
          follower: a.roles.follower.total,
        },
      },
    ];
  },
  mend: (a, f) => {
    const off = Number(f.details.off);
    const turning = ROLES.flatMap((role) =>
      a.roles[role].actions.filter((w) => w.action.turn !== undefined).map((w) => ({ role, w })),
    );
    const reversals = turning.map(({ role, w }) =>
      remedy(
        'reverse-turn',
        role,
        { count: say(a, w.tick) },
        setAction(role, w, { turn: -(w.action.turn ?? 0) }),
      ),
    );
    const mends = ROLES.flatMap((role) => {
      const sign = role === 'leader' ? 1 : -1;
      return a.roles[role].actions
        .filter(takesWeight)
        .toReversed()
        .map((w) => mendTurn(a, role, w, (w.action.turn ?? 0) + sign * off));
    });
    const now = a.floor.end.formation;
    const declare = now
      ? [
          remedy(
            'declare-formation',
            undefined,
            { formation: now },
            { type: 'set-details', patch: { end: { ...a.figure.end, formation: now } } },
          ),
        ]
      : [];
    return [...reversals, ...mends.slice(0, 12), ...declare];
  },
};

function mendTurn(a: Analysis, role: Role, w: Weighed, turn: Degrees): Remedy {
  const rounded = Math.round(turn / 15) * 15;
  return remedy(
    'mend-turn',
    role,
    {
      count: say(a, w.tick),
      amount: rounded === 0 ? 'none' : sayTurn(rounded),
      side: rounded < 0 ? 'left' : 'right',
    },
    setAction(role, w, { turn: rounded || undefined }),
  );
}

/** The follower ends elsewhere than the formation has. An estimate. */
export const endPlace: Rule = {
  code: 'end-place',
  find: (a, before) => {
    if (!complete(a) || broken(before) || before.some((f) => f.code === 'end-facing')) return [];
    if (embracedAt(a.contacts, a.end - 1)) return [];
    const wanted = FORMATIONS[wantedFormation(a)];
    const { right, ahead, turn } = a.floor.end;
    if (Math.abs(signedHeading(turn - wanted.turn)) > TOLERANCE.endFacing) return [];
    const off = Math.hypot(right - wanted.right, ahead - wanted.ahead);
    if (off <= TOLERANCE.endPlace) return [];
    return [
      {
        code: 'end-place',
        severity: 'look',
        tick: a.end - TICKS_PER_BEAT,
        details: { formation: wantedFormation(a), off: roughly(off) },
      },
    ];
  },
  mend: (a) => {
    const now = a.floor.end.formation;
    return now
      ? [
          remedy(
            'declare-formation',
            undefined,
            { formation: now },
            { type: 'set-details', patch: { end: { ...a.figure.end, formation: now } } },
          ),
        ]
      : [];
  },
};

/** Centimetres, to the ten: no more is known. */
const roughly = (m: Metres): number => Math.max(10, Math.round(m * 10) * 10);

const passing = (a: Analysis, tick: Ticks): boolean =>
  [...a.floor.passes, ...a.floor.sides].some((p) => Math.abs(p.tick - tick) <= TICKS_PER_BEAT);

/** The leader's last step before a moment left the leader facing across the lane: opened, as it is called. */
function opened(a: Analysis, lane: Degrees, tick: Ticks): boolean {
  const { path, actions } = a.roles.leader;
  const at = actions.findLast((w) => w.change && w.tick <= tick)?.tick ?? 0;
  const off = Math.abs(signedHeading((path.facing[at - path.from] ?? 0) - lane));
  return off >= TOLERANCE.opened && off <= 180 - TOLERANCE.opened;
}

/**
 * The leader is in the lane as the follower comes through: solved without two bodies being two, the leader would be
 * so much further in it. An estimate.
 */
export const laneBlocked: Rule = {
  code: 'lane-blocked',
  find: (a, before) => {
    const { lane } = a.solved.problem.input;
    if (broken(before) || !complete(a) || lane === undefined) return [];
    const aside = fromBody(lane, 1, 0);
    const short = (m: Moved): number => Math.abs(m.x * aside.x + m.y * aside.y);
    const worst = a.floor
      .moved('bodies')
      .filter((m) => m.role === 'leader' && passing(a, m.tick) && !opened(a, lane, m.tick))
      .reduce<Moved | undefined>((w, m) => (short(m) > (w ? short(w) : TOLERANCE.moved) ? m : w), undefined);
    if (!worst) return [];
    const side = worst.x * aside.x + worst.y * aside.y > 0 ? 'right' : 'left';
    return [
      {
        code: 'lane-blocked',
        severity: 'caution',
        role: 'leader',
        tick: nearestBeat(worst.tick),
        details: { count: say(a, nearestBeat(worst.tick)), short: Math.round(short(worst) * 100), side },
      },
    ];
  },
  mend: (a, f) => {
    const before = a.roles.leader.actions
      .filter((w) => takesWeight(w) && w.tick <= f.tick && w.tick > f.tick - 5 * TICKS_PER_BEAT)
      .toReversed();
    const patches: ActionPatch[] = [
      { kind: 'step', direction: 'side' },
      { kind: 'step', direction: 'side', size: 'large' },
      { kind: 'step', direction: 'diag-back', size: 'large' },
      { kind: 'step', direction: 'diag-fwd', size: 'large' },
      { kind: 'step', direction: 'side', size: 2 },
      { size: 'large' },
    ];
    return before.flatMap((w) =>
      patches.map((p) =>
        remedy(
          'step-aside',
          'leader',
          { count: say(a, w.tick), direction: p.direction ?? '', size: String(p.size ?? '') },
          setAction('leader', w, p),
        ),
      ),
    );
  },
};

/** Two bodies would be in one place, outside a pass in the lane. An estimate. */
export const collision: Rule = {
  code: 'collision',
  find: (a, before) => {
    if (!complete(a) || broken(before)) return [];
    const worst = a.floor
      .moved('bodies')
      .filter((m) => !passing(a, m.tick))
      .reduce<Moved | undefined>((w, m) => (m.by > (w?.by ?? TOLERANCE.moved) ? m : w), undefined);
    if (!worst || before.some((f) => f.code === 'lane-blocked' && near(f.tick, worst.tick))) return [];
    return [
      {
        code: 'collision',
        severity: 'caution',
        tick: nearestBeat(worst.tick),
        details: { count: say(a, nearestBeat(worst.tick)), overlap: roughly(worst.by) },
      },
    ];
  },
  mend: (a, f) =>
    resizing(a, f.tick, [
      { size: 'small' },
      { direction: 'back', kind: 'step' },
      { direction: 'place', kind: 'step', size: undefined },
      { direction: 'side', kind: 'step' },
    ]),
};

const near = (a: Ticks, b: Ticks): boolean => Math.abs(a - b) <= 2 * TICKS_PER_BEAT;

/** Joined hands would have to stretch beyond both arms. An estimate. */
export const outOfReach: Rule = {
  code: 'out-of-reach',
  find: (a, before) => {
    if (!complete(a) || broken(before) || before.some((f) => f.code === 'take-out-of-reach')) return [];
    const worst = a.floor
      .moved('hands')
      .reduce<Moved | undefined>((w, m) => (m.by > (w?.by ?? TOLERANCE.moved) ? m : w), undefined);
    if (!worst) return [];
    return [
      {
        code: 'out-of-reach',
        severity: 'look',
        tick: nearestBeat(worst.tick),
        details: { count: say(a, nearestBeat(worst.tick)), over: roughly(worst.by) },
      },
    ];
  },
  mend: (a, f) => [
    ...resizing(a, f.tick, [
      { size: 'small' },
      { size: undefined },
      { direction: 'place', kind: 'step', size: undefined },
      { direction: 'fwd', kind: 'step' },
    ]),
    ...letGoWhileApart(a),
  ],
};

/** Changes of size or direction of one step shortly before a tick, nearest first. */
function resizing(a: Analysis, tick: Ticks, patches: readonly ActionPatch[]): Remedy[] {
  const near = ROLES.flatMap((role) =>
    a.roles[role].actions
      .filter((w) => w.foot && w.tick <= tick + LEAD_IN && w.tick > tick - 4 * TICKS_PER_BEAT)
      .map((w) => ({ role, w })),
  );
  return near
    .sort((x, y) => y.w.tick - x.w.tick)
    .slice(0, 8)
    .flatMap(({ role, w }) =>
      patches.map((p) =>
        remedy(
          'resize',
          role,
          {
            count: say(a, w.tick),
            direction: p.direction ?? '',
            size: 'size' in p ? String(p.size ?? 'normal') : '',
          },
          setAction(role, w, p),
        ),
      ),
    );
}

/** Two steps that lead apart by more than this share of both: nearer to opposite than to square. */
const APART_BY = 0.75;

/** Where a step's words lead in the room, in steps of its dancer; feet that come together lead nowhere. */
function leadsTo(a: Analysis, role: Role, w: Weighed): Point | undefined {
  const { kind, direction, turn, then } = w.action;
  if (kind !== 'step' || direction === undefined || turn !== undefined || then !== undefined)
    return undefined;
  if (frameOfDirection(direction) !== 'body') return undefined;
  const row = DIRECTIONS[direction];
  const scale = sizeScale(w.action.size);
  const { path, actions } = a.roles[role];
  const index = actions.indexOf(w);
  // A rock is danced away from the partner by both, in any hold.
  if (actions[index + 1]?.action.kind === 'replace') return undefined;
  const facing = path.placings[index]?.frame ?? 0;
  return fromBody(facing, (w.foot === 'R' ? 1 : -1) * row.out * scale, row.ahead * scale);
}

/** Held body to body, face to face, one steps one way and the other another. Words and hands only: nothing estimated. */
export const stepsPart: Rule = {
  code: 'steps-part',
  find: (a, before) => {
    if (!complete(a) || broken(before)) return [];
    const { leader, follower } = a.roles;
    for (const w of leader.actions) {
      const v = follower.actions.find((x) => x.tick === w.tick);
      if (!v || !w.change || !v.change || !embracedAt(a.contacts, Math.max(0, w.tick))) continue;
      const [p, q] = [leadsTo(a, 'leader', w), leadsTo(a, 'follower', v)];
      if (!p || !q) continue;
      const both = Math.hypot(p.x, p.y) + Math.hypot(q.x, q.y);
      if (both === 0 || Math.hypot(p.x - q.x, p.y - q.y) <= APART_BY * both) continue;
      return [
        {
          code: 'steps-part',
          severity: 'look',
          role: 'follower',
          tick: w.tick,
          details: {
            count: say(a, w.tick),
            leader: DIRECTIONS[w.action.direction ?? 'place'].says,
            follower: DIRECTIONS[v.action.direction ?? 'place'].says,
          },
        },
      ];
    }
    return [];
  },
  mend: (a, f) => {
    const role = f.role;
    const near = a.roles[role ?? 'leader'].actions.filter(
      (w) => takesWeight(w) && Math.abs(w.tick - f.tick) <= TICKS_PER_BEAT,
    );
    return near.flatMap((w) =>
      (['back', 'fwd', 'side', 'diag-back', 'diag-fwd'] as const)
        .filter((direction) => direction !== w.action.direction)
        .map((direction) =>
          remedy(
            'resize',
            role,
            { count: say(a, w.tick), direction, size: '' },
            setAction(role ?? 'leader', w, { kind: 'step', direction, size: undefined }),
          ),
        ),
    );
  },
};

/** On which side the partners pass is not decided by what is written: the figure can say. */
export const whichSide: Rule = {
  code: 'which-side',
  find: (a, before) => {
    if (!complete(a) || broken(before) || a.solved.problem.input.lane === undefined) return [];
    const blocked = before.filter((f) => f.code === 'lane-blocked');
    return a.floor.sides
      .filter((s) => s.undecided && !blocked.some((f) => near(f.tick, s.tick)))
      .map((s) => ({
        code: 'which-side',
        severity: 'look',
        role: 'leader',
        tick: nearestBeat(s.tick),
        details: { count: say(a, nearestBeat(s.tick)), side: s.leader },
      }));
  },
  mend: (a, f) => {
    const steps = a.roles.leader.actions.filter((w) => takesWeight(w) && w.tick <= f.tick + TICKS_PER_BEAT);
    const w = steps.at(-1);
    if (!w) return [];
    return (['left', 'right'] as const).map((lane) =>
      remedy('say-side', 'leader', { count: say(a, w.tick), side: lane }, setAction('leader', w, { lane })),
    );
  },
};

/** The hold at the end is not the one declared. Exact but for where the partners stand. */
export const endHold: Rule = {
  code: 'end-hold',
  find: (a, before) => {
    const wanted = a.figure.end.hold;
    if (!wanted || !complete(a) || broken(before)) return [];
    const is = armsAt(a.arms, a.end, true);
    const meant = stateOfHold(wanted, HOLDS[wanted].turned ? undefined : is.phi);
    if (sameHold(is, meant)) return [];
    const left = is.rests.find((r) => !meant.rests.some((m) => m.role === r.role && m.hand === r.hand));
    return [
      {
        code: 'end-hold',
        severity: 'wrong',
        tick: a.end - TICKS_PER_BEAT,
        details: {
          hold: wanted,
          is: nameOf(is).title,
          hand: left ? SIDE[left.hand] : '',
          who: left?.role ?? '',
          part: left ? BODY_PARTS[left.on].says : '',
        },
      },
    ];
  },
  mend: (a) => {
    const at = a.end - TICKS_PER_BEAT;
    const is = armsAt(a.arms, a.end, true);
    const wanted = a.figure.end.hold;
    const off = is.rests
      .filter((r) => !HOLDS[wanted ?? 'none'].rests.some((m) => m.role === r.role && m.hand === r.hand))
      .map((r) => `release ${r.role === 'follower' ? 'follower ' : ''}${SIDE[r.hand]}`);
    const undeclared: Figure['end'] = { ...a.figure.end };
    delete (undeclared as { hold?: unknown }).hold;
    return [
      ...(off.length > 0
        ? [
            remedy(
              'release-hand',
              undefined,
              { hand: 'the hands on the body', count: say(a, at) },
              hands(a, at, off.join(', ')),
            ),
          ]
        : []),
      remedy('declare-hold', undefined, {}, { type: 'set-details', patch: { end: undeclared } }),
    ];
  },
};

/** The same hands, as far round, as often crossed; the same hands on the body. */
function sameHold(a: ArmState, b: ArmState): boolean {
  const bare = (s: ArmState): string => keyOfState({ ...s, rests: [], phi: { leader: 0, follower: 0 } });
  const resting = (s: ArmState): string =>
    s.rests
      .map((r) => r.role + r.hand)
      .sort()
      .join();
  return bare(a) === bare(b) && resting(a) === resting(b);
}

/** The leader does not end facing as declared. Exact: turns only. */
export const endHeading: Rule = {
  code: 'end-heading',
  find: (a, before) => {
    const wanted = a.figure.end.facing;
    if (wanted === undefined || !complete(a) || broken(before)) return [];
    const off = signedHeading(a.figure.start.facing + a.roles.leader.total - wanted);
    if (off === 0) return [];
    return [
      {
        code: 'end-heading',
        severity: 'wrong',
        role: 'leader',
        tick: a.end - TICKS_PER_BEAT,
        details: { amount: sayTurn(off), side: off > 0 ? 'right' : 'left' },
      },
    ];
  },
  mend: (a) => {
    const now = signedHeading(a.figure.start.facing + a.roles.leader.total);
    const patch = { end: { ...a.figure.end, facing: now } };
    return [remedy('declare-heading', undefined, {}, { type: 'set-details', patch })];
  },
};

const nearestBeat = (tick: Ticks): Ticks => Math.max(0, Math.floor(tick / TICKS_PER_BEAT) * TICKS_PER_BEAT);
