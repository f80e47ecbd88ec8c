import { describe, expect, it } from 'vitest';
import fc from 'fast-check';
import { readBreakdown } from '$lib/core/breakdown';
import { pasted } from '../corpus/pasted';

describe('a breakdown pasted from elsewhere', () => {
  it.each(pasted('open'))('is understood: $what', ({ text, lines }) => {
    expect(readBreakdown(text).lines).toBe(lines);
  });

  it.each(pasted('held'))('is understood where the reader was not made for it: $what', ({ text, lines }) => {
    expect(readBreakdown(text).lines).toBe(lines);
  });

  it('every word that is not understood is still there', () => {
    const words = fc.array(
      fc.constantFrom(
        '1',
        '2.',
        '3&',
        'back',
        'L:',
        'F',
        'Leader',
        'mind',
        'zq',
        '|',
        '\n',
        '#',
        ';',
        'slow',
        '-',
      ),
      {
        minLength: 1,
        maxLength: 24,
      },
    );
    fc.assert(
      fc.property(words, (list) => {
        const { lines } = readBreakdown(list.join(' '));
        const count = (text: string, w: string) => text.split(w).length - 1;
        for (const w of ['mind', 'zq']) expect(count(lines, w)).toBe(count(list.join(' '), w));
      }),
      { numRuns: 4000 },
    );
  });
});
