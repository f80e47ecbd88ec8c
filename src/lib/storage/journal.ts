import { same } from '$lib/core/base';
import { kindOf, readDoc, type Docs, type KindId } from '$lib/core/library';
import type { Database, Note, Row } from './db';
import { isAt, type Stamp } from './saving';

/**
 * Notes of what has been typed and is not saved: one for each document and session, in the same store as the documents,
 * so that it is never older than they are. A note is written while a save waits or cannot go through, and taken away
 * once the store holds it.
 */
export const writeNote = (db: Database, note: Note): Promise<unknown> => db.notes.put(note);

export const dropNote = (db: Database, kind: KindId, id: string, session: string): Promise<void> =>
  db.notes.delete([kind, id, session]);

/** Text a session that has ended left behind, and which the store does not hold. */
export interface Left<K extends KindId> {
  readonly doc: Docs[K];
  readonly base: Stamp | undefined;
  readonly at: number;
  readonly session: string;
  /** What was stored has not changed since: the note simply goes on from it. */
  readonly follows: boolean;
}

/** What is to be done with a note, given what is stored. Compares the session's edits, then the content. */
export function weigh<K extends KindId>(
  kind: K,
  note: Note,
  row: Row<K> | undefined,
): Left<K> | 'stored' | 'unreadable' {
  if ((row?.by?.[note.session] ?? -1) >= note.seq) return 'stored';
  const read = readDoc(kind, note.doc, note.schema);
  if (!read.ok) return 'unreadable';
  if (row && same(row.doc, read.value)) return 'stored';
  const { base, at, session } = note;
  return { doc: read.value, base, at, session, follows: isAt(row, base) || wroteLast(row, session) };
}

/** What is stored is an earlier edit of the session itself: the note was written while that was being saved. */
const wroteLast = (row: Row | undefined, session: string): boolean =>
  Object.keys(row?.by ?? {}).at(-1) === session;

/**
 * What ended sessions left of a document, the latest first; notes of what is stored are dropped. A session that is
 * still alive keeps its note: it is that tab's own.
 */
export async function leftBehind<K extends KindId>(
  db: Database,
  kind: K,
  id: string,
  row: Row<K> | undefined,
  alive: (session: string) => boolean,
): Promise<Left<K>[]> {
  const notes = await db.notes.where('[kind+id]').equals([kind, id]).toArray();
  const left: Left<K>[] = [];
  for (const note of notes) {
    if (alive(note.session)) continue;
    const found = weigh(kind, note, row);
    if (found === 'stored') await dropNote(db, kind, id, note.session);
    else if (found !== 'unreadable') left.push(found);
  }
  return left.sort((a, b) => b.at - a.at);
}

/** The note of an edit, in the form documents are kept in. */
export const noteOf = <K extends KindId>(
  kind: K,
  doc: Docs[K],
  base: Stamp | undefined,
  edit: { readonly session: string; readonly seq: number },
  at: number,
): Note => ({ kind, id: doc.id, base, at, schema: kindOf(kind).version, doc, ...edit });
