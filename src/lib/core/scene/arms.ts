import {
  fromBody,
  otherRole,
  radians,
  signedHeading,
  toBody,
  type Degrees,
  type Hand,
  type Metres,
  type Point,
  type Role,
} from '../base';
import { asRight, crossingsOf, outerAt, type Arm, type ArmState, type Both } from '../arms';
import type { BodyPart } from '../vocabulary';

/** One body seen from above. Metres and degrees. */
export interface BodyShape {
  readonly at: Point;
  readonly facing: Degrees;
  readonly halfBreadth: Metres;
  readonly halfDepth: Metres;
}
/** How an arm lies on a body it goes round. */
export type Lie = 'front' | 'behind' | undefined;

/** One pair of joined hands as a line on the floor plan, from the leader's shoulder to the follower's. */
export interface StrandDrawing {
  /** The leader's hand. */
  readonly arm: Hand;
  readonly points: readonly Point[];
  readonly hand: Point;
  readonly raised: boolean;
  readonly lies: Both<Lie>;
}
/** Where one strand runs over the other: a short piece of the upper one. */
export interface CrossingDrawing {
  readonly over: Hand;
  readonly from: Point;
  readonly at: Point;
  readonly to: Point;
}
export interface RestDrawing {
  readonly role: Role;
  readonly hand: Hand;
  readonly from: Point;
  readonly to: Point;
  readonly block: boolean;
}
export interface ArmsDrawing {
  readonly strands: readonly StrandDrawing[];
  readonly crossings: readonly CrossingDrawing[];
  readonly rests: readonly RestDrawing[];
}

const INNER: Metres = 0.05;
const OUTER: Metres = 0.11;
const STEP: Degrees = 12;
const shoulderAngle = (hand: Hand): Degrees => (hand === 'R' ? 90 : -90);
const lerp = (a: Point, b: Point, u: number): Point => ({
  x: a.x + (b.x - a.x) * u,
  y: a.y + (b.y - a.y) * u,
});
const plus = (a: Point, b: Point): Point => ({ x: a.x + b.x, y: a.y + b.y });

/** A place round a body: bearing relative to its facing, and how far outside its outline. */
export function round(body: BodyShape, bearing: Degrees, outside: Metres): Point {
  const a = radians(bearing);
  const r = 1 / Math.hypot(Math.sin(a) / body.halfBreadth, Math.cos(a) / body.halfDepth) + outside;
  return plus(body.at, fromBody(body.facing, r * Math.sin(a), r * Math.cos(a)));
}

/**
 * Draws the arms as they lie, seen from above: every low arm pulled round its body like a string, raised ones over
 * the heads, crossings with the upper arm named. `under` says over whose head a raised hand is held.
 * @example drawArms(state, bodies).crossings.map((c) => c.over)
 */
export function drawArms(
  s: ArmState,
  bodies: Both<BodyShape>,
  under: (arm: Hand) => Role | undefined = () => undefined,
): ArmsDrawing {
  const ends = s.arms.map((arm) => ({
    arm,
    leader: windings(s, arm, 'leader', bodies),
    follower: windings(s, arm, 'follower', bodies),
  }));
  const [a, b] = ends;
  const middles = a && b ? twisted(s, a, b) : ends.map((e) => straight(s, e, bodies));
  const strands = ends.map((e, i): StrandDrawing => {
    const raised = e.arm.height === 'overhead';
    const lies = { leader: lieOf(e.arm, 'leader'), follower: lieOf(e.arm, 'follower') };
    if (raised) return { arm: e.arm.leader, ...overHeads(e.arm, bodies, under(e.arm.leader)), raised, lies };
    const middle = middles[i] ?? [];
    const hand = middle[Math.floor(middle.length / 2)] ?? bodies.leader.at;
    return {
      arm: e.arm.leader,
      points: [...e.leader, ...middle, ...e.follower.toReversed()],
      hand,
      raised,
      lies,
    };
  });
  return {
    strands,
    crossings: crossingsAt(s, strands, bodies),
    rests: s.rests.map((r) => restLine(r, bodies)),
  };
}

const lieOf = (arm: Arm, role: Role): Lie => {
  const v = asRight(arm[role], arm.w[role]);
  return v > 225 ? 'behind' : v < -135 ? 'front' : undefined;
};

interface End {
  readonly arm: Arm;
  readonly leader: readonly Point[];
  readonly follower: readonly Point[];
}

/** From the shoulder round the own body to where the arm leaves it. */
function windings(s: ArmState, arm: Arm, role: Role, bodies: Both<BodyShape>): Point[] {
  const hand = arm[role];
  const body = bodies[role];
  const start = shoulderAngle(hand);
  const w = arm.w[role];
  const leaves = w + 90 < start ? w + 90 : w - 90 > start ? w - 90 : start;
  const margin = outerAt(s, role) === hand ? OUTER : INNER;
  const points: Point[] = [round(body, start, -0.02)];
  const sign = Math.sign(leaves - start);
  for (let turned = STEP; turned <= Math.abs(leaves - start); turned += STEP)
    points.push(round(body, start + sign * turned, margin * Math.min(1, turned / 48)));
  if (leaves !== start)
    points.push(round(body, leaves, margin * Math.min(1, Math.abs(leaves - start) / 48) - 0.005));
  return points;
}

const lastOf = (points: readonly Point[]): Point => points.at(-1) ?? { x: 0, y: 0 };

/** The free part of a single arm; close together the hand is held out to the side. */
function straight(_s: ArmState, e: End, bodies: Both<BodyShape>): Point[] {
  const [from, to] = [lastOf(e.leader), lastOf(e.follower)];
  const hand = heldOut(lerp(from, to, 0.5), e.arm, bodies);
  return [from, hand, to];
}

function heldOut(hand: Point, arm: Arm, bodies: Both<BodyShape>): Point {
  const centre = lerp(bodies.leader.at, bodies.follower.at, 0.5);
  const apart = Math.hypot(
    bodies.follower.at.x - bodies.leader.at.x,
    bodies.follower.at.y - bodies.leader.at.y,
  );
  const d = { x: hand.x - centre.x, y: hand.y - centre.y };
  const off = Math.hypot(d.x, d.y);
  const reaching = Math.abs(arm.w.leader) < 70 && Math.abs(arm.w.follower) < 70;
  if (apart > 0.7 || off < 0.05 || !reaching) return hand;
  const out = 1 + ((0.7 - apart) * 0.7) / off;
  return { x: centre.x + d.x * out, y: centre.y + d.y * out };
}

const TWIST_STEPS = 24;
/** Where arms cross once, the hands are drawn a little off the crossing. */
const HANDS_ASIDE = 0.06;

/** The free parts of two arms: straight, or twisted round each other as often as the state says. */
function twisted(s: ArmState, a: End, b: End): Point[][] {
  const n = Math.abs(crossingsOf(s).between);
  const [a0, b0, a1, b1] = [lastOf(a.leader), lastOf(b.leader), lastOf(a.follower), lastOf(b.follower)];
  if (n < 2) {
    const aside = n === 0 ? 0 : HANDS_ASIDE;
    return [
      [a0, lerp(a0, a1, 0.5 - aside), a1],
      [b0, lerp(b0, b1, 0.5 + aside), b1],
    ];
  }
  const one: Point[] = [];
  const two: Point[] = [];
  for (let i = 0; i <= TWIST_STEPS; i++) {
    const u = i / TWIST_STEPS;
    const [p, q] = [lerp(a0, a1, u), lerp(b0, b1, u)];
    const mid = lerp(p, q, 0.5);
    const swing = Math.cos(Math.PI * n * u) * (n % 2 === 0 ? 1 : Math.sign(0.5 - u) || 1);
    one.push({ x: mid.x + (p.x - mid.x) * swing, y: mid.y + (p.y - mid.y) * swing });
    two.push({ x: mid.x + (q.x - mid.x) * swing, y: mid.y + (q.y - mid.y) * swing });
  }
  return [one, two];
}

/** A raised pair of hands: straight from shoulder to shoulder by way of a place over a head. */
function overHeads(
  arm: Arm,
  bodies: Both<BodyShape>,
  under: Role | undefined,
): { points: Point[]; hand: Point } {
  const from = round(bodies.leader, shoulderAngle(arm.leader), -0.02);
  const to = round(bodies.follower, shoulderAngle(arm.follower), -0.02);
  const head = under ? bodies[under].at : lerp(bodies.leader.at, bodies.follower.at, 0.5);
  const side = lerp(from, to, 0.5);
  const hand = lerp(head, side, under ? 0.3 : 0.75);
  return { points: [from, lerp(from, hand, 0.5), hand, lerp(hand, to, 0.5), to], hand };
}

function crossingsAt(
  s: ArmState,
  strands: readonly StrandDrawing[],
  bodies: Both<BodyShape>,
): CrossingDrawing[] {
  const [a, b] = strands;
  if (!a || !b) return [];
  const x = crossingsOf(s);
  const signNear = (p: Point): number => {
    for (const role of ['leader', 'follower'] as const) {
      const body = bodies[role];
      if (
        x.at[role].sign !== 0 &&
        Math.hypot(p.x - body.at.x, p.y - body.at.y) < body.halfBreadth + OUTER + 0.06
      )
        return x.at[role].sign;
    }
    return Math.sign(x.between) || Math.sign(s.crossing) || 1;
  };
  const found: CrossingDrawing[] = [];
  for (let i = 0; i + 1 < a.points.length; i++) {
    for (let j = 0; j + 1 < b.points.length; j++) {
      const hit = meet(a.points, i, b.points, j);
      if (!hit) continue;
      const aOver = a.raised !== b.raised ? a.raised : Math.sign(hit.cross) === signNear(hit.at);
      const d = aOver ? hit.a : hit.b;
      const length = Math.hypot(d.x, d.y) || 1;
      const by = { x: (d.x / length) * 0.05, y: (d.y / length) * 0.05 };
      const from = { x: hit.at.x - by.x, y: hit.at.y - by.y };
      found.push({ over: aOver ? a.arm : b.arm, from, at: hit.at, to: plus(hit.at, by) });
    }
  }
  return found;
}

/** Where segment i of one line meets segment j of another. */
function meet(p: readonly Point[], i: number, q: readonly Point[], j: number) {
  const [p0, p1, q0, q1] = [p[i], p[i + 1], q[j], q[j + 1]];
  if (!p0 || !p1 || !q0 || !q1) return undefined;
  const a = { x: p1.x - p0.x, y: p1.y - p0.y };
  const b = { x: q1.x - q0.x, y: q1.y - q0.y };
  const cross = a.x * b.y - a.y * b.x;
  if (Math.abs(cross) < 1e-9) return undefined;
  const t = ((q0.x - p0.x) * b.y - (q0.y - p0.y) * b.x) / cross;
  const u = ((q0.x - p0.x) * a.y - (q0.y - p0.y) * a.x) / cross;
  if (t < 0 || t >= 1 || u < 0 || u >= 1) return undefined;
  return { at: { x: p0.x + a.x * t, y: p0.y + a.y * t }, a, b, cross };
}

/** Bearings of the parts of a body, for its right side. */
const PART_AT: Readonly<Record<BodyPart, Degrees>> = {
  'shoulder-blade': 140,
  back: 170,
  waist: 100,
  hip: 80,
  shoulder: 80,
  'upper-arm': 90,
  neck: 180,
};

function restLine(r: ArmState['rests'][number], bodies: Both<BodyShape>): RestDrawing {
  const own = bodies[r.role];
  const other = bodies[otherRole(r.role)];
  const from = round(own, shoulderAngle(r.hand), -0.02);
  const rel = toBody(other.facing, from.x - other.at.x, from.y - other.at.y);
  const side = rel.x >= 0 ? 1 : -1;
  const outside = r.on === 'neck' ? -other.halfDepth * 0.6 : 0;
  return {
    role: r.role,
    hand: r.hand,
    from,
    to: round(other, side * PART_AT[r.on], outside),
    block: r.how === 'block',
  };
}

/** Bodies standing so that their facings relative to each other are those of a state; the leader faces up. */
export function standing(s: ArmState, apart: Metres = 0.86): Both<BodyShape> {
  const shape = { halfBreadth: 0.225, halfDepth: 0.13 };
  const bearing = -s.phi.leader;
  const at = fromBody(bearing, 0, apart);
  return {
    leader: { at: { x: 0, y: 0 }, facing: 0, ...shape },
    follower: { at, facing: signedHeading(bearing + 180 + s.phi.follower), ...shape },
  };
}
