import type { Degrees, Hand, Span } from '../base';
import type { Bend, BodyAct, HeadPlace, Lean } from '../vocabulary';

/** One thing head or upper body does, as read from the words at a count. */
export type TrunkAct =
  /** `quick`: snapped there. */
  | { readonly type: 'head'; readonly to: HeadPlace; readonly quick?: true }
  | { readonly type: 'tilt'; readonly to: Hand }
  /** The upper body turned against the hips; 0 is square. */
  | { readonly type: 'twist'; readonly turn: Degrees }
  | { readonly type: 'lean'; readonly to?: Lean }
  | { readonly type: 'bend'; readonly what: Bend }
  | { readonly type: 'sway'; readonly to: Hand }
  | { readonly type: BodyAct }
  | { readonly type: 'remark'; readonly text: string };

export interface UnknownBodyWord {
  readonly word: string;
  readonly span: Span;
  readonly near: string;
}
export interface BodyReading {
  readonly acts: readonly TrunkAct[];
  /** Slips of the fingers; other words nobody knows are remarks. */
  readonly unknown: readonly UnknownBodyWord[];
}
