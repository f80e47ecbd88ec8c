import { kindOf, type KindId } from '$lib/core/library';
import { acting } from './acts';
import type { Database, Row } from './db';
import { dropNote, leftBehind, type Left } from './journal';
import type { Opened, Shelf } from './shelf';

/** A document as it lies in the store, with the text an ended session left of it. */
export interface Found<K extends KindId, D, R> {
  readonly opened: R | undefined;
  readonly row: Row<K> | undefined;
  readonly left: { readonly note: Left<K>; readonly doc: D } | undefined;
}

/** Opens a document. Of several texts that were left the latest is taken up; the others go to the bin. */
export async function openStored<K extends KindId, D extends { readonly id: string }, R extends Opened<D>>(
  db: Database,
  shelf: Shelf<K, D, R>,
  id: string,
  alive: (session: string) => boolean,
): Promise<Found<K, D, R>> {
  const opened = await shelf.load(id);
  const row = await shelf.row(id);
  const [note, ...older] = await leftBehind(db, shelf.kind, id, row, alive);
  await setAside(db, shelf.kind, older);
  const doc = note && (await shelf.read(note.doc));
  return { opened, row, left: note && doc ? { note, doc } : undefined };
}

async function setAside<K extends KindId>(db: Database, kind: K, notes: readonly Left<K>[]): Promise<void> {
  for (const { doc, session } of notes) {
    const name = kindOf(kind).nameOf(doc) ?? doc.id;
    await acting(db, { code: 'kept-aside', kind, name }, Date.now(), (w) =>
      Promise.resolve(w.setAside(kind, doc)),
    );
    await dropNote(db, kind, doc.id, session);
  }
}
