import type { Group, Entry } from '$lib/core/classes';
import { loadDocs, rowsOf, sorted, type Database } from '$lib/storage';
import { ClassFinder, type ClassAnswer, type ClassQuestion, type Stock } from '$lib/workers/class-finder';
import { app } from './app.svelte';

const classWorker = (): Worker =>
  new Worker(new URL('../workers/class.worker.ts', import.meta.url), { type: 'module' });

/** Asks what classes come to, from the person’s own store. One question at a time; the latest wins. */
export class ClassLab {
  readonly #finder = new ClassFinder(classWorker);
  stock: Stock | undefined = $state.raw();
  busy = $state(false);

  /** Reads the repertoire as it is now. */
  async load(db: Database): Promise<Stock> {
    const { loadAll } = await import('$lib/storage/figures');
    const figures = await loadAll(db);
    const combinations = await loadDocs(db, 'combination');
    const rows = [...figures, ...combinations];
    this.stock = {
      key: `${rows.length} ${rows.reduce((s, r) => s + r.rev, 0)} ${Math.max(0, ...rows.map((r) => r.updated))} ${JSON.stringify(app.heights)}`,
      figures: figures.map((r) => r.figure),
      combinations: combinations.map((r) => r.doc),
      parents: figures.flatMap((r) => (r.version ? [[r.id, r.version.of] as const] : [])),
      heights: { ...app.heights },
    };
    return this.stock;
  }

  ask<T extends ClassQuestion['type']>(
    question: Extract<ClassQuestion, { type: T }>,
    answer: (a: Extract<ClassAnswer, { type: T }>) => void,
  ): void {
    this.busy = true;
    this.#finder.ask(question, this.stock, (a) => {
      this.busy = false;
      if (a.type === question.type) answer(a as Extract<ClassAnswer, { type: T }>);
    });
  }
  cancel(): void {
    this.busy = false;
    this.#finder.cancel();
  }
  stop(): void {
    this.#finder.stop();
  }
}

/** The log of a group, or of all, the oldest first. Entries that cannot be read are left to be mended. */
export async function logOf(db: Database, group?: Group['id']): Promise<Entry[]> {
  const rows =
    group === undefined
      ? await rowsOf(db, 'entry').toArray()
      : await rowsOf(db, 'entry').where('refs').equals(`group:${group}`).toArray();
  return sorted('entry', rows)
    .good.map((r) => r.doc)
    .sort((a, b) => a.at - b.at);
}

/** Entries that began between two instants, the oldest first: by the index, the cost is what is found. */
export async function logBetween(db: Database, from: number, to: number): Promise<Entry[]> {
  const rows = await rowsOf(db, 'entry').where('doc.at').between(from, to, true, true).toArray();
  return sorted('entry', rows).good.map((r) => r.doc);
}
/** The latest entries, the latest first. */
export async function latestEntries(db: Database, most: number): Promise<Entry[]> {
  const rows = await rowsOf(db, 'entry').orderBy('doc.at').reverse().limit(most).toArray();
  return sorted('entry', rows).good.map((r) => r.doc);
}
