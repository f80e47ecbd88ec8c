import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  AROUND,
  BLOCKS,
  BLOCK_KINDS,
  TEMPLATE_IDS,
  TEMPLATES,
  afterCuts,
  blockSeconds,
  blocksFrom,
  classSchema,
  hourOf,
  lastAim,
  leaveOut,
  newClass,
  plannedMinutes,
  timesInRow,
  type Block,
  type ClassPlan,
} from './index';
import { optionsOf } from './leave-out';

let n = 0;
const key = () => `k${++n}`;
const block = (kind: Block['kind'], minutes: number, more: Partial<Block> = {}): Block => ({
  key: key(),
  kind,
  minutes,
  says: '',
  ...more,
});

describe('an hour from a template', () => {
  it('fills the minutes exactly, in half minutes, nothing below what is worth beginning', () => {
    fc.assert(
      fc.property(fc.constantFrom(...TEMPLATE_IDS), fc.integer({ min: 15, max: 240 }), (t, minutes) => {
        const blocks = blocksFrom(t, minutes, key);
        expect(plannedMinutes(blocks)).toBe(minutes);
        for (const b of blocks) {
          expect((2 * b.minutes) % 1).toBe(0);
          expect(b.minutes).toBeGreaterThanOrEqual(BLOCKS[b.kind].least);
        }
        const order = TEMPLATES[t].blocks.map(([kind]) => kind);
        const kinds = blocks.map((b) => b.kind);
        expect(kinds).toEqual(order.filter((k) => kinds.includes(k)));
        expect(classSchema.safeParse({ ...newClass('c', 'C', 'UTC'), blocks, minutes }).success).toBe(true);
      }),
    );
  });
  it('of its own length it has its own shares', () => {
    for (const t of TEMPLATE_IDS) {
      const { minutes, blocks } = TEMPLATES[t];
      expect(plannedMinutes(blocks.map(([, m]) => ({ minutes: m })))).toBeLessThanOrEqual(minutes);
      const made = blocksFrom(t, plannedMinutes(blocks.map(([, m]) => ({ minutes: m }))), key);
      expect(made.map((b) => b.minutes)).toEqual(blocks.map(([, m]) => m));
    }
  });
  it('in a quarter of an hour the aim is still danced', () => {
    for (const t of TEMPLATE_IDS) expect(blocksFrom(t, 15, key).some((b) => BLOCKS[b.kind].aim)).toBe(true);
  });
});

describe('the hour laid out', () => {
  const lengths = { beats: () => 40, tempo: () => 112 };
  const c: ClassPlan = {
    ...newClass('c', 'C', 'UTC'),
    minutes: 30,
    aim: { figures: [], combination: 'x' },
    blocks: [
      block('arrive', 5),
      block('joined', 10, { bpm: 112, changes: 2 }),
      block('joined', 10, { bpm: 112, changes: 2, explain: 3 }),
      block('joined', 0.5, { bpm: 112, explain: 0.5 }),
    ],
  };
  // Derived by hand: a round is 21.43 s and an eight counted in 4.29 s; 25.71 n + 20 (n − 3) + 60 = 600 gives n = 13.1;
  // with three minutes of explaining 25.71 n + 20 (n − 3) + 60 = 420 gives n = 9.19.
  it('a 40-beat combination at 112: so many rounds in ten minutes, with two changes of partner', () => {
    const hour = hourOf(c, lengths);
    expect(hour.blocks.map((b) => b.rounds)).toEqual([0, 13, 9, 0]);
    expect(hour.blocks[1]?.seconds).toBeCloseTo(21.43, 2);
    expect(hour.blocks.map((b) => b.from)).toEqual([0, 5, 15, 25]);
    expect(hour.over).toBe(-4.5);
    expect(hour.blocks[3]?.tooShort).toBe(true);
  });
  it('what fits really fits, and one more would not', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 2, max: 60 }),
        fc.integer({ min: 4, max: 96 }),
        fc.integer({ min: 60, max: 220 }),
        fc.integer({ min: 0, max: 4 }),
        (minutes, beats, bpm, changes) => {
          const plan = { ...c, blocks: [block('joined', minutes, { bpm, changes })] };
          const [b] = hourOf(plan, { beats: () => beats, tempo: () => bpm }).blocks;
          const all = beats * timesInRow(beats);
          const around = { ...AROUND, changes };
          expect(b!.inRow).toBe(timesInRow(beats));
          if (b!.rounds > 0)
            expect(blockSeconds(b!.rounds, all, bpm, around)).toBeLessThanOrEqual(60 * minutes + 1e-6);
          expect(blockSeconds(b!.rounds + 1, all, bpm, around)).toBeGreaterThan(60 * minutes);
        },
      ),
    );
  });
  it('up to tempo goes in steps from what was danced before to the goal', () => {
    const plan = { ...c, goal: 120, blocks: [block('joined', 10, { bpm: 96 }), block('tempo', 12)] };
    const [, up] = hourOf(plan, lengths).blocks;
    // Derived: 120 / 96 is 1.25; two steps would be 11.8 % each, more than a tenth; three are 7.7 %.
    expect(up!.steps.map((s) => s.bpm)).toEqual([96, 103, 111, 120]);
    expect(up!.rounds).toBe(up!.steps.reduce((s, x) => s + x.rounds, 0));
  });
  it('something short goes round until about four eights are danced', () => {
    expect([6, 8, 10, 16, 30, 48].map(timesInRow)).toEqual([5, 4, 3, 2, 1, 1]);
  });
});

describe('what to leave out', () => {
  const blocks = fc
    .array(
      fc.record({
        kind: fc.constantFrom(...BLOCK_KINDS),
        minutes: fc.integer({ min: 2, max: 12 }).map((h) => h / 2 + 1),
        keep: fc.option(fc.constant(true as const), { nil: undefined }),
      }),
      { minLength: 1, maxLength: 4 },
    )
    .map((list) =>
      list.map((b, i): Block => ({
        key: `b${i}`,
        kind: b.kind,
        minutes: b.minutes,
        says: '',
        ...(b.keep ? { keep: true } : {}),
      })),
    );

  /** Least missed of every way there is to free so many half minutes. */
  function least(list: readonly Block[], halves: number): number {
    const anchor = lastAim(list, []);
    const options = list.filter((b) => !b.keep).map((b) => optionsOf(b, b.key !== anchor));
    const go = (i: number, left: number): number => {
      if (i === options.length) return left <= 0 ? 0 : Infinity;
      return Math.min(...options[i]!.map((o) => o.missed + go(i + 1, left - o.halves)));
    };
    return go(0, halves);
  }
  it('is the least missed of all there is, and enough', () => {
    fc.assert(
      fc.property(blocks, fc.integer({ min: 1, max: 20 }), (list, halves) => {
        const found = leaveOut(list, halves / 2);
        const freed = plannedMinutes(list) - plannedMinutes(afterCuts(list, found.cuts));
        expect(freed).toBeGreaterThanOrEqual(halves / 2 - found.short - 1e-9);
        expect(found.cuts.reduce((s, c) => s + c.minutes, 0)).toBeCloseTo(freed, 9);
        if (found.short === 0) expect(found.missed).toBeCloseTo(least(list, halves), 9);
        else expect(least(list, halves)).toBe(Infinity);
      }),
      { numRuns: 300 },
    );
  });
  it('never loses the aim, nor what is to stay, nor leaves a block too short to begin', () => {
    fc.assert(
      fc.property(blocks, fc.integer({ min: 1, max: 60 }), (list, halves) => {
        const left = afterCuts(list, leaveOut(list, halves / 2).cuts);
        if (list.some((b) => BLOCKS[b.kind].aim)) expect(left.some((b) => BLOCKS[b.kind].aim)).toBe(true);
        for (const b of list) if (b.keep) expect(left.find((x) => x.key === b.key)?.minutes).toBe(b.minutes);
        for (const b of left) {
          const was = list.find((x) => x.key === b.key)!;
          expect(b.minutes).toBeGreaterThanOrEqual(Math.min(was.minutes, BLOCKS[b.kind].least));
        }
      }),
    );
  });
  it('free practice goes before the warm-up', () => {
    const list = [block('warm-up', 6), block('hands', 12), block('free', 5)];
    const { cuts } = leaveOut(list, 5);
    expect(cuts).toEqual([{ key: list[2]!.key, minutes: 5, whole: true }]);
  });
  it('what is over is not cut any more', () => {
    const list = [block('free', 5), block('hands', 12)];
    expect(leaveOut(list, 2, [list[0]!.key]).cuts.map((c) => c.key)).toEqual([list[1]!.key]);
  });
});
