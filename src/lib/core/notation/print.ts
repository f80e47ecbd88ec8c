import { DIRECTIONS, FOOTWORK, KINDS, LANE_WORDS, SIZES, STEP_STYLES, UNITS } from '../vocabulary';
import type { Role } from '../base';
import { wordLabel } from './reader';
import { printTurn } from './turns';
import type { Body, Choice, Label, Line, MoveItem, Notation, Size, WordItem } from './types';

/**
 * Writes a breakdown in its plain form: `parse(print(x))` gives `x` again.
 * @example print(parse('leader 1   BACK,2 close').lines.map((l) => l.line)) // 'leader 1 back 2 close'
 */
export const print = (notation: Notation): string => notation.map(printLine).join('\n');

export function printLine(line: Line): string {
  switch (line.type) {
    case 'other':
      return line.text;
    case 'moves':
      return spaced(line.track, line.stray, printMoves(line.items));
    case 'words':
      return spaced(line.track, line.stray, ...line.items.map(printWords));
  }
}

/** Items of a footwork line; a choice over several items stands in square brackets. */
function printMoves(items: readonly MoveItem[]): string {
  const parts: string[] = [];
  for (let i = 0; i < items.length;) {
    const item = items[i] as MoveItem;
    const covers = item.body.choice ? choiceLength(items, i) : 1;
    parts.push(inBrackets(items, i, covers) ? printBracket(items.slice(i, i + covers)) : printMove(item));
    i += covers;
  }
  return parts.join(' ');
}

/** How many items from `i` a choice is about: up to the last that is `within`. */
export function choiceLength(items: readonly MoveItem[], i: number): number {
  let last = i;
  for (let j = i + 1; j < items.length && !items[j]?.body.choice; j++) if (items[j]?.body.within) last = j;
  return last - i + 1;
}

function inBrackets(items: readonly MoveItem[], i: number, covers: number): boolean {
  const item = items[i] as MoveItem;
  const { choice } = item.body;
  if (!choice) return false;
  return covers > 1 || items[i + 1]?.label.type === 'sub' || choice.others.some((o) => !sameCount(o, item));
}

function printBracket(own: readonly MoveItem[]): string {
  const first = own[0] as MoveItem;
  const { others, likes } = first.body.choice as Choice;
  const main = own.map(printOwn);
  const rest = others.map((o) => `or ${o.map(printMove).join(' ')}`);
  return `[${spaced(...main, ...rest, chooser(likes))}]`;
}
const sameCount = (other: readonly MoveItem[], item: MoveItem): boolean =>
  other.length === 1 && printLabel((other[0] as MoveItem).label) === printLabel(item.label);

const chooser = (likes: Role | undefined): string | undefined =>
  likes === undefined ? undefined : `as the ${likes} likes`;

/** One item; other ways at the same count follow it. @example printMove(item) // '5 triple or coaster' */
export function printMove(item: MoveItem): string {
  const own = printOwn(item);
  const { choice } = item.body;
  if (!choice) return own;
  const others = choice.others.map((o) => `or ${o.map((m) => printBody(m.body)).join(' ')}`);
  return spaced(own, ...others, chooser(choice.likes));
}

/** Count and words. After the count “a” a third position would be read as a third of a turn: its step is named. */
function printOwn({ label, body }: MoveItem): string {
  const words = printBody(body);
  const named = label.type === 'sub' && label.sub === 'a' && AMOUNT.test(words);
  return spaced(printLabel(label), named ? `${KINDS.step.words[0]} ${words}` : words);
}
const AMOUNT = /^(?:half|third|quarter)\b/;

export function printLabel(label: Label): string {
  switch (label.type) {
    case 'count':
      return `${label.beat}${label.sub}`;
    case 'sub':
      return label.sub;
    case 'value':
      return label.value;
  }
}

export function printBody(body: Body): string {
  const turn = body.turn !== undefined ? printTurn(body.turn) : undefined;
  // Where nothing is to be decided the turn stands behind, as it is said: in place, a quarter.
  const behind = body.turnAfter === true || (body.type !== 'unit' && undecided(body));
  return spaced(
    body.foot,
    behind ? undefined : turn,
    name(body),
    body.direction && DIRECTIONS[body.direction].words[0],
    body.size !== undefined ? printSize(body.size) : undefined,
    body.footwork && FOOTWORK[body.footwork].words[0],
    body.style && STEP_STYLES[body.style].words[0],
    body.lane && LANE_WORDS[body.lane].words[0],
    body.type === 'action' && body.anyLength ? 'any length' : undefined,
    behind ? turn : undefined,
    body.then !== undefined
      ? spaced('then', body.thenSwivel && KINDS.swivel.words[0], printTurn(body.then))
      : undefined,
    body.note !== undefined ? `(${body.note})` : undefined,
    ...(body.unknown ?? []),
  );
}

/** In place or without a direction: before and after the step are the same. */
const undecided = (b: Exclude<Body, { type: 'unit' }>): boolean =>
  b.type !== 'action' || (b.kind !== 'close' && (b.direction === 'place' || b.direction === undefined));

function name(body: Body): string | undefined {
  if (body.type === 'unit') return UNITS[body.unit].words[0];
  if (body.type === 'nothing') return undefined;
  const silent = body.kind === 'step' && (body.direction !== undefined || body.lane !== undefined);
  return silent ? undefined : KINDS[body.kind].words[0];
}

const printSize = (size: Size): string => (typeof size === 'number' ? `x${size}` : SIZES[size].words[0]);

function printWords(item: WordItem): string {
  const text = item.text
    .split(' ')
    .map((w) => (wordLabel(w) ? `"${w}"` : w))
    .join(' ');
  return spaced(printLabel(item.label), text);
}

/** Parts with one space between them; empty ones left out. */
export const spaced = (...parts: readonly (string | undefined)[]): string =>
  parts.filter((p) => p !== undefined && p !== '').join(' ');
