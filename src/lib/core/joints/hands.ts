import { apply, keyOfState, releaseHand, takeHands, type Arm, type ArmState, type Rest } from '../arms';
import type { HandAct } from '../notation';

/** What the hands do at a joint so that the next figure finds the hold it begins in. */
export interface HandsBetween {
  readonly acts: readonly HandAct[];
  /** Hands taken and let go. */
  readonly changes: number;
  /** Hands put on the partner's body, or taken off it. */
  readonly rests: number;
  /** False where letting go and taking is not enough: someone must turn first. */
  readonly reaches: boolean;
}

const samePair = (a: Arm, b: Arm): boolean => a.leader === b.leader && a.follower === b.follower;
const sameWay = (a: Arm, b: Arm): boolean =>
  samePair(a, b) && a.w.leader === b.w.leader && a.w.follower === b.w.follower;
const sameRest = (a: Rest, b: Rest): boolean => a.role === b.role && a.hand === b.hand && a.on === b.on;

/**
 * Hands let go and taken between two states, nobody turning. What both have is kept; where that does not lead
 * there, everything is let go and taken anew.
 * @example handsBetween(twoHands, leftToRight).acts // release right to left
 */
export function handsBetween(from: ArmState, to: ArmState): HandsBetween {
  const now: ArmState = { ...from, phi: to.phi, rests: [] };
  const target: ArmState = { ...to, rests: [] };
  const kept = now.arms.filter((a) => target.arms.some((b) => sameWay(a, b)));
  const plans = [kept, ...(kept.length > 0 ? [kept.slice(0, 1), kept.slice(1), []] : [])];
  const { lifted, put } = restActs(from, to);
  const rests = lifted.length + put.length;
  for (const keep of plans) {
    const acts = joining(now, target, keep);
    if (acts) return { acts: [...lifted, ...acts, ...put], changes: acts.length, rests, reaches: true };
  }
  return { acts: [...lifted, ...put], changes: 0, rests, reaches: false };
}

/** Lets go of all but `keep` and takes what is missing; undefined where that is another state. */
function joining(now: ArmState, target: ArmState, keep: readonly Arm[]): HandAct[] | undefined {
  const acts: HandAct[] = [];
  let s = now;
  for (const arm of now.arms) {
    if (keep.includes(arm)) continue;
    const t = releaseHand(s, arm.leader);
    const next = t && apply(s, t);
    if (!next?.ok) return undefined;
    s = next.value;
    acts.push({ type: 'release', which: { type: 'pair', leader: arm.leader, follower: arm.follower } });
  }
  for (const arm of target.arms) {
    if (keep.some((k) => samePair(k, arm))) continue;
    const crossed = target.arms.length === 2 && target.crossing !== 0 && s.arms.length === 1;
    const other = arm.leader === 'L' ? 'R' : 'L';
    const top = crossed ? (target.crossing > 0 ? 'L' : 'R') : undefined;
    const next = apply(s, takeHands(s, arm.leader, arm.follower, top ? { top } : {}));
    if (!next.ok) return undefined;
    s = next.value;
    acts.push({
      type: 'take',
      how: 'take',
      pairs: [[arm.leader, arm.follower]],
      height: arm.height,
      ...(top === other ? { top } : {}),
    });
  }
  return keyOfState(s) === keyOfState(target) ? acts : undefined;
}

/** Hands come off the body before they are taken, and are put on it after others have been let go. */
function restActs(from: ArmState, to: ArmState): { readonly lifted: HandAct[]; readonly put: HandAct[] } {
  const gone = from.rests.filter((r) => !to.rests.some((q) => sameRest(r, q)));
  const put = to.rests.filter((r) => !from.rests.some((q) => sameRest(r, q)));
  return {
    lifted: gone.map(({ role, hand }) => ({ type: 'release', which: { type: 'hand', role, hand } })),
    put: put.map(({ role, hand, on, how }) => ({ type: 'rest', role, hand, on, how })),
  };
}
