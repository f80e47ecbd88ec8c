import { growAll, isVersion, type Kept } from '$lib/core/figure';
import type { Database, FigureRow, StoredRow } from './db';

export const keptIn = (r: StoredRow): Kept | undefined => r.version ?? r.figure;

export const rowOf = (id: string, rev: number, updated: number, kept: Kept): StoredRow =>
  isVersion(kept) ? { id, rev, updated, version: kept } : { id, rev, updated, figure: kept };

/** Stored rows as figures; versions whose parent is not among them are left out. */
export function growRows(rows: readonly StoredRow[]): FigureRow[] {
  if (!rows.some((r) => r.version)) return rows.filter((r): r is FigureRow => r.figure !== undefined);
  const kept = new Map(rows.flatMap((r) => (keptIn(r) ? [[r.id, keptIn(r) as Kept]] : [])));
  const grown = growAll(kept);
  return rows.flatMap((r) => {
    const g = grown.get(r.id);
    if (!g?.ok) return [];
    const { id, rev, updated, version } = r;
    const plain = { id, rev, updated, figure: g.value.figure };
    return [version ? { ...plain, version, conflicts: g.value.conflicts } : plain];
  });
}

/** Rows with everything they are versions of. */
export async function withAncestors(db: Database, rows: readonly StoredRow[]): Promise<StoredRow[]> {
  const all = new Map(rows.map((r) => [r.id, r]));
  let next = rows;
  while (next.length > 0) {
    const missing = [
      ...new Set(next.flatMap((r) => (r.version && !all.has(r.version.of) ? [r.version.of] : []))),
    ];
    next = missing.length > 0 ? (await db.figures.bulkGet(missing)).flatMap((r) => r ?? []) : [];
    for (const r of next) all.set(r.id, r);
  }
  return [...all.values()];
}
