import type { Change } from './change';
import type { Figure } from './schema';

/** A version of a figure: which figure it is of, and what it changes there. It holds no copy of it. */
export interface Version {
  readonly id: string;
  readonly of: string;
  readonly change: Change;
}

/** What is kept: a figure, or a version of one. */
export type Kept = Figure | Version;
export const isVersion = (k: Kept): k is Version => 'of' in k;

/** How many versions may stand on one another. Our choice: far beyond any family met. */
export const MOST_DEPTH = 32;
