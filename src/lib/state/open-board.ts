import { liveQuery } from 'dexie';
import { nanoid } from 'nanoid';
import { untrack } from 'svelte';
import { same } from '$lib/core/base';
import { Repertoire, type Combination } from '$lib/core/combination';
import {
  combinationShelf,
  loadAll,
  parentsOf,
  type Database,
  type FigureRow,
  type OpenedCombination,
} from '$lib/storage';
import type { ComposeFinder } from '$lib/workers/compose-finder';
import { app } from './app.svelte';
import { Board, type Stock } from './board.svelte';
import { OpenDocument } from './opening.svelte';

export type OpenBoard = OpenDocument<'combination', Combination, OpenedCombination, Board>;

export const openBoard = (id: string, finder: ComposeFinder): OpenBoard =>
  untrack(
    () =>
      new OpenDocument(id, {
        shelf: combinationShelf,
        model: async (c, _, db) => boardOf(c, await loadAll(db), finder),
        onchange: (board, save) => (board.onchange = save),
        replace: (board, c) => board.replace(c),
        opened: () => {},
        watch: (board, db) => watchFigures(db, board),
      }),
  );

export const stockOf = (rows: readonly FigureRow[]): Stock => ({
  repertoire: new Repertoire(
    rows.map((r) => r.figure),
    app.heights,
  ),
  parents: parentsOf(rows),
  stored: rows,
});

/** A board over stored figures. */
export const boardOf = (c: Combination, rows: readonly FigureRow[], finder: ComposeFinder): Board =>
  new Board(c, stockOf(rows), finder, () => nanoid(10));

/** A board hears of every figure that changes, in any tab. Gives what ends it. */
function watchFigures(db: Database, board: Board): () => void {
  const watch = liveQuery(() => loadAll(db)).subscribe({
    next: (rows) => {
      if (!same(rows, board.stored)) board.restock(stockOf(rows));
    },
    error: () => {},
  });
  return () => watch.unsubscribe();
}
