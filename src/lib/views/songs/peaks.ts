/** Loudest samples of stretches of a sound, for drawing: `n` values from 0 to 1. O(samples). */
export function peaksOf(samples: Float32Array, n: number): Float32Array<ArrayBuffer> {
  const out = new Float32Array(n);
  const each = samples.length / n;
  let most = 1e-6;
  for (let i = 0; i < n; i++) {
    let peak = 0;
    for (let k = Math.floor(i * each); k < Math.min(samples.length, (i + 1) * each); k++)
      peak = Math.max(peak, Math.abs(samples[k] as number));
    out[i] = peak;
    most = Math.max(most, peak);
  }
  for (let i = 0; i < n; i++) out[i] = (out[i] as number) / most;
  return out;
}

/** How many values of {@link peaksOf} a second has. */
export const PEAKS_A_SECOND = 100;

/** A path of a stretch of peaks, mirrored about the middle of a box. */
export function wavePath(
  peaks: Float32Array,
  from: number,
  to: number,
  width: number,
  height: number,
  points = 160,
): string {
  const mid = height / 2;
  const top: string[] = [];
  const bottom: string[] = [];
  for (let i = 0; i <= points; i++) {
    const at = from + ((to - from) * i) / points;
    const [a, b] = [Math.floor(at * PEAKS_A_SECOND), Math.ceil((at + (to - from) / points) * PEAKS_A_SECOND)];
    let peak = 0;
    for (let k = Math.max(0, a); k < Math.min(peaks.length, b); k++)
      peak = Math.max(peak, peaks[k] as number);
    const x = ((width * i) / points).toFixed(1);
    top.push(`${x},${(mid - peak * mid).toFixed(1)}`);
    bottom.push(`${x},${(mid + peak * mid).toFixed(1)}`);
  }
  return `M${top.join('L')}L${bottom.reverse().join('L')}Z`;
}
