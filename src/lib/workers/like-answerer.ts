import { analyse } from '$lib/core/analysis';
import { mostLike, signatureOf, suggestParts, type Signature } from '$lib/core/likeness';
import type { LikeAnswer, LikeAsk } from './like-finder';

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
    const mine = analyse(figure);
    const one = signatureOf(mine);
    const all = keys.flatMap((k) => read.get(k) ?? []);
    const parts = suggestParts(mine, all);
    send({ type: 'like', id, list: mostLike(one, all, most), parts, unitBeats: one.unitBeats });
    send({ type: 'done', id });
  };
}
