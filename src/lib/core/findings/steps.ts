import { TICKS_PER_BEAT, type Role, type Ticks } from '../base';
import { unitBeats, type Analysis, type Weighed } from '../analysis';
import type { ActionPatch, FigureEdit } from '../figure';
import { positionAt, sayCount } from '../time';
import { KINDS } from '../vocabulary';
import type { Finding, Remedy, RemedyCode } from './types';

/** Small builders shared by the rules. */

export const say = (a: Analysis, tick: Ticks): string => sayCount(tick, a.figure.feel);

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
 * hold, a touch or hold a step, a triple two steps, two steps a triple. Those not under a turn come first, then the
 * later ones, where the partner feels them least.
 */
export function parityRepairs(a: Analysis, role: Role, from: Ticks, to: Ticks): Remedy[] {
  const window = a.roles[role].actions.filter((w) => w.tick >= from && w.tick < to);
  const turning = (w: Weighed): number => (w.action.turn || w.action.then ? 1 : 0);
  const ordered = [...window].sort((x, y) => turning(x) - turning(y) || y.tick - x.tick);
  return [
    ...ordered.flatMap((w) => takeAway(a, role, w)),
    ...ordered.flatMap((w) => give(a, role, w)),
    ...fillGaps(a, role, from, to),
  ];
}

function takeAway(a: Analysis, role: Role, w: Weighed): Remedy[] {
  if (!w.change || !takesWeight(w)) return [];
  const count = say(a, w.tick);
  const onBeat = w.tick % TICKS_PER_BEAT === 0;
  if (!onBeat) return [remedy('remove', role, { count }, removeAction(role, w))];
  return [
    remedy(
      'touch-instead',
      role,
      { count },
      setAction(role, w, { kind: 'touch', turn: undefined, then: undefined }),
    ),
    remedy('hold-instead', role, { count }, setAction(role, w, { kind: 'hold' })),
  ];
}

function give(a: Analysis, role: Role, w: Weighed): Remedy[] {
  const effect = KINDS[w.action.kind].weight;
  if (effect !== 'free' && w.action.kind !== 'hold') return [];
  return [
    remedy(
      'step-instead',
      role,
      { count: say(a, w.tick) },
      setAction(role, w, { kind: 'step', direction: w.action.direction ?? 'place' }),
    ),
  ];
}

/** A step in place on the "and", or on a beat nothing falls on. */
function fillGaps(a: Analysis, role: Role, from: Ticks, to: Ticks): Remedy[] {
  const taken = new Set(a.roles[role].actions.map((w) => w.tick));
  const out: Remedy[] = [];
  for (let tick = from; tick < to; tick++) {
    const sub = positionAt(tick, a.figure.feel)?.sub;
    if (sub !== undefined && (sub === '' || sub === '&') && !taken.has(tick))
      out.push(remedy('add-step', role, { count: say(a, tick) }, insertStep(role, tick)));
  }
  return out.reverse();
}

export const unitTicks = (a: Analysis): Ticks => unitBeats(a.figure) * TICKS_PER_BEAT;
