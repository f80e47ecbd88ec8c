import { describe, expect, it } from 'vitest';
import { capital, feetText, list, numberWord, ordinal, spanOfCounts } from './words';

describe('small words', () => {
  it('feet are said whole, and no foot is either', () => {
    expect(feetText('L', 'R')).toBe('the leader’s left foot and the follower’s right foot');
    expect(feetText(undefined, 'L')).toBe('either foot of the leader and the follower’s left foot');
  });
  it('numbers, places and lists', () => {
    expect([ordinal(3), ordinal(11), numberWord(5), numberWord(40), capital('left')]).toEqual([
      'third',
      '11th',
      'five',
      '40',
      'Left',
    ]);
    expect([list(['a']), list(['a', 'b', 'c']), list(['a', 'b'], 'or')]).toEqual([
      'a',
      'a, b and c',
      'a or b',
    ]);
    expect([spanOfCounts(24, 48), spanOfCounts(24, 30), spanOfCounts(0, 12)]).toEqual(['3–4', '3', '1']);
  });
});
