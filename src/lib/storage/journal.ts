import { z } from 'zod';
import { figureSchema, type Figure } from '$lib/core/figure';

/** The part of web storage the journal needs. */
export type SyncStore = Pick<Storage, 'getItem' | 'setItem' | 'removeItem'>;

const PREFIX = 'brisk-partner:unsaved:';
const entrySchema = z.object({ base: z.int().min(0), figure: figureSchema });

/** An edit that may not have reached the database yet, with the revision it was made on. */
export interface Unsaved {
  readonly base: number;
  readonly figure: Figure;
}

/**
 * A synchronous note of the latest edit, written before the database is asked to save: what a killed tab leaves
 * behind. Full or forbidden storage is not an error; the database still saves.
 */
export function note(store: SyncStore, entry: Unsaved): void {
  try {
    store.setItem(PREFIX + entry.figure.id, JSON.stringify(entry));
  } catch {
    // Storage is full or forbidden: saving to the database goes on without the note.
  }
}

/** Takes the note away once the database holds exactly this figure. */
export function settle(store: SyncStore, saved: Figure): void {
  try {
    if (store.getItem(PREFIX + saved.id)?.endsWith(`"figure":${JSON.stringify(saved)}}`))
      forget(store, saved.id);
  } catch {
    // Nothing was kept where nothing can be read.
  }
}

export function forget(store: SyncStore, id: string): void {
  try {
    store.removeItem(PREFIX + id);
  } catch {
    // Nothing to take away where nothing can be kept.
  }
}

export function read(store: SyncStore, id: string): Unsaved | undefined {
  try {
    const raw = store.getItem(PREFIX + id);
    if (raw === null) return undefined;
    const entry = entrySchema.safeParse(JSON.parse(raw));
    return entry.success ? (entry.data as Unsaved) : undefined;
  } catch {
    return undefined;
  }
}
