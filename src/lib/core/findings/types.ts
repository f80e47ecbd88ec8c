import type { Role, Ticks } from '../base';
import type { Analysis } from '../analysis';
import type { FigureEdit, Picks, Ref } from '../figure';

/** `wrong` cannot be danced as written · `caution` may hurt someone · `look` is unusual, the teacher decides. */
export type Severity = 'wrong' | 'caution' | 'look';

export type FindingCode =
  | 'overlap'
  | 'standing-step'
  | 'standing-gesture'
  | 'split-unsaid'
  | 'role-empty'
  | 'totals-differ'
  | 'same-foot'
  | 'end-foot'
  | 'own-timing'
  | 'odd-length'
  | 'end-facing'
  | 'end-place'
  | 'end-hold'
  | 'end-heading'
  | 'which-side'
  | 'steps-part'
  | 'turn-too-fast'
  | 'long-spin'
  | 'lane-blocked'
  | 'collision'
  | 'out-of-reach'
  | 'arm-locks'
  | 'arms-crossed'
  | 'arms-tight'
  | 'hand-twice'
  | 'hand-not-held'
  | 'not-raised'
  | 'turn-blocked'
  | 'grip-clamped'
  | 'behind-back'
  | 'take-out-of-reach'
  | 'headroom'
  | 'no-lead'
  | 'no-stop'
  | 'lead-late'
  | 'lead-contrary'
  | 'lead-unanswered'
  | 'stop-unmade'
  | 'no-block'
  | 'care'
  | 'lean-unheld'
  | 'kick-towards'
  | 'too-near'
  | 'palm-over'
  | 'elbow-trapped'
  | 'hand-neck'
  | 'charge'
  | 'hold-broken'
  | 'wait-alone'
  | 'branch';

export type Details = Readonly<Record<string, string | number>>;

/** Something to say about a figure. The sentence is made from `code` and `details` elsewhere. */
export interface Finding {
  readonly code: FindingCode;
  readonly severity: Severity;
  /** Undefined when it concerns both. */
  readonly role?: Role;
  readonly tick: Ticks;
  readonly ref?: Ref;
  readonly details: Details;
  /** What is found when another way is danced. */
  readonly inner?: Finding;
  /** Which other ways those are. */
  readonly picks?: Picks;
}

export type RemedyCode =
  | 'leave-foot-out'
  | 'other-foot'
  | 'make-hop'
  | 'add-step'
  | 'move'
  | 'remove'
  | 'touch-instead'
  | 'hold-instead'
  | 'step-instead'
  | 'fill-hold'
  | 'fill-steps'
  | 'cut-end'
  | 'mirror-partner'
  | 'declare-same-foot'
  | 'declare-own-timing'
  | 'declare-end-foot'
  | 'declare-formation'
  | 'keep-foot'
  | 'reverse-turn'
  | 'mend-turn'
  | 'slower'
  | 'spread-turn'
  | 'less-turn'
  | 'raise-level'
  | 'step-aside'
  | 'repeat-times'
  | 'say-side'
  | 'declare-hold'
  | 'declare-heading'
  | 'resize'
  | 'add-count'
  | 'raise-hand'
  | 'release-hand'
  | 'change-hands'
  | 'take-hands'
  | 'reverse-turns'
  | 'no-turn'
  | 'say-change'
  | 'take-words-out'
  | 'move-words'
  | 'open-grip'
  | 'note-caution'
  | 'let-go-and-catch'
  | 'add-lead'
  | 'add-stop';

/** A change that mends a finding. */
export interface Remedy {
  readonly code: RemedyCode;
  readonly role?: Role;
  readonly details: Details;
  readonly edits: readonly FigureEdit[];
}

/** One rule: what it finds, and what might mend it, likeliest first. `before` holds what earlier rules found. */
export interface Rule {
  readonly code: FindingCode;
  find(a: Analysis, before: readonly Finding[]): readonly Finding[];
  mend(a: Analysis, finding: Finding): readonly Remedy[];
}

export const keyOf = (f: Finding): string => `${f.code}|${f.role ?? 'both'}|${f.tick}`;
