import { ROLES, type Degrees, type Hand, type Role } from '../base';
import { tooCrossed } from './crossings';
import { asRight, behindBack, tightInFront, type Arm, type ArmState, type Both } from './state';
import { passesWhenLowered } from './landing';
import { halves, swing, type Swing } from './swing';
import { apply, type ArmFailure, type Over, type Transition } from './transition';

/** What one hand does over one turning dancer: nothing, up all the way, or up for a part of the half turns. */
export interface Way {
  readonly arm: Hand;
  readonly role: Role;
  readonly hand: Hand;
  readonly passes: number;
  /** In which half turns the hand is raised, from 0; the end is exclusive. Undefined when it stays low. */
  readonly raised: { readonly from: number; readonly to: number } | undefined;
  readonly halves: number;
}

export type PlanCaution =
  | { readonly type: 'behind-back'; readonly role: Role; readonly hand: Hand }
  | { readonly type: 'tight-front'; readonly role: Role; readonly hand: Hand };

/** One way to dance a turn with the arms. */
export interface Plan {
  readonly ways: readonly Way[];
  readonly transition: Transition;
  readonly result: ArmState;
  readonly cautions: readonly PlanCaution[];
  /** 0 is easiest. */
  readonly effort: number;
}
/** A way that does not work, and what stops it. */
export interface NoPlan {
  readonly ways: readonly Way[];
  readonly why: ArmFailure;
}
/** All ways to dance a turn: those that work, easiest first, and those that do not. */
export interface Plans {
  readonly plans: readonly Plan[];
  readonly impossible: readonly NoPlan[];
}

interface Choice {
  readonly way: Way;
  readonly swing: Swing | undefined;
  readonly half: number;
}

/**
 * Every combination of hands over and low for a turn of one or both dancers relative to each other, checked all the
 * way through. At most a few dozen combinations.
 * @param turn degrees relative to the partner, clockwise; multiples of 90
 * @example plansFor(twoHands, { leader: 0, follower: 360 }).plans[0]?.result.crossing // 2
 */
export function plansFor(s: ArmState, turn: Both<Degrees>): Plans {
  const choices = s.arms.flatMap((arm) =>
    ROLES.filter((role) => turn[role] !== 0).map((role) => choicesFor(arm, role, turn[role])),
  );
  const plans: Plan[] = [];
  const impossible: NoPlan[] = [];
  for (const combination of product(choices)) {
    const ways = combination.map((c) => c.way);
    const stuck = combination.find((c) => c.swing === undefined);
    if (stuck) {
      impossible.push({
        ways,
        why: { code: 'locks', role: stuck.way.role, hand: stuck.way.hand, half: stuck.half },
      });
      continue;
    }
    const over: Over[] = ways
      .filter((w) => w.passes !== 0)
      .map(({ arm, role, passes }) => ({ arm, role, passes }));
    const transition: Transition = { type: 'turn', by: turn, over };
    const crossed = s.crossing + over.reduce((sum, o) => sum + o.passes, 0);
    if (s.arms.length === 2 && tooCrossed(crossed)) {
      impossible.push({ ways, why: { code: 'too-crossed', crossing: crossed } });
      continue;
    }
    const result = apply(s, transition);
    if (result.ok) plans.push(planOf(ways, combination, transition, result.value));
    else impossible.push({ ways, why: result.error });
  }
  plans.sort((a, b) => a.effort - b.effort);
  return { plans, impossible: fewest(impossible) };
}

/** The ways of one hand: low, and every number of passes that could matter. */
function choicesFor(arm: Arm, role: Role, by: Degrees): Choice[] {
  const hand = arm[role];
  const n = halves(by).length;
  const free = passesWhenLowered(hand, arm.w[role], by);
  const most = Math.ceil(n / 2);
  const choices: Choice[] = [];
  for (let k = 0; k <= most; k++) {
    const path = swing(hand, arm.w[role], by, k);
    const works = 'bearings' in path;
    if (!works && k > 0 && k !== Math.abs(free)) continue;
    const passes = k * Math.sign(by) || 0;
    const whole = k !== 0 && passes === free;
    const raised =
      k === 0 ? undefined : whole ? { from: 0, to: n } : works ? raisedIn(path.over) : { from: 0, to: n };
    const way: Way = { arm: arm.leader, role, hand, passes, raised, halves: n };
    choices.push({ way, swing: works ? path : undefined, half: works ? 0 : path.half });
  }
  return choices;
}

const raisedIn = (over: readonly boolean[]): { from: number; to: number } => ({
  from: over.indexOf(true),
  to: over.lastIndexOf(true) + 1,
});

function product<T>(lists: readonly (readonly T[])[]): T[][] {
  let all: T[][] = [[]];
  for (const list of lists) all = all.flatMap((head) => list.map((item) => [...head, item]));
  return all;
}

/** Of the failing combinations only those that fail for another reason. */
function fewest(list: readonly NoPlan[]): NoPlan[] {
  const seen = new Map<string, NoPlan>();
  for (const p of list) {
    const why =
      JSON.stringify(p.why) +
      p.ways
        .filter(
          (w) =>
            p.why.code === 'too-crossed' ||
            ('hand' in p.why && w.hand === p.why.hand && w.role === p.why.role),
        )
        .map((w) => w.passes);
    const known = seen.get(why);
    if (!known || raises(p.ways) < raises(known.ways)) seen.set(why, p);
  }
  return [...seen.values()];
}
const raises = (ways: readonly Way[]): number => ways.filter((w) => w.raised).length;

function planOf(
  ways: readonly Way[],
  combination: readonly Choice[],
  transition: Transition,
  result: ArmState,
): Plan {
  const cautions: PlanCaution[] = [];
  let effort = 0;
  for (const { way, swing: path } of combination) {
    const end = path?.bearings.at(-1) ?? 0;
    const furthest = Math.max(...(path?.bearings ?? [0]).map((w) => Math.abs(w)));
    if (path && goesBehind(way.hand, path.bearings) && !wholly(way)) {
      cautions.push({ type: 'behind-back', role: way.role, hand: way.hand });
      effort += 6;
    } else if (tightInFront(way.hand, end)) {
      cautions.push({ type: 'tight-front', role: way.role, hand: way.hand });
      effort += 3;
    }
    effort += furthest > 180 ? 1 : 0;
    effort += Math.abs(asRight(way.hand, end)) / 360;
    if (way.raised) effort += wholly(way) ? 0.2 : 1.5;
  }
  effort += Math.abs(result.crossing) * 0.8 + disagreement(ways) * 0.4 + splitHands(ways) * 2;
  return { ways, transition, result, cautions, effort: Math.round(effort * 1000) / 1000 };
}
/** The arm goes further behind the back than it was; one that comes out of there needs no caution. */
const goesBehind = (hand: Hand, bearings: readonly Degrees[]): boolean =>
  bearings.some(
    (w, i) => i > 0 && behindBack(hand, w) && asRight(hand, w) > asRight(hand, bearings[i - 1] ?? w),
  );
const wholly = (way: Way): boolean =>
  way.raised !== undefined && way.raised.to - way.raised.from === way.halves;
/** Hands that go over one dancer and stay low at the other, while both turn. */
const splitHands = (ways: readonly Way[]): number =>
  ways.filter((w, i) => ways.slice(i + 1).some((v) => v.arm === w.arm && !v.raised !== !w.raised)).length;
/** One hand up and the other low takes more care than both alike. */
const disagreement = (ways: readonly Way[]): number =>
  new Set(ways.map((w) => (w.raised ? 1 : 0))).size - (ways.length > 0 ? 1 : 0);
