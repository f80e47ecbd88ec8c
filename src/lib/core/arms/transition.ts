import { ROLES, fail, never, ok, type Degrees, type Hand, type Result, type Role } from '../base';
import { BODY_PARTS, GRIPS, type ArmPlace, type Grip, type Height } from '../vocabulary';
import { simplestCrossing, tooCrossed } from './crossings';
import {
  armOf,
  freeHands,
  inRange,
  naturalBearing,
  sorted,
  type Arm,
  type ArmState,
  type Both,
  type Rest,
} from './state';
import { halves, swing } from './swing';

/** Passes of one arm (named by the leader's hand) over one dancer's head; +1 adds 360 to the bearing there. */
export interface Over {
  readonly arm: Hand;
  readonly role: Role;
  readonly passes: number;
}
/** How a joined pair of hands looks, without changing what is joined. */
export interface Look {
  readonly height: Height;
  readonly grip: Grip;
  readonly at: ArmPlace;
}

/**
 * One change of the arms, as a value: {@link apply} does it.
 * - `turn`: either or both turn relative to the partner, any multiple of 15°; hands not named stay low
 * - `round`: the partners go round each other, clockwise positive, neither turning: both facings change by −`by`
 * - `pass`: a hand goes over a head while nobody turns
 * - `take`, `release`: carry the whole arm; `crossing` is that of the two-arm state
 * - `look`: raise, lower, turn the palm, slide along the arm
 * - `rest`, `lift`: a hand laid on the partner's body (placed, draped, blocking), and taken off
 * - `all`: several in a row, such as a change of hands
 */
export type Transition =
  | { readonly type: 'turn'; readonly by: Both<Degrees>; readonly over: readonly Over[] }
  | { readonly type: 'round'; readonly by: Degrees; readonly over: readonly Over[] }
  | { readonly type: 'pass'; readonly over: Over }
  | { readonly type: 'take'; readonly arm: Arm; readonly crossing: number }
  | { readonly type: 'release'; readonly arm: Arm; readonly crossing: number }
  | { readonly type: 'look'; readonly arm: Hand; readonly from: Look; readonly to: Look }
  | { readonly type: 'rest'; readonly rest: Rest }
  | { readonly type: 'lift'; readonly rest: Rest }
  | { readonly type: 'all'; readonly steps: readonly Transition[] };

/** Why something cannot be done with the arms. Hands are the named dancer's own. */
export type ArmFailure =
  /** The arm cannot go further round its body; at which half turn, from 1. */
  | { readonly code: 'locks'; readonly role: Role; readonly hand: Hand; readonly half: number }
  | { readonly code: 'too-crossed'; readonly crossing: number }
  | { readonly code: 'hand-busy'; readonly role: Role; readonly hand: Hand }
  | { readonly code: 'not-held'; readonly role: Role; readonly hand: Hand }
  /** A hand on the body is in the way of the turn. */
  | { readonly code: 'blocked'; readonly rest: Rest }
  /** A clamped grip cannot swivel under a hand that goes over. */
  | { readonly code: 'cannot-swivel'; readonly arm: Hand };

const noTurn: Both<Degrees> = { leader: 0, follower: 0 };

/**
 * The state after a transition; the state given is not touched. Errors say which arm stops it and where.
 * @example apply(twoHands, turnUnder(twoHands, 'follower', 360, ['L', 'R'])) // double cross, crossing 2
 */
export function apply(s: ArmState, t: Transition): Result<ArmState, ArmFailure> {
  switch (t.type) {
    case 'turn':
      return turned(s, t.by, t.over);
    case 'round':
      return turned(s, { leader: -t.by, follower: -t.by }, t.over);
    case 'pass':
      return turned(s, noTurn, [t.over]);
    case 'take':
      return taken(s, t.arm, t.crossing);
    case 'release':
      return released(s, t.arm);
    case 'look':
      return relooked(s, t.arm, t.to);
    case 'rest':
      return rested(s, t.rest);
    case 'lift':
      return lifted(s, t.rest);
    case 'all':
      return t.steps.reduce<Result<ArmState, ArmFailure>>(
        (r, step) => (r.ok ? apply(r.value, step) : r),
        ok(s),
      );
    default:
      return never(t);
  }
}

/**
 * The state after a transition whether the arms allow it or not: what a figure that cannot be danced goes on from.
 * What {@link apply} refuses for its hands (busy, not held) changes nothing.
 */
export function applied(s: ArmState, t: Transition): ArmState {
  const next = apply(s, t);
  if (next.ok) return next.value;
  switch (t.type) {
    case 'turn':
      return swung(s, t.by, t.over);
    case 'round':
      return swung(s, { leader: -t.by, follower: -t.by }, t.over);
    case 'pass':
      return swung(s, noTurn, [t.over]);
    case 'take':
      return { ...s, arms: sorted([...s.arms, t.arm]), crossing: s.arms.length === 0 ? 0 : t.crossing };
    default:
      return s;
  }
}

/** Bearings, facings and crossing after a turn, without asking whether an arm gets so far. */
function swung(s: ArmState, by: Both<Degrees>, over: readonly Over[]): ArmState {
  const arms = s.arms.map((arm) => {
    const w = (role: Role): Degrees => arm.w[role] - by[role] + 360 * passesOf(over, arm.leader, role) || 0;
    return { ...arm, w: { leader: w('leader'), follower: w('follower') } };
  });
  const passes = over.reduce((sum, o) => sum + o.passes, 0);
  const crossing = s.arms.length < 2 ? 0 : s.crossing + passes || 0;
  const phi = { leader: s.phi.leader + by.leader, follower: s.phi.follower + by.follower };
  return { ...s, phi, arms, crossing };
}

function turned(s: ArmState, by: Both<Degrees>, over: readonly Over[]): Result<ArmState, ArmFailure> {
  const blocking = s.rests.find(
    (r) => Math.abs(by[r.role === 'leader' ? 'follower' : 'leader']) > BODY_PARTS[r.on].gives,
  );
  if (blocking) return fail({ code: 'blocked', rest: blocking });
  for (const arm of s.arms)
    for (const role of ROLES) {
      const passes = passesOf(over, arm.leader, role);
      if (passes !== 0 && !GRIPS[arm.grip].swivels) return fail({ code: 'cannot-swivel', arm: arm.leader });
      // A raised arm goes round with the dancer; where it comes down decides what it has gone over.
      if (arm.height === 'overhead') continue;
      const half = lockedAt(arm[role], arm.w[role], by[role], passes);
      if (half !== undefined) return fail({ code: 'locks', role, hand: arm[role], half });
    }
  const unheld = over.find((o) => !armOf(s, 'leader', o.arm));
  if (unheld) return fail({ code: 'not-held', role: 'leader', hand: unheld.arm });
  const next = swung(s, by, over);
  return tooCrossed(next.crossing) ? fail({ code: 'too-crossed', crossing: next.crossing }) : ok(next);
}

const passesOf = (over: readonly Over[], arm: Hand, role: Role): number => {
  let n = 0;
  for (const o of over) if (o.arm === arm && o.role === role) n += o.passes;
  return n;
};

/** The half turn at which an arm locks; undefined when it gets through. Passes against the turn are made at once. */
function lockedAt(hand: Hand, w: Degrees, by: Degrees, passes: number): number | undefined {
  if (by !== 0 && Math.sign(passes) === -Math.sign(by) && passes !== 0) {
    const end = w - by + 360 * passes;
    return inRange(hand, end) ? undefined : halves(by).length;
  }
  if (by === 0) return inRange(hand, w + 360 * passes) ? undefined : 1;
  const path = swing(hand, w, by, Math.abs(passes));
  return 'half' in path ? path.half : undefined;
}

function taken(s: ArmState, arm: Arm, crossing: number): Result<ArmState, ArmFailure> {
  for (const role of ROLES) {
    if (!freeHands(s, role).includes(arm[role])) return fail({ code: 'hand-busy', role, hand: arm[role] });
    if (!inRange(arm[role], arm.w[role])) return fail({ code: 'locks', role, hand: arm[role], half: 1 });
  }
  return ok({ ...s, arms: sorted([...s.arms, arm]), crossing: s.arms.length === 0 ? 0 : crossing });
}

function released(s: ArmState, arm: Arm): Result<ArmState, ArmFailure> {
  const held = armOf(s, 'leader', arm.leader);
  if (held?.follower !== arm.follower) return fail({ code: 'not-held', role: 'leader', hand: arm.leader });
  return ok({ ...s, arms: s.arms.filter((a) => a !== held), crossing: 0 });
}

function relooked(s: ArmState, hand: Hand, to: Look): Result<ArmState, ArmFailure> {
  if (!armOf(s, 'leader', hand)) return fail({ code: 'not-held', role: 'leader', hand });
  return ok({ ...s, arms: s.arms.map((a) => (a.leader === hand ? { ...a, ...to } : a)) });
}

function rested(s: ArmState, rest: Rest): Result<ArmState, ArmFailure> {
  if (!freeHands(s, rest.role).includes(rest.hand))
    return fail({ code: 'hand-busy', role: rest.role, hand: rest.hand });
  return ok({ ...s, rests: [...s.rests, rest] });
}

const sameRest = (a: Rest, b: Rest): boolean => a.role === b.role && a.hand === b.hand && a.on === b.on;

function lifted(s: ArmState, rest: Rest): Result<ArmState, ArmFailure> {
  if (!s.rests.some((r) => sameRest(r, rest)))
    return fail({ code: 'not-held', role: rest.role, hand: rest.hand });
  return ok({ ...s, rests: s.rests.filter((r) => !sameRest(r, rest)) });
}

/** How a hand may be taken. `top`: which of the leader's hands lies on top where the arms must cross. */
export interface TakeHow {
  readonly height?: Height;
  readonly grip?: Grip;
  readonly top?: Hand;
  /** Across the front of that dancer instead of beside the own shoulder. */
  readonly front?: readonly Role[];
}

/**
 * Taking a hand as one simply does from here: the shortest way round each body, the fewest crossings.
 * @example apply(APART, takeHands(APART, 'L', 'R'))
 */
export function takeHands(s: ArmState, leader: Hand, follower: Hand, how: TakeHow = {}): Transition {
  const front = (role: Role): boolean => how.front?.includes(role) ?? false;
  const arm: Arm = {
    leader,
    follower,
    height: how.height ?? 'low',
    grip: how.grip ?? 'loose',
    at: 'hand',
    w: {
      leader: naturalBearing(leader, s.phi.leader, front('leader')),
      follower: naturalBearing(follower, s.phi.follower, front('follower')),
    },
  };
  return { type: 'take', arm, crossing: simplestCrossing(sorted([...s.arms, arm]), how.top ?? leader) };
}

/** Letting a hand go; undefined when the leader's hand holds nothing. */
export function releaseHand(s: ArmState, leader: Hand): Transition | undefined {
  const arm = armOf(s, 'leader', leader);
  return arm && { type: 'release', arm, crossing: s.crossing };
}

/** A change of hands: what is in the way is let go, then the new pair is taken. */
export function changeTo(s: ArmState, leader: Hand, follower: Hand, how: TakeHow = {}): Transition {
  const steps: Transition[] = [];
  let now = s;
  for (const arm of s.arms) {
    if (arm.leader !== leader && arm.follower !== follower) continue;
    const release: Transition = { type: 'release', arm, crossing: now.crossing };
    steps.push(release);
    now = { ...now, arms: now.arms.filter((a) => a !== arm), crossing: 0 };
  }
  return { type: 'all', steps: [...steps, takeHands(now, leader, follower, how)] };
}

/** Raising, lowering, turning the palm or sliding; undefined when the hand holds nothing. */
export function lookAs(s: ArmState, leader: Hand, patch: Partial<Look>): Transition | undefined {
  const arm = armOf(s, 'leader', leader);
  if (!arm) return undefined;
  const from = { height: arm.height, grip: arm.grip, at: arm.at };
  return { type: 'look', arm: leader, from, to: { ...from, ...patch } };
}

/** One dancer's turn with some hands (the leader's names) going over that dancer's head as often as needed. */
export function turnUnder(role: Role, by: Degrees, over: readonly Hand[]): Transition {
  const passes = Math.max(1, Math.round(Math.abs(by) / 360)) * Math.sign(by);
  return {
    type: 'turn',
    by: { leader: 0, follower: 0, [role]: by },
    over: over.map((arm) => ({ arm, role, passes })),
  };
}
