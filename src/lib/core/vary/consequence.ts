import { ROLES, TICKS_PER_BEAT, signedHeading, type Foot, type Role, type Ticks } from '../base';
import { armsAt, arrival, embracedAt, turnRate, weightChanges, type Analysis } from '../analysis';
import { nameOf } from '../arms';
import { check, keyOf, type Finding } from '../findings';
import { LEVELS, type Level } from '../vocabulary';
import { levelNeeded } from './level';

/** How two arrivals may differ and still be the same to the partner. Our choice. */
const SAME_PLACE = 0.12;
const SAME_FACING = 15;

/** Why a change cannot be kept to oneself, and where it first shows. */
export interface Disturbance {
  readonly why: 'length' | 'hands' | 'foot' | 'place' | 'facing';
  readonly tick: Ticks;
}

/** What a variation does to a figure. */
export interface Consequence {
  readonly counts: { readonly was: number; readonly now: number };
  readonly changes: Readonly<Record<Role, { readonly was: number; readonly now: number }>>;
  readonly endFree: Readonly<
    Record<Role, { readonly was: Foot | undefined; readonly now: Foot | undefined }>
  >;
  /** Roles that dance something else. */
  readonly who: readonly Role[];
  /** Absent where one role alone may do it without the partner noticing. */
  readonly led: Disturbance | undefined;
  readonly turn: Readonly<Record<Role, { readonly was: number; readonly now: number }>>;
  /** Fastest beat of turning, revolutions a second at the figure's fastest tempo, and what its level is given. */
  readonly rate: { readonly was: number; readonly now: number; readonly limit: number };
  readonly endHold: { readonly was: string; readonly now: string };
  readonly level: { readonly was: Level; readonly now: Level };
  readonly brings: readonly Finding[];
  readonly mends: readonly Finding[];
}

/** Compares a figure with what a variation made of it. O(actions + counts). */
export function consequence(before: Analysis, after: Analysis): Consequence {
  const known = check(before);
  const found = check(after);
  const keys = new Set(known.map(keyOf));
  const left = new Set(found.map(keyOf));
  const both = <T>(f: (a: Analysis) => T): { was: T; now: T } => ({ was: f(before), now: f(after) });
  const perRole = <T>(f: (a: Analysis, r: Role) => T): Record<Role, { was: T; now: T }> => ({
    leader: both((a) => f(a, 'leader')),
    follower: both((a) => f(a, 'follower')),
  });
  const who = ROLES.filter((r) => danced(before, r) !== danced(after, r));
  return {
    counts: both((a) => a.counts),
    changes: perRole((a, r) => weightChanges(a.roles[r].actions)),
    endFree: perRole((a, r) => a.roles[r].endFree),
    who,
    led: who.length === 0 ? undefined : disturbance(before, after, who),
    turn: perRole((a, r) => a.roles[r].total),
    rate: { ...both(fastest), limit: LEVELS[after.figure.level].turnRate },
    endHold: both((a) => nameOf(armsAt(a.arms, a.end, true)).title),
    level: both(levelNeeded),
    brings: found.filter((f) => !keys.has(keyOf(f))),
    mends: known.filter((f) => !left.has(keyOf(f))),
  };
}

const fastest = (a: Analysis): number =>
  Math.max(...ROLES.map((r) => turnRate(a.roles[r].fastest.revolutions, TICKS_PER_BEAT, a.figure.tempo.max)));

const danced = (a: Analysis, role: Role): string =>
  JSON.stringify(a.roles[role].actions.map((w) => [w.tick, w.end, w.foot, { ...w.action, note: undefined }]));

/**
 * Where the partner first notices: at every joint between units the arrival must be the same. A weight fake is not felt
 * through a hand, only body to body, or when the other foot is still free at the end.
 */
function disturbance(before: Analysis, after: Analysis, who: readonly Role[]): Disturbance | undefined {
  if (before.end !== after.end || before.start !== after.start)
    return { why: 'length', tick: Math.min(before.end, after.end) };
  const hands = handsDiffer(before, after);
  if (hands !== undefined) return { why: 'hands', tick: hands };
  for (const unit of before.roles.leader.units)
    for (const role of who) {
      const why = arrivalDiffers(before, after, role, unit.to);
      if (why) return { why, tick: unit.to };
    }
  return undefined;
}

function arrivalDiffers(
  before: Analysis,
  after: Analysis,
  role: Role,
  joint: Ticks,
): Disturbance['why'] | undefined {
  const [x, y] = [arrival(before, role, joint), arrival(after, role, joint)];
  const stays = before.roles[role].endFree !== after.roles[role].endFree;
  const felt = stays || embracedAt(after.contacts, joint);
  if (x.free !== y.free && felt) return 'foot';
  if (Math.abs(signedHeading(x.facing - y.facing)) > SAME_FACING) return 'facing';
  return Math.hypot(x.x - y.x, x.y - y.y) > SAME_PLACE ? 'place' : undefined;
}

/** The first count at which what the hands do is another. */
function handsDiffer(before: Analysis, after: Analysis): Ticks | undefined {
  const said = (a: Analysis): Map<Ticks, string> =>
    new Map(a.words.filter((w) => w.track === 'hands').map((w) => [w.tick, w.text]));
  const [x, y] = [said(before), said(after)];
  const ticks = [...new Set([...x.keys(), ...y.keys()])].sort((p, q) => p - q);
  return ticks.find((t) => x.get(t) !== y.get(t));
}
