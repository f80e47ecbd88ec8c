import type { Metres } from '../base';

/** A rectangle, by its corner nearest the origin. Metres. */
export interface Box {
  readonly x: Metres;
  readonly y: Metres;
  readonly width: Metres;
  readonly depth: Metres;
}
/** Equal rectangles in a room, none over another or over what stands there; never more than `atMost` would fit. */
export interface Packing {
  readonly boxes: readonly Box[];
  readonly atMost: number;
}

/** Lengths that differ by less are the same, metres. */
const TINY = 2e-6;
/** A lattice is moved off the edges by more than that, so that what lies on an edge is never in doubt. */
const SHIFT = 1e-5;
export const overlap = (a: Box, b: Box): boolean =>
  a.x < b.x + b.width - TINY &&
  b.x < a.x + a.width - TINY &&
  a.y < b.y + b.depth - TINY &&
  b.y < a.y + a.depth - TINY;

interface Space {
  readonly width: Metres;
  readonly depth: Metres;
  readonly blocked: readonly Box[];
}

/**
 * As many rectangles of one size, all the same way round, as are found in a room with things in it: in rows, in columns,
 * or with the room cut in two where something stands, and where that is not proved best, by trying places one after
 * the other for a while. `atMost` is proved: every rectangle holds exactly one point of a lattice as wide and deep as
 * itself. Source: normal patterns (Herz 1972) and conservative lattices (Fekete & Schepers 2004); from memory.
 * @example packed(10, 4, [], 2, 2).boxes.length // 10
 */
export function packed(
  width: Metres,
  depth: Metres,
  blocked: readonly Box[],
  w: Metres,
  d: Metres,
  work = 300_000,
): Packing {
  const space: Space = { width, depth, blocked };
  if (w > width + TINY || d > depth + TINY || w <= 0 || d <= 0) return { boxes: [], atMost: 0 };
  const atMost = latticeBound(space, w, d);
  let best = cutInTwo(space, w, d, 2);
  if (best.length < atMost) best = tried(space, w, d, best, atMost, work);
  return { boxes: best, atMost };
}

/** Rows at whatever depths hold most; or columns, whichever is more. */
function inLines(s: Space, w: Metres, d: Metres): Box[] {
  const rows = inRows(s, w, d);
  const columns = inRows(turned(s), d, w).map(turnedBox);
  return columns.length > rows.length ? columns : rows;
}
const turnedBox = (b: Box): Box => ({ x: b.y, y: b.x, width: b.depth, depth: b.width });
const turned = (s: Space): Space => ({
  width: s.depth,
  depth: s.width,
  blocked: s.blocked.map(turnedBox),
});

/** Rows: within one, from the left, is best; which depths, by dynamic programming over those that can matter. */
function inRows(s: Space, w: Metres, d: Metres): Box[] {
  const depths = normal(
    s.depth - d,
    d,
    s.blocked.flatMap((b) => [b.y + b.depth, b.y - d]),
  );
  const rows = depths.map((y) => row(s, w, d, y));
  const best: { readonly count: number; readonly boxes: readonly Box[] }[] = [];
  for (const [i, y] of depths.entries()) {
    const before = depths.findLastIndex((z) => z + d <= y + TINY);
    const under = best[before] ?? { count: 0, boxes: [] };
    const mine = rows[i] ?? [];
    const with_ = { count: under.count + mine.length, boxes: [...under.boxes, ...mine] };
    const without = best[i - 1];
    best.push(without && without.count >= with_.count ? without : with_);
  }
  return [...(best.at(-1)?.boxes ?? [])];
}

function row(s: Space, w: Metres, d: Metres, y: Metres): Box[] {
  const band: Box = { x: 0, y, width: s.width, depth: d };
  const things = s.blocked.filter((b) => overlap(b, band)).sort((a, b) => a.x - b.x);
  const found: Box[] = [];
  let x = 0;
  while (x + w <= s.width + TINY) {
    const here: Box = { x, y, width: w, depth: d };
    const hit = things.find((b) => overlap(b, here));
    if (hit) x = hit.x + hit.width;
    else {
      found.push(here);
      x += w;
    }
  }
  return found;
}

/** Places a line can begin at: whole lines from the wall or from an edge, those that matter, in order. */
function normal(last: Metres, step: Metres, edges: readonly Metres[]): Metres[] {
  const found = new Set<number>();
  for (const from of [0, ...edges])
    for (let y = from; y <= last + TINY; y += step) if (y >= -TINY) found.add(round(Math.max(0, y)));
  for (const to of edges)
    for (let y = to; y >= -TINY; y -= step) if (y <= last + TINY) found.add(round(Math.max(0, y)));
  return [...found].sort((a, b) => a - b);
}
const round = (v: number): number => Math.round(v * 1e7) / 1e7;

/** The room as one, or cut in two along an edge of something that stands in it. */
function cutInTwo(s: Space, w: Metres, d: Metres, deep: number): Box[] {
  let best = inLines(s, w, d);
  if (deep === 0) return best;
  const xs = new Set(s.blocked.flatMap((b) => [b.x, b.x + b.width]));
  for (const x of xs) {
    if (x <= TINY || x >= s.width - TINY) continue;
    const both = [
      ...cutInTwo(clip(s, 0, x), w, d, deep - 1),
      ...cutInTwo(clip(s, x, s.width), w, d, deep - 1).map((b) => ({ ...b, x: b.x + x })),
    ];
    if (both.length > best.length) best = both;
  }
  const ys = new Set(s.blocked.flatMap((b) => [b.y, b.y + b.depth]));
  for (const y of ys) {
    if (y <= TINY || y >= s.depth - TINY) continue;
    const t = turned(s);
    const both = [
      ...cutInTwo(turned(clip(t, 0, y)), w, d, deep - 1),
      ...cutInTwo(turned(clip(t, y, s.depth)), w, d, deep - 1).map((b) => ({ ...b, y: b.y + y })),
    ];
    if (both.length > best.length) best = both;
  }
  return best;
}
const clip = (s: Space, from: Metres, to: Metres): Space => ({
  width: to - from,
  depth: s.depth,
  blocked: s.blocked
    .filter((b) => b.x < to - TINY && b.x + b.width > from + TINY)
    .map((b) => ({ ...b, x: b.x - from })),
});

/**
 * No more than this many: rectangles each hold exactly one point of a lattice of their own size, so only as many can
 * lie here as there are lattice points in reach of one. The least over many offsets.
 */
function latticeBound(s: Space, w: Metres, d: Metres): number {
  const area = s.width * s.depth - covered(s);
  let least = Math.floor(area / (w * d) + 1e-4);
  const N = 12;
  const xs = [...s.blocked.flatMap((b) => [b.x, b.x + b.width]), s.width, 0].map((x) => ((x % w) + w) % w);
  const ys = [...s.blocked.flatMap((b) => [b.y, b.y + b.depth]), s.depth, 0].map((y) => ((y % d) + d) % d);
  const offsets = (edges: readonly number[], size: number): number[] => [
    ...new Set([
      ...edges.flatMap((e) => [(e + SHIFT) % size, (e - SHIFT + size) % size]),
      ...Array.from({ length: N }, (_, i) => (i * size) / N),
    ]),
  ];
  for (const ox of offsets(xs, w))
    for (const oy of offsets(ys, d)) {
      let n = 0;
      for (let x = ox; x <= s.width + TINY && n < least; x += w)
        for (let y = oy; y <= s.depth + TINY && n < least; y += d) if (reachable(s, x, y, w, d)) n++;
      least = Math.min(least, n);
    }
  return least;
}
/** Some rectangle of the size that lies free holds the point: not where that is ruled out at a glance. */
function reachable(s: Space, x: Metres, y: Metres, w: Metres, d: Metres): boolean {
  if (x > s.width + TINY || y > s.depth + TINY) return false;
  for (const b of s.blocked)
    if (x > b.x + TINY && x < b.x + b.width - TINY && y > b.y + TINY && y < b.y + b.depth - TINY)
      return false;
  return roomAlong(s, x, y) >= w - SHIFT && roomAlong(turned(s), y, x) >= d - SHIFT;
}
/** How wide it is free at a point, between what stands left and right of it. */
function roomAlong(s: Space, x: Metres, y: Metres): Metres {
  let [left, right] = [0, s.width];
  for (const b of s.blocked) {
    if (y < b.y + TINY || y > b.y + b.depth - TINY) continue;
    if (b.x + b.width <= x + TINY) left = Math.max(left, b.x + b.width);
    if (b.x >= x - TINY) right = Math.min(right, b.x);
  }
  return right - left;
}
/** What is covered by things, those that lie over one another counted once: by a sweep over their edges. */
function covered(s: Space): number {
  const xs = [
    ...new Set(s.blocked.flatMap((b) => [Math.max(0, b.x), Math.min(s.width, b.x + b.width)])),
  ].sort((a, b) => a - b);
  let area = 0;
  for (const [i, x] of xs.entries()) {
    const to = xs[i + 1];
    if (to === undefined || to <= x) continue;
    const spans = s.blocked
      .filter((b) => b.x < to - TINY && b.x + b.width > x + TINY)
      .map((b) => [Math.max(0, b.y), Math.min(s.depth, b.y + b.depth)] as const)
      .sort((a, b) => a[0] - b[0]);
    let [end, sum] = [-Infinity, 0];
    for (const [a, b] of spans) {
      sum += Math.max(0, b - Math.max(a, end));
      end = Math.max(end, b);
    }
    area += sum * (to - x);
  }
  return area;
}

/** Places tried one after the other, front to back and left to right, each taken or left. */
function tried(s: Space, w: Metres, d: Metres, best: readonly Box[], atMost: number, work: number): Box[] {
  const xs = corner(
    s.width - w,
    w,
    s.blocked.flatMap((b) => [b.x + b.width]),
  );
  const ys = corner(
    s.depth - d,
    d,
    s.blocked.flatMap((b) => [b.y + b.depth]),
  );
  const places = ys
    .flatMap((y) => xs.map((x): Box => ({ x, y, width: w, depth: d })))
    .filter((p) => !s.blocked.some((b) => overlap(b, p)));
  let found = [...best];
  let left = work;
  const chosen: Box[] = [];
  const go = (open: readonly Box[]): void => {
    if (chosen.length > found.length) found = [...chosen];
    left -= open.length + 1;
    if (found.length >= atMost || left <= 0) return;
    if (chosen.length + reach(open, w, d) <= found.length) return;
    const [first, ...rest] = open;
    if (!first) return;
    chosen.push(first);
    go(rest.filter((p) => !overlap(p, first)));
    chosen.pop();
    go(rest);
  };
  go(places);
  return found;
}
/** No more than so many of these places can be taken: of each lattice cell of corners, one. */
function reach(open: readonly Box[], w: Metres, d: Metres): number {
  const cells = new Set<number>();
  for (const p of open) cells.add(Math.floor(p.x / w + TINY) * 4096 + Math.floor(p.y / d + TINY));
  return cells.size;
}
/** Corners pushed as far left, or to the front, as they go: sums of whole lines from a wall or an edge. */
function corner(last: Metres, step: Metres, edges: readonly Metres[]): Metres[] {
  const found = new Set<number>();
  for (const from of [0, ...edges])
    for (let v = from; v <= last + TINY; v += step) if (v >= 0) found.add(round(v));
  return [...found].sort((a, b) => a - b);
}
