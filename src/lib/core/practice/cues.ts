import type { Seconds } from '../base';
import { timed, type Score, type Voice } from '../band';
import { countedAt, eightOf, type SongMap } from '../music';
import type { Cue } from './timeline';
import WORDS from './words.json';

/** How strong a click is: the 1 of an eight, of a bar, any other beat. */
export type Accent = 'eight' | 'bar' | 'beat';
/** A click. */
export type ClickCue = Cue & { readonly type: 'click'; readonly accent: Accent };
/** A word: the name of its clip; `text` where a voice that can say anything says more. */
export type WordCue = Cue & { readonly type: 'word'; readonly word: string; readonly text?: string };
/** A note of the band; `lasts` at the music's own tempo. */
export type NoteCue = Cue & {
  readonly type: 'note';
  readonly voice: Voice;
  readonly pitch: number;
  readonly level: number;
  readonly lasts: Seconds;
};
export type SoundCue = ClickCue | WordCue | NoteCue;

/** What a cue says. @example saidOf({ at: 0, type: 'word', word: '1' }) // 'one' */
export const saidOf = (c: Pick<WordCue, 'word' | 'text'>): string =>
  c.text ?? (WORDS as Readonly<Record<string, string>>)[c.word] ?? c.word;

const CLIPS: ReadonlyMap<string, string> = new Map([
  ...Object.entries(WORDS).map(([clip, says]) => [says, clip] as const),
  ...Object.keys(WORDS).map((clip) => [clip, clip] as const),
]);
/** The clip of a word of a call; undefined where it is not recorded. @example clipOf('One') // '1' */
export const clipOf = (text: string): string | undefined =>
  CLIPS.get(text.trim().toLowerCase().normalize('NFD').replace(/\p{M}/gu, ''));

/** A score as notes to be played live. */
export const bandCues = (score: Pick<Score, 'notes' | 'map'>): NoteCue[] =>
  timed(score).map(({ note, at, until }) => ({
    at,
    type: 'note',
    voice: note.voice,
    pitch: note.pitch,
    level: note.level,
    lasts: until - at,
  }));

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

/** Words nearer to each other than this are one moment: the later said gives way. */
const TOGETHER: Seconds = 0.2;

/**
 * A count-in that also says what `cues` say ahead of where they begin, at `from` of a music played at `speed`: in the
 * place of the number there. Where nothing is counted in, it is not said.
 */
export function saidAhead(c: CountIn, cues: readonly SoundCue[], from: Seconds, speed: number): CountIn {
  const early = cues
    .filter((x) => x.type === 'word' && x.at < from - 1e-9)
    .map((x) => ({ ...x, at: (x.at - from) / speed }))
    .filter((x) => x.at >= -c.lead);
  const taken = (x: SoundCue): boolean =>
    x.type === 'word' && early.some((e) => Math.abs(e.at - x.at) < TOGETHER);
  return {
    ...c,
    cues: [...c.cues.filter((x) => !taken(x)), ...early].sort((a, b) => a.at - b.at),
  };
}

/**
 * What is said ahead of a stretch that goes round, said at its end as well, for the next time.
 * @example goneRound([{ at: -0.5, type: 'word', word: 'back' }], { from: 0, to: 4 })[1].at // 3.5
 */
export const goneRound = (
  cues: readonly SoundCue[],
  { from, to }: { readonly from: Seconds; readonly to: Seconds },
): SoundCue[] =>
  [
    ...cues,
    ...cues
      .filter((c) => c.type === 'word' && c.at < from - 1e-9)
      .map((c) => ({ ...c, at: c.at + to - from })),
  ].sort((a, b) => a.at - b.at);
