import {
  TICKS_PER_BEAT,
  fail,
  ok,
  type Degrees,
  type Hand,
  type Result,
  type Role,
  type Ticks,
} from '../base';
import { armOf, asRight, passesWhenLowered, type Landing, type Move, type Route } from '../arms';
import { parse } from '../notation';
import { KINDS } from '../vocabulary';
import { applyEdit, type EditFailure, type FigureEdit } from './edit';
import { resolveMoves, type Placed } from './resolve';
import type { Figure } from './schema';

/** Why a route cannot be written at a place: a dancer has no step in a beat in which to turn, or it would not fit. */
export type RouteFailure =
  | { readonly code: 'no-step'; readonly role: Role; readonly tick: Ticks }
  | { readonly code: 'too-long'; readonly ends: Ticks }
  | { readonly code: 'edit'; readonly error: EditFailure };

const LANDING = { front: ' in front', behind: ' behind' } as const;
const SIDE = { L: 'left', R: 'right' } as const;
const both: readonly Hand[] = ['L', 'R'];

/**
 * Writes a route of the arms into a figure: the turns into the steps of its beats, one move a beat from `from` on,
 * raising a count before a hand goes over and lowering after it. Turns that stood in those beats are replaced;
 * nothing else is touched. Written ticks: figures with repeats are taken as written.
 * @example writeRoute(figure, route, 24) // from count 3
 */
export function writeRoute(figure: Figure, route: Route, from: Ticks): Result<FigureEdit[], RouteFailure> {
  const once = withoutRepeat(figure);
  const parsed = parse(figure.lines);
  const steps = {
    leader: resolveMoves(parsed, 'leader', once),
    follower: resolveMoves(parsed, 'follower', once),
  };
  const end = Math.max(steps.leader.end, steps.follower.end);
  const ends = from + route.moves.length * TICKS_PER_BEAT;
  if (ends > end) return fail({ code: 'too-long', ends });
  const turns: Turn[] = [];
  const hands = new Map<Ticks, string[]>();
  const say = (tick: Ticks, text: string): void => {
    hands.set(tick, [...(hands.get(tick) ?? []), text]);
  };
  const done: Ticks[] = [];
  for (const [i, move] of route.moves.entries()) {
    const at = from + i * TICKS_PER_BEAT;
    if (move.type !== 'turn') {
      if (move.type !== 'carry') say(at, wordsOf(move));
      done.push(at);
      continue;
    }
    const turning = stepsIn(steps[move.role].placed, at);
    const last = turning.at(-1);
    if (!last) return fail({ code: 'no-step', role: move.role, tick: at });
    turns.push(...sharedTurn(move.role, turning, 180 * move.side));
    done.push(last.tick);
  }
  for (const arm of both) raiseAndLower(arm, route, from, done, say);
  const words = [...hands].sort(([x], [y]) => x - y);
  return written(
    figure,
    turns,
    words.map(([tick, texts]) => ({
      type: 'write-words',
      track: 'hands',
      tick,
      text: texts.join(', '),
      add: true,
    })),
  );
}

/** A turn to be made into the step at a tick. */
interface Turn {
  readonly role: Role;
  readonly tick: Ticks;
  readonly by: Degrees;
}

function withoutRepeat(figure: Figure): Pick<Figure, 'dance' | 'feel'> {
  return {
    dance: figure.dance,
    feel: figure.feel,
    ...(figure.ownDance ? { ownDance: figure.ownDance } : {}),
  };
}

const stepsIn = (placed: readonly Placed[], at: Ticks): Placed[] =>
  placed.filter(
    (p) => p.tick >= at && p.tick < at + TICKS_PER_BEAT && KINDS[p.action.kind].weight === 'takes',
  );

/** Half a turn shared over the steps of a beat, in eighths. */
function sharedTurn(role: Role, steps: readonly Placed[], by: Degrees): Turn[] {
  const share = Math.trunc(by / steps.length / 45) * 45;
  const last = steps.length - 1;
  return steps.map((p, i) => ({ role, tick: p.tick, by: i === last ? by - share * last : share }));
}

function wordsOf(move: Exclude<Move, { type: 'turn' | 'carry' }>): string {
  switch (move.type) {
    case 'release':
      return `release ${SIDE[move.arm]}`;
    case 'take':
      return spoken(move.leader, move.follower, move.top);
    case 'change':
      return `change to ${SIDE[move.leader]} to ${SIDE[move.follower]} low`;
  }
}

/** Where arms must cross the hand taken last is on top, unless it is said. */
const spoken = (leader: Hand, follower: Hand, top: Hand): string =>
  `${SIDE[leader]} to ${SIDE[follower]} low${top === leader ? '' : `, ${SIDE[top]} over ${SIDE[leader]}`}`;

/** A stretch of moves in which a hand stays up. */
interface Lift {
  readonly first: number;
  readonly last: number;
  readonly carry: Role | undefined;
  /** Where the hand comes down, where that must be said. */
  readonly landing: Landing | undefined;
}

/** A hand is up from a count before it goes over until that is done. */
function raiseAndLower(
  arm: Hand,
  route: Route,
  from: Ticks,
  done: readonly Ticks[],
  say: (tick: Ticks, text: string) => void,
): void {
  let lowered: Ticks = 0;
  for (const lift of liftsOf(arm, route)) {
    const at = from + lift.first * TICKS_PER_BEAT;
    say(Math.max(lowered, at - TICKS_PER_BEAT), `raise ${SIDE[arm]}`);
    if (lift.carry) say(at, `${SIDE[arm]} over ${lift.carry} head`);
    lowered = lift.carry ? at : beatAfter(done[lift.last] ?? at);
    say(lowered, `lower ${SIDE[arm]}${lift.landing ? LANDING[lift.landing] : ''}`);
  }
}

/** Up for a whole turn where that comes out the same; else only for the half turns in which it goes over. */
function liftsOf(arm: Hand, route: Route): Lift[] {
  const lifts: Lift[] = [];
  let index = 0;
  for (const step of route.steps) {
    const overs = step.moves.map((m, k) => (overIn(m, arm) ? index + k : -1)).filter((k) => k >= 0);
    const held = armOf(route.states[index] ?? step.result, 'leader', arm);
    const role = step.role;
    if (!held || !role) {
      index += step.moves.length;
      continue;
    }
    const first = overs[0];
    const way = { hand: held[role], w: held.w[role] };
    const landing = landingOf(way.hand, way.w, step.turn, overs.length);
    if (first !== undefined && step.turn !== 0 && landing !== 'never')
      lifts.push({ first: index, last: index + step.moves.length - 1, carry: undefined, landing });
    else for (const k of overs) lifts.push(halfLift(arm, role, route, k, step.turn === 0));
    index += step.moves.length;
  }
  return lifts;
}

/** How a hand that stays up through a turn must come down to have gone over so often; `never` where it cannot. */
function landingOf(hand: Hand, w: number, by: number, passes: number): Landing | undefined | 'never' {
  const end = asRight(hand, w - by + 360 * passes * Math.sign(by));
  const said: Landing | undefined = Math.abs(end) < 135 ? undefined : end < 0 ? 'front' : 'behind';
  const fits = (l: Landing | undefined): boolean => Math.abs(passesWhenLowered(hand, w, by, l)) === passes;
  if (fits(said)) return said;
  return fits('behind') ? 'behind' : 'never';
}

/** One half turn, or one carry, with the hand up for just that. */
function halfLift(arm: Hand, role: Role, route: Route, k: number, carries: boolean): Lift {
  if (carries) return { first: k, last: k, carry: role, landing: undefined };
  const held = route.states[k] && armOf(route.states[k], 'leader', arm);
  const move = route.moves[k];
  const by = move?.type === 'turn' ? 180 * move.side : 0;
  const landing = held ? landingOf(held[role], held.w[role], by, 1) : undefined;
  return { first: k, last: k, carry: undefined, landing: landing === 'never' ? undefined : landing };
}

const overIn = (move: Move, arm: Hand): boolean =>
  move.type === 'turn' ? move.over.includes(arm) : move.type === 'carry' && move.arm === arm;
const beatAfter = (tick: Ticks): Ticks => Math.ceil(tick / TICKS_PER_BEAT) * TICKS_PER_BEAT;

/** The edits one after the other: opening a rhythm word moves the places of the steps behind it. */
function written(
  figure: Figure,
  turns: readonly Turn[],
  words: readonly FigureEdit[],
): Result<FigureEdit[], RouteFailure> {
  const edits: FigureEdit[] = [];
  let now = figure;
  const add = (edit: FigureEdit): EditFailure | undefined => {
    const next = applyEdit(now, edit);
    if (!next.ok) return next.error;
    now = next.value;
    edits.push(edit);
    return undefined;
  };
  for (const turn of turns) {
    const step = resolveMoves(parse(now.lines), turn.role, withoutRepeat(figure)).placed.find(
      (p) => p.tick === turn.tick,
    );
    if (!step) return fail({ code: 'no-step', role: turn.role, tick: turn.tick });
    const patch = { turn: turn.by, then: undefined };
    const error = add({ type: 'set-action', role: turn.role, at: step.ref, patch });
    if (error) return fail({ code: 'edit', error });
  }
  for (const edit of words) {
    const error = add(edit);
    if (error) return fail({ code: 'edit', error });
  }
  return ok(edits);
}
