import { fail, never, ok, same, type Result } from '../base';
import { analyse, type Heights } from '../analysis';
import { applyEdit, applyEdits, changeBetween, type Figure } from '../figure';
import { check, fixesFor, keyOf, type RemedyCode } from '../findings';
import { breakOn } from './breaks';
import { mirror, swapRoles } from './convert';
import { plainHands } from './hands';
import { repairAt } from './repair';
import { repeated } from './repeat';
import { reRhythm } from './rhythm';
import { retime } from './retime';
import { writtenOut } from './score';
import { turnTo } from './turns';
import type { Proposal, VaryFailure, Variation } from './types';

/**
 * The figure varied; the figure given is not touched. A repeat is written out first, unless the variation is about it.
 * @example vary(figure, { type: 'mirror' })
 */
export function vary(figure: Figure, v: Variation, heights?: Heights): Result<Figure, VaryFailure> {
  switch (v.type) {
    case 'stretch':
    case 'wait':
    case 'cut':
    case 'add-pair':
    case 'delay':
    case 'accent':
    case 'scale':
      return retime(writtenOut(figure), v);
    case 're-rhythm':
      return reRhythm(writtenOut(figure), v.whose, v.from, v.pattern, heights);
    case 'repair':
      return repairAt(figure, v);
    case 'turn':
      return turnTo(writtenOut(figure), v.whose, v.from, v.to, v.amount, v.byTime);
    case 'repeat':
      return repeated(figure, v.from, v.to, v.times);
    case 'plain-hands':
      return plainHands(figure);
    case 'mirror':
      return mirror(figure);
    case 'swap-roles':
      return swapRoles(figure);
    case 'break-on':
      return breakOn(writtenOut(figure), v.school);
    case 'respell': {
      const done = applyEdit(figure, v);
      return done.ok ? ok(done.value) : fail('no-such-count');
    }
    case 'together':
      return v.parts.reduce<Result<Figure, VaryFailure>>(
        (r, part) => (r.ok ? vary(r.value, part, heights) : r),
        ok(figure),
      );
    default:
      return never(v);
  }
}

/** A variation with its change, which has an inverse. Errors: why it cannot be made, or that nothing changes. */
export function propose(figure: Figure, v: Variation, heights?: Heights): Result<Proposal, VaryFailure> {
  const made = vary(figure, v, heights);
  if (!made.ok) return made;
  const result = made.value;
  if (same(result, figure)) return fail('no-such-place');
  return ok({ variation: v, change: changeBetween(figure, result), result, mends: [] });
}

/** Mends tried with a variation before it is offered as it is. */
const MENDS = 3;
const TRIES = 40;
/** Mends that go with a variation: they touch the hands, and take nothing back. */
const HELPING: ReadonlySet<RemedyCode> = new Set([
  'raise-hand',
  'release-hand',
  'change-hands',
  'take-hands',
  'let-go-and-catch',
  'say-change',
  'move-words',
  'open-grip',
  'add-lead',
  'add-stop',
]);

/**
 * A variation with what it brings that cannot be danced mended at once, where a mend is known: a hand raised or let
 * go, a turn spread. Each mend is one that removes its finding and brings nothing new. O(mends × tries) analyses.
 */
export function proposeMended(
  figure: Figure,
  v: Variation,
  heights?: Heights,
): Result<Proposal, VaryFailure> {
  const first = propose(figure, v, heights);
  if (!first.ok) return first;
  const known = new Set(check(analyse(figure, heights)).map(keyOf));
  let result = first.value.result;
  const mends: RemedyCode[] = [];
  for (let i = 0; i < MENDS; i++) {
    const a = analyse(result, heights);
    const news = check(a).filter((f) => f.severity !== 'look' && !known.has(keyOf(f)));
    const fix = news.flatMap((f) => fixesFor(a, f, 1, heights, TRIES, HELPING)).at(0);
    if (!fix) break;
    const done = applyEdits(result, fix.edits);
    if (!done.ok) break;
    result = done.value;
    mends.push(fix.code);
  }
  return ok({ variation: v, change: changeBetween(figure, result), result, mends });
}
