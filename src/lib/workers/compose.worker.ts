import { composeAnswerer } from './compose-answerer';
import type { ComposeAsk } from './compose-finder';

const answer = composeAnswerer(
  (a) => postMessage(a),
  () => new Promise((resolve) => setTimeout(resolve)),
);
addEventListener('message', (e: MessageEvent<ComposeAsk>) => void answer(e.data));
