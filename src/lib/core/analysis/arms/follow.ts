import { ROLES, type Degrees, type Hand, type Role, type Ticks } from '../../base';
import {
  freePasses,
  inRange,
  naturalBearing,
  simplestCrossing,
  sorted,
  stateOfHold,
  type Arm,
  type Landing,
  type Rest,
} from '../../arms';
import type { PlacedWords, Ref } from '../../figure';
import { readHands, type HandAct, type Which } from '../../notation';
import { GRIPS, LEAD_WORDS, type ArmPlace, type Grip, type Height } from '../../vocabulary';
import { judge } from './judge';
import { headroomShort, restTooFar, shouldersTooFar } from './reach';
import { quarter, relativeFacings } from './relative';
import type { ArmFault, Arms, Both, HandPass, HandsInput, HeldArm, HeldRest, Lead, Since } from './types';

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
    this.passes.sort((a, b) => a.tick - b.tick);
    const { phi, held, rests, passes, leads } = this;
    const followed = { from: this.#from, phi, held, rests, crossings, passes, leads };
    const faults = [...this.faults, ...judge(followed)].sort((a, b) => a.tick - b.tick);
    return { ...followed, faults };
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

  #headroom(arm: Open, role: Role, tick: Ticks): void {
    const short = headroomShort(this.#input.sizes, role);
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
    const over = restTooFar(this.#input, act.role, tick);
    if (over > 0) this.faults.push({ code: 'hand-reach', over, arm: hand, tick, ref });
  }

  #lift(r: Rest & { from: Ticks }, tick: Ticks): void {
    this.resting.splice(this.resting.indexOf(r), 1);
    this.rests.push({ role: r.role, hand: r.hand, on: r.on, how: r.how, from: r.from, to: tick });
  }

  #reach(leader: Hand, follower: Hand, tick: Ticks, ref: Ref): void {
    const over = shouldersTooFar(this.#input, leader, follower, tick);
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
}

/**
 * Follows the hands line with the turns of both dancers: which hands are joined, how far round each arm is, which
 * hand went over which head and when, and what cannot be. O(ticks + hands).
 */
export const followHands = (input: HandsInput): Arms => new Follower(input).run();
