import { describe, expect, it } from 'vitest';
import { armsAt, type Analysis } from '$lib/core/analysis';
import { keyOfState } from '$lib/core/arms';
import { TICKS_PER_BEAT, heading, seeded, type Role } from '$lib/core/base';
import {
  Repertoire,
  findingsOf,
  loops,
  newCombination,
  planOf,
  wholeOf,
  type Combination,
  type Part,
  type Reading,
} from '$lib/core/combination';
import {
  Composition,
  bridges,
  visiblyDiffer,
  conflictSteps,
  constraintsOf,
  countSteps,
  edgesOf,
  explained,
  fill,
  finish,
  graphOf,
  keepOnly,
  holdsInChain,
  mendEdits,
  mendsFor,
  requestOf,
  subsets,
  type ComposeRequest,
  type Constraint,
} from '$lib/core/composer';
import { edited } from '$lib/core/combination';
import { newFigure, type Figure } from '$lib/core/figure';
import { jointBetween, type Joint } from '$lib/core/joints';
import type { DanceId } from '$lib/core/vocabulary';
import { demoCombinations, demoFigures } from '$lib/demo';
import { seeds } from '../seeds';

const sound = (r: Reading): boolean => r.wrong.length === 0 && !r.figure.mistake;
const all = new Repertoire(demoFigures);
const kin = (dance: string): Reading[] =>
  demoFigures
    .filter((f) => f.dance === dance)
    .map((f) => all.reading(f))
    .filter(sound);
const board = (figures: readonly string[]): Combination => ({
  ...newCombination('c', 'Composed'),
  parts: figures.map((figure, i): Part => ({ key: `k${i}`, figure, times: 1 })),
});
/** Demo figures of a dance with steps made larger, smaller or left as they are, at random. */
function varied(seed: number, dance: DanceId): Repertoire {
  const random = seeded(seed);
  const list = demoFigures.filter((f) => f.dance === dance && !f.mistake);
  return new Repertoire(
    list.map((f): Figure => ({
      ...f,
      lines: f.lines.replace(/\b(back|fwd|side)(?= [&\d])/g, (w) => (random() < 0.2 ? `${w} x0.9` : w)),
    })),
  );
}

const facingAt = (a: Analysis, role: Role, tick: number): number =>
  Math.round(a.roles[role].path.facing[tick - a.roles[role].path.from] ?? 0);

describe('what is composed', () => {
  const dances: readonly DanceId[] = [
    'slot-swing',
    'salsa-on-1',
    'six-count-swing',
    'eight-count-swing',
    'waltz',
  ];

  it('has exactly the beats, and nothing wrong when it is danced as a whole, for varied repertoires', () => {
    let danced = 0;
    for (const seed of seeds(20, 0)) {
      const dance = dances[seed % dances.length]!;
      const repertoire = varied(seed, dance);
      const readings = [...repertoire.figures].map((f) => repertoire.reading(f)).filter(sound);
      const beats = dance === 'waltz' ? 18 : 24 + 8 * (seed % 2);
      const end = seed % 3 === 0 ? { type: 'loop' as const } : { type: 'any' as const };
      const { best } = new Composition(readings, requestOf(beats, { end, inRow: 1, best: 4 })).finish();
      for (const c of best) {
        const plan = planOf(board(c.figures), repertoire);
        expect(plan.beats).toBe(beats);
        const wrong = findingsOf(plan, wholeOf(plan)!.analysis).filter((f) => f.finding.severity === 'wrong');
        expect([seed, c.figures, wrong]).toEqual([seed, c.figures, []]);
        if (end.type === 'loop') expect(loops(plan)).toBe(true);
        danced++;
      }
    }
    expect(danced).toBeGreaterThan(40);
  });

  /** An eleventh round follows, since the turn into its first step begins before the tenth is over. */
  it('a combination that loops repeats: feet, arms and facing are the same after each of ten passes', () => {
    const state = (a: Analysis, tick: number): string =>
      [
        keyOfState(armsAt(a.arms, tick, true)),
        ...(['leader', 'follower'] as const).map(
          (r) => a.roles[r].actions.findLast((x) => x.tick < tick)?.after,
        ),
        heading(facingAt(a, 'follower', tick) - facingAt(a, 'leader', tick)),
      ].join(' ');
    let n = 0;
    for (const dance of dances)
      for (const c of new Composition(
        kin(dance),
        requestOf(dance === 'waltz' ? 18 : 24, { end: { type: 'loop' }, best: 3 }),
      ).finish().best) {
        const plan = planOf({ ...board(c.figures), loop: true }, all);
        const w = wholeOf(plan, undefined, 11)!;
        const ends = Array.from(
          { length: 10 },
          (_, i) => plan.from + (i + 1) * plan.beats * TICKS_PER_BEAT - 1,
        );
        expect([dance, c.figures, new Set(ends.map((t) => state(w.analysis, t))).size]).toEqual([
          dance,
          c.figures,
          1,
        ]);
        n++;
      }
    expect(n).toBeGreaterThan(8);
  });

  it('its cost is what the sequence costs when it is added up from the beginning', () => {
    const readings = kin('slot-swing');
    const request = requestOf(32, { curve: 'arch', hits: [13], inRow: 2, best: 20 });
    const c = new Composition(readings, request);
    const { best } = c.finish();
    expect(best.length).toBeGreaterThan(8);
    for (const b of best) {
      const indexes = b.figures.map((id) => readings.findIndex((r) => r.figure.id === id));
      expect(explained(c.graph, edgesOf(c.graph, readings, request), request, indexes, readings)).toEqual(b);
      expect(b.cost).toBe(b.parts.joints + b.parts.variety + b.parts.curve + b.parts.hits);
    }
    expect(best.map((b) => b.cost)).toEqual(best.map((b) => b.cost).toSorted((x, y) => x - y));
    const order = best.map((b) => b.figures.map((id) => readings.findIndex((r) => r.figure.id === id)));
    for (const [i, a] of order.entries())
      for (const b of order.slice(i + 1)) expect(visiblyDiffer(a, b, (x, y) => x === y)).toBe(true);
  });

  it('can be left and taken up again at any time', () => {
    const request = requestOf(36, { inAll: 2, best: 5 });
    const whole = new Composition(kin('slot-swing'), request).finish();
    const pieces = new Composition(kin('slot-swing'), request);
    let times = 0;
    while (!pieces.step(1)) times++;
    expect(times).toBeGreaterThan(10);
    expect(pieces.answer).toEqual(whole);
    const short = new Composition(kin('slot-swing'), request).finish({ work: 1 });
    expect([short.complete, short.count]).toEqual([false, undefined]);
  });
});

describe('why there is none', () => {
  const readings = kin('slot-swing');
  const graph = graphOf(readings);
  const possible = (r: ComposeRequest, kept: readonly Constraint[]): boolean => {
    const wanted = {
      ...keepOnly(r, kept),
      beats: kept.some((k) => k.code === 'beats') ? r.beats : Math.max(2 * r.beats, r.beats + 32),
    };
    const counts = finish(countSteps(graph, edgesOf(graph, readings, wanted), wanted));
    return kept.some((k) => k.code === 'beats') ? (counts[r.beats] ?? 0n) > 0n : counts.some((n) => n > 0n);
  };
  const requests: ComposeRequest[] = [
    requestOf(31, { inRow: 1, level: 2 }),
    requestOf(8, { must: ['demo-double-cross'], inRow: 1 }),
    requestOf(12, { must: ['demo-push', 'demo-left-pass', 'demo-double-cross'] }),
    requestOf(24, { must: ['demo-free-spin'], level: 1, inRow: 1 }),
    requestOf(32, { must: ['demo-push'], mustNot: ['demo-push'], level: 3 }),
    requestOf(30, { joints: 'fits', must: ['demo-left-pass', 'demo-push'], inAll: 1 }),
    requestOf(6, { hits: [2], hitsMust: true, inRow: 1 }),
    requestOf(64, { inAll: 1 }),
  ];

  it.each(requests.map((r, i) => [i, r] as const))(
    'the smallest set of constraints that conflict (%i)',
    (_, r) => {
      const found = finish(conflictSteps(graph, readings, r));
      const every = constraintsOf(r);
      let smallest = every.length;
      for (let size = 0; size <= every.length && smallest === every.length; size++)
        if ([...subsets(every, size)].some((s) => !possible(r, s))) smallest = size;
      expect(possible(r, every)).toBe(false);
      expect(found.core.length).toBe(smallest);
      expect(possible(r, found.core)).toBe(false);
      for (const c of every)
        expect([
          c,
          possible(
            r,
            every.filter((x) => x !== c),
          ),
        ]).toEqual([c, found.relax.some((x) => x.code === c.code && x.id === c.id)]);
    },
  );

  it('the nearest lengths that can be filled are named', () => {
    expect(finish(conflictSteps(graph, readings, requestOf(31))).nearest).toEqual({ below: 30, above: 32 });
  });
});

describe('filling', () => {
  /** Common practice: a 5-count travelling figure plus a 3-count basic fills an eight. */
  it('a five-count figure in eights needs a three-count filler', () => {
    const count = (n: number, walk: string) =>
      Array.from({ length: n }, (_, i) => `${i + 1} ${i === n - 1 && n % 2 ? 'touch' : walk}`).join(' ');
    const make = (id: string, n: number): Figure => ({
      ...newFigure(id, 'hustle', id),
      lines: `leader ${count(n, 'place')}\nfollower ${count(n, 'place')}`,
    });
    const list = [make('five', 5), make('three', 3)];
    const repertoire = new Repertoire(list);
    const readings = list.map((f) => repertoire.reading(f));
    const filling = fill(readings, 3, { type: 'figure', id: 'five' }, { type: 'figure', id: 'five' });
    expect(filling.count).toBe(1n);
    expect(filling.ways[0]?.figures).toEqual(['three']);
    expect(fill(readings, 8, { type: 'any' }, { type: 'any' }).ways.map((w) => w.figures)).toEqual([
      ['five', 'three'],
      ['three', 'five'],
    ]);
    expect(fill(readings, 4, { type: 'any' }, { type: 'any' })).toEqual({ count: 0n, ways: [] });
  });

  /** Common practice: natural and reverse turn are joined by a closed change on the other foot. */
  it('between a natural and a reverse turn stands a closed change, and back again', () => {
    const readings = kin('waltz');
    const get = (id: string) => readings.find((r) => r.figure.id === id)!;
    const [natural, reverse] = [get('demo-waltz-natural'), get('demo-waltz-reverse')];
    expect(bridges(readings, { before: natural.ends, after: reverse.ends })[0]).toMatchObject({
      figures: ['demo-waltz-change-right'],
      beats: 3,
    });
    expect(bridges(readings, { before: reverse.ends, after: natural.ends })[0]).toMatchObject({
      figures: ['demo-waltz-change-left'],
      beats: 3,
    });
    const round = new Composition(readings, requestOf(18, { end: { type: 'loop' }, best: 1 })).finish();
    expect(round.best[0]?.figures.toSorted()).toEqual([
      'demo-waltz-change-left',
      'demo-waltz-change-right',
      'demo-waltz-natural',
      'demo-waltz-reverse',
    ]);
    expect(round.count).toBe(4n);
  });
});

describe('mends of a joint', () => {
  const joints = [
    ['demo-waltz-natural', 'demo-waltz-reverse'],
    ['demo-tango-eight', 'demo-tango-walk'],
    ['demo-push-short', 'demo-left-pass'],
  ] as const;
  it.each(joints)(
    'every mend between %s and %s makes the joint danceable, and is undone as one step',
    (a, b) => {
      const c = board([a, b]);
      const plan = planOf(c, all);
      const [before, after] = plan.passes.map((p) => p.reading);
      const mends = mendsFor({
        before: before!,
        after: after!,
        was: 0,
        will: 0,
        readings: kin(before!.figure.dance),
      });
      expect(mends.length).toBeGreaterThan(0);
      expect(mends.map((m) => m.cost)).toEqual(mends.map((m) => m.cost).toSorted((x, y) => x - y));
      for (const m of mends) {
        let n = 0;
        const edits = mendEdits(
          plan,
          1,
          m,
          (p) => all.figure(p.figure),
          () => `n${n++}`,
        );
        const after1 = planOf(edits.reduce(edited, c), all);
        const fits = after1.passes.slice(1).map((p) => p.joint?.fit);
        expect([m.type, fits.every((f) => f === 'fits' || f === 'small')]).toEqual([m.type, true]);
      }
    },
  );

  it('a repeated part is divided where the mend is', () => {
    const c: Combination = {
      ...board(['demo-left-pass']),
      parts: [{ key: 'a', figure: 'demo-left-pass', times: 4 }],
    };
    const plan = planOf(c, all);
    let n = 0;
    const done = mendEdits(
      plan,
      2,
      { type: 'over', over: -0.4, cost: 0 },
      () => undefined,
      () => `n${n++}`,
    ).reduce(edited, c);
    expect(done.parts.map((p) => [p.times, p.over])).toEqual([
      [2, undefined],
      [2, -0.4],
    ]);
    expect(planOf(done, all).beats).toBe(plan.beats);
  });

  /** Derived: a leader who ends beside the lane may begin there; as far on the other side is no way to go. */
  it('further over is danced in the whole chain', () => {
    const lines =
      'leader 1 side off the lane left 2 close\nfollower 1 place 2 place\nhands 1 left to right low';
    const beside: Figure = { ...newFigure('beside', 'slot-swing', 'beside'), lines };
    const repertoire = new Repertoire([...demoFigures, beside]);
    const plan = planOf(board(['beside', 'demo-left-pass', 'demo-push']), repertoire);
    const [a, b] = [plan.passes[0]!.reading, plan.passes[1]!.reading];
    const [over] = mendsFor({ before: a, after: b, was: 0, will: 0, readings: [] });
    if (over?.type !== 'over') throw new Error('not offered');
    expect(over.over).toBeLessThan(0);
    expect(holdsInChain(plan, 1, over, repertoire)).toBe(true);
    expect(holdsInChain(plan, 1, { ...over, over: 0.8 }, repertoire)).toBe(false);
  });

  /** Derived: a side pass turns the leader back along the lane, where the leader's right is the other side of it. */
  it.each([
    ['demo-push', 'demo-push', 1],
    ['demo-left-pass', 'demo-push', -1],
  ])('after %s, %s begins over on the side the leader calls right', (first, second, side) => {
    const c = board([first, second]);
    const beginsAt = (over: number) =>
      wholeOf(planOf({ ...c, parts: [c.parts[0]!, { ...c.parts[1]!, over }] }, all))!.passes[1]!.pose.x;
    expect((beginsAt(0.3) - beginsAt(-0.3)) * side).toBeGreaterThan(0.15);
  });

  it('arms that must be turned are brought round by a short figure on the spot', () => {
    const start = { ...newFigure('x', 'six-count-swing').start, hold: 'two-hand' as const };
    const line = 'leader 1 place 2 place\nfollower 1 place 2 place';
    const plain: Figure = { ...newFigure('plain', 'six-count-swing', 'plain'), start, lines: line };
    const crossed: Figure = { ...plain, id: 'crossed', start: { ...start, hold: 'double-cross' } };
    const repertoire = new Repertoire([plain, crossed]);
    const [a, b] = [repertoire.get('plain')!, repertoire.get('crossed')!];
    const mends = mendsFor({ before: a, after: b, was: 0, will: 0, readings: [a] });
    const route = mends.find((m) => m.type === 'route');
    expect(route).toBeDefined();
    const c = board(['plain', 'crossed']);
    let n = 0;
    const done = mendEdits(
      planOf(c, repertoire),
      1,
      route!,
      () => undefined,
      () => `n${n++}`,
    ).reduce(edited, c);
    const plan = planOf(done, repertoire);
    expect(plan.passes.map((p) => p.joint?.fit)).toEqual([undefined, 'fits', 'fits']);
    const w = wholeOf(plan)!;
    expect(armsAt(w.analysis.arms, w.analysis.end - 1, true).crossing).toBe(2);
  });
});

describe('seeded mistakes at a joint', () => {
  /** Common practice: each is what a teacher looks for where one figure ends and the next begins. */
  const pairs = demoFigures.flatMap((f) => {
    const after = demoFigures.filter(
      (g) => g.dance === f.dance && sound(all.reading(f)) && sound(all.reading(g)),
    );
    return after.flatMap((g) => {
      const [a, b] = [all.reading(f).ends, all.reading(g).ends];
      const now = jointBetween(a, b);
      return now.fit === 'fits' || now.fit === 'small' ? [{ a, b, now }] : [];
    });
  });
  const added = (was: Joint, then: Joint): string[] =>
    then.differences
      .map((d) => `${d.code} ${d.role ?? ''}`.trim())
      .filter((k) => !was.differences.some((d) => `${d.code} ${d.role ?? ''}`.trim() === k));

  it('the other foot of one role is a wrong foot of that role and nothing else', () => {
    expect(pairs.length).toBeGreaterThan(100);
    for (const { a, b, now } of pairs)
      for (const role of ['leader', 'follower'] as const) {
        const free = { ...a.exit.free, [role]: a.exit.free[role] === 'L' ? 'R' : 'L' } as typeof a.exit.free;
        const then = jointBetween({ ...a, exit: { ...a.exit, free } }, b);
        expect([added(now, then), then.fit, then.cost]).toEqual([[`foot ${role}`], 'bridge', Infinity]);
      }
  });
  it('partners turned away from each other, or far apart, are found as that', () => {
    for (const { a, b, now } of pairs) {
      const turned = jointBetween({ ...a, exit: { ...a.exit, turn: a.exit.turn + 90 } }, b);
      expect([turned.fit, added(now, turned).filter((x) => x !== 'facing')]).toEqual(['bridge', []]);
      const far = jointBetween({ ...a, exit: { ...a.exit, ahead: a.exit.ahead + 2 } }, b);
      expect([far.fit, added(now, far).filter((x) => x !== 'place')]).toEqual(['bridge', []]);
    }
  });
  it('a joint costs what its differences cost, and less is never needed', () => {
    for (const { now } of pairs) {
      expect(now.cost).toBe(now.differences.reduce((sum, d) => sum + d.cost, 0));
      expect(now.fit === 'fits' || now.differences.some((d) => d.fit === 'small')).toBe(true);
    }
  });
});

describe('the demo combinations', () => {
  const by = (id: string) =>
    planOf(
      demoCombinations.find((c) => c.id === `demo-combination-${id}`)!,
      all,
    );
  it('are in at least five dances, every figure there', () => {
    expect(
      new Set(demoCombinations.map((c) => planOf(c, all).passes[0]?.reading.figure.dance)).size,
    ).toBeGreaterThanOrEqual(5);
    expect(demoCombinations.flatMap((c) => planOf(c, all).missing)).toEqual([]);
  });
  it('one loops over 32, one fills a 12-bar blues in sixes, two have a joint that does not fit', () => {
    expect([by('layers').beats, loops(by('layers'))]).toEqual([32, true]);
    expect([
      by('blues').beats,
      by('blues').passes.every((p) => p.reading.beats === 6),
      loops(by('blues')),
    ]).toEqual([48, true, true]);
    expect(by('waltz-gap').passes[1]?.joint?.fit).toBe('bridge');
    expect(by('tango').passes[1]?.joint?.fit).toBe('bridge');
  });
  it('those that hold together have nothing wrong from the first count to the last', () => {
    for (const id of ['blues', 'layers', 'break', 'waltz', 'swing']) {
      const plan = by(id);
      const wrong = findingsOf(plan, wholeOf(plan)!.analysis).filter((f) => f.finding.severity === 'wrong');
      expect([id, wrong]).toEqual([id, []]);
    }
  });
});
