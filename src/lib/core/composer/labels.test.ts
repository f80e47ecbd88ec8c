import { describe, expect, it } from 'vitest';
import { blocksOf } from './labels';

describe('blocks that stand for short runs', () => {
  /** Every way to cut `n` into blocks, weighed. */
  const cut = (n: number, blocks: readonly { length: number; weight: bigint }[]): bigint =>
    n === 0
      ? 1n
      : blocks.reduce((sum, b) => (b.length <= n ? sum + b.weight * cut(n - b.length, blocks) : sum), 0n);

  /** Source: derived; the series u / (1 + u) is made so that cutting gives u back. */
  it('add up to one way for a run that is short enough, to none for one that is not', () => {
    for (let inRow = 1; inRow <= 5; inRow++) {
      const blocks = blocksOf(inRow, 12);
      for (let n = 1; n <= 12; n++)
        expect([inRow, n, cut(n, blocks)]).toEqual([inRow, n, n <= inRow ? 1n : 0n]);
    }
  });

  it('need only single figures where no run can be too long', () => {
    expect(blocksOf(4, 4)).toEqual([{ length: 1, weight: 1n }]);
  });
});
