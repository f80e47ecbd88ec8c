import { TICKS_PER_BEAT, fail, ok, otherFoot, type Result, type Ticks } from '../base';
import { signedHeading } from '../base';
import type { Figure, Row } from '../figure';
import { printHands, readHands, type Body, type HandAct, type Which } from '../notation';
import { FORMATIONS, HOLDS, type FormationId, type HoldId } from '../vocabulary';
import {
  lengthOfScore,
  mapTracks,
  moved,
  openedAt,
  scoreOf,
  takesWeight,
  wellPlaced,
  withScore,
  type MoveRow,
  type Score,
} from './score';
import type { BreakSchool, VaryFailure } from './types';

type Made = Result<Figure, VaryFailure>;

/** The same hold seen in a mirror. Body holds are kept: nobody mirrors them. */
const MIRRORED: Partial<Record<HoldId, HoldId>> = {
  none: 'none',
  'left-right': 'right-left',
  'right-left': 'left-right',
  'two-hand': 'two-hand',
  handshake: 'left-left',
  'left-left': 'handshake',
  crossed: 'crossed-left',
  'crossed-left': 'crossed',
  closed: 'closed',
  'close-embrace': 'close-embrace',
};
/** The same hold with the roles exchanged. */
const EXCHANGED: Partial<Record<HoldId, HoldId>> = {
  none: 'none',
  'left-right': 'right-left',
  'right-left': 'left-right',
  'two-hand': 'two-hand',
  handshake: 'handshake',
  'left-left': 'left-left',
  crossed: 'crossed',
  'crossed-left': 'crossed-left',
  closed: 'closed',
  'close-embrace': 'close-embrace',
};
const EVEN: ReadonlySet<FormationId> = new Set([
  'open',
  'closed',
  'close-embrace',
  'tandem',
  'back-to-back',
  'apart',
]);

const swapSides = (text: string): string =>
  text.replace(/\b(left|right)(’s|'s)?\b/gi, (w, side: string, rest: string | undefined) => {
    const other = side.toLowerCase() === 'left' ? 'right' : 'left';
    return (
      (side[0] === side[0]?.toUpperCase() ? other[0]?.toUpperCase() + other.slice(1) : other) + (rest ?? '')
    );
  });

/** Left and right exchanged: feet, turns, hands and words. Twice gives the figure again. */
export function mirror(figure: Figure): Made {
  const { start, end } = figure;
  const hold = MIRRORED[start.hold];
  if (!hold || !EVEN.has(start.formation)) return fail('one-sided');
  if (end.formation && !EVEN.has(end.formation)) return fail('one-sided');
  const body = HOLDS[start.hold].body;
  const score = mapTracks(scoreOf(figure), (rows, track) =>
    rows.map((r) => {
      if (typeof r.content !== 'string') return { ...r, content: mirrorBody(r.content) };
      return track === 'hands' && body ? r : { ...r, content: swapSides(r.content) };
    }),
  );
  const details: Figure = {
    ...figure,
    start: {
      ...start,
      hold,
      facing: -start.facing || 0,
      leaderFree: otherFoot(start.leaderFree),
      followerFree: otherFoot(start.followerFree),
    },
    end: {
      ...end,
      ...(end.leaderFree ? { leaderFree: otherFoot(end.leaderFree) } : {}),
      ...(end.followerFree ? { followerFree: otherFoot(end.followerFree) } : {}),
    },
  };
  return ok(withScore(details, score));
}

function mirrorBody(b: Body): Body {
  return {
    ...b,
    ...(b.foot ? { foot: otherFoot(b.foot) } : {}),
    ...(b.turn !== undefined ? { turn: -b.turn } : {}),
    ...(b.then !== undefined ? { then: -b.then } : {}),
    ...(b.note !== undefined ? { note: swapSides(b.note) } : {}),
  } as Body;
}

/** Who led now follows. Twice gives the figure again. */
export function swapRoles(figure: Figure): Made {
  const { start, end } = figure;
  const hold = EXCHANGED[start.hold];
  if (!hold || FORMATIONS[start.formation].turn !== 180) return fail('one-sided');
  const score = scoreOf(figure);
  const hands = HOLDS[start.hold].body ? score.hands : score.hands.map(exchangedRow);
  const details: Figure = {
    ...figure,
    start: {
      formation: start.formation,
      hold,
      facing: signedHeading(start.facing + 180),
      leaderFree: start.followerFree,
      followerFree: start.leaderFree,
    },
    end: {
      ...(end.formation ? { formation: end.formation } : {}),
      ...(end.followerFree ? { leaderFree: end.followerFree } : {}),
      ...(end.leaderFree ? { followerFree: end.leaderFree } : {}),
    },
    lines: exchangeTracks(figure.lines),
  };
  return ok(withScore(details, { ...scoreOf(details), hands }));
}

const PARTNER: Readonly<Record<string, string>> = {
  leader: 'follower',
  follower: 'leader',
  'leader-body': 'follower-body',
  'follower-body': 'leader-body',
};

/** The lines change their names and then their places, so that the leader's still come first. */
function exchangeTracks(lines: string): string {
  const texts = lines.split('\n').map((text) => {
    const m = /^(\s*)(\S+)([^]*)$/.exec(text);
    const other = m && PARTNER[(m[2] ?? '').toLowerCase()];
    return m && other ? { name: other, text: `${m[1] ?? ''}${other}${m[3] ?? ''}` } : { name: '', text };
  });
  for (const name of ['leader', 'leader-body']) {
    const a = texts.findIndex((t) => t.name === PARTNER[name]);
    const b = texts.findIndex((t) => t.name === name);
    const [x, y] = [texts[a], texts[b]];
    if (x && y && a < b) [texts[a], texts[b]] = [y, x];
  }
  return texts.map((t) => t.text).join('\n');
}

function exchangedRow(r: Row<string>): Row<string> {
  const { acts, unknown } = readHands(r.content);
  const exchanged = acts.map(exchangedAct);
  if (unknown.length > 0 || JSON.stringify(exchanged) === JSON.stringify(acts)) return r;
  return { ...r, content: printHands(exchanged) };
}

function exchangedAct(act: HandAct): HandAct {
  switch (act.type) {
    case 'take': {
      const top = act.pairs.find(([l]) => l === act.top)?.[1];
      const pairs = act.pairs.map(([l, f]) => [f, l] as const).sort((a, b) => a[0].localeCompare(b[0]));
      return { ...act, pairs, ...(act.top ? { top: top ?? act.top } : {}) };
    }
    case 'height':
    case 'grip':
    case 'release':
    case 'slide':
      return { ...act, which: exchangedWhich(act.which) };
    case 'over':
      return {
        ...act,
        which: exchangedWhich(act.which),
        heads: act.heads === 'both' ? 'both' : act.heads === 'leader' ? 'follower' : 'leader',
      };
    case 'rest':
      return { ...act, role: act.role === 'leader' ? 'follower' : 'leader' };
    case 'lead':
    case 'remark':
      return act;
  }
}

function exchangedWhich(w: Which): Which {
  if (w.type === 'hand') return { ...w, role: w.role === 'leader' ? 'follower' : 'leader' };
  return w.type === 'pair' ? { type: 'pair', leader: w.follower, follower: w.leader } : w;
}

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
