import type { Heights } from '$lib/core/analysis';
import type { Figure } from '$lib/core/figure';
import type { Consequence, Offer, Wanted } from '$lib/core/vary';
import { Latest, type Port } from './latest';

/** Asks what can be done with a span of a figure. A newer question, or `stop`, ends an older one. */
export interface VaryAsk {
  readonly type: 'ask' | 'stop';
  readonly id: number;
  readonly figure: Figure;
  readonly heights: Heights;
  readonly wanted: Wanted;
}
/** An offer with what it brings, where it can be made. */
export interface Weighed {
  readonly offer: Offer;
  readonly brings: Consequence | undefined;
}
export type VaryAnswer =
  | { readonly type: 'offer'; readonly id: number; readonly weighed: Weighed }
  | { readonly type: 'done'; readonly id: number };

/** Asks a worker for offers. */
export class VaryFinder {
  readonly #latest: Latest<Omit<VaryAsk, 'id'>, VaryAnswer>;

  constructor(start: () => Port<VaryAnswer>) {
    this.#latest = new Latest<Omit<VaryAsk, 'id'>, VaryAnswer>(start, (id) => ({ type: 'done', id }));
  }

  ask(figure: Figure, heights: Heights, wanted: Wanted, answer: (a: VaryAnswer) => void): void {
    this.#latest.ask({ type: 'ask', figure, heights, wanted }, answer);
  }
  cancel(): void {
    this.#latest.cancel();
  }
  stop(): void {
    this.#latest.stop();
  }
}
