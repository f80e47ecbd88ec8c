import { ROLES, TICKS_PER_BEAT } from '../base';
import { parse } from '../notation';
import type { FigureEdit } from './edit';
import { resolveMoves } from './resolve';
import type { Figure } from './schema';
import { bodyOf } from './word-body';

/**
 * Lengthens a figure by so many beats: both dancers mark time, a step on the spot a beat.
 * @example applyEdits(figure, markTime(figure, 2)) // two counts longer
 */
export function markTime(figure: Figure, beats: number): FigureEdit[] {
  const body = bodyOf('place');
  if (!body) return [];
  const parsed = parse(figure.lines);
  const ends = ROLES.map((role) => resolveMoves(parsed, role, figure).end);
  const end = Math.ceil(Math.max(0, ...ends) / TICKS_PER_BEAT) * TICKS_PER_BEAT;
  const items = Array.from({ length: beats }, (_, i) => ({ tick: end + i * TICKS_PER_BEAT, body }));
  return ROLES.map((role) => ({ type: 'place-steps', role, items }));
}
