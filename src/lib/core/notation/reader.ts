import type { Span } from '../base';
import { SUBS, plainWord, type Sub } from '../vocabulary';
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

/** Signs by their code: white space, and what else ends a word. */
const isSpace = (c: number): boolean => c <= 32 || c === 0xa0;
const OPEN = '('.charCodeAt(0);
const COMMA = ','.charCodeAt(0);
const SEMICOLON = ';'.charCodeAt(0);
const isSquare = (c: number): boolean => c === 0x5b || c === 0x5d;
const isComma = (c: number): boolean => c === COMMA || c === SEMICOLON;

/**
 * Cuts a line into tokens; spans count from `offset`. On footwork lines commas and semicolons are white space and square
 * brackets stand alone; in lines of words (`talk`) both stay with their word. O(signs).
 * @example tokens('1 back, 2 close', 0).map((t) => t.text) // ['1', 'back', '2', 'close']
 */
export function tokens(text: string, offset: number, talk = false): Token[] {
  const found: Token[] = [];
  let at = 0;
  while (at < text.length) {
    const c = text.charCodeAt(at);
    if (isSpace(c) || (!talk && isComma(c))) {
      at++;
      continue;
    }
    const closer = c === OPEN || c === 34 ? CLOSERS[text[at] ?? ''] : undefined;
    const end = closer === undefined ? endOfWord(text, at, talk) : endOfBracket(text, at, closer);
    found.push(token(text.slice(at, end), closer, offset + at));
    at = end;
  }
  return found;
}

function endOfWord(text: string, from: number, talk: boolean): number {
  if (!talk && isSquare(text.charCodeAt(from))) return from + 1;
  let at = from + 1;
  for (; at < text.length; at++) {
    const c = text.charCodeAt(at);
    if (isSpace(c) || c === OPEN || (!talk && (isComma(c) || isSquare(c)))) break;
  }
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

/** A token of a footwork line with the word the tables know it by; '' for quotes and remarks. */
export interface Word {
  readonly token: Token;
  readonly text: string;
}
export const wordsOf = (all: readonly Token[]): Word[] =>
  all.map((t) => {
    const token =
      t.type === 'word' && POINTS.has(t.text[t.text.length - 1] ?? '')
        ? { ...t, text: unpointed(t.text) }
        : t;
    return { token, text: token.type === 'word' ? plainWord(token.text) : '' };
  });
const POINTS = new Set('.:!?');
/** Without the full stop or colon of a sentence. */
const unpointed = (text: string): string => text.replace(/(?<=.)[.:!?]+$/, '');

const COUNT = /^(\d{1,3})(e|&|a)?[.:)=]?$/;
const STARTS_VALUE = new Set('QSqs');
const VALUE = /^(?:([QS])|(quick|slow)):?$/i;

/** Reads a label of a footwork line: `3`, `3&`, `&`, `e`, `a`, `Q`, `S`, `slow`. */
export function moveLabel(word: string): Label | undefined {
  const c = word.charCodeAt(0);
  if (c >= 48 && c <= 57) return countLabel(word);
  const value = STARTS_VALUE.has(word[0] ?? '') ? VALUE.exec(word) : null;
  if (value) {
    const letter = value[1] ?? (value[2]?.[0] ?? '').toUpperCase();
    return letter === 'Q' || letter === 'S' ? { type: 'value', value: letter } : undefined;
  }
  return isSub(word) ? { type: 'sub', sub: word } : undefined;
}

/** Reads a label of a line of words, where `a` is an article and `slow` an adjective. */
export function wordLabel(word: string): Label | undefined {
  return /^[ae]$|^quick|^slow|[.:)=]$/i.test(word) ? undefined : moveLabel(word);
}

function countLabel(word: string): Label | undefined {
  const m = COUNT.exec(word);
  if (!m) return undefined;
  return { type: 'count', beat: Number(m[1]), sub: (m[2] ?? '') as Sub };
}

const isSub = (word: string): word is Exclude<Sub, ''> =>
  word !== '' && (SUBS as readonly string[]).includes(word);

const CLUSTER = /^&?\d{1,3}(?:(?:[-–—]\d{1,3})|(?:[e&a]\d{1,3})|[e&a])+[.:]?$/;
const LONGEST_RANGE = 64;

/**
 * Several counts written as one: `3&4`, `1-4`, `1-2-3`, `4&1`; undefined where it is not that.
 * @example countCluster('3&4') // labels of 3, & and 4
 */
export function countCluster(word: string): Label[] | undefined {
  const lead = /^&(?=\d)/.test(word);
  if (COUNT.test(word) || (!lead && !CLUSTER.test(word))) return undefined;
  const parts = word.match(/\d+|[-–—]|[e&a]/g) ?? [];
  const labels: Label[] = [];
  const dashes = parts.filter((p) => /[-–—]/.test(p)).length;
  let last = 0;
  parts.forEach((p, i) => {
    if (/[-–—]/.test(p)) return;
    if (isSub(p)) labels.push({ type: 'sub', sub: p });
    else {
      const beat = Number(p);
      const range = dashes === 1 && /[-–—]/.test(parts[i - 1] ?? '') && beat - last <= LONGEST_RANGE;
      for (let b = last + 1; range && b < beat; b++) labels.push({ type: 'count', beat: b, sub: '' });
      labels.push({ type: 'count', beat, sub: '' });
      last = beat;
    }
  });
  return labels.length > 1 ? labels : undefined;
}
