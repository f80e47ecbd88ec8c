import type { Section } from '../music';
import { alike, type BarHeard } from './phrases';

/** Sections that sound alike by at least this carry the same name. Our choice. */
const SAME = 0.55;
/** An introduction or an end is quieter than the rest by so many dB, or has no cymbals. */
const QUIETER = 6;

/**
 * Sections along the phrases: what comes before the first, each phrase with the letter of what it sounds like, what is
 * left over at the end. `slow` says of a bar whether there is hardly a pulse.
 */
export function sectionsOf(
  bars: readonly BarHeard[],
  phraseFrom: number,
  phraseBars: number,
  slow: (bar: number) => boolean,
): Section[] {
  const first = Math.max(
    0,
    bars.findIndex((b) => b.beat >= phraseFrom),
  );
  const start = first % phraseBars;
  const cuts: number[] = start > 0 ? [0] : [];
  for (let i = start; i < bars.length; i += phraseBars) cuts.push(i);
  const usual = [...bars.map((b) => b.levels[2])].sort((a, b) => a - b)[bars.length >> 1] ?? 0;
  const kinds: { from: number; letter: string }[] = [];
  return cuts.map((from, k): Section => {
    const to = cuts[k + 1] ?? bars.length;
    const quiet = average(bars.slice(from, to).map((b) => b.levels[2])) < usual - QUIETER;
    const beat = k === 0 ? 0 : (bars[from]?.beat ?? 0);
    const isSlow = share(from, to, slow) > 0.6;
    if (k === 0 && (start > 0 || quiet || isSlow))
      return { from: beat, name: 'Intro', kind: 'intro', slow: isSlow };
    if (k === cuts.length - 1 && k > 0 && (to - from < phraseBars / 2 || quiet))
      return { from: beat, name: 'End', kind: 'end', slow: isSlow };
    const like = kinds.find((x) => blockLikeness(bars, x.from, from, Math.min(phraseBars, to - from)) > SAME);
    const letter =
      like?.letter ?? String.fromCharCode(65 + Math.min(25, new Set(kinds.map((x) => x.letter)).size));
    kinds.push({ from, letter });
    return { from: beat, name: letter, kind: 'part', slow: isSlow };
  });
}

const average = (list: readonly number[]): number =>
  list.reduce((a, b) => a + b, 0) / Math.max(1, list.length);
function share(from: number, to: number, is: (bar: number) => boolean): number {
  let n = 0;
  for (let i = from; i < to; i++) if (is(i)) n++;
  return n / Math.max(1, to - from);
}
function blockLikeness(bars: readonly BarHeard[], a: number, b: number, length: number): number {
  let sum = 0;
  for (let i = 0; i < length; i++) {
    const [x, y] = [bars[a + i], bars[b + i]];
    if (x && y) sum += alike(x, y);
  }
  return sum / Math.max(1, length);
}
