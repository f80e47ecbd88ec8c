import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { BEND_NAMES, BODY_ACT_NAMES, HEAD_PLACE_NAMES, LEAN_NAMES } from '../vocabulary';
import { leadKindsIn, parse, printBodyActs, readBodyActs, withBodyAct, type TrunkAct } from './index';

const acts = (text: string): readonly TrunkAct[] => readBodyActs(text).acts;

describe('head and upper body as spoken', () => {
  // Source: common practice; amounts derived.
  it.each<[string, TrunkAct]>([
    ['head left', { type: 'head', to: 'left' }],
    ['look right', { type: 'head', to: 'right' }],
    ['looks over the left shoulder', { type: 'head', to: 'left' }],
    ['eyes to the right', { type: 'head', to: 'right' }],
    ['turn head left', { type: 'head', to: 'left' }],
    ['head turns right', { type: 'head', to: 'right' }],
    ['chin up', { type: 'head', to: 'up' }],
    ['look at your partner', { type: 'head', to: 'partner' }],
    ['head thrown back', { type: 'head', to: 'back' }],
    ['free head', { type: 'head', to: 'free' }],
    ['snap head left', { type: 'head', to: 'left', quick: true }],
    ['whip the head right', { type: 'head', to: 'right', quick: true }],
    ['head tilts left', { type: 'tilt', to: 'L' }],
    ['tilt the head to the right', { type: 'tilt', to: 'R' }],
    ['twist r1/8', { type: 'twist', turn: 45 }],
    ['upper body turned 45 degrees left', { type: 'twist', turn: -45 }],
    ['shoulders 1/8 right', { type: 'twist', turn: 45 }],
    ['the chest turns left', { type: 'twist', turn: -45 }],
    ['torso 30 degrees right', { type: 'twist', turn: 30 }],
    ['shoulders square', { type: 'twist', turn: 0 }],
    ['lean back', { type: 'lean', to: 'back' }],
    ['leaning towards partner', { type: 'lean', to: 'towards' }],
    ['counterbalance', { type: 'lean', to: 'away' }],
    ['lean', { type: 'lean' }],
    ['bend the knees', { type: 'bend', what: 'knees' }],
    ['knees bent', { type: 'bend', what: 'knees' }],
    ['bends forward', { type: 'bend', what: 'fwd' }],
    ['sway to the left', { type: 'sway', to: 'L' }],
    ['dipped back', { type: 'dip' }],
    ['into a dip', { type: 'dip' }],
    ['come up', { type: 'upright' }],
    ['no sway', { type: 'upright' }],
    ['rise on the toes', { type: 'rise' }],
    ['lifted', { type: 'lift' }],
  ])('%s', (text, act) => {
    const kept = acts(text).filter((a) => a.type !== 'remark' || !/partner/.test(a.text));
    expect(kept[0]).toEqual(act);
  });

  it('several things at one count, with a comma or without', () => {
    expect(acts('head left, lean back')).toEqual(acts('head left lean back'));
    expect(acts('rise, sway right, head left').map((a) => a.type)).toEqual(['rise', 'sway', 'head']);
  });

  it('anything else is a remark, kept as it is', () => {
    expect(acts('like a tall tree')).toEqual([{ type: 'remark', text: 'like tall tree' }]);
    expect(acts('head left (softly)')).toEqual([
      { type: 'head', to: 'left' },
      { type: 'remark', text: 'softly' },
    ]);
  });

  const side = fc.constantFrom('L' as const, 'R' as const);
  const turn = fc.integer({ min: -12, max: 12 }).map((n) => n * 15);
  const act: fc.Arbitrary<TrunkAct> = fc.oneof(
    fc.constantFrom(...HEAD_PLACE_NAMES).map((to) => ({ type: 'head' as const, to })),
    fc.constantFrom(...HEAD_PLACE_NAMES).map((to) => ({ type: 'head' as const, to, quick: true as const })),
    side.map((to) => ({ type: 'tilt' as const, to })),
    side.map((to) => ({ type: 'sway' as const, to })),
    turn.map((t) => ({ type: 'twist' as const, turn: t || 0 })),
    fc.constantFrom(...LEAN_NAMES).map((to) => ({ type: 'lean' as const, to })),
    fc.constant({ type: 'lean' as const }),
    fc.constantFrom(...BEND_NAMES).map((what) => ({ type: 'bend' as const, what })),
    fc.constantFrom(...BODY_ACT_NAMES).map((type) => ({ type })),
    fc.stringMatching(/^[a-z]{3,7}( [a-z]{2,5})?$/).map((text) => ({ type: 'remark' as const, text })),
  );

  it('the plain form of any acts reads as the same acts', () => {
    fc.assert(
      fc.property(fc.array(act, { maxLength: 5 }), (list) => {
        expect(acts(printBodyActs(list))).toEqual(list);
      }),
      { numRuns: 400 },
    );
  });

  it('reading any text gives acts that print and read again the same, and never throws', () => {
    const scraps = fc.oneof(
      fc.constantFrom(
        ...'head look left right lean back bend knees sway twist r1/8 square no up the to, over'.split(' '),
      ),
      fc.string({ maxLength: 5 }),
    );
    fc.assert(
      fc.property(fc.array(scraps, { maxLength: 8 }), (parts) => {
        const once = acts(parts.join(' '));
        if (once.some((a) => a.type === 'remark' && /[()"]/.test(a.text))) return;
        expect(acts(printBodyActs(once))).toEqual(once);
      }),
      { numRuns: 500 },
    );
  });

  /** Found by exploring: an empty remark took the next word with it. */
  it('an empty remark says nothing', () => {
    expect(acts('() #')).toEqual([{ type: 'remark', text: '#' }]);
  });

  it('one thing is changed and the others stay; the last one takes the words away', () => {
    expect(withBodyAct('head left, lean back', ['head'], { type: 'head', to: 'right' })).toBe(
      'lean back, head right',
    );
    expect(withBodyAct('head left', ['head'], undefined)).toBeUndefined();
    expect(withBodyAct('', ['sway'], { type: 'sway', to: 'L' })).toBe('sway left');
  });

  it('numbers that say how far are no counts', () => {
    const line = parse('leader-body 2 upper body 45 degrees right 3 square').lines[0]?.line;
    expect(line?.type === 'words' && line.items.map((i) => i.text)).toEqual([
      'upper body 45 degrees right',
      'square',
    ]);
  });
});

describe('what leads and what is felt', () => {
  it.each([
    ['draw the frame in, then post', ['frame-in', 'post']],
    ['Elbow out', ['elbow-out']],
    ['raise the hand and turn the palm', ['raise', 'palm']],
    ['a hand to steer along', ['steer']],
    ['compression, then a stretch', ['compress', 'stretch']],
    ['poster on the wall', []],
    ['sent home', []],
  ])('%s', (text, kinds) => {
    expect(leadKindsIn(text)).toEqual(kinds);
  });
});
