import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { parse, readBodyActs } from '../../src/lib/core/notation';
import { readText } from '../../src/lib/core/codecs';

const text = readFileSync('docs/notation.md', 'utf8');
const section = (name: string): string => text.split(/^## /m).find((s) => s.startsWith(name)) ?? '';
/** Code in the first column of a section's tables, or in a given one. */
const cells = (name: string, column: number): string[] =>
  section(name)
    .split('\n')
    .filter((l) => l.startsWith('|') && !l.startsWith('| -'))
    .flatMap((l) => [...(l.split(/(?<!\\)\|/)[column] ?? '').matchAll(/`([^`]+)`/g)].map((m) => m[1] ?? ''));
const problems = (line: string): string[] => parse(line).problems.map((p) => `${line}: ${p.code}`);

describe('How to write: every example can be read', () => {
  it('whole breakdowns', () => {
    const blocks = [...text.matchAll(/```\n([^]*?)```/g)].map((m) => m[1] ?? '');
    expect(blocks.length).toBeGreaterThan(1);
    for (const block of blocks) {
      const figures = readText(block, () => 'x');
      expect(figures.ok && figures.value.flatMap((f) => parse(f.lines).problems)).toEqual([]);
    }
  });

  it('the words of a step, one by one and in the order they are danced', () => {
    const words = cells('What happens', 2).filter((w) => !['L', 'R'].includes(w));
    const orders = cells('What happens', 1);
    expect(orders).toContain('r1/4 side');
    /** What is said of a step beside what it is. */
    const parts = /^(small|large|x\d|heel|ball|flat|toe|inside|leave|then)/;
    const bare = new Set(['pivot', 'swivel', 'spin']);
    const found = [...words, ...orders].flatMap((w) =>
      problems(`leader 1 ${bare.has(w) ? `${w} r1/4` : parts.test(w) ? `step ${w}` : w}`),
    );
    expect(found).toEqual([]);
  });

  it('the words of several steps', () => {
    expect(cells('Words for several steps', 1).flatMap((w) => problems(`leader 1 ${w}`))).toEqual([]);
  });

  it('what else may be danced', () => {
    const all = cells('What else may be danced', 1);
    expect(all.length).toBeGreaterThan(4);
    expect(all.flatMap((w) => problems(`leader ${w}`))).toEqual([]);
  });

  it('head and upper body', () => {
    const all = cells('Head and upper body', 2);
    expect(all.length).toBeGreaterThan(18);
    expect(all.flatMap((w) => problems(`leader-body 1 ${w}`))).toEqual([]);
    expect(all.flatMap((w) => readBodyActs(w).acts).filter((a) => a.type === 'remark')).toEqual([]);
  });

  it('what the hands do', () => {
    const all = cells('Hands', 2);
    expect(all.length).toBeGreaterThan(40);
    expect(all.flatMap((w) => problems(`hands 1 ${w}`))).toEqual([]);
  });
});
