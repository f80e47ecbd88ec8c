import { beatsOfTicks, ticksOfBeats, type Bpm, type Seconds, type Ticks } from '../base';

/** @example secondsOf(12, 120) // 0.5 */
export const secondsOf = (ticks: Ticks, bpm: Bpm): Seconds => beatsOfTicks(ticks) * (60 / bpm);

/** @example ticksOf(0.5, 120) // 12 */
export const ticksOf = (seconds: Seconds, bpm: Bpm): Ticks => ticksOfBeats((seconds * bpm) / 60);
