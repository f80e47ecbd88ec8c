import { hit, tone, type Note } from '../note';
import { chordNotes, offBeat, pitchOf, tune, type Style } from './style';

/** Bass on 1 and 3, chords and brushes on 2 and 4, a tune. */
export const foxtrot: Style = (b) => {
  const off = offBeat(b.recipe.swing);
  const notes: Note[] = [
    tone(b.at, 1.8, 'bass', pitchOf(b.key, b.chord, 0, 31), 0.66),
    tone(b.at + 2, 1.8, 'bass', pitchOf(b.key, b.chord, 2, 31), 0.58),
  ];
  for (const at of [0, 1, 2, 3]) notes.push(...chordNotes(b, at, 0.35, 'guitar', at % 2 === 1 ? 0.17 : 0.1));
  if (b.recipe.drums) {
    for (const at of [1, 3]) notes.push(hit(b.at + at, 'brush', 0.42), hit(b.at + at, 'hat', 0.3));
    for (const at of [0, 2]) notes.push(hit(b.at + at, 'kick', 0.4), hit(b.at + at, 'brush', 0.2));
    if (b.random() < 0.5) notes.push(hit(b.at + 3 + off, 'brush', 0.22));
    if (b.first) notes.push(hit(b.at, 'crash', 0.4));
    if (b.last) for (const at of [2 + off, 3, 3 + off]) notes.push(hit(b.at + at, 'snare', 0.3));
  }
  return [...notes, ...tune(b, [0, off, 1, 2, 2 + off, 3], 0.42, 'reed', 0.24)];
};
