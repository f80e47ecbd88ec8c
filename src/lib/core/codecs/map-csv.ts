import Papa from 'papaparse';
import { fail, ok, IN_WORDS, type Result } from '../base';
import { countedAt, sectionAt, songMapSchema, type SongMap } from '../music';
import type { FileError } from './json';

export const BEAT_COLUMNS = ['beat', 'seconds', 'count', 'bar', 'phrase', 'section', 'mark'] as const;

/** Beats as a table (RFC 4180): seconds to a tenth of a millisecond, how each is counted, where a section begins. */
export function beatsCsv(m: SongMap): string {
  const rows = m.beats.map((at, i) => {
    const c = countedAt(m, i);
    const section = sectionAt(m, i);
    const mark = m.marks.find((k) => k.beat === i);
    return [
      String(i + 1),
      at.toFixed(4),
      String(c.count),
      String(c.ofBar),
      String(c.ofPhrase),
      section?.from === i ? section.name : '',
      mark ? `${mark.kind} ${mark.beats}` : '',
    ];
  });
  return `${Papa.unparse([[...BEAT_COLUMNS], ...rows], { newline: '\r\n', escapeFormulae: true })}\r\n`;
}

/** Beats of a song at most. */
const MOST_BEATS = 20_000;

/**
 * Beats from a table: ours, or any whose first column (or the one headed seconds or time) holds rising seconds. A count
 * of 1 says where eights begin. Errors name the line.
 */
export function mapFromCsv(text: string): Result<SongMap, FileError> {
  // One more than a map may have, and a heading: what is longer is not read to its end.
  const rows = Papa.parse<string[]>(text.trim(), { skipEmptyLines: true, preview: MOST_BEATS + 2 }).data;
  if (rows.length > MOST_BEATS + 1)
    return fail({ at: `line ${MOST_BEATS + 2}`, message: `A song has at most ${MOST_BEATS} beats.` });
  const head = (rows[0] ?? []).map((c) => c.trim().toLowerCase());
  const headed = head.some((c) => Number.isNaN(Number(c)));
  const column = (...names: string[]): number => head.findIndex((c) => names.includes(c));
  const time = headed ? Math.max(0, column('seconds', 'time', 'time (s)')) : 0;
  const body = headed ? rows.slice(1) : rows;
  if (body.length < 2)
    return fail({
      at: 'the whole file',
      message: 'It holds no beats: at least two lines with seconds are needed.',
    });
  const beats = body.map((r) => Number(r[time]));
  const bad = beats.findIndex((b, i) => !Number.isFinite(b) || (i > 0 && b <= (beats[i - 1] as number)));
  if (bad >= 0)
    return fail({
      at: `line ${bad + (headed ? 2 : 1)}`,
      message: `Expected seconds that rise; here is "${body[bad]?.[time] ?? ''}".`,
    });
  const counts = column('count') < 0 ? [] : body.map((r) => Number(r[column('count')]));
  const bars = column('bar') < 0 ? [] : body.map((r) => Number(r[column('bar')]));
  const bar = Math.max(...bars, 0) === 3 ? 3 : Math.max(...bars, 0) === 2 ? 2 : 4;
  const one = Math.max(0, counts.indexOf(1));
  const phrases = column('phrase') < 0 ? [] : body.map((r) => Number(r[column('phrase')]));
  const phrase = Math.max(...phrases, 0) >= 4 ? Math.max(...phrases) : bar === 3 ? 24 : 32;
  const map = {
    beats,
    bar,
    ones: restarts(counts, one),
    phrase,
    phrases: [Math.max(0, phrases.indexOf(1))],
    sections: sectionsIn(body, column('section')),
    marks: marksIn(body, column('mark')),
    swing: 1,
    locked: [],
  };
  const read = songMapSchema.safeParse(map, IN_WORDS);
  return read.success
    ? ok(read.data as SongMap)
    : fail({ at: 'the whole file', message: read.error.issues[0]?.message ?? '' });
}

/** Beats on which counting begins at 1 though the one before did not end an eight. */
function restarts(counts: readonly number[], first: number): number[] {
  const most = Math.max(0, ...counts);
  return [first, ...counts.flatMap((c, i) => (i > first && c === 1 && counts[i - 1] !== most ? [i] : []))];
}
const sectionsIn = (rows: readonly string[][], column: number): SongMap['sections'] =>
  column < 0
    ? []
    : rows.flatMap((r, from) =>
        r[column]?.trim()
          ? [{ from, name: r[column].trim().slice(0, 60), kind: 'part' as const, slow: false }]
          : [],
      );
function marksIn(rows: readonly string[][], column: number): SongMap['marks'] {
  if (column < 0) return [];
  return rows.flatMap((r, beat) => {
    const found = /^(break|hit) ([\d.]+)$/.exec(r[column]?.trim() ?? '');
    return found ? [{ beat, kind: found[1] as 'break', beats: Number(found[2]), sure: 1 }] : [];
  });
}
