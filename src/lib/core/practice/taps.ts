import type { Foot, Seconds, Ticks } from '../base';
import type { TapResult, Tap } from './schema';

/** A step to be tapped: when it comes, and with which foot. */
export interface Due {
  readonly tick: Ticks;
  readonly round: number;
  readonly at: Seconds;
  readonly foot: Foot;
}
/** A tap as it was made. */
export interface Tapped {
  readonly at: Seconds;
  readonly foot: Foot;
}

/** What a step without a tap and a tap without a step cost against the seconds between the others. Our choice. */
const MISSED: Seconds = 0.2;
const EXTRA: Seconds = 0.2;
const WRONG_FOOT: Seconds = 0.03;

/**
 * Which step every tap means: the assignment in order of time that costs least in all, so that one missed step does not
 * push the others (dynamic programming, as strings are compared). O(steps · taps).
 * @example matched([{ tick: 0, round: 0, at: 1, foot: 'L' }], [{ at: 1.02, foot: 'L' }])[0].late // 0.02
 */
export function matched(due: readonly Due[], taps: readonly Tapped[]): Tap[] {
  const [n, m] = [due.length, taps.length];
  const width = m + 1;
  const cost = new Float64Array((n + 1) * width);
  for (let j = 1; j <= m; j++) cost[j] = j * EXTRA;
  for (let i = 1; i <= n; i++) {
    cost[i * width] = i * MISSED;
    for (let j = 1; j <= m; j++) {
      const pair =
        (cost[(i - 1) * width + j - 1] as number) + between(due[i - 1] as Due, taps[j - 1] as Tapped);
      const miss = (cost[(i - 1) * width + j] as number) + MISSED;
      const extra = (cost[i * width + j - 1] as number) + EXTRA;
      cost[i * width + j] = Math.min(pair, miss, extra);
    }
  }
  const out: Tap[] = [];
  let [i, j] = [n, m];
  while (j > 0) {
    const [d, t] = [due[i - 1], taps[j - 1] as Tapped];
    const here = cost[i * width + j] as number;
    if (d && here === (cost[(i - 1) * width + j - 1] as number) + between(d, t)) {
      out.push({ step: d.tick, round: d.round, late: t.at - d.at, foot: t.foot, wrong: t.foot !== d.foot });
      [i, j] = [i - 1, j - 1];
    } else if (here === (cost[i * width + j - 1] as number) + EXTRA) {
      out.push({ round: d?.round ?? 0, foot: t.foot, wrong: false });
      j--;
    } else i--;
  }
  return out.reverse();
}

const between = (d: Due, t: Tapped): Seconds => Math.abs(t.at - d.at) + (d.foot === t.foot ? 0 : WRONG_FOOT);

/** What a practice shows. Seconds; early is negative. */
export interface TapFigures {
  readonly mean: Seconds;
  /** The sample standard deviation about the mean. */
  readonly spread: Seconds;
  /** How much later each further beat is tapped than the one before, per second of music: 0 holds the tempo. */
  readonly drift: number;
  /** How far the drift may be off: its standard error. */
  readonly driftError: number;
  readonly missed: number;
  readonly extra: number;
  readonly wrongFeet: number;
  readonly hit: number;
}

/** Mean, spread, drift (least squares over the order of taps' steps) and what was missed. `times` gives when each step was due. */
export function tapFigures(r: Pick<TapResult, 'taps' | 'steps'>, due: (t: Tap) => Seconds): TapFigures {
  const met = r.taps.filter((t): t is Tap & { late: number } => t.late !== undefined);
  const n = met.length;
  const mean = n === 0 ? 0 : met.reduce((s, t) => s + t.late, 0) / n;
  const squares = met.reduce((s, t) => s + (t.late - mean) ** 2, 0);
  const points = met.map((t) => [due(t), t.late] as const);
  return {
    mean,
    spread: n > 1 ? Math.sqrt(squares / (n - 1)) : 0,
    drift: slope(points),
    driftError: slopeError(points),
    missed: r.steps - n,
    extra: r.taps.length - n,
    wrongFeet: met.filter((t) => t.wrong).length,
    hit: n,
  };
}

/** The slope of a line through points, least squares; 0 where there is none. */
export function slope(points: readonly (readonly [number, number])[]): number {
  const n = points.length;
  if (n < 2) return 0;
  const [mx, my] = [0, 1].map((k) => points.reduce((s, p) => s + (p[k] as number), 0) / n) as [
    number,
    number,
  ];
  const xx = points.reduce((s, [x]) => s + (x - mx) ** 2, 0);
  return xx === 0 ? 0 : points.reduce((s, [x, y]) => s + (x - mx) * (y - my), 0) / xx;
}

/** The standard error of {@link slope}; without end where there are too few points to say. */
export function slopeError(points: readonly (readonly [number, number])[]): number {
  const n = points.length;
  if (n < 3) return Infinity;
  const b = slope(points);
  const [mx, my] = [0, 1].map((k) => points.reduce((s, p) => s + (p[k] as number), 0) / n) as [
    number,
    number,
  ];
  const xx = points.reduce((s, [x]) => s + (x - mx) ** 2, 0);
  const rest = points.reduce((s, [x, y]) => s + (y - my - b * (x - mx)) ** 2, 0);
  return xx === 0 ? Infinity : Math.sqrt(rest / (n - 2) / xx);
}

/** Mean and spread of each step of the figure, in order. */
export function byStep(
  r: Pick<TapResult, 'taps'>,
): { readonly step: Ticks; readonly mean: Seconds; readonly spread: Seconds; readonly n: number }[] {
  const groups = new Map<number, number[]>();
  for (const t of r.taps)
    if (t.step !== undefined && t.late !== undefined)
      groups.set(t.step, [...(groups.get(t.step) ?? []), t.late]);
  return [...groups]
    .sort((a, b) => a[0] - b[0])
    .map(([step, list]) => {
      const mean = list.reduce((a, b) => a + b, 0) / list.length;
      const squares = list.reduce((a, b) => a + (b - mean) ** 2, 0);
      return {
        step,
        mean,
        spread: list.length > 1 ? Math.sqrt(squares / (list.length - 1)) : 0,
        n: list.length,
      };
    });
}

/** Early on average is how people tap: 20 to 80 ms (Aschersleben 2002; from memory). */
export const USUAL_EARLY: readonly [Seconds, Seconds] = [0.02, 0.08];
/** Growing later or earlier by more than this share of time is another tempo, not an early hand. Our choice: 1 %. */
export const DRIFTS = 0.01;

/** Scattering by more than this, nothing else can be said. Our choice: about twice a beginner's. */
export const SCATTERS: Seconds = 0.08;

export type Verdict = 'scatters' | 'drifts' | 'early' | 'late' | 'on';
/** What a practice comes to: another tempo, early beyond what is usual, late, or on the beat. */
export function verdictOf(f: TapFigures): Verdict {
  if (Math.abs(f.drift) > Math.max(DRIFTS, 2 * f.driftError)) return 'drifts';
  if (f.spread > SCATTERS) return 'scatters';
  if (f.mean < -USUAL_EARLY[1]) return 'early';
  return f.mean > USUAL_EARLY[0] ? 'late' : 'on';
}
