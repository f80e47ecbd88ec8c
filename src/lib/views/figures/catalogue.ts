import { TICKS_PER_BEAT } from '$lib/core/base';
import { hasTag, lengthOf } from '$lib/core/figure';
import { parse } from '$lib/core/notation';
import { danceOf, type Level } from '$lib/core/vocabulary';
import type { FigureRow } from '$lib/storage';
import { unfinished } from './mini-rail';

/** One line of the list. `counts` is worked out when the line is shown or filtered by length. */
export interface Entry {
  readonly row: FigureRow;
  readonly dance: string;
  counts: number | undefined;
}

export interface Filter {
  readonly words: string;
  readonly dance: string;
  readonly family: string;
  readonly level: Level | 0;
  readonly length: number;
  readonly tag: string;
  /** `unfinished`: something is missing · `taught`: what was taught last, first. */
  readonly state: '' | 'unfinished' | 'taught';
}
export const noFilter: Filter = { words: '', dance: '', family: '', level: 0, length: 0, tag: '', state: '' };

export const entries = (rows: readonly FigureRow[]): Entry[] =>
  rows
    .toSorted((a, b) => b.updated - a.updated)
    .map((row) => ({ row, dance: danceOf(row.figure).name, counts: undefined }));

/** Length in counts, from the text; remembered on the entry. */
export function countsOf(e: Entry): number {
  e.counts ??= lengthOf(parse(e.row.figure.lines), e.row.figure) / TICKS_PER_BEAT;
  return e.counts;
}

/** Finds by words: ids in order of fit. */
export interface Search {
  find(words: string): string[];
}

/** When each figure was taught last, milliseconds. */
export type Taught = ReadonlyMap<string, number>;

/** Every tag there is, each once whatever its capitals, by name. */
export function tagsOf(list: readonly Entry[]): string[] {
  const found = new Map<string, string>();
  for (const { row } of list) for (const t of row.figure.tags ?? []) found.set(t.toLowerCase(), t);
  return [...found.values()].sort((a, b) => a.localeCompare(b));
}

/** The entries that fit, best first when words are searched; plain containment until the index is ready. */
export function select(
  list: readonly Entry[],
  filter: Filter,
  index: Search | undefined,
  taught: Taught = new Map(),
): Entry[] {
  const fits = list.filter(
    (e) =>
      (filter.dance === '' || e.row.figure.dance === filter.dance) &&
      (filter.family === '' || e.row.figure.family === filter.family) &&
      (filter.level === 0 || e.row.figure.level === filter.level) &&
      (filter.length === 0 || countsOf(e) === filter.length) &&
      (filter.tag === '' || hasTag(e.row.figure, filter.tag)) &&
      (filter.state !== 'unfinished' || unfinished(e.row.figure)) &&
      (filter.state !== 'taught' || taught.has(e.row.id)),
  );
  const when = (e: Entry) => taught.get(e.row.id) ?? 0;
  const kept = filter.state === 'taught' ? fits.toSorted((a, b) => when(b) - when(a)) : fits;
  const words = filter.words.trim().toLowerCase();
  if (words === '') return kept;
  if (!index) return kept.filter((e) => `${e.row.figure.name} ${e.dance}`.toLowerCase().includes(words));
  const byId = new Map(kept.map((e) => [e.row.id, e]));
  return index.find(words).flatMap((id) => byId.get(id) ?? []);
}

export interface Branch {
  readonly dance: string;
  readonly name: string;
  readonly count: number;
  readonly families: readonly { readonly name: string; readonly count: number }[];
}

/** Dances and their families, in the order of the dances' names. */
export function branches(list: readonly Entry[]): Branch[] {
  const dances = new Map<string, Map<string, number>>();
  const names = new Map<string, string>();
  for (const { row } of list) {
    names.set(row.figure.dance, danceOf(row.figure).name);
    const families = dances.get(row.figure.dance) ?? new Map<string, number>();
    families.set(row.figure.family, (families.get(row.figure.family) ?? 0) + 1);
    dances.set(row.figure.dance, families);
  }
  return [...dances]
    .map(([dance, families]) => ({
      dance,
      name: names.get(dance) ?? dance,
      count: [...families.values()].reduce((a, b) => a + b, 0),
      families: [...families]
        .map(([name, count]) => ({ name, count }))
        .sort((a, b) => a.name.localeCompare(b.name)),
    }))
    .sort((a, b) => a.name.localeCompare(b.name));
}
