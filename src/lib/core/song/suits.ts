import { TICKS_PER_BEAT, type Beats, type Bpm, type Ticks } from '../base';
import type { Plan } from '../combination';
import type { Analysis } from '../analysis';
import { countedAt, tempoOf, type SongMap } from '../music';
import { danceOf, musicOf, type MusicStyle } from '../vocabulary';
import type { Song } from './schema';

/** What of something danced matters to music. */
export interface ToDance {
  readonly beats: Beats;
  readonly range: { readonly min: Bpm; readonly max: Bpm };
  /** Beats of its bar. */
  readonly bar: number;
  /** Ticks it stops or strikes on, from its first 1. */
  readonly accents: readonly Ticks[];
  /** The styles of music it is danced to. */
  readonly music: readonly MusicStyle[];
}

export const figureToDance = (a: Analysis, accents: readonly Ticks[]): ToDance => ({
  beats: Math.ceil((a.end - a.start) / TICKS_PER_BEAT),
  range: a.figure.tempo,
  bar: danceOf(a.figure).bar,
  accents,
  music: musicOf(danceOf(a.figure)),
});

/** A combination: in the range all of its figures have in common; undefined while it is empty, or where they have none. */
export function planToDance(p: Plan): ToDance | undefined {
  const figures = p.passes.map((x) => x.reading.figure);
  if (figures.length === 0) return undefined;
  const min = Math.max(...figures.map((f) => f.tempo.min));
  const max = Math.min(...figures.map((f) => f.tempo.max));
  if (min > max) return undefined;
  const accents = p.passes.flatMap((x) => x.reading.accents.map((t) => x.at + t));
  const dance = danceOf(figures[0] as (typeof figures)[number]);
  return { beats: p.beats, range: { min, max }, bar: dance.bar, accents, music: musicOf(dance) };
}

/** How something is danced to a song: to its beats, to every second, or two counts to a beat. */
export type Pace = 'beat' | 'half' | 'double';

/** How well a song suits. `off`: by what share its tempo is outside of the range; 0 inside. */
export interface Suit {
  readonly pace: Pace;
  /** Counts a minute as danced. */
  readonly bpm: Bpm;
  readonly off: number;
  /** It is music the dance is danced to. */
  readonly style: boolean;
  /** The bars go together. */
  readonly bars: boolean;
  /** Times it is danced until it ends with a phrase; undefined where that takes more than four. */
  readonly rounds: number | undefined;
  /** Breaks of the song it meets when started with the phrase, of how many within its length. */
  readonly met: number;
  readonly breaks: number;
  /** 0 to 1, for order: style and bars first, then tempo, phrase and breaks. */
  readonly score: number;
}

const PACES: readonly (readonly [Pace, number])[] = [
  ['beat', 1],
  ['half', 0.5],
  ['double', 2],
];
const MOST_ROUNDS = 4;

/** Halves of a beat longer to shorter than this are swung; below, straight. Our choice, between 1 and 2 (triplets). */
const SWUNG = 1.35;
/** A clave at least so sure tells the style. Our choice. */
const SURE = 0.5;

/**
 * The styles a song may be: that of its recipe where the band plays it, else what its map bears out. Bars of three are a
 * waltz, a clave is salsa, swung halves are swing or foxtrot; straight music without a clave may be any of the others.
 * @example stylesOf({ source: { type: 'audio', … }, map: { bar: 4, swing: 1.9, … } }) // ['swing', 'foxtrot']
 */
export function stylesOf({ source, map }: Mapped): readonly MusicStyle[] {
  if (source.type === 'band') return [source.recipe.style];
  if (map.bar === 3) return ['waltz'];
  if (map.clave && map.clave.sure >= SURE) return ['salsa'];
  return map.swing >= SWUNG ? ['swing', 'foxtrot'] : ['groove', 'tango', 'salsa'];
}
/** A song that has been heard. */
export type Mapped = Pick<Song, 'source'> & { readonly map: SongMap };
export const isMapped = <S extends Song>(song: S): song is S & Mapped => song.map !== undefined;

/** Whether it can be recommended: the music of the dance, in its bars, within its tempi. */
export const isSuitable = (s: Suit): boolean => s.style && s.bars && s.off === 0;

/** What another style of music, or another bar, leaves of a score. */
const STRANGE = 0.1;

/** @example suits({ beats: 32, range: { min: 140, max: 180 }, bar: 4, accents: [], music: ['swing'] }, song).pace // 'beat' at 150 */
export function suits(d: ToDance, song: Mapped): Suit {
  const { map } = song;
  const tempo = tempoOf(map);
  const paces = PACES.map(([pace, times]) => ({
    pace,
    times,
    bpm: Math.round(tempo * times * 10) / 10,
    off: outside(tempo * times, d.range),
  }));
  // Half and double are for where the beat itself does not suit.
  const best = paces.reduce((a, b) => (b.off < a.off - 1e-9 ? b : a));
  const bars = (map.bar === 3) === (d.bar % 3 === 0);
  const phrase = map.phrase * best.times;
  const rounds = Array.from({ length: MOST_ROUNDS }, (_, i) => i + 1).find(
    (n) => Number.isInteger((n * d.beats) / phrase) || Number.isInteger(phrase / (n * d.beats)),
  );
  const { met, breaks } = breaksMet(d, map, best.times);
  const share = breaks === 0 ? 1 : met / breaks;
  const style = stylesOf(song).some((s) => d.music.includes(s));
  const score =
    (style ? 1 : STRANGE) *
    (bars ? 1 : STRANGE) *
    Math.max(0, 1 - 4 * best.off) *
    (best.pace === 'beat' ? 1 : 0.8) *
    (0.7 + (rounds ? 0.2 / rounds : 0) + 0.1 * share);
  return { pace: best.pace, bpm: best.bpm, off: best.off, style, bars, rounds, met, breaks, score };
}

/** By what share a tempo lies outside of a range; 0 inside. */
export const outside = (bpm: Bpm, { min, max }: { readonly min: Bpm; readonly max: Bpm }): number =>
  Math.max(0, min / bpm - 1, bpm / max - 1);

/** Danced over and over from the first phrase on: how many breaks an accent falls on, within half a beat. */
function breaksMet(d: ToDance, map: SongMap, times: number): { met: number; breaks: number } {
  const from = map.phrases[0] ?? 0;
  const marks = map.marks.filter((m) => m.beat >= from);
  const met = marks.filter((m) => {
    const count = ((m.beat - from) * times) % Math.max(1, d.beats);
    return d.accents.some((t) => Math.abs(t / TICKS_PER_BEAT - count) <= 0.5);
  });
  return { met: met.length, breaks: marks.length };
}

/** How a beat of a song is told: “3 of the second eight”. */
export const countOf = (map: SongMap, beat: number): number => countedAt(map, beat).count;
