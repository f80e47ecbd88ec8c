import { TICKS_PER_BEAT, fail, ok, otherFoot, type Result, type Ticks } from '../base';
import type { Figure } from '../figure';
import {
  lengthOfScore,
  mapTracks,
  moved,
  openedAt,
  scoreOf,
  takesWeight,
  wellPlaced,
  type MoveRow,
  type Score,
} from './score';
import type { BreakSchool, VaryFailure } from './types';

type Made = Result<Figure, VaryFailure>;

const CYCLE: Ticks = 8 * TICKS_PER_BEAT;

/** Which salsa counting a figure is written in; undefined for other dances. */
export function breakSchoolOf(figure: Figure): BreakSchool | undefined {
  if (figure.dance === 'salsa-on-1') return 'on-1';
  if (figure.dance !== 'salsa-on-2') return undefined;
  const first = openedAt(scoreOf(figure), 1).leader.find((r) => r.tick === 0);
  return first && takesWeight(first.content) ? 'on-2-early' : 'on-2-late';
}

/** The same steps to the same music, with the break on another count. Errors: steps stand where the school has none. */
export function breakOn(figure: Figure, school: BreakSchool): Made {
  const now = breakSchoolOf(figure);
  if (!now) return fail('not-this-dance');
  if (now === school) return fail('no-such-place');
  const onOne =
    now === 'on-1'
      ? ok(figure)
      : now === 'on-2-late'
        ? rotated(figure, -TICKS_PER_BEAT)
        : rotatedSlots(figure, -1);
  if (!onOne.ok) return onOne;
  const moved =
    school === 'on-1'
      ? onOne
      : school === 'on-2-late'
        ? rotated(onOne.value, TICKS_PER_BEAT)
        : rotatedSlots(onOne.value, 1);
  return moved.ok ? ok({ ...moved.value, dance: school === 'on-1' ? 'salsa-on-1' : 'salsa-on-2' }) : moved;
}

/** Everything a beat later or earlier; what falls off one end, which may be no step, comes back at the other. */
function rotated(figure: Figure, by: Ticks): Made {
  const score = everyUnitOpened(scoreOf(figure));
  const length = lengthOfScore(score);
  if (length % CYCLE !== 0) return fail('no-such-count');
  const off = (t: Ticks): boolean => t + by < 0 || t + by >= length;
  if (bothRows(score).some((r) => off(r.tick) && takesWeight(r.content))) return fail('something-there');
  return turnedRound(figure, score, (t) => (t + by + length) % length, off);
}

/** The beats of a bar of eight on which salsa steps. */
const STEPS = [0, 1, 2, 4, 5, 6].map((b) => b * TICKS_PER_BEAT);

/** Every step to the next (or previous) stepping count; what falls off the end comes back at the beginning. */
function rotatedSlots(figure: Figure, by: 1 | -1): Made {
  const score = everyUnitOpened(scoreOf(figure));
  const length = lengthOfScore(score);
  if (length % CYCLE !== 0) return fail('no-such-count');
  const slots = Array.from({ length: length / CYCLE }, (_, i) => STEPS.map((s) => s + i * CYCLE)).flat();
  const beat = (t: Ticks): Ticks => Math.floor(t / TICKS_PER_BEAT) * TICKS_PER_BEAT;
  const off = (t: Ticks): boolean => beat(t) === (by > 0 ? slots.at(-1) : slots[0]);
  if (bothRows(score).some((r) => takesWeight(r.content) && !slots.includes(beat(r.tick))))
    return fail('something-there');
  if (bothRows(score).some((r) => off(r.tick) && r.content.turn)) return fail('something-there');
  const to = (t: Ticks): Ticks => {
    const i = slots.indexOf(beat(t));
    const next = i < 0 ? t : slots[(i + by + slots.length) % slots.length];
    return i < 0 ? t : (next ?? 0) + (t - beat(t));
  };
  const made = turnedRound(figure, score, to, off);
  return made.ok ? ok(otherFeetFirst(made.value)) : made;
}

const otherFeetFirst = (f: Figure): Figure => ({
  ...f,
  start: {
    ...f.start,
    leaderFree: otherFoot(f.start.leaderFree),
    followerFree: otherFoot(f.start.followerFree),
  },
});

const bothRows = (score: Score): readonly MoveRow[] => [...score.leader, ...score.follower];
const everyUnitOpened = (score: Score): Score => {
  let next = score;
  for (let t = TICKS_PER_BEAT / 2; t < lengthOfScore(score); t += TICKS_PER_BEAT / 2)
    next = openedAt(next, t);
  return next;
};

/** The hands at the beginning stay there; none may be moved from one end to the other. */
function turnedRound(
  figure: Figure,
  score: Score,
  to: (t: Ticks) => Ticks,
  off: (t: Ticks) => boolean,
): Made {
  if (score.hands.some((r) => r.tick > 0 && off(r.tick))) return fail('hands-there');
  const next = mapTracks(score, (rows, track) =>
    rows
      .map((r) => (track === 'hands' && r.tick === 0 ? r : moved(r, to(r.tick))))
      .sort((a, b) => a.tick - b.tick),
  );
  const clash = next.hands.filter((r) => r.tick === 0).length > 1;
  return clash ? fail('hands-there') : wellPlaced(figure, next);
}
