import type { FormId, Recipe } from './recipe';

/** A chord by its root (semitones above the key) and its notes above the root. */
export interface Chord {
  readonly root: number;
  readonly notes: readonly number[];
}
const SEVENTH = [0, 4, 7, 10];
const MINOR = [0, 3, 7, 10];
const MAJOR = [0, 4, 7, 9];
const DEGREES: Readonly<Record<string, number>> = { I: 0, II: 2, III: 4, IV: 5, V: 7, VI: 9, VII: 11 };

/** A chord as it is written: great letters major, small minor, 7 with its seventh. @example chordOf('V7').root // 7 */
export function chordOf(word: string): Chord {
  const plain = word.replace('7', '');
  const notes = word.endsWith('7') ? SEVENTH : plain === plain.toUpperCase() ? MAJOR : MINOR;
  return { root: DEGREES[plain.toUpperCase()] ?? 0, notes };
}

/** A section: its name and a chord a bar. */
export interface Strain {
  readonly name: string;
  readonly bars: readonly Chord[];
}
const strain = (name: string, words: string): Strain => ({ name, bars: words.split(' ').map(chordOf) });

/** Progressions everybody plays (common practice), in bars. */
const BLUES = [strain('Chorus', 'I7 IV7 I7 I7 IV7 IV7 I7 VI7 ii V7 I7 V7')];
const A = 'I vi ii V7 iii VI7 ii V7';
const AABA = [
  strain('A', A),
  strain('A', 'I vi ii V7 I IV I I'),
  strain('B', 'III7 III7 VI7 VI7 II7 II7 V7 V7'),
  strain('A', 'I vi ii V7 I IV V7 I'),
];
const EIGHTS = [
  strain('A', 'I I V7 V7 V7 V7 I I'),
  strain('A', 'I I V7 V7 ii V7 I I'),
  strain('B', 'IV IV I I V7 V7 I VI7'),
  strain('A', 'ii ii I I ii V7 I I'),
];
const DARK = [
  strain('A', 'i i V7 V7 V7 V7 i i'),
  strain('A', 'i I7 iv iv i V7 i i'),
  strain('B', 'iv iv i i V7 V7 i i'),
  strain('A', 'iv iv i i V7 V7 i i'),
];
const MONTUNO = [
  strain('Verse', 'i iv V7 V7 i iv V7 i'),
  strain('Verse', 'i iv V7 V7 iv iv V7 i'),
  strain('Montuno', 'i iv V7 iv i iv V7 iv'),
  strain('Montuno', 'i iv V7 iv i iv V7 V7'),
];
const FORMS: Readonly<Record<FormId, readonly Strain[]>> = {
  blues: BLUES,
  aaba: AABA,
  eights: EIGHTS,
  montuno: MONTUNO,
};

/** One chorus of a recipe. Tango is in minor. */
export const formOf = (r: Pick<Recipe, 'form' | 'style'>): readonly Strain[] =>
  r.form === 'eights' && r.style === 'tango' ? DARK : FORMS[r.form];

/** The phrase of a form in beats: 48 for a blues, eight bars otherwise; two of them where bars are counted in fours. */
export const phraseOf = (form: FormId, bar: number): number => (form === 'blues' ? 12 * bar : 8 * bar);
