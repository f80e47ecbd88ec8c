import { describe, expect, it, vi } from 'vitest';
import { defaultHeights } from '$lib/core/analysis';
import { demoFigures } from '$lib/demo/figures';
import { FixFinder, answerer, type Answer, type Ask } from './fix-finder';
import type { Port } from './latest';

const wrong = demoFigures.find((f) => f.id === 'demo-push-short')!;
const right = demoFigures[0]!;
const ask = (id: number, figure = wrong): Ask => ({ type: 'ask', id, figure, heights: defaultHeights });

describe('answering', () => {
  it('sends the mends of every finding, then says it is done', async () => {
    const sent: Answer[] = [];
    await answerer(
      (a) => sent.push(a),
      () => Promise.resolve(),
    )(ask(1));
    expect(sent.map((a) => a.type)).toEqual(['fixes', 'done']);
    expect(sent[0]?.type === 'fixes' && sent[0].fixes.length).toBe(1);
  });

  it('a newer request ends the older one', async () => {
    const sent: Answer[] = [];
    const answer = answerer(
      (a) => sent.push(a),
      () => new Promise((r) => setTimeout(r)),
    );
    await Promise.all([answer(ask(1)), answer(ask(2, right))]);
    expect(sent).toEqual([{ type: 'done', id: 2 }]);
  });
});

describe('asking', () => {
  const port = () =>
    ({ postMessage: vi.fn(), terminate: vi.fn(), onmessage: null, onerror: null }) as unknown as Port<Answer>;

  it('hands on the answers to the latest request only', () => {
    const p = port();
    const finder = new FixFinder(() => p);
    const got: Answer[] = [];
    finder.ask(wrong, defaultHeights, (a) => got.push(a));
    finder.ask(wrong, defaultHeights, (a) => got.push(a));
    p.onmessage?.({ data: { type: 'done', id: 1 } } as MessageEvent<Answer>);
    p.onmessage?.({ data: { type: 'done', id: 2 } } as MessageEvent<Answer>);
    expect(got).toEqual([{ type: 'done', id: 2 }]);
  });

  it('a worker that dies ends the request, and the next one starts another', () => {
    const ports = [port(), port()];
    let n = 0;
    const finder = new FixFinder(() => ports[n++]!);
    const got: Answer[] = [];
    finder.ask(wrong, defaultHeights, (a) => got.push(a));
    ports[0]!.onerror?.({} as ErrorEvent);
    expect(got).toEqual([{ type: 'done', id: 1 }]);
    finder.ask(wrong, defaultHeights, () => {});
    expect(n).toBe(2);
  });
});
