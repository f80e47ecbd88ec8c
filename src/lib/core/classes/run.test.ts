import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  begun,
  blocksFrom,
  changesLeft,
  dancedIn,
  entrySchema,
  goTo,
  newClass,
  over,
  plannedMinutes,
  rated,
  ratingOf,
  running,
  sheetText,
  type ClassPlan,
  type Entry,
} from './index';

const MINUTE = 60_000;
let n = 0;
const plan: ClassPlan = {
  ...newClass('c', 'Thursday', 'UTC'),
  minutes: 60,
  aim: { figures: ['push'] },
  blocks: blocksFrom('weekly', 60, () => `k${++n}`),
};
const start = (): Entry => begun(plan, 'e', 1000, { leader: 8, follower: 7, both: 1 });

describe('a class being held', () => {
  it('begins with its first block and can be kept', () => {
    const e = start();
    expect(entrySchema.safeParse(e).success).toBe(true);
    const w = running(plan, e, 1000 + 2 * MINUTE);
    expect(w.block).toBe(plan.blocks[0]);
    expect(w.left).toBeCloseTo(plan.blocks[0]!.minutes - 2, 9);
    expect(w.leftInAll).toBeCloseTo(58, 9);
    expect(w.behind).toBeCloseTo(0, 9);
    expect(w.rest.map((r) => r.block)).toEqual(plan.blocks.slice(1));
  });
  it('where it is follows from the clock alone: read again from what is kept it is the same', () => {
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 0, max: 20 * 60 }), { minLength: 1, maxLength: 9 }), (waits) => {
        let e = start();
        let now = e.at;
        for (const [i, w] of waits.entries()) {
          now += w * 1000;
          const block = plan.blocks[i + 1];
          if (block) e = goTo(e, block, now);
        }
        const kept = entrySchema.parse(JSON.parse(JSON.stringify(e))) as Entry;
        expect(kept).toEqual(e);
        expect(running(plan, kept, now + 90_000)).toEqual(running(plan, e, now + 90_000));
        // Every block is over when the next begins.
        e.visits.slice(0, -1).forEach((v, i) => expect(v.to).toBe(e.visits[i + 1]!.from));
        expect(e.visits.at(-1)?.to).toBeUndefined();
      }),
    );
  });
  it('what is left always fits into the time that is left, where anything can give way', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 7 }), fc.integer({ min: 0, max: 55 }), (k, minutes) => {
        const now = 1000 + minutes * MINUTE;
        const block = plan.blocks[k]!;
        const e = k === 0 ? start() : goTo(start(), block, now);
        const w = running(plan, e, now);
        const left = w.rest.reduce((s, r) => s + r.minutes, 0) + Math.max(0, w.left);
        const short = w.leave?.short ?? 0;
        if (w.behind > 0.5) expect(left).toBeLessThanOrEqual(w.leftInAll + short + 1e-9);
        // Time to spare goes to what dances, to the half minute, where anything dances any more.
        else if (w.rest.some((r) => r.minutes > r.block.minutes))
          expect(left).toBeGreaterThan(w.leftInAll - 0.5 - 1e-9);
        expect(left).toBeLessThanOrEqual(Math.max(w.leftInAll, left - w.behind) + short + 0.5 + 1e-9);
      }),
    );
  });
  it('over, nothing runs any more', () => {
    const e = over(goTo(start(), plan.blocks[1]!, 1000 + 5 * MINUTE), 1000 + 9 * MINUTE);
    expect(e.ended).toBe(1000 + 9 * MINUTE);
    expect(e.visits.every((v) => v.to !== undefined)).toBe(true);
  });
  it('how it went: the last word counts, for the whole and for each unit', () => {
    const push = { type: 'figure', id: 'push' } as const;
    let e = rated(start(), push, { rating: 'again', bpm: 96 });
    e = rated(e, push, { rating: 'good' });
    e = rated(e, push, { rating: 'so-so', unit: 1 });
    expect(ratingOf(e, push)).toBe('good');
    expect(ratingOf(e, push, 1)).toBe('so-so');
    expect(e.taught).toHaveLength(2);
    expect(e.taught[0]?.bpm).toBe(96);
  });
  it('dances what its block says, else what the class aims at; a recap everything aimed at', () => {
    const of = (kind: string) =>
      dancedIn(
        plan,
        plan.blocks.find((b) => b.kind === kind),
      );
    expect(of('hands')).toEqual([{ type: 'figure', id: 'push' }]);
    expect(of('arrive')).toEqual([]);
    expect(of('recap')).toEqual([{ type: 'figure', id: 'push' }]);
    expect(dancedIn(plan, undefined)).toEqual([]);
  });
  // Derived: 300 / 95 = 3.16.
  it('five minutes left: three more', () => {
    expect(changesLeft(5, 95)).toBe(3);
    expect(changesLeft(0, 95)).toBe(0);
    expect(changesLeft(5, 0)).toBe(0);
  });
  it('its blocks are those of the plan', () => expect(plannedMinutes(plan.blocks)).toBe(60));
});

describe('a sheet as plain text', () => {
  it('says everything, in order, without empty cells', () => {
    const text = sheetText({
      title: 'Push',
      subtitle: 'Thursday',
      blocks: [
        { type: 'heading', level: 2, text: 'Steps' },
        {
          type: 'table',
          label: 'x',
          head: ['Count', 'Leader', 'Arms'],
          rows: [
            ['1', 'back', ''],
            ['2', 'close', 'raise'],
          ],
          widths: [1, 1, 1],
        },
        { type: 'list', items: ['Slowly'] },
        { type: 'care', text: 'Spot.' },
        { type: 'text', text: 'Until Thursday.' },
      ],
    });
    expect(text).toBe(
      'Push\nThursday\n\nSTEPS\n1: Leader back\n2: Leader close · Arms raise\n- Slowly\n! Spot.\nUntil Thursday.\n',
    );
  });
});
