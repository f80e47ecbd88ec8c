import { describe, expect, it } from 'vitest';
import { analyse, type Analysis } from '../../src/lib/core/analysis';
import { ROLES, type Role } from '../../src/lib/core/base';
import { check } from '../../src/lib/core/findings';
import { armStretches } from '../../src/lib/core/scene';
import { DANCE_IDS } from '../../src/lib/core/vocabulary';
import { corpus } from '../corpus';

const eighth = (degrees: number): number => ((Math.round(degrees / 45) % 8) + 8) % 8;
const names = (a: Analysis): string[] => armStretches(a).map((s) => s.name.title);
const heads = (a: Analysis, role: Role): number[] => {
  const { actions, path } = a.roles[role];
  return actions.map((w) => eighth(path.facing[w.tick - path.from] ?? 0));
};

/** Findings that say somebody is in the way, or an arm locks: none of that is in a correct figure. */
const NOT_THERE = new Set(['collision', 'lane-blocked', 'arm-locks', 'arms-crossed', 'turn-blocked']);
describe('correct figures that nobody fitted', () => {
  it('cover every dance', () => {
    expect(new Set(corpus.map((c) => c.figure.dance))).toEqual(new Set(DANCE_IDS));
    expect(corpus.length).toBeGreaterThan(100);
  });

  it.each(corpus.map((c) => [c.id, c] as const))('%s can be danced, and comes out as published', (_, c) => {
    const a = analyse(c.figure);
    expect(a.parsed.problems).toEqual([]);
    const found = check(a);
    expect(found.filter((f) => f.severity === 'wrong')).toEqual([]);
    expect(found.filter((f) => NOT_THERE.has(f.code))).toEqual([]);
    const e = c.expect;
    if (e.counts !== undefined) expect(a.counts).toBe(e.counts);
    for (const role of ROLES) {
      const want = role === 'leader' ? e.L : e.F;
      const is = a.roles[role];
      if (want?.changes !== undefined) expect(is.changes).toBe(want.changes);
      if (want?.turn !== undefined) expect(is.total).toBe(want.turn);
      if (want?.free !== undefined) expect(is.endFree).toBe(want.free);
      if (want?.head) expect(heads(a, role)).toEqual(want.head);
    }
    if (e.rel !== undefined) expect(eighth(a.floor.end.turn)).toBe(e.rel);
    if (e.rotation !== undefined) expect(a.floor.rotation).toBeCloseTo(e.rotation, 3);
    if (e.form !== undefined) expect(a.floor.end.formation).toBe(e.form);
    if (e.last !== undefined) expect(names(a).at(-1)).toContain(e.last);
    for (const name of e.some ?? []) expect(names(a).some((n) => n.includes(name))).toBe(true);
  });

  it('bends no word far: the worst strain is under 2 in nine of ten, under 3 in all but the giros', () => {
    const worst = corpus.map((c) => ({
      id: c.id,
      strain: Math.max(0, ...analyse(c.figure).floor.words.map((w) => w.strain)),
    }));
    const under = (n: number): number => worst.filter((w) => w.strain < n).length;
    console.log(
      `worst strain of a word: ${under(1)} under 1, ${under(2)} under 2, ${under(3)} under 3 of ${worst.length}`,
    );
    expect(under(2) / worst.length).toBeGreaterThan(0.9);
    expect(worst.filter((w) => w.strain >= 3 && !w.id.includes('giro'))).toEqual([]);
  });
});
