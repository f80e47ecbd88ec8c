import { IN_WORDS } from '$lib/core/base';
import { describe, expect, it } from 'vitest';
import { combinationSchema, newCombination } from '$lib/core/combination';
import { figureSchema, newFigure } from '$lib/core/figure';
import { placeOf } from '$lib/core/library';
import { actText, countsText, refusedText, troubleText, undoneText, usesText } from './index';

/** The sentence for the first thing a schema says, as the screens show it. */
const said = (schema: typeof combinationSchema | typeof figureSchema, doc: unknown): string => {
  const issue = schema.safeParse(doc, IN_WORDS).error?.issues[0];
  return issue ? refusedText(placeOf(issue.path), issue.message) : 'taken';
};

describe('what a field does not take is said in plain words', () => {
  const c = newCombination('c');
  const part = { key: 'k', figure: 'f', times: 1 };
  const f = newFigure('f', 'waltz', 'F');
  it.each([
    [
      said(combinationSchema, { ...c, parts: [{ ...part, times: 2.5 }] }),
      'how often part 1 is danced: it takes a whole number',
    ],
    [
      said(combinationSchema, { ...c, parts: [{ ...part, times: 33 }] }),
      'how often part 1 is danced: it goes up to 32',
    ],
    [said(combinationSchema, { ...c, start: 0 }), 'the beat its 1 falls on: it begins at 1'],
    [
      said(combinationSchema, { ...c, marks: Array.from({ length: 300 }, () => 1) }),
      'the marks: there can be up to 256',
    ],
    [
      said(combinationSchema, {
        ...c,
        parts: Array.from({ length: 260 }, (_, i) => ({ ...part, key: `k${i}` })),
      }),
      'the parts: there can be up to 256',
    ],
    [said(combinationSchema, { ...c, tempo: [{ beat: 1, bpm: 500 }] }), 'tempo 1: it goes up to 400'],
    [
      said(figureSchema, { ...f, repeat: { from: 1, to: 600, times: 2 } }),
      'the last count repeated: it goes up to 512',
    ],
    [
      said(figureSchema, { ...f, repeat: { from: 1.5, to: 2, times: 2 } }),
      'the first count repeated: it takes a whole number',
    ],
    [
      said(figureSchema, { ...f, repeat: { from: 1, to: 2, times: NaN } }),
      'how often the span is repeated: it takes a number',
    ],
    [
      said(figureSchema, { ...f, lines: 'x'.repeat(40_001) }),
      'the breakdown: it takes up to 40000 characters',
    ],
    [said(figureSchema, { ...f, name: '' }), 'the name: it cannot be empty'],
  ])('%s', (sentence, what) => {
    expect(sentence).toBe(`Not changed: ${what}. What was there stays.`);
  });
});

describe('the bin and what needs mending', () => {
  it('says what was done, to what, and what taking it back did', () => {
    expect(actText({ code: 'deleted', kind: 'dance', name: 'Reel' })).toBe(
      'The dance of your own “Reel” was deleted',
    );
    expect(undoneText({ back: 2, copies: [] })).toBe('Taken back.');
    expect(undoneText({ back: 0, copies: ['Push (earlier)'] })).toBe(
      'Changed since, so that it came back as a copy: “Push (earlier)”.',
    );
  });
  it('has a sentence for every trouble', () => {
    for (const code of ['newer', 'no-parent', 'circle', 'too-deep', 'unreadable'])
      expect(troubleText({ code, version: 9, at: 'name', message: 'x' })).toMatch(/\.|: x$/);
  });
  it('counts and names', () => {
    expect(countsText({ combination: 1, figure: 2 })).toBe('2 figures and 1 combination');
    expect(countsText({})).toBe('nothing');
    expect(
      usesText(Array.from({ length: 8 }, (_, i) => ({ kind: 'figure' as const, name: `F${i}` }))),
    ).toContain('“F5” and 2 more');
  });
});
