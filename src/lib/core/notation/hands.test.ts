import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { ROLES, type Hand } from '../base';
import {
  ARM_PLACE_NAMES,
  BODY_PART_NAMES,
  GRIP_NAMES,
  HEIGHT_NAMES,
  LEAD_WORD_NAMES,
  REST_HOW_NAMES,
} from '../vocabulary';
import { HAND_WORDS, parse, print, printHands, readHands, type HandAct, type Which } from './index';

const hand = fc.constantFrom<Hand>('L', 'R');
const which: fc.Arbitrary<Which> = fc.oneof(
  fc.constant<Which>({ type: 'all' }),
  fc.record({ type: fc.constant('hand' as const), role: fc.constantFrom(...ROLES), hand }),
  fc.record({ type: fc.constant('pair' as const), leader: hand, follower: hand }),
);
/** A pair with a palm is a hold taken, so acts on joined hands name a hand or all. */
const simple = which.filter((w) => w.type !== 'pair');
const act: fc.Arbitrary<HandAct> = fc.oneof(
  fc
    .record({
      type: fc.constant('take' as const),
      how: fc.constantFrom('take' as const, 'change' as const, 'catch' as const),
      pairs: fc
        .constantFrom<HandAct & { type: 'take' }>(
          ...(
            [
              [['L', 'R']],
              [['R', 'L']],
              [['R', 'R']],
              [['L', 'L']],
              [
                ['L', 'R'],
                ['R', 'L'],
              ],
              [
                ['L', 'L'],
                ['R', 'R'],
              ],
            ] as const
          ).map((pairs) => ({ type: 'take' as const, how: 'take' as const, pairs })),
        )
        .map((t) => t.pairs),
      height: fc.option(fc.constantFrom(...HEIGHT_NAMES), { nil: undefined }),
      grip: fc.option(fc.constantFrom(...GRIP_NAMES), { nil: undefined }),
      top: fc.option(hand, { nil: undefined }),
    })
    .map(({ height, grip, top, ...t }) => ({
      ...t,
      ...(height && { height }),
      ...(grip && { grip }),
      ...(top && { top }),
    })),
  fc.record({ type: fc.constant('height' as const), which, to: fc.constantFrom(...HEIGHT_NAMES) }),
  fc.record({
    type: fc.constant('height' as const),
    which,
    to: fc.constant('low' as const),
    landing: fc.constantFrom('front' as const, 'behind' as const),
  }),
  fc.record({ type: fc.constant('grip' as const), which: simple, grip: fc.constantFrom(...GRIP_NAMES) }),
  fc.record({ type: fc.constant('release' as const), which }),
  fc.record({
    type: fc.constant('over' as const),
    which: simple,
    heads: fc.constantFrom(...ROLES, 'both' as const),
  }),
  fc.record({ type: fc.constant('slide' as const), which, to: fc.constantFrom(...ARM_PLACE_NAMES) }),
  fc.record({
    type: fc.constant('rest' as const),
    role: fc.constantFrom(...ROLES),
    hand,
    on: fc.constantFrom(...BODY_PART_NAMES),
    how: fc.constantFrom(...REST_HOW_NAMES),
  }),
  fc.record({ type: fc.constant('lead' as const), word: fc.constantFrom(...LEAD_WORD_NAMES) }),
  fc.stringMatching(/^[a-z]{1,6}( [a-z]{1,6})?$/).map((text) => ({ type: 'remark' as const, text })),
);

const acts = (text: string) => readHands(text).acts;
const all: Which = { type: 'all' };

/** A palm said right after a hold belongs to that hold. */
const apart = (list: readonly HandAct[]) =>
  list.every((a, i) => a.type !== 'grip' || list[i - 1]?.type !== 'take');

describe('hands as spoken', () => {
  it.each<[string, readonly HandAct[]]>([
    ['left to right low', [{ type: 'take', how: 'take', pairs: [['L', 'R']], height: 'low' }]],
    ['L-R', [{ type: 'take', how: 'take', pairs: [['L', 'R']] }]],
    ['leader’s left hand to follower’s right hand', [{ type: 'take', how: 'take', pairs: [['L', 'R']] }]],
    [
      'two hands low',
      [
        {
          type: 'take',
          how: 'take',
          pairs: [
            ['L', 'R'],
            ['R', 'L'],
          ],
          height: 'low',
        },
      ],
    ],
    [
      'crossed, left over right',
      [
        {
          type: 'take',
          how: 'take',
          pairs: [
            ['L', 'L'],
            ['R', 'R'],
          ],
          top: 'L',
        },
      ],
    ],
    ['raise', [{ type: 'height', which: all, to: 'overhead' }]],
    ['raise both', [{ type: 'height', which: all, to: 'overhead' }]],
    [
      'raise the left',
      [{ type: 'height', which: { type: 'hand', role: 'leader', hand: 'L' }, to: 'overhead' }],
    ],
    ['lower both', [{ type: 'height', which: all, to: 'low' }]],
    [
      'lower left in front',
      [{ type: 'height', which: { type: 'hand', role: 'leader', hand: 'L' }, to: 'low', landing: 'front' }],
    ],
    ['change to right-right', [{ type: 'take', how: 'change', pairs: [['R', 'R']] }]],
    ['catch hip', [{ type: 'rest', role: 'leader', on: 'hip', how: 'block' }]],
    ['catch left to right', [{ type: 'take', how: 'catch', pairs: [['L', 'R']] }]],
    ['block right on the hip', [{ type: 'rest', role: 'leader', hand: 'R', on: 'hip', how: 'block' }]],
    [
      'right hand on follower’s shoulder blade',
      [{ type: 'rest', role: 'leader', hand: 'R', on: 'shoulder-blade', how: 'rest' }],
    ],
    [
      'follower left on shoulder',
      [{ type: 'rest', role: 'follower', hand: 'L', on: 'shoulder', how: 'rest' }],
    ],
    ['drape right on neck', [{ type: 'rest', role: 'leader', hand: 'R', on: 'neck', how: 'drape' }]],
    ['let go right', [{ type: 'release', which: { type: 'hand', role: 'leader', hand: 'R' } }]],
    [
      'slide left down to the wrist',
      [{ type: 'slide', which: { type: 'hand', role: 'leader', hand: 'L' }, to: 'wrist' }],
    ],
    [
      'carry left over the follower’s head',
      [{ type: 'over', which: { type: 'hand', role: 'leader', hand: 'L' }, heads: 'follower' }],
    ],
    [
      'right over own head',
      [{ type: 'over', which: { type: 'hand', role: 'leader', hand: 'R' }, heads: 'leader' }],
    ],
    [
      'palm up, thumb down',
      [
        { type: 'grip', which: all, grip: 'palm-up' },
        { type: 'grip', which: all, grip: 'thumb-down' },
      ],
    ],
    [
      'press (gently)',
      [
        { type: 'lead', word: 'press' },
        { type: 'remark', text: 'gently' },
      ],
    ],
    [
      'raise left, release right',
      [
        { type: 'height', which: { type: 'hand', role: 'leader', hand: 'L' }, to: 'overhead' },
        { type: 'release', which: { type: 'hand', role: 'leader', hand: 'R' } },
      ],
    ],
  ])('%s', (text, expected) => {
    expect(readHands(text).unknown).toEqual([]);
    expect(acts(text)).toEqual(expected);
  });

  it('the plain form of any acts reads as the same acts', () => {
    fc.assert(
      fc.property(fc.array(act, { maxLength: 4 }).filter(apart), (list) => {
        const text = printHands(list);
        expect(readHands(text), text).toEqual({ acts: list, unknown: [] });
      }),
      { numRuns: 800 },
    );
  });

  it('never throws, and any line of hands is kept as written', () => {
    const soup = fc.array(
      fc.oneof(fc.constantFrom(...HAND_WORDS, 'over', 'head', 'to', 'on', ','), fc.string({ maxLength: 5 })),
      { maxLength: 9 },
    );
    fc.assert(
      fc.property(soup, (words) => {
        const text = `hands 1 ${words.join(' ').replace(/[\n\r"]/g, ' ')}`;
        const parsed = parse(text);
        const again = print(parsed.lines.map((l) => l.line));
        expect(print(parse(again).lines.map((l) => l.line))).toBe(again);
      }),
      { numRuns: 400 },
    );
  });

  it('an unknown word is reported at its place, with the nearest one', () => {
    const source = 'hands 1 left to right low 2 riase left 4 lower';
    const [problem] = parse(source).problems;
    expect(problem && [problem.code, source.slice(problem.span.from, problem.span.to), problem.fix]).toEqual([
      'unknown-hand-word',
      'riase',
      'raise',
    ]);
  });
});
