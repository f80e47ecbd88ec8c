import type { Random } from '../../base';
import type { Chord } from '../harmony';
import { tone, type Note, type Tone } from '../note';
import type { Recipe } from '../recipe';

/** One bar to be played, and what is around it. */
export interface BarAsked {
  readonly recipe: Recipe;
  /** Its first beat in the music. */
  readonly at: number;
  /** Which bar of the song it is, from 0; a clave needs to know. */
  readonly number: number;
  readonly chord: Chord;
  readonly next: Chord;
  /** The key, as a pitch of the lowest octave. */
  readonly key: number;
  /** The last of its section. */
  readonly last: boolean;
  readonly first: boolean;
  readonly section: string;
  readonly random: Random;
}
export type Style = (bar: BarAsked) => readonly Note[];

/** Where the off-beat lies in a beat. @example offBeat(2) // 0.667 */
export const offBeat = (swing: number): number => swing / (1 + swing);

/** A place in eighths of a bar, in beats, swung. */
export const eighth = (n: number, swing: number): number =>
  Math.floor(n / 2) + (n % 2 === 1 ? offBeat(swing) : 0);

export const pick = <T>(list: readonly T[], random: Random): T =>
  list[Math.floor(random() * list.length)] as T;

/** A pitch of a chord in an octave: `degree` counts through its notes and on into the next octave. */
export function pitchOf(key: number, chord: Chord, degree: number, from: number): number {
  const n = chord.notes.length;
  const up = Math.floor(degree / n);
  const above = (chord.notes[((degree % n) + n) % n] ?? 0) + 12 * up;
  const root = (key + chord.root) % 12;
  const base = from + ((root - (from % 12) + 12) % 12);
  return base + above;
}

/** All notes of a chord at once. */
export const chordNotes = (
  b: BarAsked,
  at: number,
  lasts: number,
  voice: Tone,
  level: number,
  chord = b.chord,
  from = 52,
): Note[] => chord.notes.map((_, i) => tone(b.at + at, lasts, voice, pitchOf(b.key, chord, i, from), level));

/** A tune in the notes of the chord, moving by few steps; rests now and then. `grid` are the places it may fall on. */
export function tune(b: BarAsked, grid: readonly number[], busy: number, voice: Tone, level: number): Note[] {
  const chosen = grid.filter((g) => b.random() < busy + (g === 0 ? 0.2 : 0));
  let degree = Math.floor(b.random() * 4);
  return chosen.map((g, i) => {
    degree = Math.max(0, Math.min(7, degree + Math.floor(b.random() * 3) - 1));
    const until = chosen[i + 1] ?? (grid.at(-1) ?? 3) + 0.8;
    return tone(
      b.at + g,
      Math.max(0.2, (until - g) * 0.9),
      voice,
      pitchOf(b.key, b.chord, degree, 62),
      level * (0.8 + 0.3 * b.random()),
    );
  });
}
