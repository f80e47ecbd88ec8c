import { ROLES, fromBody, toBody, type Metres, type Point } from '../base';
import type { Analysis } from '../analysis';
import { danceOf } from '../vocabulary';

/** How a couple takes room: along a lane, on a spot it turns about, or round the room. */
export type Takes = 'slot' | 'spot' | 'line-of-dance';

/**
 * The room one couple needs for something danced. Metres; `along` the lane (or the line of dance, where it is what
 * the couple itself takes up), `across` it; of a spot both are the circle they turn in. The margin is in it.
 */
export interface Footprint {
  readonly takes: Takes;
  readonly along: Metres;
  readonly across: Metres;
  readonly margin: Metres;
}

/** Kept free all round a couple: an elbow and a step that turned out longer. Our choice, metres. */
export const MARGIN: Metres = 0.35;
/** Where in it something is looked at: a tick in this many. A beat is 12 ticks. */
const EVERY = 4;

/**
 * What the two bodies cover as the floor is solved, with a margin all round. O(ticks).
 * @example footprintOf(analyse(push)).takes // 'slot'
 */
export function footprintOf(a: Analysis, margin: Metres = MARGIN): Footprint {
  const takes = danceOf(a.figure).frame;
  const points = covered(a);
  if (takes === 'slot') {
    const lane = points.map((p) => toBody(a.figure.start.facing, p.x, p.y));
    return {
      takes,
      along: spread(lane.map((p) => p.y)) + 2 * margin,
      across: spread(lane.map((p) => p.x)) + 2 * margin,
      margin,
    };
  }
  const size = takes === 'spot' ? 2 * circleOf(points) : coupleSize(a);
  return { takes, along: size + 2 * margin, across: size + 2 * margin, margin };
}

/** Shoulders of both, all along. */
function covered(a: Analysis): Point[] {
  const points: Point[] = [];
  for (const role of ROLES) points.push(...shoulders(a, role));
  return points;
}
function shoulders(a: Analysis, role: (typeof ROLES)[number]): Point[] {
  const { path, size } = a.roles[role];
  const found: Point[] = [];
  for (let i = 0; i < path.x.length; i += EVERY) {
    const [x, y, facing] = [path.x[i] ?? 0, path.y[i] ?? 0, path.chest[i] ?? 0];
    for (const [right, ahead] of [
      [size.halfBreadth, 0],
      [-size.halfBreadth, 0],
      [0, size.halfDepth],
      [0, -size.halfDepth],
    ] as const) {
      const d = fromBody(facing, right, ahead);
      found.push({ x: x + d.x, y: y + d.y });
    }
  }
  return found;
}

const spread = (values: readonly number[]): number => {
  let [low, high] = [Infinity, -Infinity];
  for (const v of values) [low, high] = [Math.min(low, v), Math.max(high, v)];
  return values.length === 0 ? 0 : high - low;
};

/**
 * The radius of a circle that holds all points: about the middle of the farthest two, then drawn toward whatever still
 * lies outside. Source: Ritter 1990 (from memory); within a few hundredths of the smallest there is.
 */
export function circleOf(points: readonly Point[]): Metres {
  const first = points[0];
  if (!first) return 0;
  const far = (from: Point): Point =>
    points.reduce((a, p) =>
      Math.hypot(p.x - from.x, p.y - from.y) > Math.hypot(a.x - from.x, a.y - from.y) ? p : a,
    );
  const a = far(first);
  const b = far(a);
  let [x, y, r] = [(a.x + b.x) / 2, (a.y + b.y) / 2, Math.hypot(a.x - b.x, a.y - b.y) / 2];
  for (const p of points) {
    const d = Math.hypot(p.x - x, p.y - y);
    if (d <= r) continue;
    const grown = (r + d) / 2;
    x += ((p.x - x) * (d - grown)) / d;
    y += ((p.y - y) * (d - grown)) / d;
    r = grown;
  }
  return r;
}

/** The circle the two take up at one moment, the largest there is. */
function coupleSize(a: Analysis): Metres {
  const both = ROLES.map((r) => shoulders(a, r));
  const [l, f] = [both[0] ?? [], both[1] ?? []];
  let most = 0;
  for (let i = 0; i < Math.min(l.length, f.length); i += 4)
    most = Math.max(most, 2 * circleOf([...l.slice(i, i + 4), ...f.slice(i, i + 4)]));
  return most;
}
