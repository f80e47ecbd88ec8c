import { describe, expect, it } from 'vitest';
import { GLOSSARY } from '../../src/lib/core/notation/glossary';
import {
  leadKindsIn,
  parse,
  print,
  printBodyActs,
  printHands,
  readBodyActs,
  readHands,
} from '../../src/lib/core/notation';

/** What a line says in its plain form, or nothing where a word of it is not understood. */
function plain(line: string): string | undefined {
  const parsed = parse(line);
  if (parsed.problems.length > 0) return undefined;
  const first = parsed.lines[0]?.line;
  if (first?.type !== 'words') return print(parsed.lines.map((l) => l.line));
  const text = first.items[0]?.text ?? '';
  if (first.track === 'hands') return printHands(readHands(text).acts);
  if (first.track === 'leads') return leadKindsIn(text).join(' ');
  return printBodyActs(readBodyActs(text).acts);
}

describe('every word that is listed', () => {
  const rows = GLOSSARY.flatMap((g) => g.rows.map((r) => [`${g.title}: ${r.write}`, r] as const));

  it('is there once in its group', () => {
    for (const g of GLOSSARY) {
      const words = g.rows.flatMap((r) => [r.write, ...r.also]);
      expect(new Set(words).size, g.title).toBe(words.length);
    }
    expect(rows.length).toBeGreaterThan(130);
  });

  it.each(rows)('%s is read, and so are its other words', (_, r) => {
    const own = plain(r.line(r.write));
    expect(own, r.line(r.write)).toBeDefined();
    expect(own).not.toMatch(/\(/);
    expect(own).not.toBe('');
  });

  it('other words of a row mean the same', () => {
    // Rows of turns list amounts and sides; the others list words for one thing.
    const same = GLOSSARY.filter((g) => g.title !== 'Turning').flatMap((g) => g.rows);
    const differ = same.flatMap((r) => {
      const own = plain(r.line(r.write));
      return r.also
        .filter((w) => plain(r.line(w)) !== own)
        .map((w) => `${r.line(w)}: ${plain(r.line(w))}, not ${own}`);
    });
    expect(differ).toEqual([]);
    const turning = GLOSSARY.find((g) => g.title === 'Turning')!.rows;
    for (const r of turning) for (const w of r.also) expect(plain(r.line(w)), w).toBeDefined();
  });
});

describe('a word nobody knows', () => {
  it.each(['bakc', 'sidee', 'tripple', 'wobble', 'fwdd small', 'zigzag left', 'kick flop', '3rd'])(
    'leader 3 %s: the message has a line that works, and never suggests the word itself',
    (words) => {
      for (const p of parse(`leader 3 ${words}`).problems.filter((x) => x.code === 'unknown-word')) {
        expect(parse(`leader ${p.details.example}`).problems).toEqual([]);
        expect(p.details.near?.toLowerCase()).not.toBe(p.details.word?.toLowerCase());
      }
    },
  );

  it('an amount without a side says what is missing', () => {
    for (const words of ['half', '1/2', 'turn', 'two turns'])
      expect(parse(`leader 3 ${words}`).problems.map((p) => p.code)).toEqual(['turn-side']);
  });

  it('on the hands line never suggests itself either', () => {
    for (const words of ['flip', 'rais left', 'pass', 'place', 'catch', 'left', 'slide', 'back', 'turned'])
      for (const p of parse(`hands 3 ${words}`).problems)
        expect(p.details.near?.toLowerCase(), words).not.toBe(p.details.word?.toLowerCase());
  });

  it('on the body lines only a slip of the fingers is told; anything else is a remark', () => {
    expect(parse('leader-body 1 heda left').problems.map((p) => p.details.near)).toEqual(['head']);
    expect(parse('leader-body 1 like a tall tree in the wind').problems).toEqual([]);
  });
});
