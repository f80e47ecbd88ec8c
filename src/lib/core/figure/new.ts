import { DANCES, type Dance, type DanceId } from '../vocabulary';
import { withDance } from './dance-schema';
import type { Figure } from './schema';

/** What a figure is called until somebody names it. */
export const NEW_NAME = 'New figure';

/** Nothing is written but the names of lines. @example isEmpty(newFigure('a1', 'waltz')) // true */
export const isEmpty = (figure: Pick<Figure, 'lines'>): boolean =>
  figure.lines.split('\n').every((l) => /^\s*(?:[a-z-]+:?)?\s*$/i.test(l));

/** An empty figure with everything the dance supplies. @example newFigure('a1', 'slot-swing').feel // 'swung' */
export function newFigure(id: string, dance: DanceId | Dance, name = NEW_NAME): Figure {
  const row: Dance = typeof dance === 'string' ? { id: dance, ...DANCES[dance] } : dance;
  const figure: Figure = {
    id,
    name,
    dance: row.id,
    family: '',
    level: 1,
    start: { formation: row.formation, hold: row.hold, facing: 0, leaderFree: 'L', followerFree: 'R' },
    end: {},
    feel: row.feel,
    tempo: { ...row.tempo },
    sameFoot: [],
    ownTiming: [],
    notes: '',
    cautions: [],
    lines: 'leader \nfollower \nhands \ncalls ',
  };
  return withDance(figure, row);
}
