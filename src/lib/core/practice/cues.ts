import type { Seconds } from '../base';
import { countedAt, eightOf, type SongMap } from '../music';
import type { Cue } from './timeline';

/** How strong a click is: the 1 of an eight, of a bar, any other beat. */
export type Accent = 'eight' | 'bar' | 'beat';
/** A click or a word. Words are names of clips. */
export type SoundCue = Cue &
  ({ readonly type: 'click'; readonly accent: Accent } | { readonly type: 'word'; readonly word: string });

/** A click on every beat of a map. */
export const clicks = (m: SongMap): SoundCue[] =>
  m.beats.map((at, i) => {
    const c = countedAt(m, i);
    return { at, type: 'click', accent: c.count === 1 ? 'eight' : c.ofBar === 1 ? 'bar' : 'beat' };
  });

/** How numbers are called: every beat, or the first of each bar. */
export type Calling = 'every' | 'bars';

/** The count of every beat, called on it; breaks are called a beat ahead, in the place of that beat's number. */
export function spoken(m: SongMap, calling: Calling = 'every'): SoundCue[] {
  const warned = new Set(m.marks.filter((k) => k.kind === 'break').map((k) => k.beat - 1));
  return m.beats.flatMap((at, i): SoundCue[] => {
    if (warned.has(i)) return [{ at, type: 'word', word: 'break' }];
    const c = countedAt(m, i);
    return calling === 'every' || c.ofBar === 1 ? [{ at, type: 'word', word: String(c.count) }] : [];
  });
}

/** A count-in before the first beat of what is played: numbers at its tempo, from `eights` eights before on. */
export interface CountIn {
  readonly cues: readonly SoundCue[];
  /** How long before the music it begins. */
  readonly lead: Seconds;
}

/**
 * One or two eights counted before the music. Two: the first on every second beat, as it is done ("1, 2, 1 2 3 4").
 * `period` is the beat as it is played.
 * @example countIn(4, 1, 0.5, true).lead // 4
 */
export function countIn(bar: 2 | 3 | 4, eights: 0 | 1 | 2, period: Seconds, voice: boolean): CountIn {
  const length = eightOf(bar);
  const lead = eights * length * period;
  const cues: SoundCue[] = [];
  for (let e = 0; e < eights; e++)
    for (let i = 0; i < length; i++) {
      const at = (e * length + i) * period - lead;
      const halves = eights === 2 && e === 0;
      cues.push({ at, type: 'click', accent: i === 0 ? 'eight' : i % bar === 0 ? 'bar' : 'beat' });
      if (!voice || (halves && i % 2 === 1)) continue;
      cues.push({ at, type: 'word', word: String(halves ? i / 2 + 1 : i + 1) });
    }
  return { cues, lead };
}

/**
 * A count-in that ends on the next beat, where what is played begins `gap` seconds before one.
 * @example countedTo(countIn(4, 1, 0.5, true), 0.3).lead // 3.7
 */
export const countedTo = ({ cues, lead }: CountIn, gap: Seconds): CountIn => ({
  cues: cues.map((c) => ({ ...c, at: c.at + gap })),
  lead: lead - gap,
});
