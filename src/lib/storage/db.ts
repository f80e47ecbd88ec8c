import type * as lift from '$lib/core/codecs/lift';
import Dexie, { type EntityTable, type Table, type Transaction } from 'dexie';
import {
  KIND_IDS,
  isAddress,
  kindOf,
  readDoc,
  refKey,
  type Docs,
  type KindId,
  type Ref,
} from '$lib/core/library';

/** A document as it lies in the store, of whatever kind. */
export interface Row<K extends KindId = KindId> {
  id: string;
  /** Grows with each save, so that two tabs notice each other. */
  rev: number;
  /** Milliseconds since 1970. */
  updated: number;
  /** The version of the schema it was written in. */
  schema: number;
  doc: Docs[K];
  /** What it names, as `kind:id`. */
  refs: string[];
  /** The latest edit of each session that is in it: what tells an old note from a new one. */
  by?: Readonly<Record<string, number>>;
}

/** What one act has changed: rows as they lay there before, and the revision it left (undefined: nothing). */
export interface Before {
  readonly kind: KindId;
  readonly id: string;
  readonly row: Row | undefined;
  readonly after: number | undefined;
}
export type ActCode =
  | 'deleted'
  | 'deleted-several'
  | 'tagged'
  | 'untagged'
  | 'imported'
  | 'restored'
  | 'demo'
  | 'route'
  | 'conflict'
  | 'parent-conflict'
  | 'stands-alone'
  | 'made-version'
  | 'repaired'
  | 'dance-changed'
  | 'dance-deleted'
  | 'kept-aside';
/** Something done that can be taken back; it lies in the bin for {@link BIN_DAYS} days. */
export interface Act {
  key?: number;
  at: number;
  code: ActCode;
  kind: KindId;
  /** The document it was done to, or the file. */
  name: string;
  before: Before[];
}
/** What one session has typed and the store may not hold. */
export interface Note {
  kind: KindId;
  id: string;
  session: string;
  /** What it was typed on; undefined: it was new. */
  base: { rev: number; updated: number } | undefined;
  seq: number;
  at: number;
  schema: number;
  doc: unknown;
}
export interface SettingRow {
  key: string;
  value: unknown;
}

/** A file as it was brought, kept beside the documents that need it. */
export interface Media {
  id: string;
  /** What it was called. */
  name: string;
  mime: string;
  bytes: Uint8Array<ArrayBuffer>;
}

export type Database = Dexie & {
  media: EntityTable<Media, 'id'>;
  settings: EntityTable<SettingRow, 'key'>;
  bin: EntityTable<Act, 'key'>;
  notes: Table<Note, [KindId, string, string]>;
};

export const DB_NAME = 'brisk-partner';

/** Rows of one kind. */
export const rowsOf = <K extends KindId>(db: Database, kind: K): Table<Row<K>, string> =>
  db.table(kindOf(kind).table);

/** Every table with documents, and the bin: what a change of several kinds runs over. */
export const everything = (db: Database): Table[] => [
  ...KIND_IDS.map((k) => db.table(kindOf(k).table)),
  db.bin,
  db.settings,
  db.media,
];

const INDICES = 'id, updated, *refs';

/** What rewrites notation 1. It reads breakdowns, and only a store of before version 4 needs it. */
type FirstWords = typeof lift;
const FIRST_UNTIL = 4;

/** The store, with what an early one takes to be brought up to date. */
export async function openStore(name = DB_NAME): Promise<Database> {
  return openDatabase(name, (await isEarly(name)) ? await import('$lib/core/codecs/lift') : undefined);
}
async function isEarly(name: string): Promise<boolean> {
  try {
    const found = (await indexedDB.databases()).find((d) => d.name === name);
    // Dexie counts versions in tenths.
    return found !== undefined && (found.version ?? 0) < FIRST_UNTIL * 10;
  } catch {
    // A browser that does not say: it may be.
    return true;
  }
}

/** The versions of the browser's store, oldest first. A published one is never edited; a change is a new entry. */
export function openDatabase(name = DB_NAME, first?: FirstWords): Database {
  // A save counts once it lies on the disk: the whole machine may be switched off.
  const db = new Dexie(name, { chromeTransactionDurability: 'strict' }) as Database;
  db.version(1).stores({ figures: 'id, updated', settings: 'key' });
  db.version(2).stores({ figures: 'id, updated, version.of', settings: 'key' });
  db.version(3).stores({ combinations: 'id, updated' });
  // Words are danced in the order they are said (notation 2): what was kept before is rewritten to mean what it meant.
  db.version(FIRST_UNTIL).upgrade(async (tx) => {
    if (!first) throw new Error('a store of before version 4 is opened with openStore');
    const { combinationFirst, figureFirst, versionFirst } = first;
    await tx
      .table('figures')
      .toCollection()
      .modify((row: Record<string, unknown>) => {
        if ('figure' in row) row.figure = figureFirst(row.figure);
        if ('version' in row) row.version = versionFirst(row.version);
      });
    await tx
      .table('combinations')
      .toCollection()
      .modify((row: Record<string, unknown>) => {
        row.combination = combinationFirst(row.combination);
      });
  });
  db.version(5).stores({ dances: 'id, updated' });
  // Every kind in rows of one form, with what it names; a bin, and notes of what is not saved yet.
  db.version(6)
    .stores({
      ...Object.fromEntries(SIXTH.map((k) => [kindOf(k).table, INDICES])),
      bin: '++key, at',
      notes: '[kind+id+session], [kind+id]',
    })
    .upgrade(toRows);
  // Songs with the files they sound from, and results of practice.
  db.version(7).stores({ songs: INDICES, practices: INDICES, results: INDICES, media: 'id' });
  // What classes are made of, and what is remembered of them.
  db.version(8).stores(
    Object.fromEntries(EIGHTH.map((k) => [kindOf(k).table, k === 'entry' ? `${INDICES}, doc.at` : INDICES])),
  );
  return db;
}

const EIGHTH = [
  'room',
  'group',
  'series',
  'class',
  'entry',
  'recap',
  'cue',
] as const satisfies readonly KindId[];

/** Rows of the store's version 5 held their document under the name of its kind. */
const SIXTH = ['dance', 'figure', 'combination'] as const satisfies readonly KindId[];
type Sixth = (typeof SIXTH)[number];
const HELD: Readonly<Record<Sixth, readonly string[]>> = {
  figure: ['version', 'figure'],
  combination: ['combination'],
  dance: ['dance'],
};
const WRITTEN: Readonly<Record<Sixth, number>> = { figure: 4, combination: 3, dance: 1 };

async function toRows(tx: Transaction): Promise<void> {
  const old = new Map<Sixth, Record<string, unknown>[]>();
  for (const kind of SIXTH) old.set(kind, await tx.table(kindOf(kind).table).toArray());
  const renamed = new Map<string, string>();
  for (const [kind, rows] of old)
    for (const { id } of rows as { id: string }[])
      if (!isAddress(id)) renamed.set(refKey({ kind, id }), addressFrom(id, renamed.size));
  const to = (r: Ref): string => renamed.get(refKey(r)) ?? r.id;
  for (const [kind, rows] of old) {
    const table = tx.table(kindOf(kind).table);
    await table.clear();
    await table.bulkPut(rows.map((r) => oldRow(kind, r, to)));
  }
}

/** An id for one that makes no address. @example addressFrom('a#b', 0) // 'a-b-0' */
const addressFrom = (id: string, n: number): string => `${id.replace(/[^\w-]+/g, '-').slice(0, 50)}-${n}`;

function oldRow(kind: Sixth, old: Record<string, unknown>, to: (r: Ref) => string): Row {
  const { rev, updated } = old as { rev?: number; updated: number };
  const was = String(old.id);
  const schema = WRITTEN[kind];
  const held = HELD[kind].map((k) => old[k]).find((d) => d !== undefined) as Docs[KindId];
  const read = readDoc(kind, held, schema);
  const doc = read.ok ? kindOf(kind).renamed(read.value as never, to) : held;
  const id = to({ kind, id: was });
  return { id, rev: rev ?? 1, updated, schema, doc, refs: refsOf(kind, doc, schema) };
}

/** What a document names, for the index; nothing where it cannot be read. */
export function refsOf<K extends KindId>(kind: K, doc: unknown, schema: number): string[] {
  const read = readDoc(kind, doc, schema);
  return read.ok ? [...new Set(kindOf(kind).refs(read.value).map(refKey))] : [];
}

/** Ids of the documents of a kind that a row names. */
export const namedIn = ({ refs }: Pick<Row, 'refs'>, kind: KindId): string[] =>
  refs.flatMap((ref) => (ref.startsWith(`${kind}:`) ? [ref.slice(kind.length + 1)] : []));

/** A row as it is written today. */
export function rowFor<K extends KindId>(
  kind: K,
  doc: Docs[K],
  rev: number,
  updated: number,
  by?: Row['by'],
): Row<K> {
  const { version } = kindOf(kind);
  const refs = [...new Set(kindOf(kind).refs(doc).map(refKey))];
  return { id: doc.id, rev, updated, schema: version, doc, refs, ...(by ? { by } : {}) };
}

/** An id that makes an address stays; any other is given anew. */
export const addressOf = (id: string, makeId: () => string): string => (isAddress(id) ? id : makeId());
