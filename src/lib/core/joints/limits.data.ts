import type { Degrees, Metres } from '../base';

/**
 * What passes at a joint and what it costs. Metres and degrees; costs in points, one being something a couple hardly
 * notices. Distances are estimates; every number here is our choice, no published one is known.
 */
export const JOINT = {
  /** Up to `said` nothing is said, up to `fits` it fits, up to `small` the first step makes it good. */
  place: { said: 0.25 as Metres, fits: 0.4 as Metres, small: 0.6 as Metres, step: 0.25 as Metres },
  turn: { fits: 15 as Degrees, small: 45 as Degrees, step: 15 as Degrees },
  /** As soft as the leader's place in the lane is; beyond it the first step makes it good. */
  lane: { fits: 0.2 as Metres, small: 0.75 as Metres, step: 0.15 as Metres },
  handChange: 2,
  /** So many hands are let go and taken on one count; more need a beat of their own. */
  mostHandChanges: 3,
  restChange: 1,
  splitFoot: 1,
  otherDance: 1,
  reversal: 1,
  /** Steps at least this long have momentum. */
  travelling: 0.3 as Metres,
} as const;
