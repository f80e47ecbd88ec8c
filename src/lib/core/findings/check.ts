import { analyse, type Analysis, type Heights } from '../analysis';
import { TICKS_PER_BEAT, same } from '../base';
import { applyEdits, type Figure } from '../figure';
import {
  armLocks,
  armsCrossed,
  armsTight,
  behindTheBack,
  gripClamped,
  handNotHeld,
  handTwice,
  headroom,
  notRaised,
  takenOutOfReach,
  turnBlocked,
} from './rules-arms';
import {
  collision,
  endFacing,
  endHeading,
  endHold,
  endPlace,
  laneBlocked,
  outOfReach,
  stepsPart,
  whichSide,
} from './rules-floor';
import { care, leanUnheld } from './rules-body';
import { leadContrary, leadLate, leadUnanswered, noBlock, noLead, noStop, stopUnmade } from './rules-leads';
import { charge, elbowTrapped, handNeck, holdBroken, kickTowards, palmOver, tooNear } from './rules-near';
import { longSpin, turnTooFast } from './rules-turn';
import {
  endFoot,
  oddLength,
  overlap,
  ownTiming,
  roleEmpty,
  sameFoot,
  splitUnsaid,
  standingGesture,
  standingStep,
  totalsDiffer,
  waitAlone,
} from './rules-weight';
import {
  type Finding,
  type FindingCode,
  type Remedy,
  type RemedyCode,
  type Rule,
  type Severity,
} from './types';

/** Causes before consequences: a rule sees what those before it found. */
export const RULES: readonly Rule[] = [
  overlap,
  standingStep,
  standingGesture,
  splitUnsaid,
  roleEmpty,
  totalsDiffer,
  sameFoot,
  endFoot,
  ownTiming,
  waitAlone,
  oddLength,
  endFacing,
  endHeading,
  endHold,
  endPlace,
  turnTooFast,
  longSpin,
  laneBlocked,
  collision,
  handTwice,
  handNotHeld,
  notRaised,
  armLocks,
  armsCrossed,
  armsTight,
  turnBlocked,
  takenOutOfReach,
  outOfReach,
  headroom,
  gripClamped,
  behindTheBack,
  leadLate,
  leadContrary,
  leadUnanswered,
  noLead,
  noStop,
  noBlock,
  stopUnmade,
  tooNear,
  kickTowards,
  palmOver,
  handNeck,
  elbowTrapped,
  holdBroken,
  leanUnheld,
  care,
  charge,
  stepsPart,
  whichSide,
];

const ORDER: Readonly<Record<Severity, number>> = { wrong: 0, caution: 1, look: 2 };

/** Everything to say about a figure, worst first, then by count. @example check(analyse(figure)).map((f) => f.code) */
export function check(a: Analysis): Finding[] {
  const found: Finding[] = [];
  for (const rule of RULES) found.push(...rule.find(a, found));
  return found.sort((x, y) => ORDER[x.severity] - ORDER[y.severity] || x.tick - y.tick);
}

/** What only the end of a figure can be told. */
const ENDINGS: ReadonlySet<FindingCode> = new Set([
  'role-empty',
  'totals-differ',
  'odd-length',
  'end-foot',
  'end-facing',
  'end-place',
  'end-hold',
  'end-heading',
  'wait-alone',
]);
/** What one dancer does alone, whatever the partner's line is yet. */
const ALONE: ReadonlySet<FindingCode> = new Set([
  'overlap',
  'standing-step',
  'standing-gesture',
  'split-unsaid',
  'turn-too-fast',
  'long-spin',
]);

/** `typing`: keys come, and nothing is judged; `paused`: they do not, and the caret still stands at the end. */
export type Writing = 'typing' | 'paused';

/** What may be said of a figure whose line is still being written: as far as both have got, and nothing of its end. */
export function soFar(a: Analysis, found: readonly Finding[]): Finding[] {
  const both = Math.min(a.roles.leader.end, a.roles.follower.end);
  return found.filter((f) => !ENDINGS.has(f.code) && (ALONE.has(f.code) || f.tick < both));
}

/** The same without holding back what earlier findings may explain. */
function checkAll(a: Analysis): Finding[] {
  return RULES.flatMap((rule) => rule.find(a, []));
}

/** A mend that has been tried: it removes the finding and brings nothing new. */
export interface Fix extends Remedy {
  readonly result: Figure;
}

/** Mends that differ only in their counts: the first clean one stands for all, so that other kinds are offered too. */
const ONE_OF_EACH: ReadonlySet<RemedyCode> = new Set([
  'raise-hand',
  'release-hand',
  'change-hands',
  'take-hands',
  'reverse-turns',
  'less-turn',
  'no-turn',
  'move-words',
  'add-stop',
  'let-go-and-catch',
]);

/**
 * The mends of a finding, likeliest first, each tried on the figure: the finding is gone after it and nothing is
 * found that was not there before. Only where no mend is so clean, those are offered that bring to light what an
 * earlier mistake was hiding. Cost: one analysis for each candidate, at most `tries` and
 * while not `enough()`; with `only`, of those kinds.
 */
export function fixesFor(
  a: Analysis,
  finding: Finding,
  most = 4,
  heights?: Heights,
  tries = 80,
  only?: ReadonlySet<RemedyCode>,
  enough: () => boolean = () => false,
): Fix[] {
  const rule = RULES.find((r) => r.code === finding.code);
  if (!rule || enough()) return [];
  const known = check(a);
  const hidden = checkAll(a);
  const clean: Fix[] = [];
  const revealing: Fix[] = [];
  const remedies = rule.mend(a, finding).filter((r) => !only || only.has(r.code));
  for (const remedy of remedies.slice(0, tries)) {
    if (clean.length >= most || enough()) break;
    if (ONE_OF_EACH.has(remedy.code) && clean.some((f) => f.code === remedy.code)) continue;
    const applied = applyEdits(a.figure, remedy.edits);
    if (!applied.ok) continue;
    const fix = { ...remedy, result: applied.value };
    if ([...clean, ...revealing].some((f) => sameOffer(f, fix) || sameFigure(f.result, fix.result))) continue;
    const after = analyse(applied.value, heights);
    const found = check(after);
    if (after.parsed.problems.length > a.parsed.problems.length || isAmong(finding, found)) continue;
    const fresh = found.filter((f) => !isAmong(f, known));
    if (fresh.length === 0) clean.push(fix);
    else if (fresh.every((f) => isAmong(f, hidden))) revealing.push(fix);
  }
  return clean.length > 0 ? clean : revealing.slice(0, most);
}

/** The same finding, wherever within a beat: a place moved by a twelfth of a beat is not new. */
const isAmong = (f: Finding, list: readonly Finding[]): boolean =>
  list.some((k) => k.code === f.code && k.role === f.role && Math.abs(k.tick - f.tick) <= TICKS_PER_BEAT);

const sameOffer = (a: Remedy, b: Remedy): boolean =>
  a.code === b.code && a.role === b.role && same(a.details, b.details);
const sameFigure = (a: Figure, b: Figure): boolean => a.lines === b.lines && same(a, b);
