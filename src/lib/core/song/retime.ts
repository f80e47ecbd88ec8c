import { ROLES, TICKS_PER_BEAT, minus, same, type Beats, type Bpm, type Ticks } from '../base';
import { analyse, type Heights } from '../analysis';
import { clockFor, edited, planOf, readingOf, type BoardEdit, type Combination } from '../combination';
import type { Part, Pass, Plan, Repertoire, Reading } from '../combination';
import { changeBetween, type Figure } from '../figure';
import { sectionAt, type Section, type SongMap } from '../music';
import { patternAt, placeOf, slotsOf, stepsIn, vary, type Pattern, type Variation } from '../vary';
import { gapsIn, metIn } from './laid';
import { outside } from './suits';

/**
 * How the steps of a figure take their time: as written; in full steps, none between the beats (a triple becomes one
 * step); or at half pace, every count over two beats. Source: common practice.
 */
export const STEP_PACES = ['written', 'full', 'half'] as const;
export type StepPace = (typeof STEP_PACES)[number];

/** The pattern without steps between the beats that leaves the same foot free. @example fullPattern('sss-') // 's---' */
export function fullPattern(p: Pattern): Pattern {
  const n = stepsIn(p);
  const onBeat = slotsOf(p, 's').filter((i) => i % 2 === 0);
  if (n === onBeat.length) return p;
  const free = [...p].findIndex((_, i) => i % 2 === 0 && !onBeat.includes(i));
  const even = (n - onBeat.length) % 2 === 0;
  const places = even ? onBeat : free >= 0 ? [...onBeat, free] : onBeat.slice(0, -1);
  return [...p].map((c, i) => (places.includes(i) ? 's' : c === 's' || i % 2 === 1 ? '-' : c)).join('');
}

/** Every unit with steps between its beats danced in full steps. */
function fullSteps(figure: Figure, heights?: Heights): Variation[] {
  const a = analyse(figure, heights);
  return ROLES.flatMap((whose) =>
    a.roles[whose].units.flatMap((u): Variation[] => {
      const from = placeOf(u.from, figure.feel);
      const beats = Math.round((u.to - u.from) / TICKS_PER_BEAT);
      const was = patternAt(figure, whose, from, beats);
      const pattern = fullPattern(was);
      return pattern === was ? [] : [{ type: 're-rhythm', whose, from, pattern }];
    }),
  );
}

/** A figure at another pace; the figure itself where that changes nothing, undefined where it cannot be done. */
export function paced(figure: Figure, pace: StepPace, heights?: Heights): Figure | undefined {
  if (pace === 'written') return figure;
  let all = made.get(figure);
  if (!all) made.set(figure, (all = new Map()));
  const key = `${pace} ${JSON.stringify(heights)}`;
  if (!all.has(key)) all.set(key, atOtherPace(figure, pace, heights));
  return all.get(key);
}
const made = new WeakMap<Figure, Map<string, Figure | undefined>>();

function atOtherPace(figure: Figure, pace: 'full' | 'half', heights?: Heights): Figure | undefined {
  const how: Variation =
    pace === 'half' ? { type: 'scale', by: 2 } : { type: 'together', parts: fullSteps(figure, heights) };
  const other = vary(figure, how, heights);
  return other.ok ? other.value : undefined;
}

/** The pace a part is danced at now. */
export function paceOf(c: Combination, part: Part, repertoire: Repertoire): StepPace {
  const own = repertoire.figure(part.figure, c.own);
  const now = repertoire.figure(part.figure, c.own, part.change);
  if (!own || !now || own === now) return 'written';
  return (['full', 'half'] as const).find((p) => same(paced(own, p, repertoire.heights), now)) ?? 'written';
}

/** One pace for what is danced in a section, tried. */
export interface SectionWay {
  readonly pace: StepPace;
  /** It is danced so now. */
  readonly now: boolean;
  readonly edit: BoardEdit;
  /** Counts a minute as danced, and by what share that is outside of the figures' range. */
  readonly bpm: Bpm;
  readonly off: number;
  readonly met: number;
  readonly of: number;
  /** Joints that do not hold with it and do as written. */
  readonly broken: number;
  readonly longer: Beats;
  /** Figures that cannot be danced so, and stay as they are. */
  readonly cannot: readonly string[];
}
/** A section of the song something is danced in, with every pace for it, the best first. */
export interface DancedSection {
  readonly section: Section;
  /** Its own tempo. */
  readonly bpm: Bpm;
  /** Times something is danced that begin in it. */
  readonly passes: number;
  readonly ways: readonly SectionWay[];
}

/** The beat of the song (an index) at a tick of the combination. */
const songBeat = (c: Combination, from: number, tick: Ticks): number =>
  from + Math.floor(clockFor(c).beat(tick)) - 1;

/**
 * Which pace suits which section of the song a combination is laid on. Best is what lies in the range of its figures; in a
 * slow section full steps come before what is written; then what breaks fewest joints. Empty where it is laid on none.
 * O(sections · passes) figures.
 */
export function sectionsDanced(
  c: Combination,
  repertoire: Repertoire,
  map: SongMap,
  makeKey: () => string,
): DancedSection[] {
  const from = c.song?.beat;
  if (from === undefined) return [];
  const plan = planOf(c, repertoire);
  const within = (x: Pass): Section | undefined => sectionAt(map, songBeat(c, from, x.at));
  const sections = [...new Set(plan.passes.map(within))].filter((s) => s !== undefined);
  return sections.map((section) => {
    const there = plan.passes.filter((x) => within(x) === section);
    const bpm = sectionTempo(map, section);
    const all = STEP_PACES.map((pace) => ({
      pace,
      done: tried(c, repertoire, map, section, pace, makeKey),
    }));
    const written = (all[0] as (typeof all)[number]).done.plan;
    const ways = all.map(({ pace, done }) =>
      sectionWay(c, plan, written, done, {
        pace,
        bpm,
        there,
        repertoire,
      }),
    );
    return { section, bpm, passes: there.length, ways: ways.sort(better(section.slow)) };
  });
}

const better =
  (slow: boolean) =>
  (a: SectionWay, b: SectionWay): number =>
    a.off - b.off ||
    a.cannot.length - b.cannot.length ||
    a.broken - b.broken ||
    order(slow).indexOf(a.pace) - order(slow).indexOf(b.pace);
const order = (slow: boolean): readonly StepPace[] => (slow ? ['full', 'written', 'half'] : STEP_PACES);

interface Tried {
  readonly edit: BoardEdit;
  readonly plan: Plan;
  readonly cannot: readonly string[];
}

function sectionWay(
  c: Combination,
  now: Plan,
  written: Plan,
  { edit, plan, cannot }: Tried,
  of: { pace: StepPace; bpm: Bpm; there: readonly Pass[]; repertoire: Repertoire },
): SectionWay {
  const bpm = of.pace === 'half' ? of.bpm / 2 : of.bpm;
  const figures = of.there.map((x) => x.reading.figure.tempo);
  const range = {
    min: Math.max(...figures.map((t) => t.min)),
    max: Math.min(...figures.map((t) => t.max)),
  };
  const parts = new Set(of.there.map((x) => x.part));
  return {
    pace: of.pace,
    now: [...parts].every((p) => paceOf(c, c.parts[p] as Part, of.repertoire) === of.pace),
    edit,
    bpm: Math.round(bpm * 10) / 10,
    off: range.min <= range.max ? outside(bpm, range) : 0,
    ...metIn(plan),
    broken: Math.max(0, gapsIn(plan) - gapsIn(written)),
    longer: minus<Beats>(plan.beats, now.beats),
    cannot,
  };
}

/** The mean tempo of a section. */
function sectionTempo(map: SongMap, section: Section): Bpm {
  const next = map.sections.find((s) => s.from > section.from);
  const to = Math.min(map.beats.length - 1, next?.from ?? map.beats.length - 1);
  const span = (map.beats[to] ?? 0) - (map.beats[section.from] ?? 0);
  return span > 0 ? ((to - section.from) * 60) / span : 0;
}

/** All that begins in a section at one pace: a part danced several times is parted at its edges. */
function tried(
  c: Combination,
  repertoire: Repertoire,
  map: SongMap,
  section: Section,
  pace: StepPace,
  makeKey: () => string,
): Tried {
  const from = c.song?.beat ?? 0;
  const cannot = new Set<string>();
  const parts: Part[] = [];
  let at: Ticks | undefined;
  for (const part of c.parts) {
    const reading = readingOf(c, part, repertoire);
    if (!reading) {
      parts.push(part);
      continue;
    }
    at ??= reading.from;
    const other = atPace(c, part, repertoire, pace);
    const times: { readonly inside: boolean }[] = [];
    for (let i = 0; i < part.times; i++) {
      const inside = sectionAt(map, songBeat(c, from, at)) === section;
      if (inside && !other) cannot.add(reading.figure.name);
      times.push({ inside: inside && other !== undefined });
      at += (inside && other ? other.reading.beats : reading.beats) * TICKS_PER_BEAT;
    }
    for (const [i, { inside, n }] of runs(times).entries())
      parts.push({
        ...(inside && other ? other.part : part),
        times: n,
        key: i === 0 ? part.key : makeKey(),
      });
  }
  const edit: BoardEdit = { type: 'parts', parts };
  return { edit, plan: planOf(edited(c, edit), repertoire), cannot: [...cannot] };
}

function runs(list: readonly { readonly inside: boolean }[]): { inside: boolean; n: number }[] {
  const found: { inside: boolean; n: number }[] = [];
  for (const { inside } of list) {
    const last = found.at(-1);
    if (last?.inside === inside) last.n++;
    else found.push({ inside, n: 1 });
  }
  return found;
}

/** A part at a pace. What was mended in it stays where it is not at another pace already. Undefined where it cannot be. */
function atPace(
  c: Combination,
  part: Part,
  repertoire: Repertoire,
  pace: StepPace,
): { readonly part: Part; readonly reading: Reading } | undefined {
  const own = repertoire.figure(part.figure, c.own);
  const now = repertoire.figure(part.figure, c.own, part.change);
  if (!own || !now) return undefined;
  const base = paceOf(c, part, repertoire) === 'written' ? now : own;
  const figure = paced(base, pace, repertoire.heights);
  if (!figure) return undefined;
  const changed = partWith(part, own, figure);
  const reading = readingOf(c, changed, repertoire);
  const sound = reading && reading.wrong.length <= repertoire.reading(base).wrong.length;
  return sound ? { part: changed, reading } : undefined;
}

/** A part danced as `figure`, a changed form of its own. */
export function partWith(part: Part, own: Figure, figure: Figure): Part {
  const { change: _, ...rest } = part;
  return same(own, figure) ? rest : { ...rest, change: changeBetween(own, figure) };
}
