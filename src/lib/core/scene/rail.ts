import { TICKS_PER_BEAT, type Ticks } from '../base';
import { FEELS, type Feel } from '../vocabulary';

/**
 * Where a tick stands on the count rail, in beats from count 1. The counts are spaced as they are said: the "&" of a
 * straight or swung beat is drawn half-way, whatever its time, so that nothing crowds.
 * @example railBeat(8, 'swung') // 0.5
 */
export function railBeat(tick: Ticks, feel: Feel): number {
  const beat = Math.floor(tick / TICKS_PER_BEAT);
  const rest = tick - beat * TICKS_PER_BEAT;
  const half = middle(feel);
  const part = rest <= half ? (rest / half) * 0.5 : 0.5 + ((rest - half) / (TICKS_PER_BEAT - half)) * 0.5;
  return beat + part;
}

/** The inverse of {@link railBeat}; fractional ticks. */
export function tickAtRail(at: number, feel: Feel): number {
  const beat = Math.floor(at);
  const part = at - beat;
  const half = middle(feel);
  const rest = part <= 0.5 ? part * 2 * half : half + (part - 0.5) * 2 * (TICKS_PER_BEAT - half);
  return beat * TICKS_PER_BEAT + rest;
}

const middle = (feel: Feel): Ticks => (feel === 'rolling' ? TICKS_PER_BEAT / 2 : FEELS[feel].ticks['&']);
