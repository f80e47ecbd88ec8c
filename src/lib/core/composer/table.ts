import type { Costs } from './costs';
import type { Steps } from './count';
import { MUST_KNOWN, type Guide } from './guide';
import { Rules } from './rules';
import type { Start } from './starts';

/** States with the last kind up to which uses in all are part of the guide. Our choice. */
export const MOST_STATES = 3_000_000;
/** Steps between two pauses. */
const AT_ONCE = 20_000;

/** Rules that count the uses of every kind; undefined where there would be too many states. */
export function tableRules({ kinds, r }: Costs, most: number): Rules | undefined {
  const figures = kinds.map((k) => k.figure);
  const rules = new Rules(figures, r, { uses: kinds.map((k) => k.size), seam: false, must: MUST_KNOWN });
  return rules.size * kinds.length <= most ? rules : undefined;
}

/**
 * The automaton with the uses of every kind written out: first every state that can be reached, beat by beat, then
 * backwards the least cost to the end, for every end at once. Gives a guide by the class of a start. O(states · kinds).
 */
export function* tableSteps(
  costs: Costs,
  rules: Rules,
  starts: readonly Start[],
): Steps<ReadonlyMap<number, Guide>> {
  const t = new Table(costs, rules, starts);
  for (let b = 1; b <= costs.r.beats; b++) yield* t.forward(b);
  for (let b = costs.r.beats; b >= 1; b--) yield* t.backward(b);
  return new Map(t.firsts.map((first, at): [number, Guide] => [first, t.guide(at)]));
}

class Table {
  readonly firsts: readonly number[];
  readonly #outs: readonly ((kind: number) => number)[];
  /** Codes of states by the beat they end at: a state knows its uses, so that it belongs to one beat only. */
  readonly #reached: number[][];
  readonly #seen: Uint8Array;
  /** By code and end. */
  readonly #least: Float64Array;
  /** Where the state looked at leads with every kind, and with its last figure once more; what that costs. */
  readonly #next: Float64Array;
  readonly #cost: Float64Array;
  #again = -1;
  #costAgain = Infinity;

  constructor(
    private readonly costs: Costs,
    private readonly rules: Rules,
    starts: readonly Start[],
  ) {
    const byFirst = new Map(starts.map((s) => [s.first, s.out]));
    this.firsts = [...byFirst.keys()];
    this.#outs = [...byFirst.values()];
    this.#next = new Float64Array(costs.kinds.length);
    this.#cost = new Float64Array(costs.kinds.length);
    const states = rules.size * costs.kinds.length;
    this.#reached = Array.from({ length: costs.r.beats + 1 }, (): number[] => []);
    this.#seen = new Uint8Array(states);
    this.#least = new Float64Array(states * this.#outs.length).fill(Infinity);
    const begin = new Set(starts.flatMap((s) => s.kinds));
    for (const kind of begin)
      if ((costs.standing(0)[kind] ?? Infinity) < Infinity) this.#reach(0, kind, rules.begin(kind));
  }

  guide(end: number): Guide {
    const [n, ends] = [this.costs.kinds.length, this.#outs.length];
    return {
      at: (_, kind, state) =>
        state < 0 ? Infinity : (this.#least[(state * n + kind) * ends + end] ?? Infinity),
    };
  }

  #reach(beat: number, kind: number, state: number): void {
    const code = state * this.costs.kinds.length + kind;
    if (state < 0 || this.#seen[code]) return;
    this.#seen[code] = 1;
    this.#reached[beat + (this.costs.kinds[kind]?.beats ?? 0)]?.push(code);
  }

  *forward(b: number): Steps<void> {
    const { kinds } = this.costs;
    yield* this.#each(b, (state, kind) => {
      this.#follow(b, state, kind);
      for (let k = 0; k < kinds.length; k++)
        if ((this.#cost[k] ?? Infinity) < Infinity) this.#reach(b, k, this.#next[k] ?? -1);
      if (this.#costAgain < Infinity) this.#reach(b, kind, this.#again);
    });
  }

  *backward(b: number): Steps<void> {
    const { kinds, r } = this.costs;
    const [n, ends] = [kinds.length, this.#outs.length];
    yield* this.#each(b, (state, kind) => {
      const own = (state * n + kind) * ends;
      if (b === r.beats) {
        if (!this.rules.ends(state, false)) return;
        this.#outs.forEach((out, end) => (this.#least[own + end] = out(kind)));
        return;
      }
      this.#follow(b, state, kind);
      for (let k = 0; k < n; k++) this.#weigh(own, this.#next[k] ?? -1, k, this.#cost[k] ?? Infinity);
      this.#weigh(own, this.#again, kind, this.#costAgain);
    });
  }

  /** The least of what is known and of going on so, for every end. */
  #weigh(own: number, state: number, kind: number, cost: number): void {
    if (state < 0 || cost === Infinity) return;
    const ends = this.#outs.length;
    const from = (state * this.costs.kinds.length + kind) * ends;
    for (let end = 0; end < ends; end++) {
      const all = cost + (this.#least[from + end] ?? Infinity);
      if (all < (this.#least[own + end] ?? Infinity)) this.#least[own + end] = all;
    }
  }

  *#each(b: number, look: (state: number, kind: number) => void): Steps<void> {
    const n = this.costs.kinds.length;
    let work = 0;
    for (const code of this.#reached[b] ?? []) {
      look(Math.floor(code / n), code % n);
      if ((work += n) < AT_ONCE) continue;
      yield work;
      work = 0;
    }
    if (work > 0) yield work;
  }

  /** Works out where a state leads and what that costs. */
  #follow(b: number, state: number, kind: number): void {
    const [after, stands] = [this.costs.after(kind), this.costs.standing(b)];
    this.rules.others(state, this.#next);
    for (let k = 0; k < stands.length; k++) this.#cost[k] = (after[k] ?? Infinity) + (stands[k] ?? Infinity);
    this.#again = this.rules.step(state, kind, true);
    this.#costAgain = this.costs.again(kind) + (stands[kind] ?? Infinity);
  }
}
