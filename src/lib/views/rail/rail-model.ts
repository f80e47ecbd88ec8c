import type { Analysis, RhythmUnit, Weighed } from '$lib/core/analysis';
import { TICKS_PER_BEAT, type Role } from '$lib/core/base';
import { fractionOf } from '$lib/core/notation';
import { railBeat } from '$lib/core/scene';
import { positionAt, sayCount } from '$lib/core/time';
import { DIRECTIONS, KINDS, LANE_WORDS } from '$lib/core/vocabulary';

/** What the rail draws, in beats from its left edge. */
export interface RailMark {
  readonly w: Weighed;
  readonly at: number;
  readonly word: string;
  readonly turn: string;
  readonly gesture: boolean;
  readonly label: string;
}
export interface RailCount {
  readonly tick: number;
  readonly at: number;
  readonly text: string;
  readonly whole: boolean;
}

/** Where a beat stands on the rail, as CSS. */
export const left = (at: number): string => `calc(var(--beat) * ${(at + 0.35).toFixed(3)})`;

/** @example turnSign(-270) // '↺ ¾' */
export function turnSign(turn: number): string {
  const { whole, top, bottom } = fractionOf(turn);
  const glyph = GLYPHS[`${top}/${bottom}`] ?? (top ? `${top}/${bottom}` : '');
  return `${turn > 0 ? '↻' : '↺'} ${whole || ''}${glyph}`;
}
const GLYPHS: Record<string, string> = {
  '1/4': '¼',
  '1/2': '½',
  '3/4': '¾',
  '1/8': '⅛',
  '3/8': '⅜',
  '5/8': '⅝',
  '7/8': '⅞',
  '1/3': '⅓',
  '2/3': '⅔',
  '1/6': '⅙',
  '5/6': '⅚',
};

export const beatsShown = (a: Analysis): number =>
  Math.max(2, Math.ceil(a.end / TICKS_PER_BEAT), a.unitBeats);

export function marks(a: Analysis, role: Role): RailMark[] {
  return a.roles[role].actions.map((w) => {
    const { kind, direction, turn, then } = w.action;
    const still = w.action.anyLength ? 'hold …' : kind;
    const word = kind === 'step' ? DIRECTIONS[direction ?? 'place'].words[0] : still;
    const turned = (turn ?? 0) + (then ?? 0);
    const gesture = KINDS[kind].weight === 'free' || KINDS[kind].weight === 'none';
    return {
      w,
      at: railBeat(w.tick, a.figure.feel),
      word,
      turn: turned ? turnSign(turned) : '',
      gesture,
      label: describe(a, role, w),
    };
  });
}

/** A step in words, for a screen reader. @example 'Leader 3&, R, in place' */
export function describe(a: Analysis, role: Role, w: Weighed): string {
  const { kind, direction, size, turn, turnAfter, then, footwork, lane } = w.action;
  const parts = [
    `${role === 'leader' ? 'Leader' : 'Follower'} ${sayCount(w.tick, a.figure.feel)}`,
    w.foot && (w.foot === 'L' ? 'left' : 'right'),
    kind === 'step'
      ? DIRECTIONS[direction ?? 'place'].says
      : direction
        ? `${kind} ${DIRECTIONS[direction].says}`
        : KINDS[kind].says,
    size !== undefined ? (typeof size === 'number' ? `${size} times normal size` : size) : undefined,
    footwork,
    turn ? `${turnWords(turn)} ${turnAfter ? 'while stepping' : 'into it'}` : undefined,
    then ? `then ${turnWords(then)} on the spot` : undefined,
    lane && LANE_WORDS[lane].says,
    w.fault ? 'not possible as written' : undefined,
  ];
  return parts.filter(Boolean).join(', ');
}

export function turnWords(turn: number): string {
  const { whole, top, bottom } = fractionOf(turn);
  return `${[whole || '', top ? `${top}/${bottom}` : ''].filter(Boolean).join(' ')} turn ${turn > 0 ? 'right' : 'left'}`;
}

/** Every count anything happens on, and every beat. */
export function counts(a: Analysis): RailCount[] {
  const ticks = new Set<number>();
  for (let b = 0; b < beatsShown(a); b++) ticks.add(b * TICKS_PER_BEAT);
  for (const role of ['leader', 'follower'] as const)
    for (const w of a.roles[role].actions) ticks.add(w.tick);
  return [...ticks]
    .sort((x, y) => x - y)
    .map((tick) => {
      const p = positionAt(tick, a.figure.feel);
      const whole = tick % TICKS_PER_BEAT === 0;
      return {
        tick,
        at: railBeat(tick, a.figure.feel),
        text: whole ? String(tick / TICKS_PER_BEAT + 1) : (p?.sub ?? '·'),
        whole,
      };
    });
}

export const unitLabel = (u: RhythmUnit): string =>
  `${u.rhythm === 'more' ? `${u.changes} changes` : u.rhythm}`;

/** Moments the playhead steps through. */
export const moments = (a: Analysis): number[] => [...counts(a).map((c) => c.tick), a.end];
