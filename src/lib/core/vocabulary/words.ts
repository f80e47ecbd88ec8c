import {
  DIRECTIONS,
  DIRECTION_NAMES,
  FOOTWORK,
  FOOTWORK_NAMES,
  KINDS,
  KIND_NAMES,
  LANE_WORDS,
  SIZES,
  STEP_STYLES,
  STEP_STYLE_NAMES,
  type Direction,
  type Footwork,
  type Kind,
  type LaneWord,
  type SizeName,
  type StepStyle,
} from './actions.data';
import { stems } from './speech.data';
import { UNITS, UNIT_NAMES, type UnitName } from './units.data';

/** What a written word means. */
export type Meaning =
  | { readonly type: 'kind'; readonly kind: Kind }
  | { readonly type: 'direction'; readonly direction: Direction }
  | { readonly type: 'size'; readonly size: SizeName }
  | { readonly type: 'footwork'; readonly footwork: Footwork }
  | { readonly type: 'unit'; readonly unit: UnitName }
  | { readonly type: 'lane'; readonly lane: LaneWord }
  | { readonly type: 'style'; readonly style: StepStyle }
  /** A step away whose weight comes back with the next one. */
  | { readonly type: 'rock' }
  /** Hooks behind, or in front after a step back. */
  | { readonly type: 'lock' }
  /** The foot is held as long as the dancers like. */
  | { readonly type: 'any-length' }
  | { readonly type: 'then' };

/** Words that need more than one part of a step. Row: words → what they stand for. Source: common practice. */
const SPECIAL: readonly (readonly [readonly string[], Meaning])[] = [
  [['then', 'and then'], { type: 'then' }],
  [['rock'], { type: 'rock' }],
  [['lock'], { type: 'lock' }],
  [['any length', 'any time', 'as long as you like', 'as long as they like'], { type: 'any-length' }],
  [['break'], { type: 'kind', kind: 'step' }],
  [['tri'], { type: 'direction', direction: 'place' }],
  [['ple'], { type: 'kind', kind: 'close' }],
];

/** Both spellings of what is written in several words, and of the centre. */
function spellings(word: string): readonly string[] {
  const both = word.includes('-') ? [word, word.replaceAll('-', ' ')] : [word, word.replaceAll(' ', '-')];
  return [...new Set(both.flatMap((w) => [w, w.replaceAll('centre', 'center')]))];
}

function build(): Map<string, Meaning> {
  const words = new Map<string, Meaning>();
  const add = (list: readonly string[], meaning: Meaning) => {
    for (const w of list) for (const spelt of spellings(w)) if (!words.has(spelt)) words.set(spelt, meaning);
  };
  for (const kind of KIND_NAMES) add(KINDS[kind].words, { type: 'kind', kind });
  for (const direction of DIRECTION_NAMES) add(DIRECTIONS[direction].words, { type: 'direction', direction });
  for (const size of Object.keys(SIZES) as SizeName[]) add(SIZES[size].words, { type: 'size', size });
  for (const footwork of FOOTWORK_NAMES) add(FOOTWORK[footwork].words, { type: 'footwork', footwork });
  for (const unit of UNIT_NAMES) add(UNITS[unit].words, { type: 'unit', unit });
  for (const lane of Object.keys(LANE_WORDS) as LaneWord[])
    add(LANE_WORDS[lane].words, { type: 'lane', lane });
  for (const style of STEP_STYLE_NAMES) add(STEP_STYLES[style].words, { type: 'style', style });
  for (const [list, meaning] of SPECIAL) add(list, meaning);
  return words;
}

/** Every word of the footwork lines, lower case, multi-word entries joined by one space. */
export const WORDS: ReadonlyMap<string, Meaning> = build();

/** Most words one entry has, by the word it begins with. */
const LONGEST = new Map<string, number>();
const PIECES = new Set<string>();
for (const entry of WORDS.keys()) {
  const parts = entry.split(' ');
  const first = parts[0] ?? '';
  LONGEST.set(first, Math.max(LONGEST.get(first) ?? 0, parts.length));
  for (const p of parts) PIECES.add(p);
}

/** Most words an entry that begins with `first` has; 0 where none does. */
export const longestFrom = (first: string): number => LONGEST.get(first) ?? 0;

/**
 * A word as the tables have it: lower case, verbs without their ending. @example plainWord('Crosses') // 'cross'
 */
export function plainWord(word: string): string {
  const lower = word.toLowerCase();
  if (PIECES.has(lower)) return lower;
  return stems(lower).find((s) => PIECES.has(s)) ?? lower;
}

/** The closest known word of the footwork lines, for "did you mean"; undefined when nothing is near. */
export const nearestWord = (word: string): string | undefined => {
  if (word.length > 40) return closestWord(word, WORDS.keys());
  const known = NEAR.get(word);
  if (known !== undefined || NEAR.has(word)) return known;
  if (NEAR.size > 500) NEAR.clear();
  const near = closestWord(word, WORDS.keys());
  NEAR.set(word, near);
  return near;
};
const NEAR = new Map<string, string | undefined>();

/** The closest of some words; undefined when nothing is near. O(words). */
export function closestWord(word: string, words: Iterable<string>): string | undefined {
  const lower = word.toLowerCase();
  let best: string | undefined;
  let bestCost = word.length <= 4 ? 2 : 3;
  for (const known of words) {
    if (Math.abs(known.length - lower.length) >= bestCost) continue;
    const cost = editDistance(lower, known, bestCost);
    if (cost < bestCost) {
      best = known;
      bestCost = cost;
    }
  }
  return best;
}

/**
 * Edit distance in which swapping two neighbours costs one; `limit` or more may be answered as soon as it is certain.
 * O(a·b). @example editDistance('bakc', 'back') // 1
 */
export function editDistance(a: string, b: string, limit = Infinity): number {
  let before: number[] = [];
  let last = Array.from({ length: b.length + 1 }, (_, j) => j);
  for (let i = 1; i <= a.length; i++) {
    const row = [i];
    let least = i;
    for (let j = 1; j <= b.length; j++) {
      const same = a.charCodeAt(i - 1) === b.charCodeAt(j - 1);
      const swapped =
        i > 1 &&
        j > 1 &&
        a.charCodeAt(i - 1) === b.charCodeAt(j - 2) &&
        a.charCodeAt(i - 2) === b.charCodeAt(j - 1);
      const change = (last[j - 1] as number) + (same ? 0 : 1);
      const swap = swapped ? (before[j - 2] as number) + 1 : Infinity;
      const cost = Math.min(change, (last[j] as number) + 1, (row[j - 1] as number) + 1, swap);
      row.push(cost);
      if (cost < least) least = cost;
    }
    if (least >= limit) return least;
    before = last;
    last = row;
  }
  return last[b.length] as number;
}
