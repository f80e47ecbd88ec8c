import { PATTERNS, type Pattern } from './patterns';
import { CHROMA_EVERY, HOP, type Heard } from './spectrum';
import { standardised } from './pulse';

/** Beats as they could be meant: with a bar, a first 1 in it, and how well they fit. */
export interface Meter {
  readonly beats: readonly number[];
  readonly bar: 3 | 4;
  /** The first beat that is a 1. */
  readonly one: number;
  readonly pattern: Pattern;
  readonly score: number;
}

/** What happens at every half beat, by band, and how much the harmony changes at every beat. */
export interface AtBeats {
  /** Half beats, three bands each. */
  readonly halves: Float32Array;
  readonly harmony: Float32Array;
}

/** What each band says about where the bar begins, and the harmony. Our choice. */
const WEIGHTS = [1, 0.6, 0.8] as const;
const HARMONY = 0.45;
/** A tempo outside of what a pattern is played at, per octave. */
const OUT_OF_RANGE = 3;

export function onsetBands(heard: Heard): Float32Array[] {
  return heard.onsets.map((o) => standardised(o));
}

/** Reads bands on the beat (±30 ms) and in its second half, wherever it swings to. */
export function atBeats(heard: Heard, bands: readonly Float32Array[], beats: readonly number[]): AtBeats {
  const n = beats.length;
  const halves = new Float32Array(n * 6);
  const harmony = new Float32Array(n);
  for (let i = 0; i < n; i++) {
    const at = beats[i] as number;
    const next = beats[i + 1] ?? at + (at - (beats[i - 1] ?? at - 0.5));
    const step = next - at;
    bands.forEach((band, b) => {
      halves[i * 6 + b] = peak(band, at - 0.03, at + 0.03);
      halves[i * 6 + 3 + b] = peak(band, at + 0.5 * step - 0.03, at + 0.7 * step + 0.02);
    });
    harmony[i] = changeAt(heard.chroma, at, step);
  }
  return { halves, harmony: standardised(harmony) };
}

function peak(band: Float32Array, from: number, to: number): number {
  let most = -Infinity;
  for (let t = Math.max(0, Math.round(from / HOP)); t <= Math.min(band.length - 1, Math.round(to / HOP)); t++)
    most = Math.max(most, band[t] as number);
  return most === -Infinity ? 0 : most;
}

/** How different the notes of two beats before and two after are: 0 the same, 1 nothing in common. */
function changeAt(chroma: Float32Array, at: number, step: number): number {
  const [before, after] = [sumOf(chroma, at - 2 * step, at - 0.05), sumOf(chroma, at + 0.05, at + 2 * step)];
  let [dot, a, b] = [0, 1e-9, 1e-9];
  for (let c = 0; c < 12; c++) {
    const [x, y] = [before[c] as number, after[c] as number];
    [dot, a, b] = [dot + x * y, a + x * x, b + y * y];
  }
  return 1 - dot / Math.sqrt(a * b);
}

/** Chroma summed from one time to another. */
export function sumOf(chroma: Float32Array, from: number, to: number): Float32Array {
  const out = new Float32Array(12);
  const every = HOP * CHROMA_EVERY;
  const last = chroma.length / 12 - 1;
  for (let i = Math.max(0, Math.round(from / every)); i <= Math.min(last, Math.round(to / every)); i++)
    for (let c = 0; c < 12; c++) out[c] = (out[c] as number) + (chroma[12 * i + c] as number);
  return out;
}

/** The best bar for beats: every pattern with every place of its 1. */
export function meterOf(beats: readonly number[], at: AtBeats): Meter {
  let best: Meter | undefined;
  const tempo = medianTempo(beats);
  for (const pattern of PATTERNS)
    for (let one = 0; one < pattern.bar; one++) {
      const score = fit(pattern, one, at) - OUT_OF_RANGE * outside(tempo, pattern.range);
      if (!best || score > best.score) best = { beats, bar: pattern.bar, one, pattern, score };
    }
  return best as Meter;
}

function medianTempo(beats: readonly number[]): number {
  const steps = beats
    .slice(1)
    .map((b, i) => b - (beats[i] as number))
    .sort((a, b) => a - b);
  return 60 / (steps[steps.length >> 1] ?? 0.5);
}

const outside = (bpm: number, [low, high]: readonly [number, number]): number =>
  Math.max(0, Math.log2(low / bpm), Math.log2(bpm / high));

/** Correlation of what is played in a bar, on average, with a pattern; weighed over the bands. */
function fit(p: Pattern, one: number, { halves, harmony }: AtBeats): number {
  const length = 2 * p.bar;
  const n = harmony.length;
  let [score, weight] = [0, 0];
  for (let b = 0; b < 3; b++) {
    const mean = new Float64Array(length);
    const count = new Float64Array(length);
    for (let h = 0; h < 2 * n; h++) {
      const place = (((h - 2 * one) % length) + length) % length;
      mean[place] = (mean[place] as number) + (halves[Math.floor(h / 2) * 6 + (h % 2) * 3 + b] as number);
      count[place] = (count[place] as number) + 1;
    }
    for (let i = 0; i < length; i++) mean[i] = (mean[i] as number) / Math.max(1, count[i] as number);
    score += (WEIGHTS[b] as number) * correlation(mean, p.bands[b] as readonly number[]);
    weight += WEIGHTS[b] as number;
  }
  let [here, there] = [0, 0];
  for (let i = 0; i < n; i++) {
    if ((((i - one - p.harmony) % p.bar) + p.bar) % p.bar === 0) here += harmony[i] as number;
    else there += harmony[i] as number;
  }
  return score / weight + (HARMONY * (here - there / (p.bar - 1))) / (n / p.bar);
}

function correlation(a: ArrayLike<number>, b: ArrayLike<number>): number {
  const n = a.length;
  let [ma, mb] = [0, 0];
  for (let i = 0; i < n; i++) [ma, mb] = [ma + (a[i] as number) / n, mb + (b[i] as number) / n];
  let [ab, aa, bb] = [0, 1e-9, 1e-9];
  for (let i = 0; i < n; i++) {
    const [x, y] = [(a[i] as number) - ma, (b[i] as number) - mb];
    [ab, aa, bb] = [ab + x * y, aa + x * x, bb + y * y];
  }
  const r = ab / Math.sqrt(aa * bb);
  return r * Math.abs(r);
}
