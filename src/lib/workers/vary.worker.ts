import { varyAnswerer } from './vary-answerer';
import type { VaryAsk } from './vary-finder';

const answer = varyAnswerer(
  (a) => postMessage(a),
  () => new Promise((resolve) => setTimeout(resolve)),
);
addEventListener('message', (e: MessageEvent<VaryAsk>) => void answer(e.data));
