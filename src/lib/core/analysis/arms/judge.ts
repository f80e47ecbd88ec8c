import { ROLES, otherRole, type Degrees, type Role, type Ticks } from '../../base';
import { asRight, inRange, tooCrossed } from '../../arms';
import { BODY_PARTS } from '../../vocabulary';
import { quarter } from './relative';
import { valueAt, type ArmFault, type Arms, type HeldArm, type HeldRest } from './types';

type Followed = Omit<Arms, 'faults'>;

/** What only shows once every arm is known: arms that lock, cross too often, or meet a hand on the body. O(ticks). */
export function judge(a: Followed): ArmFault[] {
  const crossed = a.crossings.find((c) => tooCrossed(c.value));
  return [
    ...a.held.flatMap((arm) => ROLES.flatMap((role) => lockOf(a, arm, role))),
    ...(crossed
      ? [{ code: 'too-crossed' as const, crossing: crossed.value, tick: crossed.tick, ref: undefined }]
      : []),
    ...a.rests.flatMap((r) => blockOf(a, r)),
  ];
}

const phiAt = (a: Followed, role: Role, tick: Ticks): Degrees => {
  const list = a.phi[role];
  return list[Math.max(0, Math.min(list.length - 1, tick - a.from))] ?? 0;
};

function lockOf(a: Followed, arm: HeldArm, role: Role): ArmFault[] {
  const hand = arm[role];
  let behind: Ticks | undefined;
  for (let tick = arm.from; tick < arm.to; tick++) {
    if (valueAt(arm.heights, tick, 'low') === 'overhead') continue;
    const phi = phiAt(a, role, tick);
    const w = quarter(360 * valueAt(arm.turns[role], tick, 0) - phi);
    if (asRight(hand, w) >= 270) behind ??= tick;
    if (inRange(hand, w)) continue;
    const turned = Math.abs(phi - phiAt(a, role, lowSince(arm, tick)));
    const half = Math.max(1, Math.ceil(Math.round(turned / 90) / 2));
    return [{ code: 'locks', role, hand, arm: arm.leader, half, tick, ref: undefined }];
  }
  if (behind === undefined) return [];
  return [{ code: 'behind-back', role, hand, arm: arm.leader, tick: behind, ref: undefined }];
}

function lowSince(arm: HeldArm, tick: Ticks): Ticks {
  const down = arm.heights.filter((h) => h.tick <= tick && h.value !== 'overhead').at(-1);
  return Math.max(arm.from, down?.tick ?? arm.from);
}

/** A blocking hand lets a turn run on this far; a resting one a little further than its part allows. Our estimates. */
const BLOCK_GIVES: Degrees = 75;
const BLOCK_SLACK: Degrees = 30;

function blockOf(a: Followed, r: HeldRest): ArmFault[] {
  const turner = otherRole(r.role);
  const start = phiAt(a, turner, r.from);
  const gives = r.how === 'block' ? BLOCK_GIVES : BODY_PARTS[r.on].gives + BLOCK_SLACK;
  for (let tick = r.from; tick < r.to; tick++) {
    if (Math.abs(phiAt(a, turner, tick) - start) <= gives) continue;
    return [{ code: 'blocked', role: turner, rest: r, tick, ref: undefined }];
  }
  return [];
}
