import type { ArmFailure, ArmState, NoRoute, Plan, PlanCaution, Route, RouteStep, Way } from '$lib/core/arms';
import { armOf, raisedIn } from '$lib/core/arms';
import type { Degrees, Hand, Role } from '$lib/core/base';
import type { RouteFailure } from '$lib/core/figure';
import { BODY_PARTS, type TurnSchool } from '$lib/core/vocabulary';
import { failureText } from './problems';
import { capital, ordinal } from './words';

/** The one place where turns of the arms become sentences. */

const SIDE = { L: 'left', R: 'right' } as const;

const AMOUNTS: Readonly<Record<number, string>> = {
  90: 'a quarter',
  180: 'half a turn',
  270: 'three quarters',
  360: 'one turn',
  540: 'one and a half turns',
  720: 'two turns',
  900: 'two and a half turns',
};
/** @example amountWords(-540) // 'one and a half turns' */
export const amountWords = (by: Degrees): string => AMOUNTS[Math.abs(by)] ?? `${Math.abs(by) / 360} turns`;

/**
 * What a turn is called. With one hand held and the school that says so, inside or outside of that hand.
 * @example turnWord('follower', 360, oneHand, 'inside-outside') // 'outside'
 */
export function turnWord(role: Role, by: Degrees, held: readonly Hand[], school: TurnSchool): string {
  const side = by < 0 ? 'left' : 'right';
  const hand = held.length === 1 ? held[0] : undefined;
  if (school === 'left-right' || hand === undefined) return side;
  return (hand === 'R') === by > 0 ? 'outside' : 'inside';
}

export const heldHands = (s: ArmState, role: Role): Hand[] => s.arms.map((a) => a[role]);

const wayWord = (w: Way): string => {
  if (!w.raised) return 'low';
  const { from, to } = w.raised;
  if (from === 0 && to === w.halves) return 'over';
  if (from === 0) return 'over, then low';
  return to === w.halves ? 'low, then over' : 'low, over, low';
};

/** What the hands do in a plan. @example waysText(plan.ways) // 'left over; right low' */
export function waysText(ways: readonly Way[]): string {
  if (ways.length === 0) return 'no hands held';
  const hands = (['L', 'R'] as const).filter((h) => ways.some((w) => w.arm === h));
  const words = hands.map((h) => handText(ways.filter((w) => w.arm === h)));
  if (hands.length === 2 && words[0] === words[1]) return `both hands ${words[0] ?? ''}`;
  return hands.map((h, i) => `${SIDE[h]} ${words[i] ?? ''}`).join('; ');
}

/** One pair of hands, over one turning dancer or both. */
function handText(ways: readonly Way[]): string {
  const words = ways.map(wayWord);
  if (new Set(words).size === 1) return words[0] ?? '';
  return ways
    .map((w, i) => `${words[i] ?? ''} ${w.raised ? '' : 'at '}the ${w.role}`.replace('  ', ' '))
    .join(', ');
}

/** Why something cannot be done with the arms. */
export function armFailureText(f: ArmFailure): string {
  switch (f.code) {
    case 'locks':
      return `the ${f.role}’s ${SIDE[f.hand]} arm locks at the ${ordinal(f.half)} half turn`;
    case 'too-crossed':
      return `the arms would be crossed ${Math.abs(f.crossing)} times`;
    case 'hand-busy':
      return `the ${f.role}’s ${SIDE[f.hand]} hand holds something already`;
    case 'not-held':
      return `the ${f.role}’s ${SIDE[f.hand]} hand holds nothing`;
    case 'blocked':
      return `the ${f.rest.role}’s hand on the ${BODY_PARTS[f.rest.on].says} is in the way`;
    case 'cannot-swivel':
      return `the ${SIDE[f.arm]} hand is clamped and cannot swivel`;
  }
}

/** What would help. */
export function armAdviceText(f: ArmFailure): string {
  switch (f.code) {
    case 'locks':
      return 'raise that hand, change hands or let go';
    case 'too-crossed':
      return 'turn back first, or let one hand go';
    case 'blocked':
      return 'take the hand off before';
    case 'cannot-swivel':
      return 'loosen the thumb';
    default:
      return '';
  }
}

export const planCautionText = (c: PlanCaution): string =>
  c.type === 'behind-back'
    ? `${capital(c.role)}’s ${SIDE[c.hand]} arm goes behind the back: never force it.`
    : `${capital(c.role)}’s ${SIDE[c.hand]} arm is far across the front.`;

export const planLabel = (p: Plan, name: string): string =>
  [`${waysText(p.ways)}: ${name}`, ...p.cautions.map(planCautionText)].join('. ');

/** One step of a route. @example 'Follower, one turn right, left hand over' */
export function stepText(step: RouteStep, before: ArmState, school: TurnSchool): string {
  const first = step.moves[0];
  if (!first) return '';
  switch (first.type) {
    case 'turn': {
      const over = raisedIn(step);
      const low = before.arms.map((a) => a.leader).filter((h) => !over.includes(h));
      const hands = [
        over.length === 2 ? 'both hands over' : over.length === 1 ? `${SIDE[over[0] ?? 'L']} hand over` : '',
        low.length > 0 && over.length > 0 ? `${SIDE[low[0] ?? 'L']} low` : '',
        over.length === 0 && low.length > 0 ? 'hands low' : '',
      ].filter(Boolean);
      const word = turnWord(first.role, step.turn, heldHands(before, first.role), school);
      return [`${capital(first.role)}, ${amountWords(step.turn)} ${word}`, ...hands].join(', ');
    }
    case 'carry':
      return `Carry the ${SIDE[first.arm]} hand over the ${first.role}’s head`;
    case 'release':
      return `Let go with the ${SIDE[first.arm]} hand`;
    case 'take': {
      const under = armOf(before, 'leader', first.top) && Math.abs(step.result.crossing) === 1;
      return `Take ${SIDE[first.leader]} to ${SIDE[first.follower]}${under ? `, under the ${SIDE[first.top]}` : ''}`;
    }
    case 'change':
      return `Change to ${SIDE[first.leader]} to ${SIDE[first.follower]}`;
  }
}

export const routeSummary = (r: Route): string =>
  r.moves.length === 0
    ? 'You are there.'
    : `${r.beats} ${r.beats === 1 ? 'beat' : 'beats'}${r.halfTurns ? `, ${amountWords(180 * r.halfTurns)} in all` : ', no turn'}`;

export function noRouteText(e: NoRoute): string {
  switch (e.code) {
    case 'not-settled':
      return e.which === 'from'
        ? 'You stand half-way through a turn here. Routes begin facing, or with a back turned.'
        : 'The goal lies half-way through a turn. Choose one facing, or with a back turned.';
    case 'none-within-limits':
      return 'No way leads there within these limits. Let a hand go, allow the other dancer to turn, or allow more turns.';
    case 'too-few-beats':
      return `The shortest way needs ${e.needs} beats.`;
  }
}

export function routeFailureText(f: RouteFailure, say: (tick: number) => string): string {
  switch (f.code) {
    case 'no-step':
      return `The ${f.role} has no step at ${say(f.tick)} to turn on. Choose another count, or write a step there first.`;
    case 'too-long':
      return 'The figure ends before the route does. Choose an earlier count.';
    case 'edit':
      return failureText(f.error);
  }
}
