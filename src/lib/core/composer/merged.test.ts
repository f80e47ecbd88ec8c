import { describe, expect, it } from 'vitest';
import { exhaustive, openEdges, randomGraph } from '../../../../tests/unit/composer-reference';
import { Costs } from './costs';
import { finish } from './fill';
import { guideRules, guideSteps } from './guide';
import { merged } from './merged';
import { pricesSteps, capsOf, spareOf } from './prices';
import { requestOf } from './request';
import { leastOut, startsOf } from './starts';

const cases = Array.from({ length: 120 }, (_, seed) => {
  const g = randomGraph(seed, 3 + (seed % 4));
  const r = requestOf(7 + (seed % 5), { inAll: 1 + (seed % 3), curve: 'rising' });
  return { seed, g, r, edges: openEdges(g, r) };
});

describe('classes that are told apart no more', () => {
  it('leave every joint what it cost, or whether there is one', () => {
    for (const { seed, g, r, edges } of cases)
      for (const telling of ['cost', 'whether'] as const) {
        const m = merged(g, edges, r, telling).g;
        expect(m.entries <= g.entries && m.exits <= g.exits).toBe(true);
        for (const i of g.figures.keys())
          for (const j of g.figures.keys()) {
            const was = g.join[g.exit[i]!]?.[g.entry[j]!];
            const now = m.join[m.exit[i]!]?.[m.entry[j]!];
            const told = telling === 'cost' || was === Infinity ? was : 0;
            expect([seed, telling, i, j, now]).toEqual([seed, telling, i, j, told]);
          }
      }
  });
});

describe('prices of uses', () => {
  it('give a bound from below that no combination undercuts, and never a worse one than without', () => {
    let better = 0;
    for (const { seed, g, r, edges } of cases) {
      const least = exhaustive(g, edges, r)[0]?.cost;
      if (least === undefined) continue;
      const m = merged(g, edges, r, 'cost');
      const costs = new Costs(m.g, r);
      const rules = guideRules(costs);
      const way = { costs, out: leastOut(startsOf(costs, m.edges, true)) };
      const into = (kind: number): number => m.edges.into[costs.kinds[kind]!.entry]!;
      const bound = (prices: Float64Array): number => {
        const guide = finish(guideSteps({ ...way, prices }, rules));
        const whole = costs.kinds.map(
          (k, j) => into(j) + costs.standing(0)[j]! + prices[j]! + guide.at(k.beats, j, rules.begin(j)),
        );
        return Math.min(...whole) - spareOf(capsOf(costs), prices);
      };
      const free = bound(new Float64Array(costs.kinds.length));
      const priced = bound(finish(pricesSteps(way, rules, into)));
      expect([seed, priced <= least + 1e-6, priced >= free - 1e-6]).toEqual([seed, true, true]);
      if (priced > free + 1e-6) better++;
    }
    // Few beats leave few limits that cost anything.
    expect(better).toBeGreaterThan(0);
  });
});
