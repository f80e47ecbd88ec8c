import { otherRole, type Role, type Ticks } from '../base';
import type { TimedBody } from '../figure';
import type { Action } from '../notation';
import type { Analysis } from './analyse';

const OPPOSITE: Partial<Record<NonNullable<Action['direction']>, Action['direction']>> = {
  fwd: 'back',
  back: 'fwd',
  'diag-fwd': 'diag-back',
  'diag-back': 'diag-fwd',
  across: 'behind',
  behind: 'across',
};

/**
 * What the partner does face to face: the opposite direction; feet follow by alternation, turns are left to the writer.
 * @example counterpart({ type: 'action', kind: 'step', direction: 'back' }).direction // 'fwd'
 */
export function counterpart(action: Action): Action {
  const direction = action.direction && (OPPOSITE[action.direction] ?? action.direction);
  return {
    type: 'action',
    kind: action.kind,
    ...(direction ? { direction } : {}),
    ...(action.size !== undefined ? { size: action.size } : {}),
  };
}

/** The steps of `role`'s partner from `from` up to `to`, as `role` would answer them. */
export const answersTo = (a: Analysis, role: Role, from = -Infinity, to = Infinity): TimedBody[] =>
  a.roles[otherRole(role)].actions
    .filter((w) => w.pass === 0 && w.tick >= from && w.tick < to)
    .map((w): { tick: Ticks; body: Action } => ({ tick: w.tick, body: counterpart(w.action) }));
