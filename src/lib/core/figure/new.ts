import { DANCES, type DanceId } from '../vocabulary';
import type { Figure } from './schema';

/** An empty figure with everything the dance supplies. @example newFigure('a1', 'slot-swing').feel // 'swung' */
export function newFigure(id: string, dance: DanceId, name = 'New figure'): Figure {
  const row = DANCES[dance];
  return {
    id,
    name,
    dance,
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
}
