import {
  radians,
  toBody,
  type Degrees,
  type Foot,
  type Metres,
  type Point,
  type Role,
  type Ticks,
} from '../base';
import { stepLength, type Analysis, type Placing } from '../analysis';
import type { ActionPatch } from '../figure';
import { DIRECTIONS, type Direction } from '../vocabulary';

/** Where the floor is seen from; the viewer stands at the bottom of the picture. */
export type Viewpoint = 'leader' | 'follower' | 'far' | 'near';

/** Turns floor metres into picture units; `angle` turns a facing into a picture heading (clockwise from up). */
export interface Projection {
  readonly point: (p: Point) => Point;
  readonly angle: (facing: Degrees) => Degrees;
  readonly floor: (x: number, y: number) => Point;
  readonly scale: number;
}

/**
 * Fits a figure's rectangle into a picture of `size` units a side, turned so that the viewer is at the bottom.
 * `mirrored` swaps left and right, for a class that faces the teacher.
 */
export function project(a: Analysis, view: Viewpoint, mirrored: boolean, size: number): Projection {
  const turn = turnOf(a, view);
  const r = a.floor.rectangle;
  const finite = Number.isFinite(r.minX);
  const centre = finite ? { x: (r.minX + r.maxX) / 2, y: (r.minY + r.maxY) / 2 } : { x: 0, y: 0.5 };
  const span = finite ? Math.max(r.maxX - r.minX, r.maxY - r.minY, 1.6) + 0.3 : 2.4;
  const scale = size / span;
  const flip = mirrored ? -1 : 1;
  const c = Math.cos(radians(turn));
  const s = Math.sin(radians(turn));
  return {
    scale,
    point: (p) => {
      const [dx, dy] = [p.x - centre.x, p.y - centre.y];
      return { x: size / 2 + flip * scale * (dx * c - dy * s), y: size / 2 - scale * (dx * s + dy * c) };
    },
    angle: (facing) => flip * (facing - turn),
    floor: (x, y) => {
      const u = ((x - size / 2) / scale) * flip;
      const v = (size / 2 - y) / scale;
      return { x: centre.x + u * c + v * s, y: centre.y - u * s + v * c };
    },
  };
}

/** Only one of the two has steps yet: what the other does meanwhile is not known. @example oneAlone(analyse(begun)) // true */
export const oneAlone = (a: Analysis): boolean =>
  (a.roles.leader.actions.length === 0) !== (a.roles.follower.actions.length === 0);

/** The heading that points up in the picture. */
function turnOf(a: Analysis, view: Viewpoint): Degrees {
  const facing = a.figure.start.facing;
  switch (view) {
    case 'leader':
      return facing;
    case 'follower':
      return a.roles.follower.path.facing[0] ?? facing + 180;
    case 'near':
      return facing - 90;
    case 'far':
      return facing + 90;
  }
}

/** One dancer at a moment. */
export interface Pose {
  readonly body: Point;
  readonly facing: Degrees;
  readonly feet: Readonly<
    Record<Foot, { readonly at: Point; readonly angle: Degrees; readonly weight: boolean }>
  >;
}

/** The dancer at any time, between ticks too. */
export function poseAt(a: Analysis, role: Role, tick: number): Pose {
  const { path, actions } = a.roles[role];
  const at = Math.min(Math.max(tick - path.from, 0), Math.max(0, path.x.length - 1));
  const support = actions.findLast((w) => w.tick <= tick)?.after ?? actions[0]?.before ?? 'both';
  const foot = (f: Foot) => ({
    at: { x: sample(path.feet[f].x, at), y: sample(path.feet[f].y, at) },
    angle: sample(path.feet[f].angle, at),
    weight: support === 'both' || support === f,
  });
  return {
    body: { x: sample(path.x, at), y: sample(path.y, at) },
    facing: sample(path.facing, at),
    feet: { L: foot('L'), R: foot('R') },
  };
}

function sample(values: Float64Array, at: number): number {
  const i = Math.floor(at);
  const a = values[i] ?? 0;
  const b = values[i + 1] ?? a;
  return a + (b - a) * (at - i);
}

/** A footprint left on the floor. */
export interface Footprint {
  readonly role: Role;
  readonly index: number;
  readonly tick: Ticks;
  readonly foot: Foot;
  readonly at: Point;
  readonly angle: Degrees;
  readonly weight: boolean;
}

/** Every placing of a role, in order of time. */
export function footprints(a: Analysis, role: Role): Footprint[] {
  const { path, actions } = a.roles[role];
  return path.placings.flatMap((p: Placing) => {
    const w = actions[p.index];
    return p.foot && w
      ? [{ role, index: p.index, tick: p.tick, foot: p.foot, at: p.at, angle: p.facing, weight: w.change }]
      : [];
  });
}

const DRAGGABLE: readonly Direction[] = [
  'fwd',
  'back',
  'side',
  'diag-fwd',
  'diag-back',
  'across',
  'behind',
  'place',
];
const SCALES = [0.5, 1, 1.5];

/**
 * What a footprint dragged to `to` says: the direction and size whose landing is nearest, named sizes where they are
 * near enough and a multiple of a normal step otherwise. Nothing else changes.
 */
export function dragged(a: Analysis, role: Role, index: number, to: Point): ActionPatch | undefined {
  const { path, actions, size } = a.roles[role];
  const placing = path.placings[index];
  const action = actions[index]?.action;
  if (!placing?.foot || !action) return undefined;
  const foot = placing.foot;
  const step = stepLength(size.height, a.figure);
  const local = toBody(placing.facing, to.x - placing.base.x, to.y - placing.base.y);
  const side = foot === 'R' ? 1 : -1;
  const out = local.x * side - size.stance;
  const options = DRAGGABLE.map((direction) => nearestSize(direction, out, local.y, step));
  const best = options.reduce((x, y) => (y.off < x.off - 1e-6 ? y : x));
  const stays = action.kind === 'close' || action.kind === 'replace';
  return { ...(stays ? { kind: 'step' as const } : {}), direction: best.direction, size: best.size };
}

function nearestSize(
  direction: Direction,
  out: Metres,
  ahead: Metres,
  step: Metres,
): { direction: Direction; size: ActionPatch['size']; off: number } {
  const row = DIRECTIONS[direction];
  const length = Math.hypot(row.out, row.ahead) * step;
  if (length === 0) return { direction, size: undefined, off: Math.hypot(out, ahead) - 0.06 };
  const along = (out * row.out * step + ahead * row.ahead * step) / length;
  const wanted = Math.min(4, Math.max(0.2, Math.round((along / length) * 10) / 10));
  const named = SCALES.find((s) => Math.abs(s - along / length) < 0.15);
  const scale = named ?? wanted;
  const off = Math.hypot(out - row.out * step * scale, ahead - row.ahead * step * scale);
  return {
    direction,
    size: named === 1 ? undefined : named === 0.5 ? 'small' : named === 1.5 ? 'large' : wanted,
    off,
  };
}
