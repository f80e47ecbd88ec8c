import type { Heights } from '$lib/core/analysis';
import type { Answer, ComposeRequest, Mend } from '$lib/core/composer';
import type { Figure } from '$lib/core/figure';
import { Latest, type Port } from './latest';

/** A figure as the worker remembers it. */
export interface Keyed {
  readonly key: string;
  readonly figure: Figure;
}

/** A joint to be mended, by the figures on both sides. */
export interface MendQuestion {
  readonly before: Figure;
  readonly after: Figure;
  readonly was: number;
  readonly will: number;
}

/**
 * `compose` answers a request; `more` goes on where the budget ended; `mends` looks for mends of a joint; `stop` ends
 * whatever is under way. Figures read before are not sent again: `fresh` holds the rest, `keys` names all.
 */
export interface ComposeAsk {
  readonly type: 'compose' | 'more' | 'mends' | 'stop';
  readonly id: number;
  readonly heights: Heights;
  readonly fresh: readonly Keyed[];
  readonly keys: readonly string[];
  readonly request?: ComposeRequest;
  readonly joint?: MendQuestion;
}
export type ComposeAnswer =
  | { readonly type: 'reading'; readonly id: number; readonly done: number; readonly of: number }
  | {
      readonly type: 'answer';
      readonly id: number;
      readonly answer: Answer;
      readonly leftOut: readonly string[];
    }
  /** The budget is used up; what is known has been sent. */
  | { readonly type: 'paused'; readonly id: number }
  | { readonly type: 'mends'; readonly id: number; readonly mends: readonly Mend[] }
  | { readonly type: 'done'; readonly id: number; readonly died?: boolean };

/** Figures that may be composed with, each with what marks its present state. */
export type Rows = readonly { readonly id: string; readonly rev: number; readonly figure: Figure }[];

/** Asks a worker to compose, or for mends. */
export class ComposeFinder {
  readonly #latest: Latest<Omit<ComposeAsk, 'id'>, ComposeAnswer>;
  readonly #sent = new Set<string>();

  constructor(start: () => Port<ComposeAnswer>) {
    this.#latest = new Latest<Omit<ComposeAsk, 'id'>, ComposeAnswer>(start, (id) => {
      this.#sent.clear();
      return { type: 'done', id, died: true };
    });
  }

  compose(request: ComposeRequest, rows: Rows, heights: Heights, answer: (a: ComposeAnswer) => void): void {
    this.#ask({ type: 'compose', request }, rows, heights, answer);
  }
  mends(joint: MendQuestion, rows: Rows, heights: Heights, answer: (a: ComposeAnswer) => void): void {
    this.#ask({ type: 'mends', joint }, rows, heights, answer);
  }
  /** Goes on with a request whose budget ended. */
  more(heights: Heights, answer: (a: ComposeAnswer) => void): void {
    this.#latest.ask({ type: 'more', heights, fresh: [], keys: [] }, answer);
  }

  #ask(
    what: Pick<ComposeAsk, 'type' | 'request' | 'joint'>,
    rows: Rows,
    heights: Heights,
    answer: (a: ComposeAnswer) => void,
  ): void {
    const keyed = rows.map((r) => ({ key: `${r.id}@${r.rev}`, figure: r.figure }));
    const fresh = keyed.filter((k) => !this.#sent.has(k.key));
    this.#latest.ask({ ...what, heights, fresh, keys: keyed.map((k) => k.key) }, (a) => {
      if (a.type !== 'reading') for (const k of fresh) this.#sent.add(k.key);
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
