import { ROLE_NAMES } from './roles';
import type { Role } from '../base';
import { parse, printLine } from '../notation';
import { TRACK_NAMES, isMoveTrack, type Track } from '../vocabulary';
import { startsWithCount, bareCount, plainSteps } from './counts';
import { cellsOf, columnsOf, rowColumns, type Column, type Columns } from './table';

/** One line of what was brought, and what it became. */
export interface BroughtLine {
  readonly text: string;
  /** Where it went; a heading says whose steps follow; a remark is kept as it is, and so is what is not understood. */
  readonly as: Track | 'both' | 'heading' | 'remark';
}
export interface Breakdown {
  /** The notation, one line a track. */
  readonly lines: string;
  readonly brought: readonly BroughtLine[];
  /** A title on top, where there is one. */
  readonly name: string | undefined;
}

/** What is gathered while the lines are read. */
interface Gathered {
  role: Role;
  /** The text says whose steps they are. */
  told: boolean;
  columns: Columns | undefined;
  /** The last count of the role at hand, to see where counting begins again. */
  last: number;
  /** A count stood alone: its words are on the next line. */
  waiting: boolean;
  readonly parts: Map<Track, string[]>;
  readonly before: string[];
  readonly after: string[];
}

/**
 * Reads a breakdown as it is written elsewhere: one count a line or many, both roles one after the other or side by
 * side, `1.`, `1)`, `1:`, `L:` and `F:`, quick and slow in words. Never throws; what it does not understand is kept as a
 * remark. O(text).
 * @example readBreakdown('L: 1 back, 2 close').lines // 'leader 1 back 2 close'
 */
export function readBreakdown(text: string): Breakdown {
  const g: Gathered = {
    role: 'leader',
    told: false,
    columns: undefined,
    last: 0,
    waiting: false,
    parts: new Map(),
    before: [],
    after: [],
  };
  const rows = text.split(/\r\n|[\r\n]/);
  const brought = rows.flatMap((raw, i): BroughtLine[] => {
    const as = readLine(raw, rows.slice(i + 1), g);
    return as ? [{ text: raw.trim(), as }] : [];
  });
  const tracks = TRACK_NAMES.filter((t) => g.parts.has(t)).map((t) => tidy(t, g.parts.get(t) ?? []));
  const remark = (t: string) => (t.startsWith('#') ? t : `# ${t}`);
  const name = g.before[0]?.replace(/^#\s*/, '');
  return {
    lines: [...g.before.map(remark), ...tracks, ...g.after.map(remark)].join('\n'),
    brought,
    name: name !== undefined && name.length <= 80 ? name : undefined,
  };
}

function readLine(raw: string, rest: readonly string[], g: Gathered): BroughtLine['as'] | undefined {
  const line = raw.replace(/^\s*[-*•]\s+/, '').trimEnd();
  if (line.trim() === '' || /^[\s|:+-]*-[\s|:+-]*$/.test(line)) return undefined;
  if (line.trimStart().startsWith('#')) return remark(line.trim(), g);
  return (
    inColumns(line, g) ?? named(line.trim(), rest, g) ?? counted(line.trim(), g) ?? remark(line.trim(), g)
  );
}

/** Roles side by side. */
function inColumns(line: string, g: Gathered): BroughtLine['as'] | undefined {
  const heading = columnsOf(line);
  if (heading) {
    g.columns = heading;
    g.told = true;
    return 'heading';
  }
  const cells = cellsOf(line, g.columns?.by);
  const columns = g.columns?.of ?? rowColumns(cells);
  if (!columns || cells.length < 2) return undefined;
  if (cells.some((c, i) => i >= columns.length && c.trim() !== '')) return undefined;
  const at = (c: Column) => (columns.indexOf(c) < 0 ? '' : (cells[columns.indexOf(c)] ?? '').trim());
  const count = at('count');
  if (count !== '' && !bareCount(count)) return undefined;
  const filled = (['leader', 'follower'] as const).filter((role) => at(role) !== '');
  if (filled.length === 0 || (count === '' && !filled.every((role) => startsWithCount(at(role)))))
    return undefined;
  for (const role of filled) put(g, role, startsWithCount(at(role)) ? at(role) : `${count} ${at(role)}`);
  return filled.length === 2 ? 'both' : filled[0];
}

/** A line that says whose it is. */
function named(line: string, rest: readonly string[], g: Gathered): BroughtLine['as'] | undefined {
  const [, word = '', mark = '', after = ''] = /^([A-Za-z][\w-]*)\s*([:.)]?)\s*(.*)$/.exec(line) ?? [];
  const name = word.toLowerCase();
  const said = after.replace(new RegExp(`^(?:${name}\\b[:\\s]*)+`, 'i'), '');
  const role = ROLE_NAMES[name];
  if (role && (said === '' || startsWithCount(said)) && (name.length > 1 || mark !== '' || said === '')) {
    turnTo(g, role);
    if (said === '') return 'heading';
    put(g, role, said);
    return role;
  }
  const track = TRACK_NAMES.find((t) => t === name);
  if (track && !isMoveTrack(track) && startsWithCount(said)) {
    put(g, track, said);
    return track;
  }
  const spoken = headingOf(line, rest);
  if (!spoken) return undefined;
  turnTo(g, spoken);
  const words = line.toLowerCase().match(/[a-z’']+/g) ?? [];
  return words.every((w) => HEADING_WORDS.has(w) || w in ROLE_NAMES) ? 'heading' : remark(line, g);
}
/** Words of a heading that say nothing more than whose steps follow. */
const HEADING_WORDS = new Set("steps step for the of footwork part role line's counts s".split(' '));

function turnTo(g: Gathered, role: Role): void {
  g.role = role;
  g.told = true;
  g.last = 0;
  g.columns = undefined;
}

/** "Steps for the leader", with steps below it. */
function headingOf(line: string, rest: readonly string[]): Role | undefined {
  if (/\d/.test(line) || line.split(/\s+/).length > 7) return undefined;
  const roles = new Set(
    line
      .toLowerCase()
      .split(/[^a-z]+/)
      .filter((w) => w.length > 1)
      .flatMap((w) => ROLE_NAMES[w] ?? []),
  );
  const next = rest.find((l) => l.trim() !== '')?.replace(/^\s*[-*•]\s+/, '') ?? '';
  return roles.size === 1 && startsWithCount(next.trim()) ? [...roles][0] : undefined;
}

/** Steps of the role at hand; where nobody is named and counting begins again, the partner's. */
function counted(line: string, g: Gathered): BroughtLine['as'] | undefined {
  if (!startsWithCount(line)) {
    if (!g.waiting) return undefined;
    put(g, g.role, line);
    return g.role;
  }
  const first = Number(/^\d+/.exec(line)?.[0] ?? 0);
  if (!g.told && first === 1 && g.last > 1 && g.role === 'leader') g.role = 'follower';
  put(g, g.role, line);
  return g.role;
}

function put(g: Gathered, track: Track, text: string): void {
  const list = g.parts.get(track) ?? [];
  g.parts.set(track, list);
  const steps = isMoveTrack(track) ? plainSteps(text) : text;
  list.push(steps);
  if (!isMoveTrack(track)) return;
  g.waiting = bareCount(steps);
  g.last = Number([...steps.matchAll(/(?:^|\s)(\d{1,3})(?=[e&a]?(?:\s|$))/g)].at(-1)?.[1] ?? g.last);
}

function remark(text: string, g: Gathered): 'remark' {
  (g.parts.size === 0 ? g.before : g.after).push(text);
  g.waiting = false;
  return 'remark';
}

/** One form where all of it is understood, else as it came. */
function tidy(track: Track, parts: readonly string[]): string {
  const text = `${track} ${parts.join(' ')}`;
  const { lines, problems } = parse(text);
  const line = lines[0]?.line;
  return line && problems.length === 0 ? printLine(line) : text;
}
