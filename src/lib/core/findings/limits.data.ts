import type { Degrees, Metres, Ticks } from '../base';

/** Tolerances of the distance rules: every distance is an estimate. Our choice. */
export const TOLERANCE = {
  /** Bodies may overlap this much before it is said. */
  overlap: 0.1 as Metres,
  /** The same in a body hold, where contact is meant. */
  overlapInHold: 0.2 as Metres,
  /** Hands may seem this far out of reach before it is said. */
  stretch: 0.15 as Metres,
  /** Facing at the end, degrees; place at the end, degrees off the expected bearing. */
  endFacing: 30,
  endBearing: 75,
} as const;

/** Turning one way this much within eight beats is said as a caution. Our choice; no published limit is known. */
export const DIZZY = { degrees: 1080, within: 96 as Ticks } as const;

/** A wrong foot that is put right within the next unit is only worth a look. Source: common practice. */
export const MENDED_WITHIN_UNITS = 1;

/** From this much on a turn of the follower wants a lead a count before. Source: common practice. */
export const LED_TURN: Degrees = 180;
