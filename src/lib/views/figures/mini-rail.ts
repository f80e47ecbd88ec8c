import { weigh } from '$lib/core/analysis';
import { ROLES, TICKS_PER_BEAT, type Foot, type Role } from '$lib/core/base';
import { resolveMoves, type Figure } from '$lib/core/figure';
import { parse } from '$lib/core/notation';
import { KINDS } from '$lib/core/vocabulary';

/** One step of the small picture. */
export interface MiniStep {
  readonly role: Role;
  /** In beats from the beginning. */
  readonly at: number;
  readonly foot: Foot | undefined;
  /** No weight is taken. */
  readonly light: boolean;
  /** Way and whole amount of a turn, degrees. */
  readonly turn: number;
}
export interface MiniRail {
  readonly beats: number;
  readonly steps: readonly MiniStep[];
}

/** The feet and turns of a figure, from its text alone: nothing is solved. O(steps). */
export function miniRail(figure: Figure): MiniRail {
  const known = drawn.get(figure);
  if (known) return known;
  const parsed = parse(figure.lines);
  const lines = ROLES.map((role) => ({ role, line: resolveMoves(parsed, role, figure) }));
  const steps = lines.flatMap(({ role, line }) =>
    weigh(line, role === 'leader' ? figure.start.leaderFree : figure.start.followerFree).map(
      (w): MiniStep => ({
        role,
        at: w.tick / TICKS_PER_BEAT,
        foot: w.foot,
        light: KINDS[w.action.kind].weight === 'free' || KINDS[w.action.kind].weight === 'none',
        turn: (w.action.turn ?? 0) + (w.action.then ?? 0),
      }),
    ),
  );
  const end = Math.max(0, ...lines.map((l) => l.line.end)) / TICKS_PER_BEAT;
  const made = { beats: Math.max(2, Math.ceil(end)), steps };
  drawn.set(figure, made);
  return made;
}
const drawn = new WeakMap<Figure, MiniRail>();

/** Something is missing: a role has no steps, or the text is not all understood. */
export function unfinished(figure: Figure): boolean {
  const parsed = parse(figure.lines);
  return (
    parsed.problems.length > 0 || ROLES.some((role) => resolveMoves(parsed, role, figure).placed.length === 0)
  );
}
