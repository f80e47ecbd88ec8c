import { otherRole, type Degrees, type Role, type Ticks } from '../../base';
import { signedHeading } from '../../base';
import { TIGHT_CROSSED } from '../../arms';
import { BODY_PARTS } from '../../vocabulary';
import type { ArmFault, Arms, HeldRest } from './types';

type Followed = Omit<Arms, 'faults'>;
/** Facing of the follower's shoulders less the leader's, accumulated: exact, from what is written alone. */
export type Relative = (tick: Ticks) => Degrees;

/** What only shows once every arm is known: arms that cross too often, or a hand on the body in the way. O(ticks). */
export function judge(a: Followed, relative: Relative): ArmFault[] {
  const over = a.crossings.find((c) => Math.abs(c.value) > TIGHT_CROSSED);
  const tight = over ? undefined : a.crossings.find((c) => Math.abs(c.value) >= TIGHT_CROSSED);
  return [
    ...(over
      ? [{ code: 'too-crossed' as const, crossing: over.value, tick: over.tick, ref: undefined }]
      : []),
    ...(tight ? [{ code: 'tight' as const, crossing: tight.value, tick: tight.tick, ref: undefined }] : []),
    ...a.rests.flatMap((r) => (r.how === 'block' ? blockOf(a, r, relative) : restOf(a, r, relative))),
  ];
}

const phiAt = (a: Followed, role: Role, tick: Ticks): Degrees => {
  const list = a.phi[role];
  return list[Math.max(0, Math.min(list.length - 1, tick - a.from))] ?? 0;
};

/** A blocking hand lets a turn run on this far; a resting one a little further than its part allows. Our estimates. */
const BLOCK_GIVES: Degrees = 75;
const BLOCK_SLACK: Degrees = 30;
/** How long before it is laid on a turn may have been going on that a block is laid against. Our choice: a beat. */
const BEFORE_BLOCK: Ticks = 12;
/** Less than this is no turn to lay a hand against. */
const TURNING: Degrees = 20;

/**
 * How far a dancer has turned between two ticks, relative to the partner: by facings alone, which is exact, and by the
 * line between them, which is where they are; the smaller counts, since what rests on a place alone is no mistake.
 */
function turnedOn(a: Followed, r: HeldRest, relative: Relative, tick: Ticks): Degrees {
  const turner = otherRole(r.role);
  const exact = (relative(tick) - relative(r.from)) * (turner === 'follower' ? 1 : -1);
  const seen = phiAt(a, turner, tick) - phiAt(a, turner, r.from);
  return Math.sign(exact) !== Math.sign(seen)
    ? 0
    : Math.sign(exact) * Math.min(Math.abs(exact), Math.abs(seen));
}

/** A block stops a turn in the one direction it was laid on against; turning out of it is free. */
function blockOf(a: Followed, r: HeldRest, relative: Relative): ArmFault[] {
  const turner = otherRole(r.role);
  const before = phiAt(a, turner, r.from) - phiAt(a, turner, r.from - BEFORE_BLOCK);
  let way = Math.abs(before) >= TURNING ? Math.sign(before) : 0;
  for (let tick = r.from; tick < r.to; tick++) {
    const turned = turnedOn(a, r, relative, tick);
    if (way === 0 && Math.abs(turned) >= TURNING) way = Math.sign(turned);
    if (turned * way > BLOCK_GIVES) return [{ code: 'blocked', role: turner, rest: r, tick, ref: undefined }];
  }
  return [];
}

/**
 * A resting hand is in the way once the partner has turned on further than its part of the body allows: from where it
 * was laid, and from facing each other.
 */
function restOf(a: Followed, r: HeldRest, relative: Relative): ArmFault[] {
  const turner = otherRole(r.role);
  const gives = BODY_PARTS[r.on].gives + BLOCK_SLACK;
  for (let tick = r.from; tick < r.to; tick++) {
    const turned = Math.abs(turnedOn(a, r, relative, tick));
    if (turned <= gives) continue;
    if (turned < 360 - gives && Math.abs(signedHeading(phiAt(a, turner, tick))) <= gives) continue;
    return [{ code: 'blocked', role: turner, rest: r, tick, ref: undefined }];
  }
  return [];
}
