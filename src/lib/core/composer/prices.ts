import type { Costs } from './costs';
import type { Steps } from './count';
import { guideSteps, type Guide, type Way } from './guide';
import type { Rules } from './rules';

/** Times prices are put right at most, and states gone through for it at most. Our choice. */
const MOST_TIMES = 80;
const MOST_WORK = 1_000_000;
/** How far a price moves at first, in points, and how much of that the next time. Our choice. */
const FIRST = 1;
const NEXT = 0.95;

/** How often figures of every kind may be used together; Infinity where they cannot come too often. */
export const capsOf = ({ kinds, r }: Costs): number[] =>
  kinds.map((k) => {
    const cap = (r.inAll ?? Infinity) * k.size;
    return cap < Math.floor(r.beats / k.beats) ? cap : Infinity;
  });

/**
 * What each use of a kind should cost so that the cheapest way, uses in all left free, keeps them as nearly as
 * possible: Lagrangian multipliers by subgradient steps (Held and Karp 1971; from memory). With them the guide is a
 * lower bound that knows what the limit costs. All 0 where it the easiest. `into`: what a first figure costs.
 */
export function* pricesSteps(
  way: Omit<Way, 'prices'>,
  rules: Rules,
  into: (kind: number) => number,
): Steps<Float64Array> {
  const { kinds, r } = way.costs;
  const caps = capsOf(way.costs);
  let best = new Float64Array(kinds.length);
  if (caps.every((cap) => cap === Infinity)) return best;
  let [prices, most, step] = [best, -Infinity, FIRST];
  const times = Math.min(MOST_TIMES, MOST_WORK / (r.beats * kinds.length * rules.size));
  for (let time = 0; time < times; time++, step *= NEXT) {
    const guide = yield* guideSteps({ ...way, prices }, rules);
    const path = cheapest(way.costs, prices, guide, rules, into);
    if (!path) return best;
    const bound = path.cost - spareOf(caps, prices);
    if (bound > most + 1e-9) [most, best] = [bound, prices];
    const over = path.uses.map((u, j) => {
      const more = caps[j] === Infinity ? 0 : u - (caps[j] ?? 0);
      return more > 0 || (prices[j] ?? 0) > 0 ? more : 0;
    });
    const furthest = over.reduce((a, o) => Math.max(a, Math.abs(o)), 0);
    if (furthest === 0) return prices;
    prices = prices.map((p, j) => Math.max(0, p + (step * (over[j] ?? 0)) / furthest));
  }
  return best;
}

/** What all uses there may be would cost. */
export const spareOf = (caps: readonly number[], prices: Float64Array): number =>
  prices.reduce((sum, p, j) => (p > 0 ? sum + p * (caps[j] ?? 0) : sum), 0);

interface Path {
  readonly cost: number;
  /** How often it uses each kind. */
  readonly uses: Float64Array;
}

/** The cheapest way by a guide, with the prices in it. */
function cheapest(
  costs: Costs,
  prices: Float64Array,
  guide: Guide,
  rules: Rules,
  into: (kind: number) => number,
): Path | undefined {
  const { kinds, r } = costs;
  const uses = new Float64Array(kinds.length);
  let [cost, beat, last, state] = [0, 0, -1, -1];
  while (beat < r.beats) {
    const stands = costs.standing(beat);
    const after = last < 0 ? Float64Array.from(kinds, (_, j) => into(j)) : costs.after(last);
    let [found, kind, to] = [Infinity, -1, -1];
    const offer = (j: number, joint: number, next: number): void => {
      if (next < 0) return;
      const rest = guide.at(beat + (kinds[j]?.beats ?? 0), j, next);
      const all = joint + (stands[j] ?? Infinity) + (prices[j] ?? 0) + rest;
      if (all < found) [found, kind, to] = [all, j, next];
    };
    for (let j = 0; j < kinds.length; j++)
      offer(j, after[j] ?? Infinity, last < 0 ? rules.begin(j) : rules.step(state, j, false));
    if (last >= 0) offer(last, costs.again(last), rules.step(state, last, true));
    if (kind < 0) return undefined;
    if (last < 0) cost = found;
    uses[kind] = (uses[kind] ?? 0) + 1;
    [beat, last, state] = [beat + (kinds[kind]?.beats ?? 0), kind, to];
  }
  return { cost, uses };
}
