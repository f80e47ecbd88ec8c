import { TICKS_PER_BEAT, beatsOfTicks, minus, ticksOfBeats, type Beats, type Ticks } from '../base';
import { FEELS, SUBS, type Feel, type Sub } from '../vocabulary';

/** A place in a figure: beat from 1, and its subdivision. */
export interface Position {
  readonly beat: Beats;
  readonly sub: Sub;
}

/**
 * When a written count is danced.
 * @example tickOf({ beat: 3, sub: '&' }, 'swung') // 32
 */
export const tickOf = (p: Position, feel: Feel): Ticks => ticksOfBeats(p.beat - 1) + FEELS[feel].ticks[p.sub];

/**
 * The written count of a tick; undefined where the feel has no label for it.
 * @example positionAt(32, 'swung') // { beat: 3, sub: '&' }
 */
export function positionAt(tick: Ticks, feel: Feel): Position | undefined {
  const beat = Math.floor(beatsOfTicks(tick));
  const rest = minus<Ticks>(tick, ticksOfBeats(beat));
  const sub = SUBS.find((s) => FEELS[feel].ticks[s] === rest);
  return sub === undefined ? undefined : { beat: beat + 1, sub };
}

/** The nearest tick that has a label, ties to the earlier. */
export function nearestLabelled(tick: Ticks, feel: Feel): Ticks {
  for (let d = 0; d < TICKS_PER_BEAT; d++) {
    if (positionAt(tick - d, feel)) return tick - d;
    if (positionAt(tick + d, feel)) return tick + d;
  }
  return tick;
}

/** As called: `3`, `3&`; a tick without a label is said by the beat it is in. */
export function sayCount(tick: Ticks, feel: Feel): string {
  const p = positionAt(tick, feel) ?? { beat: Math.floor(beatsOfTicks(tick)) + 1, sub: '' };
  return `${p.beat}${p.sub}`;
}

const NTH = ['first', 'second', 'third', 'fourth', 'fifth', 'sixth', 'seventh', 'eighth'] as const;
const LONG: Readonly<Record<number, string>> = {
  3: 'three',
  4: 'four',
  6: 'six',
  8: 'eight',
  10: 'ten',
  12: 'twelve',
};

/**
 * As called where counting begins again at 1: `spans` holds the beats before each new 1.
 * @example saySpanned(72, 'straight', [6], 144) // '1 of the second six'
 */
export function saySpanned(tick: Ticks, feel: Feel, spans: readonly Beats[], end: Ticks): string {
  const k = spans.filter((b) => ticksOfBeats(b) <= tick).length;
  const from = k === 0 ? 0 : (spans[k - 1] as Beats);
  const length = (spans[k] ?? Math.ceil(beatsOfTicks(end))) - from;
  const count = sayCount(minus<Ticks>(tick, ticksOfBeats(from)), feel);
  return spans.length === 0 ? count : `${count} of the ${NTH[k] ?? `${k + 1}th`} ${LONG[length] ?? length}`;
}

/**
 * Where a figure's beat falls in straight eights, for a figure whose 1 is on music beat `start` (from 1).
 * Source: arithmetic of the trade's convention. @example straightEight(3, 7) // { count: 1, eight: 2 }
 */
export function straightEight(beat: Beats, start: Beats): { count: number; eight: number } {
  const at = start + beat - 2;
  return { count: (((at % 8) + 8) % 8) + 1, eight: Math.floor(at / 8) + 1 };
}

/** Beats after which a figure of `length` beats meets a bar of `bar` beats again. @example meetsAgain(6, 4) // 12 */
export function meetsAgain(length: Beats, bar: Beats): Beats {
  const gcd = (a: number, b: number): number => (b === 0 ? a : gcd(b, a % b));
  return (length * bar) / gcd(length, bar);
}
