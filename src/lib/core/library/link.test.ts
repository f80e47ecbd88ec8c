import { deflateRawSync, inflateRawSync } from 'node:zlib';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { newFigure, type Figure } from '../figure';
import { readLink, writeLink, type Shared } from './link';

const figure = (lines: string, name = 'Evening push'): Figure => ({
  ...newFigure('f1', 'slot-swing', name),
  lines,
});
const shared = (f: Figure): Shared => ({ main: { kind: 'figure', id: f.id }, documents: { figure: [f] } });
const figuresOf = (word: string) => {
  const read = readLink(word);
  return read.ok ? read.value.documents.figure : read.error;
};

describe('a link', () => {
  it('gives back what was put in, whatever is written', () => {
    fc.assert(
      fc.property(
        fc.string({ maxLength: 400, unit: 'grapheme' }),
        fc.string({ minLength: 1, maxLength: 40 }),
        (lines, name) => {
          const f = figure(lines.replaceAll('\u0000', ''), name);
          expect(figuresOf(writeLink(shared(f)))).toEqual([f]);
        },
      ),
      { numRuns: 200 },
    );
  });

  // Source: RFC 4648 §5 for the letters, RFC 1951 for the packing; Node's zlib and Buffer read and write the same.
  it('is base64url of raw deflate, as others read and write it', () => {
    const f = figure('leader 1 back 2 close');
    const word = writeLink(shared(f));
    expect(word).toMatch(/^[\w-]+$/);
    const text = inflateRawSync(Buffer.from(word, 'base64url')).toString('utf8');
    expect((JSON.parse(text) as unknown[]).slice(0, 3)).toEqual([1, 'figure', 'f1']);
    expect(figuresOf(deflateRawSync(text).toString('base64url'))).toEqual([f]);
  });

  it('is refused whole where it is cut, changed, empty, too much, or not ours', () => {
    const word = writeLink(shared(figure('leader 1 back 2 close 3 triple 5 anchor')));
    const packed = (json: unknown) => deflateRawSync(JSON.stringify(json)).toString('base64url');
    const wrong = [
      '',
      word.slice(0, -9),
      `${word.slice(0, 20)}!!${word.slice(22)}`,
      packed({}),
      packed([9, 'figure', 'f1', []]),
      packed([1, 'song', 'f1', []]),
      packed([1, 'figure', 'f1', []]),
      packed([1, 'figure', 'f1', [['figure', 4, { id: 'f1' }]]]),
      deflateRawSync('x'.repeat(9_000_000)).toString('base64url'),
    ];
    for (const w of wrong) expect(readLink(w).ok, w.slice(0, 40)).toBe(false);
    const newer = readLink(packed([1, 'figure', 'f1', [['figure', 99, {}]]]));
    expect(newer).toMatchObject({
      ok: false,
      error: { message: expect.stringContaining('later version') as string },
    });
  });

  it('carries only what belongs to it: nothing of another kind, nothing it does not name, no id twice', () => {
    const packed = (list: unknown[], main = 'f1') =>
      deflateRawSync(JSON.stringify([1, 'figure', main, list])).toString('base64url');
    const f = figure('leader 1 back');
    const own = ['figure', 5, f];
    const entry = [
      'entry',
      1,
      {
        id: 'e',
        name: 'E',
        at: 1,
        minutes: 60,
        visits: [],
        taught: [],
        there: { leader: 0, follower: 0, both: 0 },
        promised: [],
        notes: [],
      },
    ];
    expect(readLink(packed([own])).ok).toBe(true);
    for (const list of [
      [own, entry],
      [own, ['room', 1, { id: 'r' }]],
      [own, own],
      [own, ['figure', 5, { ...f, id: 'stranger' }]],
    ])
      expect(readLink(packed(list)).ok, JSON.stringify(list).slice(0, 80)).toBe(false);
  });

  it('survives any damage without throwing', () => {
    const word = writeLink(shared(figure('leader 1 back 2 close 3 triple')));
    fc.assert(
      fc.property(fc.nat(word.length - 1), fc.constantFrom('A', 'z', '_', ' ', '%'), (i, c) => {
        expect(typeof readLink(word.slice(0, i) + c + word.slice(i + 1)).ok).toBe('boolean');
      }),
      { numRuns: 300 },
    );
  });
});
