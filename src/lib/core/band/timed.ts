import type { Seconds } from '../base';
import { beatClock } from '../music/song-map';
import type { Note } from './note';
import type { Score } from './score';

/** A note in seconds from the beginning of the music. */
export interface Timed {
  readonly note: Note;
  readonly at: Seconds;
  readonly until: Seconds;
}

/** The notes of a score when they sound, in order. */
export function timed({ notes, map }: Pick<Score, 'notes' | 'map'>): Timed[] {
  const clock = beatClock(map.beats);
  return notes
    .map((note) => ({ note, at: clock.at(note.at), until: clock.at(note.at + note.lasts) }))
    .sort((a, b) => a.at - b.at);
}
