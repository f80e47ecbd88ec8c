import { fail, ok, IN_WORDS, type Result } from '$lib/core/base';
import {
  MOST_DEPTH,
  asVersion,
  figureSchema,
  growAll,
  isVersion,
  settle,
  type Choice,
  type Conflict,
  type Figure,
  type Grown,
  type GrowthFailure,
  type Kept,
  type Version,
} from '$lib/core/figure';
import { placeOf } from '$lib/core/library';
import { acting } from './acts';
import { namedIn, rowFor, rowsOf, type Database, type Row } from './db';
import { sorted, troubled, type Troubled } from './rows';

/** A figure as it is danced. */
export interface FigureRow {
  id: string;
  rev: number;
  updated: number;
  figure: Figure;
  /** What it is a version of, and by what. */
  version?: Version;
  /** The figure it is a version of, as this one was read from it. */
  source?: Figure;
  /** Where its parent has changed under it. */
  conflicts?: readonly Conflict[];
}

/** Rows with everything they are versions of. */
export async function withAncestors(db: Database, rows: readonly Row<'figure'>[]): Promise<Row<'figure'>[]> {
  const all = new Map(rows.map((r) => [r.id, r]));
  let next: readonly Row<'figure'>[] = rows;
  for (let depth = 0; next.length > 0 && depth <= MOST_DEPTH; depth++) {
    const parents = next.flatMap((r) => namedIn(r, 'figure'));
    const missing = [...new Set(parents)].filter((id) => !all.has(id));
    next = missing.length > 0 ? (await rowsOf(db, 'figure').bulkGet(missing)).flatMap((r) => r ?? []) : [];
    for (const r of next) all.set(r.id, r);
  }
  return [...all.values()];
}

/** Stored rows as figures, and those that cannot be: unreadable, or without what they are versions of. */
export function growRows(rows: readonly Row<'figure'>[]): { rows: FigureRow[]; bad: Troubled[] } {
  const { good, bad } = sorted('figure', rows);
  const grown = growAll(new Map(good.map((r) => [r.id, r.doc])));
  const figures: FigureRow[] = [];
  for (const r of good) {
    const g = grown.get(r.id);
    const row = g?.ok ? figureRow(r, g.value, grown) : undefined;
    if (row) figures.push(row);
    else bad.push(troubled('figure', r, g?.ok ? notAFigure(g.value.figure) : why(g?.error)));
  }
  return { rows: figures, bad };
}

function figureRow(
  r: Row<'figure'>,
  { figure, conflicts }: Grown,
  grown: ReadonlyMap<string, Result<Grown, GrowthFailure>>,
): FigureRow | undefined {
  const { id, rev, updated, doc } = r;
  if (!isVersion(doc)) return { id, rev, updated, figure };
  if (!figureSchema.safeParse(figure).success) return undefined;
  const parent = grown.get(doc.of);
  const source = parent?.ok ? { source: parent.value.figure } : {};
  return { id, rev, updated, figure, version: doc, conflicts, ...source };
}

function notAFigure(figure: Figure): Troubled['trouble'] {
  const issue = figureSchema.safeParse(figure, IN_WORDS).error?.issues[0];
  return { code: 'unreadable', at: placeOf(issue?.path ?? []), message: issue?.message ?? '' };
}
const why = (f: GrowthFailure | undefined): Troubled['trouble'] => ({
  code: f?.code ?? 'no-parent',
  of: f?.of ?? '',
});

/** Every figure, and what needs mending. */
export const loadFigures = async (db: Database): Promise<{ rows: FigureRow[]; bad: Troubled[] }> =>
  growRows(await rowsOf(db, 'figure').toArray());

export const loadAll = async (db: Database): Promise<FigureRow[]> => (await loadFigures(db)).rows;

export async function loadFigure(db: Database, id: string): Promise<FigureRow | undefined> {
  const row = await rowsOf(db, 'figure').get(id);
  if (!row) return undefined;
  return growRows(await withAncestors(db, [row])).rows.find((r) => r.id === id);
}

/** Some figures; what is not there or cannot be read is left out. */
export async function loadSome(db: Database, ids: readonly string[]): Promise<FigureRow[]> {
  const rows = (await rowsOf(db, 'figure').bulkGet([...ids])).flatMap((r) => r ?? []);
  const wanted = new Set(ids);
  return growRows(await withAncestors(db, rows)).rows.filter((r) => wanted.has(r.id));
}

/** The figures changed last, newest first: what a list shows before it has everything. */
export async function loadLatest(db: Database, most: number): Promise<FigureRow[]> {
  const latest = await rowsOf(db, 'figure').orderBy('updated').reverse().limit(most).toArray();
  const wanted = new Set(latest.map((r) => r.id));
  return growRows(await withAncestors(db, latest)).rows.filter((r) => wanted.has(r.id));
}

/** A figure as it is kept, with everything it is a version of. */
export async function loadKeptWith(db: Database, id: string): Promise<Kept[]> {
  const row = await rowsOf(db, 'figure').get(id);
  return row ? sorted('figure', await withAncestors(db, [row])).good.map((r) => r.doc) : [];
}

/** Which figure each version grew from. */
export const parentsOf = (rows: readonly FigureRow[]): ReadonlyMap<string, string> =>
  new Map(rows.flatMap((r) => (r.version ? [[r.id, r.version.of] as const] : [])));

/** Keeps `figure`, whose id must be new, as a version of a figure that is there. */
export async function saveVersion(
  db: Database,
  of: string,
  figure: Figure,
  now: number,
): Promise<Result<FigureRow, 'no-parent'>> {
  return db.transaction('rw', rowsOf(db, 'figure'), async () => {
    const parent = await loadFigure(db, of);
    if (!parent) return fail('no-parent');
    await rowsOf(db, 'figure').put(rowFor('figure', asVersion(parent.figure, figure), 1, now));
    return ok((await loadFigure(db, figure.id)) as FigureRow);
  });
}

/** What a change of how a figure is kept gives back: the figure, and the act that undoes it. */
export interface Rekept {
  readonly row: FigureRow;
  readonly act: number | undefined;
}

async function rekept(
  db: Database,
  code: 'parent-conflict' | 'stands-alone' | 'made-version',
  row: FigureRow,
  now: number,
  kept: Kept,
): Promise<Rekept | undefined> {
  const what = { code, kind: 'figure', name: row.figure.name } as const;
  const { act } = await acting(db, what, now, (w) => w.put('figure', kept));
  const after = await loadFigure(db, row.id);
  return after && { row: after, act };
}

/** Decides one conflict of a version with its parent. */
export async function settleConflict(
  db: Database,
  id: string,
  conflict: Conflict,
  choice: Choice,
  now: number,
): Promise<Rekept | undefined> {
  const row = await loadFigure(db, id);
  return row?.version && rekept(db, 'parent-conflict', row, now, settle(row.version, conflict, choice));
}

/** A version made a figure of its own: it follows nobody any more. */
export async function standAlone(db: Database, id: string, now: number): Promise<Rekept | undefined> {
  const row = await loadFigure(db, id);
  return row?.version ? rekept(db, 'stands-alone', row, now, row.figure) : row && { row, act: undefined };
}

/** A figure made a version of another, unless that one grows out of it. */
export async function makeVersionOf(
  db: Database,
  id: string,
  of: string,
  now: number,
): Promise<Result<Rekept, 'no-parent' | 'circle'>> {
  const [row, parent] = [await loadFigure(db, id), await rowsOf(db, 'figure').get(of)];
  if (!row || !parent) return fail('no-parent');
  const above = await withAncestors(db, [parent]);
  if (above.some((r) => r.id === id)) return fail('circle');
  const figure = growRows(above).rows.find((r) => r.id === of)?.figure;
  const done = figure && (await rekept(db, 'made-version', row, now, asVersion(figure, row.figure)));
  return done ? ok(done) : fail('no-parent');
}

export const versionsOf = async (db: Database, id: string): Promise<Row<'figure'>[]> =>
  (await rowsOf(db, 'figure').where('refs').equals(`figure:${id}`).toArray()).filter(
    (r) => isVersion(r.doc) && r.doc.of === id,
  );
