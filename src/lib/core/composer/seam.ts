import type { ComposeRequest } from './request';

/**
 * Whether figures keep “never twice in a row” where they join what stands before and after them: the first is not the one
 * they follow, the last not the one they lead into.
 * @example keepsSeams(['basic'], { ...requestOf(8), inRow: 1, start: { type: 'figure', id: 'basic' } }) // false
 */
export const keepsSeams = (
  figures: readonly string[],
  { inRow, start, end }: Pick<ComposeRequest, 'inRow' | 'start' | 'end'>,
): boolean =>
  inRow !== 1 ||
  (!(start.type === 'figure' && start.id === figures[0]) &&
    !(end.type === 'figure' && end.id === figures.at(-1)));
