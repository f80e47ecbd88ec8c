import { invariant, seeded, type Random } from '../base';
import { assignment } from './assignment';

/** What somebody dances, whoever it is. */
export type Dances = 'leader' | 'follower' | 'both';

/** Somebody in the room. */
export interface Dancer {
  readonly id: string;
  readonly dances: Dances;
  /** Who stays with whom: the same word for both of a couple. */
  readonly couple?: string | undefined;
  /** The first round danced, from 0, of somebody who comes late; the first not danced any more, of somebody who leaves. */
  readonly from?: number | undefined;
  readonly until?: number | undefined;
}
export interface Pair {
  readonly leader: string;
  readonly follower: string;
}
/** One round: who dances with whom, who sits out. */
export interface Round {
  readonly pairs: readonly Pair[];
  readonly out: readonly string[];
}

/** How good a rotation is; less is better in all but `danced`. */
export interface Quality {
  /** Times somebody danced with somebody, over all rounds. */
  readonly danced: number;
  /** Times two danced together again, couples who stay together left out of account. */
  readonly repeats: number;
  /** How often the two who met most have met. */
  readonly most: number;
  /** Most less least times sat out, of those for whom it could be. */
  readonly outs: number;
  /** Most that leading and following differ, of those who dance both. */
  readonly roles: number;
}
export interface Rotation {
  readonly rounds: readonly Round[];
  readonly quality: Quality;
  /** No rotation of so many rounds has fewer repeats: by counting. */
  readonly fewest: number;
}

/**
 * What is wrong with a round, as whoever dances it would notice; nothing for a sound one. Everybody who is there is in it
 * once, dancing or sitting out; leaders lead, followers follow; as many dance as can.
 * @example roundFaults(dancers, rounds[0], 0) // []
 */
export function roundFaults(dancers: readonly Dancer[], round: Round, at: number): RoundFault[] {
  const faults: RoundFault[] = [];
  const there = new Map(dancers.filter((d) => present(d, at)).map((d) => [d.id, d]));
  const seen = new Map<string, number>();
  const all = [...round.pairs.flatMap((p) => [p.leader, p.follower]), ...round.out];
  for (const id of all) seen.set(id, (seen.get(id) ?? 0) + 1);
  for (const [id, times] of seen) {
    if (!there.has(id)) faults.push({ type: 'not-there', id });
    if (times > 1) faults.push({ type: 'twice', id });
  }
  for (const id of there.keys()) if (!seen.has(id)) faults.push({ type: 'left-over', id });
  for (const { leader, follower } of round.pairs) {
    if (there.get(leader)?.dances === 'follower') faults.push({ type: 'role', id: leader });
    if (there.get(follower)?.dances === 'leader') faults.push({ type: 'role', id: follower });
  }
  if (round.pairs.length !== mostCouples([...there.values()])) faults.push({ type: 'too-few-dance' });
  return faults;
}
export type RoundFault =
  | { readonly type: 'not-there' | 'twice' | 'left-over' | 'role'; readonly id: string }
  | { readonly type: 'too-few-dance' };

/** Couples who stay together dance with each other; of the others as many as can. */
function mostCouples(there: readonly Dancer[]): number {
  const couples = steadyCouples(there);
  const bound = new Set(couples.flat());
  return couples.length + couplesOf(...countOf(there.filter((d) => !bound.has(d))));
}

/** As many couples as can dance at once. @example couplesOf(5, 3, 1) // 4 */
export const couplesOf = (leaders: number, followers: number, both: number): number =>
  Math.abs(leaders - followers) >= both
    ? Math.min(leaders, followers) + both
    : Math.floor((leaders + followers + both) / 2);

/** Ways a rotation is begun, in a room of so few and in a larger one; what reaches the bound ends the search. Our choice. */
const FEW = 14;
const STARTS = { few: 240, many: 24 } as const;

/**
 * A rotation of so many rounds. Every round as many dance as can; nobody sits out twice before all did once for whom that can
 * be; nobody meets again while somebody new is possible, as far as was found; those who dance both do both equally often. The
 * same input gives the same. `past`: rounds that have been danced already, by whoever was there; they come first and count.
 * O(starts · rounds · dancers³).
 * @example rotation(dancers, 5).rounds[0].pairs
 */
export function rotation(dancers: readonly Dancer[], rounds: number, past: readonly Round[] = []): Rotation {
  const fewest = fewestRepeats(dancers, rounds);
  const lean = leastLean(dancers, rounds);
  let best: Rotation | undefined;
  const starts = dancers.length <= FEW ? STARTS.few : STARTS.many;
  for (let start = 0; start < starts; start++) {
    const made = new Turning(dancers, start === 0 ? undefined : seeded(97 * start + 5));
    for (const round of past) made.replay(round);
    for (let r = past.length; r < rounds; r++) made.turn(r);
    // A room is never shown a round that cannot be danced.
    const faults = made.rounds
      .slice(past.length)
      .flatMap((round, r) => roundFaults(dancers, round, past.length + r));
    invariant(faults.length === 0, `A round cannot be danced: ${JSON.stringify(faults)}`);
    const found: Rotation = { rounds: made.rounds, quality: made.quality(), fewest };
    if (!best || better(found.quality, best.quality)) best = found;
    if (best.quality.repeats <= fewest && best.quality.roles <= lean + 1) break;
  }
  return best as Rotation;
}

function better(a: Quality, b: Quality): boolean {
  const order = (q: Quality): number[] => [-q.danced, q.outs, q.repeats, q.most, q.roles];
  const [x, y] = [order(a), order(b)];
  for (const [i, v] of x.entries()) if (v !== y[i]) return v < (y[i] as number);
  return false;
}

/** Repeats no rotation can avoid: each dances so many rounds, with so many others there are. By counting. */
export function fewestRepeats(dancers: readonly Dancer[], rounds: number): number {
  const free = dancers.filter((d) => d.couple === undefined);
  let met = 0;
  for (let r = 0; r < rounds; r++) met += couplesOf(...countOf(free.filter((d) => present(d, r))));
  let pairs = 0;
  for (const [i, a] of free.entries())
    for (const b of free.slice(i + 1)) if (canDance(a, b) && together(a, b, rounds)) pairs++;
  const steady = free.every((d) => d.from === undefined && d.until === undefined);
  return Math.max(0, met - pairs, steady ? scarce(free, rounds) : 0);
}

/** The same seen from one role, while all are there: how often its dancers dance, and with how many each can. */
function scarce(free: readonly Dancer[], rounds: number): number {
  const [l, f, b] = countOf(free);
  const couples = couplesOf(l, f, b);
  const out = rounds * (free.length - 2 * couples);
  const able =
    (couplesOf(l - 1, f, b) === couples ? l : 0) +
    (couplesOf(l, f - 1, b) === couples ? f : 0) +
    (b > 0 && couplesOf(l, f, b - 1) === couples ? b : 0);
  // Nobody sits out twice before all who can did once: so many of one role at most.
  const outs = (own: number): number => Math.min(out, own * Math.ceil(out / Math.max(1, able)));
  const ofOne = (own: number, others: number): number => own * rounds - outs(own) - own * (others + b);
  // All who dance both are needed in the scarcer role, then: each dances every round, with the other role alone.
  const all = Math.abs(l - f) >= b ? (Math.min(l, f) + b) * (rounds - Math.max(l, f)) : 0;
  return Math.max(0, all, ofOne(l, f), ofOne(f, l));
}

/** How far leading and following must differ at least for somebody who dances both, while all are there. By counting. */
export function leastLean(dancers: readonly Dancer[], rounds: number): number {
  const [l, f, b] = countOf(dancers.filter((d) => d.couple === undefined));
  if (b === 0) return 0;
  const missing = Math.min(b, Math.abs(l - f));
  return Math.ceil((rounds * missing) / b - 1e-9);
}

const present = (d: Dancer, round: number): boolean =>
  round >= (d.from ?? 0) && round < (d.until ?? Infinity);
const together = (a: Dancer, b: Dancer, rounds: number): boolean =>
  Math.max(a.from ?? 0, b.from ?? 0) < Math.min(a.until ?? rounds, b.until ?? rounds, rounds);
/** Couples who stay together, of those who are there. Of three who share one word the first two that can are a couple. */
function steadyCouples(there: readonly Dancer[]): [Dancer, Dancer][] {
  const couples: [Dancer, Dancer][] = [];
  const bound = new Set<Dancer>();
  for (const [k, a] of there.entries())
    for (const b of there.slice(k + 1)) {
      if (bound.has(a) || bound.has(b)) continue;
      if (a.couple === undefined || a.couple !== b.couple || !canDance(a, b)) continue;
      couples.push([a, b]);
      bound.add(a).add(b);
    }
  return couples;
}
const canDance = (a: Dancer, b: Dancer): boolean => a.dances !== b.dances || a.dances === 'both';
function countOf(dancers: readonly Dancer[]): [number, number, number] {
  const of = (w: Dances): number => dancers.filter((d) => d.dances === w).length;
  return [of('leader'), of('follower'), of('both')];
}

/** One rotation as it is made, round by round. Without chance it takes the order given. */
class Turning {
  readonly rounds: Round[] = [];
  readonly #n: number;
  readonly #met: Int32Array;
  readonly #out: Int32Array;
  readonly #lastOut: Int32Array;
  readonly #led: Int32Array;
  readonly #followed: Int32Array;
  readonly #couldSit: Uint8Array;

  constructor(
    private readonly dancers: readonly Dancer[],
    private readonly random: Random | undefined,
  ) {
    const n = dancers.length;
    this.#n = n;
    this.#met = new Int32Array(n * n);
    [this.#out, this.#led, this.#followed] = [new Int32Array(n), new Int32Array(n), new Int32Array(n)];
    this.#lastOut = new Int32Array(n).fill(-1);
    this.#couldSit = new Uint8Array(n);
  }

  /** A round that was danced; who is not here any more counts for nothing. */
  replay(round: Round): void {
    const at = (id: string): number => this.dancers.findIndex((d) => d.id === id);
    for (const { leader, follower } of round.pairs) {
      const [a, b] = [at(leader), at(follower)];
      if (a >= 0) this.#led[a] = (this.#led[a] as number) + 1;
      if (b >= 0) this.#followed[b] = (this.#followed[b] as number) + 1;
      if (a >= 0 && b >= 0) this.#note(a, b, 1);
    }
    for (const id of round.out) {
      const i = at(id);
      if (i < 0) continue;
      this.#out[i] = (this.#out[i] as number) + 1;
      this.#lastOut[i] = this.rounds.length;
    }
    this.rounds.push(round);
  }

  turn(round: number): void {
    const there = this.dancers.flatMap((d, i) => (present(d, round) ? [i] : []));
    const index = new Map(this.dancers.map((d, i) => [d, i]));
    const couples = steadyCouples(there.map((i) => this.dancers[i] as Dancer)).map((pair) =>
      pair.map((d) => index.get(d) as number),
    ) as [number, number][];
    const bound = new Set(couples.flat());
    const free = there.filter((i) => !bound.has(i));
    const out = this.#sitOut(free);
    const sits = new Set(out);
    const pairs = [
      ...couples.map(([a, b]) => this.#coupled(a, b)),
      ...this.#paired(free.filter((i) => !sits.has(i))),
    ];
    for (const [a, b] of pairs) {
      this.#note(a, b, 1);
      this.#led[a] = (this.#led[a] as number) + 1;
      this.#followed[b] = (this.#followed[b] as number) + 1;
    }
    for (const i of out) {
      this.#out[i] = (this.#out[i] as number) + 1;
      this.#lastOut[i] = round;
    }
    const id = (i: number): string => (this.dancers[i] as Dancer).id;
    this.rounds.push({
      pairs: pairs.map(([a, b]) => ({ leader: id(a), follower: id(b) })),
      out: out.map(id),
    });
  }

  #note(a: number, b: number, by: number): void {
    this.#met[a * this.#n + b] = (this.#met[a * this.#n + b] as number) + by;
    this.#met[b * this.#n + a] = (this.#met[b * this.#n + a] as number) + by;
  }
  #dances(i: number): Dances {
    return (this.dancers[i] as Dancer).dances;
  }

  /** Who of a couple leads: as they dance; where both do both, whoever led less. */
  #coupled(a: number, b: number): [number, number] {
    if (this.#dances(a) === 'follower' || this.#dances(b) === 'leader') return [b, a];
    if (this.#dances(a) === 'leader' || this.#dances(b) === 'follower') return [a, b];
    return (this.#led[a] as number) <= (this.#led[b] as number) ? [a, b] : [b, a];
  }

  /** Who sits out: those who did so least and longest ago, so long as as many dance as can. */
  #sitOut(free: readonly number[]): number[] {
    const count = (list: readonly number[]) => countOf(list.map((i) => this.dancers[i] as Dancer));
    const couples = couplesOf(...count(free));
    const needed = free.length - 2 * couples;
    if (needed === 0) return [];
    const order = this.#shuffled(free).sort(
      (a, b) =>
        (this.#out[a] as number) - (this.#out[b] as number) ||
        (this.#lastOut[a] as number) - (this.#lastOut[b] as number),
    );
    const out: number[] = [];
    let rest = [...free];
    for (const i of free)
      if (couplesOf(...count(free.filter((x) => x !== i))) === couples) this.#couldSit[i] = 1;
    for (const i of order) {
      if (out.length === needed) break;
      const without = rest.filter((x) => x !== i);
      if (couplesOf(...count(without)) < couples) continue;
      out.push(i);
      rest = without;
    }
    return out;
  }

  /** Leaders and followers of a round, and who of those who dance both does which, at least cost. */
  #paired(list: readonly number[]): [number, number][] {
    const couples = list.length / 2;
    const leaders = list.filter((i) => this.#dances(i) === 'leader');
    const followers = list.filter((i) => this.#dances(i) === 'follower');
    const both = this.#shuffled(list.filter((i) => this.#dances(i) === 'both')).sort(
      (a, b) => this.#lean(a) - this.#lean(b),
    );
    const lead = couples - leaders.length;
    let [led, followed] = [both.slice(0, lead), both.slice(lead)];
    let best = this.#matched([...leaders, ...led], [...followers, ...followed]);
    // Whoever would repeat a partner may change sides with another who leans as much.
    const exchanged = (): boolean => {
      for (const [x, a] of led.entries())
        for (const [y, b] of followed.entries()) {
          if (this.#lean(a) > this.#lean(b) + 1) continue;
          const [l, f] = [led.with(x, b), followed.with(y, a)];
          const other = this.#matched([...leaders, ...l], [...followers, ...f]);
          if (other.cost >= best.cost - 1e-9) continue;
          [best, led, followed] = [other, l, f];
          return true;
        }
      return false;
    };
    // After each exchange the lists are others: the search starts again from the new ones.
    while (best.cost > 0 && exchanged());
    return best.pairs;
  }
  /** How much more often somebody led than followed. */
  #lean(i: number): number {
    return (this.#led[i] as number) - (this.#followed[i] as number);
  }

  #matched(
    leaders: readonly number[],
    followers: readonly number[],
  ): { readonly pairs: [number, number][]; readonly cost: number } {
    const met = (a: number, b: number): number => this.#met[a * this.#n + b] as number;
    const noise = leaders.map(() => followers.map(() => (this.random ? 1e-3 * this.random() : 0)));
    const costs = leaders.map((a, i) =>
      followers.map(
        (b, j) => met(a, b) ** 2 + (noise[i]?.[j] ?? 0) + (this.random ? 0 : 1e-6 * ((j - i + 64) % 64)),
      ),
    );
    const to = assignment(costs);
    const pairs = leaders.map((a, i): [number, number] => [a, followers[to[i] as number] as number]);
    return { pairs, cost: pairs.reduce((s, [a, b]) => s + met(a, b) ** 2, 0) };
  }

  #shuffled(list: readonly number[]): number[] {
    const { random } = this;
    return random
      ? list
          .map((i) => [random(), i] as const)
          .sort((a, b) => a[0] - b[0])
          .map(([, i]) => i)
      : [...list];
  }

  quality(): Quality {
    const n = this.#n;
    let [danced, repeats, most] = [0, 0, 0];
    for (let a = 0; a < n; a++)
      for (let b = a + 1; b < n; b++) {
        const m = this.#met[a * n + b] as number;
        danced += m;
        const [x, y] = [this.dancers[a] as Dancer, this.dancers[b] as Dancer];
        if (x.couple !== undefined && x.couple === y.couple) continue;
        repeats += Math.max(0, m - 1);
        most = Math.max(most, m);
      }
    const able = this.dancers.flatMap((d, i) =>
      this.#couldSit[i] && d.from === undefined && d.until === undefined ? [this.#out[i] as number] : [],
    );
    const leans = this.dancers.flatMap((d, i) => (d.dances === 'both' ? [Math.abs(this.#lean(i))] : []));
    return {
      danced,
      repeats,
      most,
      outs: able.length === 0 ? 0 : Math.max(...able) - Math.min(...able),
      roles: Math.max(0, ...leans),
    };
  }
}
