import { DIRECTIONS, FOOTWORK, KINDS, LANE_WORDS, SIZES, UNITS } from '../vocabulary';
import { wordLabel } from './reader';
import { printTurn } from './turns';
import type { Body, Label, Line, MoveItem, Notation, Size, WordItem } from './types';

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
      return spaced(line.track, line.stray, ...line.items.map(printMove));
    case 'words':
      return spaced(line.track, line.stray, ...line.items.map(printWords));
  }
}

export const printMove = (item: MoveItem): string => spaced(printLabel(item.label), printBody(item.body));

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
    body.lane && LANE_WORDS[body.lane].words[0],
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
