import Papa from 'papaparse';
import { ROLES, TICKS_PER_BEAT } from '../base';
import type { Analysis } from '../analysis';
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

/** The steps of both roles as rows of plain cells, in order of time; `beats` is the duration. */
export function stepRows(a: Analysis): string[][] {
  const rows = ROLES.flatMap((role) => a.roles[role].actions.map((w) => ({ role, w })));
  rows.sort((x, y) => x.w.tick - y.w.tick || x.role.localeCompare(y.role));
  return rows.map(({ role, w }) => {
    const beat = Math.floor(w.tick / TICKS_PER_BEAT) + 1;
    const straight = straightEight(beat, 1);
    const { kind, direction, size, footwork, turn, then, note } = w.action;
    const cells = [
      role,
      sayCount(w.tick, a.figure.feel),
      straight.eight,
      straight.count,
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
    return cells.map((c) =>
      c === undefined ? '' : typeof c === 'number' ? String(Math.round(c * 1000) / 1000) : c,
    );
  });
}

/** RFC 4180: CRLF, doubled quotes, a header row; a cell that a spreadsheet would run as a formula gets an apostrophe. */
export const writeCsv = (a: Analysis): string =>
  `${Papa.unparse([[...STEP_COLUMNS], ...stepRows(a)], { newline: '\r\n', escapeFormulae: true })}\r\n`;
