import { describe, expect, it } from 'vitest';
import { newFigure, type Figure } from '../figure';
import { parse, readHands } from '../notation';
import { DANCE_IDS, WORDS, plainWord, stripFor } from '../vocabulary';
import { analyse, answersTo, fittingAt, fittingHands, fittingSteps } from './index';

const figure = (lines: string): Figure => ({ ...newFigure('f', 'slot-swing'), lines });
const a = analyse(figure('leader 1 back 2 close\nfollower 1 fwd 2 \nhands 1 two hands low 2 raise both'));

describe('what fits', () => {
  it('is the free foot and what answers the partner', () => {
    expect(fittingSteps(a, 'follower', 0)).toMatchObject({ foot: 'R', partner: 'fwd' });
    expect(fittingSteps(a, 'follower', 12)).toMatchObject({ foot: 'L', partner: 'close' });
    expect(fittingAt(a, a.figure.lines.indexOf('2 \nhands') + 1)).toMatchObject({
      role: 'follower',
      partner: 'close',
    });
    expect(fittingAt(a, 0)).toBeUndefined();
  });
  it('of the hands is what the arms allow: joined hands are raised or lowered, free ones taken', () => {
    expect(fittingHands(a, 12)).toContain('raise both');
    expect(fittingHands(a, 24)).toContain('lower left');
    const one = analyse(figure('leader 1 back\nfollower 1 fwd\nhands 1 left to right low'));
    expect(fittingHands(one, 12)).toContain('right to left low');
    expect(fittingHands(one, 12)).not.toContain('raise both');
    const none = analyse({
      ...figure('leader 1 back\nfollower 1 fwd'),
      start: { ...newFigure('x', 'slot-swing').start, hold: 'none' },
    });
    expect(fittingHands(none, 12)).toContain('two hands low');
    for (const w of [...fittingHands(a, 12), ...fittingHands(one, 12), ...fittingHands(none, 12)])
      expect(readHands(w).unknown, w).toEqual([]);
  });
  it('the partner’s answers are mirrored, at the same counts', () => {
    expect(
      answersTo(a, 'follower').map((x) => [x.tick, 'direction' in x.body ? x.body.direction : undefined]),
    ).toEqual([
      [0, 'fwd'],
      [12, undefined],
    ]);
  });
});

describe('the strip of words', () => {
  it.each(DANCE_IDS)('of %s is words the notation knows, each once', (dance) => {
    const { steps, units, turns } = stripFor(dance);
    const all = [...steps, ...units];
    expect(new Set(all).size).toBe(all.length);
    for (const w of all) expect(WORDS.has(plainWord(w)) || WORDS.has(w), w).toBe(true);
    for (const w of [...all, ...turns]) expect(parse(`leader 1 ${w}`).problems, w).toEqual([]);
  });
});
