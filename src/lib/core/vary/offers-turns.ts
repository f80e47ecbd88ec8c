import { ROLES, TICKS_PER_BEAT, type Role } from '../base';
import { analyse, turnRate, type Analysis, type Heights } from '../analysis';
import type { Figure } from '../figure';
import { LEVELS } from '../vocabulary';
import { levelNeeded } from './level';
import { rolesOf, type Aim, type Offer, type Wanted } from './offer';
import { patternAt } from './rhythm';
import { placeOf, tickOfPlace } from './score';
import { AMOUNTS, turnRuns, widened, type TurnRun } from './turns';
import type { Variation } from './types';
import { proposeMended, vary } from './vary';

const BEAT = TICKS_PER_BEAT;

export function* turning(figure: Figure, a: Analysis, w: Wanted, heights?: Heights): Generator<Offer> {
  for (const role of rolesOf(w.whose)) {
    const runs = turnRuns(a, role);
    const here = runs.filter(
      (r) => tickOfPlace(r.from, a.figure.feel) < w.to && tickOfPlace(r.to, a.figure.feel) >= w.from,
    );
    const run: TurnRun | undefined = here[0];
    if (run) {
      for (const v of amounts(a, run))
        yield { aim: 'as-it-is', variation: v, made: proposeMended(figure, v, heights) };
    } else yield* newTurns(figure, a, role, w, heights);
  }
}

/** Turns no figure asks for: more than these, degrees. Our choice. */
const MOST = 1_080;

/**
 * One turn more and one less than is written, then the usual amounts, the way it turns now, and the other way; by time, or
 * over more steps, where the level asks for it.
 */
function* amounts(a: Analysis, run: TurnRun): Generator<Variation> {
  const [side, now] = [Math.sign(run.amount), Math.abs(run.amount)];
  const near = [now + 360, now - 360].filter((x) => x > 0 && x <= MOST);
  for (const amount of new Set([...near, 0, ...AMOUNTS]))
    if (amount !== now) yield calmest(a, run, amount * side);
  yield { ...turnOf(run), amount: -run.amount };
}

/** The first way to share a turn that its level is given; evenly where none is. */
function calmest(a: Analysis, run: TurnRun, amount: number): Variation {
  const wide = widened(a, run);
  const ways: Variation[] = [
    { ...turnOf(run), amount },
    { ...turnOf(run), amount, byTime: true },
    { ...turnOf(wide), amount, byTime: true },
  ];
  const limit = LEVELS[a.figure.level].turnRate + 1e-9;
  const rates = ways.map((v) => {
    const made = vary(a.figure, v);
    return made.ok ? rateOf(analyse(made.value), run.role) : Infinity;
  });
  const fits = rates.findIndex((r) => r <= limit);
  return ways[Math.max(0, fits)] ?? { ...turnOf(run), amount };
}

/** Revolutions a second in a role's fastest beat, at the fastest tempo. */
const rateOf = (a: Analysis, role: Role): number =>
  turnRate(a.roles[role].fastest.revolutions, TICKS_PER_BEAT, a.figure.tempo.max);

/** Where nothing turns yet: half a turn or one, either way, over the steps of the span. */
function* newTurns(figure: Figure, a: Analysis, role: Role, w: Wanted, heights?: Heights): Generator<Offer> {
  const [from, to] = [placeOf(w.from, a.figure.feel), placeOf(w.to, a.figure.feel) - 1];
  for (const amount of [180, -180, 360, -360]) {
    const variation = calmest(a, { role, from, to, amount }, amount);
    const made = proposeMended(figure, variation, heights);
    if (made.ok) yield { aim: 'as-it-is', variation, made };
  }
}

/** The same figure for a lower and for a higher level. */
export function* levels(figure: Figure, a: Analysis, heights?: Heights): Generator<Offer> {
  const now = levelNeeded(a);
  const steps = [...simpler(a), ...harder(a)];
  for (const { aim, variation } of steps) {
    const made = proposeMended(figure, variation, heights);
    if (!made.ok) continue;
    const after = analyse(made.value.result, heights);
    const level = levelNeeded(after);
    if (aim === 'simpler' ? level > now : level < now) continue;
    yield { aim, variation, made };
  }
}

interface Step {
  readonly aim: Aim;
  readonly variation: Variation;
}

function* simpler(a: Analysis): Generator<Step> {
  for (const role of ROLES)
    for (const run of turnRuns(a, role)) {
      const size = Math.abs(run.amount);
      const side = Math.sign(run.amount);
      for (const amount of size > 360 ? [size - 360, size - 180] : size === 360 ? [0] : [])
        yield { aim: 'simpler', variation: { ...turnOf(run), amount: amount * side } };
    }
  yield { aim: 'simpler', variation: { type: 'plain-hands' } };
  const unit = a.unitBeats * BEAT;
  const turns = ROLES.flatMap((role) => turnRuns(a, role)).map((run) => Math.floor(run.from / unit) * unit);
  const first = Math.min(...turns);
  if (first > 0 && first < Infinity)
    yield { aim: 'simpler', variation: { type: 'add-pair', at: first, pair: 'places' } };
  for (const role of ROLES)
    for (const unit of a.roles[role].units) {
      const beats = Math.round((unit.to - unit.from) / BEAT);
      const from = placeOf(unit.from, a.figure.feel);
      const pattern = patternAt(a.figure, role, from, beats);
      if (pattern === 'sss-')
        yield { aim: 'simpler', variation: { type: 're-rhythm', whose: role, from, pattern: 't-s-' } };
    }
}

function* harder(a: Analysis): Generator<Step> {
  for (const role of ROLES)
    for (const run of turnRuns(a, role)) {
      const size = Math.abs(run.amount);
      if (size < 180 || size > 720) continue;
      yield { aim: 'harder', variation: calmest(a, run, run.amount + 360 * Math.sign(run.amount)) };
    }
  for (const role of ROLES)
    for (const unit of a.roles[role].units) {
      const beats = Math.round((unit.to - unit.from) / BEAT);
      const from = placeOf(unit.from, a.figure.feel);
      const pattern = patternAt(a.figure, role, from, beats);
      if (pattern === 't-s-' || pattern === 's-t-' || pattern === 's---')
        yield { aim: 'harder', variation: { type: 're-rhythm', whose: role, from, pattern: 'sss-' } };
    }
}

const turnOf = (run: TurnRun): Extract<Variation, { type: 'turn' }> => ({
  type: 'turn',
  whose: run.role,
  from: run.from,
  to: run.to,
  amount: run.amount,
});
