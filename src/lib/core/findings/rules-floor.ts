import { ROLES, TICKS_PER_BEAT, signedHeading, type Degrees, type Role, type Ticks } from '../base';
import { LEAD_IN, longestSpin, turnRate, type Analysis, type Weighed } from '../analysis';
import type { ActionPatch, FigureEdit } from '../figure';
import { fractionOf } from '../notation';
import { FORMATIONS, HOLDS, LEVELS, type Level } from '../vocabulary';
import { DIZZY, TOLERANCE } from './limits.data';
import { remedy, say, setAction, takesWeight } from './steps';
import type { Finding, Remedy, Rule } from './types';

const complete = (a: Analysis): boolean => ROLES.every((r) => a.roles[r].actions.length > 0);
const broken = (before: readonly Finding[]): boolean =>
  before.some((f) => f.code === 'totals-differ' || f.code === 'role-empty' || f.code === 'overlap');
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

/** More turn in a beat, at the figure's fastest tempo, than its level is given. */
export const turnTooFast: Rule = {
  code: 'turn-too-fast',
  find: (a) =>
    ROLES.flatMap((role): Finding[] => {
      const { fastest, turns } = a.roles[role];
      const rate = turnRate(fastest.revolutions, TICKS_PER_BEAT, a.figure.tempo.max);
      const limit = LEVELS[a.figure.level].turnRate;
      if (rate <= limit + 1e-9) return [];
      const cause = turns.find((t) => t.to > fastest.from && t.from < fastest.to);
      const tick = a.roles[role].actions[cause?.index ?? 0]?.tick ?? fastest.from;
      return [
        {
          code: 'turn-too-fast',
          severity: 'caution',
          role,
          tick,
          details: {
            rate: round2(rate),
            limit,
            bpm: a.figure.tempo.max,
            level: LEVELS[a.figure.level].name,
            count: say(a, tick),
            amount: sayTurn(fastest.revolutions * 360),
          },
        },
      ];
    }),
  mend: (a, f) => {
    const role = f.role;
    if (!role) return [];
    const { fastest } = a.roles[role];
    const slowest = Math.floor((LEVELS[a.figure.level].turnRate * 60) / fastest.revolutions);
    const tempo = { min: Math.min(a.figure.tempo.min, slowest), max: slowest };
    const slower =
      slowest >= 20
        ? [remedy('slower', undefined, { bpm: slowest }, { type: 'set-details', patch: { tempo } })]
        : [];
    const levels = ([2, 3, 4] as Level[])
      .filter((l) => l > a.figure.level)
      .map((level) =>
        remedy(
          'raise-level',
          undefined,
          { level: LEVELS[level].name },
          { type: 'set-details', patch: { level } },
        ),
      );
    return [...spreads(a, role), ...slower, ...lessTurn(a, role), ...levels];
  },
};

/** Gives part of a step's turn to the step before or after it. */
function spreads(a: Analysis, role: Role): Remedy[] {
  const steps = a.roles[role].actions.filter((w) => w.foot !== undefined);
  const busy = steps
    .filter((w) => w.action.turn !== undefined)
    .sort((x, y) => Math.abs(y.action.turn ?? 0) - Math.abs(x.action.turn ?? 0));
  return busy.slice(0, 3).flatMap((w) => {
    const turn = w.action.turn ?? 0;
    const i = steps.indexOf(w);
    return [1, -1, 2, -2].flatMap((d) => {
      const other = steps[i + d];
      if (!other || !takesWeight(other)) return [];
      return [1 / 2, 1 / 4, 3 / 4].map((share) => {
        const part = Math.round((turn * share) / 15) * 15;
        return remedy(
          'spread-turn',
          role,
          { count: say(a, w.tick), to: say(a, other.tick) },
          setAction(role, w, { turn: turn - part || undefined }),
          setAction(role, other, { turn: (other.action.turn ?? 0) + part || undefined }),
        );
      });
    });
  });
}

/** One turn fewer at a step that has it whole, or taken off the last steps that turn the same way. */
function lessTurn(a: Analysis, role: Role): Remedy[] {
  const turning = a.roles[role].actions.filter((w) => w.action.turn !== undefined);
  const whole = turning.filter((w) => Math.abs(w.action.turn ?? 0) >= 360);
  const single = whole.map((w) => {
    const turn = w.action.turn ?? 0;
    return remedy(
      'less-turn',
      role,
      { count: say(a, w.tick) },
      setAction(role, w, { turn: turn - 360 * Math.sign(turn) || undefined }),
    );
  });
  const last = turning.at(-1);
  const side = Math.sign(last?.action.turn ?? 0);
  const edits: FigureEdit[] = [];
  let left = 360;
  for (const w of turning.toReversed()) {
    const turn = w.action.turn ?? 0;
    if (left === 0 || Math.sign(turn) !== side) break;
    const off = Math.min(left, Math.abs(turn));
    left -= off;
    edits.push(setAction(role, w, { turn: turn - side * off || undefined }));
  }
  return last && left === 0
    ? [...single, remedy('less-turn', role, { count: say(a, last.tick) }, ...edits)]
    : single;
}

/** Many turns one way in a row. */
export const longSpin: Rule = {
  code: 'long-spin',
  find: (a) =>
    ROLES.flatMap((role): Finding[] => {
      const spin = longestSpin(a.roles[role].turns, DIZZY.within);
      if (Math.abs(spin.amount) < DIZZY.degrees) return [];
      return [
        {
          code: 'long-spin',
          severity: 'caution',
          role,
          tick: a.roles[role].actions[spin.index]?.tick ?? 0,
          details: { amount: sayTurn(spin.amount), side: spin.amount > 0 ? 'right' : 'left' },
        },
      ];
    }),
  mend: (a, f) => (f.role ? lessTurn(a, f.role) : []),
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
    return [
      {
        code: 'out-of-reach',
        severity: 'look',
        tick: stretch.tick,
        details: { count: say(a, nearestBeat(stretch.tick)), over: Math.round(stretch.over * 100) },
      },
    ];
  },
  mend: (a, f) =>
    resizing(a, f.tick, [
      { size: 'small' },
      { size: undefined },
      { direction: 'place', kind: 'step', size: undefined },
      { direction: 'fwd', kind: 'step' },
    ]),
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
const round2 = (x: number): number => Math.round(x * 100) / 100;

/** An amount of turn in words, to the nearest 15°. @example sayTurn(-540) // '1 1/2' */
export function sayTurn(turn: Degrees): string {
  const { whole, top, bottom } = fractionOf(Math.round(turn / 15) * 15);
  return [whole || '', top ? `${top}/${bottom}` : ''].filter(Boolean).join(' ') || '0';
}
