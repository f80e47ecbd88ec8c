import type { Role, Span } from '../base';
import { KINDS, UNITS } from '../vocabulary';
import { groupMoves, type Group, type LabelAt } from './labels';
import { readBody, readChooser, splitSteps, type ReadBody, type Report } from './move-read';
import { printLabel } from './print';
import type { Word } from './reader';
import { amountAt } from './turn-phrase';
import { shareTurn } from './turns';
import type { Body, Choice, ItemSpans, Label, MoveItem, UnitWord } from './types';

/** Items of a footwork line with their places. */
export interface ReadItems {
  readonly items: readonly MoveItem[];
  readonly spans: readonly ItemSpans[];
  readonly stray: readonly Word[];
}
interface Read {
  item: MoveItem;
  spans: ItemSpans;
  readonly rock: boolean;
  readonly lock: boolean;
}
interface Reading {
  readonly report: Report;
}

const isOr = (w: Word): boolean => w.text === 'or';
const isBracket = (w: Word): boolean => w.text === '[' || w.text === ']';

const isOpen = (w: Word): boolean => w.text === '[';

/** Reads the words of a footwork line. O(words). */
export function readMoves(words: readonly Word[], report: Report): ReadItems {
  const by = { report };
  if (!words.some((w) => isBracket(w) || isOr(w))) {
    const { stray, groups } = groupMoves(words);
    return done(settle(groups.flatMap((g) => readGroup(g, by))), stray);
  }
  return readWithChoices(words, by);
}

const done = (read: readonly Read[], stray: readonly Word[]): ReadItems => ({
  items: read.map((r) => r.item),
  spans: read.map((r) => r.spans),
  stray,
});

/** What a step is depends on the one before: a rock comes back, a lock after a step back is in front. */
function settle(read: Read[]): Read[] {
  for (let i = 0; i < read.length; i++) {
    const [before, now] = [read[i - 1], read[i]];
    if (!before || !now) continue;
    const { body } = now.item;
    if (before.rock && plainStep(body))
      now.item = { ...now.item, body: { ...body, kind: 'replace' } as Body };
    const from = before.item.body.direction;
    if (now.lock && (from === 'back' || from === 'diag-back'))
      now.item = { ...now.item, body: { ...body, direction: 'lock-front' } as Body };
  }
  return read;
}

const plainStep = (b: Body): boolean =>
  b.type === 'action' && b.kind === 'step' && b.direction === undefined && b.turn === undefined;

/** The items of one count, or of several counts said together. */
function readGroup(group: Group, by: Reading): Read[] {
  const { labels, words } = group;
  const only = labels[0];
  if (labels.length === 1 && only) return [readOne(only, words, by)];
  return readMany(group, by);
}

function readOne(at: LabelAt, words: readonly Word[], by: Reading): Read {
  if (at.label.type === 'count' && at.label.beat === 0) by.report('count-zero', at.span);
  return entry(at, words, readBody(words, at.label, at.span, by.report));
}

function entry(at: LabelAt, words: readonly Word[], { body, rock, lock }: ReadBody): Read {
  const first = words[0]?.token.span.from ?? at.span.to;
  const to = words.at(-1)?.token.span.to ?? at.span.to;
  const spans = {
    label: at.span,
    body: { from: first, to },
    all: { from: Math.min(at.span.from, first), to },
  };
  return { item: { label: at.label, body }, spans, rock, lock };
}

/** `1 2 walk walk`, `3&4 triple`, `1-4 hold`: the steps go to the counts in order. */
function readMany(group: Group, by: Reading): Read[] {
  const { labels, cluster } = group;
  const words = labels.length >= 3 ? asSteps(group.words) : group.words;
  const steps = splitSteps(words);
  if (steps.length === labels.length) return labels.map((at, k) => readOne(at, steps[k] ?? [], by));
  const first = labels[0] as LabelAt;
  const only = steps.length === 1 ? readBody(words, first.label, first.span, () => undefined) : undefined;
  if (only) {
    const together = fill(only, labels);
    if (together) {
      readBody(words, first.label, first.span, by.report);
      return together.map(([at, body], k) => entry(at, k === 0 ? words : words.slice(-1), { ...only, body }));
    }
  }
  const last = steps.at(-1);
  const rests = last && stays(readBody(last, first.label, first.span, () => undefined).body);
  if (rests && steps.length < labels.length) return steps.map((s, k) => readOne(labels[k] ?? first, s, by));
  if (cluster && words.length > 0) {
    const said = labels.map((l) => printLabel(l.label)).join(' ');
    if (only?.body.type === 'unit') {
      const { words: names, beats } = UNITS[only.body.unit];
      by.report('range-length', first.span, { word: names[0], beats: String(beats), n: said });
    } else
      by.report('counts-and-steps', first.span, {
        counts: said,
        n: String(labels.length),
        steps: String(steps.length),
      });
    return [readOne(first, words, by)];
  }
  return labels.map((at, k) => readOne(at, k === labels.length - 1 ? words : [], by));
}

/** "3&4 triple turn right": three counts are three steps, not three turns. */
const asSteps = (words: readonly Word[]): readonly Word[] =>
  words.map((w) =>
    w.text === 'triple' ? { token: { ...w.token, text: 'triple-step' }, text: 'triple-step' } : w,
  );

const stays = (b: Body): boolean => b.type === 'action' && KINDS[b.kind].weight === 'none';

/** One thing said for several counts: a word of that length, a walk for each, a hold, a turn shared. */
function fill(read: ReadBody, labels: readonly LabelAt[]): readonly [LabelAt, Body][] | undefined {
  const first = labels[0] as LabelAt;
  const { body } = read;
  if (stays(body)) return [[first, body]];
  const whole = labels.filter((l) => l.label.type === 'count' && l.label.sub === '');
  if (read.rock && whole.length === 2) return [[first, rockStep(body)]];
  if (body.type === 'unit') return fillUnit(body, labels, whole);
  if (inPlace(body) && whole.length === labels.length) return whole.map((at) => [at, body]);
  if (!read.bare || body.turn === undefined || whole.length !== labels.length) return undefined;
  const shares = shareTurn(body.turn, whole.length);
  return whole.map((at, k) => [at, { ...body, turn: shares[k] ?? 0 } as Body]);
}

/** Marking time: the same step at each count. */
const inPlace = (b: Body): boolean =>
  b.type === 'action' &&
  b.kind === 'step' &&
  b.direction === 'place' &&
  b.turn === undefined &&
  b.foot === undefined;

function rockStep(body: Body): UnitWord {
  const { direction, ...rest } = body;
  const own = UNITS['rock-step'].direction;
  const { kind: _, ...parts } = { kind: undefined, ...rest };
  const word = { ...parts, type: 'unit', unit: 'rock-step' } as UnitWord;
  return direction === own || direction === undefined ? word : { ...word, direction };
}

function fillUnit(
  body: UnitWord,
  labels: readonly LabelAt[],
  whole: readonly LabelAt[],
): readonly [LabelAt, Body][] | undefined {
  const row = UNITS[body.unit];
  const first = labels[0] as LabelAt;
  if (first.label.type !== 'count') return [[first, body]];
  const beats = beatsOf(whole);
  if (beats === undefined) return [[first, body]];
  const held = row.steps.at(-1)?.kind === 'hold' ? row.beats - (row.steps.at(-1)?.beat ?? row.beats) : 0;
  if (beats <= row.beats && beats >= row.beats - held) return [[first, body]];
  if (beats % row.beats !== 0) return undefined;
  return whole.filter((_, k) => k % row.beats === 0).map((at) => [at, body]);
}

/** Beats from the first to the last whole count; undefined where counting begins again between them. */
function beatsOf(whole: readonly LabelAt[]): number | undefined {
  const beats = whole.map((l) => (l.label.type === 'count' ? l.label.beat : 0));
  const [a, b] = [beats[0] ?? 0, beats.at(-1) ?? 0];
  return b < a ? undefined : b - a + 1;
}

/** One stretch of a line: words, or what stands in square brackets. */
type Piece = { readonly type: 'run' | 'choice'; readonly words: readonly Word[]; readonly span: Span };

/** Cuts a line at its square brackets; where they do not pair, all of it is one run. */
function piecesOf(words: readonly Word[], report: Report): Piece[] {
  const odd = unpaired(words);
  if (odd) {
    report('choice-open', odd.token.span, { mark: odd.token.text === '[' ? ']' : '[' });
    return [{ type: 'run', words, span: odd.token.span }];
  }
  const pieces: Piece[] = [];
  let from = 0;
  words.forEach((w, i) => {
    if (!isBracket(w)) return;
    if (i > from) pieces.push(pieceOf(isOpen(w) ? 'run' : 'choice', words.slice(from, i)));
    from = i + 1;
  });
  if (from < words.length) pieces.push(pieceOf('run', words.slice(from)));
  return pieces;
}

function pieceOf(type: Piece['type'], words: readonly Word[]): Piece {
  const [a, b] = [words[0]?.token.span, words.at(-1)?.token.span];
  return { type, words, span: { from: a?.from ?? 0, to: b?.to ?? 0 } };
}

/** The bracket that has no partner, holds no choice, or is followed by words without a count. */
function unpaired(words: readonly Word[]): Word | undefined {
  let open = -1;
  for (let i = 0; i < words.length; i++) {
    const w = words[i] as Word;
    if (isOpen(w)) {
      if (open >= 0) return w;
      open = i;
    } else if (isBracket(w)) {
      const before = words[open - 1];
      const joined = before !== undefined && isOr(before) && open > 1;
      const chosen = joined || words.slice(open, i).some(isOr);
      const next = words[i + 1];
      if (open < 0 || !chosen || (next && !beginsCount(words, i + 1) && !isOpen(next))) return w;
      open = -1;
    }
  }
  return open >= 0 ? words[open] : undefined;
}
const beginsCount = (words: readonly Word[], i: number): boolean =>
  groupMoves(words.slice(i, i + 2)).stray.length === 0;

function splitOr(words: readonly Word[]): Word[][] {
  const parts: Word[][] = [[]];
  for (const w of words) {
    if (isOr(w)) parts.push([]);
    else parts.at(-1)?.push(w);
  }
  return parts;
}

function readWithChoices(words: readonly Word[], by: Reading): ReadItems {
  const main: Read[] = [];
  const stray: Word[] = [];
  const pieces = piecesOf(words, by.report);
  pieces.forEach((piece, k) => {
    if (piece.type === 'choice') {
      const word = pieces[k - 1]?.type === 'run' ? pieces[k - 1]?.words.at(-1) : undefined;
      readBracket(piece, by, main, word !== undefined && isOr(word));
      return;
    }
    readRun(piece.words, by, main, stray, pieces[k + 1]?.type === 'choice');
  });
  return done(settle(main), stray);
}

/** `[5 back 6 replace or 5 touch 6 step]`; after `or` every branch is another way to dance the item before. */
function readBracket(piece: Piece, by: Reading, main: Read[], joins: boolean): void {
  const { words, likes } = readChooser(piece.words);
  const branches = splitOr(words).map((branch) =>
    settle(groupMoves(branch).groups.flatMap((g) => readGroup(g, by))),
  );
  const kept = branches.filter((b) => b.length > 0);
  const first = joins ? undefined : kept[0];
  first?.slice(1).forEach((r) => (r.item = { ...r.item, body: { ...r.item.body, within: true } as Body }));
  if (first) main.push(...first);
  const others = first ? kept.slice(1) : kept;
  const at = first ? main.length - first.length : main.length - 1;
  if (others.length === 0) return by.report('choice-open', piece.span, { mark: 'or' });
  addOthers(main[at], others, likes);
}

function addOthers(
  to: Read | undefined,
  others: readonly (readonly Read[])[],
  likes: Role | undefined,
): void {
  if (!to) return;
  const had = to.item.body.choice;
  const who = likes ?? had?.likes;
  const choice: Choice = {
    others: [...(had?.others ?? []), ...others.map((b) => b.map((r) => r.item))],
    ...(who ? { likes: who } : {}),
  };
  to.item = withChoice(to.item, choice);
  to.spans = {
    ...to.spans,
    others: [...(to.spans.others ?? []), ...others.map((b) => b.map((r) => r.spans))],
  };
}

const withChoice = (item: MoveItem, choice: Choice): MoveItem => ({
  ...item,
  body: { ...item.body, choice } as Body,
});

/** Words outside brackets: `5 triple or coaster`, `5 side or step & close`. */
function readRun(words: readonly Word[], by: Reading, main: Read[], stray: Word[], bracket: boolean): void {
  const found = groupMoves(words);
  stray.push(...found.stray);
  let choosing: Read | undefined;
  let hanging = false;
  found.groups.forEach((group, g) => {
    const { words: said, likes } = readChooser(group.words);
    const bare = group.labels.every((l) => l.label.type === 'sub');
    const [own, ...rest] = spreadTurns(splitOr(said));
    const ownGroup = { ...group, words: own ?? [] };
    if (choosing && bare && rest.length === 0) {
      extendLast(choosing, settle(readGroup(ownGroup, by)));
      if (likes) addOthers(choosing, [], likes);
      return;
    }
    if (choosing && hanging && sameLabel(choosing.item.label, group.labels[0]?.label))
      addOthers(choosing, [settle(readGroup(ownGroup, by))], likes);
    else {
      const read = readGroup(ownGroup, by);
      main.push(...read);
      choosing = rest.length > 0 ? read[0] : undefined;
    }
    if (choosing) {
      const at = group.labels[0] as LabelAt;
      const others = rest.filter((r) => r.length > 0).map((r) => [readOne(at, r, by)]);
      addOthers(choosing, others, likes);
      hanging = rest.at(-1)?.length === 0;
      const next = found.groups[g + 1];
      const said = next ? sameLabel(at.label, next.labels[0]?.label) : bracket;
      if (hanging && !said) by.report('choice-open', at.span, { mark: 'or' });
      if (!choosing.item.body.choice?.others.length) {
        const { choice: _, ...plain } = choosing.item.body;
        choosing.item = { ...choosing.item, body: plain as Body };
      }
    }
  });
}

const sameLabel = (a: Label, b: Label | undefined): boolean =>
  b !== undefined && printLabel(a) === printLabel(b);

/** A bare `&` after an alternative goes on with it. */
function extendLast(to: Read, more: readonly Read[]): void {
  const { choice } = to.item.body;
  const last = choice?.others.at(-1);
  if (!choice || !last) return;
  const others = [...choice.others.slice(0, -1), [...last, ...more.map((r) => r.item)]];
  const spans = to.spans.others ?? [];
  to.item = withChoice(to.item, { ...choice, others });
  to.spans = {
    ...to.spans,
    others: [...spans.slice(0, -1), [...(spans.at(-1) ?? []), ...more.map((r) => r.spans)]],
  };
}

/** "single, double or triple turn right": each amount with what the last of them says. */
function spreadTurns(parts: Word[][]): Word[][] {
  const last = parts.at(-1);
  if (parts.length < 2 || !last) return parts;
  const own = amountAt(last, 0);
  if (!own) return parts;
  const tail = last.slice(own.count);
  const spread: Word[][] = [];
  let before: Word[] = [];
  for (const part of parts.slice(0, -1)) {
    const { prefix, amounts } = trailingAmounts(part);
    if (amounts.length === 0) return parts;
    if (spread.length === 0) before = prefix;
    spread.push(...amounts.map((a) => [...before, ...a, ...tail]));
  }
  return [...spread, [...before, ...last]];
}

function trailingAmounts(words: readonly Word[]): { prefix: Word[]; amounts: Word[][] } {
  for (let from = 0; from < words.length; from++) {
    const amounts: Word[][] = [];
    let at = from;
    for (;;) {
      const a = amountAt(words, at);
      if (!a) break;
      amounts.push(words.slice(at, at + a.count));
      at += a.count;
    }
    if (at === words.length && amounts.length > 0) return { prefix: words.slice(0, from), amounts };
  }
  return { prefix: [...words], amounts: [] };
}
