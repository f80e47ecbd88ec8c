import type { Table } from 'dexie';
import { isVersion, type Figure } from '$lib/core/figure';
import { kindOf, readDoc, refKey, type AnyDoc, type Docs, type KindId } from '$lib/core/library';
import {
  everything,
  rowFor,
  rowsOf,
  type Act,
  type ActCode,
  type Before,
  type Database,
  type Row,
} from './db';

/** How long what was done can be taken back. */
export const BIN_DAYS = 30;
const DAY = 24 * 60 * 60 * 1000;

/** What could not be read back is not written, and what a later version wrote is not written over. */
function refuse(kind: KindId, doc: AnyDoc, there: Row | undefined): void {
  const read = readDoc(kind, doc, kindOf(kind).version);
  if (!read.ok && read.error.code === 'unreadable')
    throw new Error(`At ${read.error.at}: ${read.error.message}`);
  if (there && there.schema > kindOf(kind).version)
    throw new Error('A later version of this program has written it.');
}

/** Writes and remembers what lay there before: the only way documents are replaced or taken away. */
export class Writing {
  readonly #before = new Map<string, Before>();
  constructor(
    readonly db: Database,
    readonly now: number,
  ) {}

  /** Writes documents over whatever lies there, each one revision on, the first of them the latest. Gives their rows. */
  async putAll<K extends KindId>(kind: K, docs: readonly Docs[K][]): Promise<Row<K>[]> {
    const table = rowsOf(this.db, kind);
    const there = await table.bulkGet(docs.map((d) => d.id));
    docs.forEach((doc, i) => refuse(kind, doc, there[i]));
    const rows = docs.map((doc, i) => rowFor(kind, doc, (there[i]?.rev ?? 0) + 1, this.now - i));
    rows.forEach((r, i) => this.#noted(kind, r.id, there[i], r.rev));
    await table.bulkPut(rows);
    return rows;
  }

  async put<K extends KindId>(kind: K, doc: Docs[K]): Promise<Row<K>> {
    return (await this.putAll(kind, [doc]))[0] as Row<K>;
  }

  /** Writes a row that is not of our making: unreadable, or of a later version. */
  async putRaw(kind: KindId, row: Row): Promise<void> {
    this.#noted(kind, row.id, await rowsOf(this.db, kind).get(row.id), row.rev);
    await rowsOf(this.db, kind).put(row);
  }

  async remove(kind: KindId, id: string): Promise<Row | undefined> {
    const row = await rowsOf(this.db, kind).get(id);
    if (!row) return undefined;
    this.#noted(kind, id, row, undefined);
    await rowsOf(this.db, kind).delete(id);
    return row;
  }

  /** What a document looked like that was never stored: it lies in the bin beside what was. */
  setAside(kind: KindId, doc: AnyDoc): void {
    this.#before.set(`aside ${refKey({ kind, id: doc.id })}`, {
      kind,
      id: doc.id,
      row: rowFor(kind, doc as never, 0, this.now) as Row,
      after: -1,
    });
  }

  #noted(kind: KindId, id: string, row: Row | undefined, after: number | undefined): void {
    const key = refKey({ kind, id });
    this.#before.set(key, { kind, id, row: this.#before.has(key) ? this.#before.get(key)?.row : row, after });
  }

  /** What has been written, for the bin; what lies there as it did is left out. */
  get before(): Before[] {
    return [...this.#before.values()].filter((b) => b.row !== undefined || b.after !== undefined);
  }
}

/**
 * Runs `work` in one transaction over every kind, all or nothing, and puts what it replaced or took away into the bin.
 * Gives the key of the act, for {@link undoAct}.
 */
export async function acting<T>(
  db: Database,
  what: { readonly code: ActCode; readonly kind: KindId; readonly name: string },
  now: number,
  work: (w: Writing) => Promise<T>,
): Promise<{ value: T; act: number | undefined }> {
  return db.transaction('rw', everything(db), async () => {
    const w = new Writing(db, now);
    const value = await work(w);
    const { before } = w;
    const act = before.length > 0 ? await db.bin.add({ at: now, ...what, before }) : undefined;
    return { value, act };
  });
}

/** What taking an act back has done: documents as they were, and those that had to come back as copies. */
export interface Undone {
  readonly back: number;
  readonly copies: readonly string[];
}

/**
 * Takes an act back. What has been changed since stays as it is now; what lay there before comes beside it as a copy.
 */
export async function undoAct(db: Database, key: number, makeId: () => string, now: number): Promise<Undone> {
  return db.transaction('rw', everything(db), async () => {
    const act = await db.bin.get(key);
    if (!act) return { back: 0, copies: [] };
    const copies: string[] = [];
    const moved = new Map<string, number>();
    let back = 0;
    for (const b of act.before) {
      const table: Table<Row, string> = rowsOf(db, b.kind);
      const there = await table.get(b.id);
      const untouched = there?.rev === b.after;
      if (untouched && !b.row) await table.delete(b.id);
      else if (untouched && b.row) {
        const rev = Math.max(there?.rev ?? 0, b.row.rev) + 1;
        await table.put({ ...b.row, rev });
        moved.set(`${refKey(b)} ${b.row.rev}`, rev);
      } else if (b.row) copies.push(await asCopy(db, b.kind, b.row, makeId(), now));
      if (untouched) back++;
    }
    await db.bin.delete(key);
    await follow(db, moved);
    return { back, copies };
  });
}

/** Acts before this one left what is back now: they can be taken back in their turn. */
async function follow(db: Database, moved: ReadonlyMap<string, number>): Promise<void> {
  if (moved.size === 0) return;
  await db.bin.toCollection().modify((act) => {
    act.before = act.before.map((b) => {
      const rev = moved.get(`${refKey(b)} ${b.after}`);
      return rev === undefined ? b : { ...b, after: rev };
    });
  });
}

async function asCopy(db: Database, kind: KindId, row: Row, id: string, now: number): Promise<string> {
  const k = kindOf(kind);
  const read = readDoc(kind, row.doc, row.schema);
  if (!read.ok) {
    await rowsOf(db, kind).put({ ...row, id, rev: 1, updated: now } as never);
    return row.id;
  }
  const moved = k.renamed(read.value as never, (r) => (r.kind === kind && r.id === row.id ? id : r.id));
  const name = `${k.nameOf(moved as never) ?? row.id} (earlier)`.slice(0, 120);
  const doc = k.named(moved as never, name);
  await rowsOf(db, kind).put(rowFor(kind, doc as never, 1, now) as never);
  return name;
}

/** Acts that can be taken back, the latest first. */
export const loadBin = (db: Database): Promise<Act[]> => db.bin.orderBy('at').reverse().toArray();

/** A figure that was deleted and still lies in the bin: by which act, what it was called, and itself where it stands alone. */
export async function inBin(
  db: Database,
  id: string,
): Promise<{ readonly act: number; readonly name: string; readonly figure: Figure | undefined } | undefined> {
  for (const act of await loadBin(db)) {
    const row = act.before.find((b) => b.kind === 'figure' && b.id === id && b.after === undefined)?.row;
    const read = row && readDoc('figure', row.doc, row.schema);
    if (act.key === undefined || !read?.ok) continue;
    const { value } = read;
    const name = kindOf('figure').nameOf(value) ?? id;
    return { act: act.key, name, figure: isVersion(value) ? undefined : value };
  }
  return undefined;
}

/** Takes what is older than {@link BIN_DAYS} days out of the bin. */
export const sweepBin = (db: Database, now: number): Promise<number> =>
  db.bin
    .where('at')
    .below(now - BIN_DAYS * DAY)
    .delete();
/** Takes one act out of the bin for good. */
export const forgetAct = (db: Database, key: number): Promise<void> => db.bin.delete(key);
