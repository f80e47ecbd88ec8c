import { HOP, type Heard } from './spectrum';

/** Frames over which strength is compared with its surroundings. */
const AROUND = Math.round(4 / HOP);
/** Single strokes count no more than this many times what is usual. Our choice. */
const MOST = 5;

/** Onsets of all bands as one: each compared with what is usual around it, so that mean is 0 and spread 1. */
export function strength(onsets: Heard['onsets']): Float32Array {
  const parts = onsets.map((o) => standardised(smoothed(o)));
  const sum = Float32Array.from(parts[0] as Float32Array, (_, t) =>
    parts.reduce((s, p) => s + (p[t] as number), 0),
  );
  return standardised(sum);
}

/** A little wider, so that a stroke is found where it is looked for a frame off. */
function smoothed(o: Float32Array): Float32Array {
  return o.map((x, t) => 0.25 * (o[t - 1] ?? 0) + 0.5 * x + 0.25 * (o[t + 1] ?? 0));
}

/** Less the mean around it, over the spread of four times as wide. */
export function standardised(o: Float32Array): Float32Array {
  const mean = boxed(o, AROUND);
  const squares = boxed(
    o.map((x, t) => (x - (mean[t] as number)) ** 2),
    AROUND * 4,
  );
  const all = Math.sqrt(squares.reduce((s, x) => s + x, 0) / Math.max(1, o.length));
  return o.map((x, t) =>
    Math.min(MOST, (x - (mean[t] as number)) / (Math.max(Math.sqrt(squares[t] as number), 0.3 * all) + 1e-9)),
  );
}

/** Means over `width` frames around each. O(frames). */
function boxed(o: Float32Array, width: number): Float32Array {
  const sums = new Float64Array(o.length + 1);
  for (let t = 0; t < o.length; t++) sums[t + 1] = (sums[t] as number) + (o[t] as number);
  const half = width >> 1;
  return o.map((_, t) => {
    const [from, to] = [Math.max(0, t - half), Math.min(o.length, t + half + 1)];
    return ((sums[to] as number) - (sums[from] as number)) / (to - from);
  });
}

/** How alike the onsets are to themselves `lag` frames later, by lag up to `most`, over the whole. */
export function likeness(s: Float32Array, most: number): Float32Array {
  const out = new Float32Array(most + 1);
  for (let lag = 1; lag <= most; lag++) {
    let sum = 0;
    for (let t = lag; t < s.length; t++) sum += (s[t] as number) * (s[t - lag] as number);
    out[lag] = sum / Math.max(1, s.length - lag);
  }
  return out;
}
