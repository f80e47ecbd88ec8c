import type { Degrees, Foot, Metres, Point, Role, Ticks } from '../base';
import type { Action } from '../notation';

export type Both<T> = Readonly<Record<Role, T>>;

/** An action as the floor sees it. */
export interface FloorAction {
  readonly tick: Ticks;
  /** Undefined where no foot acts. */
  readonly foot: Foot | undefined;
  /** Takes weight, sets a foot down without, or moves it through the air. */
  readonly lands: 'weight' | 'touch' | 'air';
  /** Weight on both feet after it. */
  readonly split: boolean;
  readonly action: Action;
  /** The facing its direction is said in. */
  readonly frame: Degrees;
}

/** One dancer: where from, what is danced, and what the body is like. */
export interface Dancer {
  readonly actions: readonly FloorAction[];
  /** At every tick from `from`, accumulated degrees; of the feet, and of the shoulders. */
  readonly facing: Float64Array;
  readonly chest: Float64Array;
  readonly stance: Metres;
  readonly halfBreadth: Metres;
  readonly reach: Metres;
  /** A normal step. */
  readonly step: Metres;
}

/** Where the follower is from the leader, seen from the leader: metres to the right and ahead. */
export interface Place {
  readonly right: Metres;
  readonly ahead: Metres;
}

/** From `from` to `to` the partners are held body to body. */
export interface BodyHold {
  readonly from: Ticks;
  readonly to: Ticks;
  readonly place: Place;
}
export interface JoinedHands {
  readonly from: Ticks;
  readonly to: Ticks;
  readonly leader: Foot;
  readonly follower: Foot;
}
/**
 * The follower stands so from the leader at a tick; the leader stands `over` to the right of the lane's middle, looking
 * along the lane.
 */
export interface Anchor {
  readonly tick: Ticks;
  readonly place: Place;
  readonly over: Metres;
  /** An ending: a leader who is said to be off the lane stays there. */
  readonly stays?: boolean;
  /** Not said, only supposed: given up where it would bend the words too much. */
  readonly supposed?: boolean;
}

/** Everything said about where a couple is. */
export interface FloorInput {
  readonly from: Ticks;
  readonly end: Ticks;
  readonly dancers: Both<Dancer>;
  readonly holds: readonly BodyHold[];
  readonly hands: readonly JoinedHands[];
  /** The first is the start; others are where figures of a chain begin, and the end where that is known. */
  readonly anchors: readonly Anchor[];
  /** Nobody is there to be held, passed or run into. */
  readonly alone: boolean;
  /** Heading of the lane; undefined where the dance has none. */
  readonly lane: Degrees | undefined;
  /** Heading of the line of dance, lane or reference line, for directions of the room. */
  readonly reference: Degrees;
}

/** A foot on the floor: an unknown and a fixed offset from it. */
export interface Spot {
  readonly block: number;
  readonly x: Metres;
  readonly y: Metres;
}

export type { Point };
