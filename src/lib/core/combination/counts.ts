import { beatsOfTicks, minus, type Beats, type Seconds, type Ticks } from '../base';
import { clockOf, straightEight, type Clock } from '../time';
import { danceOf, type Danced } from '../vocabulary';
import type { Plan } from './plan';
import type { Combination } from './schema';

/** A place in the music. `eight` counts rows from 1: eights, or pairs of bars where the bar has three beats. */
export interface Straight {
  readonly count: number;
  readonly eight: number;
  readonly fold: Fold;
}

/** Beats in a row of counting: an eight, or two bars of three. */
export type Fold = 6 | 8;
/** How a dance is counted straight through. @example foldOf('waltz') // 6 */
export const foldOf = (figure: Danced): Fold =>
  danceOf(figure).cycle === 3 && danceOf(figure).frame === 'line-of-dance' ? 6 : 8;
/** The fold of a whole plan: that of its first figure. */
export const foldOfPlan = (p: Pick<Plan, 'passes'>): Fold => {
  const first = p.passes[0];
  return first ? foldOf(first.reading.figure) : 8;
};

/** The music beat (from 1) of a tick of the combination. @example musicBeat({ ...c, start: 7 }, 12) // 8 */
export const musicBeat = (c: Pick<Combination, 'start'>, tick: Ticks): Beats =>
  c.start + Math.floor(beatsOfTicks(tick));

/** Where a tick falls in straight eights, or in pairs of bars. */
export function straightAt(c: Pick<Combination, 'start'>, tick: Ticks, fold: Fold = 8): Straight {
  const beat = Math.floor(beatsOfTicks(tick)) + 1;
  if (fold === 8) return { ...straightEight(beat, c.start), fold };
  const at = c.start + beat - 2;
  return { count: (((at % fold) + fold) % fold) + 1, eight: Math.floor(at / fold) + 1, fold };
}

/** What is left over after a combination of so many beats. */
export interface Leftover {
  readonly toEight: Beats;
  readonly toPhrase: Beats;
}
/** Beats still missing after a plan to the next eight and to the next phrase, counted in the music. */
export function leftover(p: Plan): Leftover {
  const fold = foldOfPlan(p);
  const next = p.combination.start + Math.floor(beatsOfTicks(p.end));
  const toEight = (fold - ((next - 1) % fold)) % fold;
  return { toEight, toPhrase: nextPhrase(p.combination, next) - next };
}

/** The first music beat (from 1), not before `beat`, on which a phrase begins. @example nextPhrase({ phrase: 32 }, 2) // 33 */
export function nextPhrase(
  { phrase, phrases = [1] }: Pick<Combination, 'phrase' | 'phrases'>,
  beat: Beats,
): Beats {
  const after = phrases.find((b) => b >= beat);
  const since = phrases.findLast((b) => b < beat) ?? (phrases[0] as Beats);
  const regular = since + Math.ceil((beat - since) / phrase) * phrase;
  return after === undefined ? regular : Math.min(after, regular);
}

/** Music beats (from 1) on which a phrase begins, inside the combination and at its end. */
export function phraseStarts(p: Plan): Beats[] {
  const { combination: c } = p;
  const first = musicBeat(c, p.from);
  const found: Beats[] = [];
  for (let b = nextPhrase(c, first); b <= first + p.beats; b = nextPhrase(c, b + 1)) found.push(b);
  return found;
}

/** A marked beat of the music, and what is danced there. */
export interface Hit {
  readonly beat: Beats;
  readonly tick: Ticks;
  /** The accent of which pass falls on it; undefined: nothing does. */
  readonly pass: number | undefined;
}

/** Which marks inside the combination are met by an accent. O(marks · passes). */
export function hits(p: Plan): Hit[] {
  const met = new Map<Ticks, number>();
  const clock = clockFor(p.combination);
  p.passes.forEach((x, i) => {
    for (const a of x.reading.accents) met.set(x.at + a, i);
  });
  return p.combination.marks
    .map((beat) => ({ beat, tick: clock.tick(beat) }))
    .filter((m) => m.tick >= p.from && m.tick < p.end)
    .map((m) => ({ ...m, pass: met.get(m.tick) }));
}

const clocks = new WeakMap<Combination['tempo'], Map<number, Clock>>();

/** The music of a combination and what is danced to it, on one time line; worked out once for each tempo and start. */
export function clockFor({ tempo, start }: Pick<Combination, 'tempo' | 'start'>): Clock {
  let known = clocks.get(tempo);
  if (!known) clocks.set(tempo, (known = new Map()));
  let clock = known.get(start);
  if (!clock) known.set(start, (clock = clockOf(tempo, start)));
  return clock;
}

/** How long it lasts. @example duration({ beats: 32 … }) // 17.45 at 110 a minute */
export const duration = (p: Plan): Seconds => {
  const clock = clockFor(p.combination);
  return minus<Seconds>(clock.seconds(p.end), clock.seconds(p.from));
};

/** The tempo at a tick. */
export const bpmAt = (c: Combination, tick: Ticks): number => clockFor(c).bpm(tick);
