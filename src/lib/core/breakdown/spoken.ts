import { ROLE_NAMES } from './roles';
import { NUMBER_WORDS, TRACK_NAMES, WORDS, plainWord, type Track } from '../vocabulary';
import { HAND_WORDS, parse } from '../notation';

/** A word as a recogniser heard it. */
export interface HeardWord {
  readonly text: string;
  /** How sure it is, 0–1; undefined where it does not say. */
  readonly sure?: number;
}
/** `unsure`: heard with doubt · `meant`: heard as `text`, written as `as` · `unknown`: no word of a breakdown. */
export type Doubt = 'unsure' | 'meant' | 'unknown';
export interface SpokenWord {
  readonly text: string;
  /** What is written for it. */
  readonly as: string;
  readonly doubt: Doubt | undefined;
}
export interface Spoken {
  readonly words: readonly SpokenWord[];
  /** The notation, a line for every role that was called. */
  readonly lines: string;
}

/** Below this a word is marked. Our choice. */
const SURE = 0.6;
/** Numbers that are heard as another word. Source: common practice. */
const SOUNDS_LIKE: Readonly<Record<string, string>> = {
  won: 'one',
  to: 'two',
  too: 'two',
  for: 'four',
  fore: 'four',
  ate: 'eight',
  tree: 'three',
  sex: 'six',
  sicks: 'six',
};
interface State {
  track: Track;
  /** The count said last on this line. */
  count: number;
  /** Something was said since. */
  filled: boolean;
  /** A turn's amount may follow with `to the right`. */
  last: string;
}

/**
 * Reads a running breakdown word by word: "one back two close three and four triple". A role's name begins its line.
 * A word that sounds like the count that must come next is taken for it, and marked; what nobody knows is kept and
 * marked. O(words).
 * @example readSpoken(['one', 'back', 'to', 'close'].map((text) => ({ text }))).lines // 'leader 1 back 2 close'
 */
export function readSpoken(heard: readonly HeardWord[]): Spoken {
  const s: State = { track: 'leader', count: 0, filled: true, last: '' };
  const lines = new Map<Track, string[]>();
  const words = heard.map((h, i): SpokenWord => {
    const text = h.text.toLowerCase().replace(/[.,;:!?]+$/, '');
    const word = readWord(text, heard[i + 1]?.text.toLowerCase() ?? '', s);
    if (word.track) Object.assign(s, { track: word.track, count: 0, filled: true });
    else lines.set(s.track, [...(lines.get(s.track) ?? []), word.as]);
    s.last = text;
    const unsure = h.sure !== undefined && h.sure < SURE ? ('unsure' as const) : undefined;
    return { text: h.text, as: word.as, doubt: word.doubt ?? unsure };
  });
  const text = TRACK_NAMES.filter((t) => lines.has(t)).map((t) => `${t} ${(lines.get(t) ?? []).join(' ')}`);
  return { words, lines: text.join('\n') };
}

interface Read {
  readonly as: string;
  readonly doubt?: Doubt;
  readonly track?: Track;
}

function readWord(text: string, next: string, s: State): Read {
  const track = TRACK_NAMES.find((t) => t === text) ?? (text.length > 1 ? ROLE_NAMES[text] : undefined);
  // On the hands line, "hands" and the roles are words like others, unless a count follows.
  const within = s.track === 'hands' && /^(?:hands|leader|follower)$/.test(track ?? '');
  if (track && (!within || startsLine(next))) return { as: track, track };
  const number = countOf(text);
  if (number !== undefined && !/^(?:hands?|turns?|spins?|times)$/.test(next)) return counted(number, s);
  if (number !== undefined) return { as: text };
  const like = SOUNDS_LIKE[text];
  const meant = like === undefined ? undefined : NUMBER_WORDS[like];
  if (meant !== undefined && s.filled && follows(meant, s) && !joins(text, next, s))
    return { ...counted(meant, s), doubt: 'meant' };
  s.filled = true;
  const ands = text === 'and' && (countOf(next) !== undefined || /^(?:triple|close|step)/.test(next));
  if (ands) return { as: s.track === 'hands' ? 'and' : '&' };
  return known(text, s.track) ? { as: text } : { as: text, doubt: 'unknown' };
}

function counted(number: number, s: State): Read {
  s.count = number;
  s.filled = false;
  return { as: String(number) };
}
/** The next count, or the one after it: units last two beats. */
const follows = (n: number, s: State): boolean => n > s.count && n <= s.count + 2;
/** "left to right", "side to side": the word joins what stands round it. */
const joins = (text: string, next: string, s: State): boolean =>
  /^(?:to|for)$/.test(text) &&
  /^(?:left|right|the|a|side|your|own)$/.test(next) &&
  (s.track === 'hands' || /turn|left|right|half|side/.test(s.last));
const startsLine = (next: string): boolean => countOf(next) !== undefined || next in SOUNDS_LIKE;

const countOf = (text: string): number | undefined =>
  NUMBER_WORDS[text] ?? (/^\d{1,2}$/.test(text) ? Number(text) : undefined);

const OF_HANDS: ReadonlySet<string> = new Set(['and', ...HAND_WORDS.flatMap((w) => w.split(/[\s-]/))]);
function known(text: string, track: Track): boolean {
  if (track === 'hands') return OF_HANDS.has(text);
  if (track !== 'leader' && track !== 'follower') return true;
  if (WORDS.has(plainWord(text))) return true;
  return !parse(`${track} 1 step ${text}`).problems.some((p) => p.code === 'unknown-word');
}
