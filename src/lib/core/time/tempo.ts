import { TICKS_PER_BEAT, invariant, type Beats, type Bpm, type Seconds, type Ticks } from '../base';

/** From music beat `beat` (counted from 0) on, the music runs at `bpm`. */
export interface TempoChange {
  readonly beat: Beats;
  readonly bpm: Bpm;
}
/** In order of beats; the first change is at beat 0. */
export type TempoMap = readonly [TempoChange, ...TempoChange[]];

/** @example secondsOf(12, 120) // 0.5 */
export const secondsOf = (ticks: Ticks, bpm: Bpm): Seconds => (ticks / TICKS_PER_BEAT) * (60 / bpm);

/** @example ticksOf(0.5, 120) // 12 */
export const ticksOf = (seconds: Seconds, bpm: Bpm): number => (seconds * bpm * TICKS_PER_BEAT) / 60;

/**
 * Seconds from the start of the music to a tick. Exact sums, no rounding. O(changes).
 * @example secondsAt(48, [{ beat: 0, bpm: 60 }, { beat: 2, bpm: 120 }]) // 3
 */
export function secondsAt(tick: Ticks, map: TempoMap): Seconds {
  checkMap(map);
  let total = 0;
  for (let i = 0; i < map.length; i++) {
    const change = map[i];
    if (!change) break;
    const from = change.beat * TICKS_PER_BEAT;
    if (tick <= from && i > 0) break;
    const next = map[i + 1];
    const to = next ? Math.min(tick, next.beat * TICKS_PER_BEAT) : tick;
    total += secondsOf(to - from, change.bpm);
  }
  return total;
}

/** The inverse of {@link secondsAt}; fractional ticks. */
export function tickAt(seconds: Seconds, map: TempoMap): number {
  checkMap(map);
  let i = map.length - 1;
  while (i > 0 && secondsAt((map[i]?.beat ?? 0) * TICKS_PER_BEAT, map) > seconds) i--;
  const change = map[i] ?? map[0];
  const from = change.beat * TICKS_PER_BEAT;
  return from + ticksOf(seconds - secondsAt(from, map), change.bpm);
}

function checkMap(map: TempoMap): void {
  invariant(map[0].beat === 0, 'a tempo map begins at beat 0');
  invariant(
    map.every((c, i) => c.bpm > 0 && (i === 0 || c.beat > (map[i - 1]?.beat ?? 0))),
    'a tempo map is in order',
  );
}
