import { ROLES, heading, type Degrees, type Hand, type Role } from '../base';
import type { ArmPlace, BodyPart, Grip, Height, Pairing, RestHow } from '../vocabulary';
import { EASY, RANGE } from './limits.data';

export type Both<T> = Readonly<Record<Role, T>>;

/** A hand of the leader joined to a hand of the follower. */
export interface Arm {
  readonly leader: Hand;
  readonly follower: Hand;
  readonly height: Height;
  readonly grip: Grip;
  /** Where on the partner's arm the hand is; `hand` unless it slid. */
  readonly at: ArmPlace;
  /** Bearing along which the arm leaves each body, relative to its facing, accumulated. */
  readonly w: Both<Degrees>;
}

/** A hand of one dancer resting on a part of the other. */
export interface Rest {
  readonly role: Role;
  readonly hand: Hand;
  readonly on: BodyPart;
  readonly how: RestHow;
}

/**
 * The couple's arms. `phi` is each dancer's facing relative to the line to the partner, degrees clockwise,
 * accumulated: 0 faces the partner. `crossing` counts the signed crossings of the two arms, both directed from
 * leader to follower; positive where the arm running from the leader's left to right is on top.
 */
export interface ArmState {
  readonly phi: Both<Degrees>;
  /** At most two, each hand once; the leader's left hand first. */
  readonly arms: readonly Arm[];
  readonly crossing: number;
  readonly rests: readonly Rest[];
}

/** Facing, nothing held. */
export const APART: ArmState = { phi: { leader: 0, follower: 0 }, arms: [], crossing: 0, rests: [] };

/** The arm that uses a hand; undefined when the hand is free. @example armOf(state, 'leader', 'L') */
export const armOf = (s: ArmState, role: Role, hand: Hand): Arm | undefined =>
  s.arms.find((a) => a[role] === hand);

/** Hands that hold nothing and rest on nothing. */
export function freeHands(s: ArmState, role: Role): Hand[] {
  return (['L', 'R'] as const).filter(
    (h) => !armOf(s, role, h) && !s.rests.some((r) => r.role === role && r.hand === h),
  );
}

/** The same angle seen in a mirror and from a right hand: −270 across the front … +360 behind the back. */
export const asRight = (hand: Hand, w: Degrees): Degrees => (hand === 'R' ? w : -w || 0);

export const inRange = (hand: Hand, w: Degrees): boolean => w >= RANGE[hand].min && w <= RANGE[hand].max;
/** Behind the back and beyond what is easy. */
export const behindBack = (hand: Hand, w: Degrees): boolean => asRight(hand, w) > EASY;
/** Across the front and beyond what is easy. */
export const tightInFront = (hand: Hand, w: Degrees): boolean => asRight(hand, w) < -EASY;

/**
 * The bearing along which a hand leaves when it is simply taken: of all that point at the partner, the one nearest
 * to its own shoulder. `front` takes it across the front instead.
 * @example naturalBearing('R', 180) // 180, beside its own shoulder
 */
export function naturalBearing(hand: Hand, phi: Degrees, front = false): Degrees {
  const shoulder = hand === 'R' ? 90 : -90;
  const target = front ? -shoulder : shoulder;
  const start = -heading(phi);
  const off = (w: Degrees): number =>
    Math.abs(w - target) + Math.abs(w) / 1000 + (inRange(hand, w) ? 0 : 1e6);
  let best = start;
  for (const w of [start - 360, start + 360, start + 720]) if (off(w) < off(best)) best = w;
  return best || 0;
}

/** Identity of a state: facings within one turn, hands, bearings, crossing, rests. Heights and grips do not count. */
export function keyOfState(s: ArmState): string {
  const arms = s.arms.map((a) => `${a.leader}${a.follower}${a.w.leader},${a.w.follower}`);
  const rests = s.rests.map((r) => `${r.role[0]}${r.hand}@${r.on}`).sort();
  return [heading(s.phi.leader), heading(s.phi.follower), s.crossing, ...arms, ...rests].join(' ');
}

/** Mirror image: left for right in everything; crossings change sign. */
export function mirrored(s: ArmState): ArmState {
  const flip = (h: Hand): Hand => (h === 'L' ? 'R' : 'L');
  const neg = (b: Both<Degrees>): Both<Degrees> => ({ leader: -b.leader || 0, follower: -b.follower || 0 });
  return {
    phi: neg(s.phi),
    arms: sorted(
      s.arms.map((a) => ({ ...a, leader: flip(a.leader), follower: flip(a.follower), w: neg(a.w) })),
    ),
    crossing: -s.crossing || 0,
    rests: s.rests.map((r) => ({ ...r, hand: flip(r.hand) })),
  };
}

/** The same couple with the roles exchanged; crossings keep their sign, since both arms are reversed. */
export function swapped(s: ArmState): ArmState {
  const swap = <T>(b: Both<T>): Both<T> => ({ leader: b.follower, follower: b.leader });
  return {
    phi: swap(s.phi),
    arms: sorted(s.arms.map((a) => ({ ...a, leader: a.follower, follower: a.leader, w: swap(a.w) }))),
    crossing: s.crossing,
    rests: s.rests.map((r) => ({ ...r, role: r.role === 'leader' ? 'follower' : 'leader' })),
  };
}

export const sorted = (arms: readonly Arm[]): Arm[] =>
  [...arms].sort((a, b) => a.leader.localeCompare(b.leader));

/** What a pair of hands is called by its hands alone. */
export function pairingOf(arms: readonly Arm[]): Pairing | undefined {
  if (arms.length === 0) return 'none';
  const both = arms.map((a) => `${a.leader}${a.follower}`).join(' ');
  return PAIRINGS[both];
}
const PAIRINGS: Readonly<Record<string, Pairing>> = {
  LR: 'left-right',
  RL: 'right-left',
  RR: 'right-right',
  LL: 'left-left',
  'LR RL': 'opposite',
  'LL RR': 'same',
};

/** Facings rounded to the nearest quarter, within (−180, 180]. */
export function quarters(s: ArmState): Both<Degrees> {
  const q = (phi: Degrees): Degrees => {
    const h = heading(Math.round(phi / 90) * 90);
    return h > 180 ? h - 360 : h;
  };
  return { leader: q(s.phi.leader), follower: q(s.phi.follower) };
}

export const eachEnd = (s: ArmState): { arm: Arm; role: Role; hand: Hand; w: Degrees }[] =>
  s.arms.flatMap((arm) => ROLES.map((role) => ({ arm, role, hand: arm[role], w: arm.w[role] })));
