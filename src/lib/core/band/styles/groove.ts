import { hit, tone, type Note } from '../note';
import { chordNotes, eighth, pick, pitchOf, type Style } from './style';

const KICKS = [
  [0, 4],
  [0, 4, 5],
  [0, 3, 4],
  [0, 4, 7],
] as const;

/** Drums that say where everything is, a bass, chords: for practice. */
export const groove: Style = (b) => {
  const at = (n: number): number => b.at + eighth(n, b.recipe.swing);
  const notes: Note[] = [];
  const kicks = pick(KICKS, b.random);
  if (b.recipe.drums) {
    for (let n = 0; n < 8; n++) notes.push(hit(at(n), 'hat', n % 2 === 0 ? 0.32 : 0.22));
    for (const n of kicks) notes.push(hit(at(n), 'kick', 0.75));
    for (const n of [2, 6]) notes.push(hit(at(n), 'snare', 0.6));
    if (b.first) notes.push(hit(b.at, 'crash', 0.5));
    if (b.last) for (const n of [5, 6, 7]) notes.push(hit(at(n), 'snare', 0.4));
  }
  for (const n of [0, 3, 4, 6])
    notes.push(
      tone(
        at(n),
        0.45,
        'bass',
        pitchOf(b.key, b.chord, n === 0 ? 0 : pick([0, 2], b.random), 31),
        n === 0 ? 0.66 : 0.5,
      ),
    );
  return [
    ...notes,
    ...chordNotes(b, 0, 1.8, 'piano', 0.14),
    ...chordNotes(b, eighth(5, b.recipe.swing), 0.4, 'piano', 0.1),
  ];
};
