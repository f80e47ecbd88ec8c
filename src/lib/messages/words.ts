import { TICKS_PER_BEAT, type Foot, type Ticks } from '$lib/core/base';

const ORDINALS = [
  'first',
  'second',
  'third',
  'fourth',
  'fifth',
  'sixth',
  'seventh',
  'eighth',
  'ninth',
  'tenth',
];

/** @example ordinal(3) // 'third' */
export const ordinal = (n: number): string => ORDINALS[n - 1] ?? `${n}th`;

const NUMBERS = 'no one two three four five six seven eight nine ten eleven twelve'.split(' ');

/** @example numberWord(5) // 'five' */
export const numberWord = (n: number): string => NUMBERS[n] ?? String(n);

/** @example capital('left') // 'Left' */
export const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);

/** @example spanOfCounts(24, 48) // '3–4' */
export function spanOfCounts(from: Ticks, to: Ticks): string {
  const first = Math.floor(from / TICKS_PER_BEAT) + 1;
  const last = Math.max(first, Math.ceil(to / TICKS_PER_BEAT));
  return first === last ? String(first) : `${first}–${last}`;
}

/** @example list(['a', 'b', 'c']) // 'a, b and c' */
export function list(parts: readonly string[], word = 'and'): string {
  const last = parts.at(-1) ?? '';
  return parts.length < 2 ? last : `${parts.slice(0, -1).join(', ')} ${word} ${last}`;
}

/** A foot, or a side, in words. */
export const FOOT_WORDS: Readonly<Record<string, string>> = { L: 'left', R: 'right' };
const footText = (role: string, foot: Foot | undefined): string =>
  foot ? `the ${role}’s ${FOOT_WORDS[foot] ?? foot} foot` : `either foot of the ${role}`;

/** Whose feet, in words; no foot is either. @example feetText('L', 'R') // 'the leader’s left foot and the follower’s right foot' */
export const feetText = (leader: Foot | undefined, follower: Foot | undefined): string =>
  `${footText('leader', leader)} and ${footText('follower', follower)}`;
