import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  assignment,
  couplesOf,
  fewestRepeats,
  leastLean,
  rotation,
  roundFaults,
  type Dancer,
  type Dances,
  type Rotation,
} from './index';
import { seeded } from '../base';
import { seeds } from '../../../../tests/seeds';

const room = (leaders: number, followers: number, both = 0): Dancer[] => [
  ...Array.from({ length: leaders }, (_, i): Dancer => ({ id: `L${i + 1}`, dances: 'leader' })),
  ...Array.from({ length: followers }, (_, i): Dancer => ({ id: `F${i + 1}`, dances: 'follower' })),
  ...Array.from({ length: both }, (_, i): Dancer => ({ id: `B${i + 1}`, dances: 'both' })),
];
const dancesOf = (dancers: readonly Dancer[], id: string): Dances => dancers.find((d) => d.id === id)!.dances;

/** What must hold of every rotation, whatever the numbers: written here once more, apart from the code. */
function sound(dancers: readonly Dancer[], r: Rotation, from = 0): void {
  for (const [i, round] of r.rounds.entries()) {
    const all = [...round.pairs.flatMap((p) => [p.leader, p.follower]), ...round.out];
    const there = dancers.filter(
      (d) => (d.from ?? 0) <= from + i && from + i < (d.until ?? Number.POSITIVE_INFINITY),
    );
    expect(all.toSorted()).toEqual(there.map((d) => d.id).toSorted());
    for (const p of round.pairs) {
      expect(dancesOf(dancers, p.leader)).not.toBe('follower');
      expect(dancesOf(dancers, p.follower)).not.toBe('leader');
    }
  }
}
/** Most less least times sat out after every round, of those who sit out at all in the end or could have. */
function outSpreads(dancers: readonly Dancer[], r: Rotation, able: readonly string[]): number[] {
  const sat = new Map(able.map((id) => [id, 0]));
  return r.rounds.map((round) => {
    for (const id of round.out) sat.set(id, (sat.get(id) ?? 0) + 1);
    const counts = [...sat.values()];
    return counts.length === 0 ? 0 : Math.max(...counts) - Math.min(...counts);
  });
}

describe('the assignment of least cost', () => {
  /** Against every permutation. */
  it('is the least of all there are', () => {
    const permutations = (list: readonly number[]): number[][] =>
      list.length === 0
        ? [[]]
        : list.flatMap((x) => permutations(list.filter((y) => y !== x)).map((p) => [x, ...p]));
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 5 }).chain((n) =>
          fc.array(fc.array(fc.integer({ min: 0, max: 9 }), { minLength: n, maxLength: n }), {
            minLength: n,
            maxLength: n,
          }),
        ),
        (cost) => {
          const total = (to: readonly number[]): number => to.reduce((s, j, i) => s + cost[i]![j]!, 0);
          const found = assignment(cost);
          expect(new Set(found).size).toBe(cost.length);
          expect(total(found)).toBe(Math.min(...permutations(cost.map((_, i) => i)).map(total)));
        },
      ),
      { numRuns: 200 },
    );
  });
  it('leaves columns over where there are more', () => {
    expect(assignment([[5, 1, 9]])).toEqual([1]);
  });
});

describe('as many couples as can dance', () => {
  // Derived by hand.
  it.each([
    [5, 5, 0, 5],
    [5, 3, 0, 3],
    [5, 3, 1, 4],
    [5, 3, 2, 5],
    [5, 3, 3, 5],
    [5, 3, 4, 6],
    [0, 0, 5, 2],
    [1, 0, 0, 0],
  ])('%s leaders, %s followers, %s of both: %s', (l, f, b, n) => {
    expect(couplesOf(l, f, b)).toBe(n);
  });
});

describe('a rotation', () => {
  /** Source: round-robin theory (a Latin square): n leaders and n followers all meet in n rounds. */
  it('of n and n meets all in n rounds, nobody twice', () => {
    for (let n = 1; n <= 12; n++) {
      const dancers = room(n, n);
      const r = rotation(dancers, n);
      sound(dancers, r);
      expect(r.quality).toMatchObject({ danced: n * n, repeats: 0, most: 1, outs: 0 });
    }
  });
  /** Source: the same with empty places: an odd one out sits out once in as many rounds as there are of the many. */
  it('of n and n − 1: each of the many sits out once in n rounds', () => {
    for (let n = 2; n <= 10; n++) {
      const dancers = room(n, n - 1);
      const r = rotation(dancers, n);
      sound(dancers, r);
      expect(r.rounds.flatMap((x) => x.out).sort()).toEqual(
        dancers
          .filter((d) => d.dances === 'leader')
          .map((d) => d.id)
          .sort(),
      );
      expect(r.quality.repeats).toBe(0);
    }
  });
  it('every unevenness up to 6 and 6: no repeat that could be helped, nobody out twice before all were once', () => {
    for (let l = 1; l <= 6; l++)
      for (let f = 1; f <= 6; f++)
        for (const rounds of [Math.max(l, f), Math.max(l, f) + 2]) {
          const dancers = room(l, f);
          const r = rotation(dancers, rounds);
          sound(dancers, r);
          expect([l, f, rounds, r.quality.repeats]).toEqual([l, f, rounds, fewestRepeats(dancers, rounds)]);
          const many = dancers.filter((d) => d.dances === (l > f ? 'leader' : 'follower')).map((d) => d.id);
          if (l !== f) expect(Math.max(...outSpreads(dancers, r, many))).toBeLessThanOrEqual(1);
          expect(r.quality.danced).toBe(rounds * Math.min(l, f));
        }
  });
  /** Against every rotation there is, on rooms small enough. */
  it('has as few repeats as the best of all, with dancers of both roles', () => {
    for (const [l, f, b, rounds] of [
      [2, 2, 1, 3],
      [1, 1, 2, 4],
      [2, 1, 1, 4],
      [0, 0, 4, 4],
      [0, 0, 5, 4],
      [3, 1, 1, 3],
      [1, 2, 2, 3],
      [2, 2, 2, 3],
    ] as const) {
      const dancers = room(l, f, b);
      const r = rotation(dancers, rounds);
      sound(dancers, r);
      const least = leastRepeats(dancers, rounds);
      expect([l, f, b, r.quality.repeats]).toEqual([l, f, b, least]);
      expect(r.fewest).toBeLessThanOrEqual(least);
      expect(r.quality.danced).toBe(rounds * couplesOf(l, f, b));
    }
  });
  it('what counting proves is reached in nearly every room of up to 6 and 6 and 4 of both roles', () => {
    let [rooms, reached] = [0, 0];
    for (let l = 0; l <= 6; l++)
      for (let f = l; f <= 6; f++)
        for (let b = 0; b <= 4; b++)
          for (const rounds of [4, 7]) {
            if (l + f + b < 2) continue;
            const dancers = room(l, f, b);
            const r = rotation(dancers, rounds);
            rooms++;
            if (r.quality.repeats === r.fewest) reached++;
            expect(r.quality.repeats).toBeGreaterThanOrEqual(r.fewest);
            expect(r.quality.roles).toBeGreaterThanOrEqual(leastLean(dancers, rounds) - 1);
          }
    expect(reached / rooms).toBeGreaterThan(0.95);
  });
  it('those who dance both lead and follow as often as can be', () => {
    for (const b of [2, 4, 6, 8]) {
      const dancers = room(0, 0, b);
      const r = rotation(dancers, b - 1);
      sound(dancers, r);
      // Round-robin: b dancers all meet in b − 1 rounds.
      expect(r.quality.repeats).toBe(0);
      expect(r.quality.roles).toBeLessThanOrEqual(1);
    }
  });
  it('couples who stay together stay; latecomers dance from when they come', () => {
    const dancers: Dancer[] = [
      ...room(3, 3),
      { id: 'X', dances: 'leader', couple: 'x' },
      { id: 'Y', dances: 'follower', couple: 'x' },
      { id: 'Late', dances: 'leader', from: 2 },
      { id: 'Gone', dances: 'follower', until: 2 },
    ];
    const r = rotation(dancers, 4);
    sound(dancers, r);
    for (const round of r.rounds) expect(round.pairs).toContainEqual({ leader: 'X', follower: 'Y' });
    const there = (i: number) => [
      ...r.rounds[i]!.pairs.flatMap((p) => [p.leader, p.follower]),
      ...r.rounds[i]!.out,
    ];
    expect([0, 1, 2, 3].map((i) => [there(i).includes('Late'), there(i).includes('Gone')])).toEqual([
      [false, true],
      [false, true],
      [true, false],
      [true, false],
    ]);
  });
  it('rounds that were danced stay and count: who comes later meets all, who met does not meet again', () => {
    for (let n = 3; n <= 8; n++) {
      const first = rotation(room(n, n), n).rounds.slice(0, 2);
      const later = [...room(n, n), { id: 'Late', dances: 'follower' } as const];
      const r = rotation(later, n, first);
      expect(r.rounds.slice(0, 2)).toEqual(first);
      sound(later, { ...r, rounds: r.rounds.slice(2) }, 2);
      expect(r.quality.repeats).toBe(0);
      expect(r.rounds.slice(2).some((x) => x.pairs.some((p) => p.follower === 'Late'))).toBe(true);
    }
  });
  /** Found by exploring: an exchange inside the search went on with the pairs before it. */
  it('six who dance both, over 4 to 14 rounds: everybody has one partner', () => {
    for (let rounds = 4; rounds <= 14; rounds++) sound(room(0, 0, 6), rotation(room(0, 0, 6), rounds));
  });
  it('3,000 random rooms, up to 8 leaders, 8 followers, 10 of both roles and 12 rounds: every round is sound', () => {
    for (const seed of seeds(3_000)) {
      const random = seeded(seed);
      const upTo = (n: number) => Math.floor(random() * (n + 1));
      const [dancers, rounds] = [room(upTo(8), upTo(8), upTo(10)), 1 + upTo(11)];
      const r = rotation(dancers, rounds);
      sound(dancers, r);
      expect(r.rounds).toHaveLength(rounds);
    }
  }, 240_000);
  it('says what is wrong with a round that cannot be danced', () => {
    const dancers = [...room(1, 2), { id: 'Late', dances: 'leader', from: 3 } as const];
    const faults = (pairs: [string, string][], out: string[] = []) =>
      roundFaults(dancers, { pairs: pairs.map(([leader, follower]) => ({ leader, follower })), out }, 0);
    expect(faults([['L1', 'F1']], ['F2'])).toEqual([]);
    expect(
      faults([
        ['L1', 'F1'],
        ['L1', 'F2'],
      ]),
    ).toEqual([{ type: 'twice', id: 'L1' }, { type: 'too-few-dance' }]);
    expect(faults([['F1', 'F2']], ['L1'])).toEqual([{ type: 'role', id: 'F1' }]);
    expect(faults([['Late', 'F1']], ['L1'])).toEqual([
      { type: 'not-there', id: 'Late' },
      { type: 'left-over', id: 'F2' },
    ]);
  });
  it('any room: sound, as many dance as can, and the same again for the same', () => {
    const dancer = fc.record({ dances: fc.constantFrom<Dances>('leader', 'follower', 'both') });
    fc.assert(
      fc.property(fc.array(dancer, { maxLength: 14 }), fc.integer({ min: 1, max: 7 }), (list, rounds) => {
        const dancers = list.map((d, i): Dancer => ({ ...d, id: String(i) }));
        const r = rotation(dancers, rounds);
        sound(dancers, r);
        const of = (w: Dances) => dancers.filter((d) => d.dances === w).length;
        for (const round of r.rounds)
          expect(round.pairs).toHaveLength(couplesOf(of('leader'), of('follower'), of('both')));
        expect(r.quality.outs).toBeLessThanOrEqual(1);
        expect(r.quality.repeats).toBeGreaterThanOrEqual(r.fewest);
        expect(rotation(dancers, rounds)).toEqual(r);
      }),
      { numRuns: 60 },
    );
  });
});

/** Fewest repeats of all rotations in which as many dance as can and nobody sits out twice before all could once. */
function leastRepeats(dancers: readonly Dancer[], rounds: number): number {
  const of = (w: Dances) => dancers.filter((d) => d.dances === w).length;
  const couples = couplesOf(of('leader'), of('follower'), of('both'));
  const matchings: (readonly (readonly [number, number])[])[] = [];
  const grow = (
    pairs: readonly (readonly [number, number])[],
    from: number,
    used: ReadonlySet<number>,
  ): void => {
    if (pairs.length === couples) return void matchings.push(pairs);
    for (let a = from; a < dancers.length; a++) {
      if (used.has(a)) continue;
      for (let b = a + 1; b < dancers.length; b++) {
        const [x, y] = [dancers[a]!.dances, dancers[b]!.dances];
        if (used.has(b) || (x === y && x !== 'both')) continue;
        grow([...pairs, [a, b]], a + 1, new Set([...used, a, b]));
      }
    }
  };
  grow([], 0, new Set());
  const sitters = new Set(
    matchings.flatMap((m) => dancers.flatMap((_, i) => (m.flat().includes(i) ? [] : [i]))),
  );
  let best = Infinity;
  const met = new Map<string, number>();
  const out = dancers.map(() => 0);
  const walk = (round: number, repeats: number): void => {
    if (repeats >= best) return;
    if (round === rounds) return void (best = repeats);
    for (const m of matchings) {
      const sits = dancers.flatMap((_, i) => (m.flat().includes(i) ? [] : [i]));
      for (const i of sits) out[i]!++;
      const counts = [...sitters].map((i) => out[i]!);
      if (sitters.size === 0 || Math.max(...counts) - Math.min(...counts) <= 1) {
        const again = m.filter(([a, b]) => (met.get(`${a} ${b}`) ?? 0) > 0).length;
        for (const [a, b] of m) met.set(`${a} ${b}`, (met.get(`${a} ${b}`) ?? 0) + 1);
        walk(round + 1, repeats + again);
        for (const [a, b] of m) met.set(`${a} ${b}`, met.get(`${a} ${b}`)! - 1);
      }
      for (const i of sits) out[i]!--;
    }
  };
  walk(0, 0);
  return best;
}
