import type { Degrees, Foot, Role, Span } from '../base';
import type {
  Direction,
  Footwork,
  Kind,
  LaneWord,
  MoveTrack,
  SizeName,
  StepStyle,
  Sub,
  UnitName,
  WordTrack,
} from '../vocabulary';

/**
 * The written label before what happens: a count (`3`, `3&`), a bare subdivision of the last count (`&`),
 * or a quick or slow that follows on from the item before.
 */
export type Label =
  | { readonly type: 'count'; readonly beat: number; readonly sub: Sub }
  | { readonly type: 'sub'; readonly sub: Exclude<Sub, ''> }
  | { readonly type: 'value'; readonly value: 'Q' | 'S' };

/** A named size, or a multiple of a normal step. */
export type Size = SizeName | number;

/** What both single actions and rhythm units may carry. */
interface Common {
  readonly foot?: Foot;
  readonly direction?: Direction;
  readonly size?: Size;
  readonly footwork?: Footwork;
  /** Turn made into the action: before the foot is placed, so that the direction is said in the new facing. */
  readonly turn?: Degrees;
  /** The turn was said after the direction: it is made while stepping, the direction said in the old facing. */
  readonly turnAfter?: true;
  /** Pivot on the supporting foot after placing. */
  readonly then?: Degrees;
  /** That pivot turns feet and hips only, under a still chest. */
  readonly thenSwivel?: true;
  /** Where in the lane of a slot the dancer then stands. */
  readonly lane?: LaneWord;
  /** How the upper body goes with the step. */
  readonly style?: StepStyle;
  /** What else may be danced from here. */
  readonly choice?: Choice;
  /** Belongs to the choice that began before it. */
  readonly within?: true;
  /** Remark in round brackets. */
  readonly note?: string;
  /** Words nobody knows, kept as written. */
  readonly unknown?: readonly string[];
}

export interface Action extends Common {
  readonly type: 'action';
  readonly kind: Kind;
  /** The dancers stay as long as they like. */
  readonly anyLength?: true;
}
/** A word such as `triple` that stands for several steps. */
export interface UnitWord extends Common {
  readonly type: 'unit';
  readonly unit: UnitName;
}
/** A count with nothing understood after it. */
export interface Nothing extends Common {
  readonly type: 'nothing';
}
export type Body = Action | UnitWord | Nothing;

export interface MoveItem {
  readonly label: Label;
  readonly body: Body;
}
/**
 * Other ways to dance what begins here: this item, and those after it that are `within`. Each stands alone: its first
 * item has its own label, a bare `&` follows on from it.
 */
export interface Choice {
  readonly others: readonly (readonly MoveItem[])[];
  /** Who chooses; the dancer whose line it is where nobody is named. */
  readonly likes?: Role;
}
export interface WordItem {
  readonly label: Label;
  readonly text: string;
}

export interface MoveLine {
  readonly type: 'moves';
  readonly track: MoveTrack;
  readonly items: readonly MoveItem[];
  /** Text before the first count. */
  readonly stray?: string;
}
export interface WordLine {
  readonly type: 'words';
  readonly track: WordTrack;
  readonly items: readonly WordItem[];
  readonly stray?: string;
}
/** Blank lines, remarks (`# …`) and lines that begin with no known name. */
export interface OtherLine {
  readonly type: 'other';
  readonly text: string;
}
export type Line = MoveLine | WordLine | OtherLine;
export type Notation = readonly Line[];

export type ProblemCode =
  | 'unknown-line'
  | 'unknown-word'
  | 'unknown-hand-word'
  | 'no-count'
  | 'nothing-here'
  | 'twice'
  | 'bad-turn'
  | 'turn-not-15'
  | 'then-without-turn'
  | 'turn-side'
  | 'range-length'
  | 'counts-and-steps'
  | 'choice-open'
  | 'unknown-body-word'
  | 'unclosed'
  | 'count-zero'
  | 'count-beyond'
  | 'does-not-fit'
  | 'value-with-unit';

/** What is wrong with the text, and where. `details` fill the sentence; `fix` replaces `span` when there is an obvious one. */
export interface Problem {
  readonly code: ProblemCode;
  readonly span: Span;
  readonly details: Readonly<Record<string, string>>;
  readonly fix?: string;
}

/** Where an item stands in the text: all of it, its label, and what follows. */
export interface ItemSpans {
  readonly all: Span;
  readonly label: Span;
  readonly body: Span;
  /** The items of each other way to dance it. */
  readonly others?: readonly (readonly ItemSpans[])[];
}

export interface ParsedLine {
  readonly line: Line;
  readonly span: Span;
  /** One entry an item, same order; empty for other lines. */
  readonly items: readonly ItemSpans[];
}

export interface Parsed {
  readonly lines: readonly ParsedLine[];
  readonly problems: readonly Problem[];
}
