import type { Bpm } from '../base';
import { median, tempoOf, type Bar, type SongMap } from '../music';
import { atBeats, onsetBands, type AtBeats, type Meter } from './bars';
import { claveIn, swingOf } from './feel';
import { carried, levels } from './levels';
import { marksIn, stillBeats } from './marks';
import { mended, phases, phrasing, type BarHeard } from './phrases';
import { strength } from './pulse';
import { sectionsOf } from './sections';
import { look, type Heard, type Progress } from './spectrum';

export type { Progress } from './spectrum';

/** A map heard in a recording. `others`: tempi it could be meant at as well, the likelier first. */
export interface Listened {
  readonly map: SongMap;
  readonly bpm: Bpm;
  readonly others: readonly { readonly bpm: Bpm; readonly of: 'half' | 'double' | 'other' }[];
  readonly pattern: string;
  /** How clearly it stands out from the next best, 0 to 1. */
  readonly sure: number;
}

/** Quieter than this below the loudest is no music, dB. */
const SILENT = -50;
const LEAST_BEATS = 9;

/**
 * Hears tempo, beats, bars, eights, phrases, sections, breaks, swing and clave. One channel of samples between −1 and 1.
 * Undefined where it was stopped or there is no pulse in it: less than nine beats, or silence.
 * @example listen(samples, 44100)?.map.beats // seconds
 */
export function listen(
  samples: Float32Array,
  rate: number,
  progress: Progress = () => {},
): Listened | undefined {
  const heard = look(samples, rate, (d) => progress(0.6 * d));
  if (!heard) return undefined;
  const [from, to] = sounding(heard);
  if (to - from < 3) return undefined;
  const pulse = strength(heard.onsets);
  const found = levels(heard, pulse, (d) => progress(0.6 + 0.3 * d));
  if (!found || found.best.beats.length < LEAST_BEATS) return undefined;
  const result = described(heard, pulse, found.best, from, to, found.others);
  progress(1);
  return result;
}

/** From when to when there is something to hear. */
function sounding({ levels: [, , all], seconds }: Heard): [number, number] {
  const first = all.findIndex((l) => l > SILENT);
  let last = all.length - 1;
  while (last > 0 && (all[last] as number) <= SILENT) last--;
  return first < 0 ? [0, 0] : [first * 0.01, Math.min(seconds, last * 0.01)];
}

function described(
  heard: Heard,
  pulse: Float32Array,
  best: Meter,
  from: number,
  to: number,
  found: readonly Meter[],
): Listened {
  const { meter, at, still } = evened(heard, {
    ...best,
    beats: carried(best.beats, Math.max(0, from - 0.05), to).filter((b) => b >= 0),
  });
  const { beats } = meter;
  const { ones, phrase, phrases, bars } = phrasing(heard, meter, at);
  const bpm = tempo(beats);
  const clave =
    best.pattern.name === 'tumbao'
      ? claveIn(heard, { beats, bar: best.bar as Bar, ones, phrase, phrases })
      : undefined;
  const map: SongMap = {
    beats,
    bar: best.bar as Bar,
    ones,
    phrase,
    phrases,
    sections: sectionsOf(bars, phrases[0] ?? 0, phrase / best.bar, slowIn(bars, beats)),
    marks: marksIn(beats, pulse, still),
    swing: swingOf(heard, beats),
    ...(clave ? { clave } : {}),
    locked: [],
  };
  const next = found.find((m) => Math.abs(tempo(m.beats) / bpm - 1) > 0.04);
  return {
    map,
    bpm,
    others: othersOf(bpm, found),
    pattern: best.pattern.name,
    sure: next ? Math.min(1, Math.max(0, best.score - next.score)) : 1,
  };
}

/** Beats with those of still stretches spread so that bars go on through them. */
function evened(heard: Heard, meter: Meter): { meter: Meter; at: AtBeats; still: number[] } {
  const bands = onsetBands(heard);
  const at = atBeats(heard, bands, meter.beats);
  const still = stillBeats(heard, meter.beats);
  const beats = mended(
    meter.beats,
    phases(meter, at),
    meter.bar,
    still.map((s) => s > 0),
  );
  if (beats.length === meter.beats.length) return { meter, at, still };
  return { meter: { ...meter, beats }, at: atBeats(heard, bands, beats), still: stillBeats(heard, beats) };
}

const tempo = (beats: readonly number[]): Bpm => tempoOf({ beats });

/** Bars without a steady tempo. */
function slowIn(bars: readonly BarHeard[], beats: readonly number[]): (bar: number) => boolean {
  const usual = median(beats.slice(1).map((b, i) => b - (beats[i] as number)));
  return (i) => {
    const [from, to] = [bars[i]?.beat ?? 0, bars[i + 1]?.beat ?? beats.length - 1];
    const step = ((beats[to] ?? 0) - (beats[from] ?? 0)) / Math.max(1, to - from);
    return Math.abs(step / usual - 1) > 0.07;
  };
}

function othersOf(bpm: Bpm, found: readonly Meter[]): Listened['others'] {
  const heard = found.map((m) => tempo(m.beats)).filter((b) => Math.abs(b / bpm - 1) > 0.04);
  const all = [...heard, bpm / 2, bpm * 2].filter((b) => b > 30 && b < 300);
  const distinct = all.filter((b, i) => all.findIndex((x) => Math.abs(x / b - 1) < 0.04) === i);
  return distinct.slice(0, 4).map((b) => ({
    bpm: Math.round(b * 10) / 10,
    of: Math.abs(b / (bpm / 2) - 1) < 0.04 ? 'half' : Math.abs(b / (bpm * 2) - 1) < 0.04 ? 'double' : 'other',
  }));
}
