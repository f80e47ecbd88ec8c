import { fromBody, heading, type Degrees, type Metres, type Point, type Role } from '../base';
import { trunkAt, type Analysis, type Trunk } from '../analysis';
import { HEAD_PLACES, type Lean } from '../vocabulary';
import { poseAt } from './floor';

/** Head and upper body at a moment, seen from above. */
export interface TrunkPose {
  readonly trunk: Trunk;
  /** Where the shoulders face, and where the dancer looks. */
  readonly chest: Degrees;
  readonly look: Degrees;
  /** How far the head is from over the feet, floor axes. */
  readonly off: Point;
  /** Shown at all: something is said of it. */
  readonly said: boolean;
}

/** How far a lean and the like bring the head out, metres. Our estimate, for drawing only. */
const OUT = { lean: 0.14, bend: 0.16, tilt: 0.05, sway: 0.08, dip: 0.34 } as const satisfies Record<
  string,
  Metres
>;

const WAYS: Readonly<Record<Exclude<Lean, 'towards' | 'away'>, readonly [right: number, ahead: number]>> = {
  fwd: [0, 1],
  back: [0, -1],
  left: [-1, 0],
  right: [1, 0],
};

/** @example trunkPoseAt(analysis, 'follower', 24).look */
export function trunkPoseAt(a: Analysis, role: Role, tick: number): TrunkPose {
  const trunk = trunkAt(a.trunks[role], Math.max(0, tick));
  const me = poseAt(a, role, tick);
  const you = poseAt(a, role === 'leader' ? 'follower' : 'leader', tick);
  const towards = heading(Math.atan2(you.body.x - me.body.x, you.body.y - me.body.y) * (180 / Math.PI));
  const chest = me.facing + trunk.twist;
  return {
    trunk,
    chest,
    look: lookOf(trunk, chest, towards),
    off: offOf(trunk, chest, towards),
    said: a.trunks[role].some((s) => s.from <= tick),
  };
}

function lookOf(t: Trunk, chest: Degrees, towards: Degrees): Degrees {
  if (t.head === 'partner') return towards;
  if (t.head === 'out') return towards + 180;
  return chest + (t.head ? HEAD_PLACES[t.head].turn : 0);
}

function offOf(t: Trunk, chest: Degrees, towards: Degrees): Point {
  let [x, y] = [0, 0];
  const add = (facing: Degrees, right: number, ahead: number, by: Metres): void => {
    const d = fromBody(facing, right * by, ahead * by);
    x += d.x;
    y += d.y;
  };
  if (t.dip || t.drop) add(chest, 0, -1, OUT.dip);
  else if (t.lean === 'towards') add(towards, 0, 1, OUT.lean);
  else if (t.lean === 'away' || t.lean === 'any') add(towards, 0, -1, OUT.lean);
  else if (t.lean) add(chest, ...WAYS[t.lean], OUT.lean);
  if (t.bend && t.bend !== 'knees') add(chest, ...WAYS[t.bend], OUT.bend);
  if (t.sway) add(chest, t.sway === 'L' ? -1 : 1, 0, OUT.sway);
  if (t.tilt) add(chest, t.tilt === 'L' ? -1 : 1, 0, OUT.tilt);
  return { x, y };
}
