import type { Seconds } from '../base';
import { isDrum, type Voice } from './note';
import type { Score } from './score';
import { timed } from './timed';
import { Voices, type Samples } from './voices';

/** Where each voice stands between left (−1) and right (1), as a small band does. */
const PLACE: Readonly<Record<string, number>> = {
  ride: 0.3,
  hat: -0.25,
  piano: -0.35,
  reed: 0.25,
  guitar: 0.35,
  strings: 0.2,
  clave: 0.4,
  shell: -0.4,
  bell: 0.3,
  guiro: -0.45,
  crash: -0.2,
};
/** Where a voice stands between left and right. */
export const placeOf = (voice: Voice): number => PLACE[voice] ?? 0;
/** Loudest sample of rendered music. */
const PEAK = 0.85;
/** What still sounds after the last note. */
const RINGS: Seconds = 1.5;

/** Called with the share done, from 0 to 1; `true` stops the work. */
export type Rendering = (done: number) => boolean | void;

/** One sound in time. */
export interface Sounding {
  readonly voice: Voice;
  readonly pitch: number;
  readonly level: number;
  readonly at: Seconds;
  readonly until: Seconds;
}

/**
 * Plays a score into memory: one array of samples a channel, all starting at the beginning of the music. Undefined where
 * it was stopped. @example render(scoreOf(recipeOf('groove')), 22050, 1)?.[0].length
 */
export function render(
  score: Score,
  rate: number,
  channels: 1 | 2 = 2,
  progress: Rendering = () => {},
): Samples[] | undefined {
  const all = timed(score).map(({ note, at, until }) => ({ ...note, at, until }));
  return played(all, score.seconds, rate, channels, progress);
}

/** The same of notes from elsewhere, in any order; what rings beyond the end is let ring. */
export const renderNotes = (
  notes: readonly Sounding[],
  seconds: Seconds,
  rate: number,
  channels: 1 | 2 = 2,
  progress: Rendering = () => {},
): Samples[] | undefined => played(notes, seconds + RINGS, rate, channels, progress);

function played(
  all: readonly Sounding[],
  seconds: Seconds,
  rate: number,
  channels: 1 | 2,
  progress: Rendering,
): Samples[] | undefined {
  const length = Math.ceil(seconds * rate);
  const out = Array.from({ length: channels }, () => new Float32Array(length));
  const voices = new Voices(rate);
  for (const [n, { voice, pitch, level, at, until }] of all.entries()) {
    if (n % 200 === 0 && progress(n / all.length) === true) return undefined;
    const sound = voices.sound(voice, pitch, isDrum(voice) ? 0 : until - at);
    const from = Math.round(at * rate);
    const place = placeOf(voice);
    out.forEach((channel, c) => {
      const side = channels === 1 ? 1 : 1 + 0.6 * place * (c === 0 ? -1 : 1);
      mix(channel, sound, from, level * side);
    });
  }
  levelled(out);
  progress(1);
  return out;
}

/** As loud as may be without being cut off. */
function levelled(out: readonly Samples[]): void {
  const peak = out.reduce((most, c) => c.reduce((m, s) => Math.max(m, Math.abs(s)), most), 0);
  if (peak > 0) for (const c of out) for (let i = 0; i < c.length; i++) c[i] = ((c[i] ?? 0) * PEAK) / peak;
}

/** Adds a sound into a channel. Loops stay plain: this is where a render spends its time. */
function mix(channel: Samples, sound: Samples, from: number, level: number): void {
  const to = Math.min(sound.length, channel.length - from);
  for (let i = Math.max(0, -from); i < to; i++)
    channel[from + i] = (channel[from + i] as number) + (sound[i] as number) * level;
}
