import type { Metres } from '../base';

/**
 * How far a place may be from what is said before it counts as one unit of strain: standard deviations, metres. They
 * are one set for every dance and figure. Source: starting values set before any figure was tried; only `close` was
 * added, as feet that come together are nearly as exact as a step in place.
 */
export const SIGMA = {
  /** A word without a size: along its direction, and across it. */
  along: 0.16,
  across: 0.12,
  /** A word with a named size, along its direction. */
  sized: 0.1,
  /** A multiple of a step, written or dragged. */
  exact: 0.03,
  place: 0.05,
  close: 0.08,
  touch: 0.12,
  /** The follower's middle from where a body hold has it, beyond {@link ROOM.hold}. */
  hold: 0.06,
  /** Shoulder to shoulder beyond the reach of both arms. */
  hands: 0.08,
  bodies: 0.06,
  feet: 0.04,
  /** The follower's middle across the lane, the leader's at both ends of a figure, and off it where that is said. */
  laneFollower: 0.15,
  laneLeader: 0.2,
  laneSaid: 0.06,
  formation: 0.2,
  /** What pins the couple to the floor: where the leader begins. */
  pin: 0.02,
} as const satisfies Record<string, Metres>;

/** Lengths that are not soft. Source: bodies of typical adults; our estimates. */
export const ROOM = {
  /** Free play of a body hold. */
  hold: 0.12,
  /** Middles of two bodies: nearer cannot be; in a body hold; as two pass each other. */
  bodies: 0.4,
  bodiesInHold: 0.28,
  bodiesPassing: 0.45,
  /** Two feet of different dancers, middle to middle: the breadth of a shoe. */
  feet: 0.1,
  /** Off the lane. */
  offLane: 0.35,
} as const satisfies Record<string, Metres>;

/** The other side of a pass must cost this much more before the side counts as decided. */
export const SIDE_DECIDED = 4;

/**
 * Up to here the other side is still looked at where an arm would lock on the better one: an arm that locks weighs as
 * much as three words bent twice as far as they are soft. Our choice.
 */
export const SIDE_POSSIBLE = 12;

/** How much of the body's place follows the foot that takes the weight. Our estimate. */
export const WEIGHT_SHARE = 0.7;

/** Terms a rule about room may be judged without. */
export type Term = 'bodies' | 'hands' | 'formation';
