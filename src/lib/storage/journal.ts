import { z } from 'zod';
import { combinationSchema, type Combination } from '$lib/core/combination/schema';
import { figureSchema, type Figure } from '$lib/core/figure';

/** The part of web storage the journal needs. */
export type SyncStore = Pick<Storage, 'getItem' | 'setItem' | 'removeItem'>;

/** An edit that may not have reached the database yet, with the revision it was made on. */
export interface Unsaved<D> {
  readonly base: number;
  readonly doc: D;
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
    schema: z.ZodType,
  ) {
    this.#entry = z.object({ base: z.int().min(0), [key]: schema });
  }

  note(store: SyncStore, base: number, doc: D): void {
    try {
      store.setItem(this.prefix + doc.id, JSON.stringify({ base, [this.key]: doc }));
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
      const { base, [this.key]: doc } = entry.data as { base: number } & Record<string, unknown>;
      return { base, doc: doc as D };
    } catch {
      return undefined;
    }
  }
}

export const figureJournal = new Journal<Figure>('brisk-partner:unsaved:', 'figure', figureSchema);
export const combinationJournal = new Journal<Combination>(
  'brisk-partner:unsaved-combination:',
  'combination',
  combinationSchema,
);
