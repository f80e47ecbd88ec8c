import type { Bpm, Seconds } from '../base';

/** What taps say: a steady tempo through them, with what was missed and what was too much. */
export interface TapFit {
  readonly bpm: Bpm;
  /** When the beat of the first tap that counts falls, by all of them. */
  readonly first: Seconds;
  /** By tap, in order of time: its beat from 0; undefined where it is one too many. */
  readonly beats: readonly (number | undefined)[];
  /** Beats without a tap between the first and the last. */
  readonly missed: number;
  /** How far taps lie from their beats: the standard deviation. */
  readonly spread: Seconds;
}

/** Beats a minute taps may mean. */
export const TAP_RANGE = { least: 30, most: 300 } as const;
/** Fewer taps say nothing. */
export const FEWEST_TAPS = 4;
/** Taps further from a beat than this part of it do not mean it. Our choice: half the way to an off-beat. */
const NEAR = 0.25;
/** What a beat without a tap, and a tap without a beat, weighs against one tap that is right. Our choice. */
const MISSED = 0.5;
const EXTRA = 0.75;
const ROUNDS = 4;

/**
 * The steady beat that most taps mean, whatever is missed or tapped twice: every period two or three taps suggest is
 * tried and weighed, the best is fitted by least squares to the taps that are near a beat. Undefined where there are too
 * few taps. O(taps²). @example fitTaps([0, 0.5, 1, 1.5, 2])?.bpm // 120
 */
export function fitTaps(times: readonly Seconds[]): TapFit | undefined {
  const taps = [...times].sort((a, b) => a - b);
  if (taps.length < FEWEST_TAPS) return undefined;
  let best: { weight: number; grid: Grid } | undefined;
  for (const start of seeds(taps)) {
    const grid = settled(taps, start);
    const weight = grid && weigh(taps, grid);
    if (grid && weight !== undefined && (!best || weight > best.weight)) best = { weight, grid };
  }
  return best && told(taps, best.grid);
}

/** Beats at `first + n · period`. */
interface Grid {
  readonly first: number;
  readonly period: number;
}

const [SHORTEST, LONGEST] = [60 / TAP_RANGE.most, 60 / TAP_RANGE.least];

/** A grid from every tap on with the step to one of the next three. */
function* seeds(taps: readonly number[]): Generator<Grid> {
  for (let i = 0; i < taps.length - 1; i++)
    for (let k = i + 1; k <= i + 3 && k < taps.length; k++) {
      const period = (taps[k] ?? 0) - (taps[i] ?? 0);
      if (period >= SHORTEST && period <= LONGEST) yield { first: taps[i] ?? 0, period };
    }
}

/** A grid led along the taps, then fitted to those that are near it, until it stands still. */
function settled(taps: readonly number[], start: Grid): Grid | undefined {
  let beats = led(taps, start);
  let grid: Grid | undefined = start;
  for (let round = 0; round < ROUNDS && grid; round++) {
    grid = line(taps, beats);
    if (grid) beats = nearest(taps, grid);
  }
  return grid && grid.period >= SHORTEST && grid.period <= LONGEST ? grid : undefined;
}

/** Beats of taps from one to the next, so that a slightly wrong period does not run away. */
function led(taps: readonly number[], { first, period }: Grid): (number | undefined)[] {
  const from = taps.indexOf(first);
  const beats: (number | undefined)[] = taps.map(() => undefined);
  beats[from] = 0;
  for (const way of [1, -1]) {
    let [last, beat, step] = [first, 0, period];
    for (let i = from + way; i >= 0 && i < taps.length; i += way) {
      const far = ((taps[i] ?? 0) - last) * way;
      const steps = Math.round(far / step);
      if (steps < 1 || Math.abs(far - steps * step) > NEAR * step) continue;
      beat += steps * way;
      beats[i] = beat;
      step = 0.7 * step + 0.3 * (far / steps);
      last = taps[i] ?? 0;
    }
  }
  return beats;
}

/** The nearest tap of every beat; others, and those too far away, mean none. */
function nearest(taps: readonly number[], { first, period }: Grid): (number | undefined)[] {
  const of = new Map<number, number>();
  const off = taps.map((t) => {
    const beat = Math.round((t - first) / period);
    return { beat, far: Math.abs(t - first - beat * period) };
  });
  off.forEach(({ beat, far }, i) => {
    const there = of.get(beat);
    if (far <= NEAR * period && (there === undefined || far < (off[there]?.far ?? 0))) of.set(beat, i);
  });
  return off.map(({ beat }, i) => (of.get(beat) === i ? beat : undefined));
}

/** Least squares through taps and their beats. */
function line(taps: readonly number[], beats: readonly (number | undefined)[]): Grid | undefined {
  let [n, sb, st, sbb, sbt] = [0, 0, 0, 0, 0];
  beats.forEach((b, i) => {
    if (b === undefined) return;
    const t = taps[i] ?? 0;
    [n, sb, st, sbb, sbt] = [n + 1, sb + b, st + t, sbb + b * b, sbt + b * t];
  });
  const spread = n * sbb - sb * sb;
  if (n < 2 || spread === 0) return undefined;
  const period = (n * sbt - sb * st) / spread;
  return { period, first: (st - period * sb) / n };
}

/** Taps that mean a beat, the nearer the more, against beats missed and taps too many. */
function weigh(taps: readonly number[], grid: Grid): number {
  const beats = nearest(taps, grid);
  let [right, extra, low, high] = [0, 0, Infinity, -Infinity];
  beats.forEach((b, i) => {
    if (b === undefined) return void extra++;
    const off = ((taps[i] ?? 0) - grid.first - b * grid.period) / (NEAR * grid.period);
    right += 1 - off * off;
    [low, high] = [Math.min(low, b), Math.max(high, b)];
  });
  const missed = taps.length - extra > 0 ? high - low + 1 - (taps.length - extra) : 0;
  return right - MISSED * missed - EXTRA * extra;
}

function told(taps: readonly number[], grid: Grid): TapFit {
  const beats = nearest(taps, grid);
  const known = beats.flatMap((b, i) => (b === undefined ? [] : [{ b, t: taps[i] ?? 0 }]));
  const low = known[0]?.b ?? 0;
  const high = known.at(-1)?.b ?? 0;
  const squares = known.reduce((sum, { b, t }) => sum + (t - grid.first - b * grid.period) ** 2, 0);
  return {
    bpm: 60 / grid.period,
    first: grid.first + low * grid.period,
    beats: beats.map((b) => (b === undefined ? undefined : b - low)),
    missed: high - low + 1 - known.length,
    spread: Math.sqrt(squares / Math.max(1, known.length - 2)),
  };
}
