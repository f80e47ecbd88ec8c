import {
  ROLES,
  TICKS_PER_BEAT,
  minus,
  ticksOfBeats,
  type Beats,
  type Bpm,
  type Seconds,
  type Ticks,
} from '../base';
import { printHands } from '../notation';
import { sayCount } from '../time';
import { bpmAt, foldOf, straightAt, clockFor, type Straight } from './counts';
import { passAt, type Whole } from './whole';
import type { Combination } from './schema';
import type { Pass } from './plan';

/** A word called at a count. `own` is the figure's count, `straight` that of the eights. */
export interface Call {
  readonly tick: Ticks;
  readonly own: string;
  readonly straight: string;
  readonly text: string;
}
/** One figure of the call sheet. */
export interface SheetLine {
  readonly pass: number;
  readonly name: string;
  readonly beats: number;
  /** Where its 1 falls. */
  readonly falls: Straight;
  /** The first and the last count of the call: it is over a beat before the 1, so that there is time to act on it. */
  readonly callFrom: Straight;
  readonly callTo: Straight;
  /** What the hands do at the joint, as written; empty where nothing changes. */
  readonly hands: string;
  readonly calls: readonly Call[];
}

/** The count of a tick inside its figure. */
export const ownCount = (p: Pass, tick: Ticks): string =>
  sayCount(tick - p.at + p.reading.from, p.reading.figure.feel);

type Counted = Pick<Whole['figure'], 'feel' | 'dance' | 'ownDance'>;
/** A tick in straight eights, with its subdivision. @example straightCount(c, 80, swing) // '7&' */
export function straightCount(c: Combination, tick: Ticks, figure: Counted): string {
  const sub = sayCount(tick, figure.feel).replace(/^\d+/, '');
  return `${straightAt(c, tick, foldOf(figure)).count}${sub}`;
}

/** Saying the name of a figure takes about so long. Our choice. */
const SAYING: Seconds = 0.9 as Seconds;

/** Beats a call takes at a tempo, two at least. @example beatsToSay(180) // 3 */
export const beatsToSay = (bpm: Bpm): Beats => Math.max(2, Math.ceil((SAYING * bpm) / 60));

/** The combination as lines to call, one a pass; a figure without calls is counted. */
export function callSheet(c: Combination, w: Whole): SheetLine[] {
  const words = w.analysis.words.filter((x) => x.track === 'calls');
  const fold = foldOf(w.figure);
  return w.passes.map((p, i) => {
    const end = p.at + ticksOfBeats(p.reading.beats);
    const inside = words.filter((x) => x.tick >= p.at && x.tick < end);
    const call = (tick: Ticks, text: string): Call => ({
      tick,
      text,
      own: ownCount(p, tick),
      straight: straightCount(c, tick, w.figure),
    });
    const calls =
      inside.length > 0
        ? inside.map((x) => call(x.tick, x.text))
        : stepTicks(w, p.at, end).map((tick) => call(tick, ''));
    return {
      pass: i,
      name: p.reading.figure.name,
      beats: p.reading.beats,
      falls: straightAt(c, p.at, fold),
      callFrom: straightAt(c, minus<Ticks>(p.at, ticksOfBeats(beatsToSay(bpmAt(c, p.at)) + 1)), fold),
      callTo: straightAt(c, minus<Ticks>(p.at, ticksOfBeats(2)), fold),
      hands: printHands(p.joint?.acts ?? []),
      calls,
    };
  });
}

/** Counts on which somebody moves: one on which both wait is not called. */
const stepTicks = (w: Whole, from: Ticks, to: Ticks): Ticks[] =>
  [
    ...new Set(
      ROLES.flatMap((r) => w.analysis.roles[r].actions)
        .filter((x) => x.action.kind !== 'hold' && x.tick >= from && x.tick < to)
        .map((x) => x.tick),
    ),
  ].sort((a, b) => a - b);

/** A caption: exact seconds from the 1 of the combination. */
export interface Cue {
  readonly from: Seconds;
  readonly to: Seconds;
  readonly title: string;
  readonly text: string;
}

/** Counts and calls as captions at the combination's tempo: one for every beat and every call between the beats. */
export function captions(c: Combination, w: Whole): Cue[] {
  const { analysis, figure } = w;
  const calls = new Map(analysis.words.filter((x) => x.track === 'calls').map((x) => [x.tick, x.text]));
  const from = w.passes[0]?.at ?? 0;
  const ticks = new Set([...calls.keys()].filter((t) => t >= from && t < analysis.end));
  for (let t = from; t < analysis.end; t += TICKS_PER_BEAT) ticks.add(t);
  const sorted = [...ticks].sort((a, b) => a - b);
  const clock = clockFor(c);
  const zero = clock.seconds(from);
  return sorted.map((tick, i) => ({
    from: minus<Seconds>(clock.seconds(tick), zero),
    to: minus<Seconds>(clock.seconds(sorted[i + 1] ?? analysis.end), zero),
    title: w.passes[passAt(w, tick)]?.reading.figure.name ?? '',
    text: [straightCount(c, tick, figure), calls.get(tick)].filter(Boolean).join(' '),
  }));
}
