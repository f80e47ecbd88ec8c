import type { Metres, Role } from '../base';
import { BODY, DEFAULT_HEIGHTS, danceOf, type Danced } from '../vocabulary';

/** The two dancers' heights. */
export type Heights = Readonly<Record<Role, Metres>>;
export const defaultHeights: Heights = DEFAULT_HEIGHTS;

/** Lengths of one body in metres. */
export interface BodySize {
  readonly height: Metres;
  /** Half the shoulders, and half the chest's depth. */
  readonly halfBreadth: Metres;
  readonly halfDepth: Metres;
  /** From shoulder to grip. */
  readonly reach: Metres;
  /** From the middle of the body to the middle of a closed foot. */
  readonly stance: Metres;
}

/** Shoulder to grip as a share of stature: upper arm, forearm, half the hand. @example gripReach(1.8) // 0.6948 */
export const gripReach = (height: Metres): Metres => height * (BODY.upperArm + BODY.forearm + BODY.hand / 2);

export const bodySize = (height: Metres): BodySize => ({
  height,
  halfBreadth: (height * BODY.shoulderBreadth) / 2,
  halfDepth: (height * BODY.chestDepth) / 2,
  reach: gripReach(height),
  stance: height * 0.035,
});

/** A normal step of a dance. @example stepLength(1.75, { dance: 'slot-swing' }) // 0.385 */
export const stepLength = (height: Metres, figure: Danced): Metres => height * danceOf(figure).step;
