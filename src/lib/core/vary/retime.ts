import { ROLES, TICKS_PER_BEAT, fail, type Result, type Role, type Ticks } from '../base';
import type { CountRange, Figure, Row } from '../figure';
import type { Action, Body } from '../notation';
import { HOLDS, TRACK_NAMES, type Track } from '../vocabulary';
import {
  lengthOfScore,
  mapTracks,
  moved,
  newRow,
  openedAcross,
  openedAt,
  scoreOf,
  wellPlaced,
  withTime,
  type MoveRow,
  type Score,
} from './score';
import type { PairKind, VaryFailure, Variation, Whose } from './types';

type Retime = Extract<
  Variation,
  { type: 'stretch' | 'wait' | 'cut' | 'add-pair' | 'delay' | 'accent' | 'scale' }
>;
type Made = Result<Figure, VaryFailure>;

/**
 * Changes when things are danced. Order, feet, directions and turns are kept: only waits and pairs that cancel are
 * added, only what nothing depends on is left out.
 */
export function retime(figure: Figure, v: Retime): Made {
  switch (v.type) {
    case 'stretch':
      return v.by > 0 ? stretched(figure, v.whose, v.at, v.by) : squeezed(figure, v.whose, v.at, -v.by);
    case 'wait':
      return waited(figure, v.whose, v.at, v.by);
    case 'cut':
      return cutOut(figure, v.from, v.to);
    case 'add-pair':
      return pairAdded(figure, v.at, v.pair);
    case 'delay':
      return delayed(figure, v.whose, v.at, v.by);
    case 'accent':
      return accented(figure, v.at, v.onto, v.keep);
    case 'scale':
      return scaled(figure, v.by);
  }
}

const tracksOf = (whose: Whose): readonly Track[] => (whose === 'both' ? TRACK_NAMES : [whose]);

/** Time is put in just after what is danced at `at`. */
function stretched(figure: Figure, whose: Whose, at: Ticks, by: Ticks): Made {
  const score = whose === 'both' ? openedAt(scoreOf(figure), at + 1) : openedFor(figure, whose, at + 1);
  if (!ROLES.some((r) => score[r].some((x) => x.tick === at))) return fail('no-such-place');
  const last = ROLES.every((r) => score[r].every((x) => x.tick <= at));
  if (last) return waited(figure, whose, lengthOfScore(score), by);
  return withTime(figure, score, at + 1, by, tracksOf(whose));
}

const openedFor = (figure: Figure, role: Role, at: Ticks): Score => {
  const score = scoreOf(figure);
  return { ...score, [role]: openedAcross(score[role], at) };
};

/** Time is taken out just after what is danced at `at`; nothing may stand there. */
function squeezed(figure: Figure, whose: Whose, at: Ticks, by: Ticks): Made {
  const score = whose === 'both' ? openedAt(scoreOf(figure), at + 1) : openedFor(figure, whose, at + 1);
  const there = (rows: readonly Row[]): boolean => rows.some((r) => r.tick > at && r.tick <= at + by);
  if (tracksOf(whose).some((t) => there(score[t]))) return fail('something-there');
  return withTime(figure, score, at + 1, -by, tracksOf(whose));
}

const HOLD: Action = { type: 'action', kind: 'hold' };

function waited(figure: Figure, whose: Whose, at: Ticks, by: Ticks): Made {
  const score = whose === 'both' ? openedAt(scoreOf(figure), at) : openedFor(figure, whose, at);
  if (at > lengthOfScore(score) || at % TICKS_PER_BEAT !== 0) return fail('no-such-place');
  const roles = whose === 'both' ? ROLES : [whose];
  const later = withTime(figure, score, at, by, tracksOf(whose));
  if (!later.ok) return later;
  const next = scoreOf(later.value);
  const held = Object.fromEntries(
    roles.map((r) => [r, [...next[r], ...holds(next, r, at, by)]]),
  ) as unknown as Partial<Score>;
  return wellPlaced(later.value, { ...next, ...held });
}
/** A wait is written at its first count, and at its last, so that it is as long as it should be at the very end. */
const holds = (score: Score, role: Role, at: Ticks, by: Ticks): MoveRow[] =>
  Array.from({ length: Math.max(1, Math.round(by / TICKS_PER_BEAT)) }, (_, i) =>
    newRow(score, role, at + i * TICKS_PER_BEAT, HOLD),
  );

/** The items in `[from, to)` go, and what follows comes earlier. */
function cutOut(figure: Figure, from: Ticks, to: Ticks): Made {
  const score = openedAt(openedAt(scoreOf(figure), from), to);
  if (to <= from || to > lengthOfScore(score)) return fail('no-such-place');
  if (score.hands.some((r) => r.tick >= from && r.tick < to)) return fail('hands-there');
  const left = mapTracks(score, (rows) => rows.filter((r) => r.tick < from || r.tick >= to));
  if (ROLES.some((r) => left[r].length === 0)) return fail('no-such-place');
  const made = withTime(figure, left, to, from - to, TRACK_NAMES);
  const shorter = lengthOfScore(score) - (to - from);
  return made.ok && lengthOfScore(scoreOf(made.value)) !== shorter ? fail('something-there') : made;
}

/** Two steps that cancel, for both; in a body hold the follower's are the opposite. */
const PAIRS: Readonly<Record<PairKind, (role: Role, body: boolean) => readonly [Body, Body]>> = {
  rock: (role, body) => [
    { ...HOLD, kind: 'step', direction: body && role === 'leader' ? 'fwd' : 'back', size: 'small' },
    { type: 'action', kind: 'replace' },
  ],
  places: () => [
    { type: 'action', kind: 'step', direction: 'place' },
    { type: 'action', kind: 'step', direction: 'place' },
  ],
  sides: () => [
    { type: 'action', kind: 'step', direction: 'side', size: 'small' },
    { type: 'action', kind: 'replace' },
  ],
};

function pairAdded(figure: Figure, at: Ticks, pair: PairKind): Made {
  const score = openedAt(scoreOf(figure), at);
  if (at > lengthOfScore(score) || at % TICKS_PER_BEAT !== 0) return fail('no-such-place');
  const later = withTime(figure, score, at, 2 * TICKS_PER_BEAT, TRACK_NAMES);
  if (!later.ok) return later;
  const next = scoreOf(later.value);
  const rows = (role: Role): MoveRow[] => [
    ...next[role],
    ...PAIRS[pair](role, HOLDS[figure.start.hold].body).map((b, i) =>
      newRow(next, role, at + i * TICKS_PER_BEAT, b),
    ),
  ];
  return wellPlaced(later.value, { ...next, leader: rows('leader'), follower: rows('follower') });
}

/** The step at `at` moves within the gap it stands in. */
function delayed(figure: Figure, whose: Whose, at: Ticks, by: Ticks): Made {
  let score = scoreOf(figure);
  let found = false;
  for (const role of whose === 'both' ? ROLES : [whose]) {
    const rows = openedAcross(openedAcross(score[role], at), at + 1);
    const index = rows.findIndex((r) => r.tick === at);
    const row = rows[index];
    if (!row) continue;
    found = true;
    const before = rows[index - 1]?.tick ?? -1;
    const after = rows[index + 1]?.tick ?? (Math.floor(at / TICKS_PER_BEAT) + 1) * TICKS_PER_BEAT;
    if (at + by <= before || at + by >= after || at + by < 0) return fail('something-there');
    score = { ...score, [role]: rows.with(index, moved(row, at + by)) };
  }
  return found ? wellPlaced(figure, score) : fail('no-such-place');
}

/** Everything from `at` on comes `onto − at` later, up to a gap long enough to give way; without one it grows. */
function accented(figure: Figure, at: Ticks, onto: Ticks, keep: boolean): Made {
  const by = onto - at;
  const score = openedAt(scoreOf(figure), at);
  if (!ROLES.some((r) => score[r].some((x) => x.tick === at)) || by === 0) return fail('no-such-place');
  if (by < 0 && ROLES.some((r) => score[r].some((x) => x.tick < at && x.tick >= at + by)))
    return fail('something-there');
  if (!keep) return withTime(figure, score, at, by, TRACK_NAMES);
  const until = givesWay(score, at, by);
  if (until === undefined) return fail('no-room');
  const shift = (r: Row): Row => (r.tick >= at && r.tick < until ? moved(r, r.tick + by) : r);
  return wellPlaced(
    figure,
    mapTracks(openedAt(score, until), (rows) => rows.map(shift)),
  );
}

/** The first place after `at` before which both leave at least `by` and a beat free. */
function givesWay(score: Score, at: Ticks, by: Ticks): Ticks | undefined {
  const places = [...new Set(ROLES.flatMap((r) => score[r].map((x) => x.tick)))].sort((a, b) => a - b);
  const all = [...places.filter((p) => p >= at), lengthOfScore(score)];
  for (let i = 0; i + 1 < all.length; i++) {
    const gap = (all[i + 1] ?? 0) - (all[i] ?? 0);
    if (by > 0 ? gap > by : gap >= TICKS_PER_BEAT) return all[i + 1];
  }
  return undefined;
}

function scaled(figure: Figure, by: 2 | 0.5): Made {
  const length = lengthOfScore(scoreOf(figure));
  if (by === 0.5 && length % (2 * TICKS_PER_BEAT) !== 0) return fail('no-such-count');
  const score = openedAll(scoreOf(figure));
  const next = mapTracks(score, (rows) => rows.map((r) => moved(r, r.tick * by)));
  const range = (r: CountRange): CountRange => ({
    from: Math.max(1, by === 2 ? 2 * r.from - 1 : Math.ceil(r.from / 2)),
    to: by === 2 ? 2 * r.to : Math.ceil(r.to / 2),
  });
  const details = {
    ...figure,
    sameFoot: figure.sameFoot.map(range),
    ownTiming: figure.ownTiming.map(range),
  };
  return wellPlaced(details, by === 2 ? lengthened(next, length * by) : next);
}

const openedAll = (score: Score): Score => {
  const long = lengthOfScore(score);
  let next = score;
  for (let t = TICKS_PER_BEAT / 2; t < long; t += TICKS_PER_BEAT / 2) next = openedAt(next, t);
  return next;
};

/** The last step of each role lasts to the end: said by a wait on the last count. */
function lengthened(score: Score, to: Ticks): Score {
  const last = to - TICKS_PER_BEAT;
  const rows = (role: Role): readonly MoveRow[] =>
    score[role].some((r) => r.tick >= last) ? score[role] : [...score[role], newRow(score, role, last, HOLD)];
  return { ...score, leader: rows('leader'), follower: rows('follower') };
}
