import type { Metres, Point } from '../base';
import { overlap, type Box } from './pack';

/** A place to teach from, and how many couples see it past what stands in the room. */
export interface Stand extends Point {
  readonly seen: number;
  /** How far the farthest couple is. */
  readonly farthest: Metres;
}

const STEP: Metres = 0.5;
const BODY: Metres = 0.6;

/**
 * Where the teacher is seen by most couples: a place not danced on, with the clearest and shortest view; of those alike
 * one in the `strip` kept free along the front. Undefined where there is no free place. O(places · couples · things).
 */
export function standFor(
  width: Metres,
  depth: Metres,
  couples: readonly Box[],
  things: readonly Box[],
  strip: Metres = 0,
): Stand | undefined {
  let best: Stand | undefined;
  for (let y = BODY / 2; y <= depth - BODY / 2 + 1e-9; y += STEP)
    for (let x = BODY / 2; x <= width - BODY / 2 + 1e-9; x += STEP) {
      const me: Box = { x: x - BODY / 2, y: y - BODY / 2, width: BODY, depth: BODY };
      if (couples.some((c) => overlap(c, me)) || things.some((t) => overlap(t, me))) continue;
      const here = viewFrom({ x, y }, couples, things);
      if (!best || better(here, best, strip)) best = here;
    }
  return best;
}
function viewFrom(p: Point, couples: readonly Box[], things: readonly Box[]): Stand {
  let [seen, farthest] = [0, 0];
  for (const c of couples) {
    const m = { x: c.x + c.width / 2, y: c.y + c.depth / 2 };
    if (!things.some((t) => crosses(p, m, t))) seen++;
    farthest = Math.max(farthest, Math.hypot(m.x - p.x, m.y - p.y));
  }
  return { ...p, seen, farthest };
}
const better = (a: Stand, b: Stand, strip: Metres): boolean =>
  a.seen !== b.seen
    ? a.seen > b.seen
    : a.y < strip !== b.y < strip
      ? a.y < strip
      : Math.abs(a.farthest - b.farthest) > 1e-6
        ? a.farthest < b.farthest
        : a.y < b.y;

/** A line of sight runs through a rectangle. Source: Liang & Barsky 1984, from memory. */
export function crosses(a: Point, b: Point, box: Box): boolean {
  let [from, to] = [0, 1];
  const [dx, dy] = [b.x - a.x, b.y - a.y];
  for (const [p, q] of [
    [-dx, a.x - box.x],
    [dx, box.x + box.width - a.x],
    [-dy, a.y - box.y],
    [dy, box.y + box.depth - a.y],
  ] as const) {
    if (Math.abs(p) < 1e-12) {
      if (q <= 0) return false;
    } else if (p < 0) from = Math.max(from, q / p);
    else to = Math.min(to, q / p);
  }
  return from < to - 1e-9;
}
