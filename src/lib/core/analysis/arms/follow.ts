import { ROLES, type Degrees, type Hand, type Role, type Ticks } from '../../base';
import {
  applied,
  apply,
  comingDown,
  inRange,
  naturalBearing,
  asRight,
  simplestCrossing,
  sorted,
  stateOfHold,
  type Arm,
  type ArmState,
  type Over,
  type Transition,
} from '../../arms';
import type { Ref } from '../../figure';
import { GRIPS, type Height } from '../../vocabulary';
import type { ArmEvent, Join } from './contacts';
import { judge } from './judge';
import { headroomShort, restTooFar, shouldersTooFar } from './reach';
import { quarter, relativeFacings } from './relative';
import {
  valueAt,
  type ArmFault,
  type Arms,
  type Both,
  type HandPass,
  type HandsInput,
  type HeldArm,
  type Since,
} from './types';

/** How far past a quarter a facing must be before the next one counts: an estimate may be off by so much. Our choice. */
const PAST: Degrees = 60;
/** A dancer who turned less than this under a raised hand has not turned. Our choice. */
const TURNED: Degrees = 30;

type Turns = { readonly leader: Since<number>[]; readonly follower: Since<number>[] };

/** What is remembered of a pair of hands while it is followed. */
interface Followed {
  readonly join: Join;
  readonly turns: Turns;
  raised: { readonly tick: Ticks; readonly phi: Both<Degrees> } | undefined;
  /** Where the arm was last raised or taken, to say how far it turned before it locked. */
  low: Both<Degrees>;
}

/**
 * Follows the arms through a figure with the transitions of the Arms screen: every quarter a dancer turns, every
 * hand taken, raised, lowered or let go is one. One object a figure; {@link followHands} is the way in.
 */
class Follower {
  readonly phi: Both<Float64Array>;
  #state: ArmState;
  readonly #arms = new Map<Join, Followed>();
  readonly #crossed: { readonly tick: Ticks; readonly set?: number; readonly by?: number }[] = [];
  readonly #passes: HandPass[] = [];
  readonly #faults: ArmFault[] = [];
  readonly #behind = new Map<string, ArmFault>();
  readonly #input: HandsInput;

  constructor(input: HandsInput) {
    this.#input = input;
    this.phi = relativeFacings(input.paths.leader, input.paths.follower);
    const from = input.contacts.from;
    const phi = {
      leader: quarter(this.#phiAt('leader', from)),
      follower: quarter(this.#phiAt('follower', from)),
    };
    this.#state = { phi, arms: [], crossing: 0, rests: [] };
    if (input.contacts.begun) this.#begin(from, phi);
  }

  run(): Arms {
    const { contacts } = this.#input;
    const steps = quarterSteps(this.phi, contacts.from);
    let next = 0;
    for (const e of contacts.events) {
      for (; (steps[next]?.tick ?? Infinity) <= e.tick; next++) this.#turned(steps[next]);
      this.#settle(e.tick);
      this.#event(e);
    }
    for (; next < steps.length; next++) this.#turned(steps[next]);
    this.#settle(contacts.end);
    for (const a of this.#arms.values()) if (a.raised) this.#land([a], contacts.end, undefined);
    return this.#result();
  }

  #result(): Arms {
    const { contacts } = this.#input;
    let value = 0;
    const crossings = this.#crossed
      .toSorted((a, b) => a.tick - b.tick)
      .map(({ tick, set, by }) => ({ tick, value: (value = set ?? value + (by ?? 0)) }));
    const held = contacts.joins.map((j): HeldArm => {
      const turns = this.#arms.get(j)?.turns ?? { leader: [], follower: [] };
      const { leader, follower, from, to, heights, grips, places } = j;
      return { leader, follower, from, to, heights, grips, places, turns };
    });
    const passes = this.#passes.sort((a, b) => a.tick - b.tick);
    const { rests, leads } = contacts;
    const followed = { from: contacts.from, phi: this.phi, held, rests, crossings, passes, leads };
    const locked = this.#faults.filter((f) => f.code === 'locks');
    const behind = [...this.#behind.values()].filter(
      (b) =>
        !locked.some(
          (l) => l.code === 'locks' && b.code === 'behind-back' && l.arm === b.arm && l.role === b.role,
        ),
    );
    const faults = [...contacts.faults, ...this.#faults, ...behind, ...judge(followed, this.#relative)];
    return { ...followed, faults: faults.sort((a, b) => a.tick - b.tick) };
  }

  readonly #relative = (tick: Ticks): Degrees => {
    const { leader, follower } = this.#input.paths;
    const i = Math.max(0, Math.min(leader.chest.length - 1, tick - this.#input.contacts.from));
    return (follower.chest[i] ?? 0) - (leader.chest[i] ?? 0);
  };
  #phiAt(role: Role, tick: Ticks): Degrees {
    const list = this.phi[role];
    return list[Math.max(0, Math.min(list.length - 1, tick - this.#input.contacts.from))] ?? 0;
  }
  #phisAt(tick: Ticks): Both<Degrees> {
    return { leader: this.#phiAt('leader', tick), follower: this.#phiAt('follower', tick) };
  }

  #begin(from: Ticks, phi: Both<Degrees>): void {
    const s = stateOfHold(this.#input.hold, phi);
    this.#state = { ...s, phi, rests: [] };
    for (const join of this.#input.contacts.joins) {
      const arm = s.arms.find((a) => a.leader === join.leader && a.follower === join.follower);
      if (arm && join.from === from && !this.#taken(join)) this.#hold(join, arm, from);
    }
    this.#crossed.push({ tick: from, set: s.crossing });
  }
  /** Taken by a word of its own, not by the hold the figure begins in. */
  #taken(join: Join): boolean {
    return this.#input.contacts.events.some((e) => e.type === 'take' && e.join === join);
  }

  #hold(join: Join, arm: Arm, tick: Ticks): void {
    const turns = (role: Role): Since<number>[] => [
      { tick, value: Math.round((arm.w[role] + this.#state.phi[role]) / 360) },
    ];
    const up = arm.height === 'overhead';
    const raised = up ? { tick, phi: this.#phisAt(tick) } : undefined;
    this.#arms.set(join, {
      join,
      turns: { leader: turns('leader'), follower: turns('follower') },
      raised,
      low: this.#phisAt(tick),
    });
  }

  /** Does a transition; where the arms do not allow it, says so and goes on as if they did. */
  #do(t: Transition, tick: Ticks): void {
    const next = apply(this.#state, t);
    if (!next.ok && next.error.code === 'locks') this.#locks(next.error.role, next.error.hand, tick);
    this.#state = next.ok ? next.value : applied(this.#state, t);
  }

  #locks(role: Role, hand: Hand, tick: Ticks): void {
    const arm = this.#state.arms.find((a) => a[role] === hand)?.leader ?? hand;
    const known = this.#faults.some((f) => f.code === 'locks' && f.role === role && f.hand === hand);
    if (known) return;
    const followed = [...this.#arms.values()].find((a) => a.join.leader === arm && a.join.to > tick);
    const turned = Math.abs(this.#phiAt(role, tick) - (followed?.low[role] ?? 0));
    const half = Math.max(1, Math.ceil(Math.round(turned / 90) / 2));
    this.#faults.push({ code: 'locks', role, hand, arm, half, tick, ref: undefined });
  }

  #turned(step: { readonly tick: Ticks; readonly role: Role; readonly to: Degrees } | undefined): void {
    if (!step) return;
    const by = step.to - this.#state.phi[step.role];
    this.#turn(step.role, by, step.tick);
  }
  /** Turns a dancer quarter by quarter, so that an arm that locks on the way is found there. */
  #turn(role: Role, by: Degrees, tick: Ticks): void {
    const sign = Math.sign(by);
    for (let left = Math.abs(by); left > 1; left -= 90) {
      const part = { leader: 0, follower: 0, [role]: sign * Math.min(90, left) };
      this.#do({ type: 'turn', by: part, over: [] }, tick);
      this.#lookBehind(role, tick);
    }
  }
  #settle(tick: Ticks): void {
    for (const role of ROLES)
      this.#turn(role, quarter(this.#phiAt(role, tick)) - this.#state.phi[role], tick);
  }
  #lookBehind(role: Role, tick: Ticks): void {
    for (const a of this.#state.arms) {
      if (a.height === 'overhead' || asRight(a[role], a.w[role]) < 270 || !inRange(a[role], a.w[role]))
        continue;
      const key = `${role}${a.leader}`;
      if (!this.#behind.has(key))
        this.#behind.set(key, {
          code: 'behind-back',
          role,
          hand: a[role],
          arm: a.leader,
          tick,
          ref: undefined,
        });
    }
  }

  #event(e: ArmEvent): void {
    switch (e.type) {
      case 'take':
        return this.#take(e);
      case 'release':
        return this.#release(e.join, e.tick);
      case 'raise':
        return this.#raise(e.join, e.tick);
      case 'lower':
        return this.#lower(
          e.joins.flatMap((j) => this.#arms.get(j) ?? []),
          e,
        );
      case 'over':
        return this.#over(e);
      case 'rest': {
        const over = restTooFar(this.#input, e.rest.role, e.tick);
        if (over > 0 && e.rest.from >= 0)
          this.#faults.push({ code: 'hand-reach', over, arm: e.rest.hand, tick: e.tick, ref: e.ref });
        return;
      }
    }
  }

  #take({ join, tick, top, starting, ref }: ArmEvent & { type: 'take' }): void {
    const { leader, follower } = join;
    const { phi } = this.#state;
    const arm: Arm = {
      leader,
      follower,
      height: valueAt(join.heights, tick, 'low'),
      grip: valueAt(join.grips, tick, 'loose'),
      at: 'hand',
      w: {
        leader: naturalBearing(leader, phi.leader),
        follower: naturalBearing(follower, phi.follower),
      },
    };
    const crossing = simplestCrossing(sorted([...this.#state.arms, arm]), top);
    this.#do({ type: 'take', arm, crossing }, tick);
    this.#hold(join, arm, tick);
    this.#crossed.push({ tick, set: crossing });
    if (starting) return;
    const over = shouldersTooFar(this.#input, leader, follower, tick);
    if (over > 0) this.#faults.push({ code: 'hand-reach', over, arm: leader, tick, ref });
  }

  #release(join: Join, tick: Ticks): void {
    const arm = this.#state.arms.find((a) => a.leader === join.leader);
    if (arm) this.#do({ type: 'release', arm, crossing: 0 }, tick);
    this.#crossed.push({ tick, set: 0 });
  }

  #look(join: Join, height: Height): void {
    const arms = this.#state.arms.map((a) => (a.leader === join.leader ? { ...a, height } : a));
    this.#state = { ...this.#state, arms };
  }
  #raise(join: Join, tick: Ticks): void {
    const a = this.#arms.get(join);
    if (a && !a.raised) a.raised = { tick, phi: this.#phisAt(tick) };
    this.#look(join, 'overhead');
  }
  #lower(list: readonly Followed[], e: ArmEvent & { type: 'lower' }): void {
    this.#land(list, e.tick, e.landing);
    for (const a of list) {
      this.#look(a.join, 'low');
      a.low = this.#phisAt(e.tick);
    }
    for (const role of ROLES) this.#lookBehind(role, e.tick);
  }

  /** Raised hands come down: which heads they have gone over is settled for all of them together. */
  #land(list: readonly Followed[], tick: Ticks, landing: 'front' | 'behind' | undefined): void {
    const up = list.flatMap((a) => {
      const arm = this.#state.arms.find((x) => x.leader === a.join.leader);
      return a.raised && arm ? [{ a, arm, raised: a.raised }] : [];
    });
    const turned = up.map(({ arm, raised }) => ({
      arm,
      by: {
        leader: this.#under('leader', raised.phi, tick),
        follower: this.#under('follower', raised.phi, tick),
      },
    }));
    for (const { arm, role, passes } of comingDown(this.#state, turned, landing)) {
      const found = up.find((u) => u.arm.leader === arm);
      if (!found) continue;
      const by = this.#phiAt(role, tick) - found.raised.phi[role];
      for (let k = 1; k <= Math.abs(passes); k++) {
        const at = this.#turnedBy(role, found.raised.tick, tick, (by * (2 * k - 1)) / (2 * Math.abs(passes)));
        this.#passed(found.a, role, passes > 0 ? 1 : -1, at, found.raised.tick);
      }
    }
    for (const { a } of up) a.raised = undefined;
  }
  #under(role: Role, from: Both<Degrees>, tick: Ticks): Degrees {
    const by = this.#phiAt(role, tick) - from[role];
    return Math.abs(by) < TURNED ? 0 : by;
  }

  /** When a dancer has turned so far since a tick. */
  #turnedBy(role: Role, from: Ticks, to: Ticks, by: Degrees): Ticks {
    const start = this.#phiAt(role, from);
    for (let t = from; t < to; t++)
      if ((this.#phiAt(role, t) - start) * Math.sign(by) >= Math.abs(by)) return t;
    return to;
  }

  #passed(a: Followed, role: Role, by: 1 | -1, tick: Ticks, raised: Ticks): void {
    const over: Over = { arm: a.join.leader, role, passes: by };
    this.#state = applied(this.#state, { type: 'pass', over });
    const list = a.turns[role];
    list.push({ tick, value: (list.at(-1)?.value ?? 0) + by });
    this.#passes.push({ tick, arm: a.join.leader, role, by, raised });
    if (!GRIPS[valueAt(a.join.grips, raised, 'loose')].swivels)
      this.#faults.push({ code: 'clamped', role, arm: a.join.leader, tick: raised, ref: undefined });
    this.#headroom(a.join.leader, role, raised);
    if (this.#state.arms.length === 2) this.#crossed.push({ tick, by });
  }

  #headroom(arm: Hand, role: Role, tick: Ticks): void {
    const short = headroomShort(this.#input.sizes, role);
    if (short > 0 && !this.#faults.some((x) => x.code === 'too-low' && x.tick === tick && x.role === role))
      this.#faults.push({ code: 'too-low', role, short, arm, tick, ref: undefined });
  }

  /** Said in words: over whose head. */
  #over({ join, heads, raised, tick, ref }: ArmEvent & { type: 'over' }): void {
    const a = this.#arms.get(join);
    const roles = heads === 'both' ? ROLES : [heads];
    if (!raised) {
      const fault: { ref: Ref } = { ref };
      this.#faults.push({
        code: 'not-raised',
        role: roles[0] ?? 'follower',
        arm: join.leader,
        tick,
        ...fault,
      });
    }
    if (!a) return;
    const up = a.raised?.tick ?? tick;
    this.#land([a], tick, undefined);
    for (const role of roles) {
      const w = this.#state.arms.find((x) => x.leader === join.leader)?.w[role] ?? 0;
      const ways = ([1, -1] as const).filter((by) => inRange(join[role], w + 360 * by));
      const by = ways.toSorted((p, q) => Math.abs(w + 360 * p) - Math.abs(w + 360 * q))[0];
      if (by) this.#passed(a, role, by, tick, up);
    }
    if (raised) a.raised = { tick, phi: this.#phisAt(tick) };
  }
}

/** The quarters both dancers turn through relative to the line between them, in order of time. */
function quarterSteps(
  phi: Both<Float64Array>,
  from: Ticks,
): { readonly tick: Ticks; readonly role: Role; readonly to: Degrees }[] {
  const steps: { tick: Ticks; role: Role; to: Degrees }[] = [];
  for (const role of ROLES) {
    const list = phi[role];
    let at = quarter(list[0] ?? 0);
    for (let i = 1; i < list.length; i++) {
      const now = list[i] as number;
      while (Math.abs(now - at) > PAST) {
        at += 90 * Math.sign(now - at);
        steps.push({ tick: from + i, role, to: at });
      }
    }
  }
  return steps.sort((a, b) => a.tick - b.tick);
}

/**
 * Follows the hands with the turns of both dancers: how far round each arm is, which hand went over which head and
 * when, and what cannot be. O(ticks + hands).
 */
export const followHands = (input: HandsInput): Arms => new Follower(input).run();
