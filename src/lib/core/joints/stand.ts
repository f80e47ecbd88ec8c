import {
  ROLES,
  TICKS_PER_BEAT,
  signedHeading,
  toBody,
  type Degrees,
  type Foot,
  type Metres,
  type Point,
  type Role,
  type Ticks,
} from '../base';
import { keyOfState, type ArmState } from '../arms';
import { armsAt, type Analysis } from '../analysis';
import { FORMATIONS, KINDS, danceOf, type Dance, type Feel } from '../vocabulary';

type Both<T> = Readonly<Record<Role, T>>;

/**
 * How a couple stands where a figure begins or ends. Places are the follower's from the leader, as the leader sees
 * them; the direction of the last (or first) step likewise, metres.
 */
export interface Stand {
  readonly free: Both<Foot | 'both'>;
  /** Settled, heights left out of account. */
  readonly arms: ArmState;
  readonly right: Metres;
  readonly ahead: Metres;
  /** The follower's facing less the leader's. */
  readonly turn: Degrees;
  /** The leader's facing from the reference line, within (−180, 180]. */
  readonly facing: Degrees;
  /** How far the leader is to the right of the lane, seen along his or her facing there. */
  readonly aside: Metres;
  readonly moving: Both<Point>;
  /** At the beginning: how long before it a step is made. At the end: how long nothing is done. Ticks. */
  readonly spare: Both<Ticks>;
}

/** What is compared at a joint. */
export interface Ends {
  readonly dance: Dance;
  readonly feel: Feel;
  readonly unitBeats: number;
  readonly entry: Stand;
  readonly exit: Stand;
  /** The leader ends facing the other way along the slot. */
  readonly turnsBack: boolean;
}

/** Distances at joints are estimates: told apart by this much only. */
const GRAIN: Metres = 0.05;
const grained = (x: Metres): Metres => Math.round(x / GRAIN) * GRAIN || 0;
const grain = (p: Point): Point => ({ x: grained(p.x), y: grained(p.y) });

/** Both ends of a figure. O(actions). @example endsOf(analyse(figure)).exit.free.leader // 'L' */
export const endsOf = (a: Analysis): Ends => ({
  dance: danceOf(a.figure),
  feel: a.figure.feel,
  unitBeats: a.unitBeats,
  entry: entryOf(a),
  exit: exitOf(a),
  turnsBack: Math.abs(signedHeading((a.roles.leader.path.facing.at(-1) ?? 0) - a.figure.start.facing)) > 90,
});

function entryOf(a: Analysis): Stand {
  const { start } = a.figure;
  const place = FORMATIONS[start.formation];
  return {
    free: { leader: start.leaderFree, follower: start.followerFree },
    arms: armsAt(a.arms, a.arms.from, true),
    right: grained(place.right),
    ahead: grained(place.ahead),
    turn: signedHeading(place.turn),
    facing: signedHeading(start.facing),
    aside: 0,
    moving: both((r) => firstStep(a, r)),
    spare: both((r) => Math.max(0, a.start - (a.roles[r].actions[0]?.tick ?? a.start))),
  };
}

function exitOf(a: Analysis): Stand {
  const { leader } = a.roles;
  const { end } = a.floor;
  const last = leader.path.x.length - 1;
  const facing = leader.path.facing[last] ?? 0;
  const at = { x: leader.path.x[last] ?? 0, y: leader.path.y[last] ?? 0 };
  return {
    free: both((r) => a.roles[r].endFree ?? 'both'),
    arms: armsAt(a.arms, a.end, true),
    right: grained(end.right),
    ahead: grained(end.ahead),
    turn: signedHeading(Math.round(end.turn / 15) * 15),
    facing: signedHeading(Math.round(facing / 15) * 15),
    aside: grained(asideOf(a, at, facing)),
    moving: both((r) => lastStep(a, r)),
    spare: both((r) => a.end - lastAct(a, r)),
  };
}

const both = <T>(f: (role: Role) => T): Both<T> => ({ leader: f('leader'), follower: f('follower') });

/** How far a point is off the lane, to the right of someone facing along it either way. */
function asideOf(a: Analysis, at: Point, facing: Degrees): Metres {
  const off = toBody(a.figure.start.facing, at.x, at.y).x;
  return Math.abs(signedHeading(facing - a.figure.start.facing)) > 90 ? -off : off;
}

const acting = (a: Analysis, role: Role) => {
  const { actions, path } = a.roles[role];
  return path.placings.filter((p) => {
    const w = actions[p.index];
    return p.foot !== undefined && w !== undefined && KINDS[w.action.kind].weight !== 'free';
  });
};

/** The first step, as the leader faces at the beginning. */
function firstStep(a: Analysis, role: Role): Point {
  const p = acting(a, role)[0];
  const { path } = a.roles[role];
  if (!p || p.tick > a.start) return { x: 0, y: 0 };
  return grain(toBody(a.figure.start.facing, p.body.x - (path.x[0] ?? 0), p.body.y - (path.y[0] ?? 0)));
}

/** The last step, as the leader faces at the end; nothing where a beat is waited after it. */
function lastStep(a: Analysis, role: Role): Point {
  const list = acting(a, role);
  const [before, p] = [list.at(-2), list.at(-1)];
  if (!p || a.end - p.tick > TICKS_PER_BEAT) return { x: 0, y: 0 };
  const from = before?.body ?? { x: a.roles[role].path.x[0] ?? 0, y: a.roles[role].path.y[0] ?? 0 };
  const facing = a.roles.leader.path.facing.at(-1) ?? 0;
  return grain(toBody(facing, p.body.x - from.x, p.body.y - from.y));
}

const lastAct = (a: Analysis, role: Role): Ticks =>
  a.roles[role].actions.findLast((w) => w.action.kind !== 'hold')?.tick ?? a.start;

/** Two ends with the same key behave alike at every joint. */
export const keyOfStand = (s: Stand): string =>
  JSON.stringify([
    ROLES.map((r) => [s.free[r], s.moving[r].x, s.moving[r].y, Math.min(TICKS_PER_BEAT, s.spare[r])]),
    keyOfState(s.arms),
    [s.right, s.ahead, s.turn, s.facing, s.aside],
  ]);
