import { ROLES, TICKS_PER_BEAT } from '../base';
import { armsAt, turnRate, type Analysis } from '../analysis';
import { behindBack, eachEnd } from '../arms';
import { LEVELS, LEVEL_IDS, type Level } from '../vocabulary';
import { HALF, patternLevel, type Pattern } from './patterns';
import { isAction, opened, placeOf, scoreOf, takesWeight } from './score';

/**
 * The lowest level a figure is fit for: how fast it turns, how it steps between the beats, what the arms do.
 * Limits of turning are those of the levels; the rest is our choice.
 */
export function levelNeeded(a: Analysis): Level {
  return Math.max(turnLevel(a), rhythmLevel(a), armLevel(a)) as Level;
}

function turnLevel(a: Analysis): Level {
  const rate = Math.max(
    ...ROLES.map((r) => turnRate(a.roles[r].fastest.revolutions, TICKS_PER_BEAT, a.figure.tempo.max)),
  );
  return LEVEL_IDS.find((l) => rate <= LEVELS[l].turnRate + 1e-9) ?? 4;
}

function rhythmLevel(a: Analysis): Level {
  const score = scoreOf(a.figure);
  const to = placeOf(a.end, a.figure.feel);
  const levels = ROLES.flatMap((role) => {
    const places = opened(score[role], 0, to)
      .filter((r) => isAction(r.content) && takesWeight(r.content))
      .map((r) => r.tick);
    const slots = new Set(places.map((p) => Math.floor(p / HALF)));
    return a.roles[role].units.map((u) => {
      const first = Math.round(u.from / HALF);
      const n = Math.round((u.to - u.from) / HALF);
      const pattern: Pattern = Array.from({ length: n }, (_, i) => (slots.has(first + i) ? 's' : '-')).join(
        '',
      );
      return patternLevel(pattern);
    });
  });
  return Math.max(1, ...levels) as Level;
}

/** Hands kept: beginners; crossed, wrapped or changed: improvers; crossed twice: intermediate; behind a back: advanced. */
function armLevel(a: Analysis): Level {
  let level: Level = a.arms.held.length > 2 ? 2 : 1;
  for (let tick = a.start; tick <= a.end; tick += TICKS_PER_BEAT) {
    const s = armsAt(a.arms, tick, true);
    const crossed = Math.abs(s.crossing);
    if (eachEnd(s).some((e) => behindBack(e.hand, e.w))) return 4;
    if (crossed >= 2) level = 3;
    else if (crossed >= 1 && level < 2) level = 2;
  }
  return level;
}
