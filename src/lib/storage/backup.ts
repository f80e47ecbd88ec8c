import {
  KIND_IDS,
  isAddress,
  kindOf,
  readDoc,
  type Backup,
  type Bundle,
  type KindId,
  type RawRow,
} from '$lib/core/library';
import { rowsOf, type Database, type Media, type Row } from './db';

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
  const media = Object.fromEntries((await db.media.toArray()).map((m) => [mediaName(m), m.bytes]));
  return { documents: documents as Bundle, unreadable, settings, media };
}

/** A file in a backup: its key, what it is, what it was called. @example mediaOfName('k1 audio.wav') */
export const mediaName = ({ id, mime, name }: Pick<Media, 'id' | 'mime' | 'name'>): string =>
  `${id}/${encodeURIComponent(mime)}/${encodeURIComponent(name)}`;

/** The file a name in a backup stands for; undefined where it is none of ours. */
export function mediaOfName(name: string, bytes: Uint8Array): Media | undefined {
  const [id, mime, file] = name.split('/');
  if (!id || mime === undefined || file === undefined || !isAddress(id)) return undefined;
  try {
    return {
      id,
      mime: decodeURIComponent(mime),
      name: decodeURIComponent(file),
      bytes: Uint8Array.from(bytes),
    };
  } catch {
    return undefined;
  }
}

/** Puts files of a backup back; what is here under the same key is the same file and stays. Gives how many are new. */
export async function bringMedia(db: Database, media: Readonly<Record<string, Uint8Array>>): Promise<number> {
  const all = Object.entries(media).flatMap(([name, bytes]) => mediaOfName(name, bytes) ?? []);
  const there = await db.media.bulkGet(all.map((m) => m.id));
  const fresh = all.filter((_, i) => !there[i]);
  await db.media.bulkPut(fresh);
  return fresh.length;
}

/** Takes files away that no document needs, in the lists or in the bin. Gives how many. */
export async function sweepMedia(db: Database): Promise<number> {
  const keys = await db.media.toCollection().primaryKeys();
  if (keys.length === 0) return 0;
  const needed = new Set<string>();
  const needs = (kind: KindId, row: Pick<Row, 'doc' | 'schema'> | undefined): void => {
    const read = row && readDoc(kind, row.doc, row.schema);
    if (read?.ok) for (const m of kindOf(kind).media?.(read.value as never) ?? []) needed.add(m);
  };
  for (const kind of KIND_IDS)
    if (kindOf(kind).media) for (const row of await rowsOf(db, kind).toArray()) needs(kind, row as Row);
  for (const act of await db.bin.toArray()) for (const b of act.before) needs(b.kind, b.row);
  const left = keys.filter((k) => !needed.has(k));
  await db.media.bulkDelete(left);
  return left.length;
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
