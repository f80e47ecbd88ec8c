import {
  ROLES,
  TICKS_PER_BEAT,
  otherRole,
  radians,
  signedHeading,
  type Degrees,
  type Hand,
  type Metres,
  type Role,
  type Ticks,
} from '../base';
import {
  asRight,
  freePasses,
  inRange,
  naturalBearing,
  simplestCrossing,
  sorted,
  stateOfHold,
  tooCrossed,
  type Arm,
  type ArmState,
  type Landing,
  type Rest,
} from '../arms';
import type { PlacedWords, Ref } from '../figure';
import { readHands, type HandAct, type Which } from '../notation';
import {
  BODY_PARTS,
  GRIPS,
  LEAD_WORDS,
  type ArmPlace,
  type Grip,
  type Height,
  type HoldId,
} from '../vocabulary';
import type { BodySize } from './bodies';
import type { Path } from './path';

type Both<T> = Readonly<Record<Role, T>>;

/** From a tick on, until the next of its list. */
interface Since<T> {
  readonly tick: Ticks;
  readonly value: T;
}

/** A pair of hands from being taken to being let go. */
export interface HeldArm {
  readonly leader: Hand;
  readonly follower: Hand;
  readonly from: Ticks;
  readonly to: Ticks;
  readonly heights: readonly Since<Height>[];
  readonly grips: readonly Since<Grip>[];
  readonly places: readonly Since<ArmPlace>[];
  /** Whole turns the arm is further round than a low one: its bearing is 360 · turns − phi. */
  readonly turns: Both<readonly Since<number>[]>;
}
export interface HeldRest extends Rest {
  readonly from: Ticks;
  readonly to: Ticks;
}
/** A hand going over a head. */
export interface HandPass {
  readonly tick: Ticks;
  /** By the leader's hand. */
  readonly arm: Hand;
  readonly role: Role;
  readonly by: 1 | -1;
  /** When the hand was raised for it. */
  readonly raised: Ticks;
}
/** Something that causes or prepares a turn, or ends one. */
export interface Lead {
  readonly tick: Ticks;
  readonly prepares: boolean;
  readonly ends: boolean;
  readonly ref: Ref;
}

/** What cannot be, or may hurt, as the hands are written. Hands are the named role's own. */
export type ArmFault = {
  readonly tick: Ticks;
  readonly ref: Ref | undefined;
} & (
  | {
      readonly code: 'locks';
      readonly role: Role;
      readonly hand: Hand;
      readonly arm: Hand;
      readonly half: number;
    }
  | { readonly code: 'too-crossed'; readonly crossing: number }
  | { readonly code: 'hand-twice'; readonly role: Role; readonly hand: Hand }
  | { readonly code: 'not-held'; readonly role: Role; readonly hand: Hand | undefined }
  | { readonly code: 'not-raised'; readonly role: Role; readonly arm: Hand }
  | { readonly code: 'blocked'; readonly role: Role; readonly rest: Rest }
  | { readonly code: 'clamped'; readonly role: Role; readonly arm: Hand }
  | { readonly code: 'behind-back'; readonly role: Role; readonly hand: Hand; readonly arm: Hand }
  | { readonly code: 'hand-reach'; readonly over: Metres; readonly arm: Hand }
  | { readonly code: 'too-low'; readonly role: Role; readonly short: Metres; readonly arm: Hand }
);

/** The arms of a figure at every tick. Arrays as in {@link Path}. */
export interface Arms {
  readonly from: Ticks;
  /** Facing relative to the line to the partner, accumulated. */
  readonly phi: Both<Float64Array>;
  readonly held: readonly HeldArm[];
  readonly rests: readonly HeldRest[];
  readonly crossings: readonly Since<number>[];
  readonly passes: readonly HandPass[];
  readonly leads: readonly Lead[];
  readonly faults: readonly ArmFault[];
}

export interface HandsInput {
  readonly paths: Both<Path>;
  readonly sizes: Both<BodySize>;
  readonly hold: HoldId;
  readonly words: readonly PlacedWords[];
  readonly end: Ticks;
}

/** Partners nearer than this have no line between them that means anything. */
const NO_LINE: Metres = 0.12;

/** Facing of each dancer relative to the line to the partner, unwrapped. O(ticks). */
function relativeFacings(l: Path, f: Path): Both<Float64Array> {
  const n = Math.min(l.x.length, f.x.length);
  const leader = new Float64Array(n);
  const follower = new Float64Array(n);
  let bearing = 0;
  for (let i = 0; i < n; i++) {
    const dx = (f.x[i] ?? 0) - (l.x[i] ?? 0);
    const dy = (f.y[i] ?? 0) - (l.y[i] ?? 0);
    if (i === 0 || dx * dx + dy * dy > NO_LINE * NO_LINE) {
      const now = Math.atan2(dx, dy) / radians(1);
      bearing += signedHeading(now - bearing);
    }
    leader[i] = (l.facing[i] ?? 0) - bearing;
    follower[i] = (f.facing[i] ?? 0) - bearing - 180;
  }
  return { leader: fromNear(leader), follower: fromNear(follower) };
}

/** The same list shifted by whole turns so that it begins within half a turn of 0. */
function fromNear(phi: Float64Array): Float64Array {
  const shift = signedHeading(phi[0] ?? 0) - (phi[0] ?? 0);
  if (Math.abs(shift) > 1) for (let i = 0; i < phi.length; i++) phi[i] = (phi[i] ?? 0) + shift;
  return phi;
}

const quarter = (a: Degrees): Degrees => Math.round(a / 90) * 90 || 0;

/** An arm while the hands line is being followed. */
interface Open {
  readonly leader: Hand;
  readonly follower: Hand;
  readonly from: Ticks;
  readonly heights: Since<Height>[];
  readonly grips: Since<Grip>[];
  readonly places: Since<ArmPlace>[];
  readonly turns: { readonly leader: Since<number>[]; readonly follower: Since<number>[] };
  raised: { tick: Ticks; phi: Record<Role, Degrees> } | undefined;
}

const last = <T>(list: readonly Since<T>[], otherwise: T): T => list.at(-1)?.value ?? otherwise;

/** Follows the hands line through a figure. One object a figure; {@link followHands} is the way in. */
class Follower {
  readonly phi: Both<Float64Array>;
  readonly open: Open[] = [];
  readonly resting: (Rest & { from: Ticks })[] = [];
  readonly held: HeldArm[] = [];
  readonly rests: HeldRest[] = [];
  /** A crossing number set by taking or letting go, or changed by a pass. */
  readonly #crossed: { readonly tick: Ticks; readonly set?: number; readonly by?: number }[] = [];
  readonly passes: HandPass[] = [];
  readonly leads: Lead[] = [];
  readonly faults: ArmFault[] = [];
  readonly #input: HandsInput;
  readonly #from: Ticks;

  constructor(input: HandsInput) {
    this.#input = input;
    this.#from = input.paths.leader.from;
    this.phi = relativeFacings(input.paths.leader, input.paths.follower);
  }

  run(): Arms {
    this.#begin();
    for (const w of this.#input.words) {
      if (w.track === 'hands') this.#words(w);
      else if (w.track === 'leads') this.#lead(w);
    }
    for (const arm of [...this.open]) this.#close(arm, this.#input.end);
    for (const r of [...this.resting]) this.#lift(r, this.#input.end);
    const crossings = this.#crossings();
    this.#judge(crossings);
    this.faults.sort((a, b) => a.tick - b.tick);
    this.passes.sort((a, b) => a.tick - b.tick);
    const { phi, held, rests, passes, leads, faults } = this;
    return { from: this.#from, phi, held, rests, crossings, passes, leads, faults };
  }

  /** The crossing number over time. */
  #crossings(): Since<number>[] {
    let value = 0;
    return this.#crossed
      .toSorted((a, b) => a.tick - b.tick)
      .map(({ tick, set, by }) => ({ tick, value: (value = set ?? value + (by ?? 0)) }));
  }

  phiAt(role: Role, tick: Ticks): Degrees {
    const list = this.phi[role];
    return list[Math.max(0, Math.min(list.length - 1, tick - this.#from))] ?? 0;
  }

  /** The hold the figure starts in, unless the hands line says another at its first count. */
  #begin(): void {
    const first = this.#input.words.find((w) => w.track === 'hands');
    const says =
      first &&
      first.tick <= 0 &&
      readHands(first.text).acts.some((a) => a.type === 'take' && a.how === 'take');
    const start = this.#from;
    if (says) return;
    const phi = {
      leader: quarter(this.phiAt('leader', start)),
      follower: quarter(this.phiAt('follower', start)),
    };
    const s = stateOfHold(this.#input.hold, phi);
    for (const arm of s.arms) this.#hold(arm, start);
    for (const r of s.rests) this.resting.push({ ...r, from: start });
    this.#crossed.push({ tick: start, set: s.crossing });
  }

  #words(w: PlacedWords): void {
    for (const act of readHands(w.text).acts) this.#act(act, Math.max(w.tick, this.#from), w.ref);
  }

  #lead(w: PlacedWords): void {
    const ends = /\b(stop|block|check)/i.test(w.text);
    this.leads.push({ tick: w.tick, prepares: !/^\W*(stop|block|check)/i.test(w.text), ends, ref: w.ref });
  }

  #act(act: HandAct, tick: Ticks, ref: Ref): void {
    switch (act.type) {
      case 'take':
        for (const [leader, follower] of act.pairs) this.#take(leader, follower, act, tick, ref);
        return;
      case 'height':
        for (const arm of this.#which(act.which, tick, ref)) this.#height(arm, act.to, tick, act.landing);
        if (act.to === 'overhead') this.leads.push({ tick, prepares: true, ends: false, ref });
        return;
      case 'grip':
        for (const arm of this.#which(act.which, tick, ref)) arm.grips.push({ tick, value: act.grip });
        return;
      case 'slide':
        for (const arm of this.#which(act.which, tick, ref)) arm.places.push({ tick, value: act.to });
        return;
      case 'release':
        return this.#release(act.which, tick, ref);
      case 'over':
        for (const arm of this.#which(act.which, tick, ref)) this.#over(arm, act.heads, tick, ref);
        return;
      case 'rest':
        return this.#rest(act, tick, ref);
      case 'lead': {
        const { prepares, ends } = LEAD_WORDS[act.word];
        this.leads.push({ tick, prepares, ends, ref });
        return;
      }
      case 'remark':
        return;
    }
  }

  /** The joined pairs words mean; a hand that holds nothing is said. */
  #which(which: Which, tick: Ticks, ref: Ref): Open[] {
    const found = this.#matching(which);
    if (found.length === 0) {
      const role = which.type === 'hand' ? which.role : 'leader';
      const hand = which.type === 'hand' ? which.hand : which.type === 'pair' ? which.leader : undefined;
      this.faults.push({ code: 'not-held', role, hand, tick, ref });
    }
    return found;
  }
  #matching(which: Which): Open[] {
    if (which.type === 'all') return [...this.open];
    if (which.type === 'hand') return this.open.filter((o) => o[which.role] === which.hand);
    return this.open.filter((o) => o.leader === which.leader && o.follower === which.follower);
  }

  #take(leader: Hand, follower: Hand, act: HandAct & { type: 'take' }, tick: Ticks, ref: Ref): void {
    const same = this.open.find((o) => o.leader === leader && o.follower === follower);
    if (same) {
      if (act.height !== undefined) this.#height(same, act.height, tick);
      if (act.grip !== undefined) same.grips.push({ tick, value: act.grip });
      return;
    }
    for (const [role, hand] of [
      ['leader', leader],
      ['follower', follower],
    ] as const) {
      const busy = this.open.find((o) => o[role] === hand);
      if (busy) {
        if (act.how !== 'change') this.faults.push({ code: 'hand-twice', role, hand, tick, ref });
        this.#close(busy, tick);
      }
      for (const r of this.resting.filter((x) => x.role === role && x.hand === hand)) this.#lift(r, tick);
    }
    const starting = tick <= 0 && act.how === 'take';
    const at = starting ? this.#from : tick;
    const natural = (role: Role, hand: Hand): Degrees => naturalBearing(hand, quarter(this.phiAt(role, at)));
    const arm: Arm = {
      leader,
      follower,
      height: act.height ?? 'low',
      grip: act.grip ?? 'loose',
      at: 'hand',
      w: { leader: natural('leader', leader), follower: natural('follower', follower) },
    };
    this.#hold(arm, at);
    const arms = sorted(this.open.map((o) => this.#armAt(o, at)));
    this.#crossed.push({ tick: at, set: simplestCrossing(arms, act.top ?? leader) });
    if (!starting) this.#reach(leader, follower, tick, ref);
  }

  #hold(arm: Arm, tick: Ticks): void {
    const turns = (role: Role): Since<number>[] => [
      { tick, value: Math.round((arm.w[role] + quarter(this.phiAt(role, tick))) / 360) },
    ];
    const open: Open = {
      leader: arm.leader,
      follower: arm.follower,
      from: tick,
      heights: [{ tick, value: arm.height }],
      grips: [{ tick, value: arm.grip }],
      places: [{ tick, value: arm.at }],
      turns: { leader: turns('leader'), follower: turns('follower') },
      raised: undefined,
    };
    if (arm.height === 'overhead') this.#raise(open, tick);
    this.open.push(open);
  }

  #raise(arm: Open, tick: Ticks): void {
    arm.raised = {
      tick,
      phi: { leader: this.phiAt('leader', tick), follower: this.phiAt('follower', tick) },
    };
  }

  #height(arm: Open, to: Height, tick: Ticks, landing?: Landing): void {
    if (to === 'overhead' && !arm.raised) this.#raise(arm, tick);
    else if (to !== 'overhead') this.#land(arm, tick, landing);
    arm.heights.push({ tick, value: to });
  }

  /** A raised hand comes down: it has gone over whoever turned under it. */
  #land(arm: Open, tick: Ticks, landing?: Landing): void {
    const up = arm.raised;
    arm.raised = undefined;
    if (!up) return;
    for (const role of ROLES) {
      const by = this.phiAt(role, tick) - up.phi[role];
      if (Math.abs(by) < 30) continue;
      const w = 360 * last(arm.turns[role], 0) - up.phi[role];
      const passes = freePasses(arm[role], w, by, landing);
      for (let k = 1; k <= Math.abs(passes); k++) {
        const at = this.#turnedBy(role, up.tick, tick, (by * (2 * k - 1)) / (2 * Math.abs(passes)));
        this.#passed(arm, role, passes > 0 ? 1 : -1, at, up.tick);
      }
    }
  }

  /** When a dancer has turned so far since a tick. */
  #turnedBy(role: Role, from: Ticks, to: Ticks, by: Degrees): Ticks {
    const start = this.phiAt(role, from);
    for (let t = from; t < to; t++)
      if ((this.phiAt(role, t) - start) * Math.sign(by) >= Math.abs(by)) return t;
    return to;
  }

  #passed(arm: Open, role: Role, by: 1 | -1, tick: Ticks, raised: Ticks): void {
    arm.turns[role].push({ tick, value: last(arm.turns[role], 0) + by });
    this.passes.push({ tick, arm: arm.leader, role, by, raised });
    if (last(arm.grips, 'loose') === 'clamped' || !GRIPS[last(arm.grips, 'loose')].swivels)
      this.faults.push({ code: 'clamped', role, arm: arm.leader, tick: raised, ref: undefined });
    this.#headroom(arm, role, raised);
    if (this.open.length === 2) this.#crossed.push({ tick, by });
  }

  /** Whether the raised hands clear the head, as far as both can reach up. An estimate. */
  #headroom(arm: Open, role: Role, tick: Ticks): void {
    const { leader, follower } = this.#input.sizes;
    const up = Math.min(...[leader, follower].map((b) => b.height * 0.818 + b.reach));
    const short = this.#input.sizes[role].height - up;
    if (short > 0 && !this.faults.some((x) => x.code === 'too-low' && x.tick === tick && x.role === role))
      this.faults.push({ code: 'too-low', role, short, arm: arm.leader, tick, ref: undefined });
  }

  #over(arm: Open, heads: Role | 'both', tick: Ticks, ref: Ref): void {
    const roles = heads === 'both' ? ROLES : [heads];
    if (last(arm.heights, 'low') !== 'overhead')
      this.faults.push({ code: 'not-raised', role: roles[0] ?? 'follower', arm: arm.leader, tick, ref });
    const up = arm.raised?.tick ?? tick;
    this.#land(arm, tick);
    for (const role of roles) {
      const w = 360 * last(arm.turns[role], 0) - quarter(this.phiAt(role, tick));
      const ways = ([1, -1] as const).filter((by) => inRange(arm[role], w + 360 * by));
      const by = ways.toSorted((a, b) => Math.abs(w + 360 * a) - Math.abs(w + 360 * b))[0];
      if (by) this.#passed(arm, role, by, tick, up);
    }
    if (last(arm.heights, 'low') === 'overhead') this.#raise(arm, tick);
  }

  #release(which: Which, tick: Ticks, ref: Ref): void {
    const rests = this.resting.filter(
      (r) => which.type === 'hand' && r.role === which.role && r.hand === which.hand,
    );
    for (const r of rests) this.#lift(r, tick);
    if (rests.length > 0) return;
    if (which.type === 'all' && this.open.length === 0 && this.resting.length > 0)
      for (const r of [...this.resting]) this.#lift(r, tick);
    else for (const arm of this.#which(which, tick, ref)) this.#close(arm, tick);
  }

  #close(arm: Open, tick: Ticks): void {
    this.#land(arm, tick);
    this.open.splice(this.open.indexOf(arm), 1);
    const { leader, follower, from, heights, grips, places, turns } = arm;
    this.held.push({ leader, follower, from, to: tick, heights, grips, places, turns });
    if (tick < this.#input.end) this.#crossed.push({ tick, set: 0 });
  }

  #rest(act: HandAct & { type: 'rest' }, tick: Ticks, ref: Ref): void {
    const same = this.resting.find((r) => r.role === act.role && r.hand === act.hand && r.on === act.on);
    if (same && same.how === act.how) return;
    const busy = (hand: Hand): boolean =>
      this.open.some((o) => o[act.role] === hand) ||
      this.resting.some((r) => r.role === act.role && r.hand === hand);
    const hand = act.hand ?? (busy('R') ? 'L' : 'R');
    if (busy(hand)) {
      this.faults.push({ code: 'hand-twice', role: act.role, hand, tick, ref });
      return;
    }
    const at = tick <= 0 && act.how === 'rest' ? this.#from : tick;
    this.resting.push({ role: act.role, hand, on: act.on, how: act.how, from: at });
    if (act.how === 'block') this.leads.push({ tick, prepares: false, ends: true, ref });
    const i = tick - this.#from;
    const { leader: l, follower: f } = this.#input.paths;
    const apart = Math.hypot((f.x[i] ?? 0) - (l.x[i] ?? 0), (f.y[i] ?? 0) - (l.y[i] ?? 0));
    const size = this.#input.sizes[act.role];
    const over = apart - size.reach - size.halfBreadth - this.#input.sizes[otherRole(act.role)].halfDepth;
    if (over > 0) this.faults.push({ code: 'hand-reach', over, arm: hand, tick, ref });
  }

  #lift(r: Rest & { from: Ticks }, tick: Ticks): void {
    this.resting.splice(this.resting.indexOf(r), 1);
    this.rests.push({ role: r.role, hand: r.hand, on: r.on, how: r.how, from: r.from, to: tick });
  }

  /** How far the hands are from meeting when they are taken. An estimate. */
  #reach(leader: Hand, follower: Hand, tick: Ticks, ref: Ref): void {
    const i = tick - this.#from;
    const { paths, sizes } = this.#input;
    const shoulder = (role: Role, hand: Hand): { x: number; y: number } => {
      const a = radians(paths[role].facing[i] ?? 0);
      const side = (hand === 'R' ? 1 : -1) * sizes[role].halfBreadth;
      return {
        x: (paths[role].x[i] ?? 0) + side * Math.cos(a),
        y: (paths[role].y[i] ?? 0) - side * Math.sin(a),
      };
    };
    const [a, b] = [shoulder('leader', leader), shoulder('follower', follower)];
    const over = Math.hypot(a.x - b.x, a.y - b.y) - sizes.leader.reach - sizes.follower.reach;
    if (over > 0) this.faults.push({ code: 'hand-reach', over, arm: leader, tick, ref });
  }

  #armAt(o: Open, tick: Ticks): Arm {
    const w = (role: Role): Degrees => 360 * last(o.turns[role], 0) - quarter(this.phiAt(role, tick));
    return {
      leader: o.leader,
      follower: o.follower,
      height: last(o.heights, 'low'),
      grip: last(o.grips, 'loose'),
      at: last(o.places, 'hand'),
      w: { leader: w('leader'), follower: w('follower') },
    };
  }

  /** What only shows once every arm is known: arms that lock, cross too often, or meet a hand on the body. */
  #judge(crossings: readonly Since<number>[]): void {
    for (const arm of this.held) for (const role of ROLES) this.#lockOf(arm, role);
    const crossed = crossings.find((c) => tooCrossed(c.value));
    if (crossed)
      this.faults.push({ code: 'too-crossed', crossing: crossed.value, tick: crossed.tick, ref: undefined });
    for (const r of this.rests) this.#blockOf(r);
  }

  #lockOf(arm: HeldArm, role: Role): void {
    const hand = arm[role];
    let behind: Ticks | undefined;
    for (let tick = arm.from; tick < arm.to; tick++) {
      if (valueAt(arm.heights, tick, 'low') === 'overhead') continue;
      const phi = this.phiAt(role, tick);
      const w = quarter(360 * valueAt(arm.turns[role], tick, 0) - phi);
      if (asRight(hand, w) >= 270) behind ??= tick;
      if (inRange(hand, w)) continue;
      const turned = Math.abs(phi - this.phiAt(role, this.#lowSince(arm, tick)));
      const half = Math.max(1, Math.ceil(Math.round(turned / 90) / 2));
      this.faults.push({ code: 'locks', role, hand, arm: arm.leader, half, tick, ref: undefined });
      return;
    }
    if (behind !== undefined)
      this.faults.push({ code: 'behind-back', role, hand, arm: arm.leader, tick: behind, ref: undefined });
  }
  #lowSince(arm: HeldArm, tick: Ticks): Ticks {
    const down = arm.heights.filter((h) => h.tick <= tick && h.value !== 'overhead').at(-1);
    return Math.max(arm.from, down?.tick ?? arm.from);
  }

  #blockOf(r: HeldRest): void {
    const turner = otherRole(r.role);
    const start = this.phiAt(turner, r.from);
    const gives = r.how === 'block' ? BLOCK_GIVES : BODY_PARTS[r.on].gives + BLOCK_SLACK;
    for (let tick = r.from; tick < r.to; tick++) {
      if (Math.abs(this.phiAt(turner, tick) - start) <= gives) continue;
      this.faults.push({ code: 'blocked', role: turner, rest: r, tick, ref: undefined });
      return;
    }
  }
}

/** A blocking hand lets a turn run on this far; a resting one a little further than its part allows. Our estimates. */
const BLOCK_GIVES: Degrees = 75;
const BLOCK_SLACK: Degrees = 30;

/** The value of a list of changes at a tick. */
export function valueAt<T>(list: readonly Since<T>[], tick: number, otherwise: T): T {
  let value = otherwise;
  for (const s of list) {
    if (s.tick > tick) break;
    value = s.value;
  }
  return value;
}

/**
 * Follows the hands line with the turns of both dancers: which hands are joined, how far round each arm is, which
 * hand went over which head and when, and what cannot be. O(ticks + hands).
 */
export const followHands = (input: HandsInput): Arms => new Follower(input).run();

/**
 * The arms at a tick, which may lie between two. Settled: facings rounded to quarters, as states are named.
 * @example nameOf(armsAt(a.arms, a.end, true)).title
 */
export function armsAt(arms: Arms, tick: number, settled = false): ArmState {
  const phiOf = (role: Role): Degrees => {
    const list = arms.phi[role];
    const at = Math.max(0, Math.min(list.length - 1, tick - arms.from));
    const i = Math.floor(at);
    const phi = (list[i] ?? 0) + ((list[Math.min(i + 1, list.length - 1)] ?? 0) - (list[i] ?? 0)) * (at - i);
    return settled ? quarter(phi) : phi;
  };
  const phi = { leader: phiOf('leader'), follower: phiOf('follower') };
  const live = arms.held.filter((h) => h.from <= tick && (tick < h.to || isLast(arms, h.to)));
  const state = live.map((h): Arm => ({
    leader: h.leader,
    follower: h.follower,
    height: valueAt(h.heights, tick, 'low'),
    grip: valueAt(h.grips, tick, 'loose'),
    at: valueAt(h.places, tick, 'hand'),
    w: {
      leader: 360 * valueAt(h.turns.leader, tick, 0) - phi.leader || 0,
      follower: 360 * valueAt(h.turns.follower, tick, 0) - phi.follower || 0,
    },
  }));
  return {
    phi,
    arms: sorted(state),
    crossing: live.length < 2 ? 0 : valueAt(arms.crossings, tick, 0),
    rests: arms.rests
      .filter((r) => r.from <= tick && (tick < r.to || isLast(arms, r.to)))
      .map(({ role, hand, on, how }) => ({ role, hand, on, how })),
  };
}

/** What lasts to the end still holds at the end. */
const isLast = (arms: Arms, to: Ticks): boolean => to >= arms.from + arms.phi.leader.length - 1;

/** Which pairs are joined at a tick. */
export const joinedAt = (arms: Arms, tick: number): readonly HeldArm[] =>
  arms.held.filter((h) => h.from <= tick && tick < h.to);

/** How long before a turn its lead may be. Our choice: four counts. */
export const LEAD_WINDOW: Ticks = 4 * TICKS_PER_BEAT;
