import { otherRole, radians, type Hand, type Metres, type Role, type Ticks } from '../../base';
import { BODY } from '../../vocabulary';
import type { BodySize } from '../bodies';
import type { Path } from '../path';
import type { Both } from './types';

interface Reaching {
  readonly paths: Both<Path>;
  readonly sizes: Both<BodySize>;
}

/** Lengths that decide whether hands can meet. All are estimates; above 0 is missing. */

/** How much the raised hands are below the top of a head, as high as both partners can reach. */
export const headroomShort = (sizes: Both<BodySize>, under: Role): Metres => {
  const up = (b: BodySize): Metres => b.height * BODY.shoulderHeight + b.reach;
  return sizes[under].height - Math.min(up(sizes.leader), up(sizes.follower));
};

/** How far a hand is from the partner's body. */
export function restTooFar({ paths, sizes }: Reaching, role: Role, tick: Ticks): Metres {
  const i = tick - paths.leader.from;
  const { leader: l, follower: f } = paths;
  const apart = Math.hypot((f.x[i] ?? 0) - (l.x[i] ?? 0), (f.y[i] ?? 0) - (l.y[i] ?? 0));
  return apart - sizes[role].reach - sizes[role].halfBreadth - sizes[otherRole(role)].halfDepth;
}

/** How far two hands are from meeting, shoulder to shoulder against both arms. */
export function shouldersTooFar(
  { paths, sizes }: Reaching,
  leader: Hand,
  follower: Hand,
  tick: Ticks,
): Metres {
  const i = tick - paths.leader.from;
  const shoulder = (role: Role, hand: Hand): { x: Metres; y: Metres } => {
    const a = radians(paths[role].chest[i] ?? 0);
    const side = (hand === 'R' ? 1 : -1) * sizes[role].halfBreadth;
    return {
      x: (paths[role].x[i] ?? 0) + side * Math.cos(a),
      y: (paths[role].y[i] ?? 0) - side * Math.sin(a),
    };
  };
  const [a, b] = [shoulder('leader', leader), shoulder('follower', follower)];
  return Math.hypot(a.x - b.x, a.y - b.y) - sizes.leader.reach - sizes.follower.reach;
}
