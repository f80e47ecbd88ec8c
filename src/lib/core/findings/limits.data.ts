import type { Degrees, Metres, Ticks } from '../base';

/** What is said of places, which are estimates. */
export const TOLERANCE = {
  /**
   * A dancer who has to be moved further than this for want of room, or for a joined hand, is told. As soft as a
   * formation and the leader's place in the lane are: less than that is how differently two couples stand.
   */
  moved: 0.2 as Metres,
  /** A leader who faces so far across the lane has opened it, whatever the words leave open about how far. */
  opened: 45 as Degrees,
  /** Hands may seem this far apart when they are taken: half the length of a forearm. */
  stretch: 0.15 as Metres,
  /** Off the place the figure should end in: twice as soft as a formation is. */
  endPlace: 0.4 as Metres,
  /** Facing at the end, degrees: less than the smallest difference between two formations. */
  endFacing: 30,
} as const;

/** Turning one way this much within eight beats is said as a caution. Our choice; no published limit is known. */
export const DIZZY = { degrees: 1080, within: 96 as Ticks } as const;

/** A wrong foot that is put right within the next unit is only worth a look. Source: common practice. */
export const MENDED_WITHIN_UNITS = 1;

/** From this much on a turn of the follower wants a lead a count before. Source: common practice. */
export const LED_TURN: Degrees = 180;

/** What is near for what. Bodies: two middles cannot be nearer than 0.40 (as the floor has it). The others: our choice. */
export const NEAR = {
  /** Middle to middle, within which a kick at the partner meets a shin. */
  kick: 0.65 as Metres,
  /** The same face to face, where both see it: as close as in a hold. */
  kickFacing: 0.5 as Metres,
  /** How far beside the partner a leg may point and still be towards. */
  cone: 40 as Degrees,
  bodies: 0.4 as Metres,
  /** As soft as a word is along its direction. */
  spare: 0.16 as Metres,
  /** Crossed arms have no room between two bodies that touch, face to face: 0.40, and as little as a place is known by. */
  trapped: 0.43 as Metres,
  facing: 45 as Degrees,
  /** A partner who moves less than this in a beat stays. */
  still: 0.12 as Metres,
  /** A step into the room so long is looked for first. */
  charge: 1.1 as Metres,
  /** How much further a hand may seem from the body it lies on than an arm is long: a forearm, as places are estimates. */
  reachSpare: 0.3 as Metres,
} as const;
