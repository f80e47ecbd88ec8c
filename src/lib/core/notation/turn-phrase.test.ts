import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { printTurn, tokens, turnPhrase, wordsOf } from './index';

const read = (text: string) => turnPhrase(wordsOf(tokens(text, 0)), 0);

describe('turns as they are said', () => {
  // Source: common practice. Whole turns are 360°, right positive.
  it.each([
    ['right turn', 360],
    ['left turn', -360],
    ['turn right', 360],
    ['turn to the left', -360],
    ['half turn right', 180],
    ['half a turn right', 180],
    ['a half turn to the right', 180],
    ['turn half left', -180],
    ['turn a half left', -180],
    ['turn left by a quarter', -90],
    ['right half turn', 180],
    ['quarter right', 90],
    ['three quarters left', -270],
    ['three-quarter turn right', 270],
    ['three eighths right', 135],
    ['five eighths left', -225],
    ['1/2 right', 180],
    ['right 1/2', 180],
    ['r 1/2', 180],
    ['1/2 r', 180],
    ['l 3/4', -270],
    ['1 1/2 r', 540],
    ['1+1/2 right', 540],
    ['1½ turns left', -540],
    ['1.5 turns right', 540],
    ['one and a half turns right', 540],
    ['two and a half turns left', -900],
    ['one and three quarter turns right', 630],
    ['2 turns right', 720],
    ['two turns left', -720],
    ['double turn right', 720],
    ['triple spin left', -1080],
    ['one full turn right', 360],
    ['whole turn left', -360],
    ['90 degrees right', 90],
    ['90° left', -90],
    ['45 deg right', 45],
    ['180 degree turn left', -180],
    ['½ right', 180],
    ['spinning right', 360],
    ['rotating left 1/4', -90],
    ['pivot right', 180],
    ['pivot half left', -180],
    ['swivel right', 90],
    ['swivel 1/8 left', -45],
    ['r1/4', 90],
    ['turn r1/4', 90],
    ['spin l1', -360],
  ])('%s', (text, turn) => {
    const found = read(text);
    expect(found?.fault).toBeUndefined();
    expect(found?.turn).toBe(turn);
    expect(found?.count).toBe(wordsOf(tokens(text, 0)).length);
  });

  it.each([
    ['half turn', 'turn-side'],
    ['1/2', 'turn-side'],
    ['turn', 'turn-side'],
    ['2 turns', 'turn-side'],
    ['1/7 right', 'turn-not-15'],
    ['20 degrees left', 'turn-not-15'],
    ['r1/7', 'turn-not-15'],
    ['0 degrees right', 'bad-turn'],
  ])('%s: %s', (text, fault) => {
    expect(read(text)?.fault).toBe(fault);
  });

  it.each(['right', 'left foot', 'R', 'L fwd', 'fwd', 'triple side', 'third position', 'pivot', '3', 'a'])(
    '%s is no turn',
    (text) => {
      expect(read(text)).toBeUndefined();
    },
  );

  it('a side that is followed by a turn the other way is the foot', () => {
    expect(read('left quarter turn right')).toBeUndefined();
    expect(read('right 1/2 turn left')).toBeUndefined();
  });

  it('three steps that turn a half are no three turns', () => {
    expect(read('triple turn right')?.turn).toBe(1080);
    expect(read('triple turn right 1/2')).toBeUndefined();
  });

  it('how it is turned: on the foot, by hips and feet, or with the step', () => {
    expect(
      ['turn right', 'spin right', 'pivot right', 'swivel right', '1/2 right'].map((t) => read(t)?.how),
    ).toEqual(['turn', 'pivot', 'pivot', 'swivel', 'turn']);
  });

  it('any multiple of 15° in degrees or as a fraction of a turn is the same turn', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 96 }), fc.constantFrom('right', 'left', 'r', 'l'), (n, side) => {
        const turn = (side[0] === 'r' ? 15 : -15) * n;
        expect(read(`${15 * n} degrees ${side}`)?.turn).toBe(turn);
        expect(read(`${n}/24 ${side}`)?.turn).toBe(turn);
        expect(read(`turn ${side} ${n}/24`)?.turn).toBe(turn);
        expect(read(printTurn(turn))?.turn).toBe(turn);
      }),
    );
  });
});
