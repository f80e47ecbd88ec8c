import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { demoFigures } from '$lib/demo';
import { analyse, bodySize } from '../analysis';
import {
  arrange,
  blockedIn,
  circleOf,
  crosses,
  fitted,
  footprintOf,
  inLanes,
  newRoom,
  overlap,
  packed,
  standFor,
  type Box,
  type Footprint,
  type Room,
} from './index';

const figure = (id: string) => analyse(demoFigures.find((f) => f.id === id)!);
/** Nothing lies over anything, and all in the room. */
function sound(width: number, depth: number, blocked: readonly Box[], boxes: readonly Box[]): void {
  boxes.forEach((b, i) => {
    expect(b.x).toBeGreaterThanOrEqual(-1e-6);
    expect(b.y).toBeGreaterThanOrEqual(-1e-6);
    expect(b.x + b.width).toBeLessThanOrEqual(width + 1e-6);
    expect(b.y + b.depth).toBeLessThanOrEqual(depth + 1e-6);
    for (const t of [...blocked, ...boxes.slice(0, i)]) expect(overlap(b, t)).toBe(false);
  });
}

/** Most rectangles on a grid of whole metres, by trying everything. Whole sizes: whole corners are enough. */
function most(width: number, depth: number, blocked: ReadonlySet<number>, w: number, d: number): number {
  const at = (x: number, y: number) => y * width + x;
  const taken = new Uint8Array(width * depth);
  for (const b of blocked) taken[b] = 1;
  const free = (x: number, y: number) => {
    if (x + w > width || y + d > depth) return false;
    for (let i = 0; i < w; i++) for (let j = 0; j < d; j++) if (taken[at(x + i, y + j)]) return false;
    return true;
  };
  const put = (x: number, y: number, v: number) => {
    for (let i = 0; i < w; i++) for (let j = 0; j < d; j++) taken[at(x + i, y + j)] = v;
  };
  let best = 0;
  /** Cell by cell: a corner lies here, or none does. Cells before `from` hold no more corners. */
  const go = (from: number, n: number): void => {
    best = Math.max(best, n);
    let open = 0;
    for (let p = from; p < width * depth; p++) if (!taken[p]) open++;
    if (n + Math.floor(open / (w * d)) <= best) return;
    let p = from;
    while (p < width * depth && !free(p % width, Math.floor(p / width))) p++;
    if (p >= width * depth) return;
    const [x, y] = [p % width, Math.floor(p / width)];
    put(x, y, 1);
    go(p + 1, n + 1);
    put(x, y, 0);
    taken[p] = 2;
    go(p + 1, n);
    taken[p] = 0;
  };
  go(0, 0);
  return best;
}

/** Centimetres, as metres. */
const side = (most: number) => fc.integer({ min: most / 5, max: most }).map((c) => c / 100);

describe('packing', () => {
  it('an empty room holds the whole numbers that go into its sides, and that is proved', () => {
    fc.assert(
      fc.property(fc.tuple(side(2000), side(2000), side(400), side(400)), ([width, depth, w, d]) => {
        const { boxes, atMost } = packed(width, depth, [], w, d);
        sound(width, depth, [], boxes);
        expect(boxes).toHaveLength(Math.floor(width / w + 1e-9) * Math.floor(depth / d + 1e-9));
        expect(atMost).toBe(boxes.length);
      }),
      { numRuns: 60 },
    );
  });
  /** Against every packing there is, on grids of whole metres with things standing about. */
  it('on grids: never more than is possible, the bound never too low, the best nearly always', () => {
    let [rooms, best, proved] = [0, 0, 0];
    fc.assert(
      fc.property(
        fc.integer({ min: 3, max: 6 }),
        fc.integer({ min: 3, max: 5 }),
        fc.constantFrom([1, 2], [2, 1], [2, 2], [1, 3], [2, 3], [3, 2]),
        fc.array(fc.nat({ max: 29 }), { maxLength: 4 }),
        (width, depth, [w, d], at) => {
          const cells = new Set(at.filter((c) => c < width * depth));
          const blocked = [...cells].map((c): Box => ({
            x: c % width,
            y: Math.floor(c / width),
            width: 1,
            depth: 1,
          }));
          const found = packed(width, depth, blocked, w!, d!);
          sound(width, depth, blocked, found.boxes);
          const exact = most(width, depth, cells, w!, d!);
          expect(found.boxes.length).toBeLessThanOrEqual(exact);
          expect(found.atMost).toBeGreaterThanOrEqual(exact);
          rooms++;
          if (found.boxes.length === exact) best++;
          if (found.atMost === exact) proved++;
        },
      ),
      { numRuns: 400 },
    );
    expect(best / rooms).toBeGreaterThan(0.99);
    expect(proved / rooms).toBeGreaterThan(0.7);
  });
  it('nothing fits where it is too large', () => {
    expect(packed(2, 2, [], 3, 1)).toEqual({ boxes: [], atMost: 0 });
  });
});

describe('the room a couple needs', () => {
  it('a slot is longer than it is wide, and holds both dancers all along', () => {
    const a = figure('demo-left-pass');
    const f = footprintOf(a, 0);
    expect(f.takes).toBe('slot');
    expect(f.along).toBeGreaterThan(f.across);
    // Derived: two people an arm’s length apart: two grips, no more than two arms and two bodies.
    const [l, w] = [bodySize(1.8), bodySize(1.65)];
    expect(f.along).toBeGreaterThan(2 * l.halfDepth + 0.4);
    expect(f.along).toBeLessThan(2 * (l.reach + w.reach) + 2);
    expect(footprintOf(a, 0.5).along - f.along).toBeCloseTo(1, 6);
  });
  it('a spot is a circle, a travelling couple takes what it covers at one moment', () => {
    const spot = footprintOf(figure('demo-swing-basic'));
    expect([spot.takes, spot.along]).toEqual(['spot', spot.across]);
    const waltz = footprintOf(figure('demo-waltz-natural'));
    expect(waltz.takes).toBe('line-of-dance');
    // In closed hold the couple is far smaller than its way.
    expect(waltz.along).toBeLessThan(2);
  });
  it('a circle holds all its points and is hardly larger than the smallest', () => {
    fc.assert(
      fc.property(
        fc.array(
          fc.record({
            x: fc.double({ min: -3, max: 3, noNaN: true }),
            y: fc.double({ min: -3, max: 3, noNaN: true }),
          }),
          { minLength: 2, maxLength: 12 },
        ),
        (points) => {
          const widest = Math.max(
            ...points.flatMap((p) => points.map((q) => Math.hypot(p.x - q.x, p.y - q.y))),
          );
          const r = circleOf(points);
          // Jung 1901: the smallest circle about points at most D apart has a radius of at most D / √3.
          expect(r).toBeGreaterThanOrEqual(widest / 2 - 1e-9);
          expect(r).toBeLessThanOrEqual((widest / Math.sqrt(3)) * 1.2 + 1e-9);
        },
      ),
    );
  });
});

describe('round the room', () => {
  it('couples keep their distance, and more room never holds fewer than half a lane less', () => {
    for (const [w, d] of [
      [8, 10],
      [10, 14],
      [6, 6],
      [3, 9],
    ] as const) {
      const places = inLanes(w, d, [], 1.6, 1);
      expect(places.length).toBeGreaterThan(0);
      places.forEach((p, i) => {
        expect(p.x).toBeGreaterThanOrEqual(0.8 - 1e-6);
        expect(p.x).toBeLessThanOrEqual(w - 0.8 + 1e-6);
        for (const q of places.slice(0, i)) expect(Math.hypot(p.x - q.x, p.y - q.y)).toBeGreaterThan(1.5);
      });
    }
    // Derived: the lane of a room of 10 by 14 is 2 · (8.4 + 12.4) = 41.6 m; 41.6 / 2.6 = 16.
    expect(inLanes(10, 14, [], 1.6, 1).length).toBeGreaterThanOrEqual(16);
  });
  it('none is put where a pillar stands', () => {
    const pillar: Box = { x: 0.5, y: 6, width: 0.4, depth: 0.4 };
    for (const p of inLanes(10, 14, [pillar], 1.6, 1))
      expect(overlap(pillar, { x: p.x - 0.8, y: p.y - 0.8, width: 1.6, depth: 1.6 })).toBe(false);
  });
});

describe('where the teacher stands', () => {
  it('not behind a pillar: a place from which all are seen, where there is one', () => {
    const couples: Box[] = [
      { x: 1, y: 4, width: 2, depth: 1 },
      { x: 7, y: 4, width: 2, depth: 1 },
    ];
    const pillar: Box = { x: 4.8, y: 2, width: 0.4, depth: 0.4 };
    const stand = standFor(10, 8, couples, [pillar])!;
    expect(stand.seen).toBe(2);
    for (const c of couples)
      expect(crosses(stand, { x: c.x + c.width / 2, y: c.y + c.depth / 2 }, pillar)).toBe(false);
  });
  it('a line of sight that ends before a thing, or passes beside it, is clear', () => {
    const box: Box = { x: 2, y: 2, width: 1, depth: 1 };
    expect(crosses({ x: 0, y: 0 }, { x: 5, y: 5 }, box)).toBe(true);
    expect(crosses({ x: 0, y: 0 }, { x: 1, y: 1 }, box)).toBe(false);
    expect(crosses({ x: 0, y: 4 }, { x: 5, y: 4 }, box)).toBe(false);
  });
});

describe('a room arranged', () => {
  it('few couples on the line of dance are spread over the outer lane, and the teacher stands within', () => {
    const f = { takes: 'line-of-dance', along: 1.4, across: 1.4, margin: 0.35 } as const;
    const room = { ...newRoom('r', 'R'), width: 12, length: 16 };
    const { couples, stand } = arrange(room, f, 6);
    expect(couples).toHaveLength(6);
    const gaps = couples.flatMap((a, i) => couples.slice(i + 1).map((b) => Math.hypot(a.x - b.x, a.y - b.y)));
    expect(Math.min(...gaps)).toBeGreaterThan(4);
    expect(stand!.x).toBeGreaterThan(2);
    expect(stand!.x).toBeLessThan(10);
  });
  const hall: Room = {
    ...newRoom('r', 'Hall'),
    width: 10,
    length: 12,
    things: [{ key: 'p', what: 'Pillar', x: 4.8, y: 6, width: 0.4, depth: 0.4 }],
    music: { x: 9.5, y: 0.5 },
    limit: 20,
  };
  /** As measured: eight couples of sixteen stood edge to edge in the front half of a room of 9.5 by 13 m. */
  it.each([4, 7, 8, 11])('%i couples stand spread over the room, with air between them', (n) => {
    const large: Room = { ...hall, things: [], width: 9.5, length: 13 };
    for (const takes of ['spot', 'slot'] as const) {
      const { couples, fits } = arrange(large, { takes, along: 2.4, across: 2.2 } as Footprint, n);
      expect(couples).toHaveLength(n);
      expect(fits).toBeGreaterThan(n);
      const gap = (a: Box, b: Box) =>
        Math.max(
          Math.max(a.x, b.x) - Math.min(a.x + a.width, b.x + b.width),
          Math.max(a.y, b.y) - Math.min(a.y + a.depth, b.y + b.depth),
        );
      const gaps = couples.flatMap((a, i) => couples.slice(i + 1).map((b) => gap(a, b)));
      expect(Math.min(...gaps)).toBeGreaterThan(0.3);
      expect(Math.max(...couples.map((c) => c.y + c.depth))).toBeGreaterThan(large.length * 0.6);
      for (const c of couples) {
        expect(
          Math.min(c.x, large.width - c.x - c.width, c.y - 1, large.length - c.y - c.depth),
        ).toBeGreaterThan(0.1);
      }
    }
  });
  it('keeps door, music, pillar and the teacher’s place free, tries both ways, and says who is left over', () => {
    const f = footprintOf(figure('demo-left-pass'));
    const all = fitted(hall, f);
    sound(hall.width, hall.length, blockedIn(hall), all.boxes);
    expect(all.otherWay).toBeLessThanOrEqual(all.boxes.length);
    expect(all.atMost).toBeGreaterThanOrEqual(all.boxes.length);
    const few = arrange(hall, f, 3);
    expect(few.couples).toHaveLength(3);
    expect([few.over, few.overLimit]).toEqual([0, 0]);
    const many = arrange(hall, f, 40);
    expect(many.over).toBe(40 - all.boxes.length);
    // Derived: eighty dancers and a teacher where twenty are allowed.
    expect(many.overLimit).toBe(61);
    expect(many.stand?.seen).toBeGreaterThan(0);
  });
});
