import { ROLES, type Hand, type Role } from '../base';
import { MOST_CROSSED } from './limits.data';
import { armOf, pairingOf, type Arm, type ArmState, type Both } from './state';

/** How one dancer's two arms lie on the own body. */
export interface AtBody {
  /** They cross in front of or behind this body, once; or not at all. */
  readonly where: 'front' | 'behind' | undefined;
  /** Sign of that crossing; 0 when there is none. */
  readonly sign: number;
}

/** Where the crossings of a state lie: at either body, and between the partners. The signs add up to `crossing`. */
export interface Crossings {
  readonly at: Both<AtBody>;
  /** Signed. */
  readonly between: number;
  /** Two crossings cancel, and which of them lies on which side is not determined. */
  readonly cancels: boolean;
}

/** Whole turns by which this dancer's right arm is further round than the left. */
export function lead(s: ArmState, role: Role): number {
  const right = armOf(s, role, 'R');
  const left = armOf(s, role, 'L');
  return right && left ? Math.round((right.w[role] - left.w[role]) / 360) : 0;
}

/** Both arms of a dancer leave in the other order than the shoulders have: one has gone round behind. */
export const reversed = (s: ArmState, role: Role): boolean => lead(s, role) >= 1;

/**
 * The crossings of two arms laid out: an arm pulled tight round its body crosses the other one in front of the body
 * when both are across the front, behind it when both are behind; the rest is between the partners.
 */
export function crossingsOf(s: ArmState): Crossings {
  const whereAt = (role: Role): AtBody['where'] => {
    const k = lead(s, role);
    return k <= -1 ? 'front' : k >= 2 ? 'behind' : undefined;
  };
  const where = { leader: whereAt('leader'), follower: whereAt('follower') };
  const bodies = ROLES.filter((r) => where[r] !== undefined);
  const sign = Math.sign(s.crossing);
  const cancels = bodies.length > 0 && sign === 0;
  const signAt = (role: Role): number => {
    if (where[role] === undefined) return 0;
    if (sign !== 0) return sign;
    return bodies.length === 2 && role === 'leader' ? -1 : 1;
  };
  const at = (role: Role): AtBody => ({ where: where[role], sign: signAt(role) });
  const between = s.crossing - signAt('leader') - signAt('follower');
  return { at: { leader: at('leader'), follower: at('follower') }, between: between || 0, cancels };
}

/** True when an uncrossed state of these arms would still have an odd number of crossings. */
function odd(s: ArmState): boolean {
  const turns = ROLES.reduce((n, role) => n + lead(s, role), pairingOf(s.arms) === 'same' ? 1 : 0);
  return Math.abs(turns) % 2 === 1;
}

/**
 * The crossing two arms have when they are simply taken: the least there is; where that is one, `top` says which of
 * the leader's hands is on top. c > 0: the arm running from the leader's left to right is on top.
 */
export function simplestCrossing(arms: readonly Arm[], top: Hand): number {
  if (arms.length < 2) return 0;
  const s: ArmState = { phi: { leader: 0, follower: 0 }, arms, crossing: 0, rests: [] };
  if (!odd(s)) return 0;
  return (top === 'L') !== reversed(s, 'leader') ? 1 : -1;
}

/** Whether a crossing number belongs to these arms at all. */
export const fitsParity = (s: ArmState): boolean =>
  s.arms.length < 2 ? s.crossing === 0 : Math.abs(s.crossing) % 2 === (odd(s) ? 1 : 0);

export const tooCrossed = (crossing: number): boolean => Math.abs(crossing) > MOST_CROSSED;
