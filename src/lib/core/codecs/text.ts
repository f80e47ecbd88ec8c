import { fail, ok, IN_WORDS, type Result } from '../base';
import {
  danceSchema,
  figureSchema,
  newFigure,
  tagsIn,
  type CountRange,
  type Figure,
  type OwnDance,
} from '../figure';
import { NOTATION, parse, turnsFirst } from '../notation';
import {
  DANCE_IDS,
  FEEL_NAMES,
  FORMATION_IDS,
  HOLD_IDS,
  TRACK_NAMES,
  danceOf,
  shippedDance,
} from '../vocabulary';
import { firstIssue, parseText, type FileError } from './json';

/**
 * A figure as plain text: `key: value` lines, an empty line, the breakdown. Several figures are parted by a line of
 * three hyphens. Only what differs from the dance's own values is written. `notation` is the version of the words; where
 * it is left out, the present one is meant.
 */
const KEYS = [
  'figure',
  'dance',
  'family',
  'level',
  'start',
  'hold',
  'facing',
  'free',
  'end',
  'end-free',
  'end-hold',
  'end-facing',
  'feel',
  'tempo',
  'same-foot',
  'own-timing',
  'repeat',
  'caution',
  'mistake',
  'tags',
  'notes',
  'notation',
  'own-dance',
] as const;
type Key = (typeof KEYS)[number];

const oneLine = (s: string): string => s.replace(/\\/g, '\\\\').replace(/\n/g, '\\n');
const manyLines = (s: string): string => s.replace(/\\(n|\\)/g, (_, c: string) => (c === 'n' ? '\n' : '\\'));
const printRanges = (rs: readonly CountRange[]): string => rs.map((r) => `${r.from}-${r.to}`).join(' ');

/** @example writeText([figure]).startsWith('figure: Push') // true */
export const writeText = (figures: readonly Figure[]): string => figures.map(writeOne).join('\n---\n\n');

function writeOne(f: Figure): string {
  const plain = newFigure(f.id, danceOf(f));
  const { start, end } = f;
  const rows: [Key, string | undefined][] = [
    ['figure', oneLine(f.name)],
    ['dance', f.dance],
    ['own-dance', f.ownDance && JSON.stringify(f.ownDance)],
    ['family', oneLine(f.family)],
    ['level', String(f.level)],
    ['start', start.formation],
    ['hold', start.hold],
    ['facing', start.facing === 0 ? undefined : String(start.facing)],
    [
      'free',
      start.leaderFree === 'L' && start.followerFree === 'R'
        ? undefined
        : `leader ${start.leaderFree} follower ${start.followerFree}`,
    ],
    ['end', end.formation],
    [
      'end-free',
      [end.leaderFree && `leader ${end.leaderFree}`, end.followerFree && `follower ${end.followerFree}`]
        .filter(Boolean)
        .join(' ') || undefined,
    ],
    ['end-hold', end.hold],
    ['end-facing', end.facing === undefined ? undefined : String(end.facing)],
    ['feel', f.feel === plain.feel ? undefined : f.feel],
    ['tempo', `${f.tempo.min}-${f.tempo.max}`],
    ['same-foot', printRanges(f.sameFoot) || undefined],
    ['own-timing', printRanges(f.ownTiming) || undefined],
    ['repeat', f.repeat && `${f.repeat.from}-${f.repeat.to} x${f.repeat.times}`],
    ...f.cautions.map((c): [Key, string] => ['caution', oneLine(c)]),
    ['mistake', f.mistake === undefined ? undefined : oneLine(f.mistake)],
    ['tags', f.tags && oneLine(f.tags.join(', '))],
    ['notes', f.notes === '' ? undefined : oneLine(f.notes)],
    ['notation', String(NOTATION)],
  ];
  const header = rows.flatMap(([k, v]) => (v === undefined ? [] : [`${k}: ${v}`]));
  return `${header.join('\n')}\n\n${f.lines}\n`;
}

/**
 * Reads plain text; `makeId` names the figures. Whole or not at all: the error names the line.
 * A text without `figure:` lines is one breakdown of the dance given.
 */
export function readText(text: string, makeId: () => string): Result<Figure[], FileError> {
  const lines = text
    .replace(/^\uFEFF/, '')
    .replace(/\r\n?/g, '\n')
    .split('\n');
  const figures: Figure[] = [];
  let from = 0;
  while (from < lines.length) {
    const cut = lines.findIndex((l, i) => i >= from && l.trim() === '---');
    const to = cut < 0 ? lines.length : cut;
    if (lines.slice(from, to).some((l) => l.trim() !== '')) {
      const figure = readOne(lines.slice(from, to), from, makeId());
      if (!figure.ok) return figure;
      figures.push(figure.value);
    }
    from = to + 1;
  }
  return figures.length > 0
    ? ok(figures)
    : fail({
        at: 'the whole file',
        message: 'It is empty. Expected "figure: …" or a line that begins with leader.',
      });
}

function readOne(lines: readonly string[], offset: number, id: string): Result<Figure, FileError> {
  const fields: { key: Key; value: string; line: number }[] = [];
  let i = 0;
  for (; i < lines.length; i++) {
    const line = lines[i] ?? '';
    if (line.trim() === '') {
      if (fields.length > 0) break;
      continue;
    }
    const m = /^([a-z-]+):\s*(.*)$/.exec(line);
    const key = KEYS.find((k) => k === m?.[1]);
    if (!m || !key) {
      if (looksLikeBreakdown(line)) break;
      return fail({
        at: `line ${offset + i + 1}`,
        message: `Expected one of ${KEYS.join(', ')} and a colon, or the breakdown.`,
      });
    }
    fields.push({ key, value: m[2] ?? '', line: offset + i + 1 });
  }
  const body = lines
    .slice(fields.length > 0 && (lines[i] ?? '').trim() === '' ? i + 1 : i)
    .join('\n')
    .replace(/\n+$/, '');
  const bad = parse(body).lines.findIndex(
    (l) => l.line.type === 'other' && l.line.text.trim() !== '' && !l.line.text.trimStart().startsWith('#'),
  );
  if (bad >= 0 && fields.length === 0)
    return fail({
      at: `line ${offset + i + bad + 1}`,
      message: 'This is neither a figure’s heading nor a line of a breakdown.',
    });
  return build(fields, body, id);
}

const looksLikeBreakdown = (line: string): boolean => {
  const word = /^\s*([a-z-]+)/i.exec(line)?.[1]?.toLowerCase();
  return line.trimStart().startsWith('#') || TRACK_NAMES.some((t) => t === word);
};

function build(
  fields: readonly { key: Key; value: string; line: number }[],
  body: string,
  id: string,
): Result<Figure, FileError> {
  const dance = fields.find((f) => f.key === 'dance');
  const own = ownDance(fields.find((f) => f.key === 'own-dance'));
  if (!own.ok) return own;
  const name = dance?.value.trim() ?? own.value?.id ?? 'slot-swing';
  const known = shippedDance(name) ?? (own.value?.id === name ? own.value : undefined);
  if (!known)
    return fail({
      at: `line ${dance?.line ?? offsetOf(fields)}`,
      message: `“${name}” is not a dance known here, and no own-dance line says what it is. Known: ${DANCE_IDS.join(', ')}.`,
    });
  const draft = JSON.parse(JSON.stringify(newFigure(id, known, 'Untitled figure'))) as Record<
    string,
    unknown
  > & { start: Record<string, unknown>; end: Record<string, unknown>; cautions: string[] };
  draft.lines = body;
  for (const field of fields) {
    const problem = setField(draft, field.key, field.value.trim());
    if (problem) return fail({ at: `line ${field.line} (${field.key})`, message: problem });
  }
  const checked = figureSchema.safeParse(draft, IN_WORDS);
  return checked.success ? ok(checked.data as Figure) : fail(firstIssue(checked.error.issues, draft));
}

const offsetOf = (fields: readonly { line: number }[]): number => fields[0]?.line ?? 1;

/** A teacher's own dance stands in the text as JSON, in one line. */
function ownDance(
  field: { value: string; line: number } | undefined,
): Result<OwnDance | undefined, FileError> {
  if (!field) return ok(undefined);
  const at = `line ${field.line} (own-dance)`;
  const json = parseText(field.value);
  if (!json.ok) return fail({ ...json.error, at });
  const read = danceSchema.safeParse(json.value, IN_WORDS);
  const issue = read.error?.issues[0];
  return read.success
    ? ok(read.data)
    : fail({ at, message: `${issue?.path.join('.') ?? ''}: ${issue?.message ?? ''}` });
}

const oneOf = <T extends string>(all: readonly T[], value: string): T | undefined =>
  all.find((x) => x === value);
const expected = (all: readonly string[]): string => `Expected one of ${all.join(', ')}.`;

/** Sets one field; says what was expected when the value cannot be read. */
function setField(
  draft: Record<string, unknown> & {
    start: Record<string, unknown>;
    end: Record<string, unknown>;
    cautions: string[];
  },
  key: Key,
  value: string,
): string | undefined {
  switch (key) {
    case 'figure':
      draft.name = manyLines(value);
      return value === '' ? 'Expected a name.' : undefined;
    case 'dance':
    case 'own-dance':
      return undefined;
    case 'family':
      draft.family = manyLines(value);
      return undefined;
    case 'level':
      draft.level = Number(value);
      return /^[1-4]$/.test(value) ? undefined : 'Expected a level from 1 to 4.';
    case 'start':
    case 'end': {
      const target = key === 'start' ? draft.start : draft.end;
      target.formation = oneOf(FORMATION_IDS, value);
      return target.formation ? undefined : expected(FORMATION_IDS);
    }
    case 'hold':
    case 'end-hold': {
      const target = key === 'hold' ? draft.start : draft.end;
      target.hold = oneOf(HOLD_IDS, value);
      return target.hold ? undefined : expected(HOLD_IDS);
    }
    case 'facing':
    case 'end-facing': {
      const target = key === 'facing' ? draft.start : draft.end;
      target.facing = Number(value);
      return /^-?\d+$/.test(value) && Number(value) % 15 === 0
        ? undefined
        : 'Expected degrees in steps of 15.';
    }
    case 'free':
      return setFeet(draft.start, value);
    case 'end-free':
      return setFeet(draft.end, value);
    case 'feel':
      draft.feel = oneOf(FEEL_NAMES, value);
      return draft.feel ? undefined : expected(FEEL_NAMES);
    case 'tempo': {
      const m = /^(\d+(?:\.\d+)?)\s*-\s*(\d+(?:\.\d+)?)$/.exec(value);
      if (m) draft.tempo = { min: Number(m[1]), max: Number(m[2]) };
      return m ? undefined : 'Expected two tempi, such as 96-120.';
    }
    case 'same-foot':
    case 'own-timing': {
      const ranges = value.split(/\s+/).map((r) => /^(\d+)-(\d+)$/.exec(r));
      draft[key === 'same-foot' ? 'sameFoot' : 'ownTiming'] = ranges.map((m) => ({
        from: Number(m?.[1]),
        to: Number(m?.[2]),
      }));
      return ranges.every(Boolean) ? undefined : 'Expected counts, such as 3-4.';
    }
    case 'repeat': {
      const m = /^(\d+)-(\d+)\s+x(\d+)$/.exec(value);
      if (m) draft.repeat = { from: Number(m[1]), to: Number(m[2]), times: Number(m[3]) };
      return m ? undefined : 'Expected counts and times, such as 1-2 x4.';
    }
    case 'caution':
      draft.cautions.push(manyLines(value));
      return undefined;
    case 'mistake':
      draft.mistake = manyLines(value);
      return undefined;
    case 'tags':
      draft.tags = tagsIn(manyLines(value));
      return undefined;
    case 'notes':
      draft.notes = manyLines(value);
      return undefined;
    case 'notation':
      if (value === '1') draft.lines = turnsFirst(String(draft.lines));
      return /^[12]$/.test(value) ? undefined : `Expected 1 or ${NOTATION}.`;
  }
}

function setFeet(target: Record<string, unknown>, value: string): string | undefined {
  const found = [...value.matchAll(/(leader|follower) ([LR])\b/g)];
  for (const m of found) target[`${m[1]}Free`] = m[2];
  return found.length > 0 ? undefined : 'Expected for instance: leader L follower R.';
}
