import { ROLES, type Degrees, type Role } from '../base';
import { TIGHT_CROSSED } from './limits.data';
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
      bent += Math.abs(w);
    }
  const passes = over.reduce((sum, o) => sum + o.passes, 0);
  const all = over.reduce((sum, o) => sum + Math.abs(o.passes), 0);
  const crossing = s.arms.length < 2 ? 0 : Math.abs(s.crossing + passes);
  return [outside, crossing > TIGHT_CROSSED ? 1 : 0, missed, tight, crossing, bent, -all, behind];
}

function less(a: readonly number[], b: readonly number[]): boolean {
  for (let i = 0; i < a.length; i++) {
    const d = (a[i] as number) - (b[i] as number);
    if (d !== 0) return d < 0;
  }
  return false;
}
