import type { Hand, Role, Span } from '../base';
import type { ArmPlace, BodyPart, BodySide, Grip, Height, LeadWord, RestHow, WholeHold } from '../vocabulary';

/** Which joined hands an act is about. A hand without a role is the leader's. */
export type Which =
  | { readonly type: 'all' }
  | { readonly type: 'hand'; readonly role: Role; readonly hand: Hand }
  | { readonly type: 'pair'; readonly leader: Hand; readonly follower: Hand };

export type Pair = readonly [leader: Hand, follower: Hand];

/** One thing the hands do, as read from the words at a count. */
export type HandAct =
  | {
      readonly type: 'take';
      readonly how: 'take' | 'change' | 'catch';
      readonly pairs: readonly Pair[];
      readonly height?: Height;
      readonly grip?: Grip;
      /** The leader's hand on top where the arms must cross. */
      readonly top?: Hand;
    }
  /** Raise, lower, or bring to a height; `landing` says where a raised hand comes down. */
  | {
      readonly type: 'height';
      readonly which: Which;
      readonly to: Height;
      readonly landing?: 'front' | 'behind';
    }
  | { readonly type: 'grip'; readonly which: Which; readonly grip: Grip }
  | { readonly type: 'release'; readonly which: Which }
  | { readonly type: 'over'; readonly which: Which; readonly heads: Role | 'both' }
  | { readonly type: 'slide'; readonly which: Which; readonly to: ArmPlace }
  /** A hand on the partner's body; without `hand`, whichever is free. */
  | {
      readonly type: 'rest';
      readonly role: Role;
      readonly hand?: Hand;
      readonly on: BodyPart;
      readonly how: RestHow;
      readonly side?: BodySide;
      /** On the dancer's own body, not the partner's. */
      readonly own?: true;
    }
  /** Joined hands led low between the two bodies. */
  | { readonly type: 'through'; readonly which: Which }
  /** A whole hold in one word. */
  | { readonly type: 'hold'; readonly hold: WholeHold }
  | { readonly type: 'lead'; readonly word: LeadWord }
  | { readonly type: 'remark'; readonly text: string };

export interface UnknownHandWord {
  readonly word: string;
  readonly span: Span;
  readonly near?: string;
}
export interface HandReading {
  readonly acts: readonly HandAct[];
  readonly unknown: readonly UnknownHandWord[];
}
