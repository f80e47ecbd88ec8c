import type { Degrees, Role, Ticks } from '../../base';
import { sorted, type Arm, type ArmState } from '../../arms';
import { quarter } from './relative';
import { valueAt, type Arms, type HeldArm } from './types';

/**
 * The arms at a tick, which may lie between two. Settled: facings rounded to quarters, as states are named.
 * @example nameOf(armsAt(a.arms, a.end, true)).title
 */
export function armsAt(arms: Arms, tick: number, settled = false): ArmState {
  const phiOf = (role: Role): Degrees => {
    const list = arms.phi[role];
    const at = Math.max(0, Math.min(list.length - 1, tick - arms.from));
    const i = Math.floor(at);
    const phi = (list[i] ?? 0) + ((list[Math.min(i + 1, list.length - 1)] ?? 0) - (list[i] ?? 0)) * (at - i);
    return settled ? quarter(phi) : phi;
  };
  const phi = { leader: phiOf('leader'), follower: phiOf('follower') };
  const live = arms.held.filter((h) => h.from <= tick && (tick < h.to || isLast(arms, h.to)));
  const state = live.map((h): Arm => ({
    leader: h.leader,
    follower: h.follower,
    height: valueAt(h.heights, tick, 'low'),
    grip: valueAt(h.grips, tick, 'loose'),
    at: valueAt(h.places, tick, 'hand'),
    w: {
      leader: 360 * valueAt(h.turns.leader, tick, 0) - phi.leader || 0,
      follower: 360 * valueAt(h.turns.follower, tick, 0) - phi.follower || 0,
    },
  }));
  return {
    phi,
    arms: sorted(state),
    crossing: live.length < 2 ? 0 : valueAt(arms.crossings, tick, 0),
    rests: arms.rests
      .filter((r) => r.from <= tick && (tick < r.to || isLast(arms, r.to)))
      .map(({ role, hand, on, how }) => ({ role, hand, on, how })),
  };
}

/** What lasts to the end still holds at the end. */
const isLast = (arms: Arms, to: Ticks): boolean => to >= arms.from + arms.phi.leader.length - 1;

/** Which pairs are joined at a tick. */
export const joinedAt = (arms: Arms, tick: number): readonly HeldArm[] =>
  arms.held.filter((h) => h.from <= tick && tick < h.to);
