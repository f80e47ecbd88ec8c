import { fail, ok, type Result } from '$lib/core/base';
import { figureSchema, type Figure } from '$lib/core/figure';
import type { Database, FigureRow } from './db';

export type SaveError =
  | { readonly type: 'changed-elsewhere'; readonly theirs: FigureRow }
  | { readonly type: 'deleted-elsewhere' }
  | { readonly type: 'failed'; readonly message: string };

/**
 * Saves a figure over revision `base` (0: new). Nothing is written when another tab has saved meanwhile: the error
 * carries what lies there.
 */
export async function saveFigure(
  db: Database,
  figure: Figure,
  base: number,
  now: number,
): Promise<Result<FigureRow, SaveError>> {
  try {
    return await db.transaction('rw', db.figures, async () => {
      const there = await db.figures.get(figure.id);
      if (there && there.rev !== base) return fail<SaveError>({ type: 'changed-elsewhere', theirs: there });
      if (!there && base > 0) return fail<SaveError>({ type: 'deleted-elsewhere' });
      const row: FigureRow = { id: figure.id, rev: base + 1, updated: now, figure };
      await db.figures.put(row);
      return ok(row);
    });
  } catch (e) {
    return fail({ type: 'failed', message: e instanceof Error ? e.message : String(e) });
  }
}

export const loadFigure = (db: Database, id: string): Promise<FigureRow | undefined> => db.figures.get(id);
/** The figures changed last, newest first: what a list shows before it has everything. */
export const loadLatest = (db: Database, most: number): Promise<FigureRow[]> =>
  db.figures.orderBy('updated').reverse().limit(most).toArray();
export const loadAll = (db: Database): Promise<FigureRow[]> => db.figures.toArray();
export const deleteFigure = (db: Database, id: string): Promise<void> => db.figures.delete(id);

/** What to do with a figure whose id is already there. */
export type OnClash = 'replace' | 'keep-both';

export interface Imported {
  readonly added: number;
  readonly replaced: number;
}

/** Writes all figures or none. */
export async function importFigures(
  db: Database,
  figures: readonly Figure[],
  onClash: OnClash,
  makeId: () => string,
  now: number,
): Promise<Imported> {
  return db.transaction('rw', db.figures, async () => {
    const there = new Map(
      (await db.figures.bulkGet(figures.map((f) => f.id))).flatMap((r) => (r ? [[r.id, r]] : [])),
    );
    const rows = figures.map((figure): FigureRow => {
      const old = there.get(figure.id);
      if (!old) return { id: figure.id, rev: 1, updated: now, figure };
      if (onClash === 'replace') return { id: figure.id, rev: old.rev + 1, updated: now, figure };
      const id = makeId();
      return { id, rev: 1, updated: now, figure: { ...figure, id } };
    });
    await db.figures.bulkPut(rows);
    const replaced = onClash === 'replace' ? there.size : 0;
    return { added: rows.length - replaced, replaced };
  });
}

/** Puts the demo repertoire into an empty store, once; later starts leave what the user kept or deleted alone. */
export async function seedOnce(db: Database, figures: readonly Figure[], now: number): Promise<boolean> {
  return db.transaction('rw', db.figures, db.settings, async () => {
    if (await db.settings.get('seeded')) return false;
    await db.settings.put({ key: 'seeded', value: true });
    if ((await db.figures.count()) > 0) return false;
    await db.figures.bulkPut(
      figures.map((figure, i) => ({ id: figure.id, rev: 1, updated: now - i, figure })),
    );
    return true;
  });
}

/** Rows that can be read; the ids of those that cannot are kept apart, never dropped. */
export function readable(rows: readonly FigureRow[]): { rows: FigureRow[]; broken: FigureRow[] } {
  const good: FigureRow[] = [];
  const broken: FigureRow[] = [];
  for (const r of rows) (figureSchema.safeParse(r.figure).success ? good : broken).push(r);
  return { rows: good, broken };
}
