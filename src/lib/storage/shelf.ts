import type { Combination } from '$lib/core/combination';
import type { Result } from '$lib/core/base';
import type { Figure } from '$lib/core/figure';
import { loadCombination, saveCombination } from './combinations';
import type { CombinationRow, Database, FigureRow } from './db';
import { combinationJournal, figureJournal, type Journal } from './journal';
import { loadFigure, saveFigure } from './repertoire';
import type { SaveError } from './saving';

/** Where documents of one kind are kept. */
export interface Shelf<D extends { readonly id: string }, R extends { readonly rev: number }> {
  readonly journal: Journal<D>;
  readonly save: (doc: D, base: number, now: number) => Promise<Result<R, SaveError<R>>>;
  readonly load: (id: string) => Promise<R | undefined>;
}

export const figureShelf = (db: Database): Shelf<Figure, FigureRow> => ({
  journal: figureJournal,
  save: (figure, base, now) => saveFigure(db, figure, base, now),
  load: (id) => loadFigure(db, id),
});

export const combinationShelf = (db: Database): Shelf<Combination, CombinationRow> => ({
  journal: combinationJournal,
  save: (c, base, now) => saveCombination(db, c, base, now),
  load: (id) => loadCombination(db, id),
});
