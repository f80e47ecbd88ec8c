import {
  KIND_IDS,
  kindOf,
  readDoc,
  type Backup,
  type Bundle,
  type KindId,
  type RawRow,
} from '$lib/core/library';
import { rowsOf, type Database, type Row } from './db';

/** Everything that is kept, for a backup: what can be read as documents, what cannot as it lies there. */
export async function everythingKept(
  db: Database,
  settings: Readonly<Record<string, unknown>>,
): Promise<Backup> {
  const documents: Record<string, unknown[]> = {};
  const unreadable: RawRow[] = [];
  for (const kind of KIND_IDS) {
    const rows: Row[] = await rowsOf(db, kind).toArray();
    const docs: unknown[] = [];
    for (const { id, schema, doc } of rows) {
      const read = readDoc(kind, doc, schema);
      if (read.ok) docs.push(read.value);
      else unreadable.push({ kind, id, schema, doc });
    }
    documents[kind] = docs;
  }
  return { documents: documents as Bundle, unreadable, settings, media: {} };
}

/** How many documents of each kind are kept. */
export async function countKept(db: Database): Promise<Readonly<Record<KindId, number>>> {
  const counts = await Promise.all(KIND_IDS.map((k) => rowsOf(db, k).count()));
  return Object.fromEntries(KIND_IDS.map((k, i) => [k, counts[i] ?? 0])) as Record<KindId, number>;
}

const LAST = 'last-backup';
/** When everything was last taken away in a backup, milliseconds since 1970. */
export async function lastBackup(db: Database): Promise<number | undefined> {
  const value = (await db.settings.get(LAST))?.value;
  return typeof value === 'number' ? value : undefined;
}
export const backedUp = (db: Database, now: number): Promise<unknown> =>
  db.settings.put({ key: LAST, value: now });

/** When this browser was first used, milliseconds since 1970. */
export async function firstUse(db: Database, now: number): Promise<number> {
  const value = (await db.settings.get('first-use'))?.value;
  if (typeof value === 'number') return value;
  await db.settings.put({ key: 'first-use', value: now });
  return now;
}

/** The latest change of any document. */
export async function lastChange(db: Database): Promise<number> {
  const rows: (Row | undefined)[] = await Promise.all(
    KIND_IDS.map((k) => db.table(kindOf(k).table).orderBy('updated').last() as Promise<Row | undefined>),
  );
  return Math.max(0, ...rows.map((r) => r?.updated ?? 0));
}
