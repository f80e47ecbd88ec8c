import { TICKS_PER_BEAT, type Ticks } from '../base';
import type { Level } from '../vocabulary';

/**
 * What the feet do in a unit, one letter for each half beat: `s` takes weight, `t` touches, `-` nothing. Two beats
 * have four letters: `sss-` is a triple on `1 & 2`.
 */
export type Pattern = string;
export const HALF: Ticks = TICKS_PER_BEAT / 2;

/** Names of two-beat patterns. Row: pattern → name. Source: common practice. */
const NAMES: Readonly<Record<Pattern, string>> = {
  '----': 'rest',
  's---': 'single',
  '--s-': 'delayed single',
  's-s-': 'double',
  'sss-': 'triple',
  ssss: 'quadruple',
  's-t-': 'step, touch',
  't-s-': 'touch, step',
  't---': 'touch and wait',
  'tss-': 'kick-ball-change',
  '-ss-': 'ball-change',
  's-ss': 'late triple',
  'ss--': 'quick double',
  '-sss': 'triple off the beat',
  '--ss': 'late double',
};

/** @example patternName('sss-') // 'triple' */
export const patternName = (p: Pattern): string | undefined => NAMES[p];

export const stepsIn = (p: Pattern): number => [...p].filter((c) => c === 's').length;
export const slotsOf = (p: Pattern, letter: string): number[] =>
  [...p].flatMap((c, i) => (c === letter ? [i] : []));

/**
 * How hard a pattern is. On the beat only: beginners; one triple: improvers; one other step between the beats, or a
 * kick-ball-change: intermediate; anything: advanced. Our choice, common practice.
 */
export function patternLevel(p: Pattern): Level {
  const between = slotsOf(p, 's').filter((i) => i % 2 === 1).length;
  if (between === 0) return 1;
  if (between > 1) return 4;
  return p.includes('sss') && !p.includes('t') ? 2 : 3;
}

/** Every pattern of a unit: a step or nothing on each half beat, or a touch on a beat without a step. */
export function allPatterns(beats: number): Pattern[] {
  let all = [''];
  for (let slot = 0; slot < 2 * beats; slot++) {
    const letters = slot % 2 === 0 ? ['s', 't', '-'] : ['s', '-'];
    all = all.flatMap((p) => letters.map((c) => p + c));
  }
  return all;
}

/** The patterns for a level that leave the free foot as wanted after `changes` weight changes now. */
export const admissible = (beats: number, changes: number, keepFoot: boolean, level: Level): Pattern[] =>
  allPatterns(beats).filter(
    (p) => patternLevel(p) <= level && ((stepsIn(p) - changes) % 2 === 0) === keepFoot,
  );
