import { hit, tone, type Note } from '../note';
import { chordNotes, pitchOf, tune, type Style } from './style';

/** Bass on 1, chords on 2 and 3, a light brush, a tune. */
export const waltz: Style = (b) => {
  const notes: Note[] = [
    tone(b.at, 0.95, 'bass', pitchOf(b.key, b.chord, b.number % 2 === 0 ? 0 : 2, 31), 0.66),
  ];
  for (const at of [1, 2]) notes.push(...chordNotes(b, at, 0.5, 'guitar', 0.18 - 0.02 * at));
  if (b.recipe.drums) {
    notes.push(hit(b.at, 'kick', 0.45));
    for (const at of [1, 2]) notes.push(hit(b.at + at, 'brush', 0.3));
    if (b.first) notes.push(hit(b.at, 'crash', 0.3));
    if (b.last) notes.push(hit(b.at + 2.5, 'brush', 0.3));
  }
  return [...notes, ...tune(b, [0, 0.5, 1, 1.5, 2, 2.5], 0.36, 'strings', 0.24)];
};
