import type { TapFigures, TappedTo, Verdict } from '$lib/core/practice';

export const TO_WORDS: Readonly<Record<TappedTo, string>> = {
  click: 'the click',
  band: 'the band',
  song: 'a song',
  silence: 'silence, after the count-in',
};

/** Thousandths of a second, early or late. @example lateText(-0.043) // '43 ms early' */
export function lateText(seconds: number): string {
  const ms = Math.round(1000 * seconds);
  return ms === 0 ? 'on the beat' : `${Math.abs(ms)} ms ${ms < 0 ? 'early' : 'late'}`;
}

const SAYS: Readonly<Record<Verdict, string>> = {
  on: 'On the beat. A little early is how everybody taps.',
  early: 'Early, by more than is usual: let the beat come to you.',
  late: 'Late: step on the beat, not after you have heard it.',
  scatters: 'It scatters too much to say more: slower, or fewer steps first.',
  drifts: 'You leave the tempo as it goes on.',
};
export function verdictSays(v: Verdict, f: TapFigures): string {
  if (v !== 'drifts') return SAYS[v];
  return `${SAYS.drifts} You ${f.drift < 0 ? 'hurry' : 'slow down'} by ${Math.abs(Math.round(1000 * f.drift))} ms a second.`;
}
