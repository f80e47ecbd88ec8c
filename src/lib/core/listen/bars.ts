import { tempoOf } from '../music';
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
  /** How much of each band the pattern explains: 0 where it is only noise to it. */
  readonly trust: readonly number[];
}

/** What happens at every half beat, by band, and how much the harmony changes at every beat. */
export interface AtBeats {
  /** Half beats, three bands each. */
  readonly halves: Float32Array;
  readonly harmony: Float32Array;
}

/** What each band says about where the bar begins, and the harmony. Our choice. */
const WEIGHTS = [1, 0.6, 0.8] as const;
const HARMONY = 1.5;
/** A tempo outside of what a pattern is played at, per octave. */
const OUT_OF_RANGE = 2;
/**
 * People hear a beat nearer to 120 a minute where they can (Moelants 2002, from memory): a faster one than this has to explain
 * more, by so much an octave, where the bass is on the beats alone — half beats that are all empty explain something by
 * themselves. Sizes are our choice.
 */
const FAST = 180;
const FASTER = 1.5;

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
  const tempo = tempoOf({ beats });
  for (const pattern of PATTERNS)
    for (let one = 0; one < pattern.bar; one++) {
      const { bands, harmony } = fit(pattern, one, at);
      const heard = bands.reduce((s, r, b) => s + (WEIGHTS[b] as number) * r, HARMONY * harmony);
      const fast = onBeats(pattern) ? FASTER * Math.max(0, Math.log2(tempo / FAST)) : 0;
      const score = heard - OUT_OF_RANGE * outside(tempo, pattern.range) - fast;
      const trust = bands.map((r) => Math.sqrt(Math.max(0, r)));
      if (!best || score > best.score) best = { beats, bar: pattern.bar, one, pattern, score, trust };
    }
  return best as Meter;
}

const outside = (bpm: number, [low, high]: readonly [number, number]): number =>
  Math.max(0, Math.log2(low / bpm), Math.log2(bpm / high));

/** Its bass plays on beats, hardly between them. */
const onBeats = ({ bands: [bass] }: Pattern): boolean => bass.every((x, i) => i % 2 === 0 || x < 0.5);

/**
 * How much of what is played a pattern explains, by band, and of the changes of harmony: correlations over every half
 * beat, so that what is different from bar to bar counts against it.
 */
function fit(p: Pattern, one: number, { halves, harmony }: AtBeats): { bands: number[]; harmony: number } {
  const n = harmony.length;
  const length = 2 * p.bar;
  const place = (h: number): number => (((h - 2 * one) % length) + length) % length;
  const bands = p.bands.map((shape, b) =>
    explained(
      2 * n,
      (h) => halves[(h >> 1) * 6 + (h & 1) * 3 + b] as number,
      (h) => shape[place(h)] as number,
    ),
  );
  const changes = (i: number): number => (place(2 * i) === 2 * p.harmony ? 1 : 0);
  return { bands, harmony: explained(n, (i) => harmony[i] as number, changes) };
}

/** The correlation of two series, squared, with its sign. */
function explained(n: number, a: (i: number) => number, b: (i: number) => number): number {
  let [sa, sb, saa, sbb, sab] = [0, 0, 0, 0, 0];
  for (let i = 0; i < n; i++) {
    const [x, y] = [a(i), b(i)];
    [sa, sb, saa, sbb, sab] = [sa + x, sb + y, saa + x * x, sbb + y * y, sab + x * y];
  }
  const spread = (saa - (sa * sa) / n) * (sbb - (sb * sb) / n);
  if (spread <= 1e-9) return 0;
  const r = (sab - (sa * sb) / n) / Math.sqrt(spread);
  return r * Math.abs(r);
}
