import { liveQuery } from 'dexie';
import type { Entry } from '$lib/core/classes';
import { rowsOf, sorted, type Database } from '$lib/storage';

/** A class that was never ended is taken to run for so long at most, milliseconds. Our choice: an evening. */
const MOST = 12 * 60 * 60 * 1000;
/** Of the log so many latest entries are looked through. */
const LATEST = 12;

/** The class that is being held: the latest entry that was not ended, of this evening. */
export async function runningClass(db: Database, now: number): Promise<Entry | undefined> {
  const rows = await rowsOf(db, 'entry').orderBy('doc.at').reverse().limit(LATEST).toArray();
  return sorted('entry', rows)
    .good.map((r) => r.doc)
    .find((e) => e.ended === undefined && e.at <= now && now - e.at < MOST);
}

/** Tells which class is being held, now and whenever that changes, in whatever tab. Returns what ends it. */
export function followRunning(db: Database, tell: (running: Entry | undefined) => void): () => void {
  const watch = liveQuery(() => runningClass(db, Date.now())).subscribe({ next: tell, error: () => {} });
  return () => watch.unsubscribe();
}
