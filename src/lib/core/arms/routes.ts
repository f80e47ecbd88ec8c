import { ROLES, fail, ok, type Beats, type Degrees, type Hand, type Result, type Role } from '../base';
import { graph, play, type Graph, type Move } from './graph';
import { tightness } from './names';
import { behindBack, eachEnd, keyOfState, type ArmState } from './state';

/** What a route may not do. Absent means free. */
export interface RouteLimits {
  /** Half turns in all, of both dancers. */
  readonly mostHalfTurns?: number;
  /** Only these dancers turn. */
  readonly turning?: readonly Role[];
  /** Hands joined stay joined: nothing let go, taken or changed. */
  readonly keepHands?: boolean;
  /** No arm behind a back on the way or at the end. */
  readonly noBehindBack?: boolean;
  /** Beats there are; a move takes one. */
  readonly beats?: Beats;
}

/** Several moves said as one: a turn of any number of halves, or a single other move. */
export interface RouteStep {
  readonly moves: readonly Move[];
  /** Degrees, of a turn; 0 otherwise. */
  readonly turn: Degrees;
  readonly role: Role | undefined;
  readonly result: ArmState;
}
export interface Route {
  readonly moves: readonly Move[];
  readonly steps: readonly RouteStep[];
  /** From the first state to the last, one more than the moves. */
  readonly states: readonly ArmState[];
  readonly beats: Beats;
  readonly halfTurns: number;
}

/** Why there is no route. */
export type NoRoute =
  /** The state is in the middle of a turn: only half and whole turns are searched. */
  | { readonly code: 'not-settled'; readonly which: 'from' | 'to' }
  | { readonly code: 'none-within-limits' }
  | { readonly code: 'too-few-beats'; readonly needs: Beats };

/** How much longer than the shortest an alternative may be, in moves. */
const SLACK = 2;
const PATHS_LOOKED_AT = 400;

/**
 * The shortest routes between two states of the arms, then longer ones of another kind, easiest first among equals.
 * Exact: breadth-first over (state, half turns left). O(states · moves · (half turns + 1)).
 * @example routes(doubleCrossRight, doubleCrossLeft, { keepHands: true }) // first: the follower two turns to the right
 */
export function routes(
  from: ArmState,
  to: ArmState,
  limits: RouteLimits = {},
  most = 5,
  g: Graph = graph(),
): Result<Route[], NoRoute> {
  const a = g.index.get(keyOfState({ ...from, rests: [] }));
  const b = g.index.get(keyOfState({ ...to, rests: [] }));
  if (a === undefined) return fail({ code: 'not-settled', which: 'from' });
  if (b === undefined) return fail({ code: 'not-settled', which: 'to' });
  const start: ArmState = { ...from, rests: [] };
  if (a === b) return ok([routeOf(start, [])]);
  const allowed = within(g, limits);
  const layers = distances(g, allowed, b, limits.mostHalfTurns);
  const best = layers.at(-1)?.[a] ?? Infinity;
  if (!Number.isFinite(best)) return fail({ code: 'none-within-limits' });
  if (limits.beats !== undefined && best > limits.beats) return fail({ code: 'too-few-beats', needs: best });
  const longest = Math.min(best + SLACK, limits.beats ?? Infinity);
  return ok(collect(g, start, a, b, allowed, layers, best, longest, most));
}

/** Whether an edge may be used, by its move and the state it leads to. */
type Allowed = (move: Move, to: number) => boolean;

function within(g: Graph, limits: RouteLimits): Allowed {
  const banned = limits.noBehindBack
    ? g.states.map((s) => eachEnd(s).some(({ hand, w }) => behindBack(hand, w)))
    : undefined;
  return (move, to) => {
    if (banned?.[to]) return false;
    if (move.type === 'turn') return limits.turning?.includes(move.role) ?? true;
    return !limits.keepHands || move.type === 'carry';
  };
}

/**
 * Moves still needed from every state, by half turns still allowed; one layer where they are not limited.
 * Backward breadth-first search. Infinity where the target cannot be reached.
 */
function distances(
  g: Graph,
  allowed: Allowed,
  target: number,
  halfTurns: number | undefined,
): Float64Array[] {
  const size = g.states.length;
  const count = halfTurns === undefined ? 1 : halfTurns + 1;
  const layers = Array.from({ length: count }, () => new Float64Array(size).fill(Infinity));
  let frontier: number[] = layers.map((layer, t) => {
    layer[target] = 0;
    return t * size + target;
  });
  for (let d = 1; frontier.length > 0; d++) {
    const next: number[] = [];
    for (const code of frontier) {
      const node = code % size;
      const t = (code - node) / size;
      for (const e of g.back[node] ?? []) {
        const up = halfTurns !== undefined && e.move.type === 'turn' ? t + 1 : t;
        const layer = layers[up];
        if (!layer || (layer[e.to] ?? 0) <= d || !allowed(e.move, node)) continue;
        layer[e.to] = d;
        next.push(up * size + e.to);
      }
    }
    frontier = next;
  }
  return layers;
}

/** Walks all simple paths of increasing length and keeps the best of every kind. */
function collect(
  g: Graph,
  start: ArmState,
  a: number,
  b: number,
  allowed: Allowed,
  layers: readonly Float64Array[],
  best: number,
  longest: number,
  most: number,
): Route[] {
  const limited = layers.length > 1;
  const found: Route[] = [];
  const kinds = new Set<string>();
  for (let length = best; length <= longest && found.length < most; length++) {
    const batch: Move[][] = [];
    const seen = new Set<number>([a]);
    const path: Move[] = [];
    const walk = (node: number, layer: number): void => {
      if (batch.length >= PATHS_LOOKED_AT) return;
      const left = length - path.length;
      if (node === b) {
        if (left === 0) batch.push([...path]);
        return;
      }
      for (const e of g.edges[node] ?? []) {
        const next = limited && e.move.type === 'turn' ? layer - 1 : layer;
        if (next < 0 || seen.has(e.to) || (layers[next]?.[e.to] ?? Infinity) > left - 1) continue;
        if (!allowed(e.move, e.to)) continue;
        seen.add(e.to);
        path.push(e.move);
        walk(e.to, next);
        path.pop();
        seen.delete(e.to);
      }
    };
    walk(a, layers.length - 1);
    const ranked = batch.map((moves) => ({ moves, rough: effort(moves) })).sort((x, y) => x.rough - y.rough);
    for (const { moves } of ranked) {
      if (found.length >= most) break;
      const kind = kindOf(moves);
      if (kinds.has(kind)) continue;
      kinds.add(kind);
      found.push(routeOf(start, moves));
    }
  }
  return found;
}

/** Routes that only order the same moves differently are one kind. */
const kindOf = (moves: readonly Move[]): string => moves.map(kindOfMove).sort().join('|');

function kindOfMove(m: Move): string {
  switch (m.type) {
    case 'turn':
      return `${m.role}${m.side}`;
    case 'carry':
      return `carry ${m.role}${m.arm}${m.passes}`;
    case 'release':
      return `release ${m.arm}`;
    default:
      return `${m.type} ${m.leader}${m.follower}`;
  }
}

/** Fewer changes of dancer, direction and hands are easier, hands going over early; the follower's turns before the leader's. */
function effort(moves: readonly Move[]): number {
  let sum = 0;
  moves.forEach((m, i) => {
    const before = moves[i - 1];
    if (m.type === 'turn') {
      const on = before?.type === 'turn' && before.role === m.role && before.side === m.side;
      sum += on ? 0 : 1;
      if (on && before.over.join('') !== m.over.join('')) sum += 0.5;
      sum += m.role === 'leader' ? 0.6 : 0;
      sum += m.over.length === 1 ? 0.1 : 0;
      sum += m.over.length * i * 0.02;
    } else sum += m.type === 'carry' ? 1.8 : m.type === 'take' && m.top !== m.leader ? 1.3 : 1.2;
  });
  return sum;
}

/** A route with every state on its way; consecutive half turns of one dancer one way are one step. */
export function routeOf(start: ArmState, moves: readonly Move[]): Route {
  const states: ArmState[] = [start];
  const steps: RouteStep[] = [];
  for (const move of moves) {
    const now = states.at(-1) ?? start;
    const next = play(now, move);
    const result = next.ok ? next.value : now;
    states.push(result);
    const last = steps.at(-1);
    const first = last?.moves[0];
    const goesOn =
      move.type === 'turn' && first?.type === 'turn' && first.role === move.role && first.side === move.side;
    const turn = move.type === 'turn' ? 180 * move.side : 0;
    if (goesOn && last)
      steps[steps.length - 1] = { ...last, moves: [...last.moves, move], turn: last.turn + turn, result };
    else
      steps.push({
        moves: [move],
        turn,
        role: move.type === 'turn' || move.type === 'carry' ? move.role : undefined,
        result,
      });
  }
  return {
    moves,
    steps,
    states,
    beats: moves.length,
    halfTurns: moves.filter((m) => m.type === 'turn').length,
  };
}

/** The leader's hands that are raised at some time in a step. */
export const raisedIn = (step: RouteStep): Hand[] =>
  (['L', 'R'] as const).filter((h) =>
    step.moves.some((m) => (m.type === 'turn' ? m.over.includes(h) : m.type === 'carry' && m.arm === h)),
  );

/** An arm becomes tighter on the way, for a caution; coming out of a tight hold needs none. */
export const tightOnTheWay = (r: Route): boolean =>
  r.states.some((s, i) => tightness(s) > (i === 0 ? Infinity : tightness(r.states[i - 1] ?? s)));
/** Who turns in a route. */
export const turners = (r: Route): Role[] =>
  ROLES.filter((role) => r.moves.some((m) => m.type === 'turn' && m.role === role));
