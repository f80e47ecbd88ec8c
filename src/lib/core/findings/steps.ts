import { ROLES, TICKS_PER_BEAT, otherRole, type Role, type Ticks } from '../base';
import { joinedAt, unitBeats, type Analysis, type Weighed } from '../analysis';
import type { ActionPatch, FigureEdit } from '../figure';
import { positionAt, sayCount, saySpanned } from '../time';
import { KINDS } from '../vocabulary';
import type { Finding, Remedy, RemedyCode } from './types';

/** Small builders shared by the rules. */

/** Both roles have steps. */
export const complete = (a: Analysis): boolean => ROLES.every((r) => a.roles[r].actions.length > 0);
/** So much is wrong that what follows from it is not said. */
export const broken = (before: readonly Finding[]): boolean =>
  before.some((f) => f.code === 'totals-differ' || f.code === 'role-empty' || f.code === 'overlap');

/** A count as it is written: `3&`, or `1 of the second six` where counting begins again. */
export const say = (a: Analysis, tick: Ticks): string =>
  a.figure.repeat ? sayCount(tick, a.figure.feel) : saySpanned(tick, a.figure.feel, a.spans, a.end);

export const setAction = (role: Role, w: Weighed, patch: ActionPatch): FigureEdit => ({
  type: 'set-action',
  role,
  at: w.ref,
  patch,
});
export const removeAction = (role: Role, w: Weighed): FigureEdit => ({ type: 'delete', role, at: w.ref });
export const insertStep = (role: Role, tick: Ticks, kind: 'step' | 'hold' = 'step'): FigureEdit => ({
  type: 'insert',
  role,
  tick,
  action: kind === 'hold' ? { type: 'action', kind } : { type: 'action', kind, direction: 'place' },
});

export function remedy(
  code: RemedyCode,
  role: Role | undefined,
  details: Remedy['details'],
  ...edits: FigureEdit[]
): Remedy {
  return role === undefined ? { code, details, edits } : { code, role, details, edits };
}

export const actionOf = (a: Analysis, f: Finding): Weighed | undefined =>
  f.role &&
  a.roles[f.role].actions.find(
    (w) =>
      w.tick === f.tick &&
      (!f.ref || (w.ref.item === f.ref.item && w.ref.line === f.ref.line && w.ref.step === f.ref.step)),
  );

/** Some hand is joined, or lies on the partner. */
export const touching = (a: Analysis, tick: Ticks): boolean =>
  joinedAt(a.arms, tick).length > 0 || a.arms.rests.some((r) => r.from <= tick && tick < r.to);

export const takesWeight = (w: Weighed): boolean => KINDS[w.action.kind].weight === 'takes';

/** Is the count inside one of the ranges the writer named? */
export const inRanges = (ranges: readonly { from: number; to: number }[], from: Ticks, to: Ticks): boolean =>
  ranges.some((r) => (r.from - 1) * TICKS_PER_BEAT < to && r.to * TICKS_PER_BEAT > from);

export const countsOf = (from: Ticks, to: Ticks): { from: number; to: number } => ({
  from: Math.floor(from / TICKS_PER_BEAT) + 1,
  to: Math.max(Math.floor(from / TICKS_PER_BEAT) + 1, Math.ceil(to / TICKS_PER_BEAT)),
});

/**
 * The smallest edits of one role between two ticks that change which foot is free after: a step becomes a touch or a
 * hold, a touch or hold a step, a triple two steps, two steps a triple. Those that bring the role to its partner's steps come first,
 * then those not under a turn, then the later ones.
 */
export function parityRepairs(a: Analysis, role: Role, from: Ticks, to: Ticks): ParityRepair[] {
  const window = a.roles[role].actions.filter((w) => w.tick >= from && w.tick < to);
  const turning = (w: Weighed): number => (w.action.turn || w.action.then ? 1 : 0);
  const ordered = [...window].sort((x, y) => turning(x) - turning(y) || y.tick - x.tick);
  const offers = [
    ...fillGaps(a, role, from, to),
    ...ordered.flatMap((w) => [...takeAway(a, role, w), ...give(a, role, w)]),
  ];
  const partner = new Set(a.roles[otherRole(role)].actions.filter((w) => w.change).map((w) => w.tick));
  const underTurn = new Set(window.filter((w) => turning(w) > 0).map((w) => w.tick));
  return offers
    .map((o) => ({
      remedy: o.remedy,
      withPartner: partner.has(o.tick) === o.steps,
      underTurn: underTurn.has(o.tick),
    }))
    .sort((x, y) => Number(y.withPartner) - Number(x.withPartner));
}

/** One way to change which foot is free. */
export interface ParityRepair {
  readonly remedy: Remedy;
  /** It steps where the partner steps, or waits where the partner waits. */
  readonly withPartner: boolean;
  readonly underTurn: boolean;
}

/** A repair, the tick it touches, and whether the role steps there afterwards. */
interface Offer {
  readonly remedy: Remedy;
  readonly tick: Ticks;
  readonly steps: boolean;
}

function takeAway(a: Analysis, role: Role, w: Weighed): Offer[] {
  if (!w.change || !takesWeight(w)) return [];
  const count = say(a, w.tick);
  const offer = (code: RemedyCode, edit: FigureEdit): Offer => ({
    remedy: remedy(code, role, { count }, edit),
    tick: w.tick,
    steps: false,
  });
  if (w.tick % TICKS_PER_BEAT !== 0) return [offer('remove', removeAction(role, w))];
  return [
    offer('touch-instead', setAction(role, w, { kind: 'touch', turn: undefined, then: undefined })),
    offer('hold-instead', setAction(role, w, { kind: 'hold' })),
  ];
}

function give(a: Analysis, role: Role, w: Weighed): Offer[] {
  const effect = KINDS[w.action.kind].weight;
  if (effect !== 'free' && w.action.kind !== 'hold') return [];
  const step = setAction(role, w, { kind: 'step', direction: w.action.direction ?? 'place' });
  return [
    { remedy: remedy('step-instead', role, { count: say(a, w.tick) }, step), tick: w.tick, steps: true },
  ];
}

/** A step in place on the "and", or on a beat nothing falls on; later ones first. */
function fillGaps(a: Analysis, role: Role, from: Ticks, to: Ticks): Offer[] {
  const taken = new Set(a.roles[role].actions.map((w) => w.tick));
  const out: Offer[] = [];
  for (let tick = from; tick < to; tick++) {
    const sub = positionAt(tick, a.figure.feel)?.sub;
    if ((sub !== '' && sub !== '&') || taken.has(tick)) continue;
    const added = remedy('add-step', role, { count: say(a, tick) }, insertStep(role, tick));
    out.push({ remedy: added, tick, steps: true });
  }
  return out.reverse();
}

export const unitTicks = (a: Analysis): Ticks => unitBeats(a.figure) * TICKS_PER_BEAT;
