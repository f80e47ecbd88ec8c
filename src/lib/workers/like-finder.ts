import type { Figure } from '$lib/core/figure';
import type { Likeness, Part } from '$lib/core/likeness';
import { Latest, type Port } from './latest';

/** Asks which figures are most like one. What has been read before is not sent again: `fresh` holds the rest. */
export interface LikeAsk {
  readonly type: 'ask' | 'stop';
  readonly id: number;
  readonly figure: Figure;
  readonly fresh: readonly { readonly key: string; readonly figure: Figure }[];
  /** Everything to compare with: id and revision. */
  readonly keys: readonly string[];
  readonly most: number;
}
export type LikeAnswer =
  | { readonly type: 'reading'; readonly id: number; readonly done: number; readonly of: number }
  | {
      readonly type: 'like';
      readonly id: number;
      readonly list: readonly Likeness[];
      /** What its parts are like. */
      readonly parts: readonly Part[];
      readonly unitBeats: number;
    }
  | { readonly type: 'done'; readonly id: number };

/** Asks a worker for likeness, sending each figure once. */
export class LikeFinder {
  readonly #latest: Latest<Omit<LikeAsk, 'id'>, LikeAnswer>;
  readonly #sent = new Set<string>();

  constructor(start: () => Port<LikeAnswer>) {
    this.#latest = new Latest<Omit<LikeAsk, 'id'>, LikeAnswer>(start, (id) => {
      this.#sent.clear();
      return { type: 'done', id };
    });
  }

  ask(
    figure: Figure,
    rows: readonly { readonly id: string; readonly rev: number; readonly figure: Figure }[],
    most: number,
    answer: (a: LikeAnswer) => void,
  ): void {
    const keyed = rows.map((r) => ({ key: `${r.id}@${r.rev}`, figure: r.figure }));
    const fresh = keyed.filter((k) => !this.#sent.has(k.key));
    this.#latest.ask({ type: 'ask', figure, fresh, keys: keyed.map((k) => k.key), most }, (a) => {
      if (a.type === 'like') for (const k of fresh) this.#sent.add(k.key);
      answer(a);
    });
  }
  cancel(): void {
    this.#latest.cancel();
  }
  stop(): void {
    this.#latest.stop();
    this.#sent.clear();
  }
}
