import {
  fromBody,
  radians,
  type Degrees,
  type Foot,
  type Metres,
  type Point,
  type Role,
  type Ticks,
} from '../base';
import { ROLES, otherFoot, signedHeading } from '../base';
import {
  DIRECTIONS,
  KINDS,
  SIZES,
  frameOfDirection,
  type Direction,
  type DirectionFrame,
  type DirectionRow,
  type KindRow,
} from '../vocabulary';
import { bodyAt, linOf, mix, valueX, valueY, type Lin, type Move } from './linear';
import { ROOM, SIGMA, WEIGHT_SHARE, type Term } from './sigma.data';
import { Skyline } from './skyline';
import type { Anchor, BodyHold, Both, Dancer, FloorAction, FloorInput, Spot } from './types';

/** What a term measures of the vector it is about. */
export type TermKind =
  'place' | 'distance' | 'within' | 'apart' | 'feet' | 'off-lane' | 'partner-word' | 'push';

/**
 * One residual that is not linear. Its vector is a weighted sum of blocks; between two moments (`late`) it is the one
 * nearest to 0. `limit` is a length; (`ux`, `uy`) a direction or a place, whichever the kind needs.
 */
export interface FloorTerm {
  readonly kind: TermKind;
  readonly tick: Ticks;
  readonly blocks: readonly number[];
  readonly weights: readonly number[];
  readonly x: number;
  readonly y: number;
  readonly late: { readonly weights: readonly number[]; readonly x: number; readonly y: number } | undefined;
  limit: number;
  ux: number;
  uy: number;
  readonly sigma: number;
  readonly term: Term | undefined;
  /** For a word said towards or away from the partner: the landing from the supporting foot. */
  readonly word?: { readonly step: Lin; readonly length: number; readonly across: number };
}

/** Where an action lands and where its word is measured from. */
export interface Landing {
  readonly role: Role;
  readonly index: number;
  readonly tick: Ticks;
  readonly foot: Foot;
  readonly spot: Spot;
  /** The supporting foot it is measured from. */
  readonly from: Spot;
  /** Where the words put it from there, floor axes. */
  readonly said: Point;
  readonly sigma: { readonly along: number; readonly across: number; readonly heading: Degrees };
  readonly fixed: boolean;
}

/** A couple's places as unknowns. Block b holds numbers 2b and 2b+1 of a solution. */
export interface Problem {
  readonly input: FloorInput;
  readonly blocks: number;
  readonly landings: readonly Landing[];
  readonly start: Both<Lin>;
  readonly moves: Both<readonly Move[]>;
  /** Moments at which terms are measured, ascending. */
  readonly grid: readonly Ticks[];
  readonly terms: readonly FloorTerm[];
  /** Linear residuals: xᵀ·matrix·x − 2·vector·x + constant. */
  readonly matrix: Skyline;
  readonly vector: Float64Array;
  readonly constant: number;
  /** What the words alone give, step after step. */
  readonly words: Float64Array;
  /** The words alone lead to another side of the leader than an ending that is only supposed. */
  readonly doubtful: boolean;
}

const side = (foot: Foot): 1 | -1 => (foot === 'R' ? 1 : -1);
export const sizeScale = (size: FloorAction['action']['size']): number =>
  size === undefined ? 1 : typeof size === 'number' ? size : SIZES[size].scale;
/** How much longer than a normal step the words of an action are: by its size, and by what it is. */
export const actionScale = (action: FloorAction['action']): number =>
  sizeScale(action.size) * ((KINDS[action.kind] as KindRow).scale ?? 1);

/** What an action's words say: how far from the supporting foot, along what, and how exactly. */
interface Said {
  readonly frame: DirectionFrame;
  /** From the supporting foot; for a word towards the partner only what stands beside it. */
  readonly at: Point;
  readonly length: Metres;
  readonly heading: Degrees;
  readonly along: number;
  readonly across: number;
}

function saidBy(a: FloorAction, foot: Foot, d: Dancer, reference: Degrees): Said {
  const { action } = a;
  const direction = action.kind === 'close' ? 'place' : (action.direction ?? 'place');
  const row = DIRECTIONS[direction];
  const frame = frameOfDirection(direction);
  const scale = actionScale(action) * d.step;
  const beside = action.kind === 'hop' ? 0 : side(foot) * 2 * d.stance;
  const body = frame === 'body';
  const own = fromBody(
    a.frame,
    beside + (body ? side(foot) * row.out * scale : 0),
    body ? row.ahead * scale : 0,
  );
  const room = frame === 'room' ? fromBody(reference, row.out * scale, row.ahead * scale) : { x: 0, y: 0 };
  const across = Math.atan2(body ? side(foot) * row.out : row.out, row.ahead) / radians(1);
  return {
    frame,
    at: { x: own.x + room.x, y: own.y + room.y },
    length: frame === 'partner' ? row.ahead * scale : 0,
    heading: across + (body ? a.frame : reference),
    ...exactness(a, direction),
  };
}

function exactness(a: FloorAction, direction: Direction): { along: number; across: number } {
  const { action } = a;
  if (a.lands === 'touch') return { along: SIGMA.touch, across: SIGMA.touch };
  if (typeof action.size === 'number') return { along: SIGMA.exact, across: SIGMA.exact };
  if (action.kind === 'close' || (DIRECTIONS[direction] as DirectionRow).tight)
    return { along: SIGMA.close, across: SIGMA.close };
  if (action.direction === undefined) {
    const loose = action.lane === undefined ? SIGMA.along : 3 * SIGMA.along;
    return { along: loose, across: loose };
  }
  if (direction === 'place') return { along: SIGMA.place, across: SIGMA.place };
  return { along: action.size === undefined ? SIGMA.along : SIGMA.sized, across: SIGMA.across };
}

interface Laid {
  readonly landings: Landing[];
  readonly moves: Move[];
  readonly feet: { readonly tick: Ticks; readonly feet: Record<Foot, Spot> }[];
  readonly start: Lin;
}

/** A place a foot comes to: by an action, or (undefined) where a dancer begins. */
interface Place {
  readonly role: Role;
  readonly index: number | undefined;
  readonly tick: Ticks;
  /** When the foot leaves it. */
  readonly until: Ticks;
}

function placesOf(input: FloorInput, role: Role): Place[] {
  const { actions } = input.dancers[role];
  const leaves: Record<Foot, Ticks> = { L: input.end, R: input.end };
  const places: Place[] = [];
  for (let index = actions.length - 1; index >= 0; index--) {
    const a = actions[index] as FloorAction;
    if (!needsBlock(a) || a.foot === undefined) continue;
    places.push({ role, index, tick: a.tick, until: leaves[a.foot] });
    leaves[a.foot] = a.tick;
  }
  const until = Math.max(leaves.L, leaves.R);
  places.push({ role, index: undefined, tick: -Infinity, until });
  return places;
}

/**
 * Gives every landing its block, and every body its moves. Blocks come in the order in which the feet leave them: a
 * dancer who stays for long is coupled with everything the other does, and only at the end does that cost one row.
 */
function lay(input: FloorInput): { laid: Record<Role, Laid>; blocks: number } {
  const order = ROLES.flatMap((role) => placesOf(input, role)).sort(
    (a, b) =>
      a.until - b.until ||
      a.tick - b.tick ||
      (a.role === b.role ? (a.index ?? -1) - (b.index ?? -1) : a.role === 'leader' ? -1 : 1),
  );
  const block: Record<Role, Map<number | undefined, number>> = { leader: new Map(), follower: new Map() };
  order.forEach((o, i) => block[o.role].set(o.index, i));
  const laid = {
    leader: layDancer(input, 'leader', block.leader),
    follower: layDancer(input, 'follower', block.follower),
  };
  return { laid, blocks: order.length };
}

const needsBlock = (a: FloorAction): boolean =>
  a.foot !== undefined && a.lands !== 'air' && a.action.kind !== 'replace';

function layDancer(input: FloorInput, role: Role, blocks: ReadonlyMap<number | undefined, number>): Laid {
  const first = blocks.get(undefined) ?? 0;
  const d = input.dancers[role];
  const facing = d.facing[0] ?? 0;
  const standing = (foot: Foot): Spot => ({ block: first, ...fromBody(facing, side(foot) * d.stance, 0) });
  let feet: Record<Foot, Spot> = { L: standing('L'), R: standing('R') };
  const laid: Laid = {
    landings: [],
    moves: [],
    feet: [{ tick: -Infinity, feet }],
    start: { blocks: [first], weights: [1], x: 0, y: 0 },
  };
  let previous = -Infinity;
  d.actions.forEach((a, index) => {
    const { foot } = a;
    const before = previous;
    if (foot === undefined || a.lands === 'air') {
      if (foot !== undefined) laid.landings.push(landing(a, role, index, foot, undefined, feet, d, input));
      return;
    }
    const b = blocks.get(index);
    const spot: Spot = b === undefined ? feet[foot] : { block: b, x: 0, y: 0 };
    laid.landings.push(landing(a, role, index, foot, b === undefined ? undefined : spot, feet, d, input));
    feet = { ...feet, [foot]: spot };
    laid.feet.push({ tick: a.tick, feet });
    if (a.lands !== 'weight') return;
    const share = a.split ? 0.5 : WEIGHT_SHARE;
    const at = mix(linOf(feet[foot]), share, linOf(feet[otherFoot(foot)]), 1 - share);
    laid.moves.push({ from: Math.min(a.tick, Math.max(a.tick - 12, before)), to: a.tick, at });
    previous = a.tick;
  });
  return laid;
}

function landing(
  a: FloorAction,
  role: Role,
  index: number,
  foot: Foot,
  spot: Spot | undefined,
  feet: Record<Foot, Spot>,
  d: Dancer,
  input: FloorInput,
): Landing {
  const from = feet[a.action.kind === 'hop' ? foot : otherFoot(foot)];
  const said = saidBy(a, foot, d, input.reference);
  const { along, across, heading } = said;
  return {
    role,
    index,
    tick: a.tick,
    foot,
    spot: spot ?? feet[foot],
    from,
    said: said.at,
    sigma: { along, across, heading },
    fixed: spot === undefined,
  };
}

/** Linear residuals gathered into one quadratic form. */
class Quadratic {
  readonly vector: Float64Array;
  constant = 0;
  constructor(
    readonly matrix: Skyline,
    blocks: number,
  ) {
    this.vector = new Float64Array(2 * blocks);
  }
  /** Adds ((gx, gy)·(Σ w·block + constant) / sigma)². */
  add(l: Lin, gx: number, gy: number, sigma: number): void {
    const k = 1 / (sigma * sigma);
    const c = gx * l.x + gy * l.y;
    const n = l.blocks.length;
    const { values, at } = this.matrix;
    this.constant += k * c * c;
    for (let i = 0; i < n; i++) {
      const bi = 2 * (l.blocks[i] as number);
      const wi = l.weights[i] as number;
      this.vector[bi] = (this.vector[bi] as number) - k * wi * gx * c;
      this.vector[bi + 1] = (this.vector[bi + 1] as number) - k * wi * gy * c;
      for (let j = 0; j <= i; j++) {
        const bj = 2 * (l.blocks[j] as number);
        const w = k * wi * (l.weights[j] as number);
        const r0 = (at[bi] as number) + bj;
        const r1 = (at[bi + 1] as number) + bj;
        values[r0] = (values[r0] as number) + w * gx * gx;
        values[r1] = (values[r1] as number) + w * gx * gy;
        values[r1 + 1] = (values[r1 + 1] as number) + w * gy * gy;
        if (i !== j) values[r0 + 1] = (values[r0 + 1] as number) + w * gx * gy;
      }
    }
  }
  /** Both axes alike. */
  both(l: Lin, sigma: number): void {
    this.add(l, 1, 0, sigma);
    this.add(l, 0, 1, sigma);
  }
}

const shifted = (l: Lin, x: number, y: number): Lin => ({ ...l, x: l.x + x, y: l.y + y });

/** Compiles what is said into unknowns and residuals. O(actions). */
export function problemOf(input: FloorInput): Problem {
  const { laid, blocks } = lay(input);
  const landings = ROLES.flatMap((r) => laid[r].landings);
  const start = { leader: laid.leader.start, follower: laid.follower.start };
  const moves = { leader: laid.leader.moves, follower: laid.follower.moves };
  const grid = gridOf(input, moves);
  const at = (role: Role, tick: Ticks): Lin => bodyAt(start[role], moves[role], tick);
  const between = (tick: Ticks): Lin => mix(at('follower', tick), 1, at('leader', tick), -1);
  const pairs = grid.map(between);
  const terms: FloorTerm[] = [
    ...(input.alone
      ? []
      : [
          ...holdTerms(input, grid, pairs),
          ...handTerms(input, grid, pairs),
          ...bodyTerms(input, grid, pairs),
          ...feetTerms(landings, laid),
        ]),
    ...laneWordTerms(input, at),
    ...partnerWords(input, landings, between),
  ];
  const words = wordsAlone(input, landings, blocks);
  const doubtful = input.anchors.some((a) => a.supposed && !onItsSide(a, between(a.tick), words, input));
  const quadratic = new Quadratic(
    new Skyline(shape(blocks, landings, terms, grid, pairs, moves, input, between)),
    blocks,
  );
  addWords(quadratic, input, landings);
  addLane(quadratic, input, start, moves, at);
  addAnchors(quadratic, input, between);
  return {
    input,
    blocks,
    landings,
    start,
    moves,
    grid,
    terms,
    matrix: quadratic.matrix,
    vector: quadratic.vector,
    constant: quadratic.constant,
    words,
    doubtful,
  };
}

function gridOf(input: FloorInput, moves: Both<readonly Move[]>): Ticks[] {
  const ticks = new Set<Ticks>([input.from, input.end]);
  for (const role of ROLES) for (const m of moves[role]) ticks.add(Math.max(input.from, m.from)).add(m.to);
  for (const h of [...input.holds, ...input.hands]) ticks.add(Math.max(input.from, h.from));
  return [...ticks].filter((t) => t <= input.end).sort((a, b) => a - b);
}

const facingAt = (input: FloorInput, role: Role, tick: Ticks, chest = false): Degrees => {
  const list = chest ? input.dancers[role].chest : input.dancers[role].facing;
  return list[Math.max(0, Math.min(list.length - 1, tick - input.from))] ?? 0;
};

const isIn = (s: { from: Ticks; to: Ticks }, tick: Ticks): boolean => s.from <= tick && tick <= s.to;
const holdAt = (input: FloorInput, tick: Ticks): BodyHold | undefined =>
  input.holds.find((h) => isIn(h, tick));

function term(
  kind: TermKind,
  tick: Ticks,
  l: Lin,
  sigma: number,
  limit: number,
  u: Point,
  of?: Term,
): FloorTerm {
  return {
    kind,
    tick,
    blocks: l.blocks,
    weights: l.weights,
    x: l.x,
    y: l.y,
    late: undefined,
    limit,
    ux: u.x,
    uy: u.y,
    sigma,
    term: of,
  };
}
const NOWHERE: Point = { x: 0, y: 0 };

/** Partners that face each other within this are where the hold has them; otherwise only their distance is. */
const FACING_EACH_OTHER: Degrees = 45;

function holdTerms(input: FloorInput, grid: readonly Ticks[], pairs: readonly Lin[]): FloorTerm[] {
  return grid.flatMap((tick, i): FloorTerm[] => {
    const hold = holdAt(input, tick);
    if (!hold) return [];
    const leader = facingAt(input, 'leader', tick, true);
    const turn = facingAt(input, 'follower', tick, true) - leader;
    const l = pairs[i] as Lin;
    const { right, ahead } = hold.place;
    if (Math.abs(signedHeading(turn - 180)) <= FACING_EACH_OTHER)
      return [term('place', tick, l, SIGMA.hold, ROOM.hold, fromBody(leader, right, ahead))];
    return [term('distance', tick, l, SIGMA.hold, ROOM.hold, { x: Math.hypot(right, ahead), y: 0 })];
  });
}

function handTerms(input: FloorInput, grid: readonly Ticks[], pairs: readonly Lin[]): FloorTerm[] {
  const { leader, follower } = input.dancers;
  return input.hands.flatMap((h) =>
    grid.flatMap((tick, i): FloorTerm[] => {
      if (!isIn(h, tick) || holdAt(input, tick)) return [];
      const a = fromBody(facingAt(input, 'leader', tick, true), side(h.leader) * leader.halfBreadth, 0);
      const b = fromBody(facingAt(input, 'follower', tick, true), side(h.follower) * follower.halfBreadth, 0);
      const l = shifted(pairs[i] as Lin, b.x - a.x, b.y - a.y);
      return [term('within', tick, l, SIGMA.hands, leader.reach + follower.reach, NOWHERE, 'hands')];
    }),
  );
}

function bodyTerms(input: FloorInput, grid: readonly Ticks[], pairs: readonly Lin[]): FloorTerm[] {
  const found: FloorTerm[] = [];
  const aside = fromBody(input.lane ?? input.reference, 1, 0);
  for (let i = 0; i + 1 < grid.length; i++) {
    const [tick, next] = [grid[i] as Ticks, grid[i + 1] as Ticks];
    const [p, q] = [pairs[i] as Lin, pairs[i + 1] as Lin];
    // Held, the couple turns as one: between two moments it goes round, not straight.
    if (holdAt(input, tick) && holdAt(input, next)) {
      found.push(term('apart', tick, p, SIGMA.bodies, ROOM.bodiesInHold, aside, 'bodies'));
      continue;
    }
    const early = mix(p, 1, q, 0);
    const late = mix(p, 0, q, 1);
    const held = holdAt(input, tick) ?? holdAt(input, next);
    const limit = held ? ROOM.bodiesInHold : ROOM.bodies;
    found.push({
      ...term('apart', tick, early, SIGMA.bodies, limit, aside, 'bodies'),
      late: { weights: late.weights, x: late.x, y: late.y },
    });
  }
  return found;
}

/** A foot that lands keeps off the partner's feet. */
function feetTerms(landings: readonly Landing[], laid: Record<Role, Laid>): FloorTerm[] {
  return landings.flatMap((l) => {
    if (l.fixed) return [];
    const other = laid[l.role === 'leader' ? 'follower' : 'leader'].feet;
    const there = feetAt(other, l.tick);
    return (['L', 'R'] as const).map((f) => {
      const v = mix(linOf(l.spot), 1, linOf(there[f]), -1);
      return term('feet', l.tick, v, SIGMA.feet, ROOM.feet, { x: 1, y: 0 }, 'bodies');
    });
  });
}

function feetAt(list: Laid['feet'], tick: Ticks): Record<Foot, Spot> {
  let low = 0;
  let high = list.length - 1;
  while (low < high) {
    const mid = (low + high + 1) >> 1;
    if ((list[mid] as Laid['feet'][number]).tick <= tick) low = mid;
    else high = mid - 1;
  }
  return (list[low] as Laid['feet'][number]).feet;
}

function laneWordTerms(input: FloorInput, at: (role: Role, tick: Ticks) => Lin): FloorTerm[] {
  if (input.lane === undefined) return [];
  const aside = fromBody(input.lane, 1, 0);
  return ROLES.flatMap((role) =>
    input.dancers[role].actions.flatMap(({ tick, action }) => {
      if (action.lane === undefined || action.lane === 'on') return [];
      const s = action.lane === 'right' ? 1 : -1;
      return [
        term('off-lane', tick, at(role, tick), SIGMA.laneSaid, ROOM.offLane, {
          x: s * aside.x,
          y: s * aside.y,
        }),
      ];
    }),
  );
}

function partnerWords(
  input: FloorInput,
  landings: readonly Landing[],
  between: (tick: Ticks) => Lin,
): FloorTerm[] {
  return landings.flatMap((l) => {
    const d = input.dancers[l.role];
    const a = d.actions[l.index];
    if (l.fixed || !a?.foot) return [];
    const said = saidBy(a, a.foot, d, input.reference);
    if (said.frame !== 'partner') return [];
    const before = d.actions[l.index - 1]?.tick ?? input.from;
    const line = between(before);
    const s = l.role === 'leader' ? 1 : -1;
    const step = shifted(mix(linOf(l.spot), 1, linOf(l.from), -1), -l.said.x, -l.said.y);
    return [
      {
        ...term('partner-word', l.tick, mix(line, s, line, 0), said.along, 0, NOWHERE),
        word: { step, length: said.length, across: said.across },
      },
    ];
  });
}

/** Column of the first entry of each row: a block couples with all it shares a residual with. */
function shape(
  blocks: number,
  landings: readonly Landing[],
  terms: readonly FloorTerm[],
  grid: readonly Ticks[],
  pairs: readonly Lin[],
  moves: Both<readonly Move[]>,
  input: FloorInput,
  between: (tick: Ticks) => Lin,
): Int32Array {
  const least = Int32Array.from({ length: blocks }, (_, b) => b);
  const couple = (list: readonly number[]): void => {
    const first = list[0] as number;
    for (let i = 1; i < list.length; i++) {
      const b = list[i] as number;
      if (first < (least[b] as number)) least[b] = first;
    }
  };
  for (const t of terms) {
    couple(t.blocks);
    if (t.word) couple([...t.blocks, ...t.word.step.blocks].sort((a, b) => a - b));
  }
  for (const p of pairs) couple(p.blocks);
  for (const l of landings) couple([l.from.block, l.spot.block].sort((a, b) => a - b));
  for (const role of ROLES) for (const m of moves[role]) couple(m.at.blocks);
  for (const a of input.anchors) couple(between(Math.max(a.tick, grid[0] ?? 0)).blocks);
  const first = new Int32Array(2 * blocks);
  for (let b = 0; b < blocks; b++) first[2 * b] = first[2 * b + 1] = 2 * (least[b] as number);
  return first;
}

function addWords(q: Quadratic, input: FloorInput, landings: readonly Landing[]): void {
  for (const l of landings) {
    if (l.fixed) continue;
    const a = input.dancers[l.role].actions[l.index] as FloorAction;
    if (frameOfDirection(a.action.direction ?? 'place') === 'partner') continue;
    const v = shifted(mix(linOf(l.spot), 1, linOf(l.from), -1), -l.said.x, -l.said.y);
    const { along, across, heading } = l.sigma;
    if (along === across) {
      q.both(v, along);
      continue;
    }
    const u = fromBody(heading, 0, 1);
    q.add(v, u.x, u.y, along);
    q.add(v, u.y, -u.x, across);
  }
}

function addLane(
  q: Quadratic,
  input: FloorInput,
  start: Both<Lin>,
  moves: Both<readonly Move[]>,
  at: (role: Role, tick: Ticks) => Lin,
): void {
  if (input.lane === undefined) return q.both(start.leader, SIGMA.pin);
  const ahead = fromBody(input.lane, 0, 1);
  const aside = fromBody(input.lane, 1, 0);
  q.add(start.leader, ahead.x, ahead.y, SIGMA.pin);
  q.add(start.follower, aside.x, aside.y, SIGMA.laneFollower);
  for (const m of moves.follower) q.add(m.at, aside.x, aside.y, SIGMA.laneFollower);
  for (const a of input.anchors) {
    const tick = Math.max(a.tick, input.from);
    if (a.stays && staysOff(input, tick)) continue;
    q.add(
      shifted(at('leader', tick), -a.over * aside.x, -a.over * aside.y),
      aside.x,
      aside.y,
      SIGMA.laneLeader,
    );
  }
  for (const role of ROLES)
    for (const { tick, action } of input.dancers[role].actions)
      if (action.lane === 'on') q.add(at(role, tick), aside.x, aside.y, SIGMA.laneSaid);
}

/** Has the leader been said to be off the lane, and not back on it, since the figure danced at a tick began? */
function staysOff(input: FloorInput, tick: Ticks): boolean {
  const from = Math.max(...input.anchors.filter((a) => !a.stays && a.tick <= tick).map((a) => a.tick));
  const said = input.dancers.leader.actions.findLast(
    (a) => a.action.lane !== undefined && a.tick >= from && a.tick <= tick,
  );
  return said !== undefined && said.action.lane !== 'on';
}

/** Further than this on the other side of the leader, the partners do not end as supposed. */
const OTHER_SIDE: Metres = 0.3;

/** Do the words alone end on the side of the leader a supposed place is on? */
function onItsSide(a: Anchor, line: Lin, words: Float64Array, input: FloorInput): boolean {
  const p = fromBody(facingAt(input, 'leader', a.tick), a.place.right, a.place.ahead);
  const along = (valueX(line, words) * p.x + valueY(line, words) * p.y) / Math.hypot(p.x, p.y);
  return along > -OTHER_SIDE;
}

function addAnchors(q: Quadratic, input: FloorInput, between: (tick: Ticks) => Lin): void {
  for (const a of input.anchors) {
    const tick = Math.max(a.tick, input.from);
    const p = fromBody(facingAt(input, 'leader', tick), a.place.right, a.place.ahead);
    q.both(shifted(between(tick), -p.x, -p.y), SIGMA.formation);
  }
}

/** The added-up path: where every foot lands if the words are exact. */
function wordsAlone(input: FloorInput, landings: readonly Landing[], blocks: number): Float64Array {
  const x = new Float64Array(2 * blocks);
  const first = input.anchors[0];
  const p = fromBody(facingAt(input, 'leader', input.from), first?.place.right ?? 0, first?.place.ahead ?? 0);
  x[2] = p.x;
  x[3] = p.y;
  for (const l of landings) {
    if (l.fixed) continue;
    const b = 2 * l.spot.block;
    x[b] = (x[2 * l.from.block] as number) + l.from.x + l.said.x;
    x[b + 1] = (x[2 * l.from.block + 1] as number) + l.from.y + l.said.y;
  }
  return x;
}
