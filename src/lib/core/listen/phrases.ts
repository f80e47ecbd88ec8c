import { modulo } from '../base';
import { eightOf, type Bar } from '../music';
import { sumOf, type AtBeats, type Meter } from './bars';
import type { Heard } from './spectrum';
import { HOP } from './spectrum';

/** Where bars, eights and phrases begin, as beats. */
export interface Phrasing {
  /** Beats on which bars are counted anew: more than one where a beat was dropped or put in. */
  readonly ones: readonly number[];
  readonly phrase: number;
  readonly phrases: readonly number[];
  /** Bars as vectors, for sections. */
  readonly bars: readonly BarHeard[];
}
export interface BarHeard {
  readonly beat: number;
  readonly notes: Float32Array;
  /** How loud, dB: bass, cymbals, all. */
  readonly levels: readonly [number, number, number];
  /** How new what begins here is, against what was; standardised. */
  readonly novelty: number;
}

/** Bars of evidence it takes before counting begins anew. Our choice. */
const BARS_TO_JUMP = 5;
/** What a bar that is clearly right says at least, against the next best. */
const CLEAR_BAR = 1.5;

/** The place in the bar of every beat: the path that fits the pattern best and is broken as little as needed. */
export function phases(meter: Meter, at: AtBeats): number[] {
  const { bar } = meter.pattern;
  const n = meter.beats.length;
  const fits = Array.from({ length: bar }, (_, p) => placeFit(meter, at, p));
  const constant = Array.from({ length: bar }, (_, p) =>
    fits.reduce((s, f, q) => s + f.filter((_, i) => (i + p) % bar === q).reduce((a, b) => a + b, 0), 0),
  );
  const ranked = [...constant].sort((a, b) => b - a);
  const jump =
    BARS_TO_JUMP * Math.max(CLEAR_BAR, (bar * ((ranked[0] as number) - (ranked[1] as number))) / n);
  let best = fits.map((f) => f[0] as number);
  const from: Int8Array[] = [];
  for (let i = 1; i < n; i++) {
    const back = new Int8Array(bar);
    const top = best.indexOf(Math.max(...best));
    best = fits.map((f, p) => {
      const before = (p + bar - 1) % bar;
      const stays = (best[before] as number) >= (best[top] as number) - jump;
      back[p] = stays ? before : top;
      return (f[i] as number) + (stays ? (best[before] as number) : (best[top] as number) - jump);
    });
    from.push(back);
  }
  const path = [best.indexOf(Math.max(...best))];
  for (let i = n - 2; i >= 0; i--) path.push(from[i]?.[path.at(-1) as number] as number);
  return path.reverse();
}

/** How well each beat would do as the place `p` of the bar. */
function placeFit({ pattern, beats, trust }: Meter, { halves, harmony }: AtBeats, p: number): number[] {
  const shapes = pattern.bands.map(standard);
  return beats.map((_, i) => {
    let sum =
      p === pattern.harmony
        ? 0.8 * (harmony[i] as number)
        : (-0.8 * (harmony[i] as number)) / (pattern.bar - 1);
    shapes.forEach((shape, b) => {
      const weight = (b === 0 ? 0.5 : 0.3) * (trust[b] as number);
      sum += weight * (shape[2 * p] as number) * (halves[i * 6 + b] as number);
      sum += weight * (shape[2 * p + 1] as number) * (halves[i * 6 + 3 + b] as number);
    });
    return sum;
  });
}

function standard(list: readonly number[]): number[] {
  const mean = list.reduce((a, b) => a + b, 0) / list.length;
  const spread = Math.sqrt(list.reduce((a, b) => a + (b - mean) ** 2, 0) / list.length) || 1;
  return list.map((x) => (x - mean) / spread);
}

/** Eights and phrases over the bars of beats; every stretch between places where a beat was dropped speaks for itself. */
export function phrasing(heard: Heard, meter: Meter, at: AtBeats): Phrasing {
  const place = phases(meter, at);
  const { bar } = meter;
  const starts = place.flatMap((p, i) => (p === 0 ? [i] : []));
  const bars = barsHeard(heard, meter.beats, starts, bar);
  const length = phraseBars(bars);
  const phrase = length * bar;
  const eight = eightOf(bar as Bar);
  const stretches = jumpsIn(place, bar);
  const found = stretches.map(([from, to]) => {
    const inside = bars.filter((b) => b.beat >= from && b.beat < to);
    if (inside.length < length / 2) return inside[0]?.beat;
    return inside[phraseStart(inside, length, firstLoud(inside))]?.beat;
  });
  const counted = stretches.flatMap(([from], k) => {
    const one = found[k];
    return one === undefined
      ? []
      : [{ one: from + modulo(one - from, eight), phrase: from + modulo(one - from, phrase) }];
  });
  const there = counted.length > 0 ? counted : [{ one: starts[0] ?? 0, phrase: starts[0] ?? 0 }];
  const inMap = (list: readonly number[]): number[] => [...new Set(list.filter((i) => i < place.length))];
  return { ones: inMap(there.map((c) => c.one)), phrase, phrases: inMap(there.map((c) => c.phrase)), bars };
}

/** Stretches of beats in which bars follow each other, from one to before another. */
export function jumpsIn(place: readonly number[], bar: number): [number, number][] {
  const cuts = place.flatMap((p, i) => (i > 0 && p !== ((place[i - 1] as number) + 1) % bar ? [i] : []));
  const all = [0, ...cuts, place.length];
  return all.slice(0, -1).map((from, i) => [from, all[i + 1] as number]);
}

/** Beats on each side of a place where bars jump in which a still stretch explains it. */
const NEARBY = 6;

/**
 * Where the band is still, beats are guessed: one too many or too few there makes the bars jump. Spreads them anew so
 * that the bars go on. `still` says of every beat whether it is.
 */
export function mended(
  beats: readonly number[],
  place: readonly number[],
  bar: number,
  still: readonly boolean[],
): number[] {
  const out: number[] = [];
  let done = 0;
  for (const [jump] of jumpsIn(place, bar).slice(1)) {
    const off = modulo((place[jump] as number) - (place[jump - 1] as number) - 1, bar);
    const more = off === 1 ? 1 : off === bar - 1 ? -1 : 0;
    let near = -1;
    for (let i = Math.max(done + 1, jump - NEARBY); i < Math.min(beats.length - 2, jump + NEARBY); i++)
      if (still[i] && (near < 0 || Math.abs(i - jump) < Math.abs(near - jump))) near = i;
    if (more === 0 || near < 0) continue;
    let [from, to] = [near, near];
    while (from > done && still[from]) from--;
    while (to < beats.length - 1 && still[to]) to++;
    const n = to - from + more;
    if (n < 1) continue;
    out.push(...beats.slice(done, from));
    const [a, b] = [beats[from] as number, beats[to] as number];
    for (let k = 0; k < n; k++) out.push(a + ((b - a) * k) / n);
    done = to;
  }
  return [...out, ...beats.slice(done)];
}

export function barsHeard(
  heard: Heard,
  beats: readonly number[],
  starts: readonly number[],
  bar: number,
): BarHeard[] {
  const plain = starts.map((beat) => {
    const from = beats[beat] as number;
    const to = beats[beat + bar] ?? (beats.at(-1) as number) + 0.5;
    const middle = beats[beat + (bar >> 1)] ?? (from + to) / 2;
    const notes = new Float32Array(24);
    notes.set(unit(sumOf(heard.chroma, from, middle)));
    notes.set(unit(sumOf(heard.chroma, middle, to)), 12);
    const levels = heard.levels.map((l) => mean(l, from, to)) as [number, number, number];
    const stroke = heard.onsets.map((o) => mean(o, from - 0.03, from + 0.06)) as [number, number, number];
    const ring = mean(heard.levels[1], from + 0.1, from + 0.5);
    return { beat, notes, levels, stroke, ring };
  });
  // What is new: a stroke of the cymbals that rings on, another loudness, other voices.
  const strokes = zscores(plain.map((b) => b.stroke[2]));
  const rings = zscores(plain.map((b) => b.ring));
  const changes = zscores(plain.map((b, i) => change(b.levels, plain[i - 1]?.levels)));
  return plain.map(({ beat, notes, levels }, i) => ({
    beat,
    notes,
    levels,
    novelty: (strokes[i] as number) + (rings[i] as number) + (changes[i] as number),
  }));
}

const change = (a: readonly number[], b: readonly number[] | undefined): number =>
  b ? a.reduce((s, x, i) => s + Math.min(12, Math.abs(x - (b[i] as number))), 0) : 0;

function unit(v: Float32Array): Float32Array {
  const mean = v.reduce((a, b) => a + b, 0) / v.length;
  const c = v.map((x) => x - mean);
  const size = Math.sqrt(c.reduce((a, b) => a + b * b, 0)) || 1;
  return c.map((x) => x / size);
}

export function mean(list: Float32Array, from: number, to: number): number {
  const [a, b] = [Math.max(0, Math.round(from / HOP)), Math.min(list.length, Math.round(to / HOP))];
  let sum = 0;
  for (let t = a; t < b; t++) sum += list[t] as number;
  return b > a ? sum / (b - a) : 0;
}

export function zscores(list: readonly number[]): number[] {
  const m = list.reduce((a, b) => a + b, 0) / Math.max(1, list.length);
  const spread = Math.sqrt(list.reduce((a, b) => a + (b - m) ** 2, 0) / Math.max(1, list.length)) || 1;
  return list.map((x) => Math.max(-3, Math.min(3, (x - m) / spread)));
}

export const alike = (a: BarHeard, b: BarHeard): number =>
  a.notes.reduce((s, x, i) => s + x * (b.notes[i] as number), 0) / 2;

/** How alike bars are that lie `lag` apart; −1 where there are too few. */
function repeats(bars: readonly BarHeard[], lag: number): number {
  if (bars.length < lag + 4) return -1;
  let sum = 0;
  for (let i = lag; i < bars.length; i++) sum += alike(bars[i] as BarHeard, bars[i - lag] as BarHeard);
  return sum / (bars.length - lag);
}

/** Twelve bars where the notes come again after twelve and not after eight; eight otherwise. */
function phraseBars(bars: readonly BarHeard[]): 8 | 12 {
  const twelve = repeats(bars, 12);
  const eight = Math.max(repeats(bars, 8), repeats(bars, 16), repeats(bars, 32));
  return twelve > eight + 0.08 ? 12 : 8;
}

/** The first bar that is about as loud as most. */
function firstLoud(bars: readonly BarHeard[]): number {
  const usual = [...bars.map((b) => b.levels[2])].sort((a, b) => a - b)[bars.length >> 1] ?? 0;
  return Math.max(
    0,
    bars.findIndex((b) => b.levels[2] > usual - 6),
  );
}

/** Which bar, of the first `length`, begins a phrase: where most is new, also every four and two bars; the first loud bar counts as new. */
function phraseStart(bars: readonly BarHeard[], length: number, loud: number): number {
  const fresh = bars.map((b, i) => b.novelty + (i === loud ? 6 : 0) + boundary(bars, i, length));
  const at = (every: number, phase: number): number => {
    const list = fresh.filter((_, i) => i % every === phase % every);
    return list.reduce((a, b) => a + b, 0) / Math.max(1, list.length);
  };
  const scores = Array.from({ length }, (_, o) => at(length, o) + at(4, o) + at(2, o));
  const best = Math.max(...scores);
  return scores.findIndex((s) => s === best);
}

/** What follows was heard before as it is, but not what leads there: a repeat begins here. */
function boundary(bars: readonly BarHeard[], i: number, length: number): number {
  let sum = 0;
  for (const lag of [length, 2 * length, 4 * length]) {
    const here = i - lag;
    if (here < 1 || i + 3 >= bars.length) continue;
    const after = [0, 1, 2, 3].reduce(
      (s, k) => s + alike(bars[i + k] as BarHeard, bars[here + k] as BarHeard),
      0,
    );
    const before = [1, 2, 3, 4].reduce(
      (s, k) => (here - k >= 0 ? s + alike(bars[i - k] as BarHeard, bars[here - k] as BarHeard) : s),
      0,
    );
    sum += Math.max(-1, Math.min(2, (after - before) / 2));
  }
  return sum;
}
