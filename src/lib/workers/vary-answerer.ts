import { analyse } from '$lib/core/analysis';
import { consequence, offersFor } from '$lib/core/vary';
import type { VaryAnswer, VaryAsk } from './vary-finder';

/** Answers one offer at a time, giving way between them; the latest question wins. */
export function varyAnswerer(
  send: (answer: VaryAnswer) => void,
  giveWay: () => Promise<void>,
): (ask: VaryAsk) => Promise<void> {
  let latest = 0;
  return async ({ type, id, figure, heights, wanted }) => {
    latest = id;
    if (type === 'stop') return;
    const before = analyse(figure, heights);
    for (const offer of offersFor(before, wanted, heights)) {
      await giveWay();
      if (latest !== id) return;
      const brings = offer.made.ok
        ? consequence(before, analyse(offer.made.value.result, heights))
        : undefined;
      send({ type: 'offer', id, weighed: { offer, brings } });
    }
    send({ type: 'done', id });
  };
}
