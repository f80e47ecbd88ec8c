import type { Span } from '../base';
import { SUBS, type Sub } from '../vocabulary';
import type { Label } from './types';

/** The smallest pieces of a line: words, "quoted words" and (remarks). */
export interface Token {
  readonly type: 'word' | 'quoted' | 'note';
  readonly text: string;
  readonly span: Span;
  /** False for a quote or bracket that never ends. */
  readonly closed: boolean;
}

const CLOSERS: Readonly<Record<string, string>> = { '(': ')', '"': '"' };

/**
 * Cuts a line into tokens; spans count from `offset`. Commas and semicolons between words are white space.
 * @example tokens('1 back, 2 close', 0).map((t) => t.text) // ['1', 'back', '2', 'close']
 */
export function tokens(text: string, offset: number, keepCommas = false): Token[] {
  const found: Token[] = [];
  const gap = keepCommas ? /\s/ : /[\s,;]/;
  let at = 0;
  while (at < text.length) {
    const c = text[at] ?? '';
    if (gap.test(c)) {
      at++;
      continue;
    }
    const closer = CLOSERS[c];
    const end = closer === undefined ? endOfWord(text, at, gap) : endOfBracket(text, at, closer);
    found.push(token(text.slice(at, end), closer, offset + at));
    at = end;
  }
  return found;
}

function endOfWord(text: string, from: number, gap: RegExp): number {
  let at = from;
  while (at < text.length && !gap.test(text[at] ?? '') && text[at] !== '(') at++;
  return at;
}

function endOfBracket(text: string, from: number, closer: string): number {
  const close = text.indexOf(closer, from + 1);
  return close < 0 ? text.length : close + 1;
}

function token(raw: string, closer: string | undefined, from: number): Token {
  const span = { from, to: from + raw.length };
  if (closer === undefined) return { type: 'word', text: raw, span, closed: true };
  const closed = raw.length > 1 && raw.endsWith(closer);
  const inside = raw.slice(1, closed ? -1 : undefined);
  return { type: closer === ')' ? 'note' : 'quoted', text: inside.trim().replace(/\s+/g, ' '), span, closed };
}

const COUNT = /^(\d{1,4})(e|&|a)?$/;

/** Reads a label of a footwork line: `3`, `3&`, `&`, `e`, `a`, `Q`, `S`. */
export function moveLabel(word: string): Label | undefined {
  const count = countLabel(word);
  if (count) return count;
  if (word === 'Q' || word === 'S') return { type: 'value', value: word };
  return isSub(word) ? { type: 'sub', sub: word } : undefined;
}

/** Reads a label of a line of words, where `a` is an article: only counts, `&`, `Q` and `S`. */
export function wordLabel(word: string): Label | undefined {
  return word === 'a' || word === 'e' ? undefined : moveLabel(word);
}

function countLabel(word: string): Label | undefined {
  const m = COUNT.exec(word);
  if (!m) return undefined;
  return { type: 'count', beat: Number(m[1]), sub: (m[2] ?? '') as Sub };
}

const isSub = (word: string): word is Exclude<Sub, ''> =>
  word !== '' && (SUBS as readonly string[]).includes(word);
