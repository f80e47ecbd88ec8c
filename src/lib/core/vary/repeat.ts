import { TICKS_PER_BEAT, fail, ok, type Result, type Role, type Ticks } from '../base';
import { admissibleRepeats, type Analysis } from '../analysis';
import type { Figure } from '../figure';
import { lengthOfScore, openedAt, scoreOf, withScore, writtenOut } from './score';
import type { VaryFailure } from './types';

/** A span of whole counts danced `times` times. A repeat the figure already has is written out first. */
export function repeated(figure: Figure, from: Ticks, to: Ticks, times: number): Result<Figure, VaryFailure> {
  const range = { from: from / TICKS_PER_BEAT + 1, to: to / TICKS_PER_BEAT };
  if (!Number.isInteger(range.from) || !Number.isInteger(range.to) || range.to < range.from)
    return fail('no-such-count');
  const r = figure.repeat;
  const same = r?.from === range.from && r.to === range.to;
  const once = same ? figure : writtenOut(figure);
  const score = openedAt(openedAt(scoreOf(once), from), to);
  if (to > lengthOfScore(score)) return fail('no-such-place');
  const base = withScore(once, score);
  if (times > 1) return ok({ ...base, repeat: { ...range, times } });
  const { repeat: _, ...rest } = base;
  return ok(rest);
}

/**
 * How often a span may be danced so that both roles go on with the foot they go on with now. `to` is not included;
 * ticks of the danced figure. @example repeatsOf(analyse(walk), 0, 24, 8) // [1, 2, 3, 4, 5, 6, 7, 8]
 */
export function repeatsOf(a: Analysis, from: Ticks, to: Ticks, most: number): number[] {
  const changes = (role: Role): number =>
    a.roles[role].actions.filter((w) => w.change && w.tick >= from && w.tick < to).length;
  const odd = (['leader', 'follower'] as const).map(changes).filter((n) => n % 2 === 1);
  if (odd.length === 0) return admissibleRepeats(0, true, most);
  return admissibleRepeats(1, false, most);
}
