import { describe, expect, it } from 'vitest';
import { newFigure } from '../figure';
import { readHands } from '../notation';
import { LEAD_KINDS, LEAD_KIND_NAMES, LEAD_WORDS } from '../vocabulary';
import { analyse } from './index';

/** What is led on count 3 by such words. */
const ledBy = (words: string) =>
  analyse({
    ...newFigure('t', 'slot-swing', 'T'),
    lines: `leader 1 back 2 close 3 triple 5 anchor\nfollower 1 fwd 2 fwd 3 triple 5 back 6 back\nleads 3 ${words}`,
  }).arms.leads.map((l) => [l.ends, l.prepares]);

describe('which words stop a turn is read from one table', () => {
  const stops = LEAD_KIND_NAMES.filter((k) => LEAD_KINDS[k].leads === 'stop').flatMap((k) => [
    ...LEAD_KINDS[k].words,
  ]);
  it.each(stops)('“%s” stops, and prepares nothing', (word) => expect(ledBy(word)).toEqual([[true, false]]));
  it.each(['non-stop flow', 'a checkered floor', 'without stop', 'a roadblock', 'raise'])(
    '“%s” stops nothing',
    (words) => expect(ledBy(words).map(([ends]) => ends)).toEqual([false]),
  );
  it('what is said first decides whether it prepares', () => {
    expect(ledBy('raise, then stop')).toEqual([[true, true]]);
    expect(ledBy('stop, then raise')).toEqual([[true, false]]);
  });
  it.each(LEAD_KINDS.stop.words)('on the hands line “%s” stops, too', (word) => {
    expect(LEAD_WORDS.check.words).toContain(word);
    expect(readHands(word).acts).toMatchObject([{ type: 'lead' }]);
  });
});
