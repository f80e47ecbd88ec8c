import { fromBody, toBody, type Foot, type Point, type Role, type Ticks } from '../base';
import { baseOf, landedAt, middleAt, smooth, type FloorAction, type Solved } from '../floor';
import { KINDS, type KindRow } from '../vocabulary';
import { LEAD_IN } from './turns';
import type { Weighed } from './weight';

/** One dancer at every tick from {@link LEAD_IN} before count 1; index 0 is that tick. Metres and degrees. */
export interface Path {
  readonly from: Ticks;
  readonly x: Float64Array;
  readonly y: Float64Array;
  /** Of the feet. */
  readonly facing: Float64Array;
  /** Of the shoulders; the same list where nothing swivels. */
  readonly chest: Float64Array;
  readonly feet: Readonly<Record<Foot, FootPath>>;
  /** Where each action put its foot and body; same order as the actions. */
  readonly placings: readonly Placing[];
}
export interface FootPath {
  readonly x: Float64Array;
  readonly y: Float64Array;
  readonly angle: Float64Array;
}

/** Where an action lands. `base` is the point its direction and size are measured from, in the facing `frame`. */
export interface Placing {
  readonly index: number;
  readonly tick: Ticks;
  readonly foot: Foot | undefined;
  readonly at: Point;
  readonly base: Point;
  readonly frame: number;
  readonly facing: number;
  readonly body: Point;
}

/** An action as the floor sees it. A turn said after the direction is made while stepping: the old facing counts. */
export function floorAction(w: Weighed, facing: Float64Array): FloorAction {
  const effect = KINDS[w.action.kind].weight;
  const { air } = KINDS[w.action.kind] as KindRow;
  const now = facing[w.tick + LEAD_IN] ?? facing.at(-1) ?? 0;
  return {
    tick: w.tick,
    foot: w.foot,
    lands: effect !== 'free' ? 'weight' : air ? 'air' : 'touch',
    split: w.after === 'both',
    action: w.action,
    frame: w.action.turnAfter ? now - (w.action.turn ?? 0) : now,
  };
}

/** One dancer's path through solved places, at every tick up to `end`. O(actions + ticks). */
export function pathOf(
  solved: Solved,
  role: Role,
  weighed: readonly Weighed[],
  facing: Float64Array,
  chest: Float64Array,
  end: Ticks,
): Path {
  const from = -LEAD_IN;
  const landed = landedAt(solved, role);
  const start = middleAt(solved, role, from);
  const placings = placingsOf(solved, role, weighed, landed, facing);
  const first: Stance = {
    feet: { L: standing(solved, role, 'L'), R: standing(solved, role, 'R') },
    body: start,
  };
  return {
    from,
    facing,
    chest,
    ...bodyPath(placings, weighed, start, from, end),
    feet: {
      L: footPath('L', placings, weighed, first, facing, from, end),
      R: footPath('R', placings, weighed, first, facing, from, end),
    },
    placings,
  };
}

interface Stance {
  readonly feet: Readonly<Record<Foot, Point>>;
  readonly body: Point;
}

function standing(s: Solved, role: Role, foot: Foot): Point {
  const { facing, stance } = s.problem.input.dancers[role];
  const at = middleAt(s, role, -LEAD_IN);
  const d = fromBody(facing[0] ?? 0, (foot === 'R' ? 1 : -1) * stance, 0);
  return { x: at.x + d.x, y: at.y + d.y };
}

function placingsOf(
  s: Solved,
  role: Role,
  weighed: readonly Weighed[],
  landed: readonly (Point | undefined)[],
  facing: Float64Array,
): Placing[] {
  const frames = s.problem.input.dancers[role].actions;
  const landings = new Map(s.problem.landings.filter((l) => l.role === role).map((l) => [l.index, l]));
  return weighed.map((w, index) => {
    const body = middleAt(s, role, w.tick);
    const turned = facing[w.tick + LEAD_IN] ?? 0;
    const frame = frames[index]?.frame ?? turned;
    const l = landings.get(index);
    const base = l ? baseOf(l, s, frame) : body;
    return {
      index,
      tick: w.tick,
      foot: w.foot,
      at: landed[index] ?? body,
      base,
      frame,
      facing: turned,
      body,
    };
  });
}

interface Move {
  readonly from: Ticks;
  readonly to: Ticks;
  readonly at: Point;
}

/** Fills coordinates from a start through a list of moves in order of time. */
function fill(
  moves: readonly Move[],
  start: Point,
  from: Ticks,
  end: Ticks,
): { x: Float64Array; y: Float64Array } {
  const n = end - from + 1;
  const x = new Float64Array(n);
  const y = new Float64Array(n);
  let before = start;
  let next = 0;
  for (let i = 0; i < n; i++) {
    const tick = from + i;
    let move = moves[next];
    while (move && tick >= move.to) {
      before = move.at;
      move = moves[++next];
    }
    const u = move ? smooth((tick - move.from) / Math.max(1, move.to - move.from)) : 0;
    x[i] = before.x + (move ? (move.at.x - before.x) * u : 0);
    y[i] = before.y + (move ? (move.at.y - before.y) * u : 0);
  }
  return { x, y };
}

function bodyPath(
  placings: readonly Placing[],
  weighed: readonly Weighed[],
  start: Point,
  from: Ticks,
  end: Ticks,
) {
  const acting = placings.filter(
    (p) => p.foot !== undefined && KINDS[weighed[p.index]?.action.kind ?? 'hold'].weight !== 'free',
  );
  const moves = acting.map((p, i) => ({
    from: Math.max(p.tick - LEAD_IN, acting[i - 1]?.tick ?? -Infinity),
    to: p.tick,
    at: p.body,
  }));
  return fill(moves, start, from, end);
}

function footPath(
  foot: Foot,
  placings: readonly Placing[],
  weighed: readonly Weighed[],
  first: Stance,
  facing: Float64Array,
  from: Ticks,
  end: Ticks,
): FootPath {
  const own = placings.filter((p) => p.foot === foot);
  const moves = own.map((p) => ({
    from: Math.max(p.tick - LEAD_IN, placings[p.index - 1]?.tick ?? p.tick - LEAD_IN),
    to: p.tick,
    at: p.at,
  }));
  return {
    ...fill(moves, first.feet[foot], from, end),
    angle: footAngles(foot, moves, weighed, facing, from),
  };
}

/** A foot turns with the dancer while it moves or carries weight; otherwise it stays as it lies. */
function footAngles(
  foot: Foot,
  moves: readonly Move[],
  weighed: readonly Weighed[],
  facing: Float64Array,
  from: Ticks,
): Float64Array {
  const angle = new Float64Array(facing.length);
  let lying = facing[0] ?? 0;
  let action = 0;
  let move = 0;
  let support = weighed[0]?.before ?? 'both';
  for (let i = 0; i < facing.length; i++) {
    const tick = from + i;
    while ((weighed[action]?.tick ?? Infinity) <= tick) support = weighed[action++]?.after ?? support;
    while ((moves[move]?.to ?? Infinity) < tick) move++;
    const moving = tick >= (moves[move]?.from ?? Infinity);
    if (moving || support === foot) lying = facing[i] ?? lying;
    angle[i] = lying;
  }
  return angle;
}

/**
 * The follower's way while held body to body: the couple turns as one, so between two moments of the solution the
 * follower goes round the leader, not straight past. O(ticks).
 */
export function roundInHold(
  leader: Path,
  follower: Path,
  holds: readonly { readonly from: Ticks; readonly to: Ticks }[],
  grid: readonly Ticks[],
): Path {
  if (holds.length === 0) return follower;
  const x = Float64Array.from(follower.x);
  const y = Float64Array.from(follower.y);
  const held = (tick: Ticks): boolean => holds.some((h) => h.from <= tick && tick <= h.to);
  const seen = (tick: Ticks): Point => {
    const i = tick - leader.from;
    const [dx, dy] = [(follower.x[i] ?? 0) - (leader.x[i] ?? 0), (follower.y[i] ?? 0) - (leader.y[i] ?? 0)];
    return toBody(leader.chest[i] ?? 0, dx, dy);
  };
  for (let g = 0; g + 1 < grid.length; g++) {
    const [a, b] = [grid[g] ?? 0, grid[g + 1] ?? 0];
    if (!held(a) || !held(b)) continue;
    const [p, q] = [seen(a), seen(b)];
    for (let tick = a + 1; tick < b; tick++) {
      const i = tick - leader.from;
      const u = (tick - a) / (b - a);
      const d = fromBody(leader.chest[i] ?? 0, p.x + (q.x - p.x) * u, p.y + (q.y - p.y) * u);
      x[i] = (leader.x[i] ?? 0) + d.x;
      y[i] = (leader.y[i] ?? 0) + d.y;
    }
  }
  return { ...follower, x, y };
}
