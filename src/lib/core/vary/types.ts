import type { Degrees, Role, Ticks } from '../base';
import type { Change, Figure } from '../figure';
import type { RemedyCode } from '../findings';

/** Whose part changes. */
export type Whose = Role | 'both';
/** Which extra pair of steps cancels itself. */
export type PairKind = 'rock' | 'places' | 'sides';
/** Salsa's main countings: break on 1; break on 2 stepping 2 3 4 · 6 7 8; break on 2 stepping 1 2 3 · 5 6 7. */
export type BreakSchool = 'on-1' | 'on-2-late' | 'on-2-early';

/**
 * One way to vary a figure, as a value. Places are ticks of a straight beat (`3&` is 30) from the beginning of the
 * written figure, so that they mean the written count whatever the feel; lengths are ticks too.
 */
export type Variation =
  /** What is danced at `at` lasts longer (or shorter) by `by`, and all that follows comes later. */
  | { readonly type: 'stretch'; readonly whose: Whose; readonly at: Ticks; readonly by: Ticks }
  /** Both wait for `by` before `at`. */
  | { readonly type: 'wait'; readonly whose: Whose; readonly at: Ticks; readonly by: Ticks }
  /** Counts nothing depends on are left out. */
  | { readonly type: 'cut'; readonly from: Ticks; readonly to: Ticks }
  | { readonly type: 'add-pair'; readonly at: Ticks; readonly pair: PairKind }
  /** One step comes later or earlier; all others stay. */
  | { readonly type: 'delay'; readonly whose: Whose; readonly at: Ticks; readonly by: Ticks }
  /** What is danced at `at` falls on `onto`; the counts before it stretch, those after it give way where they can. */
  | { readonly type: 'accent'; readonly at: Ticks; readonly onto: Ticks; readonly keep: boolean }
  /** Everything takes twice, or half, the counts. */
  | { readonly type: 'scale'; readonly by: 2 | 0.5 }
  | {
      readonly type: 're-rhythm';
      readonly whose: Role;
      readonly from: Ticks;
      readonly pattern: string;
    }
  | {
      readonly type: 'repair';
      readonly whose: Role;
      readonly code: RemedyCode;
      readonly at: Ticks;
      /** What is noted as meant along with it. */
      readonly declares?: Partial<Pick<Figure, 'end' | 'sameFoot'>>;
    }
  | {
      readonly type: 'turn';
      readonly whose: Role;
      readonly from: Ticks;
      readonly to: Ticks;
      readonly amount: Degrees;
      /** Shared by the time each step has, not evenly: no beat turns faster than it must. */
      readonly byTime?: boolean;
    }
  | { readonly type: 'repeat'; readonly from: Ticks; readonly to: Ticks; readonly times: number }
  | { readonly type: 'plain-hands' }
  | { readonly type: 'mirror' }
  | { readonly type: 'swap-roles' }
  | { readonly type: 'break-on'; readonly school: BreakSchool }
  | { readonly type: 'respell'; readonly as: 'counts' | 'quick-slow' }
  /** One after the other, each on what the one before it made. */
  | { readonly type: 'together'; readonly parts: readonly Variation[] };

/** Why a variation cannot be made. */
export type VaryFailure =
  | 'no-such-place'
  | 'no-such-count'
  | 'something-there'
  | 'hands-there'
  | 'nothing-to-turn'
  | 'no-step-to-turn'
  | 'one-sided'
  | 'not-this-dance'
  | 'no-room';

/** A variation that can be made: its change has an inverse, and `result` is the figure after it. */
export interface Proposal {
  readonly variation: Variation;
  readonly change: Change;
  readonly result: Figure;
  /** Mends that had to be made with it, in order. */
  readonly mends: readonly RemedyCode[];
}
