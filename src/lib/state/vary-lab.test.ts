import { describe, expect, it, vi } from 'vitest';
import { defaultHeights } from '$lib/core/analysis';
import { demoFigures, demoKept } from '$lib/demo';
import { growAll } from '$lib/core/figure';
import type { FixFinder } from '$lib/workers/fix-finder';
import { varyAnswerer } from '$lib/workers/vary-answerer';
import type { VaryAnswer, VaryFinder } from '$lib/workers/vary-finder';
import { entries } from '$lib/views/figures/catalogue';
import { growth } from '$lib/views/figures/growth';
import type { FigureRow } from '$lib/storage';
import { Desk } from './desk.svelte';
import { VaryLab } from './vary-lab.svelte';
import { VersionsLab, layersOf } from './versions.svelte';

const demo = (id: string) => demoFigures.find((f) => f.id === `demo-${id}`)!;
const none = { ask: () => {}, stop: () => {} } as unknown as FixFinder;

/** Answers at once, in this thread. */
function finder(): VaryFinder & { waiting: Promise<void> } {
  let handed: (a: VaryAnswer) => void = () => {};
  const answer = varyAnswerer(
    (a) => handed(a),
    () => Promise.resolve(),
  );
  const fake = {
    waiting: Promise.resolve(),
    ask: (figure: never, heights: never, wanted: never, on: (a: VaryAnswer) => void) => {
      handed = on;
      fake.waiting = answer({ type: 'ask', id: Math.random(), figure, heights, wanted });
    },
    cancel: () => (handed = () => {}),
    stop: () => {},
  };
  return fake as unknown as VaryFinder & { waiting: Promise<void> };
}

describe('varying on the desk', () => {
  it('a preview is shown, not kept; taken over it is one step of the history', async () => {
    const desk = new Desk(demo('push'), defaultHeights, none);
    const f = finder();
    const lab = new VaryLab(desk, f);
    lab.span(24, 48);
    lab.seek();
    await f.waiting;
    expect(lab.busy).toBe(false);
    const i = lab.offers.findIndex((o) => o.offer.variation.type === 'stretch');
    lab.look(i);
    expect([desk.analysis.counts, desk.settled.counts, desk.figure]).toEqual([7, 6, demo('push')]);
    lab.release();
    expect(desk.analysis.counts).toBe(6);
    lab.use(i);
    expect([desk.preview, desk.settled.counts]).toEqual([undefined, 7]);
    desk.undo();
    expect(desk.figure).toEqual(demo('push'));
  });

  it('what was asked in a quiet moment is there at once, unless the figure or the question has changed', async () => {
    const desk = new Desk(demo('push'), defaultHeights, none);
    const f = finder();
    const lab = new VaryLab(desk, f);
    lab.warm();
    await f.waiting;
    expect(lab.offers).toEqual([]);
    lab.seek();
    expect(lab.offers.length).toBe(3);
    await vi.waitFor(() => expect(lab.busy).toBe(false));
    expect(lab.offers.length).toBeGreaterThan(5);
    lab.span(24, 72);
    lab.seek();
    expect([lab.busy, lab.offers.length]).toEqual([true, 0]);
    await f.waiting;
    desk.edit({ type: 'set-details', patch: { name: 'Push, once more' } });
    lab.seek();
    expect(lab.busy).toBe(true);
    await f.waiting;
  });

  it('an edit ends the preview; a step chosen sets the span to its unit', async () => {
    const desk = new Desk(demo('push'), defaultHeights, none);
    const f = finder();
    const lab = new VaryLab(desk, f);
    lab.spanAt('follower', 32);
    expect([lab.from, lab.to, lab.whose]).toEqual([24, 48, 'follower']);
    lab.seek();
    await f.waiting;
    const first = lab.offers[0]?.offer.variation;
    expect(first?.type === 'stretch' && first.at).toBe(30);
    lab.look(0);
    desk.edit({ type: 'set-details', patch: { level: 2 } });
    expect(desk.preview).toBeUndefined();
    lab.stop();
  });
});

const grown = growAll(new Map(demoKept.map((k) => [k.id, k])));
const rows: FigureRow[] = demoKept.map((k) => {
  const g = grown.get(k.id);
  if (!g?.ok) throw new Error(k.id);
  const plain = { id: k.id, rev: 1, updated: 1, figure: g.value.figure };
  return 'of' in k ? { ...plain, version: k, conflicts: g.value.conflicts } : plain;
});

describe('versions side by side', () => {
  it('from the core down to the one asked for, three at first', () => {
    const lab = new VersionsLab(rows, 'demo-free-spin', defaultHeights);
    expect(lab.shown).toEqual(['demo-push', 'demo-push-turn', 'demo-free-spin']);
    expect(new VersionsLab(rows, 'demo-push', defaultHeights).shown).not.toContain('demo-push-short');
    expect(lab.layers.map((l) => l.depth)[0]).toBe(0);
    lab.toggle('demo-free-spin');
    expect(lab.shown).not.toContain('demo-free-spin');
    lab.measureBy('demo-push-turn');
    expect(lab.shown[0]).toBe('demo-push-turn');
    for (const id of [...lab.shown]) lab.toggle(id);
    expect(lab.shown.length).toBe(1);
    expect(layersOf(rows, 'nowhere')).toEqual([]);
  });

  it('every demo core with layers has at least two that stand on its footprints', () => {
    for (const [core, ...layers] of [
      ['demo-push', 'demo-push-turn', 'demo-free-spin'],
      ['demo-six-triple', 'demo-six-turn', 'demo-six-turn-change'],
      ['demo-salsa1-basic', 'demo-salsa1-turn', 'demo-salsa1-crossed'],
      ['demo-left-pass', 'demo-left-pass-turn', 'demo-left-pass-change'],
    ] as const) {
      const lab = new VersionsLab(rows, core, defaultHeights);
      lab.shown = [core, ...layers];
      expect(lab.compared.map((c) => c.breaches)).toEqual([[], [], []]);
      expect(lab.compared.slice(1).every((c) => c.differences.length > 0)).toBe(true);
    }
  });
});

describe('the drawn tree', () => {
  const list = entries(rows);
  it('has every figure once, and no line crosses another', () => {
    const all = growth(list, new Set()).flatMap((f) => f.rows);
    expect(all.map((r) => r.id).sort()).toEqual(rows.map((r) => r.id).sort());
    for (const [i, r] of all.entries()) {
      if (!r.leaves) continue;
      const parent = all[i - r.leaves.above];
      expect(parent?.depth).toBe(r.depth - 1);
      const between = all.slice(i - r.leaves.above + 1, i);
      for (const b of between) expect(b.leaves?.at ?? 0).toBeGreaterThanOrEqual(r.leaves.at);
    }
  });
  it('folds what it is told to', () => {
    const folded = growth(list, new Set(['demo-push'])).flatMap((f) => f.rows);
    expect(folded.length).toBe(rows.length - 5);
    expect(folded.find((r) => r.id === 'demo-push')).toMatchObject({ folded: true, below: 5 });
  });
});
