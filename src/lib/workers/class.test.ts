import { describe, expect, it } from 'vitest';
import { defaultHeights } from '$lib/core/analysis';
import { newRoom } from '$lib/core/hall';
import { demoClasses, demoCombinations, demoFigures } from '$lib/demo';
import { classAnswerer } from './class-answerer';
import { ClassFinder, type ClassAnswer, type ClassAsk, type ClassQuestion, type Stock } from './class-finder';

const NOW = Date.UTC(2026, 10, 26, 12);
const demo = demoClasses(NOW, 'Europe/Berlin');
const stock: Stock = {
  key: 'a',
  figures: demoFigures,
  combinations: demoCombinations,
  parents: [],
  heights: defaultHeights,
};
const report: ClassQuestion = {
  type: 'report',
  plan: demo.class[0]!,
  group: demo.group[0],
  log: demo.entry,
  when: NOW,
};
const worker = () => {
  const answers: ClassAnswer[] = [];
  const give: (() => void)[] = [];
  const answer = classAnswerer(
    (a) => answers.push(a),
    () => new Promise((resolve) => give.push(resolve)),
    () => 'id',
  );
  const settle = async () => {
    for (let i = 0; i < 60; i++) {
      give.splice(0).forEach((g) => g());
      await Promise.resolve();
      await Promise.resolve();
    }
  };
  return { answers, answer, settle };
};

describe('classes in a worker', () => {
  it('the hour comes at once, what depends on what they know after it; then all at once', async () => {
    const { answers, answer, settle } = worker();
    void answer({ ...report, id: 1, stock } as ClassAsk);
    await settle();
    const [first, whole] = answers.map((a) => (a.type === 'report' ? a.report : undefined));
    expect(answers).toHaveLength(2);
    expect(first?.figures).toEqual([]);
    expect(first?.hour.over).toBe(whole?.hour.over);
    expect(whole?.figures).toHaveLength(1);
    void answer({ ...report, id: 2 } as ClassAsk);
    await settle();
    expect(answers).toHaveLength(3);
  });
  it('a question given up, or followed by another, is not answered any more', async () => {
    const { answers, answer, settle } = worker();
    void answer({ ...report, id: 1, stock } as ClassAsk);
    void answer({ type: 'stop', id: 2 });
    await settle();
    expect(answers).toEqual([]);
    void answer({ ...report, id: 3 } as ClassAsk);
    void answer({ type: 'rotate', dancers: [], rounds: 1, id: 4 });
    await settle();
    expect(answers.map((a) => [a.type, a.id])).toEqual([['rotate', 4]]);
  });
  it('packs and suggests from what it was sent', async () => {
    const { answers, answer, settle } = worker();
    void answer({
      type: 'pack',
      room: newRoom('r', 'R'),
      what: { type: 'figure', id: 'demo-push' },
      couples: 4,
      margin: 0.3,
      id: 1,
      stock,
    });
    await settle();
    void answer({
      type: 'suggest',
      plan: demo.class[0]!,
      group: demo.group[0],
      log: demo.entry,
      template: 'weekly',
      when: NOW,
      id: 2,
    });
    await settle();
    expect(answers[0]).toMatchObject({ type: 'pack', footprint: { takes: 'slot' } });
    expect(answers[1]?.type === 'suggest' && answers[1].suggestion.fresh?.figure).toBe('demo-free-spin');
  });
  it('the repertoire is sent once, and again when it is another or the worker died', () => {
    const sent: ClassAsk[] = [];
    let died: ((e: ErrorEvent) => void) | null = null;
    const finder = new ClassFinder(() => ({
      postMessage: (q: ClassAsk) => void sent.push(q),
      terminate: () => {},
      onmessage: null,
      set onerror(f: (e: ErrorEvent) => void) {
        died = f;
      },
      get onerror() {
        return died!;
      },
    }));
    const had = () => sent.map((q) => 'stock' in q);
    finder.ask(report, stock, () => {});
    finder.ask(report, stock, () => {});
    finder.ask(report, { ...stock, key: 'b' }, () => {});
    expect(had()).toEqual([true, false, true]);
    died!({} as ErrorEvent);
    finder.ask(report, { ...stock, key: 'b' }, () => {});
    expect(had().at(-1)).toBe(true);
  });
});
