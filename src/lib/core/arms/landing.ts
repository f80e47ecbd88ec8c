import { ROLES, type Degrees, type Hand, type Role } from '../base';
import { asRight, inRange, type Arm, type ArmState, type Both } from './state';
import type { Landing } from './swing';
import type { Over } from './transition';

/** A raised arm and how far each dancer has turned under it since it went up. Its bearings are those of a low arm. */
export interface Raised {
  readonly arm: Arm;
  readonly by: Both<Degrees>;
}

interface Way {
  readonly over: readonly Over[];
  /** Compared from the first number on. */
  readonly rank: readonly number[];
}

const rounded = (w: Degrees): Degrees => Math.round(w / 90) * 90 || 0;

/**
 * Which heads raised hands have gone over once they come down together, where the words do not say: arms no further
 * round than is easy, then the fewest crossings, then the straightest arms; of two equal ways the one in which the
 * hands have gone over, then the one in front.
 * @example comingDown(twoHands, bothRaisedThroughAWholeRightTurn, undefined) // both over once: double cross
 */
export function comingDown(s: ArmState, raised: readonly Raised[], landing: Landing | undefined): Over[] {
  let ways: readonly (readonly Over[])[] = [[]];
  for (const r of raised)
    for (const role of ROLES) ways = ways.flatMap((w) => counts(r, role).map((o) => [...w, ...o]));
  const best = ways
    .map((over): Way => ({ over, rank: rankOf(s, raised, over, landing) }))
    .reduce((a, b) => (less(b.rank, a.rank) ? b : a));
  return [...best.over];
}

/** So many passes over one head, none included, as a turn allows. */
function counts({ arm, by }: Raised, role: Role): Over[][] {
  const most = by[role] === 0 ? 0 : Math.ceil(Math.abs(by[role]) / 360) + 1;
  return Array.from({ length: most + 1 }, (_, k) =>
    k === 0 ? [] : [{ arm: arm.leader, role, passes: k * Math.sign(by[role]) }],
  );
}

function rankOf(
  s: ArmState,
  raised: readonly Raised[],
  over: readonly Over[],
  landing: Landing | undefined,
): number[] {
  let missed = 0;
  let outside = 0;
  let tight = 0;
  let bent = 0;
  let behind = 0;
  let still = 0;
  for (const { arm, by } of raised)
    for (const role of ROLES) {
      const passes = over.find((o) => o.arm === arm.leader && o.role === role)?.passes ?? 0;
      const w = rounded(arm.w[role] + 360 * passes);
      const right = asRight(arm[role], w);
      if (!inRange(arm[role], w)) outside++;
      if (Math.abs(w) > 180) tight++;
      if (by[role] !== 0 && landing === 'front' && right > 90) missed++;
      if (by[role] !== 0 && landing === 'behind' && right < 90) missed++;
      if (right > 90) behind++;
      if (by[role] !== 0 && passes === 0) still++;
      bent += Math.abs(w);
    }
  const passes = over.reduce((sum, o) => sum + o.passes, 0);
  const crossing = s.arms.length < 2 ? 0 : Math.abs(s.crossing + passes);
  return [outside, missed, tight, crossing, bent, still, behind];
}

function less(a: readonly number[], b: readonly number[]): boolean {
  for (let i = 0; i < a.length; i++) {
    const d = (a[i] as number) - (b[i] as number);
    if (d !== 0) return d < 0;
  }
  return false;
}

/**
 * Passes of a lone hand that stays overhead through a turn of one dancer, by the same rule. Signed like the turn.
 * @example passesWhenLowered('R', 0, 360) // 1: a whole right turn under the hand
 */
export function passesWhenLowered(hand: Hand, w: Degrees, by: Degrees, landing?: Landing): number {
  const bearings: Both<Degrees> = { leader: w - by, follower: 0 };
  const arm: Arm = {
    leader: hand,
    follower: 'R',
    height: 'overhead',
    grip: 'loose',
    at: 'hand',
    w: bearings,
  };
  const over = comingDown(
    { phi: { leader: 0, follower: 0 }, arms: [arm], crossing: 0, rests: [] },
    [{ arm, by: { leader: by, follower: 0 } }],
    landing,
  );
  return over.find((o) => o.role === 'leader')?.passes ?? 0;
}
