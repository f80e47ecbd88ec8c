import type { Steps } from './count';
import type { Candidate, Graph } from './graph';
import { Rules } from './rules';
import { standing } from './score';
import { Slots, groupsOf, numbered } from './slots';
import type { ComposeRequest } from './request';

/** Figures that must be in, as far as the guide knows them: more would make it too large. */
export const MUST_KNOWN = 4;

/** What is least still to pay after a figure that ends at a beat, in a state of the rules it is made for. */
export interface Guide {
  /** Infinity where there is no way to the end. */
  readonly at: (beat: number, figure: number, state: number) => number;
}

/** What a guide is worked out from. `use`: the figures that may be used, by index; states are of `rules` over them. */
export interface Way {
  readonly g: Graph;
  readonly join: readonly Float64Array[];
  readonly use: readonly number[];
  readonly r: ComposeRequest;
  readonly top: number;
  /** The cost of ending after an exit class. */
  readonly out: (exit: number) => number;
}

/** Rules without uses in all and without the seam of a loop: they allow at least what is allowed. */
export const guideRules = (figures: readonly Candidate[], r: ComposeRequest): Rules =>
  new Rules(figures, r, { uses: false, seam: false, must: MUST_KNOWN });

/**
 * The least cost from every state to the end, by dynamic programming from the end backwards: a lower bound for every
 * search whose rules hold back more than these. O(beats · states · (figures + classes²)).
 */
export function* guideSteps(way: Way, rules: Rules): Steps<Guide> {
  const { r, use } = way;
  const table = Array.from({ length: r.beats + 1 }, () => new Float64Array(0));
  const layer = layers(way, rules, table);
  for (let b = r.beats; b >= 1; b--) {
    layer(b);
    yield use.length * rules.size;
  }
  const indexOf = new Map(use.map((figure, at) => [figure, at]));
  const { size } = rules;
  return {
    at: (beat, figure, state) =>
      state < 0 ? Infinity : (table[beat]?.[(indexOf.get(figure) ?? -1) * size + state] ?? Infinity),
  };
}

/** Fills one beat of the table after another, the last first. */
function layers(
  { g, join, use, r, top, out }: Way,
  rules: Rules,
  table: Float64Array[],
): (b: number) => void {
  const n = use.length;
  const { size } = rules;
  const figures = use.map((i) => g.figures[i] as Candidate);
  const entry = use.map((i) => g.entry[i] ?? 0);
  const exit = use.map((i) => g.exit[i] ?? 0);
  const families = numbered(figures.map((f) => f.family));
  const groups = groupsOf(exit, families);
  const slots = new Slots(g.entries, families.count);
  const slotOf = entry.map((e, j) => e * families.count + (families.of[j] ?? 0));
  const cost = new Float64Array(n);

  const rest = (b: number, j: number, state: number): number =>
    state < 0 ? Infinity : (table[b + (figures[j]?.beats ?? 0)]?.[j * size + state] ?? Infinity);

  function last(layer: Float64Array): void {
    for (let s = 0; s < size; s++)
      if (rules.ends(s, false)) for (let i = 0; i < n; i++) layer[i * size + s] = out(exit[i] ?? 0);
  }

  /** What every figure costs from here, then the least of them for each way of arriving. */
  function step(b: number, layer: Float64Array, s: number, stands: readonly number[]): void {
    slots.clear();
    for (let j = 0; j < n; j++) {
      const stand = stands[j] ?? Infinity;
      const c = stand === Infinity ? Infinity : stand + rest(b, j, rules.step(s, j, false));
      cost[j] = c;
      if (c < Infinity) slots.offer(slotOf[j] ?? 0, c, j);
    }
    for (const group of groups) {
      const row = join[group.exit];
      if (!row) continue;
      const any = slots.cheapest(row, families.named[group.family] ? group.family : -1);
      for (const i of group.members) {
        const others = !any ? Infinity : slots.figure === i ? slots.second : slots.found;
        layer[i * size + s] = Math.min(others, again(b, i, s, row, stands[i] ?? Infinity));
      }
    }
  }

  function again(b: number, i: number, s: number, row: Float64Array, stand: number): number {
    if (stand === Infinity) return Infinity;
    const joint = row[entry[i] ?? 0] ?? Infinity;
    if (joint === Infinity) return Infinity;
    return joint + Slots.sameFigure + stand + rest(b, i, rules.step(s, i, true));
  }

  return (b) => {
    const layer = new Float64Array(n * size).fill(Infinity);
    table[b] = layer;
    if (b === r.beats) return last(layer);
    const stands = figures.map((f) => (b + f.beats <= r.beats ? standing(f, b, r, top) : Infinity));
    for (let s = 0; s < size; s++) step(b, layer, s, stands);
  };
}
