import type { KindId } from '$lib/core/library';
import { list } from './words';

/** What documents of a kind are called. */
export const KIND_WORDS: Readonly<Record<KindId, { readonly one: string; readonly many: string }>> = {
  figure: { one: 'figure', many: 'figures' },
  combination: { one: 'combination', many: 'combinations' },
  dance: { one: 'dance of your own', many: 'dances of your own' },
  song: { one: 'song', many: 'songs' },
  practice: { one: 'practice', many: 'practices' },
  result: { one: 'practice result', many: 'practice results' },
  room: { one: 'room', many: 'rooms' },
  group: { one: 'group', many: 'groups' },
  series: { one: 'series of classes', many: 'series of classes' },
  class: { one: 'class', many: 'classes' },
  entry: { one: 'log entry', many: 'log entries' },
  recap: { one: 'recap', many: 'recaps' },
  cue: { one: 'cue of your own', many: 'cues of your own' },
};

/** @example countedText('figure', 2) // '2 figures' */
export const countedText = (kind: KindId, n: number): string =>
  `${n} ${n === 1 ? KIND_WORDS[kind].one : KIND_WORDS[kind].many}`;

const ORDER: readonly KindId[] = [
  'figure',
  'combination',
  'song',
  'class',
  'series',
  'group',
  'room',
  'entry',
  'recap',
  'practice',
  'dance',
  'cue',
  'result',
];
/** Several kinds counted together. @example countsText({ figure: 2, combination: 1 }) // '2 figures and 1 combination' */
export const countsText = (counts: Partial<Record<KindId, number>>): string =>
  list(ORDER.flatMap((k) => ((counts[k] ?? 0) > 0 ? [countedText(k, counts[k] ?? 0)] : []))) || 'nothing';

/** Where a document uses another. @example usesText([{ kind: 'combination', name: 'Tuesday' }]) */
export function usesText(uses: readonly { readonly kind: KindId; readonly name: string }[]): string {
  const shown = uses.slice(0, 6).map((u) => `“${u.name}”`);
  const more = uses.length - shown.length;
  return list(more > 0 ? [...shown, `${more} more`] : shown);
}

/** Places in a document by the names they have on the screens. Row: pattern of the path, what it is called. */
const PLACES: readonly (readonly [RegExp, (m: RegExpExecArray) => string])[] = [
  [/^parts\[(\d+)\]\.times$/, (m) => `how often part ${Number(m[1]) + 1} is danced`],
  [/^parts\[(\d+)\]/, (m) => `part ${Number(m[1]) + 1}`],
  [/^parts$/, () => 'the parts'],
  [/^start$/, () => 'the beat its 1 falls on'],
  [/^marks\[(\d+)\]$/, (m) => `mark ${Number(m[1]) + 1}`],
  [/^marks$/, () => 'the marks'],
  [/^tempo\[(\d+)\]\.beat$/, (m) => `where tempo ${Number(m[1]) + 1} begins`],
  [/^tempo\[(\d+)\]/, (m) => `tempo ${Number(m[1]) + 1}`],
  [/^tempo/, () => 'the tempo'],
  [/^own/, () => 'a figure written here'],
  [/^repeat\.times$/, () => 'how often the span is repeated'],
  [/^repeat\.from$/, () => 'the first count repeated'],
  [/^repeat\.to$/, () => 'the last count repeated'],
  [/^repeat$/, () => 'the repeat'],
  [/^sameFoot/, () => 'the counts on the same foot'],
  [/^ownTiming/, () => 'the counts in their own time'],
  [/^lines$/, () => 'the breakdown'],
  [/^name$/, () => 'the name'],
  [/^notes$/, () => 'the notes'],
  [/^family$/, () => 'the family'],
  [/^cautions/, () => 'the cautions'],
];

export function placeText(at: string): string {
  for (const [pattern, says] of PLACES) {
    const m = pattern.exec(at);
    if (m) return says(m);
  }
  return at;
}

/** What a schema says, in plain words. Row: pattern of its message, plain words. */
const REASONS: readonly (readonly [RegExp, (m: RegExpExecArray) => string])[] = [
  [/expected int/, () => 'it takes a whole number'],
  [/expected number, received/, () => 'it takes a number'],
  [/expected number to be <=?\s*(\S+)/, (m) => `it goes up to ${m[1]}`],
  [/expected number to be >=?\s*(\S+)/, (m) => `it begins at ${m[1]}`],
  [/expected string to have <=(\d+)/, (m) => `it takes up to ${m[1]} characters`],
  [/expected string to have >=1/, () => 'it cannot be empty'],
  [/expected array to have <=(\d+)/, (m) => `there can be up to ${m[1]}`],
];

export function reasonText(message: string): string {
  for (const [pattern, says] of REASONS) {
    const m = pattern.exec(message);
    if (m) return says(m);
  }
  return message;
}

/** A value that is not taken over. @example refusedText('parts[0].times', 'Invalid input: expected int, received number') */
export const refusedText = (at: string, message: string): string =>
  `Not changed: ${placeText(at)}: ${reasonText(message)}. What was there stays.`;
