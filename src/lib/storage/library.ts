import { asVersion } from '$lib/core/figure';
import type { KindId } from '$lib/core/library';
import { acting, type Writing } from './acts';
import { rowsOf, type Database } from './db';
import { loadFigure, versionsOf } from './figures';
import { nameIn } from './rows';

/**
 * Deletes a document, of whatever kind, into the bin. What has grown out of a figure stays as it is: its versions
 * become versions of what it was a version of itself, or figures of their own; the bin puts them back, too. Gives the
 * key of the act.
 */
export async function deleteDocument(
  db: Database,
  kind: KindId,
  id: string,
  now: number,
): Promise<{ readonly act: number | undefined; readonly name: string }> {
  const row = await rowsOf(db, kind).get(id);
  const name = row ? nameIn(kind, row) : id;
  const { act } = await acting(db, { code: 'deleted', kind, name }, now, async (w) => {
    if (kind === 'figure') await keepVersions(w, id);
    await w.remove(kind, id);
  });
  return { act, name };
}

/** What has grown out of a figure goes on without it. */
export async function keepVersions(w: Writing, id: string): Promise<void> {
  const row = await loadFigure(w.db, id);
  const heir = row?.version && (await loadFigure(w.db, row.version.of));
  for (const child of await versionsOf(w.db, id)) {
    const grown = await loadFigure(w.db, child.id);
    if (grown) await w.put('figure', heir ? asVersion(heir.figure, grown.figure) : grown.figure);
  }
}
