import * as z from 'zod/mini';
import { invariant, modulo, type Bpm, type Seconds } from '../base';
import { clockOf, type TempoChange } from '../time';
import type { ClaveId, ClaveSide } from './claves';

/** Beats in a bar music is danced in. */
export const BARS = [2, 3, 4] as const;
export type Bar = (typeof BARS)[number];

export const SECTION_KINDS = ['intro', 'part', 'break', 'end'] as const;
export type SectionKind = (typeof SECTION_KINDS)[number];
export const MARK_KINDS = ['break', 'hit'] as const;
export type MarkKind = (typeof MARK_KINDS)[number];

const index = z.int().check(z.gte(0), z.lte(20_000));
const rising = (list: readonly number[]): boolean => list.every((x, i) => i === 0 || x > (list[i - 1] ?? 0));

const sectionSchema = z.strictObject({
  from: index,
  name: z.string().check(z.minLength(1), z.maxLength(60)),
  kind: z.enum(SECTION_KINDS),
  /** Danced to its melody: there is little pulse to step on. */
  slow: z.boolean(),
});
const markSchema = z.strictObject({
  beat: index,
  kind: z.enum(MARK_KINDS),
  /** How long it lasts. */
  beats: z.number().check(z.gte(0.25), z.lte(64)),
  /** 1: set by a person, or written in the score. */
  sure: z.number().check(z.gte(0), z.lte(1)),
});

/**
 * Where everything falls in a recording. Beats are seconds from its beginning; everything else names beats by their
 * index. Counting begins anew at every one of `ones` (the 1 of an eight) and of `phrases`; before the first it is
 * counted backwards.
 */
export const songMapSchema = z
  .strictObject({
    beats: z
      .array(z.number().check(z.gte(0), z.lte(7200)))
      .check(z.minLength(2), z.maxLength(20_000), z.refine(rising, 'beats come in order')),
    bar: z.literal(BARS),
    ones: z
      .array(index)
      .check(z.minLength(1), z.maxLength(256), z.refine(rising, 'each 1 comes after the one before')),
    /** Beats in a phrase. */
    phrase: z.int().check(z.gte(4), z.lte(128)),
    phrases: z
      .array(index)
      .check(z.minLength(1), z.maxLength(256), z.refine(rising, 'phrases come in order')),
    sections: z.array(sectionSchema).check(z.maxLength(256)),
    marks: z.array(markSchema).check(z.maxLength(512)),
    /** Long to short of the two halves of a beat: 1 straight, 2 triplets. */
    swing: z.number().check(z.gte(1), z.lte(4)),
    clave: z.optional(
      z.strictObject({
        clave: z.enum(['son', 'rumba']),
        side: z.enum(['3-2', '2-3']),
        sure: z.number().check(z.gte(0), z.lte(1)),
      }),
    ),
    /** Beats a person has put where they are: nothing computed moves them. */
    locked: z.array(index).check(z.maxLength(20_000)),
  })
  .check(
    z.refine((m) => rising(m.sections.map((s) => s.from)), { message: 'sections come in order' }),
    z.refine((m) => [...m.ones, ...m.phrases, ...m.locked].every((i) => i < m.beats.length), {
      message: 'a beat is named that is not there',
    }),
  );

export interface Section {
  readonly from: number;
  readonly name: string;
  readonly kind: SectionKind;
  readonly slow: boolean;
}
export interface Mark {
  readonly beat: number;
  readonly kind: MarkKind;
  readonly beats: number;
  readonly sure: number;
}
export interface HeardClave {
  readonly clave: ClaveId;
  readonly side: ClaveSide;
  readonly sure: number;
}
export interface SongMap {
  readonly beats: readonly Seconds[];
  readonly bar: Bar;
  readonly ones: readonly number[];
  readonly phrase: number;
  readonly phrases: readonly number[];
  readonly sections: readonly Section[];
  readonly marks: readonly Mark[];
  readonly swing: number;
  readonly clave?: HeardClave | undefined;
  readonly locked: readonly number[];
}

/** Counts before a new 1: eights in bars of two and four, sixes in bars of three. @example eightOf(3) // 6 */
export const eightOf = (bar: Bar): number => (bar === 3 ? 6 : 8);

/** What a beat is counted as. `eight` and `bar` count from 0 at the last place counting began anew. */
export interface Counted {
  readonly count: number;
  readonly eight: number;
  readonly ofBar: number;
  readonly ofPhrase: number;
}

/**
 * How a beat is counted; works for beats before the first and after the last as well.
 * @example countedAt(map, map.ones[0]) // { count: 1, eight: 0, ofBar: 1, ofPhrase: … }
 */
export function countedAt(m: Pick<SongMap, 'bar' | 'ones' | 'phrase' | 'phrases'>, beat: number): Counted {
  const since = beat - lastUpTo(m.ones, beat);
  const eight = eightOf(m.bar);
  return {
    count: modulo(since, eight) + 1,
    eight: Math.floor(since / eight),
    ofBar: modulo(since, m.bar) + 1,
    ofPhrase: modulo(beat - lastUpTo(m.phrases, beat), m.phrase) + 1,
  };
}

/** The last of a rising list that is not beyond; the first where all are. */
function lastUpTo(list: readonly number[], value: number): number {
  let found = list[0] ?? 0;
  for (const x of list) if (x <= value) found = x;
  return found;
}

/** The beats that begin a row of counting, in order: the first, every 1, and wherever counting starts again. O(beats). */
export function rowStarts(m: SongMap): number[] {
  let before = Infinity;
  return m.beats.flatMap((_, i) => {
    const { count } = countedAt(m, i);
    const starts = count === 1 || count <= before;
    before = count;
    return starts ? [i] : [];
  });
}
/** The row of counting a beat stands in, from 0: the first beat may stand in one without its 1. */
export const rowOf = (m: SongMap, beat: number): number => rowStarts(m).findLastIndex((i) => i <= beat);

/** The beats on which counting is at 1 of an eight, in order. */
export function eightsOf(m: SongMap): number[] {
  return m.beats.flatMap((_, i) => (countedAt(m, i).count === 1 ? [i] : []));
}

/** The section a beat lies in. */
export const sectionAt = (m: Pick<SongMap, 'sections'>, beat: number): Section | undefined =>
  m.sections.findLast((s) => s.from <= beat);

/** Beats a minute, rounded to a hundredth, of a whole song: the median of its beats, so that one long pause the easiest. */
export function tempoOf(m: Pick<SongMap, 'beats'>): Bpm {
  const steps = m.beats.slice(1).map((b, i) => b - (m.beats[i] ?? 0));
  return Math.round(6000 / median(steps)) / 100;
}

/** @example median([3, 1, 2]) // 2 */
export function median(list: readonly number[]): number {
  const sorted = Float64Array.from(list).sort();
  const half = sorted.length >> 1;
  return sorted.length % 2 === 1
    ? (sorted[half] ?? NaN)
    : ((sorted[half - 1] ?? NaN) + (sorted[half] ?? NaN)) / 2;
}

/** Seconds to beats and back along a map, with fractions; before its first beat and after its last the tempo goes on. */
export interface BeatClock {
  readonly at: (beat: number) => Seconds;
  readonly beat: (seconds: Seconds) => number;
  readonly bpm: (beat: number) => Bpm;
}

/** @example beatClock([1, 1.5, 2]).at(0.5) // 1.25 */
export function beatClock(beats: readonly Seconds[]): BeatClock {
  invariant(beats.length >= 2, 'a map has two beats');
  const first = beats[0] ?? 0;
  const changes = beats.slice(1).map((b, i) => ({ beat: i + 1, bpm: 60 / (b - (beats[i] ?? 0)) }));
  const clock = clockOf(changes);
  return {
    at: (beat) => first + clock.seconds(clock.tick(beat + 1)),
    beat: (seconds) => clock.beat(clock.tickAt(seconds - first)) - 1,
    bpm: (beat) => clock.bpm(clock.tick(beat + 1)),
  };
}

/** How far a beat may lie from where a few tempi say: far below what is heard. Our choice. */
const STEADY = 0.012;

/**
 * The tempo of a song in as few changes as keep every beat within 12 ms (or the given), from the beat `from` on, which
 * becomes beat 1. At most `most` changes; where that does not suffice, the tolerance grows.
 * @example tempoChanges([0, 0.5, 1, 2, 3]) // [{ beat: 1, bpm: 120 }, { beat: 3, bpm: 60 }]
 */
export function tempoChanges(beats: readonly Seconds[], from = 0, most = 64, within = STEADY): TempoChange[] {
  const list = beats.slice(from);
  if (list.length < 2) return [];
  const changes: TempoChange[] = [];
  let at = 0;
  let now = list[0] ?? 0;
  while (at < list.length - 1) {
    const { to, period } = longestLine(list, at, now, within);
    changes.push({ beat: at + 1, bpm: 60 / period });
    if (changes.length > most) return tempoChanges(beats, from, most, within * 1.5);
    now += period * (to - at);
    at = to;
  }
  return changes;
}

/** The furthest beat a straight line from (`at`, `now`) reaches with every beat on its way near it, and its step. */
function longestLine(
  list: readonly number[],
  at: number,
  now: number,
  within: number,
): { to: number; period: number } {
  let [low, high] = [0, Infinity];
  let best = { to: at + 1, period: (list[at + 1] ?? 0) - now };
  for (let i = at + 1; i < list.length; i++) {
    const far = (list[i] ?? 0) - now;
    low = Math.max(low, (far - within) / (i - at));
    high = Math.min(high, (far + within) / (i - at));
    if (low > high) break;
    const period = Math.min(high, Math.max(low, far / (i - at)));
    best = { to: i, period };
  }
  return best;
}
