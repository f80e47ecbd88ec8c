import { newCombination, tempoWithin, type Combination } from '$lib/core/combination';
import type { Figure } from '$lib/core/figure';
import { danceOf } from '$lib/core/vocabulary';
import { nanoid } from 'nanoid';

/**
 * Figures one after the other as a new combination, in a tempo that suits them all where there is one.
 * @example combinationOf([basic, rightTurn]).parts.length // 2
 */
export function combinationOf(figures: readonly Figure[]): Combination {
  const dance = figures[0] ? `${danceOf(figures[0]).name}, ` : '';
  const name = `${dance}${figures.length} ${figures.length === 1 ? 'figure' : 'figures'}`.slice(0, 120);
  return {
    ...newCombination(nanoid(12), name, tempoWithin(figures.map((f) => f.tempo))),
    parts: figures.map((f) => ({ key: nanoid(8), figure: f.id, times: 1 })),
  };
}
