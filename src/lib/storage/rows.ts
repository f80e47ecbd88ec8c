import { kindOf, readDoc, refKey, type Docs, type KindId, type Unread } from '$lib/core/library';
import { KIND_IDS } from '$lib/core/library';
import { rowsOf, type Database, type Row } from './db';

/** Why a row is not shown as a document: it cannot be read, or what it is a version of is not there. */
export type Trouble =
  Unread | { readonly code: 'no-parent' | 'circle' | 'too-deep' | 'stopped'; readonly of: string };

/** A row that needs mending. `name` as far as it can be read. */
export interface Troubled {
  readonly kind: KindId;
  readonly row: Row;
  readonly name: string;
  readonly trouble: Trouble;
}

/** The rows of a kind that can be read, and those that cannot: one bad row never hides the others. */
export function sorted<K extends KindId>(
  kind: K,
  rows: readonly Row<K>[],
): { good: Row<K>[]; bad: Troubled[] } {
  const good: Row<K>[] = [];
  const bad: Troubled[] = [];
  for (const row of rows) {
    const read = readDoc(kind, row.doc, row.schema);
    if (read.ok) good.push({ ...row, doc: read.value });
    else bad.push(troubled(kind, row, read.error));
  }
  return { good, bad };
}

export const troubled = (kind: KindId, row: Row, trouble: Trouble): Troubled => ({
  kind,
  row,
  name: nameIn(kind, row),
  trouble,
});

/** The name of a row, readable or not. */
export function nameIn(kind: KindId, row: Row): string {
  const doc: unknown = row.doc;
  if (typeof doc !== 'object' || doc === null) return row.id;
  try {
    return kindOf(kind).nameOf(doc as never) ?? row.id;
  } catch {
    return row.id;
  }
}

/** A document in which another is used, by name. */
export interface Use {
  readonly kind: KindId;
  readonly id: string;
  readonly name: string;
}

/** Everything that names a document. By the index: the cost is what is found. */
export async function usesOf(db: Database, kind: KindId, id: string): Promise<Use[]> {
  const key = refKey({ kind, id });
  const found = await Promise.all(
    KIND_IDS.map(async (k) => {
      const rows = await rowsOf(db, k).where('refs').equals(key).toArray();
      return rows.map((r): Use => ({ kind: k, id: r.id, name: nameIn(k, r) }));
    }),
  );
  return found.flat();
}

/** Documents of a kind that can be read, the latest first. */
export async function loadDocs<K extends KindId>(db: Database, kind: K): Promise<Row<K>[]> {
  return sorted(kind, await rowsOf(db, kind).orderBy('updated').reverse().toArray()).good;
}

export async function loadDoc<K extends KindId>(
  db: Database,
  kind: K,
  id: string,
): Promise<Docs[K] | undefined> {
  const row = await rowsOf(db, kind).get(id);
  const read = row && readDoc(kind, row.doc, row.schema);
  return read?.ok ? read.value : undefined;
}
