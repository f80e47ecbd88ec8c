import { analyse, type Heights } from '$lib/core/analysis';
import type { Figure } from '$lib/core/figure';
import { check, fixesFor, keyOf, type Fix } from '$lib/core/findings';
import { Latest, type Port } from './latest';

/** Asks for the tried mends of every finding of a figure. A newer request ends an older one. */
export interface Ask {
  readonly type: 'ask';
  readonly id: number;
  readonly figure: Figure;
  readonly heights: Heights;
}
/** The mends of one finding, or `done` when all have been sent. */
export type Answer =
  | { readonly type: 'fixes'; readonly id: number; readonly key: string; readonly fixes: readonly Fix[] }
  | { readonly type: 'done'; readonly id: number };

/** How many findings are mended at once, how many mends are offered for each, how many are tried. */
const FINDINGS = 12;
const OFFERS = 3;
const TRIES = 60;

/** Answers requests one finding at a time, giving way between them; the latest request wins. */
export function answerer(
  send: (answer: Answer) => void,
  giveWay: () => Promise<void>,
): (ask: Ask) => Promise<void> {
  let latest = 0;
  return async ({ id, figure, heights }) => {
    latest = id;
    const a = analyse(figure, heights);
    for (const finding of check(a).slice(0, FINDINGS)) {
      await giveWay();
      if (latest !== id) return;
      send({ type: 'fixes', id, key: keyOf(finding), fixes: fixesFor(a, finding, OFFERS, heights, TRIES) });
    }
    send({ type: 'done', id });
  };
}

/** Asks a worker for mends. */
export class FixFinder {
  readonly #latest: Latest<Omit<Ask, 'id'>, Answer>;

  constructor(start: () => Port<Answer>) {
    this.#latest = new Latest<Omit<Ask, 'id'>, Answer>(start, (id) => ({ type: 'done', id }));
  }

  ask(figure: Figure, heights: Heights, answer: (a: Answer) => void): void {
    this.#latest.ask({ type: 'ask', figure, heights }, answer);
  }

  stop(): void {
    this.#latest.stop();
  }
}
