import { TICKS_PER_BEAT, fail, type Degrees, type Foot, type Result, type Role, type Ticks } from '../base';
import { analyse, type Analysis, type Weighed } from '../analysis';
import { openUnit, type Figure } from '../figure';
import type { Action } from '../notation';
import { onSamePrint } from './footprints';
import {
  isAction,
  moved,
  opened,
  placeOf,
  scoreOf,
  takesWeight,
  tickOfPlace,
  wellPlaced,
  type MoveRow,
} from './score';
import type { VaryFailure } from './types';

/** The amounts a turn is usually taught at. Common practice. */
export const AMOUNTS: readonly Degrees[] = [180, 360, 540, 720, 900];

/** One turn of a role: steps in a row that turn the same way. Places as in a variation; `to` is its last step. */
export interface TurnRun {
  readonly role: Role;
  readonly from: Ticks;
  readonly to: Ticks;
  readonly amount: Degrees;
}

/** Turning steps further apart than this are two turns. Our choice. */
const APART: Ticks = 2 * TICKS_PER_BEAT;
const turned = (w: Weighed): Degrees => (w.action.turn ?? 0) + (w.action.then ?? 0);

/** The turns of a role in a figure whose repeats are written out. */
export function turnRuns(a: Analysis, role: Role): TurnRun[] {
  const runs: { from: Ticks; to: Ticks; amount: Degrees; last: Ticks }[] = [];
  for (const w of a.roles[role].actions) {
    const by = turned(w);
    if (by === 0) continue;
    const run = runs.at(-1);
    const place = placeOf(w.tick, a.figure.feel);
    if (run && Math.sign(run.amount) === Math.sign(by) && w.tick - run.last <= APART) {
      run.to = place;
      run.amount += by;
      run.last = w.tick;
    } else runs.push({ from: place, to: place, amount: by, last: w.tick });
  }
  return runs.map(({ from, to, amount }) => ({ role, from, to, amount }));
}

/**
 * A turn given another amount (0 takes it out): shared in quarters or eighths over the weight-taking steps from `from`
 * to `to`, the middle ones taking what does not divide. Pivots there are taken up into it. The steps keep to their
 * footprints: their directions are said from the new facing.
 */
export function turnTo(
  figure: Figure,
  whose: Role,
  from: Ticks,
  to: Ticks,
  amount: Degrees,
  byTime = false,
): Result<Figure, VaryFailure> {
  const score = scoreOf(figure);
  const rows = opened(score[whose], from, to + 1);
  const takers = rows.filter((r) => r.tick >= from && r.tick <= to && canTurn(r));
  if (takers.length === 0 && amount !== 0) return fail('no-step-to-turn');
  const shares = byTime
    ? sharedByTime(amount, timesOf(rows, takers, figure))
    : sharedInEighths(amount, takers.length);
  const feet = feetAt(figure, whose);
  let further: Degrees = 0;
  const next = rows.map((r) => {
    if (r.tick < from || r.tick > to) return r;
    const i = takers.indexOf(r);
    const share = i < 0 ? 0 : (shares[i] ?? 0);
    further += share - (r.content.turn ?? 0);
    const content = onSamePrint(withTurn(r, share), feet.get(r.tick) ?? 'L', further);
    further -= r.content.then ?? 0;
    return moved({ ...r, content }, r.tick);
  });
  return wellPlaced(figure, { ...score, [whose]: next });
}

/** How long each turning step has, in ticks as danced: from the step before it, a beat at the beginning. */
function timesOf(rows: readonly MoveRow[], takers: readonly MoveRow[], figure: Figure): Ticks[] {
  const danced = (r: MoveRow): Ticks => tickOfPlace(r.tick, figure.feel);
  return takers.map((t) => {
    const before = rows.filter((r) => r.tick < t.tick && takesWeight(r.content)).at(-1);
    return before ? danced(t) - danced(before) : TICKS_PER_BEAT;
  });
}

/** In eighths, as near to the times as they go. @example sharedByTime(360, [12, 8, 4]) // [180, 135, 45] */
export function sharedByTime(amount: Degrees, times: readonly Ticks[]): Degrees[] {
  const whole = times.reduce((a, b) => a + b, 0);
  const unit = amount % 45 === 0 ? 45 : 15;
  let given = 0;
  let passed = 0;
  return times.map((t) => {
    passed += t;
    const upTo = Math.round((Math.abs(amount) * passed) / whole / unit) * unit;
    const share = upTo - given;
    given = upTo;
    return Math.sign(amount) * share || 0;
  });
}

/** Which foot acts at each written place. */
const feetAt = (figure: Figure, role: Role): Map<Ticks, Foot> =>
  new Map(
    analyse(figure).roles[role].actions.flatMap((w) =>
      w.foot ? [[placeOf(w.tick, figure.feel), w.foot] as const] : [],
    ),
  );

const canTurn = (r: MoveRow): boolean =>
  takesWeight(r.content) || (isAction(r.content) && r.content.kind === 'pivot');

function withTurn(r: MoveRow, by: Degrees): MoveRow['content'] {
  const { turn: _, then: __, ...rest } = r.content;
  if (rest.type === 'action' && rest.kind === 'pivot' && by === 0) return { ...rest, kind: 'hold' } as Action;
  return (by === 0 ? rest : { ...rest, turn: by }) as MoveRow['content'];
}

/** In quarters where that goes, else in eighths. @example sharedInEighths(360, 3) // [90, 180, 90] */
export function sharedInEighths(amount: Degrees, n: number): Degrees[] {
  if (n === 0) return [];
  const unit = amount % 90 === 0 ? 90 : 45;
  const parts = Math.trunc(Math.abs(amount) / unit);
  const each = Math.floor(parts / n);
  const over = parts - each * n;
  const first = Math.floor((n - over) / 2);
  const rest = Math.abs(amount) - parts * unit;
  const middle = Math.floor((n - 1) / 2);
  return Array.from({ length: n }, (_, i) => {
    const share = (each + (i >= first && i < first + over ? 1 : 0)) * unit;
    return Math.sign(amount) * (share + (i === middle ? rest : 0)) || 0;
  });
}

/** The places of a run widened to all weight-taking steps of the units it lies in: more time for the same turn. */
export function widened(a: Analysis, run: TurnRun): TurnRun {
  const size = a.unitBeats * TICKS_PER_BEAT;
  const from = Math.floor(run.from / size) * size;
  const to = (Math.floor(run.to / size) + 1) * size - 1;
  const rows = scoreOf(a.figure)[run.role];
  const places = rows
    .flatMap((r) => (r.content.type === 'unit' ? openedPlaces(r) : takesWeight(r.content) ? [r.tick] : []))
    .filter((p) => p >= from && p <= to);
  return { ...run, from: Math.min(run.from, ...places), to: Math.max(run.to, ...places) };
}

function openedPlaces(r: MoveRow): Ticks[] {
  if (r.content.type !== 'unit') return [];
  const steps = openUnit(r.content);
  return opened([r], r.tick, r.tick + 1).flatMap((x, i) =>
    steps[i] && takesWeight(x.content) ? [x.tick] : [],
  );
}
