import { ROLE_NAMES } from './roles';
import { bareCount, startsWithCount } from './counts';

export type Column = 'count' | 'leader' | 'follower' | 'other';
export interface Columns {
  /** What stands between the cells. */
  readonly by: Divider;
  readonly of: readonly Column[];
}
type Divider = '|' | '\t' | ';' | ',' | 'gap';

const HEADS: Readonly<Record<string, Column>> = {
  '': 'count',
  '#': 'count',
  no: 'count',
  count: 'count',
  counts: 'count',
  beat: 'count',
  beats: 'count',
  ...ROLE_NAMES,
};

/** The cells of a line; one where nothing divides it. A comma divides only where a heading was divided so. */
export function cellsOf(line: string, by: Divider | undefined): string[] {
  const divider = by ?? dividerOf(line);
  switch (divider) {
    case undefined:
      return [line];
    case 'gap':
      return line.trim().split(/\s{2,}/);
    case '|':
      return (/^\s*\|/.test(line) ? line.trim().replace(/^\|/, '').replace(/\|$/, '') : line).split('|');
    default:
      return line.split(divider);
  }
}

function dividerOf(line: string): Divider | undefined {
  if (line.includes('|')) return '|';
  if (line.includes('\t')) return '\t';
  if (line.includes(';')) return ';';
  return /\S\s{3,}\S/.test(line) ? 'gap' : undefined;
}

/** What the columns are, where a line is their heading. @example columnsOf('count | leader | follower')?.by // '|' */
export function columnsOf(line: string): Columns | undefined {
  const by = dividerOf(line) ?? (line.includes(',') ? ',' : undefined);
  if (!by) return undefined;
  const of = cellsOf(line, by).map((c) => HEADS[c.trim().toLowerCase().replace(/[:.]$/, '')]);
  const known = of.filter((c) => c !== undefined);
  return known.length === of.length && known.includes('leader') && known.includes('follower')
    ? { by, of: known }
    : undefined;
}

/** Without a heading: a count and what each does, the leader first; or a line of each. */
export function rowColumns(cells: readonly string[]): readonly Column[] | undefined {
  const [first = '', second = ''] = cells.map((c) => c.trim());
  if (cells.length === 3 && bareCount(first)) return ['count', 'leader', 'follower'];
  return cells.length === 2 && startsWithCount(first) && startsWithCount(second)
    ? ['leader', 'follower']
    : undefined;
}
