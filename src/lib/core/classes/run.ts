import { BLOCKS } from './blocks.data';
import type { Entry, Rating, Taught, Visit } from './entry';
import { afterCuts, leaveOut, type LeaveOut } from './leave-out';
import { blockRef, type Block, type ClassPlan, type DanceRef } from './plan';

const MINUTE = 60_000;

/** A class begun at a moment: its first block is running. @example begun(plan, 'e', now, { leader: 8, follower: 8, both: 0 }).visits.length // 1 */
export function begun(
  plan: ClassPlan,
  id: string,
  now: number,
  there: Entry['there'],
  people?: readonly string[],
): Entry {
  const first = plan.blocks[0];
  return {
    id,
    name: plan.name,
    at: now,
    minutes: plan.minutes,
    class: plan.id,
    ...(plan.series === undefined ? {} : { series: plan.series }),
    ...(plan.group === undefined ? {} : { group: plan.group }),
    visits: first ? [visit(first, now)] : [],
    taught: [],
    there,
    ...(people ? { people } : {}),
    promised: [],
    notes: [],
  };
}
const visit = (b: Block, from: number): Visit => ({ block: b.key, kind: b.kind, planned: b.minutes, from });

/** On to a block; the one that runs is over. */
export function goTo(e: Entry, b: Block, now: number): Entry {
  const visits = e.visits.map((v): Visit => (v.to === undefined ? { ...v, to: Math.max(v.from, now) } : v));
  return { ...e, visits: [...visits, visit(b, now)] };
}
/** The class is over. Who danced with whom is not kept any longer. */
export function over({ partners: _, ...e }: Entry, now: number): Entry {
  return {
    ...e,
    ended: Math.max(e.at, now),
    visits: e.visits.map((v): Visit => (v.to === undefined ? { ...v, to: Math.max(v.from, now) } : v)),
  };
}

/** What was danced, and how it went; said again, the last word counts. */
export function rated(e: Entry, what: DanceRef, patch: Partial<Omit<Taught, 'what'>>): Entry {
  const same = (t: Taught): boolean =>
    t.what.type === what.type && t.what.id === what.id && t.unit === patch.unit;
  const was = e.taught.find(same);
  const now: Taught = { note: '', ...was, ...patch, what };
  return { ...e, taught: was ? e.taught.map((t) => (same(t) ? now : t)) : [...e.taught, now] };
}
/** @example ratingOf(entry, { type: 'figure', id: 'push' }) // 'good' */
export const ratingOf = (e: Entry, what: DanceRef, unit?: number): Rating | undefined =>
  e.taught.find((t) => t.what.type === what.type && t.what.id === what.id && t.unit === unit)?.rating;

/** Where a class that runs is. Minutes. */
export interface Running {
  readonly visit: Visit | undefined;
  readonly block: Block | undefined;
  /** Left of the block as planned; negative: it is over its time. */
  readonly left: number;
  /** Left of the class. */
  readonly leftInAll: number;
  /** How much longer what is left takes than there is time; negative: time to spare. */
  readonly behind: number;
  /** What is still to come, with the minutes that are left for it. */
  readonly rest: readonly { readonly block: Block; readonly minutes: number }[];
  readonly leave: LeaveOut | undefined;
}

/**
 * Where a class is by the clock: how long its block still has, and how the rest shrinks or grows. Nothing is kept for
 * it but when blocks began. O(blocks · minutes²).
 * @example running(plan, entry, entry.at + 5 * 60_000).left // 1
 */
export function running(plan: ClassPlan, e: Entry, now: number): Running {
  const last = e.visits.at(-1);
  const visited = new Set(e.visits.map((v) => v.block));
  const block = last && plan.blocks.find((b) => b.key === last.block);
  const left = last ? last.planned - ((last.to ?? now) - last.from) / MINUTE : 0;
  const leftInAll = e.minutes - (now - e.at) / MINUTE;
  const coming = plan.blocks.filter((b) => !visited.has(b.key));
  const planned = coming.reduce((s, b) => s + b.minutes, 0) + Math.max(0, last?.to === undefined ? left : 0);
  const behind = planned - leftInAll;
  const leave = behind > 0.5 ? leaveOut(coming, behind) : undefined;
  return { visit: last, block, left, leftInAll, behind, rest: restOf(coming, behind, leave), leave };
}

function restOf(coming: readonly Block[], behind: number, leave: LeaveOut | undefined): Running['rest'] {
  if (leave) return afterCuts(coming, leave.cuts).map((block) => ({ block, minutes: block.minutes }));
  const spare = Math.floor(2 * Math.max(0, -behind));
  const growing = coming.filter((b) => BLOCKS[b.kind].dances);
  const all = growing.reduce((sum, b) => sum + b.minutes, 0);
  let given = 0;
  let share = 0;
  return coming.map((block) => {
    if (!growing.includes(block)) return { block, minutes: block.minutes };
    share += (spare * block.minutes) / all;
    const more = Math.round(share) - given;
    given += more;
    return { block, minutes: block.minutes + more / 2 };
  });
}

/** What a block that runs dances: what it says, or what the class aims at. */
export const dancedIn = (plan: ClassPlan, b: Block | undefined): DanceRef[] => {
  if (!b) return [];
  const what = blockRef(plan, b);
  return what
    ? [what]
    : b.kind === 'recap'
      ? plan.aim.figures.map((id) => ({ type: 'figure', id }) as const)
      : [];
};

/** How many more changes of partner fit into so many minutes: one more round, and so on. @example changesLeft(5, 95) // 3 */
export const changesLeft = (minutes: number, roundSeconds: number): number =>
  roundSeconds <= 0 ? 0 : Math.max(0, Math.floor((60 * minutes) / roundSeconds));
