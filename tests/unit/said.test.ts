import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { SAID, SAID_TIMES, readSpoken } from '$lib/core/breakdown';
import { parse, print } from '$lib/core/notation';
import { said, saidHeld } from '../corpus/said';

const heard = (text: string) => text.split(' ').map((w) => ({ text: w.replace(/[[\]]/g, '') }));
const marked = (text: string) => [...text.matchAll(/\[([^\]]+)\]/g)].map((m) => m[1]);

describe('a breakdown that is said', () => {
  it.each([...said, ...saidHeld])('%s', (text, lines) => {
    const read = readSpoken(heard(text));
    expect(print(parse(read.lines).lines.map((l) => l.line))).toBe(lines);
    expect(read.words.filter((w) => w.doubt).map((w) => w.text)).toEqual(marked(text));
  });

  it('a word the recogniser doubts is marked, and still written', () => {
    const read = readSpoken([{ text: 'one' }, { text: 'back', sure: 0.3 }]);
    expect(read.words[1]).toEqual({ text: 'back', as: 'back', doubt: 'unsure' });
    expect(read.lines).toBe('leader 1 back');
  });

  it('every recording that ships has a time for each of its words, in order', () => {
    SAID.forEach((s, i) => {
      const times = SAID_TIMES[i] ?? [];
      expect(times).toHaveLength(s.words.split(' ').length);
      expect(times).toEqual([...times].sort((a, b) => a - b));
      expect(
        readFileSync(`static/voice/said/${i + 1}.opus`)
          .subarray(0, 4)
          .toString(),
      ).toBe('OggS');
    });
  });
});
