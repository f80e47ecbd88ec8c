import Papa from 'papaparse';
import { ROLES, TICKS_PER_BEAT, type Role } from '../base';
import type { Analysis, Weighed } from '../analysis';
import { printTurn } from '../notation';
import { sayCount, straightEight } from '../time';

export const STEP_COLUMNS = [
  'role',
  'count',
  'eight',
  'count in eight',
  'beats',
  'foot',
  'weight after',
  'action',
  'direction',
  'size',
  'footwork',
  'turn',
  'pivot',
  'note',
] as const;

/** The cells of one step: whose it is, and everything that does not depend on where it stands in the music. */
export function stepCells(
  role: Role,
  w: Weighed,
): { readonly role: string; readonly rest: readonly string[] } {
  const { kind, direction, size, footwork, turn, then, note } = w.action;
  const cells = [
    (w.end - w.tick) / TICKS_PER_BEAT,
    w.foot,
    w.after,
    kind,
    direction,
    size,
    footwork,
    turn && printTurn(turn),
    then && printTurn(then),
    note,
  ];
  return { role, rest: cells.map(plain) };
}

const plain = (c: string | number | undefined): string =>
  c === undefined ? '' : typeof c === 'number' ? String(Math.round(c * 1000) / 1000) : c;

/** The steps of both roles as rows of plain cells, in order of time; `beats` is the duration. */
export function stepRows(a: Analysis): string[][] {
  const rows = ROLES.flatMap((role) => a.roles[role].actions.map((w) => ({ role, w })));
  rows.sort((x, y) => x.w.tick - y.w.tick || x.role.localeCompare(y.role));
  return rows.map(({ role, w }) => {
    const straight = straightEight(Math.floor(w.tick / TICKS_PER_BEAT) + 1, 1);
    const { role: who, rest } = stepCells(role, w);
    return [who, sayCount(w.tick, a.figure.feel), plain(straight.eight), plain(straight.count), ...rest];
  });
}

/** RFC 4180: CRLF, doubled quotes, a header row; a cell that a spreadsheet would run as a formula gets an apostrophe. */
export const writeCsv = (a: Analysis): string =>
  `${Papa.unparse([[...STEP_COLUMNS], ...stepRows(a)], { newline: '\r\n', escapeFormulae: true })}\r\n`;
