import type { Span } from '../base';
import { FOOTWORK_NAMES, NUMBER_WORDS, SIZES, AMOUNT_WORDS, WORDS } from '../vocabulary';
import { countCluster, moveLabel, type Word } from './reader';
import { amountAt, turnPhrase } from './turn-phrase';
import type { Label } from './types';

export interface LabelAt {
  readonly label: Label;
  readonly span: Span;
}
/** Counts and the words that follow them, up to the next count. */
export interface Group {
  readonly labels: readonly LabelAt[];
  readonly words: readonly Word[];
  /** Counts written as one: `3&4`, `1-2`. */
  readonly cluster: boolean;
}

interface Open {
  readonly labels: LabelAt[];
  readonly words: Word[];
  cluster: boolean;
}

/** Splits the words of a footwork line at their counts; what stands before the first count is `stray`. O(words). */
export function groupMoves(words: readonly Word[]): { stray: Word[]; groups: Group[] } {
  const stray: Word[] = [];
  const groups: Open[] = [];
  for (let i = 0; i < words.length;) {
    const word = words[i] as Word;
    const open = groups.at(-1);
    const amount = open ? amountLength(words, i, open) : 0;
    if (amount > 0) {
      open?.words.push(...words.slice(i, i + amount));
      i += amount;
      continue;
    }
    const labels = labelsAt(words, i, open);
    // An article before the first count says nothing: kept, it would be read as a count of its own beside a figure.
    if (!labels && !open && word.text === 'a') {
      i++;
      continue;
    }
    if (!labels) (open?.words ?? stray).push(word);
    else addLabels(groups, open, labels, word);
    i++;
  }
  return { stray, groups };
}

function addLabels(groups: Open[], open: Open | undefined, labels: readonly Label[], word: Word): void {
  const found = labels.map((label) => ({ label, span: word.token.span }));
  const cluster = labels.length > 1;
  if (open?.words.every(isDash)) {
    open.labels.push(...found);
    open.cluster ||= cluster;
  } else groups.push({ labels: found, words: [], cluster });
}

const DASHES = new Set(['-', '–', '—', '=', ':']);
const isDash = (w: Word): boolean => DASHES.has(w.text);

function labelsAt(words: readonly Word[], i: number, open: Open | undefined): readonly Label[] | undefined {
  const word = words[i] as Word;
  if (word.token.type !== 'word') return undefined;
  const text = word.token.text;
  const c = text.charCodeAt(0);
  // Digits, & or a letter that may begin a label.
  const cluster = c < 58 ? countCluster(text) : undefined;
  if (cluster) return cluster;
  if (text === 'a' && isArticle(words[i + 1])) return undefined;
  const label = moveLabel(text) ?? numberLabel(text) ?? andLabel(words, i, open);
  return label && [label];
}

const numberLabel = (text: string): Label | undefined => {
  const beat = NUMBER_WORDS[text.toLowerCase()];
  return beat === undefined ? undefined : { type: 'count', beat, sub: '' };
};

/** "three and four" counts; "step and close" steps on the and; "back and turn" and "1 back and 2 close" only join. */
function andLabel(words: readonly Word[], i: number, open: Open | undefined): Label | undefined {
  if (words[i]?.text !== 'and' || !open) return undefined;
  const counts = open.words.length === 0;
  const next = words[i + 1];
  if (!next) return undefined;
  if (counts) {
    const follows = moveLabel(next.token.text) ?? numberLabel(next.token.text);
    return follows ? { type: 'sub', sub: '&' } : undefined;
  }
  if (WORDS.has(`${words[i - 1]?.text ?? ''} and ${next.text}`)) return undefined;
  const meaning = WORDS.get(next.text);
  const steps = meaning?.type === 'kind' || meaning?.type === 'direction' || meaning?.type === 'footwork';
  const turns = turnPhrase(words, i + 1) !== undefined;
  return steps && !turns && !same(words, i) ? { type: 'sub', sub: '&' } : undefined;
}

/** "forward and step": the same step said on. */
const same = (words: readonly Word[], i: number): boolean =>
  words[i + 1]?.text === 'step' && words[i + 2] !== undefined && WORDS.has(words[i + 2]?.text ?? '');

const AFTER_ARTICLE: ReadonlySet<string> = new Set([
  ...Object.values(SIZES).flatMap((s) => s.words),
  ...Object.keys(AMOUNT_WORDS).flatMap((w) => w.split(' ')),
  ...FOOTWORK_NAMES.filter((f) => f.includes('-')),
  'turn',
]);
const isArticle = (next: Word | undefined): boolean => AFTER_ARTICLE.has(next?.text ?? '');

/**
 * How many words from `i` are an amount of turn that begins with a number, which is then no count: right after a
 * count (`3 1 1/2 r`), or where counting goes on beyond the count before (`5 fwd 1 1/2 r 6 back`).
 */
function amountLength(words: readonly Word[], i: number, open: Open): number {
  const n = numberIn(words[i] as Word);
  if (n === undefined) return 0;
  const found = amountAt(words, i);
  if (!found || found.count + (nounAfter(words, i + found.count) ? 1 : 0) < 2) return 0;
  if (open.words.length === 0 || severalTurns(words, i + found.count)) return found.count;
  if (n > 3 && found.value > 3 && found.value < 12) return 0;
  const at = open.labels.at(-1)?.label;
  if (at?.type === 'count' && n > at.beat && found.value >= 1) return 0;
  return nextBeat(words, i + found.count) > (at?.type === 'count' ? at.beat : 0) ? found.count : 0;
}

/** A plain number, in figures or in words. */
function numberIn({ token, text }: Word): number | undefined {
  const c = text.charCodeAt(0);
  if (c > 57) return NUMBER_WORDS[text];
  return c >= 48 && token.type === 'word' && /^\d{1,3}$/.test(text) ? Number(text) : undefined;
}

/** "2 turns": that is no count. */
const severalTurns = (words: readonly Word[], at: number): boolean =>
  /^(turns|spins|rotations)$/i.test(words[at]?.token.text ?? '');
const nounAfter = (words: readonly Word[], at: number): boolean =>
  /^(turns?|spins?|rotations?)$/i.test(words[at]?.token.text ?? '');

/** The number of the next count written from `at` on; Infinity where none is. */
function nextBeat(words: readonly Word[], at: number): number {
  for (let i = at; i < words.length; i++) {
    const label = moveLabel(words[i]?.token.text ?? '') ?? numberLabel(words[i]?.token.text ?? '');
    if (label?.type === 'count') return label.beat;
  }
  return Infinity;
}
