import { fail, ok, type Result, type Ticks } from '../base';

/** Ticks of a quick and of a slow in a dance. */
export interface Values {
  readonly quick: Ticks;
  readonly slow: Ticks;
}
export type Value = 'Q' | 'S';

/** @example ticksOfValue('S', { quick: 12, slow: 24 }) // 24 */
export const ticksOfValue = (value: Value, v: Values): Ticks => (value === 'Q' ? v.quick : v.slow);

/**
 * Says a timing in quicks and slows. Error: the index of the first duration that is neither, so the caller can name it.
 * @example toQuickSlow([24, 12, 12], { quick: 12, slow: 24 }) // { ok: true, value: ['S', 'Q', 'Q'] }
 */
export function toQuickSlow(durations: readonly Ticks[], v: Values): Result<readonly Value[], number> {
  const bad = durations.findIndex((d) => d !== v.quick && d !== v.slow);
  return bad < 0 ? ok(durations.map((d) => (d === v.quick ? 'Q' : 'S'))) : fail(bad);
}
