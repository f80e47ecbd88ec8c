import { analyse } from '$lib/core/analysis';
import { mostLike, signatureOf, type Signature } from '$lib/core/likeness';
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
    const one = signatureOf(analyse(figure));
    const all = keys.flatMap((k) => read.get(k) ?? []);
    send({ type: 'like', id, list: mostLike(one, all, most), unitBeats: one.unitBeats });
    send({ type: 'done', id });
  };
}
