import { claveOnsets } from '../../music';
import { hit, tone, type Note } from '../note';
import { chordNotes, pick, pitchOf, tune, type BarAsked, type Style } from './style';

/** Strokes on the shell in eighths of two bars, the side of three first (common practice, from memory). */
const SHELL = [0, 2, 4, 5, 7, 9, 10, 12, 14, 15];
/** The piano's pattern in eighths of two bars, the side of two first (common practice, from memory). */
const MONTUNO = [0, 2, 3, 5, 7, 9, 11, 13, 15];
const BELL = [0, 2, 4, 6, 7];

/** Clave, shell or bell, conga, guiro, a bass that comes before the bar, a piano in patterns of two bars. */
export const salsa: Style = (b) => {
  const clave = b.recipe.clave ?? { clave: 'son', side: '2-3' };
  const half = b.number % 2;
  const inBar = (list: readonly number[]): number[] =>
    list.filter((n) => Math.floor(n / 8) === half).map((n) => n % 8);
  const turned = (list: readonly number[]): number[] =>
    clave.side === '3-2' ? [...list] : list.map((n) => (n + 8) % 16);
  const montuno = b.section === 'Montuno';
  const piano = inBar(clave.side === '2-3' ? MONTUNO : MONTUNO.map((n) => (n + 8) % 16));
  return [
    ...(b.recipe.drums
      ? percussion(b, montuno, inBar(claveOnsets(clave.clave, clave.side)), inBar(turned(SHELL)))
      : []),
    ...tumbao(b),
    ...piano.flatMap((n) =>
      chordNotes(b, n / 2, 0.35, 'piano', 0.16 + (n === 0 ? 0.04 : 0), n === 7 ? b.next : b.chord, 60),
    ),
    ...(montuno ? [] : tune(b, [0, 0.5, 1, 1.5, 2, 2.5, 3, 3.5], 0.38, 'reed', 0.24)),
  ];
};

function percussion(
  b: BarAsked,
  montuno: boolean,
  clave: readonly number[],
  shell: readonly number[],
): Note[] {
  const notes = clave.map((n) => hit(b.at + n / 2, 'clave', 0.5));
  if (montuno) for (const n of BELL) notes.push(hit(b.at + n / 2, 'bell', n % 4 === 0 ? 0.42 : 0.24));
  else for (const n of shell) notes.push(hit(b.at + n / 2, 'shell', n % 2 === 0 ? 0.3 : 0.22));
  for (const n of [0, 1, 3, 4, 5]) notes.push(hit(b.at + n / 2, 'heel', 0.14));
  notes.push(
    hit(b.at + 1, 'slap', 0.4),
    hit(b.at + 3, 'open-conga', 0.5),
    hit(b.at + 3.5, 'open-conga', 0.45),
  );
  for (const n of [0, 2, 3, 4, 6, 7]) notes.push(hit(b.at + n / 2, 'guiro', n % 4 === 0 ? 0.22 : 0.12));
  if (b.first) notes.push(hit(b.at, 'crash', 0.5), hit(b.at, 'kick', 0.5));
  if (b.last) for (const n of [4, 5, 6, 7]) if (b.random() < 0.75) notes.push(hit(b.at + n / 2, 'rim', 0.4));
  return notes;
}

/** On the "and" of 2 and on 4, where it is the next bar's root already; on 1 where a section begins. */
function tumbao(b: BarAsked): Note[] {
  const root = pitchOf(b.key, b.chord, 0, 31);
  const fifth = pitchOf(b.key, b.chord, pick([2, 2, 0], b.random), 31);
  const notes = [
    tone(b.at + 1.5, 1.4, 'bass', fifth, 0.6),
    tone(b.at + 3, 1.4, 'bass', pitchOf(b.key, b.next, 0, 31), 0.66),
  ];
  return b.first ? [tone(b.at, 1.3, 'bass', root, 0.7), ...notes] : notes;
}
