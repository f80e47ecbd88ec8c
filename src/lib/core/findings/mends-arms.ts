import { TICKS_PER_BEAT, type Hand, type Role, type Ticks } from '../base';
import { LEAD_WINDOW, type Analysis } from '../analysis';
import { writtenTick, type FigureEdit } from '../figure';
import type { WordTrack } from '../vocabulary';
import { lessTurn } from './rules-turn';
import { remedy, say, setAction } from './steps';
import type { Remedy } from './types';

/** What mends the arms: raise, change, let go, turn the other way, turn less. */

export const SIDE = { L: 'left', R: 'right' } as const;
export const handWord = (h: Hand): string => SIDE[h];
/** The beat a tick lies in. */
export const beat = (tick: Ticks): Ticks => Math.max(0, Math.floor(tick / TICKS_PER_BEAT) * TICKS_PER_BEAT);

export const write = (
  a: Analysis,
  track: WordTrack,
  tick: Ticks,
  text: string | undefined,
  add = false,
): FigureEdit => {
  const at = writtenTick(tick, a.figure);
  return text === undefined
    ? { type: 'write-words', track, tick: at }
    : { type: 'write-words', track, tick: at, text, add };
};
export const hands = (a: Analysis, tick: Ticks, text: string): FigureEdit =>
  write(a, 'hands', tick, text, true);

export const BEATS_BACK = [1, 2, 3, 4, 0, 5, 6];

/** Raise a hand some counts before and lower it some counts after. */
export function raises(a: Analysis, arm: Hand, tick: Ticks): Remedy[] {
  const text = handWord(arm);
  return BEATS_BACK.flatMap((n) => {
    const up = beat(tick) - n * TICKS_PER_BEAT;
    if (up < 0) return [];
    return [1, 2, 3, 4].flatMap((k) => {
      const down = beat(tick) + k * TICKS_PER_BEAT;
      if (down > a.end) return [];
      const lower = down >= a.end ? [] : [hands(a, down, `lower ${text}`)];
      return [
        remedy(
          'raise-hand',
          undefined,
          { hand: text, count: say(a, up), to: say(a, Math.min(down, a.end - TICKS_PER_BEAT)) },
          hands(a, up, `raise ${text}`),
          ...lower,
        ),
      ];
    });
  });
}

export function releases(a: Analysis, arm: Hand, tick: Ticks): Remedy[] {
  const text = handWord(arm);
  return BEATS_BACK.flatMap((n) => {
    const at = beat(tick) - n * TICKS_PER_BEAT;
    if (at < 0) return [];
    return [
      remedy('release-hand', undefined, { hand: text, count: say(a, at) }, hands(a, at, `release ${text}`)),
    ];
  });
}

/** Another pair of hands before the turn. */
export function changes(a: Analysis, arm: Hand, tick: Ticks): Remedy[] {
  const held = a.arms.held.find((h) => h.leader === arm && h.from <= tick && tick < h.to);
  if (!held) return [];
  const other = (h: Hand): Hand => (h === 'L' ? 'R' : 'L');
  const pairs: [Hand, Hand][] = [
    [arm, other(held.follower)],
    [other(arm), held.follower],
  ];
  return [1, 2, 3].flatMap((n) => {
    const at = beat(tick) - n * TICKS_PER_BEAT;
    if (at < 0) return [];
    return pairs.map(([l, f]) => {
      const pair = `${SIDE[l]} to ${SIDE[f]}`;
      return remedy(
        'change-hands',
        undefined,
        { hands: pair, count: say(a, at) },
        hands(a, at, `change to ${pair}`),
      );
    });
  });
}

/** The steps that turn round a tick, turned the other way, or one turn fewer. */
export function otherTurns(a: Analysis, role: Role, tick: Ticks): Remedy[] {
  const turning = a.roles[role].actions.filter(
    (w) => w.action.turn !== undefined && w.tick > tick - LEAD_WINDOW && w.tick <= tick + 2 * TICKS_PER_BEAT,
  );
  const first = turning[0];
  if (!first) return [];
  const reverse = remedy(
    'reverse-turns',
    role,
    { count: say(a, first.tick) },
    ...turning.map((w) => setAction(role, w, { turn: -(w.action.turn ?? 0) })),
  );
  const single = turning.map((w) =>
    remedy('no-turn', role, { count: say(a, w.tick) }, setAction(role, w, { turn: undefined })),
  );
  return [reverse, ...lessTurn(a, role), ...single];
}

/** Letting the worst-stretched hands go for the time they are apart. */
export function letGoWhileApart(a: Analysis): Remedy[] {
  const { stretch } = a.floor;
  if (!stretch) return [];
  return releases(a, stretch.arm, stretch.from).slice(0, 3);
}
