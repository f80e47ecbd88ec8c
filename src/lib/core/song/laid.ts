import { modulo, type Beats } from '../base';
import {
  PHRASES,
  danced,
  hits,
  planOf,
  type Combination,
  type Hit,
  type Phrase,
  type Plan,
  type Repertoire,
} from '../combination';
import { tempoChanges, type SongMap } from '../music';

/** Beats of a song a combination can tell of. */
const MOST_BEATS = 4096;

/** Tempi are kept to a thousandth of a beat a minute: ten minutes drift by less than two hundredths of a second. */
const GRAIN = 1000;

/** What a combination takes from a song: tempo, phrase, breaks, and where its first 1 falls. */
export type Laid = Pick<Combination, 'tempo' | 'phrase' | 'phrases' | 'marks' | 'start' | 'song'>;

/**
 * A combination laid on a song. Its music is counted from the song's beat `from` (an index; usually the 1 of a phrase),
 * and its first 1 falls `start` beats into that.
 * @example laidOn({ id: 's1', map }, 0).start // 1
 */
export function laidOn(
  song: { readonly id: string; readonly map: SongMap },
  from: number,
  start: Beats = 1,
): Laid {
  const { map } = song;
  const tempo = tempoChanges(map.beats, from)
    .filter((t) => t.beat <= MOST_BEATS)
    .map((t) => ({ ...t, bpm: Math.round(t.bpm * GRAIN) / GRAIN }));
  const marks = map.marks.map((m) => m.beat - from + 1).filter((b) => b >= 1 && b <= MOST_BEATS);
  const phrase = (PHRASES as readonly number[]).includes(map.phrase)
    ? (map.phrase as Phrase)
    : map.bar === 3
      ? 24
      : 32;
  return {
    tempo,
    phrase,
    phrases: phrasesFrom(map, from, phrase),
    marks: [...new Set(marks)].slice(0, 256),
    start,
    song: { id: song.id, beat: from },
  };
}

/** Where phrases start from scratch, counted from a beat of the song: the one under way then, and all that come. */
function phrasesFrom(map: SongMap, from: number, phrase: number): number[] {
  const later = map.phrases.filter((b) => b > from).map((b) => b - from + 1);
  const underWay = modulo((map.phrases.findLast((b) => b <= from) ?? map.phrases[0] ?? 0) - from, phrase) + 1;
  const first = later[0] === undefined || underWay < later[0] ? [underWay] : [];
  return [...first, ...later].filter((b) => b <= MOST_BEATS).slice(0, 256);
}

/** A way to meet the breaks of the music: the first 1 on another beat. */
export interface StartWay {
  readonly start: Beats;
  /** Beats later (or earlier, negative) than now. */
  readonly by: Beats;
  readonly met: number;
  readonly of: number;
  /** The first 1 falls on a 1 of the music, on a bar, or elsewhere. */
  readonly on: 'eight' | 'bar' | 'off';
}

/**
 * Where else in its phrase a combination could begin so that it meets more breaks: the best first; of those that meet as
 * many, on a 1 before on a bar before elsewhere, then the nearest. All of them are tried.
 */
export function startWays(c: Combination, repertoire: Repertoire, bar: number, eight: number): StartWay[] {
  const ways: StartWay[] = [];
  for (let start = 1; start <= c.phrase; start++) {
    const met = hits(planOf({ ...c, start }, repertoire));
    const on = (start - 1) % eight === 0 ? 'eight' : (start - 1) % bar === 0 ? 'bar' : 'off';
    ways.push({ start, by: start - c.start, met: count(met), of: met.length, on });
  }
  const rank = { eight: 0, bar: 1, off: 2 };
  return ways.sort((a, b) => b.met - a.met || rank[a.on] - rank[b.on] || Math.abs(a.by) - Math.abs(b.by));
}

const count = (list: readonly Hit[]): number => list.filter((h) => h.pass !== undefined).length;

/** Breaks a plan meets, of those within it. */
export const metIn = (p: Plan): { readonly met: number; readonly of: number } => {
  const list = hits(p);
  return { met: count(list), of: list.length };
};

/** Joints of a plan that do not hold. */
export const gapsIn = (p: Plan): number => p.passes.filter((x) => x.joint && !danced(x.joint)).length;
