import type { Role, Span } from '../base';
import {
  CHOOSERS,
  FILLERS,
  KINDS,
  UNITS,
  WORDS,
  longestFrom,
  nearestWord,
  stems,
  turnsInPlace,
  type Meaning,
} from '../vocabulary';
import { tokens, wordsOf, type Word } from './reader';
import { printBody, printLabel } from './print';
import { turnPhrase, type TurnPhrase } from './turn-phrase';
import { LOOKS_LIKE_TURN } from './turns';
import type { Action, Body, Label, ProblemCode, UnitWord } from './types';

export type Report = (code: ProblemCode, span: Span, details?: Record<string, string>, fix?: string) => void;

/** A body with what later steps of the line need to know of it. */
export interface ReadBody {
  readonly body: Body;
  /** Said as `rock`: the next step brings the weight back. */
  readonly rock: boolean;
  /** Said as `lock`: in front after a step back. */
  readonly lock: boolean;
  /** Only a turn was said. */
  readonly bare: boolean;
}

type Said = Pick<
  Required<Action>,
  | 'kind'
  | 'foot'
  | 'direction'
  | 'size'
  | 'footwork'
  | 'turn'
  | 'turnAfter'
  | 'then'
  | 'thenSwivel'
  | 'lane'
  | 'style'
  | 'note'
  | 'anyLength'
> &
  Pick<UnitWord, 'unit'>;

type Parts = { -readonly [K in keyof Said]: Said[K] };

/** The body while it is being read: every part at most once. */
interface Draft {
  readonly parts: Partial<Parts>;
  readonly unknown: string[];
  readonly marks: { rock: boolean; lock: boolean };
  /** Words nobody knows, with what may have been meant. */
  readonly misread: { readonly span: Span; readonly word: string; readonly near: string | undefined }[];
}

const newDraft = (): Draft => ({
  parts: {},
  unknown: [],
  marks: { rock: false, lock: false },
  misread: [],
});

/** Reads what happens at one count. @example readBody(words, label, report).body */
export function readBody(words: readonly Word[], label: Label, at: Span, report: Report): ReadBody {
  const draft = newDraft();
  for (let i = 0; i < words.length;) i += readPart(words, i, draft, report);
  const body = finish(draft);
  if (body.type === 'nothing' && body.unknown === undefined)
    report('nothing-here', at, { label: printLabel(label) });
  reportMisread(draft, body, label, report);
  reportMisfits(body, label, spanOf(words, at), report);
  const { parts } = draft;
  const bare = parts.turn !== undefined && Object.keys(parts).length === 1;
  return { body, ...draft.marks, bare };
}

const spanOf = (words: readonly Word[], at: Span): Span => ({
  from: words[0]?.token.span.from ?? at.to,
  to: words.at(-1)?.token.span.to ?? at.to,
});

/**
 * Cuts words that stand for several steps ("side close side") where the next step begins. O(words).
 */
export function splitSteps(words: readonly Word[]): Word[][] {
  const found: Word[][] = [];
  const quiet: Report = () => undefined;
  let draft = newDraft();
  for (let i = 0; i < words.length;) {
    if (beginsAnother(words, i, draft)) {
      found.push([]);
      draft = newDraft();
    }
    const count = readPart(words, i, draft, quiet);
    if (found.length === 0) found.push([]);
    found.at(-1)?.push(...words.slice(i, i + count));
    i += count;
  }
  return found;
}

function beginsAnother(words: readonly Word[], i: number, { parts, marks }: Draft): boolean {
  const meaning = longestEntry(words, i)?.meaning;
  const where = parts.direction !== undefined || marks.rock || marks.lock;
  switch (meaning?.type) {
    case 'unit':
      return parts.unit !== undefined || parts.kind !== undefined;
    case 'rock':
      return parts.unit !== undefined || parts.kind !== undefined;
    case 'lock':
      return parts.unit !== undefined || parts.kind !== undefined || where;
    case 'direction':
      return (
        parts.direction !== undefined || marks.lock || parts.kind === 'close' || parts.kind === 'replace'
      );
    case 'kind':
      if (parts.unit !== undefined && meaning.kind === 'step') return false;
      if (meaning.kind === 'step' && parts.kind === undefined && parts.direction !== undefined) return true;
      return parts.unit !== undefined || parts.kind !== undefined || (where && meaning.kind !== 'step');
    default:
      return false;
  }
}

/** Reads one part at `i` into the draft and says how many words it took. */
function readPart(words: readonly Word[], i: number, draft: Draft, report: Report): number {
  const word = words[i];
  if (!word) return 1;
  const { token } = word;
  if (token.type === 'note') return put(words, i, draft, report, 'note', token.text);
  if (token.type === 'quoted') return keepUnknown(words, i, 1, draft, report, 'unknown-word');
  const known = longestEntry(words, i);
  if (known && known.count > 1) return applyMeaning(known.meaning, known.count, words, i, draft, report);
  const turn = turnPhrase(words, i);
  if (turn && !(known?.meaning.type === 'direction' && turn.fault))
    return applyTurn(turn, words, i, draft, report);
  const c = token.text[0];
  if ((c === 'r' || c === 'l') && LOOKS_LIKE_TURN.test(token.text))
    return applyTurn({ how: 'turn', named: false, fault: 'bad-turn', count: 1 }, words, i, draft, report);
  const foot = readFoot(words, i, draft, report);
  if (foot > 0) return foot;
  const scale = c !== 'x' && c !== '×' ? null : /^[x×](\d{1,2}(?:\.\d{1,2})?)$/.exec(token.text);
  if (scale) return put(words, i, draft, report, 'size', Number(scale[1]));
  if (known) return applyMeaning(known.meaning, known.count, words, i, draft, report);
  if (isFiller(word)) return 1;
  const beyond = /^\d{4,}[&ea]?[.:]?$/.test(token.text);
  return keepUnknown(words, i, 1, draft, report, beyond ? 'count-beyond' : 'unknown-word');
}

const isFiller = ({ text, token }: Word): boolean =>
  FILLERS.has(text) || FILLERS.has(token.text.toLowerCase()) || stems(text).some((s) => FILLERS.has(s));

function put<K extends keyof Parts>(
  words: readonly Word[],
  i: number,
  draft: Draft,
  report: Report,
  key: K,
  value: Parts[K],
  count = 1,
): number {
  if (draft.parts[key] === undefined) draft.parts[key] = value;
  else keepUnknown(words, i, count, draft, report, 'twice');
  return count;
}

const FOOT = /^(?:([LR])|([LR])F|(left|right))$/i;

/** `L`, `RF`, `left`, `right foot`; `to the left` steps to the side with it; `closes to RF` says where, not with what. */
function readFoot(words: readonly Word[], i: number, draft: Draft, report: Report): number {
  const text = words[i]?.token.text ?? '';
  if (text === 'to') {
    const the = words[i + 1]?.text === 'the' || words[i + 1]?.text === 'your' ? 2 : 1;
    const side = words[i + the]?.token.text ?? '';
    if (/^[LR]F$/i.test(side)) return the + 1;
    if (the === 1 || !/^(left|right)$/i.test(side)) return 0;
    if (
      draft.parts.direction === undefined &&
      draft.parts.unit === undefined &&
      draft.parts.kind !== 'close' &&
      !turning(draft)
    )
      draft.parts.direction = 'side';
    return put(words, i, draft, report, 'foot', footOf(side), the + 1);
  }
  const c = text.charCodeAt(0) | 32;
  const m = c === 108 || c === 114 ? FOOT.exec(text) : null;
  if (!m || ((m[1] === 'l' || m[1] === 'r') && words.length === 1)) return 0;
  return put(words, i, draft, report, 'foot', footOf(text));
}
const turning = (d: Draft): boolean => d.parts.turn !== undefined || d.parts.then !== undefined;
const footOf = (text: string): 'L' | 'R' => (text[0]?.toUpperCase() === 'L' ? 'L' : 'R');

function applyMeaning(
  meaning: Meaning,
  count: number,
  words: readonly Word[],
  i: number,
  draft: Draft,
  report: Report,
): number {
  const { parts } = draft;
  const twice = () => keepUnknown(words, i, count, draft, report, 'twice');
  switch (meaning.type) {
    case 'kind':
      if (
        meaning.kind === 'step' &&
        (parts.unit !== undefined ||
          parts.kind !== undefined ||
          parts.direction !== undefined ||
          draft.marks.rock)
      )
        return count;
      if (parts.unit !== undefined) return twice();
      if (parts.kind === 'step') delete parts.kind;
      return put(words, i, draft, report, 'kind', meaning.kind, count);
    case 'unit':
      if (parts.kind === 'step') delete parts.kind;
      return parts.kind !== undefined ? twice() : put(words, i, draft, report, 'unit', meaning.unit, count);
    case 'direction':
      return put(words, i, draft, report, 'direction', meaning.direction, count);
    case 'size':
      return put(words, i, draft, report, 'size', meaning.size, count);
    case 'footwork':
      return applyFootwork(meaning.footwork, count, words, i, draft, report);
    case 'style':
      return put(words, i, draft, report, 'style', meaning.style, count);
    case 'lane':
      return put(words, i, draft, report, 'lane', meaning.lane, count);
    case 'rock':
      draft.marks.rock = true;
      return count;
    case 'lock':
      draft.marks.lock = true;
      return put(words, i, draft, report, 'direction', 'hook', count);
    case 'any-length':
      return put(words, i, draft, report, 'anyLength', true, count);
    case 'then':
      return readThen(words, i, count, draft, report);
  }
}

/** A heel turn closes, a heel pull goes a little to the side: said or not. */
function applyFootwork(
  footwork: Parts['footwork'],
  count: number,
  words: readonly Word[],
  i: number,
  draft: Draft,
  report: Report,
): number {
  const { parts } = draft;
  if (parts.footwork === undefined && parts.kind === undefined && parts.unit === undefined) {
    if (footwork === 'heel-turn' && parts.direction === undefined) parts.kind = 'close';
    if (footwork === 'heel-pull' && parts.direction === undefined) {
      parts.direction = 'side';
      parts.size ??= 'small';
    }
  }
  return put(words, i, draft, report, 'footwork', footwork, count);
}

/** `then r1/2`, `then swivel l1/4`, `and then pivot half right`. */
function readThen(words: readonly Word[], i: number, count: number, draft: Draft, report: Report): number {
  const turn = turnPhrase(words, i + count);
  if (!turn) return keepUnknown(words, i, count, draft, report, 'then-without-turn');
  if (turn.how === 'swivel') draft.parts.thenSwivel = true;
  return count + putTurn(turn, words, i + count, draft, report, 'then');
}

/** A direction has been said, by its own word or by one that has it in it: a turn said now is made while stepping. */
function saysWhere({ parts: p }: Draft): boolean {
  if (p.footwork === 'heel-turn' || p.footwork === 'heel-pull') return false;
  return (
    (p.direction !== undefined && p.direction !== 'place') ||
    p.kind === 'close' ||
    (p.unit !== undefined && p.direction === undefined && UNITS[p.unit].direction !== 'place')
  );
}

/** A spin, pivot or swivel after a step is made on it; said alone it is what happens at the count. */
function applyTurn(
  turn: TurnPhrase,
  words: readonly Word[],
  i: number,
  draft: Draft,
  report: Report,
): number {
  const { parts } = draft;
  if (turn.how === 'turn' || !turn.named) return putTurn(turn, words, i, draft, report, 'turn');
  const own = parts.kind === turn.how;
  const stepped = saysWhere(draft) || (parts.kind !== undefined && !own) || parts.unit !== undefined;
  if (stepped) {
    if (turn.how === 'swivel') parts.thenSwivel = true;
    return putTurn(turn, words, i, draft, report, 'then');
  }
  parts.kind ??= turn.how;
  return putTurn(turn, words, i, draft, report, 'turn');
}

function putTurn(
  turn: TurnPhrase,
  words: readonly Word[],
  i: number,
  draft: Draft,
  report: Report,
  key: 'turn' | 'then',
): number {
  const said = words.slice(i, i + turn.count);
  const from = said[0]?.token.span.from ?? 0;
  const span = { from, to: said.at(-1)?.token.span.to ?? from };
  const word = said.map((w) => w.token.text).join(' ');
  if (turn.fault !== undefined || turn.turn === undefined || draft.parts[key] !== undefined) {
    report(turn.fault ?? 'twice', span, { word });
    draft.unknown.push(...(key === 'then' ? ['then'] : []), ...word.split(' '));
  } else {
    if (key === 'turn' && saysWhere(draft)) draft.parts.turnAfter = true;
    draft.parts[key] = turn.turn;
  }
  return turn.count;
}

/**
 * The longest entry of the tables that begins at word `i`. One word less where the last begins an entry of several itself:
 * "stamp up the lane" is a stamp, up the lane.
 */
function longestEntry(words: readonly Word[], i: number): { meaning: Meaning; count: number } | undefined {
  const found = entryAt(words, i, longestFrom(words[i]?.text ?? ''));
  if (!found || found.count === 1) return found;
  const rest = entryAt(words, i + found.count - 1, longestFrom(words[i + found.count - 1]?.text ?? ''));
  const shorter = rest && rest.count > 1 ? entryAt(words, i, found.count - 1) : undefined;
  return shorter?.count === found.count - 1 ? shorter : found;
}

function entryAt(
  words: readonly Word[],
  i: number,
  most: number,
): { meaning: Meaning; count: number } | undefined {
  for (let count = Math.min(most, words.length - i); count >= 1; count--) {
    let entry = words[i]?.text ?? '';
    for (let k = 1; k < count; k++) entry += ` ${words[i + k]?.text ?? ''}`;
    const meaning = WORDS.get(entry);
    if (meaning) return { meaning, count };
  }
  return undefined;
}

function keepUnknown(
  words: readonly Word[],
  i: number,
  count: number,
  draft: Draft,
  report: Report,
  code: ProblemCode,
): number {
  for (const { token } of words.slice(i, i + count)) {
    draft.unknown.push(
      token.type === 'note' ? `(${token.text})` : token.type === 'quoted' ? `"${token.text}"` : token.text,
    );
    if (code === 'unknown-word' && token.text !== '[' && token.text !== ']') {
      const near = nearestWord(token.text);
      const word = token.text.toLowerCase();
      draft.misread.push({ span: token.span, word: token.text, near: near === word ? undefined : near });
    } else if (code !== 'unknown-word') report(code, token.span, { word: token.text });
  }
  return count;
}

function finish({ parts, unknown, marks }: Draft): Body {
  const { kind, unit, ...rest } = unknown.length > 0 ? { ...parts, unknown } : parts;
  if (unit !== undefined) return { type: 'unit', unit, ...rest };
  if (marks.rock)
    return { type: 'action', kind: kind ?? 'step', ...rest, direction: rest.direction ?? 'back' };
  if (kind !== undefined) return { type: 'action', kind, ...rest };
  if (parts.anyLength) return { type: 'action', kind: 'hold', ...rest };
  const step = [parts.direction, parts.foot, parts.turn, parts.lane, parts.footwork, parts.style];
  if (step.some((p) => p !== undefined)) return { type: 'action', kind: 'step', ...rest };
  const { anyLength: _, ...other } = rest;
  return { type: 'nothing', ...other };
}

/** Says which word is not known, the nearest one, and a line that would work. */
function reportMisread(draft: Draft, body: Body, label: Label, report: Report): void {
  const examples = new Map<string | undefined, string>();
  for (const { span, word, near } of draft.misread) {
    const example = examples.get(near) ?? exampleFor(body, label, near);
    examples.set(near, example);
    report('unknown-word', span, { word, example, ...(near ? { near } : {}) }, near);
  }
}

/** What was understood, without what was not; with the nearest word in its place. */
function exampleFor(body: Body, label: Label, near: string | undefined): string {
  const { unknown: _, note: __, ...known } = body;
  const said = known.type === 'nothing' ? '' : printBody(known as Body);
  const count = printLabel(label);
  const guess = near === undefined ? undefined : `${count} ${[said, near].filter((t) => t !== '').join(' ')}`;
  if (guess !== undefined && reads(guess)) return guess;
  return `${count} ${said === '' ? 'side' : said}`;
}

/** Nothing is wrong with one count of a footwork line. */
function reads(text: string): boolean {
  const [first, ...words] = wordsOf(tokens(text, 0));
  let clean = first !== undefined;
  const draft = newDraft();
  for (let i = 0; i < words.length;) i += readPart(words, i, draft, () => (clean = false));
  return clean && draft.misread.length === 0;
}

/** Parts that mean nothing with this kind: kept, shown, and said. */
function reportMisfits(body: Body, label: Label, span: Span, report: Report): void {
  if (label.type === 'value' && body.type === 'unit') report('value-with-unit', span, { word: body.unit });
  if (typeof body.size === 'number' && (body.size < 0.1 || body.size > 4))
    report('does-not-fit', span, { word: `x${body.size}`, kind: 'step' });
  if (body.type !== 'action' || KINDS[body.kind].weight !== 'none') return;
  const leans = body.kind === 'lean' || body.kind === 'sway' || body.kind === 'dip';
  const word = (leans ? undefined : (body.direction ?? body.foot)) ?? body.footwork;
  if (word !== undefined) report('does-not-fit', span, { word, kind: body.kind });
  if (turnsInPlace(body.kind) && body.turn === undefined) report('bad-turn', span, { word: body.kind });
}

const isWord = (w: Word | undefined, text: string): boolean =>
  w?.token.type === 'word' && w.token.text.toLowerCase() === text;

/** "as the follower likes" at the end of a body: who chooses, and the words without it. */
export function readChooser(words: readonly Word[]): { words: readonly Word[]; likes?: Role } {
  for (const [phrase, role] of CHOOSERS) {
    const parts = phrase.split(' ');
    const from = words.length - parts.length;
    if (from < 0 || !parts.every((p, k) => isWord(words[from + k], p))) continue;
    const rest = words.slice(0, from);
    return role === 'own' ? { words: rest } : { words: rest, likes: role };
  }
  return { words };
}
