import { describe, expect, it } from 'vitest';
import { analyse } from '../analysis';
import { seeded } from '../base';
import { newFigure, type Figure } from '../figure';
import { FIELDS, signatureOf, suggestParts, unitDistance, type Part, type Signature } from './index';
import { seeds } from '../../../../tests/seeds';

const WORDS = ['walk', 'rock step', 'triple side', 'coaster', 'anchor', 'step touch', 'triple r1/2'] as const;
const figure = (id: string, units: readonly number[]): Figure => {
  const line = units
    .map((u, i) => `${2 * i + 1} ${WORDS[u] === 'walk' ? `walk ${2 * i + 2} walk` : WORDS[u]}`)
    .join(' ');
  return { ...newFigure(id, 'six-count-swing'), lines: `leader ${line}\nfollower ${line}` };
};
const signature = (f: Figure): Signature => signatureOf(analyse(f));

/** Every choice of stretches, none over another, tried one after the other. */
function exhaustive(own: Signature, all: readonly Signature[]): number {
  const n = own.units.length / FIELDS;
  const worthAt = (at: number, s: Signature): number => {
    const m = s.units.length / FIELDS;
    if (m < 2 || m >= n || at + m > n) return -1;
    let sum = 0;
    for (let i = 0; i < m; i++) sum += unitDistance(own.units, at + i, s.units, i);
    const score = 1 - sum / m;
    return score >= 0.72 ? m * score : -1;
  };
  const best = (at: number): number => {
    if (at >= n) return 0;
    let most = best(at + 1);
    for (const s of all) {
      const worth = worthAt(at, s);
      if (worth > 0) most = Math.max(most, worth + best(at + s.units.length / FIELDS));
    }
    return most;
  };
  return best(0);
}

const worth = (parts: readonly Part[]): number =>
  parts.reduce((sum, p) => sum + (p.score * (p.to - p.from)) / 24, 0);

describe('parts suggested from a repertoire', () => {
  it('cover as much, as alike, as any choice of stretches does: 120 seeds', () => {
    let some = 0;
    for (const seed of seeds(120)) {
      const random = seeded(seed);
      const units = (n: number) => Array.from({ length: n }, () => Math.floor(random() * WORDS.length));
      const small = Array.from({ length: 5 }, (_, i) => figure(`s${i}`, units(2 + Math.floor(random() * 2))));
      const pick = (): Figure => small[Math.floor(random() * small.length)] as Figure;
      const unitsOf = (f: Figure): number[] =>
        [...(f.lines.split('\n')[0] ?? '').matchAll(/\d+ (walk \d+ walk|[a-z ]+?(?: r1\/2)?)(?= \d|$)/g)].map(
          (m) => WORDS.findIndex((w) => (m[1] ?? '').startsWith(w)),
        );
      const long = figure('long', [...unitsOf(pick()), ...units(1), ...unitsOf(pick())]);
      const a = analyse(long);
      const all = small.map(signature);
      const parts = suggestParts(a, all);
      expect(worth(parts)).toBeCloseTo(exhaustive(signatureOf(a), all), 9);
      for (const [i, p] of parts.entries()) expect(p.from).toBeGreaterThanOrEqual(parts[i - 1]?.to ?? 0);
      if (parts.length > 1) some++;
    }
    expect(some).toBeGreaterThan(40);
  });

  it('a figure is no part of itself, nor one that is longer, nor one counted in other units', () => {
    const f = figure('a', [1, 2, 2]);
    const same = { ...signature(f), id: 'b' };
    const waltz: Figure = {
      ...newFigure('w', 'waltz'),
      lines:
        'leader 1 fwd 2 side 3 close 4 back 5 side 6 close\nfollower 1 back 2 side 3 close 4 fwd 5 side 6 close',
    };
    expect(
      suggestParts(analyse(f), [signature(f), same, signature(figure('c', [1, 2, 2, 3])), signature(waltz)]),
    ).toEqual([]);
  });
});
