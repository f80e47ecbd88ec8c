import type { Span } from '../base';
import { TRACK_NAMES, editDistance, isMoveTrack, type Track } from '../vocabulary';
import { readBodyTokens } from './body-read';
import { readHandTokens } from './hand-read';
import { readMoves } from './move-items';
import type { Report } from './move-read';
import { tokens, wordLabel, wordsOf, type Token } from './reader';
import type { ItemSpans, Label, Parsed, ParsedLine, Problem, WordItem } from './types';

/**
 * Reads a breakdown. Never throws: what cannot be understood is reported at its place and kept, the rest still reads.
 * @example parse('leader 1 back 2 close').lines[0]
 */
export function parse(text: string): Parsed {
  const problems: Problem[] = [];
  const lines: ParsedLine[] = [];
  let at = 0;
  for (const raw of text.split('\n')) {
    const read = readLine(raw.replace(/\r$/, ''), at);
    lines.push(read.line);
    for (const p of read.problems) problems.push(p);
    at += raw.length + 1;
  }
  return { lines, problems };
}

/** One line, read by itself. */
interface ReadLine {
  readonly at: number;
  readonly line: ParsedLine;
  readonly problems: readonly Problem[];
}
/** Lines read lately: a key changes one line, and the others are asked for many times over. */
const lately = new Map<string, ReadLine>();
const MOST_KEPT = 1024;
/** Longer lines are read anew: nobody writes them, and they are not to fill the memory of a server. */
const LONGEST_KEPT = 600;

function readLine(raw: string, at: number): ReadLine {
  if (raw.length > LONGEST_KEPT) return readAnew(raw, at);
  const known = lately.get(raw);
  if (known?.at === at) return known;
  const read = known ? movedTo(known, at) : readAnew(raw, at);
  lately.delete(raw);
  lately.set(raw, read);
  if (lately.size > MOST_KEPT) lately.delete(lately.keys().next().value as string);
  return read;
}

function readAnew(raw: string, at: number): ReadLine {
  const problems: Problem[] = [];
  const report: Report = (code, span, details = {}, fix) =>
    problems.push(fix === undefined ? { code, span, details } : { code, span, details, fix });
  return { at, line: parseLine(raw, at, report), problems };
}

/** The same line where it stands now: only places differ. */
function movedTo({ at, line, problems }: ReadLine, to: number): ReadLine {
  const by = to - at;
  const span = (s: Span): Span => ({ from: s.from + by, to: s.to + by });
  const item = (s: ItemSpans): ItemSpans => ({
    all: span(s.all),
    label: span(s.label),
    body: span(s.body),
    ...(s.others && { others: s.others.map((way) => way.map(item)) }),
  });
  return {
    at: to,
    line: { ...line, span: span(line.span), items: line.items.map(item) },
    problems: problems.map((p) => ({ ...p, span: span(p.span) })),
  };
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
  read: (word: string, next: string | undefined) => Label | undefined,
): { stray: Token[]; groups: Group[] } {
  const stray: Token[] = [];
  const groups: { label: Label; at: Token; tokens: Token[] }[] = [];
  for (const [i, token] of all.entries()) {
    const label = token.type === 'word' ? read(token.text, all[i + 1]?.text) : undefined;
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
  const talksOfBody = track === 'leader-body' || track === 'follower-body';
  const { stray, groups } = group(all, talksOfBody ? notAmount : wordLabel);
  const items: WordItem[] = groups.map((g) => {
    reportLabel(g, report);
    return { label: g.label, text: phrase(g.tokens) };
  });
  groups.forEach((g, i) => {
    if (items[i]?.text === '') report('nothing-here', g.at.span, { label: g.at.text });
    if (track === 'hands') reportHands(g, report);
    if (talksOfBody) reportBody(g, report);
  });
  return {
    line: { type: 'words', track, items, ...strayText(stray, body, offset, report) },
    span,
    items: groups.map(spansOf),
  };
}

/** A number that says how far, on the lines of head and body, is no count: `45 degrees`, `1 1/2`. */
const notAmount = (word: string, next: string | undefined): Label | undefined =>
  next !== undefined && /^(?:degrees?|deg|°|\d+\/\d+)/.test(next) ? undefined : wordLabel(word);

function reportBody(g: Group, report: Report): void {
  for (const { word, span, near } of readBodyTokens(g.tokens).unknown)
    report('unknown-body-word', span, { word, near }, near);
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
  const { items, spans, stray } = readMoves(wordsOf(all), report);
  const first = stray.map((w) => w.token);
  return {
    line: { type: 'moves', track, items, ...strayText(first, body, offset, report) },
    span,
    items: spans,
  };
}
