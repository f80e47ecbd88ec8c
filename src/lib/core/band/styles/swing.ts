import { hit, tone, type Note } from '../note';
import { chordNotes, offBeat, pick, pitchOf, tune, type BarAsked, type Style } from './style';

/** Where the piano puts its chords, in beats and off-beats ("&" of a beat: half). */
const COMPING = [[0, 1.5], [1.5], [0, 1.5, 3], [0.5, 2], [1.5, 3.5], [2]] as const;
const swung = (at: number, swing: number): number => (at % 1 === 0 ? at : Math.floor(at) + offBeat(swing));

/** Ride, hi-hat on 2 and 4, a walking bass, a piano that comps, a tune. */
export const swing: Style = (b) => {
  const { swing: ratio } = b.recipe;
  const off = offBeat(ratio);
  return [...drums(b, off), ...walking(b), ...comping(b, ratio), ...melody(b, off)];
};

function drums(b: BarAsked, off: number): Note[] {
  if (!b.recipe.drums) return [];
  const notes = [0, 1, 2, 3].map((beat) => hit(b.at + beat, 'ride', beat % 2 === 1 ? 0.5 : 0.42));
  for (const beat of [1, 3]) {
    notes.push(hit(b.at + beat, 'hat', 0.55));
    if (b.random() < 0.9) notes.push(hit(b.at + beat + off, 'ride', 0.3));
  }
  for (const beat of [0, 1, 2, 3]) notes.push(hit(b.at + beat, 'kick', beat % 2 === 0 ? 0.3 : 0.2));
  if (b.first) notes.push(hit(b.at, 'crash', 0.55), hit(b.at, 'kick', 0.7));
  if (b.random() < 0.35) notes.push(hit(b.at + pick([1, 3], b.random) + off, 'snare', 0.28));
  if (b.last)
    for (const at of [2, 2 + off, 3, 3 + off])
      if (b.random() < 0.8) notes.push(hit(b.at + at, 'snare', 0.45));
  return notes;
}

/** The root on 1, chord notes between, and into the next root by a half step. */
function walking(b: BarAsked): Note[] {
  const root = pitchOf(b.key, b.chord, 0, 30);
  const next = pitchOf(b.key, b.next, 0, 30);
  const between = [1, 2].map(() => pitchOf(b.key, b.chord, 1 + Math.floor(b.random() * 3), 30));
  const into = next + (b.random() < 0.5 ? 1 : -1);
  return [root, ...between, into].map((p, i) => tone(b.at + i, 0.9, 'bass', p, i % 2 === 0 ? 0.62 : 0.55));
}

const comping = (b: BarAsked, ratio: number): Note[] =>
  pick(COMPING, b.random).flatMap((at) =>
    chordNotes(b, swung(at, ratio), 0.4, 'piano', 0.16 + 0.06 * b.random()),
  );

const melody = (b: BarAsked, off: number): Note[] =>
  tune(b, [0, off, 1, 1 + off, 2, 2 + off, 3, 3 + off], 0.42, 'reed', 0.26);
