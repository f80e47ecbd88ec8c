import { analyse } from '$lib/core/analysis';
import type { Figure } from '$lib/core/figure';
import { mostLike, signatureOf, type Likeness, type Signature } from '$lib/core/likeness';
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
      readonly unitBeats: number;
    }
  | { readonly type: 'done'; readonly id: number };

/** Figures read between two pauses. */
const AT_ONCE = 40;

/** Reads what is new a little at a time, remembers it, and compares. The latest question wins. */
export function likeAnswerer(
  send: (answer: LikeAnswer) => void,
  giveWay: () => Promise<void>,
): (ask: LikeAsk) => Promise<void> {
  const read = new Map<string, Signature>();
  let latest = 0;
  return async ({ type, id, figure, fresh, keys, most }) => {
    latest = id;
    if (type === 'stop') return;
    for (const [i, { key, figure: f }] of fresh.entries()) {
      if (i % AT_ONCE === 0) {
        await giveWay();
        if (latest !== id) return;
        send({ type: 'reading', id, done: i, of: fresh.length });
      }
      if (!read.has(key)) read.set(key, signatureOf(analyse(f)));
    }
    const one = signatureOf(analyse(figure));
    const all = keys.flatMap((k) => read.get(k) ?? []);
    send({ type: 'like', id, list: mostLike(one, all, most), unitBeats: one.unitBeats });
    send({ type: 'done', id });
  };
}

/** Asks a worker for likeness, sending each figure once. */
export class LikeFinder {
  readonly #latest: Latest<Omit<LikeAsk, 'id'>, LikeAnswer>;
  readonly #sent = new Set<string>();

  constructor(start: () => Port<LikeAnswer>) {
    this.#latest = new Latest<Omit<LikeAsk, 'id'>, LikeAnswer>(
      () => {
        this.#sent.clear();
        return start();
      },
      (id) => ({ type: 'done', id }),
    );
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
