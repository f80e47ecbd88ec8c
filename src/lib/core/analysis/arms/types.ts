import type { Rest } from '../../arms';
import type { Hand, Metres, Role, Ticks } from '../../base';
import type { Ref } from '../../figure';
import type { ArmPlace, Grip, Height, HoldId, LeadKind } from '../../vocabulary';
import type { BodySize } from '../bodies';
import type { Path } from '../path';
import type { Contacts } from './contacts';

export type Both<T> = Readonly<Record<Role, T>>;

/** From a tick on, until the next of its list. */
export interface Since<T> {
  readonly tick: Ticks;
  readonly value: T;
}

/** A pair of hands from being taken to being let go. */
export interface HeldArm {
  readonly leader: Hand;
  readonly follower: Hand;
  readonly from: Ticks;
  readonly to: Ticks;
  readonly heights: readonly Since<Height>[];
  readonly grips: readonly Since<Grip>[];
  readonly places: readonly Since<ArmPlace>[];
  /** Whole turns the arm is further round than a low one: its bearing is 360 · turns − phi. */
  readonly turns: Both<readonly Since<number>[]>;
}
export interface HeldRest extends Rest {
  readonly from: Ticks;
  readonly to: Ticks;
}
/** A hand going over a head. */
export interface HandPass {
  readonly tick: Ticks;
  /** By the leader's hand. */
  readonly arm: Hand;
  readonly role: Role;
  readonly by: 1 | -1;
  /** When the hand was raised for it. */
  readonly raised: Ticks;
}
/** Something that causes or prepares a turn, or ends one. */
export interface Lead {
  readonly tick: Ticks;
  readonly prepares: boolean;
  readonly ends: boolean;
  /** The usual kinds its words name. */
  readonly kinds: readonly LeadKind[];
  /** Momentum is sent on. */
  readonly sends?: true;
  readonly ref: Ref;
}

/** What cannot be, or may hurt, as the hands are written. Hands are the named role's own. */
export type ArmFault = {
  readonly tick: Ticks;
  readonly ref: Ref | undefined;
} & (
  | {
      readonly code: 'locks';
      readonly role: Role;
      readonly hand: Hand;
      readonly arm: Hand;
      readonly half: number;
    }
  | { readonly code: 'too-crossed'; readonly crossing: number }
  /** As often crossed as can just be. */
  | { readonly code: 'tight'; readonly crossing: number }
  | { readonly code: 'hand-twice'; readonly role: Role; readonly hand: Hand }
  | { readonly code: 'not-held'; readonly role: Role; readonly hand: Hand | undefined }
  | { readonly code: 'not-raised'; readonly role: Role; readonly arm: Hand }
  | { readonly code: 'blocked'; readonly role: Role; readonly rest: Rest }
  | { readonly code: 'clamped'; readonly role: Role; readonly arm: Hand }
  | { readonly code: 'behind-back'; readonly role: Role; readonly hand: Hand; readonly arm: Hand }
  | { readonly code: 'hand-reach'; readonly over: Metres; readonly arm: Hand }
  | { readonly code: 'too-low'; readonly role: Role; readonly short: Metres; readonly arm: Hand }
);

/** The arms of a figure at every tick. Arrays as in {@link Path}. */
export interface Arms {
  readonly from: Ticks;
  /** Facing relative to the line to the partner, accumulated. */
  readonly phi: Both<Float64Array>;
  readonly held: readonly HeldArm[];
  readonly rests: readonly HeldRest[];
  readonly crossings: readonly Since<number>[];
  readonly passes: readonly HandPass[];
  readonly leads: readonly Lead[];
  readonly faults: readonly ArmFault[];
}

export interface HandsInput {
  readonly paths: Both<Path>;
  readonly sizes: Both<BodySize>;
  readonly hold: HoldId;
  readonly contacts: Contacts;
}

/** The value of a list of changes at a tick. */
export function valueAt<T>(list: readonly Since<T>[], tick: number, otherwise: T): T {
  let value = otherwise;
  for (const s of list) {
    if (s.tick > tick) break;
    value = s.value;
  }
  return value;
}
