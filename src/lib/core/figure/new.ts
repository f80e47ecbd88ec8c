import { DANCES, type Dance, type DanceId } from '../vocabulary';
import { withDance } from './dance-schema';
import type { Figure } from './schema';

/** An empty figure with everything the dance supplies. @example newFigure('a1', 'slot-swing').feel // 'swung' */
export function newFigure(id: string, dance: DanceId | Dance, name = 'New figure'): Figure {
  const row: Dance = typeof dance === 'string' ? { id: dance, ...DANCES[dance] } : dance;
  const figure: Figure = {
    id,
    name,
    dance: row.id,
    family: 'basic',
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
