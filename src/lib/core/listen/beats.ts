import { HOP } from './spectrum';

/** Beats a minute that are looked for. */
export const LEAST_BPM = 54;
export const MOST_BPM = 264;
/** What a change of the tempo from one beat to the next weighs against onsets that are met: log ratio, squared. Our choice. */
const INERTIA = 90;
/** The tempo changes by at most this from one beat to the next. */
const CHANGE = 0.22;
/** How far from the tempo asked for single beats may go: a slow introduction, an end that slows down. */
const SLOWER = 1.9;
const FASTER = 0.72;

/**
 * The beats that meet most onsets at about `period` frames, while the tempo changes little from one beat to the next:
 * the best path through all of them (dynamic programming over a beat's frame and the interval before it).
 * Gives frames. O(frames · intervals · change).
 */
export function track(
  strength: Float32Array,
  period: number,
): { readonly frames: number[]; readonly score: number } {
  const low = Math.max(2, Math.round(period * FASTER));
  const high = Math.max(low + 1, Math.round(period * SLOWER));
  const n = high - low + 1;
  const total = strength.length;
  const best = new Float32Array(total * n);
  const from = new Uint16Array(total * n);
  const ways = waysBetween(low, high, period);
  for (let t = 0; t < total; t++) {
    const s = strength[t] as number;
    for (let k = 0; k < n; k++) {
      const before = t - low - k;
      if (before < 0) {
        best[t * n + k] = s;
        from[t * n + k] = 0xffff;
        continue;
      }
      const { first, costs } = ways[k] as Way;
      let [top, at] = [-Infinity, 0];
      const row = before * n + first;
      for (let j = 0; j < costs.length; j++) {
        const value = (best[row + j] as number) - (costs[j] as number);
        if (value > top) [top, at] = [value, first + j];
      }
      best[t * n + k] = top + s;
      from[t * n + k] = at;
    }
  }
  return followed(best, from, n, low, total);
}

/** Which intervals may come before one, from `first` on, and what each costs. */
interface Way {
  readonly first: number;
  readonly costs: Float32Array;
}
function waysBetween(low: number, high: number, period: number): Way[] {
  return Array.from({ length: high - low + 1 }, (_, k) => {
    const d = low + k;
    const first = Math.max(low, Math.floor(d * (1 - CHANGE)));
    const last = Math.min(high, Math.ceil(d * (1 + CHANGE)));
    const away = 0.35 * Math.log(d / period) ** 2;
    return {
      first: first - low,
      costs: Float32Array.from(
        { length: last - first + 1 },
        (_, j) => INERTIA * Math.log(d / (first + j)) ** 2 + away,
      ),
    };
  });
}

function followed(
  best: Float32Array,
  from: Uint16Array,
  n: number,
  low: number,
  total: number,
): { frames: number[]; score: number } {
  let [top, at] = [-Infinity, 0];
  const tail = Math.max(0, total - low - n);
  for (let i = tail * n; i < total * n; i++)
    if ((best[i] as number) > top) [top, at] = [best[i] as number, i];
  const frames: number[] = [];
  for (;;) {
    const [t, k] = [Math.floor(at / n), at % n];
    frames.push(t);
    const back = from[at] as number;
    if (back === 0xffff) break;
    at = (t - low - k) * n + back;
  }
  return { frames: frames.reverse(), score: top };
}

/** Seconds of beats: each between its frames where the onset is strongest, then evened out a little. */
export function placed(strength: Float32Array, frames: readonly number[]): number[] {
  const raw = frames.map((t) => {
    const [a, b, c] = [strength[t - 1] ?? 0, strength[t] ?? 0, strength[t + 1] ?? 0];
    const bend = a - 2 * b + c;
    const off = bend < 0 ? Math.max(-0.5, Math.min(0.5, (0.5 * (a - c)) / bend)) : 0;
    return (t + off) * HOP;
  });
  return raw.map((at, i) => {
    const [before, after] = [raw[i - 1], raw[i + 1]];
    return before === undefined || after === undefined ? at : 0.5 * at + 0.25 * (before + after);
  });
}
