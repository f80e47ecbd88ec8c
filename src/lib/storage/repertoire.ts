import { fail, ok, type Result } from '$lib/core/base';
import { figureSchema, isVersion, regrown, type Figure, type Kept } from '$lib/core/figure';
import type { Database, FigureRow, StoredRow } from './db';
import { adoptDances } from './dances';
import { unreadable, type OnClash, type SaveError } from './saving';
import { growRows, keptIn, rowOf, withAncestors } from './grown';

/**
 * Saves a figure over revision `base` (0: new). Nothing is written when another tab has saved meanwhile: the error
 * carries what lies there. A version keeps only what it changes on its parent, and its open conflicts stay open.
 */
export async function saveFigure(
  db: Database,
  figure: Figure,
  base: number,
  now: number,
): Promise<Result<FigureRow, SaveError>> {
  const refused = unreadable(figureSchema, figure);
  if (refused) return fail(refused);
  try {
    return await db.transaction('rw', db.figures, db.dances, async () => {
      const there = await db.figures.get(figure.id);
      if (there && there.rev !== base) {
        const theirs = await loadFigure(db, figure.id);
        if (theirs) return fail<SaveError>({ type: 'changed-elsewhere', theirs });
      }
      if (!there && base > 0) return fail<SaveError>({ type: 'deleted-elsewhere' });
      await keepDance(db, figure, now);
      const kept = await asKept(db, there, figure);
      await db.figures.put(rowOf(figure.id, base + 1, now, kept));
      return ok((await loadFigure(db, figure.id)) as FigureRow);
    });
  } catch (e) {
    return fail({ type: 'failed', message: e instanceof Error ? e.message : String(e) });
  }
}

/** A figure's own dance is kept with the others, also where it was taken away meanwhile. */
async function keepDance(db: Database, { ownDance }: Figure, now: number): Promise<void> {
  if (ownDance && !(await db.dances.get(ownDance.id)))
    await db.dances.put({ id: ownDance.id, updated: now, dance: ownDance });
}

/** An edited figure in the form it is kept in: a version stays one while its parent is there. */
async function asKept(db: Database, there: StoredRow | undefined, figure: Figure): Promise<Kept> {
  if (!there?.version) return figure;
  const parent = await loadFigure(db, there.version.of);
  return parent ? regrown(there.version, parent.figure, figure) : figure;
}

export async function loadFigure(db: Database, id: string): Promise<FigureRow | undefined> {
  const row = await db.figures.get(id);
  if (!row) return undefined;
  return growRows(await withAncestors(db, [row])).find((r) => r.id === id);
}

/** The figures changed last, newest first: what a list shows before it has everything. */
export async function loadLatest(db: Database, most: number): Promise<FigureRow[]> {
  const latest = await db.figures.orderBy('updated').reverse().limit(most).toArray();
  const wanted = new Set(latest.map((r) => r.id));
  return growRows(await withAncestors(db, latest)).filter((r) => wanted.has(r.id));
}
export const loadAll = async (db: Database): Promise<FigureRow[]> => growRows(await db.figures.toArray());

/** Everything as it is kept, also what cannot be read or whose parent is gone: for taking it all away. */
export const loadKept = async (db: Database): Promise<Kept[]> =>
  (await db.figures.toArray()).flatMap((r) => keptIn(r) ?? []);

/** Some figures as they are kept, with everything they are versions of. */
export async function loadKeptWith(db: Database, id: string): Promise<Kept[]> {
  const row = await db.figures.get(id);
  return row ? (await withAncestors(db, [row])).flatMap((r) => keptIn(r) ?? []) : [];
}

export interface Imported {
  readonly added: number;
  readonly replaced: number;
}
/** The ids of figures that came in under another one, because theirs was taken. */
export interface ImportedFigures extends Imported {
  readonly renamed: ReadonlyMap<string, string>;
}

/** Writes all or nothing. Throws, saying which, when a version's parent is neither among them nor there. */
export async function importFigures(
  db: Database,
  kept: readonly Kept[],
  onClash: OnClash,
  makeId: () => string,
  now: number,
): Promise<ImportedFigures> {
  return db.transaction('rw', db.figures, db.dances, db.combinations, async () => {
    const dancing = await adoptDances(db, kept, onClash, makeId, now);
    const there = new Map(
      (await db.figures.bulkGet(kept.map((k) => k.id))).flatMap((r) => (r ? [[r.id, r]] : [])),
    );
    const renamed = new Map(
      onClash === 'keep-both' ? kept.filter((k) => there.has(k.id)).map((k) => [k.id, makeId()]) : [],
    );
    const rows = dancing.map((k): StoredRow => {
      const id = renamed.get(k.id) ?? k.id;
      const rev = onClash === 'replace' ? (there.get(k.id)?.rev ?? 0) + 1 : 1;
      const moved: Kept = isVersion(k) ? { ...k, id, of: renamed.get(k.of) ?? k.of } : { ...k, id };
      return rowOf(id, rev, now, moved);
    });
    await db.figures.bulkPut(rows);
    await refuseOrphans(db, rows);
    const replaced = onClash === 'replace' ? there.size : 0;
    return { added: rows.length - replaced, replaced, renamed };
  });
}

async function refuseOrphans(db: Database, rows: readonly StoredRow[]): Promise<void> {
  if (!rows.some((r) => r.version)) return;
  const grown = new Map(growRows(await withAncestors(db, rows)).map((r) => [r.id, r.figure]));
  for (const { id, version } of rows) {
    if (!version) continue;
    const said = version.change.details.name?.now;
    const name = typeof said === 'string' ? said : id;
    const figure = grown.get(id);
    if (!figure) throw new Error(`“${name}” is a version of a figure that is neither in the file nor here.`);
    const read = figureSchema.safeParse(figure);
    if (!read.success)
      throw new Error(
        `“${name}” cannot be read: ${read.error.issues[0]?.path.join('.') ?? ''} ${read.error.issues[0]?.message ?? ''}`,
      );
  }
}

/** Puts the demo repertoire into an empty store, once; later starts leave what the user kept or deleted alone. */
export async function seedOnce(db: Database, kept: readonly Kept[], now: number): Promise<boolean> {
  return db.transaction('rw', db.figures, db.settings, db.dances, db.combinations, async () => {
    if (await db.settings.get('seeded')) return false;
    await db.settings.put({ key: 'seeded', value: true });
    if ((await db.figures.count()) > 0) return false;
    for (const k of kept) if (!isVersion(k)) await keepDance(db, k, now);
    await db.figures.bulkPut(kept.map((k, i) => rowOf(k.id, 1, now - i, k)));
    return true;
  });
}

/** Rows that can be read; those that cannot are kept apart, never dropped. */
export function readable(rows: readonly FigureRow[]): { rows: FigureRow[]; broken: FigureRow[] } {
  const good: FigureRow[] = [];
  const broken: FigureRow[] = [];
  for (const r of rows) (figureSchema.safeParse(r.figure).success ? good : broken).push(r);
  return { rows: good, broken };
}
