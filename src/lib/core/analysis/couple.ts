import {
  radians,
  signedHeading,
  toBody,
  type Degrees,
  type Foot,
  type Hand,
  type Metres,
  type Point,
  type Role,
  type Ticks,
} from '../base';
import { FORMATIONS, FORMATION_IDS, type FormationId } from '../vocabulary';
import type { BodySize } from './bodies';
import {
  bentWords,
  leaderSide,
  mostStrained,
  movedBy,
  type Bent,
  type Moved,
  type Side,
  type Solved,
  type Strained,
  type Term,
} from '../floor';
import { embraces, type Arms, type Contacts } from './arms';
import type { Path } from './path';

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
  readonly stretch:
    { readonly tick: Ticks; readonly over: Metres; readonly from: Ticks; readonly arm: Hand } | undefined;
  readonly passes: readonly Pass[];
  /** Passes that were solved from both sides. */
  readonly sides: readonly Side[];
  /** Every word and how far it is bent, in units of how soft it is. */
  readonly words: readonly Bent[];
  /** The most strained of what is no word: a hold, a reach, two bodies. */
  readonly strained: Strained | undefined;
  /** What a kind of term had to move; worked out when asked, once. */
  readonly moved: (of: Term) => readonly Moved[];
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

export interface CoupleInput {
  readonly paths: Both<Path>;
  readonly sizes: Both<BodySize>;
  readonly arms: Arms;
  readonly contacts: Contacts;
  readonly solved: Solved;
}

/** Sine and cosine of a facing at every tick; worked out only where it changes. */
interface Axes {
  readonly sin: Float64Array;
  readonly cos: Float64Array;
}

function axesOf(facing: Float64Array): Axes {
  const sin = new Float64Array(facing.length);
  const cos = new Float64Array(facing.length);
  for (let i = 0; i < facing.length; i++) {
    const same = i > 0 && facing[i] === facing[i - 1];
    sin[i] = same ? (sin[i - 1] ?? 0) : Math.sin(radians(facing[i] ?? 0));
    cos[i] = same ? (cos[i - 1] ?? 0) : Math.cos(radians(facing[i] ?? 0));
  }
  return { sin, cos };
}

/** Measures the couple at every tick. O(ticks). */
export function measure(input: CoupleInput): Floor {
  const { leader: l, follower: f } = input.paths;
  const { solved } = input;
  const { lane } = solved.problem.input;
  const n = Math.min(l.x.length, f.x.length);
  const axes = { leader: axesOf(l.facing), follower: axesOf(f.facing) };
  const { apart, gap, closest } = gaps(input, axes, n);
  const held = embraces(input.contacts);
  const embrace = held.find((h) => h.from < l.from + n - 1 && h.to >= l.from + n - 1);
  const end = endPlace(l, f, n, embrace && (embrace.close ? 'close-embrace' : 'closed'));
  const whole = held.some((h) => h.from <= l.from && h.to >= l.from + n - 1);
  const moves = movement(l, f, n);
  const turned = (l.facing[n - 1] ?? 0) - (l.facing[0] ?? 0);
  return {
    from: l.from,
    apart,
    gap,
    closest,
    closestFeet: closestFeet(l, f, n),
    stretch: worstStretch(input, axes, n),
    passes: lane === undefined ? [] : findPasses(input, lane, gap, n),
    sides: solved.sides,
    words: bentWords(solved),
    strained: mostStrained(solved),
    moved: once((of) => movedBy(solved, of)),
    lane: {
      leader: lane === undefined ? [] : inLane(l, lane, n),
      follower: lane === undefined ? [] : inLane(f, lane, n),
    },
    rectangle: rectangle(input, n),
    travel: moves.travel,
    rotation: whole ? turned : settled(moves.rotation, turned, end, input.contacts, solved),
    end,
  };
}

/** An estimated bearing this near to what the formations at both ends say is that: half the least difference of two. */
const NEAR_FORMATION: Degrees = 45;

/**
 * How the couple has turned: where it ends in a formation, the line between the partners lies as that formation has
 * it, so that only whole turns of the estimate count.
 */
function settled(
  measured: Degrees,
  leader: Degrees,
  end: EndPlace,
  contacts: Contacts,
  solved: Solved,
): Degrees {
  const start = solved.problem.input.anchors[0]?.place;
  const bearing = (p: { right: Metres; ahead: Metres }): Degrees => Math.atan2(p.right, p.ahead) / radians(1);
  if (!start || !end.formation || contacts.end <= 0) return measured;
  const exact = leader + bearing(FORMATIONS[end.formation]) - bearing(start);
  const off = signedHeading(measured - exact);
  return Math.abs(off) <= NEAR_FORMATION ? measured - off : measured;
}

function once(f: Floor['moved']): Floor['moved'] {
  const known = new Map<Term, readonly Moved[]>();
  return (of) => {
    const done = known.get(of) ?? f(of);
    known.set(of, done);
    return done;
  };
}

function gaps(input: CoupleInput, axes: Both<Axes>, n: number): Pick<Floor, 'apart' | 'gap' | 'closest'> {
  const { leader: l, follower: f } = input.paths;
  const apart = new Float64Array(n);
  const gap = new Float64Array(n);
  let closest = { tick: 0, gap: Infinity };
  for (let i = 0; i < n; i++) {
    const dx = (f.x[i] ?? 0) - (l.x[i] ?? 0);
    const dy = (f.y[i] ?? 0) - (l.y[i] ?? 0);
    const d = Math.sqrt(dx * dx + dy * dy);
    const reach = (role: Role): Metres =>
      extent(input.sizes[role], axes[role].sin[i] ?? 0, axes[role].cos[i] ?? 1, dx, dy, d);
    const between = d - reach('leader') - reach('follower');
    apart[i] = d;
    gap[i] = between;
    if (between < closest.gap - 1e-9) closest = { tick: l.from + i, gap: between };
  }
  return { apart, gap, closest };
}

/** {@link outline} towards (dx, dy) of length d, from the facing's sine and cosine. The outline is symmetric. */
function extent(body: BodySize, sin: number, cos: number, dx: number, dy: number, d: number): Metres {
  if (d === 0) return body.halfDepth;
  const across = (dx * cos - dy * sin) / (d * body.halfBreadth);
  const ahead = (dx * sin + dy * cos) / (d * body.halfDepth);
  return 1 / Math.sqrt(across * across + ahead * ahead);
}

function closestFeet(l: Path, f: Path, n: number): Floor['closestFeet'] {
  let tick = l.from;
  let least = Infinity;
  for (const a of [l.feet.L, l.feet.R]) {
    for (const b of [f.feet.L, f.feet.R]) {
      for (let i = 0; i < n; i++) {
        const dx = (a.x[i] ?? 0) - (b.x[i] ?? 0);
        const dy = (a.y[i] ?? 0) - (b.y[i] ?? 0);
        const square = dx * dx + dy * dy;
        if (square >= least) continue;
        least = square;
        tick = l.from + i;
      }
    }
  }
  return { tick, distance: Math.sqrt(least) };
}

function worstStretch(input: CoupleInput, axes: Both<Axes>, n: number): Floor['stretch'] {
  const { leader: l, follower: f } = input.paths;
  const limit = input.sizes.leader.reach + input.sizes.follower.reach;
  const widest = input.sizes.leader.halfBreadth + input.sizes.follower.halfBreadth;
  let worst: Floor['stretch'];
  for (const arm of input.arms.held) {
    let since: Ticks | undefined;
    for (let i = Math.max(0, arm.from - l.from); i < Math.min(n, arm.to - l.from + 1); i++) {
      const tick = l.from + i;
      const dx = (f.x[i] ?? 0) - (l.x[i] ?? 0);
      const dy = (f.y[i] ?? 0) - (l.y[i] ?? 0);
      if (dx * dx + dy * dy <= (limit - widest) ** 2) continue;
      const over = shoulderSpan(input, axes, i, arm.leader, arm.follower, dx, dy) - limit;
      if (over <= 0) continue;
      since ??= tick;
      if (!worst || over > worst.over + 1e-9) worst = { tick, over, from: since, arm: arm.leader };
    }
  }
  return worst;
}

/** From the leader's shoulder `a` to the follower's shoulder `b` at index i. */
function shoulderSpan(
  input: CoupleInput,
  axes: Both<Axes>,
  i: number,
  a: Foot,
  b: Foot,
  dx: number,
  dy: number,
): Metres {
  const own = (a === 'R' ? 1 : -1) * input.sizes.leader.halfBreadth;
  const other = (b === 'R' ? 1 : -1) * input.sizes.follower.halfBreadth;
  const x = dx + other * (axes.follower.cos[i] ?? 1) - own * (axes.leader.cos[i] ?? 1);
  const y = dy - other * (axes.follower.sin[i] ?? 0) + own * (axes.leader.sin[i] ?? 0);
  return Math.sqrt(x * x + y * y);
}

function findPasses(input: CoupleInput, lane: Degrees, gap: Float64Array, n: number): Pass[] {
  const { leader: l, follower: f } = input.paths;
  const [sin, cos] = [Math.sin(radians(lane)), Math.cos(radians(lane))];
  const passes: Pass[] = [];
  let before = 0;
  for (let i = 0; i < n; i++) {
    const dx = (f.x[i] ?? 0) - (l.x[i] ?? 0);
    const dy = (f.y[i] ?? 0) - (l.y[i] ?? 0);
    const side = Math.sign(dx * sin + dy * cos);
    if (before !== 0 && side !== before) {
      passes.push({
        tick: l.from + i,
        leaderSide: leaderSide(input.solved.problem, l.from + i, input.solved.solution.x),
        gap: gap[i] ?? 0,
      });
    }
    before = side;
  }
  return passes;
}

function inLane(path: Path, facing: Degrees, n: number): Stay[] {
  const [sin, cos] = [Math.sin(radians(facing)), Math.cos(radians(facing))];
  const stays: { from: Ticks; to: Ticks }[] = [];
  for (let i = 0; i < n; i++) {
    if (Math.abs((path.x[i] ?? 0) * cos - (path.y[i] ?? 0) * sin) > LANE_HALF) continue;
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

/** Ticks between two looks at the couple's bearing: far less than half a turn apart. */
const BEARING_STEP: Ticks = 3;

function movement(l: Path, f: Path, n: number): { travel: Point; rotation: Degrees } {
  const middle = (i: number): Point => ({
    x: ((l.x[i] ?? 0) + (f.x[i] ?? 0)) / 2,
    y: ((l.y[i] ?? 0) + (f.y[i] ?? 0)) / 2,
  });
  const bearing = (i: number): number =>
    (Math.atan2((f.x[i] ?? 0) - (l.x[i] ?? 0), (f.y[i] ?? 0) - (l.y[i] ?? 0)) * 180) / Math.PI;
  let rotation = 0;
  let before = bearing(0);
  for (
    let i = Math.min(BEARING_STEP, n - 1);
    i < n;
    i = i === n - 1 ? n : Math.min(i + BEARING_STEP, n - 1)
  ) {
    const now = bearing(i);
    rotation += signedHeading(now - before);
    before = now;
  }
  const [a, b] = [middle(0), middle(n - 1)];
  return { travel: { x: b.x - a.x, y: b.y - a.y }, rotation };
}

function endPlace(l: Path, f: Path, n: number, held: FormationId | undefined): EndPlace {
  const i = n - 1;
  const p = toBody(l.facing[i] ?? 0, (f.x[i] ?? 0) - (l.x[i] ?? 0), (f.y[i] ?? 0) - (l.y[i] ?? 0));
  const turn = signedHeading((f.facing[i] ?? 0) - (l.facing[i] ?? 0));
  return { right: p.x, ahead: p.y, turn, formation: formationAt(p.x, p.y, turn, held ?? false) };
}

/** Formations that are a body hold. */
const IN_HOLD: ReadonlySet<FormationId> = new Set(['closed', 'close-embrace', 'promenade']);

/**
 * The formation a place and heading are nearest to; undefined when none is near. `held`: the embrace the partners are
 * in, or false where they certainly are in none; where that is not said any will do.
 */
export function formationAt(
  right: Metres,
  ahead: Metres,
  turn: Degrees,
  held?: FormationId | false,
): FormationId | undefined {
  let best: { id: FormationId; off: number } | undefined;
  for (const id of FORMATION_IDS) {
    const f = FORMATIONS[id];
    if (Math.abs(signedHeading(turn - f.turn)) > 30) continue;
    if (held === false && f.turn === 180 && IN_HOLD.has(id)) continue;
    if (held && f.turn === 180 && id !== held) continue;
    const off = Math.hypot(right - f.right, ahead - f.ahead);
    if (off < 0.7 && (!best || off < best.off)) best = { id, off };
  }
  return best?.id;
}
