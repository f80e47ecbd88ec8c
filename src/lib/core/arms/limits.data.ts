import type { Degrees, Hand } from '../base';

/**
 * How far an arm can go round the body it belongs to: bearing along which it leaves, accumulated, degrees clockwise.
 * A right arm reaches −270 across the front and +360 behind the back; a left arm is its mirror. Source: common practice.
 */
export const RANGE: Readonly<Record<Hand, { readonly min: Degrees; readonly max: Degrees }>> = {
  R: { min: -270, max: 360 },
  L: { min: -360, max: 270 },
};

/** Up to here an arm is easy; beyond it is tight, and behind the back a caution. Source: common practice. */
export const EASY: Degrees = 180;

/**
 * Crossings of two arms: up to `MOST_CROSSED` they can be used, and only such holds are offered; `TIGHT_CROSSED` is
 * tight, which is said; more cannot be. Source: common practice.
 */
export const MOST_CROSSED = 2;
export const TIGHT_CROSSED = 3;
