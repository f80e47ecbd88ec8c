import { describe, expect, it } from 'vitest';
import { rotation, type Dancer } from '$lib/core/classes';
import { rotationText, roundsLeftText } from './partners';

const room = (leaders: number, followers: number, both = 0): Dancer[] =>
  (
    [
      ['leader', leaders],
      ['follower', followers],
      ['both', both],
    ] as const
  ).flatMap(([dances, n]) => Array.from({ length: n }, (_, i) => ({ id: `${dances}${i}`, dances })));

describe('what is said of a rotation', () => {
  it('is what was proved, and no more', () => {
    expect(rotationText(rotation(room(4, 4), 4))).toBe(
      'Nobody dances with the same partner twice. Everybody dances in every round.',
    );
    // Derived: two and two meet in two rounds; two more rounds repeat all four.
    expect(rotationText(rotation(room(2, 2), 4))).toMatch(
      /^4 pairs dance together again, no two more than twice\. No/,
    );
    expect(rotationText(rotation(room(4, 3), 4))).toMatch(/All who can sit out do so equally often/);
    expect(rotationText(rotation(room(4, 3), 3))).toMatch(
      /Nobody sits out twice before all who can have once/,
    );
    expect(rotationText(rotation(room(4, 1, 1), 4))).toMatch(/One role is short/);
  });
  // The example of the trade: five minutes at about a minute and a half a round are three more.
  it('minutes left are whole rounds', () => {
    expect(roundsLeftText(300, 95)).toBe('5 minutes are 3 more rounds.');
    expect(roundsLeftText(60, 60)).toBe('1 minute is 1 more round.');
    expect(roundsLeftText(30, 60)).toBe('1 minute is 0 more rounds.');
  });
});
