import type { StyleId } from '$lib/core/band';
import type { SongMap } from '$lib/core/music';
import type { Calls } from '$lib/core/practice';
import type { Song } from '$lib/core/song/schema';
import type { MeetWay } from '$lib/core/song/meet';
import type { SectionWay, StepPace } from '$lib/core/song/retime';
import type { Suit } from '$lib/core/song/suits';

export const STYLE_WORDS: Readonly<Record<StyleId, string>> = {
  swing: 'swing',
  salsa: 'salsa',
  tango: 'tango',
  waltz: 'waltz',
  foxtrot: 'foxtrot',
  groove: 'practice groove',
};

/** How the halves of a beat lie. @example feelText({ bar: 4, swing: 2 }) // 'swung, 2 to 1' */
export function feelText(m: Pick<SongMap, 'bar' | 'swing'>): string {
  const bars = m.bar === 3 ? 'bars of three, ' : m.bar === 2 ? 'bars of two, ' : '';
  if (m.swing < 1.15) return `${bars}straight`;
  return `${bars}swung, ${Math.round(m.swing * 10) / 10} to 1`;
}

/** @example clockText(125) // '2:05' */
export const clockText = (seconds: number): string =>
  `${Math.floor(Math.round(seconds) / 60)}:${String(Math.round(seconds) % 60).padStart(2, '0')}`;

/** What a song sounds from. */
export function sourceText({ source }: Song): string {
  if (source.type === 'band') return `${STYLE_WORDS[source.recipe.style]}, played by the band`;
  return source.type === 'midi' ? `from ${source.file}` : source.file;
}

/** Sure, likely, perhaps. @example sureText(0.9) // 'sure' */
export const sureText = (sure: number): string =>
  sure >= 0.85 ? 'sure' : sure >= 0.6 ? 'likely' : 'perhaps';

const PACE = { beat: '', half: ', every second beat', double: ', two counts to a beat' } as const;

/** How well a song suits, in words. */
export function suitText(s: Suit): string {
  const tempo =
    s.off === 0
      ? `${Math.round(s.bpm)} a minute${PACE[s.pace]}`
      : `${Math.round(s.bpm)} a minute, ${Math.round(100 * s.off)} % outside its range`;
  const phrase = !s.bars
    ? 'the bars do not go together'
    : s.rounds === 1
      ? 'ends with the phrase'
      : s.rounds
        ? `ends with the phrase after ${s.rounds} rounds`
        : 'drifts against the phrase';
  const breaks =
    s.breaks === 0 ? '' : `, meets ${s.met} of ${s.breaks} ${s.breaks === 1 ? 'break' : 'breaks'}`;
  const style = s.style ? '' : 'not music for this dance; ';
  return `${style}${tempo}; ${phrase}${breaks}`;
}

/** What a way to meet the breaks does. `name` says what figures are called, `part` what stands at a part. */
export function meetText(
  w: MeetWay,
  name: (figure: string) => string,
  part: (index: number) => string,
): string {
  const of = w.part === undefined ? '' : part(w.part);
  if (w.kind === 'start') return `Begin on beat ${w.value}`;
  if (w.kind === 'retime')
    return w.stop
      ? `Stop in “${of}” on beat ${w.value}, this time`
      : `Retime “${of}” so that its accent falls on beat ${w.value}`;
  if (w.kind === 'times') return `Dance “${of}” ${w.value === 1 ? 'once' : `${w.value} times`}`;
  if (w.kind === 'version') return `Dance “${name(w.figure ?? '')}” instead of “${of}”`;
  return `Put “${name(w.figure ?? '')}” before “${of}”`;
}

/** What it meets and what it disturbs. @example meetsText({ met: 1, of: 2, broken: 0, longer: 6 }) */
export function meetsText(w: Pick<MeetWay, 'met' | 'of' | 'broken' | 'longer'>): string {
  return `meets ${w.met} of ${w.of}; ${brokenText(w.broken)}${longerText(w.longer)}`;
}
const brokenText = (n: number): string =>
  n === 0
    ? 'every link holds as before'
    : n === 1
      ? 'one link then needs mending'
      : `${n} links then need mending`;
const longerText = (n: number): string =>
  n === 0 ? '' : `, ${Math.abs(n)} ${Math.abs(n) === 1 ? 'beat' : 'beats'} ${n > 0 ? 'longer' : 'shorter'}`;

/** How steps take their time. */
export const STEP_PACE_WORDS: Readonly<Record<StepPace, string>> = {
  written: 'as written',
  full: 'in full steps',
  half: 'at half pace',
};
/** What each does, in a line. */
export const STEP_PACE_HINTS: Readonly<Record<StepPace, string>> = {
  written: 'as the figures are written',
  full: 'no step between the beats: a triple becomes one step',
  half: 'every count takes two beats',
};

/** What a pace for a section does and disturbs. */
export function sectionWayText(w: SectionWay): string {
  const off = w.off > 0 ? `, ${Math.round(100 * w.off)} % outside the range` : '';
  const cannot = w.cannot.length > 0 ? `; stays as it is: ${w.cannot.join(', ')}` : '';
  const breaks = w.of > 0 ? `, meets ${w.met} of ${w.of} ${w.of === 1 ? 'break' : 'breaks'}` : '';
  return `${Math.round(w.bpm)} counts a minute${off}; ${brokenText(w.broken)}${longerText(w.longer)}${breaks}${cannot}`;
}

/** What is called along a dance. */
export const CALLING_WORDS: Readonly<Record<Calls, string>> = {
  none: 'nothing',
  counts: 'the counts',
  'quick-slow': 'quick and slow',
  steps: 'the steps',
  calls: 'the written calls',
};

/**
 * The tempi of a combination, whose beats are counted from 1.
 * @example tempoText([{ beat: 1, bpm: 180 }, { beat: 33, bpm: 150 }]) // '180 bpm, 150 bpm from beat 33'
 */
export const tempoText = (tempi: readonly { readonly beat: number; readonly bpm: number }[]): string =>
  tempi.length > 3
    ? `${tempiText(tempi)} bpm`
    : tempi.map((t) => `${bpmText(t.bpm)} bpm${t.beat > 1 ? ` from beat ${t.beat}` : ''}`).join(', ');

/** A tempo as it is said: to a tenth, whole where it is. @example bpmText(167.9999) // '168' */
export const bpmText = (bpm: number): string => String(Math.round(bpm * 10) / 10);
const FEW = 3;
/** Tempi one after another; many, as those of a song that breathes, by their range. */
export function tempiText(tempi: readonly { readonly bpm: number }[]): string {
  const all = tempi.map((t) => bpmText(t.bpm));
  if (all.length <= FEW) return all.join(', then ');
  const bpms = tempi.map((t) => t.bpm);
  return `${bpmText(Math.min(...bpms))} to ${bpmText(Math.max(...bpms))}`;
}
