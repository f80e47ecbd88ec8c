import {
  fromBody,
  radians,
  signedHeading,
  toBody,
  type Degrees,
  type Foot,
  type Metres,
  type Point,
  type Role,
  type Ticks,
} from '../base';
import type { PlacedWords } from '../figure';
import { FORMATIONS, FORMATION_IDS, HOLDS, type FormationId, type HoldId } from '../vocabulary';
import type { BodySize } from './bodies';
import type { Frame, Path } from './path';

type Both<T> = Readonly<Record<Role, T>>;

/** The couple on the floor. All distances are estimates from typical bodies. Arrays as in {@link Path}. */
export interface Floor {
  readonly from: Ticks;
  /** Between the middles of the bodies. */
  readonly apart: Float64Array;
  /** Between the outlines of the bodies; below 0 they overlap. */
  readonly gap: Float64Array;
  readonly closest: { readonly tick: Ticks; readonly gap: Metres };
  readonly closestFeet: { readonly tick: Ticks; readonly distance: Metres };
  /** How far the joined hands would have to stretch beyond both arms; the worst tick. */
  readonly stretch: { readonly tick: Ticks; readonly over: Metres; readonly from: Ticks } | undefined;
  readonly passes: readonly Pass[];
  /** Who is in the lane when; empty unless the dance has a slot. */
  readonly lane: Both<readonly Stay[]>;
  readonly rectangle: {
    readonly minX: Metres;
    readonly maxX: Metres;
    readonly minY: Metres;
    readonly maxY: Metres;
  };
  /** How the couple's middle moved, and how the line from leader to follower turned. */
  readonly travel: Point;
  readonly rotation: Degrees;
  readonly end: EndPlace;
}
/** The follower goes past the leader. */
export interface Pass {
  readonly tick: Ticks;
  /** The side of the lane the leader is on. */
  readonly leaderSide: 'left' | 'right';
  readonly gap: Metres;
}
export interface Stay {
  readonly from: Ticks;
  readonly to: Ticks;
}
/** Where the follower ends from the leader. */
export interface EndPlace {
  readonly right: Metres;
  readonly ahead: Metres;
  readonly turn: Degrees;
  readonly formation: FormationId | undefined;
}

/** Half the width of the lane. Our choice: a body and a little room. */
export const LANE_HALF: Metres = 0.3;

/** How far a body's outline is from its middle towards a bearing relative to its facing (an ellipse). */
export function outline(body: BodySize, bearing: Degrees): Metres {
  const a = radians(bearing);
  return 1 / Math.hypot(Math.sin(a) / body.halfBreadth, Math.cos(a) / body.halfDepth);
}

/** Where a dancer starts: the leader at the origin, the follower as the formation says. */
export function startPlaces(formation: FormationId, facing: Degrees): Both<Point & { facing: Degrees }> {
  const f = FORMATIONS[formation];
  const at = fromBody(facing, f.right, f.ahead);
  return { leader: { x: 0, y: 0, facing }, follower: { ...at, facing: facing + f.turn } };
}

/** The frame a body hold gives the follower, while the two face each other: the place of the starting formation. */
export function holdFrame(leader: Path, formation: FormationId, hold: HoldId): Frame | undefined {
  if (!HOLDS[hold].body) return undefined;
  const place = FORMATIONS[formation];
  return (tick, facing) => {
    const i = tick - leader.from;
    const own = leader.facing[i];
    if (own === undefined || Math.abs(signedHeading(facing - own - place.turn)) > 45) return undefined;
    const d = fromBody(own, place.right, place.ahead);
    return { x: (leader.x[i] ?? 0) + d.x, y: (leader.y[i] ?? 0) + d.y };
  };
}

export interface CoupleInput {
  readonly paths: Both<Path>;
  readonly sizes: Both<BodySize>;
  readonly hold: HoldId;
  readonly hands: readonly PlacedWords[];
  readonly slot: boolean;
  readonly facing: Degrees;
}

/** Measures the couple at every tick. O(ticks). */
export function measure(input: CoupleInput): Floor {
  const { leader: l, follower: f } = input.paths;
  const n = Math.min(l.x.length, f.x.length);
  const apart = new Float64Array(n);
  const gap = new Float64Array(n);
  let closest = { tick: 0, gap: Infinity };
  for (let i = 0; i < n; i++) {
    const dx = (f.x[i] ?? 0) - (l.x[i] ?? 0);
    const dy = (f.y[i] ?? 0) - (l.y[i] ?? 0);
    const d = Math.hypot(dx, dy);
    const bearing = (Math.atan2(dx, dy) * 180) / Math.PI;
    const between =
      d -
      outline(input.sizes.leader, bearing - (l.facing[i] ?? 0)) -
      outline(input.sizes.follower, bearing + 180 - (f.facing[i] ?? 0));
    apart[i] = d;
    gap[i] = between;
    if (between < closest.gap - 1e-9) closest = { tick: l.from + i, gap: between };
  }
  return {
    from: l.from,
    apart,
    gap,
    closest,
    closestFeet: closestFeet(l, f, n),
    stretch: worstStretch(input, n),
    passes: input.slot ? findPasses(input, gap, n) : [],
    lane: {
      leader: input.slot ? inLane(l, input.facing, n) : [],
      follower: input.slot ? inLane(f, input.facing, n) : [],
    },
    rectangle: rectangle(input, n),
    ...movement(l, f, n),
    end: endPlace(l, f, n),
  };
}

function closestFeet(l: Path, f: Path, n: number): Floor['closestFeet'] {
  let best = { tick: l.from, distance: Infinity };
  for (const a of [l.feet.L, l.feet.R]) {
    for (const b of [f.feet.L, f.feet.R]) {
      for (let i = 0; i < n; i++) {
        const distance = Math.hypot((a.x[i] ?? 0) - (b.x[i] ?? 0), (a.y[i] ?? 0) - (b.y[i] ?? 0));
        if (distance < best.distance) best = { tick: l.from + i, distance };
      }
    }
  }
  return best;
}

const LETS_GO = /\b(drops?|releases?|free|let go|lets go|off)\b/i;
const TAKES = /\b(catch(es)?|takes?|joins?|picks? up|change|both|two hands|closed)\b/i;

/** When hands are joined, as far as the words of the hands line say; before any word, as the starting hold says. */
function joined(hands: readonly PlacedWords[], hold: HoldId, tick: Ticks): 'no' | 'start' | 'any' {
  let state: 'no' | 'start' | 'any' = HOLDS[hold].hands.length > 0 ? 'start' : 'no';
  for (const h of hands) {
    if (h.tick > tick) break;
    if (TAKES.test(h.text)) state = 'any';
    else if (LETS_GO.test(h.text)) state = 'no';
  }
  return state;
}

const ANY_HANDS: readonly (readonly [Foot, Foot])[] = [
  ['L', 'L'],
  ['L', 'R'],
  ['R', 'L'],
  ['R', 'R'],
];

function worstStretch(input: CoupleInput, n: number): Floor['stretch'] {
  const { leader: l, follower: f } = input.paths;
  const limit = input.sizes.leader.reach + input.sizes.follower.reach;
  let worst: Floor['stretch'];
  let since: Ticks | undefined;
  for (let i = 0; i < n; i++) {
    const tick = l.from + i;
    const state = joined(input.hands, input.hold, tick);
    if (state === 'no') continue;
    const pairs = state === 'start' ? HOLDS[input.hold].hands : ANY_HANDS;
    const spans = pairs.map(([a, b]) => spanBetween(input, i, a, b));
    const over = (state === 'start' ? Math.max(...spans) : Math.min(...spans)) - limit;
    if (over <= 0) continue;
    since ??= tick;
    if (!worst || over > worst.over + 1e-9) worst = { tick, over, from: since };
  }
  return worst;

  function spanBetween(c: CoupleInput, i: number, a: Foot, b: Foot): Metres {
    const p = shoulder(l, i, a, c.sizes.leader);
    const q = shoulder(f, i, b, c.sizes.follower);
    return Math.hypot(p.x - q.x, p.y - q.y);
  }
}

/** A shoulder seen from above. */
export function shoulder(path: Path, i: number, hand: Foot, size: BodySize): Point {
  const d = fromBody(path.facing[i] ?? 0, (hand === 'R' ? 1 : -1) * size.halfBreadth, 0);
  return { x: (path.x[i] ?? 0) + d.x, y: (path.y[i] ?? 0) + d.y };
}

function findPasses(input: CoupleInput, gap: Float64Array, n: number): Pass[] {
  const { leader: l, follower: f } = input.paths;
  const along = (i: number): number =>
    toBody(input.facing, (f.x[i] ?? 0) - (l.x[i] ?? 0), (f.y[i] ?? 0) - (l.y[i] ?? 0)).y;
  const passes: Pass[] = [];
  for (let i = 1; i < n; i++) {
    if (along(i - 1) === 0 || Math.sign(along(i - 1)) === Math.sign(along(i))) continue;
    const x = toBody(input.facing, (l.x[i] ?? 0) - (f.x[i] ?? 0), (l.y[i] ?? 0) - (f.y[i] ?? 0)).x;
    passes.push({ tick: l.from + i, leaderSide: x < 0 ? 'left' : 'right', gap: gap[i] ?? 0 });
  }
  return passes;
}

function inLane(path: Path, facing: Degrees, n: number): Stay[] {
  const stays: { from: Ticks; to: Ticks }[] = [];
  for (let i = 0; i < n; i++) {
    if (Math.abs(toBody(facing, path.x[i] ?? 0, path.y[i] ?? 0).x) > LANE_HALF) continue;
    const last = stays.at(-1);
    if (last && last.to === path.from + i) last.to++;
    else stays.push({ from: path.from + i, to: path.from + i + 1 });
  }
  return stays;
}

function rectangle(input: CoupleInput, n: number): Floor['rectangle'] {
  const r = { minX: Infinity, maxX: -Infinity, minY: Infinity, maxY: -Infinity };
  for (const role of ['leader', 'follower'] as const) {
    const p = input.paths[role];
    const m = input.sizes[role].halfBreadth;
    for (let i = 0; i < n; i++) {
      const x = p.x[i] ?? 0;
      const y = p.y[i] ?? 0;
      r.minX = Math.min(r.minX, x - m);
      r.maxX = Math.max(r.maxX, x + m);
      r.minY = Math.min(r.minY, y - m);
      r.maxY = Math.max(r.maxY, y + m);
    }
  }
  return r;
}

function movement(l: Path, f: Path, n: number): { travel: Point; rotation: Degrees } {
  const middle = (i: number): Point => ({
    x: ((l.x[i] ?? 0) + (f.x[i] ?? 0)) / 2,
    y: ((l.y[i] ?? 0) + (f.y[i] ?? 0)) / 2,
  });
  const bearing = (i: number): number =>
    (Math.atan2((f.x[i] ?? 0) - (l.x[i] ?? 0), (f.y[i] ?? 0) - (l.y[i] ?? 0)) * 180) / Math.PI;
  let rotation = 0;
  for (let i = 1; i < n; i++) rotation += signedHeading(bearing(i) - bearing(i - 1));
  const [a, b] = [middle(0), middle(n - 1)];
  return { travel: { x: b.x - a.x, y: b.y - a.y }, rotation };
}

function endPlace(l: Path, f: Path, n: number): EndPlace {
  const i = n - 1;
  const p = toBody(l.facing[i] ?? 0, (f.x[i] ?? 0) - (l.x[i] ?? 0), (f.y[i] ?? 0) - (l.y[i] ?? 0));
  const turn = signedHeading((f.facing[i] ?? 0) - (l.facing[i] ?? 0));
  return { right: p.x, ahead: p.y, turn, formation: formationAt(p.x, p.y, turn) };
}

/** The formation a place and heading are nearest to; undefined when none is near. */
export function formationAt(right: Metres, ahead: Metres, turn: Degrees): FormationId | undefined {
  let best: { id: FormationId; off: number } | undefined;
  for (const id of FORMATION_IDS) {
    const f = FORMATIONS[id];
    if (Math.abs(signedHeading(turn - f.turn)) > 30) continue;
    const off = Math.hypot(right - f.right, ahead - f.ahead);
    if (off < 0.7 && (!best || off < best.off)) best = { id, off };
  }
  return best?.id;
}
