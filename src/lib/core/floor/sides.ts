import type { Degrees, Ticks } from '../base';
import { fromBody } from '../base';
import { bodyAt, mix, valueX, valueY, type Lin } from './linear';
import type { FloorTerm, Problem } from './problem';
import { ROOM, SIDE_DECIDED, SIDE_POSSIBLE, SIGMA } from './sigma.data';
import { descend, linear, strainOf, type Solution } from './solve';

/** Where the partners go past each other, and on which side of the other the leader is, looking along the follower's way. */
export interface Side {
  readonly tick: Ticks;
  /** Seen along the lane or reference line. */
  readonly leader: 'left' | 'right';
  /** How much more the other side would cost; Infinity where it cannot be danced there. */
  readonly decidedBy: number;
  readonly undecided: boolean;
  /** The best solution with the other side, where it might be that. */
  readonly other: Solution | undefined;
}

/** A first guess; `settled` where the sides of its passes have been tried already, as in the figures of a chain. */
export interface Guess {
  readonly x: Float64Array;
  readonly settled: boolean;
}

interface Meeting {
  readonly term: FloorTerm;
  /** Across the follower's way relative to the leader. */
  readonly nx: number;
  readonly ny: number;
}

/** Nearer than this in the words alone, partners are looked at from both sides. */
const MEETING = 0.55;

/** Middles of the follower less the leader at a moment of a solution. */
function apart(p: Problem, x: Float64Array, tick: Ticks): { x: number; y: number } {
  const at = (role: 'leader' | 'follower'): Lin => bodyAt(p.start[role], p.moves[role], tick);
  const l = mix(at('follower'), 1, at('leader'), -1);
  return { x: valueX(l, x), y: valueY(l, x) };
}

/** Where words and holds lead the partners through each other. */
function meetings(p: Problem, x: Float64Array): Meeting[] {
  const terms = p.terms.filter((t) => t.kind === 'apart');
  const found: Meeting[] = [];
  for (let i = 0; i < terms.length;) {
    if (!near(terms[i] as FloorTerm, x)) {
      i++;
      continue;
    }
    let last = i;
    while (last + 1 < terms.length && near(terms[last + 1] as FloorTerm, x)) last++;
    const m = meeting(p, x, terms, i, last);
    if (m) found.push(m);
    i = last + 1;
  }
  return found;
}

const nearestOf = (t: FloorTerm, x: Float64Array): { d: number; x: number; y: number } => {
  const [a, b] = [vectorOf(t, x, false), vectorOf(t, x, true)];
  const [dx, dy] = [b.x - a.x, b.y - a.y];
  const square = dx * dx + dy * dy;
  const s = square < 1e-12 ? 0 : Math.min(1, Math.max(0, -(a.x * dx + a.y * dy) / square));
  return { d: Math.hypot(a.x + s * dx, a.y + s * dy), x: a.x + s * dx, y: a.y + s * dy };
};

function vectorOf(t: FloorTerm, x: Float64Array, late: boolean): { x: number; y: number } {
  const from = late && t.late ? t.late : t;
  let vx = from.x;
  let vy = from.y;
  t.blocks.forEach((b, i) => {
    vx += (from.weights[i] as number) * (x[2 * b] as number);
    vy += (from.weights[i] as number) * (x[2 * b + 1] as number);
  });
  return { x: vx, y: vy };
}

const near = (t: FloorTerm, x: Float64Array): boolean =>
  t.limit >= ROOM.bodies && nearestOf(t, x).d < MEETING;

function meeting(
  p: Problem,
  x: Float64Array,
  terms: readonly FloorTerm[],
  first: number,
  last: number,
): Meeting | undefined {
  const before = vectorOf(terms[Math.max(0, first - 1)] as FloorTerm, x, false);
  const after = vectorOf(terms[Math.min(terms.length - 1, last + 1)] as FloorTerm, x, true);
  if (before.x * after.x + before.y * after.y >= 0) return undefined;
  const [vx, vy] = [after.x - before.x, after.y - before.y];
  const v = Math.hypot(vx, vy);
  let term = terms[first] as FloorTerm;
  for (const t of terms.slice(first, last + 1)) if (nearestOf(t, x).d < nearestOf(term, x).d) term = t;
  return { term, nx: vy / v, ny: -vx / v };
}

/** What keeps the partners on one side of each other while a solution is being found. */
const push = (m: Meeting, s: 1 | -1): FloorTerm => ({
  ...m.term,
  kind: 'push',
  limit: ROOM.bodiesPassing,
  ux: s * m.nx,
  uy: s * m.ny,
  sigma: SIGMA.bodies,
});

const sideOf = (m: Meeting, x: Float64Array): 1 | -1 => {
  const at = nearestOf(m.term, x);
  return at.x * m.nx + at.y * m.ny >= 0 ? 1 : -1;
};

/** Iterations with a push before it is let go, and without bodies to see where the words and holds lead. */
const PUSHED = 6;
const THROUGH = 8;
/** Iterations after which the other side's cost is known well enough to compare. */
const COMPARED = 10;

function onSide(p: Problem, from: Float64Array, pushes: readonly FloorTerm[], most?: number): Solution {
  const pushed = descend(p, from, { pushes, without: 'bodies', most: PUSHED });
  return descend(p, pushed.x, most === undefined ? {} : { most });
}

/**
 * The best places, and on which side the partners pass: every pass is tried on both, one after the other, the others
 * as they are best so far.
 */
export function solveSides(p: Problem, guess: Guess | undefined): { best: Solution; sides: readonly Side[] } {
  if (guess?.settled) return { best: descend(p, guess.x), sides: [] };
  const { x: first, cost: least } = descend(p, linear(p), { without: 'bodies', most: THROUGH });
  const found = meetings(p, first);
  for (const m of found) m.term.limit = ROOM.bodiesPassing;
  const near = guess && descend(p, guess.x);
  /** A guess is left where it is dear and the words alone lead to something cheaper. */
  const atBest = (cold: () => Solution): Solution => {
    if (near && near.cost - least < SIDE_DECIDED) return near;
    const other = cold();
    return near && near.cost <= other.cost + 1e-6 ? near : other;
  };
  if (found.length === 0) return { best: atBest(() => descend(p, first)), sides: [] };
  const signs: (1 | -1)[] = found.map((m) => sideOf(m, near?.x ?? first));
  const pushes = (flip?: number): FloorTerm[] =>
    found.map((m, i) => push(m, (i === flip ? -(signs[i] as number) : (signs[i] as number)) as 1 | -1));
  let best = atBest(() => onSide(p, first, pushes()));
  const sides = found.map((m, i): Side => {
    let other: Solution | undefined = onSide(p, first, pushes(i), COMPARED);
    if (sideOf(m, other.x) === sideOf(m, best.x)) other = other.cost < best.cost - 1e-6 ? other : undefined;
    if (other && other.cost < best.cost) {
      other = descend(p, other.x);
      [best, other] = [other, best];
      signs[i] = sideOf(m, best.x);
      if (sideOf(m, other.x) === sideOf(m, best.x)) other = undefined;
    }
    const decidedBy = other ? other.cost - best.cost : Infinity;
    const undecided = decidedBy < SIDE_DECIDED;
    return {
      tick: tickOf(p, m, best.x),
      leader: 'left',
      decidedBy,
      undecided,
      other: decidedBy < SIDE_POSSIBLE ? other : undefined,
    };
  });
  return { best, sides: sides.map((s) => ({ ...s, leader: leaderSide(p, s.tick, best.x) })) };
}

const tickOf = (p: Problem, m: Meeting, x: Float64Array): Ticks => {
  const next = p.grid[p.grid.indexOf(m.term.tick) + 1] ?? m.term.tick;
  const t = { ...m.term, kind: 'apart' as const, limit: Infinity };
  return Math.round(m.term.tick + strainOf(t, x).share * (next - m.term.tick));
};

/** Which side of the lane or line the leader is on at a moment. */
export function leaderSide(p: Problem, tick: Ticks, x: Float64Array): 'left' | 'right' {
  const heading: Degrees = p.input.lane ?? p.input.reference;
  const aside = fromBody(heading, 1, 0);
  const d = apart(p, x, tick);
  return d.x * aside.x + d.y * aside.y > 0 ? 'left' : 'right';
}
