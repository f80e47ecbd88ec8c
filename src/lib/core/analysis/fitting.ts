import { otherFoot, otherRole, type Foot, type Role, type Ticks } from '../base';
import { timeMoves, timeWords } from '../figure';
import { printBody } from '../notation';
import { stripFor } from '../vocabulary';
import type { Analysis } from './analyse';
import { armsAt } from './arms';
import { counterpart } from './counterpart';

/** What fits at a count of a role's line. */
export interface FittingSteps {
  /** The foot that is free there; undefined with the weight on both. */
  readonly foot: Foot | undefined;
  /** What answers the partner's step at that count, as it is written. */
  readonly partner: string | undefined;
  /** The words of the dance for a free foot. */
  readonly usual: readonly string[];
}

/** @example fittingSteps(analyse(figure), 'follower', 0).partner // 'fwd' */
export function fittingSteps(a: Analysis, role: Role, tick: Ticks): FittingSteps {
  const before = a.roles[role].actions.findLast((w) => w.tick < tick);
  const support = before ? before.after : otherFoot(a.roles[role].startFree);
  const theirs = a.roles[otherRole(role)].actions.find((w) => w.tick === tick && w.pass === 0);
  const { steps, units } = stripFor(a.figure.dance);
  return {
    foot: support === 'both' ? undefined : otherFoot(support),
    partner: theirs && printBody(counterpart(theirs.action)),
    usual: [...steps, ...units],
  };
}

const WITH_NONE = [
  'two hands low',
  'left to right low',
  'right to left low',
  'right to right',
  'left to left',
];

/** Words of a hands line that the arms allow at a tick. @example fittingHands(a, 0).includes('raise left') */
export function fittingHands(a: Analysis, tick: Ticks): readonly string[] {
  const { arms, rests } = armsAt(a.arms, Math.max(0, tick - 1));
  const side = { L: 'left', R: 'right' } as const;
  if (arms.length === 0) return [...WITH_NONE, ...(rests.length > 0 ? ['release'] : [])];
  const each = arms.flatMap((arm) => {
    const hand = side[arm.leader];
    return [arm.height === 'low' ? `raise ${hand}` : `lower ${hand}`, `release ${hand}`];
  });
  if (arms.length === 2) return ['raise both', 'lower both', ...each, 'release'];
  const free = arms[0]?.leader === 'L' ? 'right' : 'left';
  return [...each, `${free} to left low`, `${free} to right low`].filter(
    (w) => w !== `${free} to ${side[arms[0]?.follower ?? 'L']} low`,
  );
}

export interface StepsFitting extends FittingSteps {
  readonly type: 'steps';
  readonly role: Role;
}
/** What fits at a place of the text. */
export type Fitting = StepsFitting | { readonly type: 'hands'; readonly words: readonly string[] };

/** What fits behind the count that stands last before `at` in the text; undefined on other lines. */
export function fittingAt(a: Analysis, at: number): Fitting | undefined {
  const line = a.parsed.lines.findIndex((l) => l.span.from <= at && at <= l.span.to);
  const read = a.parsed.lines[line]?.line;
  if (!read || read.type === 'other') return undefined;
  const item = a.parsed.lines[line]?.items.findLastIndex((i) => i.all.from <= at) ?? -1;
  const here = (t: { ref: { line: number; item: number } }) => t.ref.line === line && t.ref.item === item;
  if (read.type === 'moves') {
    const timed = timeMoves(a.parsed, read.track, a.figure).find(here);
    return timed && { type: 'steps', role: read.track, ...fittingSteps(a, read.track, timed.tick) };
  }
  if (read.track !== 'hands') return undefined;
  const timed = timeWords(a.parsed, 'hands', a.figure).find(here);
  return timed && { type: 'hands', words: fittingHands(a, timed.tick) };
}
