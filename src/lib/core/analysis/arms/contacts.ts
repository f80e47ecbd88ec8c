import type { Hand, Role, Ticks } from '../../base';

import type { Landing, Rest } from '../../arms';
import type { PlacedWords, Ref } from '../../figure';
import { leadKindsIn, readHands, type HandAct, type Pair, type Which } from '../../notation';
import {
  BODY_PARTS,
  HOLDS,
  LEAD_KINDS,
  LEAD_WORDS,
  type ArmPlace,
  type Grip,
  type Height,
  type HoldId,
  type LeadKind,
  type WholeHold,
} from '../../vocabulary';
import type { ArmFault, HeldRest, Lead, Since } from './types';

/** A pair of hands from being taken to being let go, as the words say it: nothing here depends on where anybody is. */
export interface Join {
  readonly leader: Hand;
  readonly follower: Hand;
  readonly from: Ticks;
  to: Ticks;
  readonly heights: Since<Height>[];
  readonly grips: Since<Grip>[];
  readonly places: Since<ArmPlace>[];
}

/** What happens to the arms, in order of time: what {@link followHands} needs to keep count. */
export type ArmEvent = { readonly tick: Ticks; readonly ref: Ref } & (
  | { readonly type: 'take'; readonly join: Join; readonly top: Hand; readonly starting: boolean }
  | { readonly type: 'release'; readonly join: Join }
  | { readonly type: 'raise'; readonly join: Join }
  | { readonly type: 'lower'; readonly joins: readonly Join[]; readonly landing: Landing | undefined }
  | { readonly type: 'over'; readonly join: Join; readonly heads: Role | 'both'; readonly raised: boolean }
  | { readonly type: 'rest'; readonly rest: HeldRest }
);

/** Who holds what at every tick. */
export interface Contacts {
  readonly from: Ticks;
  readonly end: Ticks;
  readonly joins: readonly Join[];
  readonly rests: readonly HeldRest[];
  readonly events: readonly ArmEvent[];
  readonly leads: readonly Lead[];
  readonly faults: readonly ArmFault[];
  /** The hold a figure begins in stands: the hands line says no other at its first count. */
  readonly begun: boolean;
}

export interface ContactsInput {
  readonly from: Ticks;
  readonly end: Ticks;
  readonly hold: HoldId;
  readonly words: readonly PlacedWords[];
}

interface Resting extends Rest {
  readonly from: Ticks;
}
const NOWHERE: Ref = { line: -1, item: 0, step: 0 };
const last = <T>(list: readonly Since<T>[], otherwise: T): T => list.at(-1)?.value ?? otherwise;
const other = (h: Hand): Hand => (h === 'L' ? 'R' : 'L');

/** The hold a whole-hold word takes. */
const HOLD_OF: Readonly<Record<Exclude<WholeHold, 'open'>, HoldId>> = {
  closed: 'closed',
  'close-embrace': 'close-embrace',
  promenade: 'closed',
  none: 'none',
};

class Hands {
  readonly open: Join[] = [];
  readonly resting: Resting[] = [];
  readonly joins: Join[] = [];
  readonly rests: HeldRest[] = [];
  readonly events: ArmEvent[] = [];
  readonly leads: Lead[] = [];
  readonly faults: ArmFault[] = [];
  #begun = false;

  constructor(readonly input: ContactsInput) {}

  run(): Contacts {
    const { from, end, words } = this.input;
    this.#begin();
    for (const w of words) {
      if (w.track === 'leads') this.#lead(w);
      if (w.track !== 'hands') continue;
      const tick = Math.max(w.tick, from);
      for (const act of readHands(w.text).acts) this.#act(act, tick, w.ref);
    }
    for (const join of [...this.open]) this.#close(join, end, NOWHERE);
    for (const r of [...this.resting]) this.#lift(r, end);
    const { joins, rests, events, leads, faults } = this;
    return { from, end, joins, rests, events, leads, faults, begun: this.#begun };
  }

  /** The hold the figure starts in, unless the hands line says another at its first count. */
  #begin(): void {
    const { from, hold, words } = this.input;
    const first = words.find((w) => w.track === 'hands');
    const acts = first && first.tick <= 0 ? readHands(first.text).acts : [];
    if (acts.some((a) => a.type === 'hold' || (a.type === 'take' && a.how === 'take'))) return;
    this.#begun = true;
    const row = HOLDS[hold];
    for (const [leader, follower] of row.hands) this.#join(leader, follower, from, row.height, 'loose');
    for (const r of row.rests) this.resting.push({ ...r, from });
  }

  #lead(w: PlacedWords): void {
    const kinds = leadKindsIn(w.text);
    const stops = (k: LeadKind | undefined): boolean => k !== undefined && LEAD_KINDS[k].leads === 'stop';
    // What is said first decides: “stop, and raise” stops, “raise, then stop” prepares as well.
    const ends = kinds.some(stops);
    const prepares = !stops(kinds[0]);
    this.leads.push({ tick: w.tick, prepares, ends, kinds, ref: w.ref });
  }

  #act(act: HandAct, tick: Ticks, ref: Ref): void {
    switch (act.type) {
      case 'take':
        return this.#takes(act, tick, ref);
      case 'hold':
        return this.#whole(act.hold, tick, ref);
      case 'height':
        this.#height(this.#which(act.which, tick, ref), act.to, tick, ref, act.landing);
        if (act.to === 'overhead')
          this.leads.push({ tick, prepares: true, ends: false, kinds: ['raise'], ref });
        return;
      case 'grip':
        for (const join of this.#which(act.which, tick, ref)) join.grips.push({ tick, value: act.grip });
        return;
      case 'slide':
        for (const join of this.#which(act.which, tick, ref)) join.places.push({ tick, value: act.to });
        return;
      case 'release':
        return this.#release(act.which, tick, ref);
      case 'over':
        for (const join of this.#carried(act.which, tick, ref)) {
          const raised = last(join.heights, 'low') === 'overhead';
          this.events.push({ type: 'over', tick, ref, join, heads: act.heads, raised });
        }
        return;
      case 'rest':
        return this.#rest(act, tick, ref);
      case 'lead': {
        const { prepares, ends } = LEAD_WORDS[act.word];
        const sends = act.word === 'send' ? { sends: true as const } : {};
        this.leads.push({ tick, prepares, ends, kinds: [], ...sends, ref });
        return;
      }
      case 'through':
        this.#which(act.which, tick, ref);
        return;
      case 'remark':
        return;
    }
  }

  /** Of all joined hands, those that are up already go over a head; if none is, all of them. */
  #carried(which: Which, tick: Ticks, ref: Ref): Join[] {
    const found = this.#which(which, tick, ref);
    const up = found.filter((j) => last(j.heights, 'low') === 'overhead');
    return which.type === 'all' && up.length > 0 ? up : found;
  }

  /** The joined pairs words mean; a hand that holds nothing is said. */
  #which(which: Which, tick: Ticks, ref: Ref): Join[] {
    const found = this.#matching(which);
    if (found.length > 0) return found;
    const role = which.type === 'hand' ? which.role : 'leader';
    const hand = which.type === 'hand' ? which.hand : which.type === 'pair' ? which.leader : undefined;
    this.faults.push({ code: 'not-held', role, hand, tick, ref });
    return found;
  }
  #matching(which: Which): Join[] {
    if (which.type === 'all') return [...this.open];
    if (which.type === 'hand') return this.open.filter((o) => o[which.role] === which.hand);
    return this.open.filter((o) => o.leader === which.leader && o.follower === which.follower);
  }

  /** Several pairs in one word are a whole hold: what else is joined is let go. */
  #takes(act: HandAct & { type: 'take' }, tick: Ticks, ref: Ref): void {
    if (act.pairs.length > 1) this.#keepOnly(act.pairs, tick, ref);
    for (const [leader, follower] of act.pairs) this.#take(leader, follower, act, tick, ref);
  }
  #keepOnly(pairs: readonly Pair[], tick: Ticks, ref: Ref): void {
    for (const o of [...this.open])
      if (!pairs.some(([l, f]) => o.leader === l && o.follower === f)) this.#close(o, tick, ref);
  }

  #whole(word: WholeHold, tick: Ticks, ref: Ref): void {
    if (word === 'open') {
      for (const r of [...this.resting]) this.#lift(r, tick);
      if (this.open.length === 0) this.#take('L', 'R', { type: 'take', how: 'change', pairs: [] }, tick, ref);
      else this.#height([...this.open], 'low', tick, ref);
      return;
    }
    const row = HOLDS[HOLD_OF[word]];
    this.#keepOnly(row.hands, tick, ref);
    for (const r of [...this.resting]) if (!row.rests.some((x) => sameRest(x, r))) this.#lift(r, tick);
    for (const [l, f] of row.hands)
      this.#take(l, f, { type: 'take', how: 'change', pairs: [], height: row.height }, tick, ref);
    for (const r of row.rests) this.#rest({ type: 'rest', ...r }, tick, ref);
  }

  #take(leader: Hand, follower: Hand, act: HandAct & { type: 'take' }, tick: Ticks, ref: Ref): void {
    const same = this.open.find((o) => o.leader === leader && o.follower === follower);
    if (same) {
      if (act.height !== undefined) this.#height([same], act.height, tick, ref);
      if (act.grip !== undefined) same.grips.push({ tick, value: act.grip });
      return;
    }
    for (const [role, hand] of [
      ['leader', leader],
      ['follower', follower],
    ] as const) {
      const busy = this.open.find((o) => o[role] === hand);
      if (busy) {
        if (act.how === 'take') this.faults.push({ code: 'hand-twice', role, hand, tick, ref });
        this.#close(busy, tick, ref);
      }
      for (const r of this.resting.filter((x) => x.role === role && x.hand === hand)) this.#lift(r, tick);
    }
    const starting = tick <= 0 && act.how === 'take';
    const at = starting ? this.input.from : tick;
    const join = this.#join(leader, follower, at, act.height ?? 'low', act.grip ?? 'loose');
    this.events.push({ type: 'take', tick: at, ref, join, top: act.top ?? leader, starting });
  }

  #join(leader: Hand, follower: Hand, tick: Ticks, height: Height, grip: Grip): Join {
    const join: Join = {
      leader,
      follower,
      from: tick,
      to: this.input.end,
      heights: [{ tick, value: height }],
      grips: [{ tick, value: grip }],
      places: [{ tick, value: 'hand' }],
    };
    this.open.push(join);
    return join;
  }

  #height(joins: readonly Join[], to: Height, tick: Ticks, ref: Ref, landing?: Landing): void {
    const raised = joins.filter((j) => last(j.heights, 'low') === 'overhead');
    if (to === 'overhead') {
      for (const join of joins)
        if (!raised.includes(join)) this.events.push({ type: 'raise', tick, ref, join });
    } else if (raised.length > 0) this.events.push({ type: 'lower', tick, ref, joins: raised, landing });
    for (const join of joins) join.heights.push({ tick, value: to });
  }

  #release(which: Which, tick: Ticks, ref: Ref): void {
    const rests = this.resting.filter(
      (r) => which.type === 'hand' && r.role === which.role && r.hand === which.hand,
    );
    for (const r of rests) this.#lift(r, tick);
    if (rests.length > 0) return;
    if (which.type === 'all' && this.open.length === 0 && this.resting.length > 0)
      for (const r of [...this.resting]) this.#lift(r, tick);
    else for (const join of this.#which(which, tick, ref)) this.#close(join, tick, ref);
  }

  #close(join: Join, tick: Ticks, ref: Ref): void {
    if (last(join.heights, 'low') === 'overhead')
      this.events.push({ type: 'lower', tick, ref, joins: [join], landing: undefined });
    this.open.splice(this.open.indexOf(join), 1);
    join.to = tick;
    this.joins.push(join);
    if (tick < this.input.end) this.events.push({ type: 'release', tick, ref, join });
  }

  /** A hand on the body may move to another part of it; one that is joined is in use. */
  #rest(act: HandAct & { type: 'rest' }, tick: Ticks, ref: Ref): void {
    if (act.own) return this.#onOwn(act, tick, ref);
    const same = this.resting.find((r) => r.role === act.role && r.hand === act.hand && r.on === act.on);
    if (same && same.how === act.how) return;
    const joined = (hand: Hand): boolean => this.open.some((o) => o[act.role] === hand);
    const busy = (hand: Hand): boolean =>
      joined(hand) || this.resting.some((r) => r.role === act.role && r.hand === hand);
    const hand = act.hand ?? (busy('R') ? other('R') : 'R');
    if (joined(hand) || (act.hand === undefined && busy(hand))) {
      this.faults.push({ code: 'hand-twice', role: act.role, hand, tick, ref });
      return;
    }
    for (const r of this.resting.filter((x) => x.role === act.role && x.hand === hand)) this.#lift(r, tick);
    const from = tick <= 0 && act.how === 'rest' ? this.input.from : tick;
    const resting: Resting = { role: act.role, hand, on: act.on, how: act.how, from };
    this.resting.push(resting);
    if (act.how === 'block') this.leads.push({ tick, prepares: false, ends: true, kinds: ['stop'], ref });
    this.events.push({ type: 'rest', tick, ref, rest: { ...resting, to: this.input.end } });
  }

  /** A hand on the dancer's own body takes the hand joined to it along, to that height. */
  #onOwn(act: HandAct & { type: 'rest' }, tick: Ticks, ref: Ref): void {
    const taken = this.open.filter((o) => act.hand !== undefined && o[act.role] === act.hand);
    const high = BODY_PARTS[act.on].height;
    if (taken.length > 0)
      this.#height(taken, high > 0.83 ? 'neck' : high > 0.7 ? 'shoulder' : 'low', tick, ref);
  }

  #lift(r: Resting, tick: Ticks): void {
    this.resting.splice(this.resting.indexOf(r), 1);
    this.rests.push({ role: r.role, hand: r.hand, on: r.on, how: r.how, from: r.from, to: tick });
  }
}

const sameRest = (a: Rest, b: Rest): boolean => a.role === b.role && a.hand === b.hand && a.on === b.on;

/**
 * Who holds what when, from the hands line alone. O(words).
 * @example contactsOf({ from: -12, end: 72, hold: 'closed', words: [] }).rests.length // 2
 */
export const contactsOf = (input: ContactsInput): Contacts => new Hands(input).run();

/** Parts of the partner's body a hand on which, with one more contact, makes a body hold. */
const EMBRACED = new Set(['shoulder-blade', 'back', 'waist']);

/** Stretches in which the partners are held body to body: a hand on the back, and one more contact. */
export function embraces(c: Contacts): { from: Ticks; to: Ticks; close: boolean }[] {
  const found = c.rests
    .filter((r) => EMBRACED.has(r.on) && r.how === 'rest')
    .flatMap((r) => {
      const others = [...c.joins, ...c.rests.filter((x) => x.role !== r.role && x.how === 'rest')];
      return merged(others.map((o) => ({ from: Math.max(r.from, o.from), to: Math.min(r.to, o.to) }))).map(
        (s) => ({ ...s, close: r.on === 'back' }),
      );
    });
  return found.filter((s) => s.to > s.from).sort((a, b) => a.from - b.from);
}

function merged(list: readonly { from: Ticks; to: Ticks }[]): { from: Ticks; to: Ticks }[] {
  const out: { from: Ticks; to: Ticks }[] = [];
  for (const s of list.filter((x) => x.to > x.from).sort((a, b) => a.from - b.from)) {
    const before = out.at(-1);
    if (before && s.from <= before.to) before.to = Math.max(before.to, s.to);
    else out.push({ ...s });
  }
  return out;
}

/** True while the partners are held body to body. */
export const embracedAt = (c: Contacts, tick: Ticks): boolean =>
  embraces(c).some((s) => s.from <= tick && tick < s.to);
