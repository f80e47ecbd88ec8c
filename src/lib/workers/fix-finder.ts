import { analyse, type Heights } from '$lib/core/analysis';
import type { Figure } from '$lib/core/figure';
import { check, fixesFor, keyOf, type Fix } from '$lib/core/findings';

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

/** The part of a worker that is used. */
export type Port = Pick<Worker, 'postMessage' | 'terminate'> & {
  onmessage: ((e: MessageEvent<Answer>) => void) | null;
  onerror: ((e: ErrorEvent) => void) | null;
};

/** Sends requests to a worker and hands on the answers to the latest; a worker that dies is started anew once asked. */
export class FixFinder {
  #port: Port | undefined;
  #id = 0;
  #answer: (a: Answer) => void = () => {};

  constructor(private readonly start: () => Port) {}

  ask(figure: Figure, heights: Heights, answer: (a: Answer) => void): void {
    this.#answer = answer;
    this.#port ??= this.#begin();
    this.#port.postMessage({ type: 'ask', id: ++this.#id, figure, heights } satisfies Ask);
  }

  #begin(): Port {
    const port = this.start();
    port.onmessage = (e) => {
      if (e.data.id === this.#id) this.#answer(e.data);
    };
    port.onerror = () => {
      this.stop();
      this.#answer({ type: 'done', id: this.#id });
    };
    return port;
  }

  stop(): void {
    this.#port?.terminate();
    this.#port = undefined;
  }
}
