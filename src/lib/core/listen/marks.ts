import type { Mark } from '../music';
import { mean } from './phrases';
import type { Heard } from './spectrum';

/**
 * A beat is still where the bass and all of it are this far below what is usual around it, dB, and strokes of bass and
 * cymbals this rare; what is between them may be a voice that counts on. Our choice.
 */
const QUIETER = 10;
const QUIETER_ALL = 13;
const FEWER = 0.35;
/** Beats on each side that say what is usual. */
const AROUND = 16;
/** A break is still for so many beats at least; less after a stroke of all is a hit. */
const BREAK_BEATS = 2;

/** How still every beat is: 0 as usual or hardly less, 1 nothing at all. */
export function stillBeats(heard: Heard, beats: readonly number[]): number[] {
  const to = (i: number): number => beats[i + 1] ?? (beats[i] as number) + 0.5;
  const strokes = [heard.onsets[0], heard.onsets[2]];
  const rises = beats.map((b, i) => strokes.reduce((s, o) => s + mean(o, b - 0.03, to(i) - 0.05), 0));
  const [bass, all] = [heard.levels[0], heard.levels[2]].map((l) =>
    beats.map((b, i) => mean(l, b + 0.1, to(i) - 0.05)),
  ) as [number[], number[]];
  return beats.map((_, i) => stillness(rises, bass, all, i));
}

/** Breaks: the band stops for two beats or more. Hits: all strike, then nothing for one. */
export function marksIn(beats: readonly number[], strength: Float32Array, still: readonly number[]): Mark[] {
  const n = beats.length;
  const marks: Mark[] = [];
  for (let i = 1; i < n - 2; i++) {
    if ((still[i] as number) <= 0 || (still[i - 1] as number) > 0) continue;
    let end = i;
    while (end < n && (still[end] as number) > 0) end++;
    if (end >= n - 2) break;
    const sure = still.slice(i, end).reduce((a, b) => a + b, 0) / (end - i);
    const struck = mean(strength, (beats[i - 1] as number) - 0.02, (beats[i - 1] as number) + 0.03) > 1;
    const from = struck ? i - 1 : i;
    if (end - i >= BREAK_BEATS)
      marks.push({ beat: from, kind: 'break', beats: end - from, sure: round(sure) });
    else if (struck && end - i === 1)
      marks.push({ beat: i - 1, kind: 'hit', beats: 1, sure: round(0.7 * sure) });
    i = end;
  }
  return marks;
}

const round = (x: number): number => Math.round(100 * Math.max(0, Math.min(1, x))) / 100;

function stillness(
  rises: readonly number[],
  bass: readonly number[],
  all: readonly number[],
  i: number,
): number {
  const [from, to] = [Math.max(0, i - AROUND), Math.min(rises.length, i + AROUND + 1)];
  const few = (rises[i] as number) / (usual(rises.slice(from, to)) + 1e-6);
  const below = (l: readonly number[]): number => usual(l.slice(from, to)) - (l[i] as number);
  const quiet = Math.min(below(bass), below(all) - QUIETER_ALL + QUIETER);
  if (few > FEWER || quiet < QUIETER) return 0;
  return 0.5 + 0.25 * (1 - few / FEWER) + 0.25 * Math.min(1, (quiet - QUIETER) / 20);
}

/** What most reach: in a waltz the bass is played once a bar. */
const usual = (list: readonly number[]): number =>
  [...list].sort((a, b) => a - b)[Math.floor(0.7 * list.length)] ?? 0;
