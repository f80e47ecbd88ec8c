import type { Degrees } from '../base';
import { AMOUNT_WORDS, NUMBER_WORDS, TURN_NOUNS, type TurnNoun } from '../vocabulary';
import type { Word } from './reader';
import { FRACTIONS, LOOKS_LIKE_TURN, readTurn, turnOf } from './turns';

/** A turn as it is said: `half turn right`, `1 1/2 r`, `spin left`, `r1/4`. */
export interface TurnPhrase {
  readonly how: 'turn' | 'pivot' | 'swivel';
  /** The word for turning was said, not only an amount and a side. */
  readonly named: boolean;
  readonly turn?: Degrees;
  readonly fault?: 'turn-side' | 'bad-turn' | 'turn-not-15';
  /** Words it takes. */
  readonly count: number;
}

interface Parts {
  amount?: number;
  side?: 1 | -1;
  noun?: TurnNoun;
  compact?: string;
}

/** Nouns and verbs for turning with their endings. */
const NOUNS: ReadonlyMap<string, TurnNoun> = new Map(
  (Object.keys(TURN_NOUNS) as TurnNoun[]).flatMap((n) => {
    const root = n.replace(/e$/, '');
    const double = n === 'spin' ? 'n' : '';
    return [n, `${n}s`, `${root}${double}ing`, `${root}ed`].map((form) => [form, n] as const);
  }),
);

const SIGN = Object.keys(FRACTIONS).join('');
const FRACTION = new RegExp(`^(?:(\\d+)\\+)?(\\d+)/(\\d+)$|^(\\d+)?\\+?([${SIGN}])$|^(\\d+\\.\\d+)$`);
const DEGREES = /^(\d+)(?:°|deg|degrees)$/;
const JOINERS = new Set(['a', 'an', 'to', 'the', 'your', 'by', 'of', 'with', 'about', 'underarm', 'free']);

/**
 * Reads a turn at word `i`: an amount, a side and a word for turning, in any order, as far as they go.
 * @example turnPhrase(wordsOf(tokens('half turn to the right', 0)), 0)?.turn // 180
 */
export function turnPhrase(words: readonly Word[], i: number): TurnPhrase | undefined {
  if (!mayBegin(words[i])) return undefined;
  const parts: Parts = {};
  let at = i;
  let end = i;
  for (;;) {
    const joined = at === i && !isArticle(words[at]) ? 0 : joiners(words, at);
    const taken = takeElement(words, at + joined, parts, at + joined === i);
    if (taken === 0) break;
    at += joined + taken;
    end = at;
  }
  // "left quarter turn right": the first is the foot.
  const next = words[end + joiners(words, end)];
  const again = parts.side !== undefined && sideOf(next, false) !== undefined;
  if (again && sideOf(words[i], true) !== undefined) return undefined;
  return finish(parts, end - i);
}

function finish(p: Parts, count: number): TurnPhrase | undefined {
  const noun = p.noun && TURN_NOUNS[p.noun];
  const how = noun?.how ?? 'turn';
  const named = noun !== undefined;
  if (p.compact !== undefined) {
    const turn = readTurn(p.compact.toLowerCase());
    return turn.ok ? { how, named, turn: turn.value, count } : { how, named, fault: turn.error, count };
  }
  if (p.side !== undefined && (p.amount !== undefined || noun)) {
    const turn = turnOf(360 * (p.amount ?? noun?.meant ?? 1), p.side);
    return turn.ok ? { how, named, turn: turn.value, count } : { how, named, fault: turn.error, count };
  }
  if (p.side !== undefined) return undefined;
  const bare = p.amount === undefined && (p.noun === 'pivot' || p.noun === 'swivel');
  return bare || (p.amount === undefined && !noun) ? undefined : { how, named, fault: 'turn-side', count };
}

const isArticle = (w: Word | undefined): boolean => w?.token.text === 'a' || w?.token.text === 'an';

function mayBegin(w: Word | undefined): boolean {
  if (!w || w.token.type !== 'word') return false;
  const text = w.token.text;
  const c = text[0] ?? '';
  if (c >= '0' && c <= '9') return true;
  const lower = text.toLowerCase();
  if (BEGINNINGS.has(lower) || NOUNS.has(lower) || SIGN.includes(c)) return true;
  return (c === 'r' || c === 'l') && LOOKS_LIKE_TURN.test(text);
}

const BEGINNINGS: ReadonlySet<string> = new Set([
  ...Object.keys(AMOUNT_WORDS).map((w) => w.split(' ')[0] ?? ''),
  ...Object.keys(NUMBER_WORDS),
  'right',
  'left',
  'r',
  'l',
  'triple',
  'a',
  'an',
]);

function joiners(words: readonly Word[], at: number): number {
  let n = 0;
  while (JOINERS.has(words[at + n]?.token.text ?? '')) n++;
  return n;
}

function takeElement(words: readonly Word[], at: number, parts: Parts, first: boolean): number {
  const w = words[at];
  if (!w || w.token.type !== 'word') return 0;
  if (parts.compact === undefined && parts.amount === undefined && LOOKS_LIKE_TURN.test(w.token.text)) {
    parts.compact = w.token.text;
    return 1;
  }
  if (parts.compact === undefined && parts.amount === undefined) {
    const found = amountAt(words, at);
    if (found) {
      parts.amount = found.value;
      return found.count;
    }
  }
  const side = sideOf(w, first);
  if (side !== undefined && parts.side === undefined && parts.compact === undefined) {
    parts.side = side;
    return 1;
  }
  const noun = nounOf(w);
  if (noun !== undefined && parts.noun === undefined) {
    parts.noun = noun;
    return 1;
  }
  return 0;
}

/** At the beginning a capital letter names the foot. */
function sideOf(w: Word | undefined, first: boolean): 1 | -1 | undefined {
  const text = w?.token.text ?? '';
  if (first && (text === 'L' || text === 'R')) return undefined;
  switch (text.toLowerCase()) {
    case 'right':
    case 'r':
      return 1;
    case 'left':
    case 'l':
      return -1;
    default:
      return undefined;
  }
}

const nounOf = (w: Word | undefined): TurnNoun | undefined => NOUNS.get(w?.token.text.toLowerCase() ?? '');

interface Amount {
  readonly value: number;
  readonly count: number;
}

const lower = (words: readonly Word[], at: number): string => words[at]?.token.text.toLowerCase() ?? '';

/** How much at word `at`: `1/2`, `1 1/2`, `one and a half`, `three quarters`, `90 degrees`, `two` before `turns`. */
export function amountAt(words: readonly Word[], at: number): Amount | undefined {
  const text = lower(words, at);
  const fraction = fractionOf(text);
  if (fraction !== undefined) return { value: fraction, count: 1 };
  const degrees = DEGREES.exec(text);
  if (degrees) return { value: Number(degrees[1]) / 360, count: 1 };
  const whole = /^\d{1,4}$/.test(text) ? Number(text) : NUMBER_WORDS[text];
  if (whole !== undefined) {
    const mixed = afterWhole(words, at + 1);
    if (mixed) return { value: mixed.degrees ? whole / 360 : whole + mixed.value, count: 1 + mixed.count };
  }
  return amountWord(words, at);
}

function fractionOf(text: string): number | undefined {
  const m = FRACTION.exec(text);
  if (!m) return undefined;
  const [, whole, top, bottom, before, sign, decimal] = m;
  if (decimal !== undefined) return Number(decimal);
  if (sign !== undefined) return Number(before ?? 0) + (FRACTIONS[sign] ?? 0);
  return Number(whole ?? 0) + Number(top) / Number(bottom);
}

/** What makes a whole number an amount of turn: a share after it, `turns`, `degrees`. */
function afterWhole(
  words: readonly Word[],
  at: number,
): { value: number; count: number; degrees?: true } | undefined {
  const text = lower(words, at);
  const share = /^\d+\/\d+$/.test(text) || (text.length === 1 && SIGN.includes(text));
  if (share) return { value: fractionOf(text) ?? 0, count: 1 };
  if (/^(degrees?|deg|°)$/.test(text)) return { value: 0, count: 1, degrees: true };
  if (/^(turns|spins|rotations)$/.test(text)) return { value: 0, count: 0 };
  const one = lower(words, at - 1);
  if ((one === 'one' || one === '1') && /^(turn|spin|full|whole|complete)$/.test(text))
    return { value: 0, count: /^(full|whole|complete)$/.test(text) ? 1 : 0 };
  if (text !== 'and') return undefined;
  const more = amountWord(words, at + 1 + (lower(words, at + 1) === 'a' ? 1 : 0));
  if (!more || more.value >= 1) return undefined;
  return { value: more.value, count: 1 + (lower(words, at + 1) === 'a' ? 1 : 0) + more.count };
}

/** "triple turn right" turns three times; "triple turn right 1/2" is three steps that turn a half. */
function isThrice(words: readonly Word[], at: number): boolean {
  const noun = nounOf(words[at + 1]);
  if (noun !== 'turn' && noun !== 'spin') return false;
  let next = at + 2;
  while (JOINERS.has(lower(words, next)) || sideOf(words[next], false) !== undefined) next++;
  return next >= words.length || amountAt(words, next) === undefined;
}

function amountWord(words: readonly Word[], at: number): Amount | undefined {
  const text = lower(words, at);
  const two = AMOUNT_WORDS[`${text} ${lower(words, at + 1)}`];
  if (two !== undefined) return { value: two, count: 2 };
  if (text === 'triple') return isThrice(words, at) ? { value: 3, count: 1 } : undefined;
  if (text === 'third' && nounOf(words[at + 1]) === undefined && sideOf(words[at + 1], true) === undefined)
    return undefined;
  const one = AMOUNT_WORDS[text];
  return one === undefined ? undefined : { value: one, count: 1 };
}
