import type { Metres, Point } from '../base';
import { overlap, type Box } from './pack';

/**
 * Couples that go round the room, one behind the other, in lanes from the wall inward: as many as have `size` metres
 * each along a lane and `gap` between, none where something stands. The first is put where the fewest are lost.
 * @example inLanes(10, 14, [], 1.6, 1).length // 17
 */
export const inLanes = (
  width: Metres,
  depth: Metres,
  blocked: readonly Box[],
  size: Metres,
  gap: Metres,
): Point[] => lanesRound(width, depth, blocked, size, gap).flat();

/** The same lane by lane, the outer first, each in the order in which it is danced. */
export function lanesRound(
  width: Metres,
  depth: Metres,
  blocked: readonly Box[],
  size: Metres,
  gap: Metres,
): Point[][] {
  const found: Point[][] = [];
  for (let lane = 0; ; lane++) {
    const inset = size / 2 + lane * (size + gap / 2);
    const [w, d] = [width - 2 * inset, depth - 2 * inset];
    if (w < 0 || d < 0) return found;
    found.push(oneLane(inset, w, d, blocked, size, gap));
    if (w < size || d < size) return found;
  }
}

const TRIES = 24;
function oneLane(
  inset: Metres,
  w: Metres,
  d: Metres,
  blocked: readonly Box[],
  size: Metres,
  gap: Metres,
): Point[] {
  const length = 2 * (w + d);
  // A lane so short that it is a line: there and back are one.
  const n =
    w < size || d < size
      ? Math.floor((Math.max(w, d) + size) / (size + gap))
      : Math.floor(length / (size + gap));
  const clear = (p: Point): boolean =>
    !blocked.some((b) => overlap(b, { x: p.x - size / 2, y: p.y - size / 2, width: size, depth: size }));
  let best: Point[] = [];
  for (let t = 0; t < TRIES; t++) {
    const begin = (t / TRIES) * (size + gap);
    const places = Array.from({ length: Math.max(1, n) }, (_, i) => {
      const along =
        w < size || d < size ? Math.min(i * (size + gap), Math.max(w, d)) : begin + (i * length) / n;
      return alongLane(inset, w, d, along % (length || 1));
    }).filter(clear);
    if (places.length > best.length) best = places;
  }
  return best;
}

/** A place so far along a lane, anticlockwise as dances go round; `y` grows away from the front wall. */
function alongLane(inset: Metres, w: Metres, d: Metres, s: Metres): Point {
  if (s <= d) return { x: inset, y: inset + s };
  if (s <= d + w) return { x: inset + (s - d), y: inset + d };
  if (s <= 2 * d + w) return { x: inset + w, y: inset + d - (s - d - w) };
  return { x: inset + w - (s - 2 * d - w), y: inset };
}
