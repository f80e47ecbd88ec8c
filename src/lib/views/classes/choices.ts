import { loadDocs, rowsOf, sorted, type Database } from '$lib/storage';
import type { Stock } from '$lib/workers/class-finder';

export interface Choice {
  readonly id: string;
  readonly name: string;
}
/** What can be chosen from, by name. */
export interface Choices {
  readonly figures: readonly Choice[];
  readonly combinations: readonly Choice[];
  readonly songs: readonly Choice[];
  readonly groups: readonly Choice[];
  readonly rooms: readonly Choice[];
}
export const NO_CHOICES: Choices = { figures: [], combinations: [], songs: [], groups: [], rooms: [] };

const named = (list: readonly Choice[]): Choice[] =>
  list.map(({ id, name }) => ({ id, name })).sort((a, b) => a.name.localeCompare(b.name));

export async function choicesOf(db: Database, stock: Stock): Promise<Choices> {
  const [groups, rooms] = await Promise.all([loadDocs(db, 'group'), loadDocs(db, 'room')]);
  const songs = sorted('song', await rowsOf(db, 'song').toArray()).good;
  return {
    figures: named(stock.figures.filter((f) => !f.mistake)),
    combinations: named(stock.combinations),
    songs: named(songs.map((r) => r.doc)),
    groups: named(groups.map((r) => r.doc)),
    rooms: named(rooms.map((r) => r.doc)),
  };
}
