import { tone, type Note } from '../note';
import { chordNotes, pitchOf, tune, type Style } from './style';

/** Short chords on every beat, 1 and 3 the stronger; now and then before the beat; a long tune; no drums. */
export const tango: Style = (b) => {
  const notes: Note[] = [];
  const syncopated = b.random() < 0.18;
  const places = syncopated ? [0, 0.5, 1.5, 2, 3] : [0, 1, 2, 3];
  for (const at of places) {
    const strong = at === 0 ? 1 : at === 2 ? 0.85 : 0.55;
    notes.push(tone(b.at + at, 0.3, 'bass', pitchOf(b.key, b.chord, at === 2 ? 2 : 0, 31), 0.66 * strong));
    notes.push(
      ...chordNotes(b, at, 0.22, 'piano', 0.2 * strong),
      ...chordNotes(b, at, 0.25, 'reed', 0.11 * strong, b.chord, 57),
    );
  }
  if (b.last)
    for (const at of [2.5, 3, 3.5])
      notes.push(
        tone(b.at + at, 0.3, 'piano', pitchOf(b.key, b.next, 0, 40) - Math.round((4 - at) * 2), 0.3),
      );
  return [...notes, ...tune(b, [0, 0.5, 1, 1.5, 2, 3, 3.5], 0.45, 'strings', 0.22)];
};
