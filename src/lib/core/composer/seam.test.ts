import { expect, it } from 'vitest';
import { keepsSeams, requestOf } from './index';

it('“never twice in a row” holds where figures join what stands before and after them', () => {
  const asked = requestOf(16, {
    inRow: 1,
    start: { type: 'figure', id: 'a' },
    end: { type: 'figure', id: 'b' },
  });
  expect(keepsSeams(['c', 'a'], asked)).toBe(true);
  expect(keepsSeams(['a', 'c'], asked)).toBe(false);
  expect(keepsSeams(['c', 'b'], asked)).toBe(false);
  expect(keepsSeams(['a', 'b'], { ...asked, inRow: 2 })).toBe(true);
});
