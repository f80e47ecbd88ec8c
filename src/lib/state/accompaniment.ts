import type { Analysis } from '$lib/core/analysis';
import { barOf, recipeOf, scoreOf } from '$lib/core/band';
import type { SongMap } from '$lib/core/music';
import { bandCues, type NoteCue } from '$lib/core/practice';
import type { Song } from '$lib/core/song/schema';
import { danceOf, musicOf } from '$lib/core/vocabulary';

/** Where the sound of a song comes from. */
export interface MusicSource {
  readonly sound: (music: Song) => Promise<AudioBuffer>;
}

/** What is danced or tapped to: where its beats are, the beat the first 1 falls on, and its sound. */
export interface Accompaniment {
  readonly map: SongMap;
  readonly first: number;
  readonly buffer?: AudioBuffer | undefined;
  /** The band, where it plays live. */
  readonly notes?: readonly NoteCue[] | undefined;
}

/** Beats beyond the last that is danced: the band's end, a late tap. */
const SPARE = 4;
const [SLOWEST, FASTEST] = [40, 260];
const MOST_CHORUSES = 20;

/** A song from its first phrase on. */
export async function toSong(
  song: Song & { readonly map: SongMap },
  source: MusicSource,
): Promise<Accompaniment> {
  return { map: song.map, first: song.map.phrases[0] ?? 0, buffer: await source.sound(song) };
}

/** The band in the style of the dance, for so many beats, live. */
export function toBand(a: Analysis, bpm: number, beats: number): Accompaniment {
  const style = musicOf(danceOf(a.figure))[0] ?? 'groove';
  const chorus = scoreOf(recipeOf(style, { choruses: 1 })).beats - barOf(style);
  const choruses = Math.min(MOST_CHORUSES, Math.ceil((beats + SPARE) / chorus));
  const recipe = recipeOf(style, { bpm: Math.max(SLOWEST, Math.min(FASTEST, bpm)), choruses });
  const score = scoreOf(recipe);
  return { map: score.map, first: 0, notes: bandCues(score) };
}

/** No music: beats alone, in the bars of the dance. */
export function toBeats(a: Analysis | undefined, bpm: number, beats: number): Accompaniment {
  const bar = a && danceOf(a.figure).bar === 3 ? 3 : 4;
  const map: SongMap = {
    beats: Array.from({ length: beats + SPARE }, (_, i) => (i * 60) / bpm),
    bar,
    ones: [0],
    phrase: 8 * bar,
    phrases: [0],
    sections: [],
    marks: [],
    swing: 1,
    locked: [],
  };
  return { map, first: 0 };
}
