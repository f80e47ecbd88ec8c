import { z } from 'zod';
import { combinationSchema, type Combination } from '$lib/core/combination/schema';
import { figureSchema, type Figure } from '$lib/core/figure';

/** The part of web storage the journal needs. */
export type SyncStore = Pick<Storage, 'getItem' | 'setItem' | 'removeItem'>;

/** An edit that may not have reached the database yet, with the revision it was made on. */
export interface Unsaved<D> {
  readonly base: number;
  readonly doc: D;
  /** When it was noted, milliseconds since 1970; undefined in notes of earlier versions. */
  readonly at: number | undefined;
}

/** What the store holds of a document, for comparing. */
export interface Stored<D> {
  readonly rev: number;
  readonly updated: number;
  readonly doc: D;
}

/** Equal as values, in whatever order the keys stand. */
export function sameValue(a: unknown, b: unknown): boolean {
  if (a === b) return true;
  if (typeof a !== 'object' || typeof b !== 'object' || a === null || b === null) return false;
  const [x, y] = [a, b] as [Record<string, unknown>, Record<string, unknown>];
  const keys = Object.keys(x);
  return keys.length === Object.keys(y).length && keys.every((k) => sameValue(x[k], y[k]));
}

/**
 * A synchronous note of the latest edit, written before the database is asked to save: what a killed tab leaves
 * behind. Full or forbidden storage is not an error; the database still saves.
 */
export class Journal<D extends { readonly id: string }> {
  readonly #entry;

  constructor(
    private readonly prefix: string,
    private readonly key: string,
    private readonly schema: z.ZodType,
  ) {
    this.#entry = z.object({ base: z.int().min(0), at: z.number().optional(), [key]: schema });
  }

  /** Notes an edit; what could not be read back is not noted. */
  note(store: SyncStore, base: number, doc: D, at: number): void {
    if (!this.schema.safeParse(doc).success) return;
    try {
      store.setItem(this.prefix + doc.id, JSON.stringify({ base, at, [this.key]: doc }));
    } catch {
      // Storage is full or forbidden: saving to the database goes on without the note.
    }
  }

  /** Takes the note away once the database holds exactly this. */
  settle(store: SyncStore, saved: D): void {
    try {
      const end = `"${this.key}":${JSON.stringify(saved)}}`;
      if (store.getItem(this.prefix + saved.id)?.endsWith(end)) this.forget(store, saved.id);
    } catch {
      // Nothing was kept where nothing can be read.
    }
  }

  forget(store: SyncStore, id: string): void {
    try {
      store.removeItem(this.prefix + id);
    } catch {
      // Nothing to take away where nothing can be kept.
    }
  }

  read(store: SyncStore, id: string): Unsaved<D> | undefined {
    try {
      const raw = store.getItem(this.prefix + id);
      if (raw === null) return undefined;
      const entry = this.#entry.safeParse(JSON.parse(raw));
      if (!entry.success) return undefined;
      const {
        base,
        at,
        [this.key]: doc,
      } = entry.data as { base: number; at?: number } & Record<string, unknown>;
      return { base, at, doc: doc as D };
    } catch {
      return undefined;
    }
  }

  /**
   * The note where it says something the store does not: it is newer than what is stored, and different. Any other is
   * forgotten: web storage reaches the disk late, so that an old note may outlive the save it was written for.
   */
  rescue(store: SyncStore, id: string, row: Stored<D> | undefined): Unsaved<D> | undefined {
    const note = this.read(store, id);
    if (!note || !row) return note;
    const newer = note.at === undefined ? note.base >= row.rev : note.at > row.updated;
    if (newer && !sameValue(note.doc, row.doc)) return note;
    this.forget(store, id);
    return undefined;
  }
}

export const figureJournal = new Journal<Figure>('brisk-partner:unsaved:', 'figure', figureSchema);
export const combinationJournal = new Journal<Combination>(
  'brisk-partner:unsaved-combination:',
  'combination',
  combinationSchema,
);
