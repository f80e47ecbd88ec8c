import { recipeOf } from '$lib/core/band';
import { bandSong, type Song } from '$lib/core/song';

/** What is played at the Lantern Quay Dance Room, an invented school: written and played by the band that ships. */
export const demoSongs = (): readonly Song[] => [
  bandSong(
    'demo-song-stomp',
    'Lantern Quay stomp',
    recipeOf('swing', { bpm: 168, swing: 1.8, choruses: 2, seed: 11, start: 'bars' }),
    'Four bars of rhythm, then AABA twice.',
  ),
  bandSong(
    'demo-song-blues',
    'Slow harbour blues',
    recipeOf('swing', { form: 'blues', bpm: 104, swing: 2.2, choruses: 4, seed: 12 }),
    'Twelve bars: eight figures of six fill a chorus.',
  ),
  bandSong(
    'demo-song-lamp',
    'Stop at the lamp',
    recipeOf('swing', { form: 'eights', bpm: 150, swing: 1.9, choruses: 2, seed: 13, breaks: 3 }),
    'The band stops three times, at ends of phrases.',
  ),
  bandSong(
    'demo-song-salt',
    'Salt on the rail',
    recipeOf('salsa', { bpm: 184, choruses: 3, seed: 14, breaks: 1 }),
    'Verses, then montunos; the clave is two-three.',
  ),
  bandSong(
    'demo-song-boats',
    'Paper boats',
    recipeOf('waltz', { bpm: 87, choruses: 2, seed: 15 }),
    'Phrases of eight bars of three.',
  ),
  bandSong(
    'demo-song-tide',
    'Low tide',
    recipeOf('tango', { bpm: 122, choruses: 2, seed: 16, start: 'rubato' }),
    'A piano alone, out of time, before the band comes in.',
  ),
  bandSong('demo-song-ferry', 'Second ferry', recipeOf('foxtrot', { bpm: 116, choruses: 2, seed: 17 })),
  bandSong(
    'demo-song-floor',
    'Practice floor',
    recipeOf('groove', { bpm: 132, choruses: 2, seed: 18 }),
    'Plain drums and bass to count to.',
  ),
];
