import type { Degrees, Hand } from '../base';
import { inRange } from './state';

/** Degrees in which a turn is followed: half turns, then what is left. */
const HALF: Degrees = 180;

/** A turn of the body seen from one arm: where the arm leaves after each half turn, and in which of them it goes over. */
export interface Swing {
  /** Bearing after each half turn (the last may be a quarter); the first entry is the start. */
  readonly bearings: readonly Degrees[];
  /** Whether the hand passes over the head in that half turn; one shorter than `bearings`. */
  readonly over: readonly boolean[];
  /** Passes, with the sign of the turn. */
  readonly passes: number;
}
/** The half turn, counted from 1, at which the arm cannot go on. */
export interface Locked {
  readonly half: number;
}

/** The parts a turn is made of. @example halves(450) // [180, 180, 90] */
export function halves(by: Degrees): Degrees[] {
  const sign = Math.sign(by);
  const parts: Degrees[] = [];
  for (let left = Math.abs(by); left > 0; left -= HALF) parts.push(sign * Math.min(HALF, left));
  return parts;
}

/**
 * Follows one arm through a turn of its body with a number of passes over the head, staying in range after every
 * half turn. Of several orders the one least far round is chosen, then the one that goes over earliest. O(n·passes).
 * @param by turn of the body relative to the partner, degrees
 * @param passes unsigned number of passes over this dancer's head
 */
export function swing(hand: Hand, w: Degrees, by: Degrees, passes: number): Swing | Locked {
  const parts = halves(by);
  const sign = Math.sign(by);
  const at = (i: number, k: number): Degrees =>
    w - parts.slice(0, i).reduce((sum, p) => sum + p, 0) + 360 * sign * k;
  let reached = 0;
  let best: { cost: number; over: boolean[] } | undefined;
  const walk = (i: number, k: number, cost: number, over: boolean[]): void => {
    if (passes - k > parts.length - i) return;
    if (i === parts.length) {
      if (k === passes && (!best || cost < best.cost)) best = { cost, over };
      return;
    }
    for (const pass of k < passes ? [true, false] : [false]) {
      const next = at(i + 1, k + (pass ? 1 : 0));
      if (inRange(hand, next))
        walk(i + 1, k + (pass ? 1 : 0), Math.max(cost, Math.abs(next)), [...over, pass]);
      else reached = Math.max(reached, i + 1);
    }
  };
  walk(0, 0, 0, []);
  const found = best as { cost: number; over: boolean[] } | undefined;
  if (!found) return { half: Math.max(1, reached) };
  let k = 0;
  const bearings = [w, ...found.over.map((pass, i) => at(i + 1, (k += pass ? 1 : 0)))];
  return { bearings, over: found.over, passes: sign * passes || 0 };
}

/** Where the hand is wanted when it comes down. */
export type Landing = 'front' | 'behind';
