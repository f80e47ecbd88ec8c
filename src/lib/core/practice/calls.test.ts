import { describe, expect, it } from 'vitest';
import { demoFigures } from '$lib/demo';
import { analyse } from '../analysis';
import { newFigure } from '../figure';
import {
  CALLINGS,
  clipOf,
  countIn,
  countWord,
  danceCues,
  goneRound,
  itemSeconds,
  saidAhead,
  saidOf,
  type SoundCue,
} from './index';

const wordOf = (c: SoundCue): string => (c.type === 'word' ? c.word : '');

const at = (t: number): number => t / 24;
const figure = {
  ...newFigure('f', 'six-count-swing', 'F'),
  lines:
    'leader 1 back 2 place 3 side & close 4 side 5 side & close 6 side\nfollower 1 back 2 place 3 side & close 4 side 5 side & close 6 side',
};

describe('what is called along a figure', () => {
  // Common practice: a six-count basic with two triples is called 1 2 3 and 4 5 and 6.
  it('counts as they are danced', () => {
    const words = danceCues(analyse(figure), at, { role: 'leader', calls: 'counts', clicking: false }).map(
      (c) => (c.type === 'word' ? c.word : ''),
    );
    expect(words).toEqual(['1', '2', '3', 'and', '4', '5', 'and', '6']);
  });
  it('steps by what they are', () => {
    const words = danceCues(analyse(figure), at, { role: 'leader', calls: 'steps', clicking: false }).map(
      (c) => (c.type === 'word' ? c.word : ''),
    );
    expect(words.slice(0, 5)).toEqual(['back', 'in', 'side', 'close', 'side']);
  });
  /** Source: ISTD, The Ballroom Technique (from memory): foxtrot S S Q Q, slows of two beats. */
  it('quick and slow by how long they last', () => {
    const fox = {
      ...newFigure('x', 'foxtrot', 'X'),
      lines: 'leader 1 fwd 3 fwd 5 side 6 close\nfollower 1 back 3 back 5 side 6 close',
    };
    const words = danceCues(analyse(fox), at, { role: 'leader', calls: 'quick-slow', clicking: false }).map(
      (c) => (c.type === 'word' ? c.word : ''),
    );
    expect(words.slice(0, 3)).toEqual(['slow', 'slow', 'quick']);
  });
  it('words of calls are in both voices', async () => {
    const { readdirSync, readFileSync } = await import('node:fs');
    const clips = readdirSync('static/voice/low').map((f) => f.replace('.opus', ''));
    const words = JSON.parse(readFileSync('src/lib/core/practice/words.json', 'utf8')) as object;
    expect(clips.sort()).toEqual(Object.keys(words).sort());
  });
  it('every word of every demo figure is recorded, and clicks lie on the beats', async () => {
    const { readdirSync } = await import('node:fs');
    const clips = new Set(readdirSync('static/voice/low').map((f) => f.replace('.opus', '')));
    expect(readdirSync('static/voice/high')).toEqual(readdirSync('static/voice/low'));
    const missing = new Set<string>();
    for (const f of demoFigures)
      for (const calls of CALLINGS)
        for (const c of danceCues(analyse(f), at, { role: 'follower', calls })) {
          if (c.type === 'word' && !clips.has(c.word)) missing.add(c.word);
          if (c.type === 'click') expect((c.at * 24) % 12).toBeCloseTo(0, 9);
        }
    expect([...missing]).toEqual([]);
  });
  it('written calls, as they are recorded; a word that is not gives way to its count', () => {
    const called = { ...figure, lines: `${figure.lines}\ncalls 1 walk 2 twirl 3 tri & ple 4 one` };
    const cues = danceCues(analyse(called), at, { role: 'leader', calls: 'calls', clicking: false });
    expect(cues.map(wordOf)).toEqual(['walk', '2', 'tri', 'ple', '1']);
    expect(cues.map((c) => (c.type === 'word' ? saidOf(c) : ''))).toEqual([
      'walk',
      'twirl',
      'tri',
      'ple',
      'one',
    ]);
    expect([clipOf('Three'), clipOf(' in place'), clipOf('ssé'), clipOf('twirl')]).toEqual([
      '3',
      'in',
      'sse',
      undefined,
    ]);
  });
  /** Derived: a beat is 12 ticks, half a second here. */
  it('a beat ahead where that is wanted; counts stay on their beats', () => {
    const a = analyse(figure);
    const how = { role: 'leader', clicking: false } as const;
    for (const calls of ['steps', 'quick-slow'] as const) {
      const [on, ahead] = [false, true].map((x) => danceCues(a, at, { ...how, calls, ahead: x }));
      ahead!.forEach((c, i) => expect(c.at).toBeCloseTo(on![i]!.at - 0.5, 9));
      expect(ahead!.map(wordOf)).toEqual(on!.map(wordOf));
    }
    const counts = danceCues(a, at, { ...how, calls: 'counts', ahead: true });
    expect(counts[0]!.at).toBe(0);
  });
  it('what comes before the beginning is said in the count-in, and at the end of each round', () => {
    const cues: SoundCue[] = [
      { at: 9.5, type: 'word', word: 'back' },
      { at: 10, type: 'word', word: 'side' },
    ];
    const counted = saidAhead(countIn(4, 1, 0.5, true), cues, 10, 1);
    const words = counted.cues.filter((c) => c.type === 'word').map((c) => [c.at, wordOf(c)]);
    expect(words.slice(-2)).toEqual([
      [-1, '7'],
      [-0.5, 'back'],
    ]);
    expect(words).toHaveLength(8);
    // At half the speed it is a whole second before.
    expect(saidAhead(countIn(4, 1, 1, true), cues, 10, 0.5).cues.find((c) => wordOf(c) === 'back')?.at).toBe(
      -1,
    );
    expect(goneRound(cues, { from: 10, to: 14 }).map((c) => c.at)).toEqual([9.5, 10, 13.5]);
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
