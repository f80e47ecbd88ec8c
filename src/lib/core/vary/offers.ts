import { ROLES, TICKS_PER_BEAT, otherFoot, otherRole, type Result, type Role, type Ticks } from '../base';
import { analyse, turnRate, type Analysis, type Heights } from '../analysis';
import type { Figure } from '../figure';
import { LEVELS } from '../vocabulary';
import { arrival } from './consequence';
import { breakSchoolOf } from './convert';
import { levelNeeded } from './level';
import { admissible, stepsIn } from './patterns';
import { otherEnding, repairs, sameFootFrom, type Repair } from './repair';
import { repeatsOf } from './repeat';
import { patternAt } from './rhythm';
import { placeOf, tickOfPlace, writtenOut } from './score';
import { AMOUNTS, turnRuns, widened, type TurnRun } from './turns';
import type { Proposal, VaryFailure, Variation, Whose } from './types';
import { propose, proposeMended, vary } from './vary';

/** What a teacher may want to vary. */
export type Group = 'time' | 'rhythm' | 'feet' | 'turns' | 'length' | 'level' | 'convert';
export const GROUPS: readonly Group[] = ['time', 'rhythm', 'feet', 'turns', 'length', 'level', 'convert'];

/** Ticks of the danced figure, whole beats, `to` not included; whose part. */
export interface Wanted {
  readonly group: Group;
  readonly from: Ticks;
  readonly to: Ticks;
  readonly whose: Whose;
}

/** What an offer is about, for its heading. */
export type Aim = 'as-it-is' | 'other-foot' | 'ending' | 'same-foot' | 'simpler' | 'harder';
export interface Offer {
  readonly aim: Aim;
  readonly variation: Variation;
  readonly made: Result<Proposal, VaryFailure>;
  readonly repair?: Repair;
}

/**
 * What can be done with a span of counts, one offer after the other; what cannot be done is left out, but for the
 * few that a teacher would look for. Each costs one to some dozens of analyses.
 */
export function* offersFor(a: Analysis, wanted: Wanted, heights?: Heights): Generator<Offer> {
  const flat = a.figure.repeat ? analyse(writtenOut(a.figure), heights) : a;
  switch (wanted.group) {
    case 'time':
      yield* plain(a.figure, timings(flat, wanted), heights);
      return;
    case 'rhythm':
      yield* rhythms(a.figure, flat, wanted, heights);
      return;
    case 'feet':
      yield* feet(a, wanted, heights);
      return;
    case 'turns':
      yield* turning(a.figure, flat, wanted, heights);
      return;
    case 'length':
      yield* plain(a.figure, lengths(a, flat, wanted), heights);
      return;
    case 'level':
      yield* levels(a.figure, flat, heights);
      return;
    case 'convert':
      yield* said(a.figure, conversions(a.figure), heights);
      return;
  }
}

/** Offers that can be made. */
function* plain(
  figure: Figure,
  variations: Iterable<Variation>,
  heights?: Heights,
  aim: Aim = 'as-it-is',
): Generator<Offer> {
  const seen = new Set<string>();
  for (const variation of variations) {
    const made = propose(figure, variation, heights);
    if (!made.ok || seen.has(made.value.result.lines + JSON.stringify(made.value.result.repeat))) continue;
    seen.add(made.value.result.lines + JSON.stringify(made.value.result.repeat));
    yield { aim, variation, made };
  }
}
/** Offers with the reason where they cannot be made. */
function* said(figure: Figure, variations: Iterable<Variation>, heights?: Heights): Generator<Offer> {
  for (const variation of variations)
    yield { aim: 'as-it-is', variation, made: propose(figure, variation, heights) };
}

const BEAT = TICKS_PER_BEAT;

function* timings(a: Analysis, w: Wanted): Generator<Variation> {
  const at = placeOf(w.from, a.figure.feel);
  const { whose } = w;
  for (const by of [BEAT, 2 * BEAT, -BEAT]) {
    yield { type: 'stretch', whose: 'both', at, by };
    if (whose === 'both' || by < 0) continue;
    const alone: Variation = { type: 'stretch', whose, at, by };
    const partner = otherRole(whose);
    yield { type: 'together', parts: [alone, { type: 'stretch', whose: partner, at, by }] };
    const wait: Variation = { type: 'wait', whose: partner, at: at + BEAT, by };
    yield { type: 'together', parts: [alone, wait] };
  }
  for (const by of [BEAT, 2 * BEAT, 3 * BEAT]) yield { type: 'wait', whose: 'both', at, by };
  for (const by of [BEAT / 2, BEAT, -BEAT / 2]) yield { type: 'delay', whose, at, by };
  for (const by of [BEAT, -BEAT])
    for (const keep of [true, false]) yield { type: 'accent', at, onto: at + by, keep };
  for (const { from, to } of cuttable(a))
    if (from < w.to && to > w.from)
      yield { type: 'cut', from: placeOf(from, a.figure.feel), to: placeOf(to, a.figure.feel) };
  for (const pair of ['rock', 'places', 'sides'] as const) yield { type: 'add-pair', at, pair };
  yield { type: 'scale', by: 2 };
  yield { type: 'scale', by: 0.5 };
}

/** How far a dancer may come to stand from where they stood, and nothing depend on it. Our choice, metres. */
const STILL = 0.06;

/**
 * The shortest spans of whole counts nothing depends on: both roles keep the foot, the place and the facing through
 * them, and the hands do nothing. O(counts × 4).
 */
export function cuttable(a: Analysis): { from: Ticks; to: Ticks }[] {
  const spans: { from: Ticks; to: Ticks }[] = [];
  for (let n = 1; n <= 4; n++)
    for (let from = a.start; from + n * BEAT <= a.end; from += BEAT) {
      const to = from + n * BEAT;
      if (spans.some((s) => s.from >= from && s.to <= to)) continue;
      if (to - from < a.end - a.start && nothingDepends(a, from, to)) spans.push({ from, to });
    }
  return spans.sort((x, y) => x.from - y.from);
}

function nothingDepends(a: Analysis, from: Ticks, to: Ticks): boolean {
  if (a.words.some((w) => w.track === 'hands' && w.tick >= from && w.tick < to)) return false;
  return ROLES.every((role) => {
    const within = a.roles[role].actions.filter((w) => w.tick >= from && w.tick < to);
    if (within.filter((w) => w.change).length % 2 === 1) return false;
    if (within.reduce((sum, w) => sum + (w.action.turn ?? 0) + (w.action.then ?? 0), 0) !== 0) return false;
    const [x, y] = [arrival(a, role, from), arrival(a, role, to)];
    return Math.hypot(x.x - y.x, x.y - y.y) <= STILL;
  });
}

const rolesOf = (whose: Whose): readonly Role[] => (whose === 'both' ? ROLES : [whose]);

function* rhythms(figure: Figure, a: Analysis, w: Wanted, heights?: Heights): Generator<Offer> {
  for (const role of rolesOf(w.whose)) {
    const unit = a.roles[role].units.find((u) => u.from <= w.from && w.from < u.to);
    if (!unit) continue;
    const beats = Math.round((unit.to - unit.from) / BEAT);
    const from = placeOf(unit.from, a.figure.feel);
    const now = patternAt(a.figure, role, from, beats);
    for (const keep of [true, false])
      for (const pattern of admissible(beats, stepsIn(now), keep, a.figure.level)) {
        if (pattern === now) continue;
        const variation: Variation = { type: 're-rhythm', whose: role, from, pattern };
        yield* plain(figure, [variation], heights, keep ? 'as-it-is' : 'other-foot');
      }
  }
}

function* feet(a: Analysis, w: Wanted, heights?: Heights): Generator<Offer> {
  const offer = (aim: Aim, repair: Repair): Offer => ({
    aim,
    variation: repair.variation,
    made: { ok: true, value: repair },
    repair,
  });
  for (const role of rolesOf(w.whose)) {
    const { free } = arrival(a, role, w.to);
    if (free === 'both') continue;
    const want = otherFoot(free as 'L' | 'R');
    for (const r of repairs(a, role, w.from, w.to, want, heights)) yield offer('as-it-is', r);
  }
  for (const role of rolesOf(w.whose))
    for (const r of otherEnding(a, role, heights).slice(0, 4)) yield offer('ending', r);
  for (const r of sameFootFrom(a, w.from, heights)) yield offer('same-foot', r);
}

function* turning(figure: Figure, a: Analysis, w: Wanted, heights?: Heights): Generator<Offer> {
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

/** The usual amounts, the way it turns now and the other; by time, or over more steps, where the level asks for it. */
function* amounts(a: Analysis, run: TurnRun): Generator<Variation> {
  const side = Math.sign(run.amount);
  for (const amount of [0, ...AMOUNTS].map((x) => x * side))
    if (amount !== run.amount) yield calmest(a, run, amount);
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

const MOST_TIMES = 8;

function* lengths(a: Analysis, flat: Analysis, w: Wanted): Generator<Variation> {
  const r = a.figure.repeat;
  if (r) {
    const [from, to] = [(r.from - 1) * BEAT, r.to * BEAT];
    for (const times of repeatsOf(flat, from, to, MOST_TIMES))
      if (times !== r.times) yield { type: 'repeat', from, to, times };
  }
  const from = placeOf(w.from, a.figure.feel);
  const to = placeOf(w.to, a.figure.feel);
  if (!r)
    for (const times of repeatsOf(flat, w.from, w.to, MOST_TIMES))
      if (times > 1) yield { type: 'repeat', from, to, times };
  for (const s of cuttable(flat)) if (!r) yield { type: 'cut', from: s.from, to: s.to };
  if (!r) for (const pair of ['rock', 'places', 'sides'] as const) yield { type: 'add-pair', at: to, pair };
}

/** The same figure for a lower and for a higher level. */
function* levels(figure: Figure, a: Analysis, heights?: Heights): Generator<Offer> {
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
  const turns = ROLES.flatMap((role) => turnRuns(a, role)).map((run) => Math.floor(run.from / BEAT) * BEAT);
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

function conversions(figure: Figure): Variation[] {
  const school = breakSchoolOf(figure);
  const breaks = school
    ? (['on-1', 'on-2-late', 'on-2-early'] as const)
        .filter((s) => s !== school)
        .map((s): Variation => ({ type: 'break-on', school: s }))
    : [];
  return [
    { type: 'mirror' },
    { type: 'swap-roles' },
    ...breaks,
    { type: 'respell', as: 'counts' },
    { type: 'respell', as: 'quick-slow' },
  ];
}
