import { raisedIn, type ArmState, type Move, type Route } from '../arms';

/**
 * The arms on the way along a route: `at` counts moves from 0 and may lie between two. While a dancer turns, hands
 * that go over are overhead and the others follow.
 * @example alongRoute(route, 0.5) // half-way through the first half turn
 */
export function alongRoute(route: Route, at: number): ArmState {
  const last = route.states.length - 1;
  const clamped = Math.min(Math.max(at, 0), last);
  const i = Math.min(Math.floor(clamped), Math.max(0, last - 1));
  const from = route.states[i];
  const to = route.states[i + 1] ?? from;
  const move = route.moves[i];
  const u = clamped - i;
  if (!from || !to || !move || u >= 1) return to ?? (route.states[last] as ArmState);
  return u <= 0 ? from : between(from, to, move, u, upIn(route, i));
}

/** The hands that are up in the step a move belongs to: once up for a turn, a hand stays up to its end. */
function upIn(route: Route, move: number): readonly string[] {
  let first = 0;
  for (const step of route.steps) {
    first += step.moves.length;
    if (move < first) return raisedIn(step);
  }
  return [];
}

function between(from: ArmState, to: ArmState, move: Move, u: number, up: readonly string[]): ArmState {
  if (move.type === 'carry') return lifted(from, [move.arm]);
  if (move.type !== 'turn') return u < 0.5 ? from : to;
  const turned = 180 * move.side * u;
  const phi = { ...from.phi, [move.role]: from.phi[move.role] + turned };
  const late = u > 0.5;
  const arms = from.arms.map((arm) => {
    const over = move.over.includes(arm.leader) && late ? 360 * move.side : 0;
    return { ...arm, w: { ...arm.w, [move.role]: arm.w[move.role] - turned + over } };
  });
  const crossing = late ? to.crossing : from.crossing;
  return lifted({ ...from, phi, arms, crossing }, up);
}

const lifted = (s: ArmState, arms: readonly string[]): ArmState => ({
  ...s,
  arms: s.arms.map((a) => (arms.includes(a.leader) ? { ...a, height: 'overhead' as const } : a)),
});
