import { TICKS_PER_BEAT, otherFoot, type Hand, type Role, type Ticks } from '../base';
import { asRight, keyOfState, nameOf, outerAt, type ArmName, type ArmState } from '../arms';
import { armsAt, valueAt, type Analysis, type Arms, type HandPass, type HeldArm } from '../analysis';
import { BODY_PARTS, type Feel } from '../vocabulary';
import { oneAlone } from './floor';
import { railBeat } from './rail';

/**
 * The arms along the count rail: two strands between the roles' lanes, −1 at the leader's lane, +1 at the follower's.
 * A crossing is a change of lanes, the upper strand named; signs are true: one that undoes another is drawn the
 * other way. A pass over a head swings out beyond that role's lane; a wrapped arm lies on the role's side.
 */
export interface RailStrand {
  /** The leader's hand. */
  readonly arm: Hand;
  readonly follower: Hand;
  readonly pieces: readonly RailPiece[];
  readonly from: Ticks;
  readonly to: Ticks;
}
/** A part of a strand that is drawn alike. Points in beats and lanes. */
export interface RailPiece {
  readonly points: readonly { readonly x: number; readonly y: number }[];
  readonly style: 'low' | 'raised' | 'behind';
}
export interface RailCrossing {
  readonly x: number;
  readonly over: Hand;
  readonly raised: boolean;
  /** A short piece of the upper strand. */
  readonly points: readonly { readonly x: number; readonly y: number }[];
}
/** A role's side along which an arm is wrapped or behind the back. */
export interface RailBody {
  readonly role: Role;
  readonly from: number;
  readonly to: number;
  readonly lie: 'front' | 'behind';
  readonly arm: Hand;
}
/** A hand on the partner's body, on the partner's side of the rail. */
export interface RailRest {
  /** Whose hand it is. */
  readonly role: Role;
  readonly from: number;
  readonly to: number;
  readonly text: string;
  readonly block: boolean;
}
/** How long the arms are called the same. */
export interface ArmStretch {
  readonly from: Ticks;
  readonly to: Ticks;
  readonly name: ArmName;
  readonly raised: boolean;
  readonly state: ArmState;
}
export interface RailArms {
  readonly strands: readonly RailStrand[];
  readonly crossings: readonly RailCrossing[];
  readonly bodies: readonly RailBody[];
  readonly rests: readonly RailRest[];
  readonly stretches: readonly ArmStretch[];
}

const SWAP: Ticks = 5;
const ARCH: Ticks = 8;
/** Outside of the lanes. */
const SIDE_LANE = 1.72;
/** Where the outer of two arms across the same body runs. */
const OUTER_LANE = 1.25;
const ARCH_LANE = 1.75;

const smooth = (u: number): number => (u <= 0 ? 0 : u >= 1 ? 1 : u * u * (3 - 2 * u));

/** A change of the crossing number at a time. */
interface Change {
  readonly tick: number;
  readonly sign: number;
  readonly pass: HandPass | undefined;
}

/** O(ticks of change). */
export function railArms(a: Analysis): RailArms {
  const { arms, figure, end } = a;
  // Of somebody who dances alone nothing is said: the hold it begins with stands.
  const stretches = oneAlone(a) ? armStretches(a).slice(0, 1) : armStretches(a);
  const spread = spreadPasses(arms);
  const lanes = laneChanges(arms, spread, Math.max(0, end));
  const drawn = arms.held
    .toSorted((x, y) => x.from - y.from)
    .map((h) => strandOf(arms, h, lanes, figure.feel, end));
  return {
    strands: drawn.map((d) => d.strand),
    crossings: lanes.swaps.flatMap((s) => crossingAt(s, drawn, figure.feel)),
    bodies: drawn.flatMap((d) => bodiesOf(d, figure.feel)),
    rests: arms.rests.map((r) => ({
      role: r.role,
      from: railBeat(Math.max(-4, r.from), figure.feel),
      to: railBeat(Math.min(r.to, end), figure.feel),
      text: `${r.hand === 'L' ? 'left' : 'right'} ${r.how === 'block' ? 'blocks' : 'on'} ${BODY_PARTS[r.on].says}`,
      block: r.how === 'block',
    })),
    stretches,
  };
}

interface Placed extends HandPass {
  /** Where it is drawn: passes at one moment stand side by side. */
  readonly at: number;
}

/**
 * Passes of one moment, one after the other. Of two that cross the arms, the strand that can be drawn on top goes
 * first: the leader-side one when crossings are added, the follower-side one when they are taken off.
 */
function spreadPasses(arms: Arms): Placed[] {
  const out: Placed[] = [];
  const list = arms.passes.toSorted((a, b) => a.tick - b.tick);
  for (let i = 0; i < list.length;) {
    const first = list[i];
    if (!first) break;
    let n = 1;
    while ((list[i + n]?.tick ?? Infinity) - first.tick <= 2) n++;
    for (let k = 0; k < n; k++) {
      const p = list[i + k];
      if (p) out.push({ ...p, at: first.tick + (k - (n - 1) / 2) * (2 * SWAP + 1) });
    }
    i += n;
  }
  return out;
}

interface Swap {
  readonly tick: number;
  readonly over: Hand;
}
interface Lanes {
  /** Lane of each of the leader's hands over time. */
  readonly L: readonly { tick: number; value: number }[];
  readonly R: readonly { tick: number; value: number }[];
  readonly swaps: readonly Swap[];
  readonly passes: readonly Placed[];
}

/** Which strand runs in which lane, and where they change: as many changes, with the same signs, as there are crossings. */
function laneChanges(arms: Arms, spread: Placed[], end: Ticks): Lanes {
  const changes = crossingChanges(arms, spread, end);
  const first = changes.find((c) => c.pass);
  const top: Hand = first?.pass ? (first.sign > 0 ? first.pass.arm : otherFoot(first.pass.arm)) : 'L';
  const before = changes.filter((c) => first && c.tick < first.tick).length;
  let upper: Hand = before % 2 === 0 ? top : otherFoot(top);
  const lanes = {
    L: [{ tick: -Infinity, value: upper === 'L' ? -1 : 1 }],
    R: [{ tick: -Infinity, value: upper === 'R' ? -1 : 1 }],
  };
  const swaps: Swap[] = [];
  const passes: Placed[] = [...spread];
  for (const c of changes) {
    const over = c.sign > 0 ? upper : otherFoot(upper);
    swaps.push({ tick: c.tick, over });
    if (c.pass && c.pass.arm !== over) exchange(passes, c.tick, over);
    lanes[upper].push({ tick: c.tick, value: 1 });
    upper = otherFoot(upper);
    lanes[upper].push({ tick: c.tick, value: -1 });
  }
  return { ...lanes, swaps, passes };
}

/** Of two passes of one moment the one on top comes first. */
function exchange(passes: Placed[], at: number, over: Hand): void {
  const i = passes.findIndex((p) => p.at === at);
  const j = passes.findIndex((p, k) => k > i && p.arm === over && p.at - at <= 3 * SWAP);
  const [a, b] = [passes[i], passes[j]];
  if (!a || !b) return;
  passes[i] = { ...b, at: a.at };
  passes[j] = { ...a, at: b.at };
}

function crossingChanges(arms: Arms, spread: readonly Placed[], end: Ticks): Change[] {
  const out: Change[] = [];
  let value = 0;
  const queue = [...spread];
  for (const c of arms.crossings) {
    const live = arms.held.filter((h) => h.from <= c.tick && c.tick < Math.max(h.to, end)).length;
    const by = c.value - value;
    value = c.value;
    if (by === 0 || (live < 2 && c.value === 0)) continue;
    const i = queue.findIndex((p) => p.tick === c.tick && p.by === Math.sign(by));
    const pass = queue[i];
    if (pass && Math.abs(by) === 1) {
      queue.splice(i, 1);
      out.push({ tick: pass.at, sign: by, pass });
    } else {
      for (let k = 0; k < Math.abs(by); k++)
        out.push({
          tick: Math.max(c.tick, -2) + (k + 0.2) * (SWAP + 2),
          sign: Math.sign(by),
          pass: undefined,
        });
    }
  }
  return out.sort((a, b) => a.tick - b.tick);
}

interface Drawn {
  readonly strand: RailStrand;
  readonly at: (tick: number) => number;
  readonly raised: (tick: number) => boolean;
  readonly sides: readonly Span[];
}

function strandOf(arms: Arms, h: HeldArm, lanes: Lanes, feel: Feel, end: Ticks): Drawn {
  const passes = lanes.passes.filter((p) => p.arm === h.leader && p.tick >= h.from && p.tick <= h.to);
  const sides = bodySpans(arms, h, end);
  const at = (tick: number): number => {
    let y = laneAt(lanes[h.leader], tick);
    for (const p of passes) {
      const u = Math.abs(tick - p.at) / ARCH;
      if (u >= 1) continue;
      const bump = (1 + Math.cos(Math.PI * u)) / 2;
      y += ((p.role === 'follower' ? ARCH_LANE : -ARCH_LANE) - y) * bump;
    }
    for (const s of sides) {
      const inside = Math.min(smooth((tick - s.from + 3) / 6), smooth((s.to + 3 - tick) / 6));
      y += ((s.role === 'follower' ? s.lane : -s.lane) - y) * inside;
    }
    return y;
  };
  const [from, to] = [Math.max(h.from, -4), Math.min(h.to, end)];
  return {
    strand: { arm: h.leader, follower: h.follower, from, to, pieces: pieces(h, sides, at, from, to, feel) },
    at,
    raised: (tick) => valueAt(h.heights, tick, 'low') === 'overhead',
    sides,
  };
}

function laneAt(list: readonly { tick: number; value: number }[], tick: number): number {
  let y = list[0]?.value ?? 0;
  for (let i = 1; i < list.length; i++) {
    const c = list[i];
    if (!c || c.tick - SWAP >= tick) break;
    y = c.tick + SWAP <= tick ? c.value : y + (c.value - y) * smooth((tick - c.tick + SWAP) / (2 * SWAP));
  }
  return y;
}

/** A list of changes at every tick of a stretch. O(ticks + changes). */
function everyTick<T>(
  list: readonly { readonly tick: Ticks; readonly value: T }[],
  from: Ticks,
  to: Ticks,
  otherwise: T,
): T[] {
  const out: T[] = [];
  let value = otherwise;
  let next = 0;
  for (let tick = from; tick <= to; tick++) {
    while ((list[next]?.tick ?? Infinity) <= tick) value = list[next++]?.value ?? value;
    out.push(value);
  }
  return out;
}

/** Cuts a strand where its look changes. */
function pieces(
  h: HeldArm,
  sides: readonly Span[],
  at: (tick: number) => number,
  from: Ticks,
  to: Ticks,
  feel: Feel,
): RailPiece[] {
  const heights = everyTick(h.heights, from, to, 'low');
  const styleAt = (tick: number): RailPiece['style'] => {
    if (sides.some((s) => s.lie === 'behind' && s.from <= tick && tick < s.to)) return 'behind';
    return heights[tick - from] === 'overhead' ? 'raised' : 'low';
  };
  const out: { points: { x: number; y: number }[]; style: RailPiece['style'] }[] = [];
  for (let tick = from; tick <= to; tick++) {
    const style = styleAt(tick);
    const point = { x: railBeat(tick, feel), y: at(tick) };
    const last = out.at(-1);
    if (last?.style === style) thin(last.points, point);
    else {
      last?.points.push(point);
      out.push({ points: [point], style });
    }
  }
  return out.filter((p) => p.points.length > 1);
}

/** Adds a point and drops the one before where three lie level. */
function thin(points: { x: number; y: number }[], next: { x: number; y: number }): void {
  const [a, b] = [points.at(-2), points.at(-1)];
  if (a && b && Math.abs(a.y - b.y) < 1e-6 && Math.abs(b.y - next.y) < 1e-6) points.pop();
  points.push(next);
}

function crossingAt(s: Swap, drawn: readonly Drawn[], feel: Feel): RailCrossing[] {
  const upper = drawn.find(
    (d) => d.strand.arm === s.over && d.strand.from <= s.tick && s.tick <= d.strand.to,
  );
  if (!upper) return [];
  const ticks = Array.from({ length: 9 }, (_, i) => s.tick + (i - 4) * 0.5);
  return [
    {
      x: railBeat(s.tick, feel),
      over: s.over,
      raised: upper.raised(s.tick),
      points: ticks.map((t) => ({ x: railBeat(t, feel), y: upper.at(t) })),
    },
  ];
}

interface Span {
  readonly role: Role;
  readonly from: Ticks;
  readonly to: Ticks;
  readonly lie: 'front' | 'behind';
  readonly lane: number;
}

/** When an arm lies round a body: across the front as far as the other side, or behind the back. */
function bodySpans(arms: Arms, h: HeldArm, end: Ticks): Span[] {
  const out: Span[] = [];
  const last = Math.min(h.to, end);
  const heights = everyTick(h.heights, h.from, last, 'low');
  for (const role of ['leader', 'follower'] as const) {
    let open: { from: Ticks; lie: 'front' | 'behind' } | undefined;
    const close = (to: Ticks): void => {
      if (open && to - open.from >= 5) {
        const outer = outerAt(armsAt(arms, (open.from + to) / 2, true), role) === h[role];
        out.push({ role, from: open.from, to, lie: open.lie, lane: outer ? OUTER_LANE : SIDE_LANE });
      }
      open = undefined;
    };
    const turns = everyTick(h.turns[role], h.from, last, 0);
    for (let tick = h.from; tick <= last; tick++) {
      const raised = heights[tick - h.from] === 'overhead';
      const phi = arms.phi[role][tick - arms.from] ?? 0;
      const v = asRight(h[role], 360 * (turns[tick - h.from] ?? 0) - phi);
      const lie = raised ? undefined : v > 235 ? 'behind' : v < -145 ? 'front' : undefined;
      if (lie !== open?.lie) {
        close(tick);
        open = lie && { from: tick, lie };
      }
    }
    close(Math.min(h.to, end));
  }
  return out;
}

const bodiesOf = (d: Drawn, feel: Feel): RailBody[] =>
  d.sides.map((s) => ({
    role: s.role,
    from: railBeat(Math.max(0, s.from), feel),
    to: railBeat(s.to, feel),
    lie: s.lie,
    arm: d.strand.arm,
  }));

/** How finely the names are looked up, and how short a name is passed over: a turn on its way. */
const LOOK: Ticks = TICKS_PER_BEAT / 2;
const SHORTEST_NAME: Ticks = TICKS_PER_BEAT;

/** Names of states, each worked out once: a figure comes back to the same few. */
function namer(): (s: ArmState) => ArmName {
  const known = new Map<string, ArmName>();
  return (s) => {
    const key = keyOfState(s) + s.arms.map((x) => x.at).join();
    let name = known.get(key);
    if (!name) known.set(key, (name = nameOf(s)));
    return name;
  };
}

/**
 * What the arms are called along a figure, without gaps and with what they are at the end; what lasts less than a count
 * while somebody turns has no name.
 */
export function armStretches(a: Analysis): ArmStretch[] {
  const found: { from: Ticks; to: Ticks; name: ArmName; raised: boolean; state: ArmState }[] = [];
  const named = namer();
  const end = Math.max(a.end, 1);
  const look = (tick: Ticks, to: Ticks): void => {
    const state = armsAt(a.arms, tick, true);
    const name = named(state);
    const raised = state.arms.some((x) => x.height === 'overhead');
    const last = found.at(-1);
    if (last && sameLook(last, name, state) && last.raised === raised)
      Object.assign(last, { to, name, state });
    else found.push({ from: tick, to, name, raised, state });
  };
  for (let tick = 0; tick < end; tick += LOOK) look(tick, Math.min(end, tick + LOOK));
  look(end, end);
  const ending = found.at(-1);
  const lasting = found.filter(
    (s) => s === ending || s.name.trade !== undefined || s.to - s.from > 2 * SHORTEST_NAME,
  );
  const kept = lasting.filter((s) => s === ending || s.to - s.from >= SHORTEST_NAME);
  return closedUp(joinEqual(kept.length > 0 ? kept : found), end);
}

const restsKey = (s: ArmState): string =>
  s.rests
    .map((r) => `${r.role}${r.hand}${r.on}`)
    .sort()
    .join();
const sameLook = (
  s: { readonly name: ArmName; readonly state: ArmState },
  name: ArmName,
  state: ArmState,
): boolean => s.name.title === name.title && restsKey(s.state) === restsKey(state);

/** Every name reaches from where it begins to where the next does. */
const closedUp = (list: readonly ArmStretch[], end: Ticks): ArmStretch[] =>
  list.map((s, i) => ({ ...s, from: i === 0 ? Math.min(0, s.from) : s.from, to: list[i + 1]?.from ?? end }));

/** Neighbours of one name become one; a name reaches until the next begins. */
function joinEqual(list: readonly ArmStretch[]): ArmStretch[] {
  const out: ArmStretch[] = [];
  for (const s of list) {
    const last = out.at(-1);
    if (last && sameLook(last, s.name, s.state))
      out[out.length - 1] = { ...s, from: last.from, raised: last.raised };
    else out.push(s);
  }
  return out;
}
