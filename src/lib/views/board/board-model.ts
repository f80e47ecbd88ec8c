import type { Analysis } from '$lib/core/analysis';
import { ROLES, TICKS_PER_BEAT, type Foot, type Role } from '$lib/core/base';
import { railBeat } from '$lib/core/scene';
import type { BoardRow } from '$lib/core/scene/board';
import type { Plan } from '$lib/core/combination';
import { FIT_NAMES, jointText } from '$lib/messages';
import type { Joint } from '$lib/core/joints';

/** Where a beat (or a piece of one) of a row stands, as a share of the row. */
export const across = (beats: number, fold: number): string => `${((beats / fold) * 100).toFixed(3)}%`;
/** Counts stand a third into their beat, so that the "and" has its place. */
export const COUNT_AT = 0.34;

/** A weight change as a letter on the board. */
export interface FootLetter {
  readonly role: Role;
  readonly foot: Foot;
  readonly at: number;
  readonly tick: number;
}

/** The weight changes of a row. O(actions of the row) once they are sorted by row. */
export function feetByRow(a: Analysis, rows: readonly BoardRow[]): FootLetter[][] {
  const first = rows[0]?.beats[0]?.tick ?? 0;
  const fold = rows[0]?.fold ?? 8;
  const found: FootLetter[][] = rows.map(() => []);
  for (const role of ROLES)
    for (const w of a.roles[role].actions) {
      if (!w.change || !w.foot) continue;
      const beat = railBeat(w.tick, a.figure.feel) - first / TICKS_PER_BEAT;
      found[Math.floor(beat / fold)]?.push({ role, foot: w.foot, at: beat % fold, tick: w.tick });
    }
  return found;
}

/** A joint for a screen reader. @example 'Link into Left side pass: Mended in the link, release right to left' */
export function jointLabel(plan: Plan, pass: number, j: Joint | undefined): string {
  const into = plan.passes[pass >= plan.passes.length ? 0 : pass]?.reading.figure.name ?? '';
  const what = pass >= plan.passes.length ? `Back to the beginning, ${into}` : `Link into ${into}`;
  if (!j) return what;
  const text = jointText(j);
  return `${what}: ${FIT_NAMES[j.fit]}${text === 'Fits' || text === FIT_NAMES[j.fit] ? '' : `, ${text}`}`;
}
