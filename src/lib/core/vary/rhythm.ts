import { TICKS_PER_BEAT, fail, ok, type Result, type Role, type Ticks } from '../base';
import { analyse, type Heights } from '../analysis';
import type { Figure } from '../figure';
import { shareTurn, type Action } from '../notation';
import { HALF, slotsOf, stepsIn, type Pattern } from './patterns';
import {
  isAction,
  newRow,
  opened,
  scoreOf,
  takesWeight,
  tickOfPlace,
  wellPlaced,
  type MoveRow,
  type Score,
} from './score';
import type { VaryFailure } from './types';

/** The pattern a role dances in a unit, as it is written. */
export function patternAt(figure: Figure, role: Role, from: Ticks, beats: number): Pattern {
  const to = from + beats * TICKS_PER_BEAT;
  const rows = opened(scoreOf(figure)[role], from, to);
  return Array.from({ length: beats * 2 }, (_, i) => {
    const row = rows.find((r) => r.tick >= from + i * HALF && r.tick < from + (i + 1) * HALF);
    if (!row || !isAction(row.content)) return '-';
    return takesWeight(row.content)
      ? 's'
      : row.content.kind === 'hold' || row.content.kind === 'sway'
        ? '-'
        : 't';
  }).join('');
}

/**
 * A unit danced in another pattern: the steps keep their order, directions and whole turn, and of the ways to do so
 * the one is taken that arrives nearest to where the unit arrived before.
 */
export function reRhythm(
  figure: Figure,
  whose: Role,
  from: Ticks,
  pattern: Pattern,
  heights?: Heights,
): Result<Figure, VaryFailure> {
  const to = from + pattern.length * HALF;
  const score = scoreOf(figure);
  const rows = opened(score[whose], from, to);
  const within = rows.filter((r) => r.tick >= from && r.tick < to);
  const steps = within.filter((r) => takesWeight(r.content)).map((r) => r.content as Action);
  const gestures = within.filter((r) => isAction(r.content) && !takesWeight(r.content)).map((r) => r.content);
  const turn = within.reduce((sum, r) => sum + (r.content.turn ?? 0) + (r.content.then ?? 0), 0);
  const n = stepsIn(pattern);
  if (n === 0 && turn !== 0) return fail('no-step-to-turn');
  const outside = rows.filter((r) => r.tick < from || r.tick >= to);
  const touch = gestures.find((g) => isAction(g) && g.kind !== 'hold') ?? TOUCH;
  const written = (bodies: readonly Action[]): Result<Figure, VaryFailure> =>
    wellPlaced(figure, {
      ...score,
      [whose]: [...outside, ...placed(score, whose, from, pattern, bodies, touch as Action)],
    });
  const all = waysToStep(steps, n).map((bodies) => withTurn(bodies, turn, n === steps.length));
  const ways = [...new Map(all.map((w) => [JSON.stringify(w), w])).values()];
  return nearest(figure, ways.map(written), whose, to, heights);
}

const TOUCH: Action = { type: 'action', kind: 'touch' };
const HOLD: Action = { type: 'action', kind: 'hold' };
const PLACE: Action = { type: 'action', kind: 'step', direction: 'place' };
const CLOSE: Action = { type: 'action', kind: 'close' };

function placed(
  score: Score,
  role: Role,
  from: Ticks,
  pattern: Pattern,
  steps: readonly Action[],
  touch: Action,
): MoveRow[] {
  const row = (slot: number, body: Action): MoveRow => newRow(score, role, from + slot * HALF, body);
  const waits = slotsOf(pattern, '-').filter((i) => i % 2 === 0);
  return [
    ...slotsOf(pattern, 's').map((slot, i) => row(slot, steps[i] ?? PLACE)),
    ...slotsOf(pattern, 't').map((slot) => row(slot, touch)),
    ...waits.map((slot) => row(slot, HOLD)),
  ].sort((a, b) => a.tick - b.tick);
}

/** The same steps, fewer of them, or more with steps on the spot between. Feet follow by alternation. */
function waysToStep(steps: readonly Action[], n: number): Action[][] {
  const k = steps.length;
  if (k === n) return [[...steps]];
  const plain = steps.map(footless);
  if (k === 0) return [Array.from({ length: n }, () => PLACE)];
  if (n === 0) return [[]];
  if (n < k) {
    const first = plain.slice(0, n);
    const last = plain.slice(k - n);
    const ends = [...plain.slice(0, n - 1), ...plain.slice(-1)];
    return [ends, last, first, last.map((s) => grown(s, k / n)), ends.map((s) => grown(s, k / n))];
  }
  const between = (body: Action): Action[] => Array.from({ length: n - k }, () => body);
  const [head, tail] = [plain.slice(0, 1), plain.slice(1)];
  return [
    [...head, ...between(CLOSE), ...tail],
    [...head, ...between(PLACE), ...tail],
    [...between(PLACE), ...plain],
    [...plain, ...between(PLACE)],
  ];
}

function footless(a: Action): Action {
  const { foot: _, ...rest } = a;
  return rest;
}
const grown = (a: Action, by: number): Action =>
  a.direction === undefined || a.direction === 'place' || typeof a.size === 'string'
    ? a
    : { ...a, size: Math.min(2, Math.round((a.size ?? 1) * by * 10) / 10) };

function withTurn(steps: readonly Action[], turn: number, asTheyAre: boolean): Action[] {
  if (asTheyAre) return [...steps];
  const shares = shareTurn(turn, Math.max(1, steps.length));
  return steps.map((s, i) => {
    const { turn: _, then: __, ...rest } = s;
    return shares[i] ? { ...rest, turn: shares[i] } : rest;
  });
}

/** Of figures that can be written, the one in which the role stands nearest to where it stood at a place. */
function nearest(
  before: Figure,
  ways: readonly Result<Figure, VaryFailure>[],
  role: Role,
  at: Ticks,
  heights?: Heights,
): Result<Figure, VaryFailure> {
  const good = ways.flatMap((w) => (w.ok ? [w.value] : []));
  const only = good[0];
  if (!only) return ways[0] ?? fail('no-such-place');
  if (good.length === 1) return ok(only);
  const wanted = standsAt(before, role, at, heights);
  let best = only;
  let least = Infinity;
  for (const f of good) {
    const p = standsAt(f, role, at, heights);
    const far = Math.hypot(p.x - wanted.x, p.y - wanted.y);
    if (far < least - 0.005) [best, least] = [f, far];
  }
  return ok(best);
}

function standsAt(f: Figure, role: Role, place: Ticks, heights?: Heights): { x: number; y: number } {
  const { path } = analyse(f, heights).roles[role];
  const i = Math.max(0, Math.min(path.x.length - 1, tickOfPlace(place, f.feel) - path.from));
  return { x: path.x[i] ?? 0, y: path.y[i] ?? 0 };
}
