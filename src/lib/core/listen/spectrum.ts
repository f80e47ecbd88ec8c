import FFT from 'fft.js';
import type { Seconds } from '../base';

/** Time between two looks at the sound. */
export const HOP: Seconds = 0.01;
const WINDOW = 1024;
/** The sound is looked at with about this many samples a second. */
const RATE = 22_050;
const LOWEST = 32;
const HIGHEST = 10_000;
const BANDS = 30;
/** Bands below and above which the three groups lie, Hz: bass and kick, the tune, cymbals. Our choice. */
const GROUPS = [160, 1800] as const;
/** How strongly quiet sounds are lifted before they are compared, against the loudest. Our choice. */
const LIFT = 3000;

/** What is heard, a hundred times a second. Onsets are rises of loudness; levels are loudness in decibels. */
export interface Heard {
  readonly frames: number;
  readonly seconds: Seconds;
  /** Rises in the low, the middle and the high bands. */
  readonly onsets: readonly [Float32Array, Float32Array, Float32Array];
  /** How loud the low and the high bands are, dB, and all of it. */
  readonly levels: readonly [Float32Array, Float32Array, Float32Array];
  /** Twelve classes of pitch, {@link CHROMA_EVERY} frames apart, one after another. */
  readonly chroma: Float32Array;
}
export const CHROMA_EVERY = 10;
const CHROMA_WINDOW = 4096;

/** The share of the work done, from 0 to 1; `true` stops it. */
export type Progress = (done: number) => boolean | void;

/** Looks at the sound: one channel. Undefined where it was stopped. */
export function look(samples: Float32Array, rate: number, progress: Progress = () => {}): Heard | undefined {
  const step = Math.max(1, Math.floor(rate / RATE));
  const sound = thinned(samples, step);
  const r = rate / step;
  const frames = Math.max(1, Math.floor(sound.length / r / HOP));
  const loudness = new Float32Array(frames * BANDS);
  const levels = [0, 1, 2].map(() => new Float32Array(frames)) as [Float32Array, Float32Array, Float32Array];
  const fft = transform(WINDOW);
  const edges = bandEdges(r);
  const group = Array.from({ length: BANDS }, (_, b) =>
    centre(b) < GROUPS[0] ? 0 : centre(b) < GROUPS[1] ? 1 : 2,
  );
  for (let t = 0; t < frames; t++) {
    if (t % 500 === 0 && progress((0.8 * t) / frames) === true) return undefined;
    const power = fft(sound, Math.round(t * HOP * r) - WINDOW / 2);
    const sums = [0, 0, 0];
    for (let b = 0; b < BANDS; b++) {
      let sum = 0;
      for (let k = edges[b] as number; k < (edges[b + 1] as number); k++) sum += power[k] as number;
      loudness[t * BANDS + b] = sum;
      sums[group[b] as number] = (sums[group[b] as number] as number) + sum;
    }
    const all = (sums[0] as number) + (sums[1] as number) + (sums[2] as number);
    levels[0][t] = sums[0] as number;
    levels[1][t] = sums[2] as number;
    levels[2][t] = all;
  }
  for (const l of levels) decibels(l);
  const onsets = rises(loudness, frames, group);
  const chroma = chromaOf(sound, r, frames);
  progress(1);
  return { frames, seconds: samples.length / rate, onsets, levels, chroma };
}

const centre = (band: number): number => LOWEST * (HIGHEST / LOWEST) ** ((band + 0.5) / BANDS);

/** Every `step` samples as one, their mean. */
function thinned(samples: Float32Array, step: number): Float32Array {
  if (step === 1) return samples;
  const out = new Float32Array(Math.floor(samples.length / step));
  for (let i = 0; i < out.length; i++) {
    let sum = 0;
    for (let k = 0; k < step; k++) sum += samples[i * step + k] as number;
    out[i] = sum / step;
  }
  return out;
}

/** Power of each frequency in a window (Hann) from a sample on; beyond the sound is silence. */
function transform(size: number): (sound: Float32Array, from: number) => Float32Array {
  const fft = new FFT(size);
  const hann = Float32Array.from({ length: size }, (_, i) => 0.5 - 0.5 * Math.cos((2 * Math.PI * i) / size));
  const input = new Float64Array(size);
  const out = new Float64Array(2 * size);
  const power = new Float32Array(size / 2);
  return (sound, from) => {
    for (let i = 0; i < size; i++) input[i] = (sound[from + i] ?? 0) * (hann[i] as number);
    fft.realTransform(out, input);
    for (let k = 0; k < size / 2; k++) {
      const [re, im] = [out[2 * k] as number, out[2 * k + 1] as number];
      power[k] = re * re + im * im;
    }
    return power;
  };
}

/** The first frequency of each band; every band has one at least. */
function bandEdges(rate: number): number[] {
  const bin = rate / WINDOW;
  const edges: number[] = [];
  for (let b = 0; b <= BANDS; b++) {
    const k = Math.round((LOWEST * (HIGHEST / LOWEST) ** (b / BANDS)) / bin);
    edges.push(Math.min(WINDOW / 2, Math.max(k, (edges.at(-1) ?? 0) + 1)));
  }
  return edges;
}

function decibels(level: Float32Array): void {
  const most = level.reduce((a, b) => Math.max(a, b), 1e-12);
  for (let i = 0; i < level.length; i++)
    level[i] = 10 * Math.log10(Math.max((level[i] as number) / most, 1e-9));
}

/** How far apart two looks are compared, in frames: over the time an attack takes. */
const LAG = 2;

/** Rises of loudness in each group of bands; a rise against the loudest of the neighbouring bands, so that a voice that glides is none. */
function rises(
  loudness: Float32Array,
  frames: number,
  group: readonly number[],
): [Float32Array, Float32Array, Float32Array] {
  const out = [0, 1, 2].map(() => new Float32Array(frames)) as [Float32Array, Float32Array, Float32Array];
  const most = loudness.reduce((a, b) => Math.max(a, b), 1e-12);
  for (let i = 0; i < loudness.length; i++) loudness[i] = Math.log1p((LIFT * (loudness[i] as number)) / most);
  for (let t = LAG; t < frames; t++)
    for (let b = 0; b < BANDS; b++) {
      const was = (t - LAG) * BANDS + b;
      const before = Math.max(
        loudness[was] as number,
        b > 0 ? (loudness[was - 1] as number) : 0,
        b < BANDS - 1 ? (loudness[was + 1] as number) : 0,
      );
      const rise = (loudness[t * BANDS + b] as number) - before;
      if (rise > 0) {
        const o = out[group[b] as number] as Float32Array;
        // The rise lies between the two looks.
        o[t - LAG / 2] = (o[t - LAG / 2] as number) + rise;
      }
    }
  return out;
}

/** Pitch classes from 55 to 2,000 Hz, each look divided by its sum. */
function chromaOf(sound: Float32Array, rate: number, frames: number): Float32Array {
  const fft = transform(CHROMA_WINDOW);
  const n = Math.ceil(frames / CHROMA_EVERY);
  const out = new Float32Array(12 * n);
  const bin = rate / CHROMA_WINDOW;
  const [low, high] = [Math.ceil(80 / bin), Math.floor(2000 / bin)];
  const pitch = Int8Array.from({ length: high + 1 }, (_, k) =>
    k < low ? 0 : ((Math.round(12 * Math.log2((k * bin) / 440)) % 12) + 12) % 12,
  );
  for (let i = 0; i < n; i++) {
    const power = fft(sound, Math.round(i * CHROMA_EVERY * HOP * rate) - CHROMA_WINDOW / 2);
    let sum = 1e-9;
    for (let k = low; k <= high; k++) {
      const level = (power[k] as number) ** 0.25;
      const at = 12 * i + (pitch[k] as number);
      out[at] = (out[at] as number) + level;
      sum += level;
    }
    for (let c = 0; c < 12; c++) out[12 * i + c] = (out[12 * i + c] as number) / sum;
  }
  return out;
}
