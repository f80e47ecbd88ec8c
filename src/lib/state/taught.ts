import { rowsOf, sorted, type Database } from '$lib/storage';

/** How many entries of the log are looked through. */
const MOST = 400;

/** What was taught, the latest class first: the figures by their ids. */
export async function latestTaught(db: Database): Promise<{ at: number; figures: string[] }[]> {
  const rows = await rowsOf(db, 'entry').orderBy('doc.at').reverse().limit(MOST).toArray();
  return sorted('entry', rows).good.map(({ doc }) => ({
    at: doc.at,
    figures: doc.taught.flatMap((t) => (t.what.type === 'figure' ? [t.what.id] : [])),
  }));
}
