import { TICKS_PER_BEAT, type Bpm, type Degrees, type Ticks } from '../base';
import type { Weighed } from './weight';

/** The time before count 1 in which the first step is made. */
export const LEAD_IN: Ticks = TICKS_PER_BEAT;
/** The shortest time a turn is given when the counts leave none. */
const SHORTEST: Ticks = 3;

/** A turn and the ticks in which it happens. */
export interface TurnSpan {
  readonly from: Ticks;
  readonly to: Ticks;
  readonly amount: Degrees;
  /** Made into a step, or a pivot on the foot after placing. */
  readonly how: 'into' | 'pivot';
  /** Feet and hips turn under a still chest. */
  readonly swivel: boolean;
  /** Index of the action. */
  readonly index: number;
}

/**
 * Where each turn happens: into a step in the time since the dancer's previous action of any kind, a pivot from its
 * count to the next.
 */
export function turnSpans(weighed: readonly Weighed[]): TurnSpan[] {
  const spans: TurnSpan[] = [];
  let previous: Ticks = (weighed[0]?.tick ?? 0) - LEAD_IN;
  weighed.forEach((w, index) => {
    const { turn, then, thenSwivel, kind } = w.action;
    if (turn !== undefined) {
      const from = Math.min(previous, w.tick - SHORTEST);
      spans.push({ from, to: w.tick, amount: turn, how: 'into', swivel: kind === 'swivel', index });
    }
    if (then !== undefined) {
      const to = Math.max(w.tick + SHORTEST, w.end);
      spans.push({ from: w.tick, to, amount: then, how: 'pivot', swivel: thenSwivel === true, index });
    }
    previous = w.tick;
  });
  return spans;
}

/** How far hips turn under the chest before it must come along. Source: common practice. */
export const HIPS: Degrees = 90;

/** Where the shoulders face: as the feet, but for swivels, which leave them where they are up to {@link HIPS}. O(ticks). */
export function chestFacings(spans: readonly TurnSpan[], facing: Float64Array, from: Ticks): Float64Array {
  const swivels = spans.filter((s) => s.swivel);
  if (swivels.length === 0) return facing;
  const speed = turnSpeeds(swivels, from, from + facing.length - 1);
  const chest = new Float64Array(facing.length);
  let twist = 0;
  for (let i = 0; i < facing.length; i++) {
    chest[i] = (facing[i] ?? 0) - twist;
    twist = Math.max(-HIPS, Math.min(HIPS, twist + (speed[i] ?? 0)));
  }
  return chest;
}

export const totalTurn = (spans: readonly TurnSpan[]): Degrees => spans.reduce((sum, s) => sum + s.amount, 0);

/**
 * Accumulated facing at every tick from `from` to `to`, never wrapped. Index 0 is `from`.
 * O(ticks + spans).
 */
export function facings(spans: readonly TurnSpan[], start: Degrees, from: Ticks, to: Ticks): Float64Array {
  const n = to - from + 1;
  const speed = turnSpeeds(spans, from, to);
  const out = new Float64Array(n);
  let at = start + spans.filter((s) => s.to <= from).reduce((sum, s) => sum + s.amount, 0);
  for (let i = 0; i < n; i++) {
    out[i] = at;
    at += speed[i] ?? 0;
  }
  return out;
}

/** Degrees turned in the tick that begins at each index. */
function turnSpeeds(spans: readonly TurnSpan[], from: Ticks, to: Ticks): Float64Array {
  const speed = new Float64Array(to - from + 1);
  for (const s of spans) {
    const each = s.amount / (s.to - s.from);
    for (let t = Math.max(s.from, from); t < Math.min(s.to, to); t++)
      speed[t - from] = (speed[t - from] ?? 0) + each;
  }
  return speed;
}

/** The fastest beat of turning. */
export interface FastestTurn {
  /** Revolutions within one beat. */
  readonly revolutions: number;
  readonly from: Ticks;
  readonly to: Ticks;
}

/** The window of one beat with the most net turn. O(ticks). */
export function fastestTurn(spans: readonly TurnSpan[], from: Ticks, to: Ticks): FastestTurn {
  const first = spans.reduce((m, s) => Math.min(m, s.from), from);
  const last = spans.reduce((m, s) => Math.max(m, s.to), to);
  const speed = turnSpeeds(spans, first, last);
  let sum = 0;
  let best: FastestTurn = { revolutions: 0, from, to: from };
  for (let i = 0; i < speed.length; i++) {
    sum += (speed[i] ?? 0) - (i >= TICKS_PER_BEAT ? (speed[i - TICKS_PER_BEAT] ?? 0) : 0);
    const revolutions = Math.abs(sum) / 360;
    if (revolutions > best.revolutions + 1e-9)
      best = { revolutions, from: first + i + 1 - TICKS_PER_BEAT, to: first + i + 1 };
  }
  return best;
}

/** Revolutions a second. @example turnRate(1, 12, 176) // 2.933… */
export const turnRate = (revolutions: number, over: Ticks, bpm: Bpm): number =>
  (revolutions * bpm * TICKS_PER_BEAT) / (60 * over);

/** The most turn in one direction, without turning back, within `window` ticks: what makes a dancer dizzy. */
export function longestSpin(spans: readonly TurnSpan[], window: Ticks): { amount: Degrees; index: number } {
  let best = { amount: 0, index: -1 };
  for (let i = 0; i < spans.length; i++) {
    const first = spans[i];
    if (!first) continue;
    let amount = 0;
    for (const s of spans.slice(i)) {
      if (Math.sign(s.amount) !== Math.sign(first.amount) || s.to - first.from > window) break;
      amount += s.amount;
      if (Math.abs(amount) > Math.abs(best.amount)) best = { amount, index: s.index };
    }
  }
  return best;
}
