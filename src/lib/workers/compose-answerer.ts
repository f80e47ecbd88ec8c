import { read, usable, type Reading } from '$lib/core/combination';
import { BUDGET, Composition, graphOf, mendsFor, type Graph } from '$lib/core/composer';
import type { Heights } from '$lib/core/analysis';
import type { ComposeAnswer, ComposeAsk } from './compose-finder';

/** Figures read, and states gone through, between two pauses: about ten milliseconds. */
const READ_AT_ONCE = 8;
const WORK_AT_ONCE = 4_000;

/** Answers in small pieces, giving way between them, so that a newer question or a stop is heard at once. */
export function composeAnswerer(
  send: (answer: ComposeAnswer) => void,
  giveWay: () => Promise<void>,
  budget: number = BUDGET.work,
): (ask: ComposeAsk) => Promise<void> {
  const known = new Map<string, Reading>();
  let tall: string | undefined;
  let graph:
    | {
        readonly of: string;
        readonly graph: Graph;
        readonly readings: readonly Reading[];
        readonly leftOut: readonly string[];
      }
    | undefined;
  let current: Composition | undefined;
  let latest = 0;

  return async (ask) => {
    latest = ask.id;
    if (ask.type === 'stop') return;
    if (ask.type === 'more') return current && run(ask.id, current);
    forgetOthers(ask.heights);
    if (!(await readAll(ask))) return;
    const now = graphFor(ask.keys);
    if (ask.type === 'mends') return mend(ask, now);
    if (!ask.request) return;
    current = new Composition(now.readings, ask.request, now.graph);
    await run(ask.id, current);
  };

  /** Other bodies, other distances: what was read for them no longer holds. */
  function forgetOthers(heights: Heights): void {
    const now = JSON.stringify(heights);
    if (tall !== now) {
      known.clear();
      graph = undefined;
    }
    tall = now;
  }

  async function readAll(ask: ComposeAsk): Promise<boolean> {
    for (const [i, { key, figure }] of ask.fresh.entries()) {
      if (i % READ_AT_ONCE === 0) {
        await giveWay();
        if (latest !== ask.id) return false;
        send({ type: 'reading', id: ask.id, done: i, of: ask.fresh.length });
      }
      if (!known.has(key)) known.set(key, read(figure, ask.heights));
    }
    return latest === ask.id;
  }

  /** Only figures that can be danced as written are composed with. */
  function graphFor(keys: readonly string[]): { graph: Graph; readings: readonly Reading[] } {
    const of = keys.join(' ');
    if (graph?.of !== of) {
      const all = keys.flatMap((k) => known.get(k) ?? []);
      const readings = all.filter(usable);
      const leftOut = all.filter((r) => !usable(r)).map((r) => r.figure.id);
      graph = { of, readings, graph: graphOf(readings), leftOut };
      for (const key of known.keys()) if (!keys.includes(key)) known.delete(key);
    }
    return graph;
  }

  async function run(id: number, c: Composition): Promise<void> {
    const until = c.work + budget;
    let said = '';
    while (c.work < until) {
      await giveWay();
      if (latest !== id) return;
      const complete = c.step(Math.min(WORK_AT_ONCE, budget));
      const state = `${c.answer.best.length} ${c.answer.count} ${c.answer.bounds?.atMost}`;
      if (state !== said || complete)
        send({
          type: 'answer',
          id,
          answer: { ...c.answer, best: [...c.answer.best] },
          leftOut: graph?.leftOut ?? [],
        });
      said = state;
      if (complete) {
        send({ type: 'done', id });
        return;
      }
    }
    send({ type: 'paused', id });
  }

  async function mend(ask: ComposeAsk, now: { graph: Graph; readings: readonly Reading[] }): Promise<void> {
    await giveWay();
    if (latest !== ask.id || !ask.joint) return;
    const { before, after, was, will } = ask.joint;
    const mends = mendsFor({
      before: read(before, ask.heights),
      after: read(after, ask.heights),
      was,
      will,
      ...now,
      heights: ask.heights,
    });
    send({ type: 'mends', id: ask.id, mends });
    send({ type: 'done', id: ask.id });
  }
}
