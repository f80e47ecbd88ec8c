import { fromBody, type Foot, type Metres, type Point, type Ticks } from '../base';
import type { Action } from '../notation';
import { DIRECTIONS, KINDS, SIZES } from '../vocabulary';
import type { BodySize } from './bodies';
import { LEAD_IN, facings, type TurnSpan } from './turns';
import type { Weighed } from './weight';

/** One dancer at every tick from {@link LEAD_IN} before count 1; index 0 is that tick. Metres and degrees. */
export interface Path {
  readonly from: Ticks;
  readonly x: Float64Array;
  readonly y: Float64Array;
  readonly facing: Float64Array;
  readonly feet: Readonly<Record<Foot, FootPath>>;
  /** Where each action put its foot and body; same order as the actions. */
  readonly placings: readonly Placing[];
}
export interface FootPath {
  readonly x: Float64Array;
  readonly y: Float64Array;
  readonly angle: Float64Array;
}

/** Where an action lands. `base` is the point its direction and size are measured from. */
export interface Placing {
  readonly index: number;
  readonly tick: Ticks;
  readonly foot: Foot | undefined;
  readonly at: Point;
  readonly base: Point;
  readonly facing: number;
  readonly body: Point;
}

/** How much of the body's place follows the foot that takes the weight. Our estimate. */
const WEIGHT_SHARE = 0.7;
/** How far a body hold may draw one step, in normal steps. Our estimate. */
const GIVE = 0.9;
const side = (foot: Foot): number => (foot === 'R' ? 1 : -1);
const plus = (a: Point, b: Point): Point => ({ x: a.x + b.x, y: a.y + b.y });
const minus = (a: Point, b: Point): Point => ({ x: a.x - b.x, y: a.y - b.y });

export const sizeScale = (size: Action['size']): number =>
  size === undefined ? 1 : typeof size === 'number' ? size : SIZES[size].scale;

/** A direction's displacement in metres from the point under the body, before turning to the facing. */
export function reachOf(
  action: Pick<Action, 'kind' | 'direction' | 'size'>,
  foot: Foot,
  body: BodySize,
  step: Metres,
): Point {
  const row = DIRECTIONS[action.direction ?? 'place'];
  const still = action.kind === 'close';
  const scale = still ? 0 : sizeScale(action.size) * step;
  return { x: side(foot) * (body.stance + row.out * scale), y: row.ahead * scale };
}

interface Stance {
  readonly feet: Readonly<Record<Foot, Point>>;
  readonly body: Point;
}

/** Where a body hold wants this dancer's body at a tick and facing; undefined where nothing holds it. */
export type Frame = (tick: Ticks, facing: number) => Point | undefined;

/** Where the acting foot is known to land, whatever its direction and size say; undefined where it follows them. */
export type Meet = (tick: Ticks) => Point | undefined;

/**
 * Walks one dancer through their actions from a starting place and facing.
 * `step` is a normal step in metres; the result is sampled at every tick up to `end`. In a body hold the step is
 * drawn to the place the hold gives it, by at most {@link GIVE} of a step: the outside of a turn steps longer, the
 * inside shorter, and what still does not fit shows. O(actions + ticks).
 */
export function walk(
  weighed: readonly Weighed[],
  turns: readonly TurnSpan[],
  start: Point & { facing: number },
  size: BodySize,
  step: Metres,
  end: Ticks,
  frame: Frame = () => undefined,
  meet: Meet = () => undefined,
): Path {
  const from = -LEAD_IN;
  const facing = facings(turns, start.facing, from, end);
  const standing = (foot: Foot): Point => plus(start, fromBody(start.facing, side(foot) * size.stance, 0));
  const first: Stance = { feet: { L: standing('L'), R: standing('R') }, body: { x: start.x, y: start.y } };
  const placings: Placing[] = [];
  let stance = first;
  weighed.forEach((w, index) => {
    const at = facing[w.tick - from] ?? start.facing;
    const placing = land(w, index, stance, at, size, step, frame(w.tick, at), meet(w.tick));
    placings.push(placing);
    stance = {
      feet: placing.foot ? { ...stance.feet, [placing.foot]: placing.at } : stance.feet,
      body: placing.body,
    };
  });
  return {
    from,
    facing,
    ...bodyPath(placings, weighed, first.body, from, end),
    feet: {
      L: footPath('L', placings, weighed, first, facing, from, end),
      R: footPath('R', placings, weighed, first, facing, from, end),
    },
    placings,
  };
}

function land(
  w: Weighed,
  index: number,
  stance: Stance,
  facing: number,
  size: BodySize,
  step: Metres,
  held: Point | undefined,
  met: Point | undefined,
): Placing {
  const { foot, tick } = w;
  if (foot === undefined)
    return { index, tick, foot, at: stance.body, base: stance.body, facing, body: stance.body };
  const stand = w.action.kind === 'hop' ? foot : foot === 'L' ? 'R' : 'L';
  const base = minus(stance.feet[stand], fromBody(facing, side(stand) * size.stance, 0));
  const reach = reachOf(w.action, foot, size, step);
  const free =
    w.action.kind === 'replace' ? stance.feet[foot] : plus(base, fromBody(facing, reach.x, reach.y));
  const other = stance.feet[foot === 'L' ? 'R' : 'L'];
  const share = w.after === 'both' ? 0.5 : WEIGHT_SHARE;
  const between = (p: Point): Point => ({
    x: p.x * share + other.x * (1 - share),
    y: p.y * share + other.y * (1 - share),
  });
  const gesture = KINDS[w.action.kind].weight === 'free';
  const at =
    met ?? (held && !gesture ? plus(free, drawn(minus(held, between(free)), share, GIVE * step)) : free);
  const body = gesture ? stance.body : between(at);
  return { index, tick, foot, at, base, facing, body };
}

/** The shift of a foot that brings the body to where it is held, at most `most` metres. */
function drawn(off: Point, share: number, most: Metres): Point {
  const wanted = Math.hypot(off.x, off.y) / share;
  const scale = wanted > most ? most / wanted : 1;
  return { x: (off.x / share) * scale, y: (off.y / share) * scale };
}

const smooth = (u: number): number => (u <= 0 ? 0 : u >= 1 ? 1 : u * u * (3 - 2 * u));

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
