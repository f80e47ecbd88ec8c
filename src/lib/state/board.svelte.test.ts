import { describe, expect, it, vi } from 'vitest';
import { Repertoire, newCombination, type Combination, type Part } from '$lib/core/combination';
import { requestOf } from '$lib/core/composer';
import { demoCombinations, demoFigures } from '$lib/demo';
import type { ComposeAnswer, ComposeFinder } from '$lib/workers/compose-finder';
import { Board } from './board.svelte';
import { ComposeLab } from './compose-lab.svelte';

const rows = demoFigures.map((figure) => ({ id: figure.id, rev: 1, figure }));
const finder = () => {
  const asked: ((a: ComposeAnswer) => void)[] = [];
  const fake = {
    compose: vi.fn((...args: unknown[]) => void asked.push(args[3] as (a: ComposeAnswer) => void)),
    mends: vi.fn((...args: unknown[]) => void asked.push(args[3] as (a: ComposeAnswer) => void)),
    more: vi.fn((...args: unknown[]) => void asked.push(args[1] as (a: ComposeAnswer) => void)),
    cancel: vi.fn(),
  };
  return {
    fake: fake as unknown as ComposeFinder,
    calls: fake,
    answer: (a: ComposeAnswer) => asked.at(-1)?.(a),
  };
};
const open = (c: Combination, f = finder().fake) => {
  let n = 0;
  return new Board(
    c,
    { repertoire: new Repertoire(demoFigures), parents: new Map(), stored: rows },
    f,
    () => `n${n++}`,
  );
};
const of = (...figures: string[]): Combination => ({
  ...newCombination('c'),
  parts: figures.map((figure, i): Part => ({ key: `k${i}`, figure: `demo-${figure}`, times: 1 })),
});

describe('the board', () => {
  it('every change is one step back, and what follows from it is there at once', () => {
    const b = open(of('push', 'left-pass'));
    const saved: Combination[] = [];
    b.onchange = (c) => saved.push(c);
    b.insert(['demo-right-pass'], 1);
    expect(b.combination.parts.map((p) => p.figure)).toEqual([
      'demo-push',
      'demo-right-pass',
      'demo-left-pass',
    ]);
    expect([b.plan.beats, b.rows.length, b.chosen]).toEqual([18, 3, { type: 'part', part: 1 }]);
    b.move(1, 2);
    b.duplicate(0);
    b.times(0, 3);
    b.remove(3);
    expect(b.plan.beats).toBe(30);
    for (let i = 0; i < 5; i++) b.undo();
    expect(b.combination).toEqual(of('push', 'left-pass'));
    for (let i = 0; i < 5; i++) b.redo();
    expect(b.plan.beats).toBe(30);
    expect(saved.length).toBe(15);
    expect([b.canUndo, b.canRedo]).toEqual([true, false]);
  });

  it('the first figure on an empty board brings a tempo that lies in its range', () => {
    for (const { id, tempo } of demoFigures) {
      const b = open(of());
      b.insert([id], 0);
      const bpm = b.combination.tempo[0]!.bpm;
      expect(bpm >= tempo.min && bpm <= tempo.max, id).toBe(true);
    }
    const b = open({ ...of(), tempo: [{ beat: 1, bpm: 96 }] });
    b.insert(['demo-salsa1-basic'], 0);
    expect(b.combination.tempo).toEqual([{ beat: 1, bpm: 96 }]);
  });

  it('a number of times is a whole number', () => {
    const b = open(of('push'));
    b.times(0, 2.5);
    expect(b.combination.parts[0]?.times).toBe(1);
    expect(b.notice).toContain('whole number');
  });

  it('typing a number of times is one step, and stays within its limits', () => {
    const b = open(of('push'));
    b.times(0, 2);
    b.times(0, 20);
    b.times(0, 99);
    expect(b.combination.parts[0]?.times).toBe(20);
    expect(b.notice).toBe('Not changed: how often part 1 is danced: it goes up to 32. What was there stays.');
    b.times(0, 2.5);
    expect(b.notice).toContain('it takes a whole number');
    expect(b.combination.parts[0]?.times).toBe(20);
    b.undo();
    expect(b.combination.parts[0]?.times).toBe(1);
  });

  it('dances the whole when asked, as it stands then', () => {
    const b = open(of('push', 'left-pass'));
    expect(b.danced).toBeUndefined();
    b.dance();
    const first = b.danced;
    expect(first?.whole.analysis.counts).toBe(12);
    b.remove(0);
    b.dance();
    expect(b.danced?.whole.analysis.counts).toBe(6);
  });

  it('mends of a joint are asked for, and applied as one step', () => {
    const f = finder();
    const b = open(of('waltz-natural', 'waltz-reverse'), f.fake);
    expect(b.gaps).toEqual([1]);
    b.chooseJoint(1);
    expect(b.mends).toBeUndefined();
    const bridge = { figures: ['demo-waltz-change-right'], beats: 3, cost: 0 };
    f.answer({ type: 'mends', id: 1, mends: [{ type: 'fill', bridge, cost: 0.75 }] });
    b.mend(b.mends![0]!);
    expect(b.combination.parts.map((p) => p.figure)[1]).toBe('demo-waltz-change-right');
    expect([b.gaps, b.chosen]).toEqual([[], undefined]);
    b.undo();
    expect(b.gaps).toEqual([1]);
    b.chooseJoint(2);
    f.answer({ type: 'done', id: 2 });
    expect(b.mends).toEqual([]);
  });

  it('layers are shown without changing what is written', () => {
    const c = demoCombinations.find((x) => x.id === 'demo-combination-layers')!;
    const parents = new Map([
      ['demo-salsa1-turn', 'demo-salsa1-basic'],
      ['demo-salsa1-crossed', 'demo-salsa1-turn'],
      ['demo-salsa1-cross-turn', 'demo-salsa1-cross'],
      ['demo-salsa1-cross-change', 'demo-salsa1-cross-turn'],
    ]);
    const b = new Board(
      c,
      { repertoire: new Repertoire(demoFigures), parents, stored: rows },
      finder().fake,
      () => 'k',
    );
    b.layer = 3;
    expect(b.plan.passes.map((p) => p.reading.figure.id)).toEqual([
      'demo-salsa1-crossed',
      'demo-salsa1-cross-change',
      'demo-salsa1-crossed',
      'demo-salsa1-cross-change',
    ]);
    expect(b.combination).toBe(c);
    expect(b.layers().map((l) => [l.layer, l.breaches.length])).toEqual([
      [1, 0],
      [2, 0],
      [3, 0],
    ]);
  });
  it('figures with a mistake on purpose are not offered', () => {
    expect(
      open(of())
        .kin('slot-swing')
        .some((r) => r.figure.mistake),
    ).toBe(false);
  });
});

describe('composing', () => {
  it('every change asks anew; stopping, pausing and dying are said', () => {
    const f = finder();
    const lab = new ComposeLab(f.fake, { leader: 1.75, follower: 1.68 });
    lab.set({ inRow: 1 });
    lab.set({ inRow: undefined } as never);
    expect('inRow' in lab.request).toBe(false);
    expect(f.calls.compose).toHaveBeenCalledTimes(2);
    f.answer({ type: 'reading', id: 2, done: 8, of: 40 });
    expect([lab.state, lab.progress]).toEqual(['reading', { done: 8, of: 40 }]);
    f.answer({
      type: 'answer',
      id: 2,
      answer: { count: 7n, best: [], complete: false, bounds: undefined, conflict: undefined },
      leftOut: [],
    });
    expect(lab.answer?.count).toBe(7n);
    f.answer({ type: 'paused', id: 2 });
    expect(lab.state).toBe('paused');
    lab.more();
    expect(lab.state).toBe('searching');
    lab.cancel();
    expect(lab.state).toBe('cancelled');
    lab.ask();
    expect(lab.answer).toBeUndefined();
    f.answer({ type: 'done', id: 4, died: true });
    expect(lab.state).toBe('died');
  });
  it('a constraint is given up by name', () => {
    const lab = new ComposeLab(finder().fake, { leader: 1.75, follower: 1.68 });
    lab.request = requestOf(31, { must: ['a', 'b'], level: 1, end: { type: 'loop' }, inAll: 1 });
    lab.relax({ code: 'must', id: 'a' });
    lab.relax({ code: 'level' });
    lab.relax({ code: 'loop' });
    lab.relax({ code: 'in-all' });
    lab.relax({ code: 'beats' }, 32);
    expect(lab.request).toEqual(requestOf(32, { must: ['b'] }));
  });
});
