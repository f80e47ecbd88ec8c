import { fail, ok, type Result } from '$lib/core/base';
import { asVersion, settle, type Choice, type Conflict, type Figure } from '$lib/core/figure';
import type { Database, FigureRow, StoredRow } from './db';
import { growRows, rowOf, withAncestors } from './grown';
import { loadFigure } from './repertoire';

/** Keeps `figure`, whose id must be new, as a version of a figure that is there. */
export async function saveVersion(
  db: Database,
  of: string,
  figure: Figure,
  now: number,
): Promise<Result<FigureRow, 'no-parent'>> {
  return db.transaction('rw', db.figures, async () => {
    const parent = await loadFigure(db, of);
    if (!parent) return fail('no-parent');
    await db.figures.put(rowOf(figure.id, 1, now, asVersion(parent.figure, figure)));
    return ok((await loadFigure(db, figure.id)) as FigureRow);
  });
}

/** Decides one conflict of a version with its parent. */
export async function settleConflict(
  db: Database,
  id: string,
  conflict: Conflict,
  choice: Choice,
  now: number,
): Promise<FigureRow | undefined> {
  return db.transaction('rw', db.figures, async () => {
    const row = await db.figures.get(id);
    if (!row?.version) return undefined;
    await db.figures.put(rowOf(id, row.rev + 1, now, settle(row.version, conflict, choice)));
    return loadFigure(db, id);
  });
}

/** A version made a figure of its own: it follows nobody any more. */
export async function standAlone(db: Database, id: string, now: number): Promise<FigureRow | undefined> {
  return db.transaction('rw', db.figures, async () => {
    const row = await loadFigure(db, id);
    if (!row?.version) return row;
    await db.figures.put(rowOf(id, row.rev + 1, now, row.figure));
    return loadFigure(db, id);
  });
}

/** A figure made a version of another, unless that one grows out of it. */
export async function makeVersionOf(
  db: Database,
  id: string,
  of: string,
  now: number,
): Promise<Result<FigureRow, 'no-parent' | 'circle'>> {
  return db.transaction('rw', db.figures, async () => {
    const [row, parent] = [await loadFigure(db, id), await db.figures.get(of)];
    if (!row || !parent) return fail('no-parent');
    const above = await withAncestors(db, [parent]);
    if (above.some((r) => r.id === id)) return fail('circle');
    const figure = growRows(above).find((r) => r.id === of)?.figure;
    if (!figure) return fail('no-parent');
    await db.figures.put(rowOf(id, row.rev + 1, now, asVersion(figure, row.figure)));
    return ok((await loadFigure(db, id)) as FigureRow);
  });
}

export const versionsOf = (db: Database, id: string): Promise<StoredRow[]> =>
  db.figures.where('version.of').equals(id).toArray();

/**
 * Deletes a figure. What has grown out of it stays as it is: its versions become versions of what it was a version
 * of itself, or figures of their own. Gives what was changed, as it lay there, for {@link restoreFigures}.
 */
export async function deleteFigure(db: Database, id: string): Promise<readonly StoredRow[]> {
  return db.transaction('rw', db.figures, async () => {
    const before = [await db.figures.get(id), ...(await versionsOf(db, id))].flatMap((r) => r ?? []);
    const row = await loadFigure(db, id);
    const heir = row?.version && (await loadFigure(db, row.version.of));
    for (const child of await versionsOf(db, id)) {
      const grown = await loadFigure(db, child.id);
      if (!grown) continue;
      const kept = heir ? asVersion(heir.figure, grown.figure) : grown.figure;
      await db.figures.put(rowOf(child.id, child.rev + 1, child.updated, kept));
    }
    await db.figures.delete(id);
    return before;
  });
}

/** Takes a deletion back. Versions that have been changed since stay as they are now. */
export async function restoreFigures(db: Database, before: readonly StoredRow[]): Promise<void> {
  await db.transaction('rw', db.figures, async () => {
    for (const r of before) {
      const now = await db.figures.get(r.id);
      if (now && now.rev !== r.rev + 1) continue;
      await db.figures.put({ ...r, rev: (now?.rev ?? r.rev) + 1 });
    }
  });
}

/** Which figure each version grew from. */
export const parentsOf = (rows: readonly FigureRow[]): ReadonlyMap<string, string> =>
  new Map(rows.flatMap((r) => (r.version ? [[r.id, r.version.of] as const] : [])));
