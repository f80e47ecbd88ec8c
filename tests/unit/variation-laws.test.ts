import { describe, expect, it } from 'vitest';
import { analyse } from '$lib/core/analysis';
import { ROLES, seeded, type Random } from '$lib/core/base';
import {
  applyChange,
  applyEdit,
  asVersion,
  changeBetween,
  grow,
  invertChange,
  newFigure,
  rowsOf,
  type Figure,
} from '$lib/core/figure';
import { breaches, differences, scoreOfLikeness, signatureOf } from '$lib/core/likeness';
import { parse, printBody } from '$lib/core/notation';
import { placeOf, propose, repeatsOf, turnRuns, vary, type Variation } from '$lib/core/vary';
import { TRACK_NAMES } from '$lib/core/vocabulary';

/** Laws of the variations on figures nobody wrote: seeded, so that a failure names its figure. */
const DIRECTIONS = ['fwd', 'back', 'side', 'place', 'diag-fwd', 'across', 'behind small', 'back x1.3'];
const pick = <T>(random: Random, list: readonly T[]): T => list[Math.floor(random() * list.length)] as T;

function line(random: Random, beats: number): string {
  const parts: string[] = [];
  for (let b = 1; b <= beats; b++) {
    const r = random();
    const turn = random() < 0.2 ? ` ${pick(random, ['r', 'l'])}${pick(random, ['1/4', '1/2', '1/8'])}` : '';
    if (r < 0.1) parts.push(`${b} hold`);
    else if (r < 0.2) parts.push(`${b} touch`);
    else if (r < 0.3 && b < beats) parts.push(`${b++} triple side${turn}`);
    else if (r < 0.4) parts.push(`${b} close`);
    else parts.push(`${b} ${pick(random, DIRECTIONS)}${turn}`);
    if (r > 0.85) parts.push('& place');
  }
  return parts.join(' ');
}
function anyFigure(seed: number): Figure {
  const random = seeded(seed);
  const beats = pick(random, [4, 6, 8]);
  return {
    ...newFigure(`r${seed}`, 'slot-swing', `Random ${seed}`),
    feel: pick(random, ['straight', 'swung']),
    start: { ...newFigure('x', 'slot-swing').start, hold: pick(random, ['none', 'left-right', 'two-hand']) },
    lines: [
      `leader ${line(random, beats)}`,
      `follower ${line(random, beats)}`,
      'hands 1 two hands low',
      `calls 1 one ${beats} end`,
    ].join('\n'),
  };
}
const SEEDS = Array.from({ length: 40 }, (_, i) => i + 1);

function said(f: Figure): unknown {
  const { lines, ...details } = f;
  const parsed = parse(lines);
  const tracks = TRACK_NAMES.map((t) =>
    rowsOf(f, parsed, t).map((r) => [
      r.tick,
      typeof r.content === 'string' ? r.content : printBody(r.content),
    ]),
  );
  return [details, ...tracks];
}
/** What is danced, whatever way it is written. */
const danced = (f: Figure): unknown => {
  const a = analyse(f);
  return ROLES.map((role) =>
    a.roles[role].actions
      .filter((w) => w.action.kind !== 'hold')
      .map((w) => [w.tick, w.foot, w.action.kind, w.action.direction, w.action.size, w.action.turn]),
  );
};
const must = (f: Figure, v: Variation): Figure => {
  const r = vary(f, v);
  if (!r.ok) throw new Error(`${f.name}: ${r.error}`);
  return r.value;
};
const mirrored = (f: Figure): Figure => must(f, { type: 'mirror' });

describe('time', () => {
  it('longer, then shorter, is the figure again; so is waiting, then leaving the wait out', () => {
    let [longers, cuts] = [0, 0];
    for (const seed of SEEDS) {
      const f = anyFigure(seed);
      for (const at of [0, 12, 24]) {
        const longer = vary(f, { type: 'stretch', whose: 'both', at, by: 12 });
        if (!longer.ok) continue;
        const back = must(longer.value, { type: 'stretch', whose: 'both', at, by: -12 });
        expect(danced(back), `${seed} ${at}`).toEqual(danced(f));
        const waited = must(f, { type: 'wait', whose: 'both', at: at + 12, by: 24 });
        const cut = vary(waited, { type: 'cut', from: at + 12, to: at + 36 });
        longers++;
        if (!cut.ok) continue;
        cuts++;
        expect(danced(cut.value), `${seed} wait ${at}`).toEqual(danced(f));
      }
    }
    expect(Math.min(longers, cuts)).toBeGreaterThan(60);
  });

  it('twice the counts, then half of them, is the figure again', () => {
    for (const seed of SEEDS) {
      const f = anyFigure(seed);
      const twice = must(f, { type: 'scale', by: 2 });
      expect(analyse(twice).counts).toBe(2 * analyse(f).counts);
      expect(danced(must(twice, { type: 'scale', by: 0.5 })), String(seed)).toEqual(danced(f));
    }
  });

  it('everything after a longer step comes exactly that much later, everything before it stays', () => {
    for (const seed of SEEDS) {
      const f = anyFigure(seed);
      const longer = vary(f, { type: 'stretch', whose: 'both', at: 12, by: 24 });
      if (!longer.ok) continue;
      const [a, b] = [analyse(f), analyse(longer.value)];
      for (const role of ROLES) {
        const moved = a.roles[role].actions.map((w) => (placeOf(w.tick, f.feel) > 12 ? w.tick + 24 : w.tick));
        expect(
          b.roles[role].actions.map((w) => w.tick),
          String(seed),
        ).toEqual(moved);
      }
    }
  });

  it('one after the other is the same as together', () => {
    for (const seed of SEEDS) {
      const f = anyFigure(seed);
      const parts: Variation[] = [{ type: 'scale', by: 2 }, { type: 'mirror' }];
      const together = vary(f, { type: 'together', parts });
      const inTurn = must(must(f, parts[0]!), parts[1]!);
      expect(together.ok && said(together.value)).toEqual(said(inTurn));
    }
  });
});

describe('the mirror', () => {
  it('turns every total round, swaps every foot, keeps every count, and is undone by itself', () => {
    for (const seed of SEEDS) {
      const f = anyFigure(seed);
      const [a, b] = [analyse(f), analyse(mirrored(f))];
      for (const role of ROLES) {
        expect(b.roles[role].total).toBe(-a.roles[role].total || 0);
        expect(
          b.roles[role].actions.map((w) => [w.tick, w.foot === 'L' ? 'R' : w.foot === 'R' ? 'L' : w.foot]),
        ).toEqual(a.roles[role].actions.map((w) => [w.tick, w.foot]));
        const ends = [a, b].map((x) => x.roles[role].path.placings.at(-1)?.body);
        expect(ends[1]?.x).toBeCloseTo(-(ends[0]?.x ?? 0), 6);
        expect(ends[1]?.y).toBeCloseTo(ends[0]?.y ?? 0, 6);
      }
      expect(said(mirrored(mirrored(f)))).toEqual(said(f));
    }
  });

  it('may be taken before or after a change of time or of a turn', () => {
    for (const seed of SEEDS) {
      const f = anyFigure(seed);
      const longer: Variation = { type: 'stretch', whose: 'both', at: 0, by: 12 };
      expect(said(mirrored(must(f, longer)))).toEqual(said(must(mirrored(f), longer)));
      const run = turnRuns(analyse(f), 'follower')[0];
      if (!run) continue;
      const turn = (amount: number): Variation => ({ ...run, type: 'turn', whose: 'follower', amount });
      const [x, y] = [vary(f, turn(540)), vary(mirrored(f), turn(-540))];
      expect(x.ok && said(mirrored(x.value)), String(seed)).toEqual(y.ok && said(y.value));
    }
  });

  it('is as like the mirror of another as the two are alike', () => {
    const sigs = SEEDS.slice(0, 12).map(anyFigure);
    for (const f of sigs)
      for (const g of sigs) {
        const plain = scoreOfLikeness(signatureOf(analyse(f)), signatureOf(analyse(g)));
        const turned = scoreOfLikeness(signatureOf(analyse(mirrored(f))), signatureOf(analyse(mirrored(g))));
        if (f.start.hold !== 'left-right' && g.start.hold !== 'left-right')
          expect(turned).toBeCloseTo(plain, 9);
      }
  });
});

describe('who leads and who follows', () => {
  it('may be exchanged before or after a change of time', () => {
    for (const seed of SEEDS) {
      const f = anyFigure(seed);
      const swapped = must(f, { type: 'swap-roles' });
      const [a, b] = [analyse(f), analyse(swapped)];
      expect([b.roles.leader.changes, b.roles.follower.changes]).toEqual([
        a.roles.follower.changes,
        a.roles.leader.changes,
      ]);
      const longer = (whose: 'leader' | 'follower'): Variation => ({ type: 'delay', whose, at: 0, by: 6 });
      const [x, y] = [vary(f, longer('leader')), vary(swapped, longer('follower'))];
      expect(x.ok).toBe(y.ok);
      if (x.ok && y.ok) expect(danced(must(x.value, { type: 'swap-roles' }))).toEqual(danced(y.value));
    }
  });
});

describe('turns', () => {
  it('have the amount asked for, leave all other turns, feet and counts alone', () => {
    for (const seed of SEEDS) {
      const f = anyFigure(seed);
      const a = analyse(f);
      for (const role of ROLES)
        for (const run of turnRuns(a, role))
          for (const amount of [0, 180, -360, 540]) {
            const r = vary(f, {
              type: 'turn',
              whose: role,
              from: run.from,
              to: run.to,
              amount,
              byTime: seed % 2 === 0,
            });
            if (!r.ok) {
              expect(r.error).toBe('no-step-to-turn');
              continue;
            }
            const b = analyse(r.value);
            expect(b.roles[role].total, `${seed} ${role} ${amount}`).toBe(
              a.roles[role].total - run.amount + amount,
            );
            expect(b.roles[role].actions.map((w) => [w.tick, w.foot])).toEqual(
              a.roles[role].actions.map((w) => [w.tick, w.foot]),
            );
          }
    }
  });
});

describe('length', () => {
  it('a span danced n times adds n − 1 spans, and keeps the foot where it says so', () => {
    for (const seed of SEEDS) {
      const f = anyFigure(seed);
      const a = analyse(f);
      const times = new Set(repeatsOf(a, 0, 24, 5));
      for (const n of [2, 3, 4, 5]) {
        const r = vary(f, { type: 'repeat', from: 0, to: 24, times: n });
        if (!r.ok) continue;
        const b = analyse(r.value);
        expect(b.counts).toBe(a.counts + 2 * (n - 1));
        const same = ROLES.every((role) => b.roles[role].endFree === a.roles[role].endFree);
        const named = a.roles.leader.actions.concat(a.roles.follower.actions).some((w) => w.said);
        if (!named) expect(same, `${seed} × ${n}`).toBe(times.has(n));
      }
    }
  });
});

describe('changes and versions', () => {
  it('every proposal is undone by the inverse of its change', () => {
    for (const seed of SEEDS) {
      const f = anyFigure(seed);
      const variations: Variation[] = [
        { type: 'stretch', whose: 'leader', at: 0, by: 12 },
        { type: 'add-pair', at: 12, pair: 'sides' },
        { type: 'scale', by: 2 },
        { type: 'mirror' },
        { type: 'swap-roles' },
        { type: 're-rhythm', whose: 'follower', from: 0, pattern: 's-s-' },
        { type: 'repeat', from: 12, to: 36, times: 3 },
      ];
      for (const v of variations) {
        const p = propose(f, v);
        if (!p.ok) continue;
        const there = applyChange(p.value.change, f);
        expect(said(there.figure), `${seed} ${v.type}`).toEqual(said(p.value.result));
        expect(
          said(applyChange(invertChange(p.value.change), there.figure).figure),
          `${seed} ${v.type}`,
        ).toEqual(said(f));
      }
    }
  });

  it('a parent and its version may change different items: both changes stand, nobody is asked', () => {
    let n = 0;
    for (const seed of SEEDS) {
      const f = anyFigure(seed);
      const rows = rowsOf(f, parse(f.lines), 'leader').filter((r) => r.content.type === 'action');
      const [x, y] = [rows[0], rows.at(-1)];
      if (!x || !y || x === y) continue;
      const set = (figure: Figure, tick: number, size: number): Figure => {
        const a = analyse(figure).roles.leader.actions.find((w) => w.tick === tick);
        const r =
          a &&
          applyEdit(figure, {
            type: 'set-action',
            role: 'leader',
            at: a.ref,
            patch: { size, direction: 'fwd', kind: 'step' },
          });
        return r?.ok ? r.value : figure;
      };
      const version = asVersion(f, { ...set(f, x.tick, 0.7), id: 'v' });
      const parent = set(f, y.tick, 1.9);
      const grown = grow(version, parent);
      expect(grown.conflicts, String(seed)).toEqual([]);
      expect(said({ ...grown.figure, id: f.id })).toEqual(said(set(parent, x.tick, 0.7)));
      expect(changeBetween(parent, { ...grown.figure, id: f.id }).items.length).toBe(
        version.change.items.length,
      );
      n++;
    }
    expect(n).toBeGreaterThan(30);
  });

  it('a figure breaks no layer of itself and differs from itself in nothing', () => {
    for (const seed of SEEDS) {
      const a = analyse(anyFigure(seed));
      expect([breaches(a, a), differences(a, a)]).toEqual([[], []]);
    }
  });
});

describe('facts of the trade', () => {
  const six = (first: string): Figure => ({
    ...newFigure('six', 'slot-swing', 'Six'),
    lines: `leader 1 back 2 ${first} 3 triple 5 back 6 place\nfollower 1 fwd 2 ${first} 3 triple 5 fwd 6 place`,
  });
  it('“1 touch 3&4 5 6” has six weight changes; a tap for a step is one fewer (common practice)', () => {
    expect(analyse(six('touch')).roles.leader.changes).toBe(6);
    expect(analyse(six('close')).roles.leader.changes).toBe(7);
    const tapped = must(six('close'), { type: 're-rhythm', whose: 'leader', from: 0, pattern: 's-t-' });
    expect(analyse(tapped).roles.leader.changes).toBe(6);
  });
  it('an eight-count whip has ten changes, and stays on its foot with single steps for its triples (common practice)', () => {
    const whip: Figure = {
      ...newFigure('whip', 'slot-swing', 'Whip'),
      lines:
        'leader 1 back 2 fwd 3 triple 5 side 6 close 7 anchor\nfollower 1 fwd 2 fwd 3 triple 5 back 6 back 7 anchor',
    };
    const a = analyse(whip);
    expect([a.counts, a.roles.leader.changes, a.roles.follower.changes]).toEqual([8, 10, 10]);
    const single = [24, 72].reduce(
      (f, from) => must(f, { type: 're-rhythm', whose: 'follower', from, pattern: 's---' }),
      whip,
    );
    const b = analyse(single);
    expect([b.counts, b.roles.follower.changes, b.roles.follower.endFree]).toEqual([
      8,
      6,
      a.roles.follower.endFree,
    ]);
  });
  it('extending by two counts keeps the feet only with an even number of steps (common practice)', () => {
    const walk: Figure = {
      ...newFigure('walk', 'tango', 'Walk'),
      lines: 'leader 1 fwd 2 fwd 3 fwd 4 close\nfollower 1 back 2 back 3 back 4 close',
    };
    const a = analyse(walk);
    for (const [to, times] of [
      [24, [1, 2, 3, 4]],
      [12, [1, 3]],
      [36, [1, 3]],
    ] as const)
      expect(repeatsOf(a, 0, to, 4)).toEqual(times);
  });
});
