import { ROLES, fail, invariant, never, type Hand, type Result, type Role } from '../base';
import { pairingOf, keyOfState, APART, armOf, freeHands, type ArmState } from './state';
import {
  apply,
  changeTo,
  releaseHand,
  takeHands,
  type ArmFailure,
  type Over,
  type Transition,
} from './transition';

/**
 * One elementary move: half a turn of one dancer with some hands over that dancer's head, a hand carried over a head,
 * a hand let go, taken or changed. Each takes one beat. Arms are named by the leader's hand.
 */
export type Move =
  | { readonly type: 'turn'; readonly role: Role; readonly side: 1 | -1; readonly over: readonly Hand[] }
  | { readonly type: 'carry'; readonly role: Role; readonly arm: Hand; readonly passes: 1 | -1 }
  | { readonly type: 'release'; readonly arm: Hand }
  | { readonly type: 'take'; readonly leader: Hand; readonly follower: Hand; readonly top: Hand }
  | { readonly type: 'change'; readonly leader: Hand; readonly follower: Hand };

/** The transition a move is from here; undefined when the hand it names holds nothing. */
export function transitionOf(s: ArmState, move: Move): Transition | undefined {
  switch (move.type) {
    case 'turn': {
      const over: Over[] = move.over.map((arm) => ({ arm, role: move.role, passes: move.side }));
      return { type: 'turn', by: { leader: 0, follower: 0, [move.role]: 180 * move.side }, over };
    }
    case 'carry':
      return { type: 'pass', over: { arm: move.arm, role: move.role, passes: move.passes } };
    case 'release':
      return releaseHand(s, move.arm);
    case 'take':
      return takeHands(s, move.leader, move.follower, { top: move.top });
    case 'change':
      return changeTo(s, move.leader, move.follower);
    default:
      return never(move);
  }
}

/** Does a move; errors as {@link apply}, and `not-held` for a hand that holds nothing. */
export function play(s: ArmState, move: Move): Result<ArmState, ArmFailure> {
  const t = transitionOf(s, move);
  return t
    ? apply(s, t)
    : fail({ code: 'not-held', role: 'leader', hand: move.type === 'release' ? move.arm : 'L' });
}

const SIDES = [1, -1] as const;
const HANDS = ['L', 'R'] as const;

/** All moves from a state, whether they work or not. */
export function movesFrom(s: ArmState): Move[] {
  const held = s.arms.map((a) => a.leader);
  const sets: Hand[][] = held.reduce<Hand[][]>((all, h) => [...all, ...all.map((x) => [...x, h])], [[]]);
  const moves: Move[] = [];
  for (const role of ROLES) {
    for (const side of SIDES) {
      for (const over of sets) moves.push({ type: 'turn', role, side, over });
      for (const arm of held) moves.push({ type: 'carry', role, arm, passes: side });
    }
  }
  for (const arm of held) moves.push({ type: 'release', arm });
  for (const leader of freeHands(s, 'leader')) {
    for (const follower of freeHands(s, 'follower')) {
      moves.push({ type: 'take', leader, follower, top: 'L' });
      if (held.length === 1) moves.push({ type: 'take', leader, follower, top: 'R' });
    }
  }
  if (held.length === 1) moves.push(...changes(s));
  return moves;
}

/** Changes of one joined pair into another that shares a hand with it. */
function changes(s: ArmState): Move[] {
  return HANDS.flatMap((leader) =>
    HANDS.flatMap((follower): Move[] => {
      const shares = (armOf(s, 'leader', leader) ? 1 : 0) + (armOf(s, 'follower', follower) ? 1 : 0);
      return shares === 1 ? [{ type: 'change', leader, follower }] : [];
    }),
  );
}

export interface Edge {
  readonly move: Move;
  readonly to: number;
}
/** Every settled state there is, and every move between them. */
export interface Graph {
  readonly states: readonly ArmState[];
  readonly edges: readonly (readonly Edge[])[];
  /** The same edges from their ends: `to` is where the edge comes from. */
  readonly back: readonly (readonly Edge[])[];
  readonly index: ReadonlyMap<string, number>;
}

let built: Graph | undefined;

/** All states that can be reached with at most two joined hands, by breadth-first search; built once. */
export function graph(): Graph {
  built ??= explore(APART);
  return built;
}

/** States reachable from one by {@link movesFrom}. O(states · moves). */
export function explore(from: ArmState): Graph {
  const states: ArmState[] = [from];
  const index = new Map([[keyOfState(from), 0]]);
  const edges: Edge[][] = [];
  for (let i = 0; i < states.length; i++) {
    const s = states[i];
    invariant(s, 'the queue holds every index below its length');
    const out: Edge[] = [];
    for (const move of movesFrom(s)) {
      const next = play(s, move);
      if (!next.ok) continue;
      const key = keyOfState(next.value);
      let to = index.get(key);
      if (to === undefined) {
        to = states.length;
        index.set(key, to);
        states.push(settled(next.value));
      }
      if (to !== i) out.push({ move, to });
    }
    edges.push(out);
  }
  const back: Edge[][] = states.map(() => []);
  edges.forEach((list, from) => {
    for (const e of list) back[e.to]?.push({ move: e.move, to: from });
  });
  return { states, edges, back, index };
}

/** The same state with its facings counted from −90 to 180, so that a search does not run away. */
function settled(s: ArmState): ArmState {
  const wrap = (phi: number): number => (((phi % 360) + 360) % 360 === 270 ? -90 : ((phi % 360) + 360) % 360);
  return { ...s, phi: { leader: wrap(s.phi.leader), follower: wrap(s.phi.follower) } };
}

/** How many states there are with each pair of hands joined. */
export function census(g: Graph = graph()): Readonly<Record<string, number>> {
  const n: Record<string, number> = {};
  for (const s of g.states) {
    const p = pairingOf(s.arms) ?? 'other';
    n[p] = (n[p] ?? 0) + 1;
  }
  return n;
}
