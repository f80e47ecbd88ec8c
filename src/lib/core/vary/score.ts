import { TICKS_PER_BEAT, fail, ok, same, type Result, type Role, type Ticks } from '../base';
import {
  openUnit,
  rewriteTrack,
  rowsOf,
  uncounted,
  type ContentOf,
  type CountRange,
  type Figure,
  type Row,
} from '../figure';
import { parse, type Action, type Body } from '../notation';
import { positionAt, tickOf } from '../time';
import { FEELS, KINDS, TRACK_NAMES, UNITS, type Feel, type Track } from '../vocabulary';
import type { VaryFailure } from './types';

export type MoveRow = Row<Body>;
/** The items of every line with their places, to be moved about and written back. */
export type Score = { readonly [T in Track]: readonly Row<ContentOf<T>>[] };

/** A place of the danced figure as a written place: ticks of a straight beat. @example placeOf(32, 'swung') // 30 */
export function placeOf(tick: Ticks, feel: Feel): Ticks {
  const p = positionAt(tick, feel);
  if (p) return tickOf(p, 'straight');
  return Math.round((tick / TICKS_PER_BEAT) * 2) * (TICKS_PER_BEAT / 2);
}
/** The inverse of {@link placeOf}. */
export function tickOfPlace(place: Ticks, feel: Feel): Ticks {
  const p = positionAt(place, 'straight');
  return p ? tickOf(p, feel) : place;
}

const straight = (f: Figure): Figure => (f.feel === 'straight' ? f : { ...f, feel: 'straight' });

/** A repeat written out, so that every danced count can be changed by itself. */
export function writtenOut(figure: Figure): Figure {
  const r = figure.repeat;
  if (!r) return figure;
  const { repeat: _, ...once } = figure;
  const from = (r.from - 1) * TICKS_PER_BEAT;
  const to = r.to * TICKS_PER_BEAT;
  const by = (to - from) * (r.times - 1);
  const longer = (x: CountRange): CountRange => ({
    from: x.from > r.to ? x.from + by / TICKS_PER_BEAT : x.from,
    to: x.to > r.to ? x.to + by / TICKS_PER_BEAT : x.to,
  });
  const score = mapTracks(scoreOf(once), (rows) => [
    ...rows.filter((x) => x.tick < to),
    ...Array.from({ length: r.times - 1 }, (_, i) =>
      rows.filter((x) => x.tick >= from && x.tick < to).map((x) => moved(x, x.tick + (i + 1) * (to - from))),
    ).flat(),
    ...rows.filter((x) => x.tick >= to).map((x) => moved(x, x.tick + by)),
  ]);
  const out = { ...once, sameFoot: once.sameFoot.map(longer), ownTiming: once.ownTiming.map(longer) };
  return r.times > 1 ? withScore(out, score) : out;
}

export function scoreOf(figure: Figure): Score {
  const parsed = parse(figure.lines);
  const f = straight(figure);
  return Object.fromEntries(TRACK_NAMES.map((t) => [t, rowsOf(f, parsed, t)])) as unknown as Score;
}

/** Writes a score; lines in which nothing changed keep their text. */
export function withScore(figure: Figure, score: Score): Figure {
  let f = straight(figure);
  for (const track of TRACK_NAMES) {
    const parsed = parse(f.lines);
    const before: readonly Row[] = rowsOf(f, parsed, track);
    const rows: readonly Row[] = score[track];
    if (rows.length === before.length && rows.every((r, i) => sameRow(r, before[i]))) continue;
    const stays = rows.length === before.length && rows.every((r, i) => r.tick === before[i]?.tick);
    f = rewriteTrack(f, parsed, track, stays ? rows : withTail(uncounted(rows)));
  }
  return { ...f, feel: figure.feel };
}

/** A slow at the very end, once it is written as a count, keeps its length by a wait. */
function withTail(rows: readonly Row[]): readonly Row[] {
  const end = rows.reduce<Row | undefined>((a, b) => (a && a.tick > b.tick ? a : b), undefined);
  if (!end?.relabel || end.label.type !== 'value' || typeof end.content === 'string') return rows;
  const last = (end.last ?? 0) - TICKS_PER_BEAT;
  if (last <= end.tick) return rows;
  const content: Body = { type: 'action', kind: 'hold' };
  return [...rows, { ...end, tick: last, content, label: { type: 'count', beat: 1, sub: '' } }];
}

const sameRow = (a: Row, b: Row | undefined): boolean =>
  b !== undefined && a.tick === b.tick && same(a.content, b.content);

export const moved = <R extends Row>(row: R, tick: Ticks): R =>
  row.tick === tick
    ? row
    : {
        ...row,
        tick,
        relabel: true,
        ...(row.last === undefined ? {} : { last: row.last + tick - row.tick }),
      };

export function mapTracks(score: Score, f: (rows: readonly Row[], track: Track) => readonly Row[]): Score {
  return Object.fromEntries(TRACK_NAMES.map((t) => [t, f(score[t], t)])) as unknown as Score;
}

/** A role's items with every unit word that reaches into `[from, to)` opened into its steps. */
export function opened(rows: readonly MoveRow[], from: Ticks, to: Ticks): MoveRow[] {
  return rows.flatMap((row) => {
    const body = row.content;
    if (body.type !== 'unit') return [row];
    const end = row.tick + UNITS[body.unit].beats * TICKS_PER_BEAT;
    if (end <= from || row.tick >= to) return [row];
    return openUnit(body).map((action, i): MoveRow => {
      const s = UNITS[body.unit].steps[i];
      const offset = s ? s.beat * TICKS_PER_BEAT + FEELS.straight.ticks[s.sub] : 0;
      return { ...row, content: action, tick: row.tick + offset, relabel: i > 0 || row.relabel };
    });
  });
}

/** Every unit word opened across the place `at`, for both roles: time can then change there. */
export function openedAt(score: Score, at: Ticks): Score {
  return {
    ...score,
    leader: openedAcross(score.leader, at),
    follower: openedAcross(score.follower, at),
  };
}
export function openedAcross(rows: readonly MoveRow[], at: Ticks): MoveRow[] {
  return rows.flatMap((r) =>
    r.content.type === 'unit' && r.tick < at && r.tick + UNITS[r.content.unit].beats * TICKS_PER_BEAT > at
      ? opened([r], r.tick, at)
      : [r],
  );
}

export const isAction = (b: Body): b is Action => b.type === 'action';
export const takesWeight = (b: Body): boolean => b.type === 'action' && KINDS[b.kind].weight === 'takes';

/** Where the written figure ends: no line lasts longer. */
export function lengthOfScore(score: Score): Ticks {
  const ends = [...score.leader, ...score.follower].map((r) =>
    r.content.type === 'unit'
      ? r.tick + UNITS[r.content.unit].beats * TICKS_PER_BEAT
      : Math.max(r.last ?? 0, (Math.floor(r.tick / TICKS_PER_BEAT) + 1) * TICKS_PER_BEAT),
  );
  return Math.max(0, ...ends);
}

export const lineOf = (score: Score, track: Track, tick: Ticks): number => {
  const rows: readonly Row[] = score[track];
  return (rows.filter((r) => r.tick <= tick).at(-1) ?? rows[0])?.line ?? -1;
};

export const newRow = (score: Score, role: Role, tick: Ticks, content: Body): MoveRow => ({
  line: lineOf(score, role, tick),
  tick,
  label: { type: 'count', beat: Math.floor(tick / TICKS_PER_BEAT) + 1, sub: '' },
  content,
  relabel: true,
});

/** Moves all that comes at or after `at` by `by`, on the tracks given; details that name counts go along. */
export function withTime(
  figure: Figure,
  score: Score,
  at: Ticks,
  by: Ticks,
  tracks: readonly Track[],
): Result<Figure, VaryFailure> {
  const shift = (r: Row): Row => (r.tick >= at ? moved(r, r.tick + by) : r);
  const next = mapTracks(score, (rows, t) => (tracks.includes(t) ? rows.map(shift) : rows));
  const whole = tracks.length === TRACK_NAMES.length;
  return wellPlaced(whole ? withRanges(figure, (b) => (b - 1) * TICKS_PER_BEAT >= at, by) : figure, next);
}

function withRanges(figure: Figure, after: (beat: number) => boolean, by: Ticks): Figure {
  const beats = Math.round(by / TICKS_PER_BEAT);
  const shifted = (r: CountRange): CountRange => {
    const from = after(r.from) ? r.from + beats : r.from;
    return { from: Math.max(1, from), to: Math.max(1, from, after(r.to) ? r.to + beats : r.to) };
  };
  return { ...figure, sameFoot: figure.sameFoot.map(shifted), ownTiming: figure.ownTiming.map(shifted) };
}

/** Only an "and" may come before count 1. */
const countable = (place: Ticks): boolean => {
  const p = positionAt(place, 'straight');
  return p !== undefined && (p.beat >= 1 || (p.beat === 0 && p.sub !== ''));
};

/** Refuses two items of one track on the same place, or a place without a count. */
export function wellPlaced(figure: Figure, score: Score): Result<Figure, VaryFailure> {
  for (const track of TRACK_NAMES) {
    const rows: readonly Row[] = [...score[track]].sort((a, b) => a.tick - b.tick);
    for (const [i, r] of rows.entries()) {
      if (!countable(r.tick)) return fail('no-such-count');
      if (rows[i + 1]?.tick === r.tick) return fail('something-there');
    }
  }
  return ok(withScore(figure, score));
}
