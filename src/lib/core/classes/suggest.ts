import { newCombination, tempoWithin, usable, type Combination, type Reading } from '../combination';
import { Composition, requestOf } from '../composer';
import type { Figure } from '../figure';
import { scoreOfLikeness } from '../likeness';
import { levelNeeded } from '../vary';
import { danceOf, type Level } from '../vocabulary';
import { leadIn, knownUnits, type Knows } from './lead-in';
import type { Material } from './material';
import { dueBy, type Remembered } from './memory';
import { blocksFrom, type Block, type ClassPlan } from './plan';
import { difficultyOf, unitNeeds } from './units';
import type { TemplateId } from './blocks.data';

/** Why a figure is suggested. */
export type Because =
  | { readonly code: 'due'; readonly memory: Remembered }
  | { readonly code: 'promised'; readonly at: number; readonly text: string }
  /** It grows out of something known, or begins like it. */
  | { readonly code: 'grows'; readonly from: string }
  | { readonly code: 'like'; readonly figure: string; readonly upTo: number }
  | { readonly code: 'first' };
export interface Suggested {
  readonly figure: string;
  readonly because: readonly Because[];
}
/** A class suggested; each part can be taken alone. */
export interface Suggestion {
  readonly review: readonly Suggested[];
  readonly fresh: Suggested | undefined;
  readonly combination: Combination | undefined;
  readonly blocks: readonly Block[];
}

/** What has been promised to a group and not been taught since. */
export interface Promised {
  readonly figure: string;
  readonly at: number;
  readonly text: string;
}

export interface SuggestAsk {
  readonly plan: ClassPlan;
  readonly template: TemplateId;
  readonly knows: Knows;
  readonly promised: readonly Promised[];
  /** The dance they come for; empty: that of what they know best. */
  readonly dance: string;
  readonly level: Level;
  /** When the class is, milliseconds since 1970. */
  readonly when: number;
}

/** Reviewed in one class at most, and composed with. Our choice. */
const REVIEWED = 3;
const COMPOSED = 7;
/** States gone through for a combination: what keeps a suggestion within a tenth of a second. */
const WORK = 90_000;

/**
 * A class for a group: what is due, what was promised, one thing that is new and grows out of what they know, and a
 * combination of these that goes round. O(figures · units).
 * @example suggest(ask, material, makeId).fresh?.because[0].code // 'grows'
 */
export function suggest(ask: SuggestAsk, material: Material, makeId: () => string): Suggestion {
  const dance = ask.dance || likeliestDance(ask, material);
  const mine = [...material.figures.values()].filter((f) => f.dance === dance && !f.mistake);
  const due = dueBy(ask.knows.memory, ask.when).filter((r) => mine.some((f) => f.id === r.figure));
  const review = due
    .slice(0, REVIEWED)
    .map((memory): Suggested => ({ figure: memory.figure, because: [{ code: 'due', memory }] }));
  const fresh = freshFor(ask, mine, material);
  const combination = composed(ask, mine, review, fresh, material, makeId);
  const what = (id: string | undefined) =>
    id === undefined ? {} : { what: { type: 'figure', id } as const };
  const blocks = blocksFrom(ask.template, ask.plan.minutes, makeId).map((b): Block => {
    if (b.kind === 'review') return { ...b, ...what(review[0]?.figure) };
    if (b.kind === 'solo' || b.kind === 'together' || b.kind === 'hands' || b.kind === 'slow')
      return { ...b, ...what(fresh?.figure) };
    if (combination && (b.kind === 'joined' || b.kind === 'tempo' || b.kind === 'layers'))
      return { ...b, what: { type: 'combination', id: combination.id } };
    return b;
  });
  return { review, fresh, combination, blocks };
}

function likeliestDance({ knows }: SuggestAsk, material: Material): string {
  const counts = new Map<string, number>();
  for (const id of knows.figures) {
    const dance = material.figure(id)?.dance;
    if (dance !== undefined) counts.set(dance, (counts.get(dance) ?? 0) + 1);
  }
  const [best] = [...counts].sort((a, b) => b[1] - a[1]);
  return best?.[0] ?? [...material.figures.values()][0]?.dance ?? '';
}

/** The next new figure: what was promised, else what grows out of what they know, is fit for them and asks least. */
function freshFor(ask: SuggestAsk, mine: readonly Figure[], material: Material): Suggested | undefined {
  const { knows, level } = ask;
  const unknown = mine.filter((f) => !knows.figures.has(f.id));
  const promised = ask.promised.find((p) => unknown.some((f) => f.id === p.figure));
  if (promised)
    return { figure: promised.figure, because: [{ code: 'promised', at: promised.at, text: promised.text }] };
  const known = knownUnits(knows, material);
  const ready = unknown.filter((f) => {
    const parent = material.parents.get(f.id);
    return f.level <= level && (parent === undefined || knows.figures.has(parent));
  });
  const grown = ready.filter((f) => material.parents.get(f.id) !== undefined);
  const pool = grown.length > 0 ? grown : nearest(ready, known, material);
  const judged = pool.flatMap((f) => {
    const a = material.analysis({ type: 'figure', id: f.id });
    return a && levelNeeded(a) <= level ? [{ f, asks: difficultyOf(unitNeeds(a, known, level)) }] : [];
  });
  const best = judged.sort((x, y) => x.asks - y.asks || x.f.name.localeCompare(y.f.name))[0]?.f;
  if (!best) return undefined;
  const parent = material.parents.get(best.id);
  const lead = leadIn(best.id, knows, material, level);
  const because: Because[] = [
    ...(parent !== undefined ? [{ code: 'grows', from: parent } as const] : []),
    ...(lead?.like && lead.like.upTo > 0
      ? [{ code: 'like', figure: lead.like.likeness.id, upTo: lead.like.upTo } as const]
      : []),
  ];
  return { figure: best.id, because: because.length > 0 ? because : [{ code: 'first' }] };
}

/** A dozen that are likest to something known; all where nothing is known. */
function nearest(
  list: readonly Figure[],
  known: ReturnType<typeof knownUnits>,
  material: Material,
): Figure[] {
  const scored = list.map((f) => {
    const s = material.signature(f.id);
    return { f, score: s ? Math.max(0, ...known.map((k) => scoreOfLikeness(k, s))) : 0 };
  });
  return scored
    .sort((a, b) => b.score - a.score || a.f.level - b.f.level)
    .slice(0, 12)
    .map((x) => x.f);
}

/** Lengths tried, in straight eights: phrases first. */
const LENGTHS = [32, 48, 24, 16, 40, 30, 36];
/** The same in bars of three. */
const IN_THREE = [24, 48, 36, 12];
/** Nothing more than twice, where that goes; else no more than twice in a row. */
const VARIETY = [{ inRow: 1, inAll: 2 }, { inRow: 2 }] as const;

function composed(
  ask: SuggestAsk,
  mine: readonly Figure[],
  review: readonly Suggested[],
  fresh: Suggested | undefined,
  material: Material,
  makeId: () => string,
): Combination | undefined {
  const wanted = [
    ...(fresh ? [fresh.figure] : []),
    ...review.map((r) => r.figure),
    ...mine.filter((f) => ask.knows.figures.has(f.id)).map((f) => f.id),
  ];
  const ids = [...new Set(wanted)].slice(0, COMPOSED);
  const readings = ids.flatMap((id) => material.repertoire.get(id) ?? []).filter(usable);
  const must = fresh && readings.some((r) => r.figure.id === fresh.figure) ? [fresh.figure] : [];
  if (readings.length < 2) return undefined;
  const lengths = readings.every((r) => danceOf(r.figure).bar === 3) ? IN_THREE : LENGTHS;
  for (const variety of VARIETY)
    for (const beats of lengths) {
      const found = new Composition(
        readings,
        requestOf(beats, { must, end: { type: 'loop' }, best: 1, ...variety }),
      ).finish({ work: WORK / lengths.length / VARIETY.length }).best[0];
      if (found) return asCombination(found.figures, readings, ask, material, makeId());
    }
  return undefined;
}

function asCombination(
  figures: readonly string[],
  readings: readonly Reading[],
  ask: SuggestAsk,
  material: Material,
  id: string,
): Combination {
  const runs: { figure: string; times: number }[] = [];
  for (const figure of figures) {
    const last = runs.at(-1);
    if (last?.figure === figure) last.times++;
    else runs.push({ figure, times: 1 });
  }
  const bpm = tempoWithin(readings.filter((r) => figures.includes(r.figure.id)).map((r) => r.figure.tempo));
  const names = [...new Set(figures)].slice(0, 2).flatMap((f) => material.figure(f)?.name ?? []);
  return {
    ...newCombination(id, `${ask.plan.name}: ${names.join(', ')}`.slice(0, 120), bpm ?? 110),
    loop: true,
    parts: runs.map((r, i) => ({ key: `p${i + 1}`, figure: r.figure, times: r.times })),
  };
}
