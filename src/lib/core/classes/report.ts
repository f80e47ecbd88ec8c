import type { Bpm } from '../base';
import { breaches } from '../likeness';
import type { Care } from './cares';
import { careOf, caresOf } from './cares';
import { BLOCKS } from './blocks.data';
import type { Entry } from './entry';
import type { Group } from './group';
import { ladderTo, type Rung } from './ladder';
import { knownUnits, knowsOf, leadIn, type Knows, type LeadIn } from './lead-in';
import { leaveOut, type LeaveOut } from './leave-out';
import type { Material } from './material';
import { dueBy, memories, type Remembered } from './memory';
import { aimOf, type ClassPlan, type DanceRef } from './plan';
import type { Promised } from './suggest';
import { hourOf, type Hour } from './timing';
import { difficultyOf, shareMinutes, unitNeeds, type UnitNeed } from './units';

/** Everything a plan computes. */
export interface PlanReport {
  readonly hour: Hour;
  /** What to leave out to be on time; nothing where it is not over. */
  readonly leave: LeaveOut | undefined;
  /** For each figure aimed at. */
  readonly figures: readonly FigureReport[];
  readonly care: Care;
  readonly due: readonly Remembered[];
  readonly promised: readonly Promised[];
  /** Names of everything it speaks of, by id. */
  readonly names: Readonly<Record<string, string>>;
}
export interface FigureReport {
  readonly figure: string;
  readonly needs: readonly UnitNeed[];
  /** Minutes for each unit, of those the figure is worked on. */
  readonly minutes: readonly number[];
  readonly difficulty: number;
  readonly ladder: readonly Rung[];
  readonly leadIn: LeadIn | undefined;
  /** Versions that keep its counts, feet and footprints: who is further, or not so far, dances them beside the others. */
  readonly beside: readonly string[];
}

/** Blocks in which figures are worked on by units. */
const WORKED: readonly string[] = ['solo', 'together', 'hands', 'slow'];
const WEEK = 7 * 86_400_000;

/** What was promised to a group and not been taught since, the latest first. */
export function promisedTo(group: string, log: readonly Entry[]): Promised[] {
  const mine = [...log].filter((e) => (e.group ?? '') === group).sort((a, b) => a.at - b.at);
  const open = new Map<string, Promised>();
  for (const e of mine) {
    for (const t of e.taught) open.delete(t.what.id);
    for (const p of e.promised)
      if (p.what?.type === 'figure') open.set(p.what.id, { figure: p.what.id, at: e.at, text: p.text });
  }
  return [...open.values()].sort((a, b) => b.at - a.at);
}

/** Something promised in words alone, without a figure. */
export interface SaidPromise {
  readonly text: string;
  readonly at: number;
  readonly entry: string;
}
/** What was promised to a group in words at its latest class that promised anything so: it stands until the next such. */
export function saidTo(group: string, log: readonly Entry[]): SaidPromise[] {
  const mine = log.filter((e) => (e.group ?? '') === group).sort((a, b) => b.at - a.at);
  const latest = mine.find((e) => e.promised.some((p) => p.text !== '' && p.what?.type !== 'figure'));
  const since = mine.filter((e) => latest && e.at > latest.at && e.ended !== undefined);
  // Two classes on it was kept, or is not wanted any more.
  if (!latest || since.length >= 2) return [];
  return latest.promised
    .filter((p) => p.text !== '' && p.what?.type !== 'figure')
    .map((p) => ({ text: p.text, at: latest.at, entry: latest.id }));
}

/** What a group knows by its log. */
export function groupKnows(group: Group | undefined, log: readonly Entry[], material: Material): Knows {
  const memory = memories(log, (r) => material.figuresIn(r)).get(group?.id ?? '');
  return knowsOf(group?.knows ?? [], memory);
}

/**
 * Computes a plan. `log`: entries of its group; `when`: milliseconds since 1970; `brief`: without the figures aimed at. O(figures aimed at · known units).
 * @example planReport(plan, group, log, material, now).hour.over // 4
 */
export function planReport(
  plan: ClassPlan,
  group: Group | undefined,
  log: readonly Entry[],
  material: Material,
  when: number,
  brief = false,
): PlanReport {
  const lengths = {
    beats: (r: DanceRef) => material.beats(r),
    tempo: (r: DanceRef): Bpm => material.tempo(r),
  };
  const hour = hourOf(plan, lengths);
  const knows = groupKnows(group, log, material);
  const worked = plan.blocks.filter((b) => WORKED.includes(b.kind)).reduce((s, b) => s + b.minutes, 0);
  const aims = brief ? [] : plan.aim.figures.filter((id) => material.figure(id));
  const known = aims.length > 0 ? knownUnits(knows, material) : [];
  const figures = aims.map((id): FigureReport => {
    const a = material.analysis({ type: 'figure', id });
    const others = known.filter((s) => s.id !== id);
    const needs = a ? unitNeeds(a, knows.figures.has(id) ? known : others, plan.level) : [];
    return {
      figure: id,
      needs,
      minutes: shareMinutes(needs, worked / Math.max(1, aims.length)),
      difficulty: difficultyOf(needs),
      ladder: ladderTo(id, material, others, plan.level),
      leadIn: leadIn(id, knows, material, plan.level),
      beside: sideBySide(id, material),
    };
  });
  const promised = group ? promisedTo(group.id, log) : [];
  const due = dueBy(knows.memory, when + WEEK / 7);
  return {
    hour,
    leave: hour.over > 0 ? leaveOut(plan.blocks, hour.over) : undefined,
    figures,
    care: careFor(plan, hour, material),
    due,
    promised,
    names: namesFor(plan, figures, due, promised, material),
  };
}

function careFor(plan: ClassPlan, hour: Hour, material: Material): Care {
  const seen = new Map<string, readonly [DanceRef, Bpm]>();
  for (const b of hour.blocks)
    if (b.what && BLOCKS[b.block.kind].dances && b.bpm !== undefined)
      seen.set(`${b.what.type}:${b.what.id}`, [
        b.what,
        Math.max(b.bpm, seen.get(`${b.what.type}:${b.what.id}`)?.[1] ?? 0),
      ]);
  const aim = aimOf(plan);
  if (seen.size === 0 && aim) seen.set('aim', [aim, material.tempo(aim)]);
  return caresOf(
    [...seen.values()].flatMap(([ref, bpm]) => {
      const a = material.analysis(ref);
      return a ? [careOf(a, bpm)] : [];
    }),
  );
}

function namesFor(
  plan: ClassPlan,
  figures: readonly FigureReport[],
  due: readonly Remembered[],
  promised: readonly Promised[],
  material: Material,
): Record<string, string> {
  const ids = [
    ...plan.aim.figures,
    ...plan.blocks.flatMap((b) => (b.what ? [b.what.id] : [])),
    ...(plan.aim.combination === undefined ? [] : [plan.aim.combination]),
    ...figures.flatMap((f) => [
      ...(f.leadIn?.needs.map((n) => n.figure) ?? []),
      ...(f.leadIn?.like ? [f.leadIn.like.likeness.id] : []),
      ...f.ladder.map((r) => r.figure.id),
      ...f.beside,
    ]),
    ...due.map((d) => d.figure),
    ...promised.map((p) => p.figure),
  ];
  return Object.fromEntries(
    ids.flatMap((id) => {
      const name = material.figure(id)?.name ?? material.combination(id)?.name;
      return name === undefined ? [] : [[id, name]];
    }),
  );
}

/** Which versions of a figure keep its counts, feet and footprints: who is further may dance them beside the others. */
export function sideBySide(id: string, material: Material): string[] {
  const a = material.analysis({ type: 'figure', id });
  if (!a) return [];
  return [...material.figures.values()].flatMap((f) => {
    if (f.id === id || f.dance !== a.figure.dance || f.mistake) return [];
    if (material.parents.get(f.id) !== id && material.parents.get(id) !== f.id) return [];
    const b = material.analysis({ type: 'figure', id: f.id });
    return b && breaches(a, b).length === 0 ? [f.id] : [];
  });
}
