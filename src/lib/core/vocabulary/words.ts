import {
  DIRECTIONS,
  DIRECTION_NAMES,
  FOOTWORK,
  FOOTWORK_NAMES,
  KINDS,
  KIND_NAMES,
  LANE_WORDS,
  SIZES,
  type Direction,
  type Footwork,
  type Kind,
  type LaneWord,
  type SizeName,
} from './actions.data';
import { UNITS, UNIT_NAMES, type UnitName } from './units.data';

/** What a written word means. */
export type Meaning =
  | { readonly type: 'kind'; readonly kind: Kind }
  | { readonly type: 'direction'; readonly direction: Direction }
  | { readonly type: 'size'; readonly size: SizeName }
  | { readonly type: 'footwork'; readonly footwork: Footwork }
  | { readonly type: 'unit'; readonly unit: UnitName }
  | { readonly type: 'lane'; readonly lane: LaneWord }
  | { readonly type: 'then' };

function build(): Map<string, Meaning> {
  const words = new Map<string, Meaning>();
  const add = (list: readonly string[], meaning: Meaning) => {
    for (const w of list) words.set(w, meaning);
  };
  for (const kind of KIND_NAMES) add(KINDS[kind].words, { type: 'kind', kind });
  for (const direction of DIRECTION_NAMES) add(DIRECTIONS[direction].words, { type: 'direction', direction });
  for (const size of Object.keys(SIZES) as SizeName[]) add(SIZES[size].words, { type: 'size', size });
  for (const footwork of FOOTWORK_NAMES) add(FOOTWORK[footwork].words, { type: 'footwork', footwork });
  for (const unit of UNIT_NAMES) add(UNITS[unit].words, { type: 'unit', unit });
  for (const lane of Object.keys(LANE_WORDS) as LaneWord[])
    add(LANE_WORDS[lane].words, { type: 'lane', lane });
  add(['then'], { type: 'then' });
  return words;
}

/** Every word of the footwork lines, lower case, multi-word entries joined by one space. */
export const WORDS: ReadonlyMap<string, Meaning> = build();

/** Most words one entry has. */
export const LONGEST_ENTRY = Math.max(...[...WORDS.keys()].map((w) => w.split(' ').length));

/** The closest known word of the footwork lines, for "did you mean"; undefined when nothing is near. */
export const nearestWord = (word: string): string | undefined => closestWord(word, WORDS.keys());

/** The closest of some words; undefined when nothing is near. O(words). */
export function closestWord(word: string, words: Iterable<string>): string | undefined {
  let best: string | undefined;
  let bestCost = word.length <= 4 ? 2 : 3;
  for (const known of words) {
    const cost = editDistance(word.toLowerCase(), known);
    if (cost < bestCost) {
      best = known;
      bestCost = cost;
    }
  }
  return best;
}

/** Edit distance in which swapping two neighbours costs one. O(a·b). @example editDistance('bakc', 'back') // 1 */
export function editDistance(a: string, b: string): number {
  const rows: number[][] = [Array.from({ length: b.length + 1 }, (_, j) => j)];
  const cost = (i: number, j: number) => rows[i]?.[j] ?? 0;
  for (let i = 1; i <= a.length; i++) {
    rows[i] = [i];
    for (let j = 1; j <= b.length; j++) {
      const change = cost(i - 1, j - 1) + (a[i - 1] === b[j - 1] ? 0 : 1);
      const swapped = i > 1 && j > 1 && a[i - 1] === b[j - 2] && a[i - 2] === b[j - 1];
      const swap = swapped ? cost(i - 2, j - 2) + 1 : Infinity;
      (rows[i] ?? [])[j] = Math.min(change, cost(i - 1, j) + 1, cost(i, j - 1) + 1, swap);
    }
  }
  return cost(a.length, b.length);
}
