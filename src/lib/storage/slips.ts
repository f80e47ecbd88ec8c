import type { Database, Note } from './db';
import { writeNote } from './journal';

/**
 * A page that is being left has no time for the store: what is typed and not saved yet is put down at once in a place that
 * is written while one waits, and moved into the notes when the application is opened next.
 */
const PREFIX = 'brisk-partner:slip:';
const keyOf = ({ kind, id, session }: Note): string => `${PREFIX}${kind}:${id}:${session}`;

/** The part of `localStorage` that is used. */
export type SlipStore = Pick<Storage, 'getItem' | 'setItem' | 'removeItem' | 'key' | 'length'>;

/** Puts a note down, unless the browser has no room or no such store: the save under way is then all there is. */
export function putSlip(store: SlipStore | undefined, note: Note): void {
  try {
    store?.setItem(keyOf(note), JSON.stringify(note));
  } catch {
    // No room: nothing else can be written while a page is left.
  }
}

const isNote = (value: unknown): value is Note =>
  typeof value === 'object' &&
  value !== null &&
  ['kind', 'id', 'session'].every((f) => typeof (value as Record<string, unknown>)[f] === 'string') &&
  ['seq', 'at', 'schema'].every((f) => typeof (value as Record<string, unknown>)[f] === 'number');

/** Moves every slip into the notes of the store, where it is no older than what is noted there. Gives how many. */
export async function takeInSlips(db: Database, store: SlipStore | undefined): Promise<number> {
  if (!store) return 0;
  const keys = Array.from({ length: store.length }, (_, i) => store.key(i)).filter((k) =>
    k?.startsWith(PREFIX),
  );
  let moved = 0;
  for (const key of keys as string[]) {
    const note = parsed(store.getItem(key));
    if (note) {
      const there = await db.notes.get([note.kind, note.id, note.session]);
      if ((there?.seq ?? -1) < note.seq) {
        await writeNote(db, note);
        moved++;
      }
    }
    store.removeItem(key);
  }
  return moved;
}

function parsed(text: string | null): Note | undefined {
  try {
    const value: unknown = JSON.parse(text ?? '');
    return isNote(value) ? value : undefined;
  } catch {
    return undefined;
  }
}
