import { CLAVE_EIGHTHS, claveOnsets, countedAt, type HeardClave, type SongMap } from '../music';
import { HOP, type Heard } from './spectrum';
import { standardised } from './pulse';

/** Parts of a beat its second half is looked for in. */
const [EARLIEST, LATEST] = [0.44, 0.8];
const BINS = 72;

/**
 * Long to short of the halves of beats: where, between two beats, most strokes fall. 1 where nothing is played between.
 * Ratios above 3 are hardly played (Friberg and Sundström 2002; from memory).
 */
export function swingOf(heard: Heard, beats: readonly number[]): number {
  const sum = new Float64Array(BINS);
  const bands = [standardised(heard.onsets[2]), standardised(heard.onsets[1])];
  for (let i = 0; i + 1 < beats.length; i++) {
    const [at, step] = [beats[i] as number, (beats[i + 1] as number) - (beats[i] as number)];
    for (let b = 0; b < BINS; b++) {
      const t = (at + (step * b) / BINS) / HOP;
      const [low, part] = [Math.floor(t), t - Math.floor(t)];
      for (const band of bands)
        sum[b] =
          (sum[b] as number) + Math.max(0, (1 - part) * (band[low] ?? 0) + part * (band[low + 1] ?? 0));
    }
  }
  let best = Math.round(0.5 * BINS);
  for (let b = Math.round(EARLIEST * BINS); b <= LATEST * BINS; b++)
    if ((sum[b] as number) > (sum[best] as number)) best = b;
  const on = Math.max(...sum.slice(0, 3), ...sum.slice(-3));
  if ((sum[best] as number) < 0.12 * on) return 1;
  const [a, c] = [sum[best - 1] as number, sum[best + 1] as number];
  const bend = a - 2 * (sum[best] as number) + c;
  const place = (best + (bend < 0 ? (0.5 * (a - c)) / bend : 0)) / BINS;
  const ratio = place / (1 - place);
  return Math.round(100 * Math.max(1, Math.min(4, ratio))) / 100;
}

/** Two bars of a clave that stand out from both others by this are told. Our choice. */
const CLEAR = 0.15;

/**
 * Which clave is struck and which of its sides comes first in an eight: strokes of all eighths of two bars of four
 * against each. Undefined where none stands out.
 */
export function claveIn(
  heard: Heard,
  map: Pick<SongMap, 'beats' | 'bar' | 'ones' | 'phrase' | 'phrases'>,
): HeardClave | undefined {
  const { beats } = map;
  const band = standardised(heard.onsets[2]);
  const sum = new Float64Array(CLAVE_EIGHTHS);
  for (let i = 0; i + 1 < beats.length; i++) {
    const [at, step] = [beats[i] as number, (beats[i + 1] as number) - (beats[i] as number)];
    for (const half of [0, 1]) {
      const place = (countedAt(map, i).count - 1) * 2 + half;
      const t = Math.round((at + (half * step) / 2) / HOP);
      sum[place] = (sum[place] as number) + Math.max(band[t - 1] ?? 0, band[t] ?? 0, band[t + 1] ?? 0);
    }
  }
  const all = (['son', 'rumba'] as const)
    .flatMap((clave) =>
      (['3-2', '2-3'] as const).map((side) => ({
        clave,
        side,
        fit: contrast(sum, claveOnsets(clave, side)),
      })),
    )
    .sort((a, b) => b.fit - a.fit);
  const best = all[0];
  const other = all.find((x) => x.side !== best?.side);
  if (!best || !other) return undefined;
  const clear = best.fit - other.fit;
  if (best.fit < 0.2 || clear < CLEAR) return undefined;
  return { clave: best.clave, side: best.side, sure: Math.round(100 * Math.min(1, clear)) / 100 };
}

/** How much stronger strokes are on the places of a clave than off them, in spreads. */
function contrast(sum: Float64Array, onsets: readonly number[]): number {
  const on = new Set(onsets);
  const mean = sum.reduce((a, b) => a + b, 0) / sum.length;
  const spread = Math.sqrt(sum.reduce((a, b) => a + (b - mean) ** 2, 0) / sum.length) || 1;
  let [inside, outside] = [0, 0];
  sum.forEach((x, i) => (on.has(i) ? (inside += x) : (outside += x)));
  return (inside / on.size - outside / (sum.length - on.size)) / spread;
}
