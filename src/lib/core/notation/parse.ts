import type { Span } from '../base';
import {
  KINDS,
  LONGEST_ENTRY,
  TRACK_NAMES,
  UNITS,
  WORDS,
  editDistance,
  isMoveTrack,
  nearestWord,
  turnsInPlace,
  type Meaning,
  type Track,
} from '../vocabulary';
import { readHandTokens } from './hand-read';
import { moveLabel, tokens, wordLabel, type Token } from './reader';
import { LOOKS_LIKE_TURN, readTurn } from './turns';
import type {
  Body,
  ItemSpans,
  Label,
  MoveItem,
  Parsed,
  ParsedLine,
  Problem,
  ProblemCode,
  WordItem,
} from './types';

type Report = (code: ProblemCode, span: Span, details?: Record<string, string>, fix?: string) => void;

/**
 * Reads a breakdown. Never throws: what cannot be understood is reported at its place and kept, the rest still reads.
 * @example parse('leader 1 back 2 close').lines[0]
 */
export function parse(text: string): Parsed {
  const problems: Problem[] = [];
  const report: Report = (code, span, details = {}, fix) =>
    problems.push(fix === undefined ? { code, span, details } : { code, span, details, fix });
  const lines: ParsedLine[] = [];
  let at = 0;
  for (const raw of text.split('\n')) {
    lines.push(parseLine(raw.replace(/\r$/, ''), at, report));
    at += raw.length + 1;
  }
  return { lines, problems };
}

function parseLine(raw: string, offset: number, report: Report): ParsedLine {
  const span = { from: offset, to: offset + raw.length };
  const other: ParsedLine = { line: { type: 'other', text: raw }, span, items: [] };
  const head = /^(\s*)(\S+?):?(?=\s|$)/.exec(raw);
  if (!head || raw.trimStart().startsWith('#')) return other;
  const name = (head[2] ?? '').toLowerCase();
  const from = offset + (head[1] ?? '').length;
  const track = TRACK_NAMES.find((t) => t === name);
  if (track === undefined) {
    report('unknown-line', { from, to: from + name.length }, { word: head[2] ?? '' }, nearestTrack(name));
    return other;
  }
  const bodyFrom = head[0].length;
  const body = raw.slice(bodyFrom);
  return isMoveTrack(track)
    ? parseMoves(track, body, offset + bodyFrom, span, report)
    : parseWords(track, body, offset + bodyFrom, span, report);
}

function nearestTrack(name: string): string | undefined {
  return TRACK_NAMES.find((t) => editDistance(t, name) <= 2);
}

interface Group {
  readonly label: Label;
  readonly at: Token;
  readonly tokens: readonly Token[];
}

/** Splits tokens at their labels; what stands before the first label is `stray`. */
function group(
  all: readonly Token[],
  read: (word: string) => Label | undefined,
): { stray: Token[]; groups: Group[] } {
  const stray: Token[] = [];
  const groups: { label: Label; at: Token; tokens: Token[] }[] = [];
  for (const token of all) {
    const label = token.type === 'word' ? read(token.text) : undefined;
    if (label) groups.push({ label, at: token, tokens: [] });
    else (groups.at(-1)?.tokens ?? stray).push(token);
  }
  return { stray, groups };
}

function spansOf(g: Group): ItemSpans {
  const label = g.at.span;
  const first = g.tokens[0]?.span.from ?? label.to;
  const to = g.tokens.at(-1)?.span.to ?? label.to;
  return { label, body: { from: first, to }, all: { from: label.from, to } };
}

function strayText(
  stray: readonly Token[],
  source: string,
  offset: number,
  report: Report,
): { stray?: string } {
  const first = stray[0];
  const last = stray.at(-1);
  if (!first || !last) return {};
  const span = { from: first.span.from, to: last.span.to };
  report('no-count', span);
  return { stray: source.slice(span.from - offset, span.to - offset).trim() };
}

function reportLabel(g: Group, report: Report): void {
  if (g.label.type === 'count' && g.label.beat === 0) report('count-zero', g.at.span);
}

function reportUnclosed(all: readonly Token[], report: Report): void {
  for (const t of all) if (!t.closed) report('unclosed', t.span, { mark: t.type === 'note' ? ')' : '"' });
}

function parseWords(
  track: Exclude<Track, 'leader' | 'follower'>,
  body: string,
  offset: number,
  span: Span,
  report: Report,
): ParsedLine {
  const all = tokens(body, offset, true);
  reportUnclosed(all, report);
  const { stray, groups } = group(all, wordLabel);
  const items: WordItem[] = groups.map((g) => {
    reportLabel(g, report);
    return { label: g.label, text: phrase(g.tokens) };
  });
  groups.forEach((g, i) => {
    if (items[i]?.text === '') report('nothing-here', g.at.span, { label: g.at.text });
    if (track === 'hands') reportHands(g, report);
  });
  return {
    line: { type: 'words', track, items, ...strayText(stray, body, offset, report) },
    span,
    items: groups.map(spansOf),
  };
}

function reportHands(g: Group, report: Report): void {
  for (const { word, span, near } of readHandTokens(g.tokens).unknown)
    report('unknown-hand-word', span, near === undefined ? { word } : { word, near }, near);
}

function phrase(all: readonly Token[]): string {
  const joined = all.map((t) => (t.type === 'note' ? `(${t.text})` : t.text)).join(' ');
  return joined.replace(/[\s,;]+$/, '');
}

function parseMoves(
  track: 'leader' | 'follower',
  body: string,
  offset: number,
  span: Span,
  report: Report,
): ParsedLine {
  const all = tokens(body, offset);
  reportUnclosed(all, report);
  const { stray, groups } = group(all, moveLabel);
  const items: MoveItem[] = groups.map((g) => {
    reportLabel(g, report);
    return { label: g.label, body: parseBody(g, report) };
  });
  return {
    line: { type: 'moves', track, items, ...strayText(stray, body, offset, report) },
    span,
    items: groups.map(spansOf),
  };
}

/** The body while it is being read: every part at most once. */
type Draft = { -readonly [K in Exclude<keyof Parts, never>]?: Parts[K] } & { unknown: string[] };
type Parts = Pick<
  Required<Extract<Body, { type: 'action' }>>,
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
  | 'note'
> &
  Pick<Extract<Body, { type: 'unit' }>, 'unit'>;

function parseBody(g: Group, report: Report): Body {
  const draft: Draft = { unknown: [] };
  for (let i = 0; i < g.tokens.length;) i += readPart(g.tokens, i, draft, report);
  const body = finish(draft);
  if (body.type === 'nothing' && body.unknown === undefined)
    report('nothing-here', g.at.span, { label: g.at.text });
  reportMisfits(body, g, report);
  return body;
}

/** Reads one part at `i` into the draft and says how many tokens it took. */
function readPart(all: readonly Token[], i: number, draft: Draft, report: Report): number {
  const token = all[i];
  if (!token) return 1;
  const set = <K extends keyof Parts>(key: K, value: Parts[K], count = 1): number => {
    if (draft[key] === undefined) (draft as Partial<Parts>)[key] = value;
    else keepUnknown(all, i, count, draft, report, 'twice');
    return count;
  };
  if (token.type === 'note') return set('note', token.text);
  if (token.type === 'quoted') return keepUnknown(all, i, 1, draft, report, 'unknown-word');
  const word = token.text;
  if (/^[LR]F?$/.test(word)) return set('foot', word[0] as 'L' | 'R');
  const scale = /^[x×](\d{1,2}(?:\.\d{1,2})?)$/.exec(word);
  if (scale) return set('size', Number(scale[1]));
  if (LOOKS_LIKE_TURN.test(word)) return readTurnPart(all, i, draft, report, 'turn');
  const known = longestEntry(all, i);
  if (!known) return keepUnknown(all, i, 1, draft, report, 'unknown-word');
  return applyMeaning(known.meaning, known.count, all, i, draft, set, report);
}

function applyMeaning(
  meaning: Meaning,
  count: number,
  all: readonly Token[],
  i: number,
  draft: Draft,
  set: <K extends keyof Parts>(key: K, value: Parts[K], count?: number) => number,
  report: Report,
): number {
  switch (meaning.type) {
    case 'kind':
      if (draft.unit !== undefined && meaning.kind === 'step') return count;
      return draft.unit !== undefined
        ? keepUnknown(all, i, count, draft, report, 'twice')
        : set('kind', meaning.kind, count);
    case 'unit':
      return draft.kind !== undefined
        ? keepUnknown(all, i, count, draft, report, 'twice')
        : set('unit', meaning.unit, count);
    case 'direction':
      return set('direction', meaning.direction, count);
    case 'size':
      return set('size', meaning.size, count);
    case 'footwork':
      return set('footwork', meaning.footwork, count);
    case 'lane':
      return set('lane', meaning.lane, count);
    case 'then':
      return readThen(all, i, draft, report);
  }
}

/** `then r1/2`, `then swivel l1/4`, `then pivot r1/2`. */
function readThen(all: readonly Token[], i: number, draft: Draft, report: Report): number {
  const named = WORDS.get(all[i + 1]?.text.toLowerCase() ?? '');
  const how = named?.type === 'kind' && turnsInPlace(named.kind) ? named.kind : undefined;
  const at = how ? i + 2 : i + 1;
  const turn = all[at];
  if (!turn || !LOOKS_LIKE_TURN.test(turn.text))
    return keepUnknown(all, i, 1, draft, report, 'then-without-turn');
  if (how === 'swivel') draft.thenSwivel = true;
  return at - i + readTurnPart(all, at, draft, report, 'then');
}

/** A direction has been said, by its own word or by one that has it in it: a turn said now is made while stepping. */
const saysWhere = (d: Draft): boolean =>
  (d.direction !== undefined && d.direction !== 'place') ||
  d.kind === 'close' ||
  (d.unit !== undefined && d.direction === undefined && UNITS[d.unit].direction !== 'place');

function readTurnPart(
  all: readonly Token[],
  i: number,
  draft: Draft,
  report: Report,
  key: 'turn' | 'then',
): number {
  const token = all[i];
  if (!token) return 1;
  const turn = readTurn(token.text);
  const prefix = key === 'then' ? 'then ' : '';
  if (!turn.ok || draft[key] !== undefined) {
    report(turn.ok ? 'twice' : turn.error, token.span, { word: token.text });
    draft.unknown.push(...(prefix + token.text).split(' '));
  } else {
    draft[key] = turn.value;
    if (key === 'turn' && saysWhere(draft)) draft.turnAfter = true;
  }
  return 1;
}

function longestEntry(all: readonly Token[], i: number): { meaning: Meaning; count: number } | undefined {
  for (let count = LONGEST_ENTRY; count >= 1; count--) {
    const words = all.slice(i, i + count);
    if (words.length < count || words.some((t) => t.type !== 'word')) continue;
    const meaning = WORDS.get(words.map((t) => t.text.toLowerCase()).join(' '));
    if (meaning) return { meaning, count };
  }
  return undefined;
}

function keepUnknown(
  all: readonly Token[],
  i: number,
  count: number,
  draft: Draft,
  report: Report,
  code: ProblemCode,
): number {
  for (const t of all.slice(i, i + count)) {
    draft.unknown.push(t.type === 'note' ? `(${t.text})` : t.type === 'quoted' ? `"${t.text}"` : t.text);
    const fix = code === 'unknown-word' ? nearestWord(t.text) : undefined;
    report(code, t.span, { word: t.text, ...(fix ? { near: fix } : {}) }, fix);
  }
  return count;
}

function finish(draft: Draft): Body {
  const { kind, unit, unknown, ...parts } = draft;
  const rest = unknown.length > 0 ? { ...parts, unknown } : parts;
  if (unit !== undefined) return { type: 'unit', unit, ...rest };
  if (kind !== undefined) return { type: 'action', kind, ...rest };
  const step = [parts.direction, parts.foot, parts.turn, parts.lane].some((p) => p !== undefined);
  if (step) return { type: 'action', kind: 'step', ...rest };
  return { type: 'nothing', ...rest };
}

/** Parts that mean nothing with this kind: kept, shown, and said. */
function reportMisfits(body: Body, g: Group, report: Report): void {
  const span = spansOf(g).body;
  if (g.label.type === 'value' && body.type === 'unit') report('value-with-unit', span, { word: body.unit });
  if (typeof body.size === 'number' && (body.size < 0.1 || body.size > 4))
    report('does-not-fit', span, { word: `x${body.size}`, kind: 'step' });
  if (body.type !== 'action' || KINDS[body.kind].weight !== 'none') return;
  const word = body.direction ?? body.foot ?? body.footwork;
  if (word !== undefined) report('does-not-fit', span, { word, kind: body.kind });
  if (turnsInPlace(body.kind) && body.turn === undefined) report('bad-turn', span, { word: body.kind });
}
