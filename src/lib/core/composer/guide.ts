import type { Costs } from './costs';
import type { Steps } from './count';
import { Rules } from './rules';
import { Slots, groupsOf, numbered } from './slots';

/** Figures that must be in, as far as the guide knows them: more would make it too large. */
export const MUST_KNOWN = 4;

/** What is least still to pay after a figure of a kind that ends at a beat, in a state of the guide's rules. */
export interface Guide {
  /** Infinity where there is no way to the end. */
  readonly at: (beat: number, kind: number, state: number) => number;
}

/** What a guide is worked out from. */
export interface Way {
  readonly costs: Costs;
  /** The cost of ending with a kind. */
  readonly out: (kind: number) => number;
  /** What every use of a figure costs besides, by kind. */
  readonly prices: Float64Array;
}

/** Rules without uses in all and without the seam of a loop: they allow at least what is allowed. */
export const guideRules = ({ kinds, r }: Costs): Rules =>
  new Rules(
    kinds.map((k) => k.figure),
    r,
    { seam: false, must: MUST_KNOWN },
  );

/** States gone through between two pauses. */
const AT_ONCE = 4_000;

/**
 * The least cost from every state to the end, by dynamic programming from the end backwards: a lower bound for every
 * search whose rules hold back more than these. O(beats · states · (kinds + classes²)).
 */
export function* guideSteps(way: Way, rules: Rules): Steps<Guide> {
  const { r, kinds } = way.costs;
  const table = Array.from({ length: r.beats + 1 }, () => new Float64Array(0));
  const layer = layers(way, rules, table);
  let work = 0;
  for (let b = r.beats; b >= 1; b--) {
    layer(b);
    if ((work += kinds.length * rules.size) < AT_ONCE) continue;
    yield work;
    work = 0;
  }
  const { size } = rules;
  return {
    at: (beat, kind, state) => (state < 0 ? Infinity : (table[beat]?.[kind * size + state] ?? Infinity)),
  };
}

/** Fills one beat of the table after another, the last first. */
function layers({ costs, out, prices }: Way, rules: Rules, table: Float64Array[]): (b: number) => void {
  const { kinds, g, r } = costs;
  const { size } = rules;
  const n = kinds.length;
  const families = numbered(kinds.map((k) => k.family));
  const groups = groupsOf(
    kinds.map((k) => k.exit),
    families,
  );
  const slots = new Slots(g.entries, families.count);
  const slotOf = Int32Array.from(kinds, (k, j) => k.entry * families.count + (families.of[j] ?? 0));
  const beats = Int32Array.from(kinds, (k) => k.beats);

  const rest = (b: number, j: number, state: number): number =>
    state < 0 ? Infinity : (table[b + (beats[j] ?? 0)]?.[j * size + state] ?? Infinity);

  function last(layer: Float64Array): void {
    for (let s = 0; s < size; s++)
      if (rules.ends(s, false)) for (let j = 0; j < n; j++) layer[j * size + s] = out(j);
  }

  /** What every kind costs from here, then the least of them for each way of arriving. */
  function step(b: number, layer: Float64Array, s: number, stands: Float64Array): void {
    slots.clear();
    for (let j = 0; j < n; j++) {
      const stand = stands[j] ?? Infinity;
      if (stand === Infinity) continue;
      const c = stand + (prices[j] ?? 0) + rest(b, j, rules.step(s, j, false));
      if (c < Infinity) slots.offer(slotOf[j] ?? 0, c, j);
    }
    for (const group of groups) {
      const row = g.join[group.exit];
      if (!row) continue;
      const any = slots.cheapest(row, families.named[group.family] ? group.family : -1);
      for (const i of group.members) {
        const alone = slots.figure === i && (kinds[i]?.size ?? 1) < 2;
        const others = !any ? Infinity : alone ? slots.second : slots.found;
        layer[i * size + s] = Math.min(others, again(b, i, s, stands[i] ?? Infinity));
      }
    }
  }

  function again(b: number, i: number, s: number, stand: number): number {
    const joint = costs.again(i);
    if (stand === Infinity || joint === Infinity) return Infinity;
    return joint + stand + (prices[i] ?? 0) + rest(b, i, rules.step(s, i, true));
  }

  return (b) => {
    const layer = new Float64Array(n * size).fill(Infinity);
    table[b] = layer;
    if (b === r.beats) return last(layer);
    const stands = costs.standing(b);
    for (let s = 0; s < size; s++) step(b, layer, s, stands);
  };
}
