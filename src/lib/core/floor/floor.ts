import {
  ROLES,
  otherFoot,
  type Degrees,
  type Foot,
  type Metres,
  type Point,
  type Role,
  type Ticks,
} from '../base';
import { fromBody } from '../base';
import { bodyAt, valueX, valueY } from './linear';
import { problemOf, type FloorTerm, type Landing, type Problem } from './problem';
import type { Term } from './sigma.data';
import { solveSides, type Guess, type Side } from './sides';
import { descend, strainOf, type Solution } from './solve';
import type { Both, FloorInput } from './types';

/** A word and how far the solution bends it. */
export interface Bent {
  readonly role: Role;
  readonly index: number;
  readonly tick: Ticks;
  /** Where the words put the foot from the supporting foot as it is solved, and where it lands. */
  readonly said: Point;
  readonly at: Point;
  readonly strain: number;
}

/** The most strained term that is no word. */
export interface Strained {
  readonly kind: FloorTerm['kind'];
  readonly tick: Ticks;
  readonly strain: number;
}

/** The places of a couple, solved. */
export interface Solved {
  readonly problem: Problem;
  readonly solution: Solution;
  readonly sides: readonly Side[];
}

/**
 * The most likely places that agree with everything said: least squares over all landings, from both sides of every
 * pass. `warm`: a first guess, such as an earlier solution of a problem of the same shape.
 * @example solveFloor(input).solution.cost // 8.4
 */
export function solveFloor(input: FloorInput, warm?: (p: Problem) => Guess | undefined): Solved {
  const solved = solve(problemOf(input), warm);
  if (!solved.problem.doubtful) return solved;
  const free = solve(problemOf({ ...input, anchors: input.anchors.filter((a) => !a.supposed) }), warm);
  return solved.solution.cost - free.solution.cost > SUPPOSED ? free : solved;
}

/** An ending that nobody has said may cost as much as five words bent twice as far as they are soft. Our choice. */
const SUPPOSED = 20;

function solve(problem: Problem, warm: ((p: Problem) => Guess | undefined) | undefined): Solved {
  const { best, sides } = solveSides(problem, warm?.(problem));
  return { problem, solution: best, sides };
}

/** Where each action's foot lands; the other one stays where it is. Same order as the actions, holes where none acts. */
export function landedAt(s: Solved, role: Role, x = s.solution.x): (Point | undefined)[] {
  const found: (Point | undefined)[] = s.problem.input.dancers[role].actions.map(() => undefined);
  for (const l of s.problem.landings) {
    if (l.role !== role) continue;
    const { lands, action } = s.problem.input.dancers[role].actions[l.index] ?? {};
    const air = l.fixed && lands === 'air' && action?.kind !== 'replace';
    found[l.index] = air ? saidPoint(l, x) : spotPoint(l.spot, x);
  }
  return found;
}

const spotPoint = (s: Landing['spot'], x: Float64Array): Point => ({
  x: s.x + (x[2 * s.block] ?? 0),
  y: s.y + (x[2 * s.block + 1] ?? 0),
});
const saidPoint = (l: Landing, x: Float64Array): Point => {
  const from = spotPoint(l.from, x);
  return { x: from.x + l.said.x, y: from.y + l.said.y };
};

/** The middle of a body at a tick. */
export function middleAt(s: Solved, role: Role, tick: Ticks, x = s.solution.x): Point {
  const l = bodyAt(s.problem.start[role], s.problem.moves[role], tick);
  return { x: valueX(l, x), y: valueY(l, x) };
}

/** Every word with what the solution makes of it; a word in its own place has strain 0. */
export function bentWords(s: Solved): Bent[] {
  const { x } = s.solution;
  return s.problem.landings.flatMap((l) => {
    if (l.fixed) return [];
    const [said, at] = [saidPoint(l, x), spotPoint(l.spot, x)];
    const u = fromBody(l.sigma.heading, 0, 1);
    const [dx, dy] = [at.x - said.x, at.y - said.y];
    const along = (dx * u.x + dy * u.y) / l.sigma.along;
    const across = (dx * u.y - dy * u.x) / l.sigma.across;
    return [{ role: l.role, index: l.index, tick: l.tick, said, at, strain: Math.hypot(along, across) }];
  });
}

/** The most strained of the terms that are no words. */
export function mostStrained(s: Solved): Strained | undefined {
  let worst: Strained | undefined;
  for (const t of s.problem.terms) {
    const { strain } = strainOf(t, s.solution.x);
    if (strain > (worst?.strain ?? 0)) worst = { kind: t.kind, tick: t.tick, strain };
  }
  return worst;
}

/** By how much a term had to move one dancer at a moment. */
export interface Moved {
  readonly role: Role;
  readonly tick: Ticks;
  readonly by: Metres;
  /** From where the dancer would be without it. */
  readonly x: Metres;
  readonly y: Metres;
}

/** A term that pushes or pulls at all is worth solving without. */
const FELT = 0.3;

/** Terms that push at a solution, the strongest first. */
export const pushing = (s: Solved, of: Term): { term: FloorTerm; strain: number; share: number }[] =>
  s.problem.terms
    .filter((t) => t.term === of)
    .map((term) => ({ term, ...strainOf(term, s.solution.x) }))
    .filter((t) => t.strain > FELT)
    .sort((a, b) => b.strain - a.strain);

/**
 * Solves once more without a kind of term and compares: by how much each dancer had to be moved for it, at every moment
 * it pushes. Empty where it moves nobody.
 */
export function movedBy(s: Solved, of: Term): Moved[] {
  const felt = pushing(s, of);
  if (felt.length === 0) return [];
  const free = descend(s.problem, s.solution.x, { without: of });
  return felt.flatMap(({ term, share }) => {
    const next = s.problem.grid[s.problem.grid.indexOf(term.tick) + 1] ?? term.tick;
    const tick = term.late ? Math.round(term.tick + share * (next - term.tick)) : term.tick;
    return ROLES.map((role): Moved => {
      const [is, was] = [middleAt(s, role, tick), middleAt(s, role, tick, free.x)];
      const [x, y] = [is.x - was.x, is.y - was.y];
      return { role, tick, by: Math.hypot(x, y), x, y };
    });
  });
}

/** The point under the body from which a landing's direction is measured. */
export function baseOf(l: Landing, s: Solved, frame: Degrees): Point {
  const { stance } = s.problem.input.dancers[l.role];
  const foot: Foot = otherFoot(l.foot);
  const d = fromBody(frame, (foot === 'R' ? 1 : -1) * stance, 0);
  const p = spotPoint(l.from, s.solution.x);
  return { x: p.x - d.x, y: p.y - d.y };
}

export type { Both };
