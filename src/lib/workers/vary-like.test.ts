import { describe, expect, it, vi } from 'vitest';
import { defaultHeights } from '$lib/core/analysis';
import { demoFigures } from '$lib/demo';
import type { Port } from './latest';
import { likeAnswerer } from './like-answerer';
import { LikeFinder, type LikeAnswer, type LikeAsk } from './like-finder';
import { varyAnswerer } from './vary-answerer';
import { VaryFinder, type VaryAnswer, type VaryAsk } from './vary-finder';

const push = demoFigures[0]!;
const soon = () => Promise.resolve();
const wanted = { group: 'time', from: 24, to: 48, whose: 'both' } as const;
const ask = (id: number, type: 'ask' | 'stop' = 'ask'): VaryAsk => ({
  type,
  id,
  figure: push,
  heights: defaultHeights,
  wanted,
});

describe('offers from a worker', () => {
  it('come one at a time with what they bring, then it is done', async () => {
    const sent: VaryAnswer[] = [];
    await varyAnswerer((a) => sent.push(a), soon)(ask(1));
    expect(sent.at(-1)).toEqual({ type: 'done', id: 1 });
    expect(sent.length).toBeGreaterThan(5);
    const first = sent[0];
    expect(first?.type === 'offer' && first.weighed.brings?.counts).toEqual({ was: 6, now: 7 });
    expect(() => structuredClone(sent)).not.toThrow();
  });
  it('a newer question, or a stop, ends the older one', async () => {
    const sent: VaryAnswer[] = [];
    const answer = varyAnswerer(
      (a) => sent.push(a),
      () => new Promise((r) => setTimeout(r)),
    );
    await Promise.all([answer(ask(1)), answer(ask(2, 'stop'))]);
    expect(sent).toEqual([]);
  });
  it('answers to what is no longer wanted are not handed on', () => {
    const p = {
      postMessage: vi.fn(),
      terminate: vi.fn(),
      onmessage: null,
      onerror: null,
    } as unknown as Port<VaryAnswer>;
    const finder = new VaryFinder(() => p);
    const got: VaryAnswer[] = [];
    finder.ask(push, defaultHeights, wanted, (a) => got.push(a));
    finder.cancel();
    p.onmessage?.({ data: { type: 'done', id: 1 } } as MessageEvent<VaryAnswer>);
    expect(got).toEqual([]);
    expect(p.postMessage).toHaveBeenLastCalledWith({ type: 'stop', id: 2 });
    finder.stop();
    expect(p.terminate).toHaveBeenCalled();
  });
});

describe('likeness from a worker', () => {
  const rows = demoFigures.map((figure) => ({ id: figure.id, rev: 1, figure }));
  const likeAsk = (fresh: LikeAsk['fresh']): LikeAsk => ({
    type: 'ask',
    id: 1,
    figure: push,
    fresh,
    keys: rows.map((r) => `${r.id}@1`),
    most: 3,
  });
  it('reads what is new, says how far it is, and remembers it', async () => {
    const sent: LikeAnswer[] = [];
    const answer = likeAnswerer((a) => sent.push(a), soon);
    await answer(likeAsk(rows.map((r) => ({ key: `${r.id}@1`, figure: r.figure }))));
    expect(sent[0]).toEqual({ type: 'reading', id: 1, done: 0, of: rows.length });
    const first = sent.find((a) => a.type === 'like');
    expect(first?.type === 'like' && first.list.map((l) => l.id)).toContain('demo-push-short');
    sent.length = 0;
    await answer(likeAsk([]));
    expect(sent[0]).toEqual(first);
  });
  it('sends each figure once, and all of them again after the worker has died', () => {
    const ports: Port<LikeAnswer>[] = [];
    const finder = new LikeFinder(() => {
      const p = {
        postMessage: vi.fn(),
        terminate: vi.fn(),
        onmessage: null,
        onerror: null,
      } as unknown as Port<LikeAnswer>;
      ports.push(p);
      return p;
    });
    const sentBy = (n: number, call: number) =>
      (vi.mocked(ports[n]!.postMessage).mock.calls[call]?.[0] as LikeAsk).fresh.length;
    finder.ask(push, rows, 3, () => {});
    ports[0]!.onmessage?.({
      data: { type: 'like', id: 1, list: [], unitBeats: 2 },
    } as unknown as MessageEvent<LikeAnswer>);
    finder.ask(push, [...rows, { id: 'new', rev: 1, figure: push }], 3, () => {});
    expect([sentBy(0, 0), sentBy(0, 1)]).toEqual([rows.length, 1]);
    ports[0]!.onerror?.({} as ErrorEvent);
    finder.ask(push, rows, 3, () => {});
    finder.ask(push, rows, 3, () => {});
    expect(vi.mocked(ports[1]!.postMessage).mock.calls.length).toBe(2);
    expect(sentBy(1, 0)).toBe(rows.length);
  });
});
