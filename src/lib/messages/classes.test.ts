import { describe, expect, it } from 'vitest';
import { BLOCK_KINDS, FAULTS, TEMPLATE_IDS, UNIT_KINDS } from '$lib/core/classes';
import { arrange, newRoom, type Footprint } from '$lib/core/hall';
import {
  BLOCK_WORDS,
  CARE_ALWAYS,
  CARE_WORDS,
  TEMPLATE_WORDS,
  UNIT_WORDS,
  agoText,
  arrangementText,
  dateText,
  footprintText,
  halfMinutesText,
  limitText,
  overText,
  standText,
  warmText,
} from './index';

const DAY = 86_400_000;
describe('words about classes', () => {
  it.each([
    [0, 'today'],
    [1, 'yesterday'],
    [-1, 'tomorrow'],
    [3, 'three days ago'],
    [13, '13 days ago'],
    [21, 'three weeks ago'],
    [-14, 'in two weeks'],
  ])('%s days', (days, says) => expect(agoText(100 * DAY - days * DAY, 100 * DAY)).toBe(says));
  it.each([
    [7.5, '7½ min'],
    [0.5, '½ min'],
    [12, '12 min'],
    [-3, '3 min'],
    [0, '0 min'],
  ])('%s minutes', (m, says) => expect(halfMinutesText(m)).toBe(says));
  it('over, under and exact', () => {
    expect([overText(4), overText(-2.5), overText(0)]).toEqual([
      '4 min too long',
      '2½ min left over',
      'exactly as long as the class',
    ]);
  });
  it('a date of the calendar is that day in every zone', () => {
    expect(dateText('2026-11-26')).toBe('Thu 26 Nov');
    expect(dateText('2024-02-29T23:59')).toBe('Thu 29 Feb');
  });
  it('everything has a word, and roles are leader and follower, whoever dances them', () => {
    const all = [
      ...BLOCK_KINDS.map((k) => BLOCK_WORDS[k]),
      ...TEMPLATE_IDS.flatMap((t) => Object.values(TEMPLATE_WORDS[t])),
      ...UNIT_KINDS.flatMap((k) => [UNIT_WORDS[k], ...FAULTS[k].flatMap((f) => [f.fault, f.cure])]),
      ...Object.values(CARE_WORDS),
      CARE_ALWAYS,
      warmText(['pulse', 'ankles', 'feet', 'knees', 'hips', 'back', 'shoulders', 'neck', 'balance']),
    ];
    for (const text of all) {
      expect(text.length).toBeGreaterThan(2);
      expect(text).not.toMatch(/\b(man|men|lady|ladies|gent|gents|he|she|his|her)\b/i);
    }
  });
});

describe('words about a room', () => {
  const f: Footprint = { takes: 'slot', along: 3, across: 1.5, margin: 0.35 };
  const room = { ...newRoom('r', 'R'), width: 6, length: 6, limit: 10, door: undefined as never };
  it('how many, what is proved, what is allowed, and who decides', () => {
    const few = arrange(room, f, 4);
    // Derived: a metre is kept for the teacher; lanes of 3 by 1.5 in 6 by 5: two side by side, three deep.
    expect(arrangementText(few, 4)).toBe(
      'All 4 couples have room; up to 6 would fit. No arrangement of this kind holds more.',
    );
    expect(limitText(room, few, 4)).toMatch(/^9 people of 10 allowed here\. The posted limit and local fire/);
    const many = arrange(room, f, 9);
    expect(arrangementText(many, 9)).toMatch(/^6 couples fit, 3 too many/);
    expect(limitText(room, many, 9)).toMatch(/^19 people are 9 more than the 10 allowed here/);
    expect(limitText({ ...room, limit: undefined as never }, few, 4)).toMatch(/^No limit is noted/);
    expect(footprintText(f)).toBe('It takes a slot of 3.0 m by 1.5 m, with 35 cm round it, our choice.');
    expect(standText(few, room)).toMatch(/Teach at T: all see you/);
  });
});
