import { ROLES, TICKS_PER_BEAT, signedHeading, type Degrees, type Role, type Ticks } from '../base';
import { LEAD_IN, type Analysis, type Weighed } from '../analysis';
import type { ActionPatch } from '../figure';
import { FORMATIONS, HOLDS } from '../vocabulary';
import { TOLERANCE } from './limits.data';
import { letGoWhileApart } from './mends-arms';
import { sayTurn } from './rules-turn';
import { broken, complete, remedy, say, setAction, takesWeight } from './steps';
import type { Remedy, Rule } from './types';

const wantedFormation = (a: Analysis) => a.figure.end.formation ?? a.figure.start.formation;

/** The relative facing at the end is not that of the formation the figure should end in. Exact: turns only. */
export const endFacing: Rule = {
  code: 'end-facing',
  find: (a, before) => {
    if (!complete(a) || broken(before)) return [];
    const wanted = FORMATIONS[wantedFormation(a)].turn;
    const off = signedHeading(a.floor.end.turn - wanted);
    if (Math.abs(off) <= TOLERANCE.endFacing) return [];
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

/** The follower ends on quite another side of the leader than the formation has. An estimate. */
export const endPlace: Rule = {
  code: 'end-place',
  find: (a, before) => {
    if (!complete(a) || broken(before) || before.some((f) => f.code === 'end-facing')) return [];
    const wanted = FORMATIONS[wantedFormation(a)];
    const bearing = (right: number, ahead: number): Degrees => (Math.atan2(right, ahead) * 180) / Math.PI;
    const { right, ahead } = a.floor.end;
    if (Math.hypot(right, ahead) < 0.2) return [];
    const off = signedHeading(bearing(right, ahead) - bearing(wanted.right, wanted.ahead));
    if (Math.abs(off) <= TOLERANCE.endBearing) return [];
    return [
      {
        code: 'end-place',
        severity: 'look',
        tick: a.end - TICKS_PER_BEAT,
        details: { formation: wantedFormation(a), off: Math.round(off) },
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

/** The leader is still in the lane as the follower comes through. An estimate. */
export const laneBlocked: Rule = {
  code: 'lane-blocked',
  find: (a, before) => {
    if (broken(before)) return [];
    const pass = a.floor.passes.find((p) => p.gap < -overlapLimit(a) && p.tick >= 0);
    if (!pass) return [];
    return [
      {
        code: 'lane-blocked',
        severity: 'caution',
        role: 'leader',
        tick: pass.tick,
        details: { count: say(a, nearestBeat(pass.tick)), short: Math.round(-pass.gap * 100) },
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

const overlapLimit = (a: Analysis): number =>
  HOLDS[a.figure.start.hold].body ? TOLERANCE.overlapInHold : TOLERANCE.overlap;

/** The bodies run into each other, outside a pass in the lane. An estimate. */
export const collision: Rule = {
  code: 'collision',
  find: (a, before) => {
    const { closest } = a.floor;
    const blocked = before.find((f) => f.code === 'lane-blocked');
    if (
      !complete(a) ||
      broken(before) ||
      closest.gap >= -overlapLimit(a) ||
      (blocked && Math.abs(blocked.tick - closest.tick) <= 2 * TICKS_PER_BEAT)
    )
      return [];
    return [
      {
        code: 'collision',
        severity: 'caution',
        tick: closest.tick,
        details: { count: say(a, nearestBeat(closest.tick)), overlap: Math.round(-closest.gap * 100) },
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

/** Joined hands would have to stretch beyond both arms. An estimate. */
export const outOfReach: Rule = {
  code: 'out-of-reach',
  find: (a, before) => {
    const { stretch } = a.floor;
    if (!complete(a) || broken(before) || !stretch || stretch.over <= TOLERANCE.stretch) return [];
    if (before.some((f) => f.code === 'take-out-of-reach')) return [];
    return [
      {
        code: 'out-of-reach',
        severity: 'look',
        tick: stretch.tick,
        details: { count: say(a, nearestBeat(stretch.tick)), over: Math.round(stretch.over * 100) },
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

const nearestBeat = (tick: Ticks): Ticks => Math.max(0, Math.floor(tick / TICKS_PER_BEAT) * TICKS_PER_BEAT);
