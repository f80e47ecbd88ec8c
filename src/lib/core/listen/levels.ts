import type { Bpm } from '../base';
import { atBeats, meterOf, onsetBands, type Meter } from './bars';
import { placed, track } from './beats';
import { likeness } from './pulse';
import { HOP, type Heard, type Progress } from './spectrum';

/** Frames of the pulse that is followed: 264 to 107 a minute. Any tempo has a multiple in there. */
const SHORTEST = 23;
const LONGEST = 56;
/** Pulses that go together with another as 2 to 3 or 3 to 4 are easily taken for it. */
const RELATED = [1 / 2, 2, 2 / 3, 3 / 2, 3 / 4, 4 / 3] as const;
/** A related pulse is tried where it is at least this strong against the strongest. */
const STRONG = 0.3;
/** Beats a minute that are offered. */
const OFFERED: readonly [Bpm, Bpm] = [50, 275];

/** Frames from the middle on which readings are compared: enough for what comes again, a fraction of the work. */
const EXCERPT = Math.round(60 / HOP);

/** What the beats can be, over the whole, the best first; those that differ in tempo only by their place are told once. */
export interface Levels {
  readonly best: Meter;
  readonly others: readonly Meter[];
}

/** One way to hear a pulse. */
interface Reading {
  readonly period: number;
  readonly every: number;
  readonly between: boolean;
}

/** Compares readings on an excerpt and follows the best over the whole. */
export function levels(
  heard: Heard,
  strength: Float32Array,
  progress: Progress = () => {},
): Levels | undefined {
  const bands = onsetBands(heard);
  const from = Math.max(0, (strength.length - EXCERPT) >> 1);
  const excerpt = strength.subarray(from, from + EXCERPT);
  const tried: { reading: Reading; meter: Meter }[] = [];
  const periods = pulses(strength);
  for (const [i, period] of periods.entries()) {
    if (progress((0.7 * i) / periods.length) === true) return undefined;
    const fine = placed(excerpt, track(excerpt, period).frames).map((b) => b + from * HOP);
    for (const { beats, ...reading } of readings(fine, period))
      if (beats.length > 8) tried.push({ reading, meter: meterOf(beats, atBeats(heard, bands, beats)) });
  }
  tried.sort((a, b) => b.meter.score - a.meter.score);
  const first = tried[0];
  if (!first || progress(0.7) === true) return undefined;
  const fine = placed(strength, track(strength, first.reading.period).frames);
  const same = readings(fine, first.reading.period)
    .filter((r) => r.every === first.reading.every && r.between === first.reading.between)
    .map(({ beats }) => meterOf(beats, atBeats(heard, bands, beats)))
    .sort((a, b) => b.score - a.score);
  const best = same[0];
  return best && { best, others: tried.map((t) => t.meter) };
}

/** Periods, in frames, to be followed: the strongest, and those that go together with it. */
function pulses(strength: Float32Array): number[] {
  const like = likeness(strength, LONGEST * 4 + 4);
  const comb = (p: number): number => (like[p] ?? 0) + 0.5 * (like[2 * p] ?? 0) + 0.25 * (like[4 * p] ?? 0);
  const strongest = (from: number, to: number): number => {
    let best = Math.max(SHORTEST, Math.floor(from));
    for (let p = best; p <= Math.min(LONGEST, Math.ceil(to)); p++) if (comb(p) > comb(best)) best = p;
    return best;
  };
  const first = strongest(SHORTEST, LONGEST);
  const related = RELATED.map((r) => first * r)
    .filter((p) => p >= SHORTEST && p <= LONGEST)
    .map((p) => strongest(p * 0.96, p * 1.04))
    .filter((p) => comb(p) > STRONG * comb(first));
  return [...new Set([first, ...related])];
}

/** A pulse as the beat, as half of one or a third; and between, where the accents are off the beat. */
function readings(
  fine: readonly number[],
  period: number,
): (Reading & { readonly beats: readonly number[] })[] {
  const between = fine.slice(1).map((b, i) => (b + (fine[i] as number)) / 2);
  const grouped = [2, 3].flatMap((every) =>
    Array.from({ length: every }, (_, phase) => ({
      period,
      every,
      between: false,
      beats: fine.filter((_, i) => i % every === phase),
    })),
  );
  const all = [
    { period, every: 1, between: false, beats: fine },
    { period, every: 1, between: true, beats: between },
    ...grouped,
  ];
  return all.filter(({ beats }) => {
    const bpm = (60 * (beats.length - 1)) / ((beats.at(-1) ?? 1) - (beats[0] ?? 0));
    return bpm >= OFFERED[0] && bpm <= OFFERED[1];
  });
}

/** Beats of a reading carried on to the beginning and the end of what is heard, at the tempo they have there. */
export function carried(beats: readonly number[], from: number, to: number): number[] {
  const first = beats[0] as number;
  const [step, last] = [(beats[4] as number) - first, beats.at(-1) as number];
  const before = Math.floor((first - from) / (step / 4));
  const end = last - (beats.at(-5) as number);
  const after = Math.floor((to - last) / (end / 4));
  return [
    ...Array.from({ length: Math.max(0, before) }, (_, i) => first - ((before - i) * step) / 4),
    ...beats,
    ...Array.from({ length: Math.max(0, after) }, (_, i) => last + ((i + 1) * end) / 4),
  ];
}
