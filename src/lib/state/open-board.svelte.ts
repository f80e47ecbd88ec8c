import { untrack } from 'svelte';
import { nanoid } from 'nanoid';
import { Repertoire, combinationSchema, type Combination } from '$lib/core/combination';
import { app } from './app.svelte';
import { Board } from './board.svelte';
import { Saver, type CombinationSaver } from './saver.svelte';
import {
  combinationJournal,
  combinationShelf,
  loadAll,
  loadCombination,
  parentsOf,
  readable,
  type FigureRow,
} from '$lib/storage';
import type { ComposeFinder } from '$lib/workers/compose-finder';

/** A combination being opened: its board and saver once they are there, or why they are not. */
export class OpenBoard {
  board: Board | undefined = $state.raw();
  saver: CombinationSaver | undefined = $state.raw();
  problem = $state('');
  news = $state('');
  #alive = true;

  constructor(id: string, finder: ComposeFinder) {
    this.#open(id, finder).catch(
      (e: unknown) =>
        (this.problem = `The browser’s storage cannot be opened: ${e instanceof Error ? e.message : String(e)}`),
    );
  }

  async #open(id: string, finder: ComposeFinder): Promise<void> {
    const db = await app.db();
    const row = await loadCombination(db, id);
    const unsaved = combinationJournal.rescue(
      localStorage,
      id,
      row && { rev: row.rev, updated: row.updated, doc: row.combination },
    );
    const { rows } = readable(await loadAll(db));
    if (!this.#alive) return;
    const kept = row && combinationSchema.safeParse(row.combination);
    if (!row && !unsaved) {
      this.problem = 'There is no combination here. It may have been deleted.';
      return;
    }
    if (kept && !kept.success && !unsaved) {
      this.problem =
        'This combination cannot be read. It is still stored; export everything on the Data screen.';
      return;
    }
    const combination = unsaved?.doc ?? (kept?.data as Combination);
    const board = boardOf(combination, rows, finder);
    const saver: CombinationSaver = new Saver(
      combinationShelf(db),
      localStorage,
      id,
      unsaved ? unsaved.base : (row?.rev ?? 0),
      (other) => {
        board.replace(other.combination);
        this.news = 'Another tab changed this combination; this is the latest version.';
      },
    );
    board.onchange = (c) => {
      this.news = '';
      saver.save(c);
    };
    if (unsaved) {
      saver.save(combination);
      this.news = 'Your last changes were kept and are saved now.';
    }
    this.saver = saver;
    this.board = board;
  }

  close(): void {
    this.#alive = false;
    this.saver?.close();
  }
}

export const openBoard = (id: string, finder: ComposeFinder): OpenBoard =>
  untrack(() => new OpenBoard(id, finder));

/** A board over stored figures. */
export function boardOf(c: Combination, rows: readonly FigureRow[], finder: ComposeFinder): Board {
  const repertoire = new Repertoire(
    rows.map((r) => r.figure),
    app.heights,
  );
  return new Board(c, repertoire, parentsOf(rows), rows, finder, () => nanoid(10));
}
