import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { newFigure } from './new';
import { figureSchema, MOST_TAG, MOST_TAGS } from './schema';
import { tagged, tagsIn, withTags } from './tags';

const figure = newFigure('f', 'salsa-on-1', 'Basic');

describe('tags', () => {
  it('are read from a line: each once whatever its capitals, in the order written', () => {
    expect(tagsIn('Monday,  very   showy; monday ,,')).toEqual(['Monday', 'very showy']);
  });
  it('whatever is typed, what is kept can be read back', () => {
    fc.assert(
      fc.property(fc.string({ maxLength: 400, unit: 'binary' }), (text) => {
        const tags = tagsIn(text);
        expect(tags.every((t) => t.length <= MOST_TAG) && tags.length <= MOST_TAGS).toBe(true);
        expect(tagsIn(tags.join(', '))).toEqual(tags);
        expect(figureSchema.safeParse(withTags(figure, tags)).success).toBe(true);
      }),
    );
  });
  it('are given and taken away; without any nothing is left behind', () => {
    const once = tagged(figure, 'Monday', true);
    expect(tagged(once, 'monday', true).tags).toEqual(['monday']);
    expect(tagged(once, 'showy', true).tags).toEqual(['Monday', 'showy']);
    expect(tagged(once, 'MONDAY', false)).toEqual(figure);
  });
});
