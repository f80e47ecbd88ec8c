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

/** Where a beat stands on its row of the rail, as CSS; `--from` is the beat the row begins with. */
export const left = (at: number): string =>
  `calc(var(--beat) * (${(at + 0.35).toFixed(3)} - var(--from, 0)))`;

/** Beats from `from` up to `to`, drawn as one row. */
export interface RailRow {
  readonly from: number;
  readonly to: number;
  /** Beats there is room for: a count that is written moves none of those before it. */
  readonly room: number;
}
/** Longest rail that stays one row, beats. */
const ONE_ROW = 10;
/**
 * Long rails fold into rows of eight, or of two threes' worth where the music goes in threes; short ones have the
 * room of such a row, unless what there is fills it.
 * @example rowsOf(6, 4) // [{ from: 0, to: 6, room: 8 }]
 */
export function rowsOf(beats: number, bar: number, filled = false): RailRow[] {
  const eight = bar % 3 === 0 ? bar * Math.max(1, Math.floor(9 / bar)) : 8;
  const size = beats <= ONE_ROW ? beats : eight;
  const short = bar % 3 === 0 && beats <= 6 ? 6 : eight;
  const room = filled || beats > ONE_ROW ? size : beats <= short ? short : ONE_ROW;
  return Array.from({ length: Math.ceil(beats / size) }, (_, i) => ({
    from: i * size,
    to: Math.min(beats, (i + 1) * size),
    room,
  }));
}
/** Where it does not fold: room for a few, and then as many as there are. */
export const oneRow = (beats: number): RailRow[] => [{ from: 0, to: beats, room: Math.max(4, beats) }];
/** Whether a beat is drawn on a row: what leads into its first beat is. */
export const onRow = (at: number, row: RailRow): boolean =>
  at >= row.from - (row.from === 0 ? 9 : 0.34) && at < row.to - 0.34;

/** A label on the rail, and the line it stands on so that none lies on another. */
export interface Laid<T> {
  readonly item: T;
  readonly level: number;
}
/**
 * Puts labels on as few lines as they need. `px`: pixels a beat; `letter`: of a letter. O(n·lines).
 * @example stacked([{ at: 0, text: 'raise both' }, { at: 0.5, text: 'low' }], 80).map((l) => l.level) // [0, 1]
 */
export function stacked<T extends { readonly at: number; readonly text: string }>(
  items: readonly T[],
  px: number,
  letter = 6.7,
): Laid<T>[] {
  const free: number[] = [];
  return items.map((item) => {
    const from = item.at * px;
    const found = free.findIndex((x) => x <= from);
    const level = found < 0 ? free.length : found;
    free[level] = from + item.text.length * letter + 8;
    return { item, level };
  });
}
export const levels = (laid: readonly Laid<unknown>[]): number =>
  Math.max(0, ...laid.map((l) => l.level + 1));

/** @example turnSign(-270) // '↺ ¾' */
export function turnSign(turn: number): string {
  const { whole, top, bottom } = fractionOf(turn);
  const glyph = GLYPHS[`${top}/${bottom}`] ?? (top ? `${top}/${bottom}` : '');
  return `${turn > 0 ? '↻' : '↺'} ${whole || ''}${glyph}`;
}
/** @example turnAmount(-540) // '1½ left' */
export const turnAmount = (turn: number): string =>
  `${turnSign(turn)
    .replace(/^\S+\s*/, '')
    .replace(' ', '')} ${turn > 0 ? 'right' : 'left'}`;
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

/** Beats of a rail with nothing on it yet. */
export const EMPTY_BEATS = 8;
export function beatsShown(a: Analysis): number {
  const end = Math.ceil(a.end / TICKS_PER_BEAT);
  return end === 0 ? Math.max(EMPTY_BEATS, a.unitBeats) : Math.max(2, end, a.unitBeats);
}

/** What is drawn of a role; the same steps give the same marks, so that only what changed is drawn. */
export function marks(a: Analysis, role: Role): readonly RailMark[] {
  const { actions } = a.roles[role];
  const known = drawn.get(actions);
  if (known) return known;
  const made = marksOf(a, role);
  drawn.set(actions, made);
  return made;
}
const drawn = new WeakMap<readonly Weighed[], readonly RailMark[]>();

function marksOf(a: Analysis, role: Role): RailMark[] {
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
export function counts(a: Analysis, beats = beatsShown(a)): RailCount[] {
  const ticks = new Set<number>();
  for (let b = 0; b < beats; b++) ticks.add(b * TICKS_PER_BEAT);
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
  `${u.rhythm === 'more' ? `${u.changes} weight changes` : u.rhythm}`;

/** Moments the playhead steps through. */
export const moments = (a: Analysis): number[] => [...counts(a).map((c) => c.tick), a.end];

/** One line of words below the tracks of a row, each where it begins. */
export interface WordRow {
  readonly name: string;
  readonly laid: readonly Laid<{ readonly at: number; readonly text: string }>[];
  readonly lines: number;
}
export const wordRows = (a: Analysis, names: readonly string[], row: RailRow, px: number): WordRow[] =>
  names.map((name) => {
    const own = a.words
      .map((w) => ({ track: w.track, at: railBeat(w.tick, a.figure.feel), text: w.text }))
      .filter((w) => w.track === name && onRow(w.at, row))
      .map((w) => ({ at: w.at - 0.3, text: w.text }));
    const laid = stacked(own, px, 6.2);
    return { name, laid, lines: Math.max(1, levels(laid)) };
  });
