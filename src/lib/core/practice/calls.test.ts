import { describe, expect, it } from 'vitest';
import { demoFigures } from '$lib/demo';
import { analyse } from '../analysis';
import { newFigure } from '../figure';
import { CALLINGS, countWord, danceCues, itemSeconds } from './index';

const at = (t: number): number => t / 24;
const figure = {
  ...newFigure('f', 'six-count-swing', 'F'),
  lines:
    'leader 1 back 2 place 3 side & close 4 side 5 side & close 6 side\nfollower 1 back 2 place 3 side & close 4 side 5 side & close 6 side',
};

describe('what is called along a figure', () => {
  // Common practice: a six-count basic with two triples is called 1 2 3 and 4 5 and 6.
  it('counts as they are danced', () => {
    const words = danceCues(analyse(figure), 'leader', 'counts', at, false).map((c) =>
      c.type === 'word' ? c.word : '',
    );
    expect(words).toEqual(['1', '2', '3', 'and', '4', '5', 'and', '6']);
  });
  it('steps by what they are', () => {
    const words = danceCues(analyse(figure), 'leader', 'steps', at, false).map((c) =>
      c.type === 'word' ? c.word : '',
    );
    expect(words.slice(0, 5)).toEqual(['back', 'in', 'side', 'close', 'side']);
  });
  /** Source: ISTD, The Ballroom Technique (from memory): foxtrot S S Q Q, slows of two beats. */
  it('quick and slow by how long they last', () => {
    const fox = {
      ...newFigure('x', 'foxtrot', 'X'),
      lines: 'leader 1 fwd 3 fwd 5 side 6 close\nfollower 1 back 3 back 5 side 6 close',
    };
    const words = danceCues(analyse(fox), 'leader', 'quick-slow', at, false).map((c) =>
      c.type === 'word' ? c.word : '',
    );
    expect(words.slice(0, 3)).toEqual(['slow', 'slow', 'quick']);
  });
  it('every word of every demo figure is recorded, and clicks lie on the beats', async () => {
    const { readdirSync } = await import('node:fs');
    const clips = new Set(readdirSync('static/voice/low').map((f) => f.replace('.opus', '')));
    expect(readdirSync('static/voice/high')).toEqual(readdirSync('static/voice/low'));
    const missing = new Set<string>();
    for (const f of demoFigures)
      for (const calls of CALLINGS)
        for (const c of danceCues(analyse(f), 'follower', calls, at)) {
          if (c.type === 'word' && !clips.has(c.word)) missing.add(c.word);
          if (c.type === 'click') expect((c.at * 24) % 12).toBeCloseTo(0, 9);
        }
    expect([...missing]).toEqual([]);
  });
  it('counts go on from 1 after 8', () => {
    expect([0, 84, 96, 32].map((t) => countWord(t, 'swung'))).toEqual(['1', '8', '1', 'and']);
  });
  // Derived: 8 times 6 beats at 96 a minute are 30 s.
  it('items last as long as they are danced', () => {
    const item = { key: 'a', what: { type: 'figure', id: 'f' }, times: 8, music: { type: 'click' } } as const;
    expect(itemSeconds(item, 6, 96)).toBe(30);
    expect(itemSeconds({ ...item, what: { type: 'pause', says: '' } }, 0, 96)).toBe(30);
  });
});
