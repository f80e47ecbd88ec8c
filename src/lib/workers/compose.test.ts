import { describe, expect, it, vi } from 'vitest';
import { defaultHeights } from '$lib/core/analysis';
import { Composition, requestOf, type ComposeRequest } from '$lib/core/composer';
import { read } from '$lib/core/combination';
import { demoFigures } from '$lib/demo';
import { composeAnswerer } from './compose-answerer';
import { ComposeFinder, type ComposeAnswer, type ComposeAsk } from './compose-finder';
import type { Port } from './latest';

const figures = demoFigures.filter((f) => f.dance === 'slot-swing');
const keyed = figures.map((figure) => ({ key: `${figure.id}@1`, figure }));
const keys = keyed.map((k) => k.key);
const soon = () => Promise.resolve();
const later = () => new Promise<void>((r) => setTimeout(r));
const ask = (id: number, request: ComposeRequest, rest: Partial<ComposeAsk> = {}): ComposeAsk => ({
  type: 'compose',
  id,
  heights: defaultHeights,
  fresh: keyed,
  keys,
  request,
  ...rest,
});
const listen = () => {
  const sent: ComposeAnswer[] = [];
  return { sent, send: (a: ComposeAnswer) => void sent.push(a) };
};
const last = (sent: readonly ComposeAnswer[]) => sent.findLast((a) => a.type === 'answer');

describe('composing in a worker', () => {
  it('reads, says how far it is, and answers as the core does in one go', async () => {
    const { sent, send } = listen();
    await composeAnswerer(send, soon)(ask(1, requestOf(36, { inRow: 1, best: 3 })));
    expect(sent[0]).toEqual({ type: 'reading', id: 1, done: 0, of: figures.length });
    expect(sent.at(-1)).toEqual({ type: 'done', id: 1 });
    const sound = figures.map((f) => read(f)).filter((r) => r.wrong.length === 0);
    expect(last(sent)?.answer).toEqual(new Composition(sound, requestOf(36, { inRow: 1, best: 3 })).finish());
    expect(() => structuredClone(sent)).not.toThrow();
  });

  it('what has been read is not read again; other bodies are read anew', async () => {
    const { sent, send } = listen();
    const answer = composeAnswerer(send, soon);
    await answer(ask(1, requestOf(12)));
    sent.length = 0;
    await answer(ask(2, requestOf(12), { fresh: [] }));
    expect(sent.some((a) => a.type === 'reading')).toBe(false);
    expect(last(sent)?.answer.count).toBeGreaterThan(0n);
  });

  it('stops at its next pause when it is stopped, or asked something newer', async () => {
    const { sent, send } = listen();
    const answer = composeAnswerer(send, later);
    await Promise.all([
      answer(ask(1, requestOf(128, { inAll: 3 }))),
      answer(ask(2, requestOf(12), { type: 'stop' })),
    ]);
    expect(sent.filter((a) => a.type === 'answer' || a.type === 'done')).toEqual([]);
    sent.length = 0;
    await Promise.all([answer(ask(3, requestOf(128, { inAll: 3 }))), answer(ask(4, requestOf(12)))]);
    expect(sent.filter((a) => a.type === 'done')).toEqual([{ type: 'done', id: 4 }]);
  });

  it('pauses when its budget is used up, says what it knows, and goes on when asked to', async () => {
    const { sent, send } = listen();
    const answer = composeAnswerer(send, soon, 1);
    await answer(ask(1, requestOf(128, { inRow: 1, inAll: 2, turns: 2, best: 3 })));
    expect(sent.at(-1)).toEqual({ type: 'paused', id: 1 });
    let id = 1;
    while (sent.at(-1)?.type === 'paused')
      await answer(ask(++id, requestOf(64), { type: 'more', fresh: [], keys: [] }));
    expect(id).toBeGreaterThan(2);
    expect(sent.at(-1)).toEqual({ type: 'done', id });
    expect(last(sent)?.answer.complete).toBe(true);
  });

  it('looks for the mends of a joint', async () => {
    const { sent, send } = listen();
    const pass = demoFigures.find((f) => f.id === 'demo-left-pass')!;
    const beside = { ...pass, lines: pass.lines.replace('6 side\n', '6 side off the lane left\n') };
    const joint = { before: beside, after: pass, was: 0, will: 0 };
    const { request: _, ...rest } = ask(1, requestOf(1));
    await composeAnswerer(send, soon)({ ...rest, type: 'mends', joint });
    const mends = sent.find((a) => a.type === 'mends');
    expect(mends?.mends.map((m) => m.type)).toEqual(['over']);
  });
});

describe('asking', () => {
  const port = () =>
    ({
      postMessage: vi.fn(),
      terminate: vi.fn(),
      onmessage: null,
      onerror: null,
    }) as unknown as Port<ComposeAnswer>;
  const rows = figures.map((figure) => ({ id: figure.id, rev: 1, figure }));
  it('sends every figure once, all of them again after the worker has died, and says that it died', () => {
    const ports: Port<ComposeAnswer>[] = [];
    const finder = new ComposeFinder(() => {
      ports.push(port());
      return ports.at(-1)!;
    });
    const fresh = (n: number, call: number) =>
      (vi.mocked(ports[n]!.postMessage).mock.calls[call]?.[0] as ComposeAsk).fresh.length;
    const got: ComposeAnswer[] = [];
    finder.compose(requestOf(12), rows, defaultHeights, (a) => got.push(a));
    ports[0]!.onmessage?.({ data: { type: 'done', id: 1 } } as MessageEvent<ComposeAnswer>);
    finder.mends(
      { before: rows[0]!.figure, after: rows[0]!.figure, was: 0, will: 0 },
      rows,
      defaultHeights,
      () => {},
    );
    expect([fresh(0, 0), fresh(0, 1)]).toEqual([rows.length, 0]);
    finder.compose(requestOf(12), rows, defaultHeights, (a) => got.push(a));
    ports[0]!.onerror?.({} as ErrorEvent);
    expect(got.at(-1)).toEqual({ type: 'done', id: 3, died: true });
    finder.compose(requestOf(12), rows, defaultHeights, () => {});
    expect(fresh(1, 0)).toBe(rows.length);
    finder.cancel();
    expect(ports[1]!.postMessage).toHaveBeenLastCalledWith({ type: 'stop', id: 5 });
    finder.stop();
    expect(ports[1]!.terminate).toHaveBeenCalled();
  });
});
