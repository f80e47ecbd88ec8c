import { likeAnswerer } from './like-answerer';
import type { LikeAsk } from './like-finder';

const answer = likeAnswerer(
  (a) => postMessage(a),
  () => new Promise((resolve) => setTimeout(resolve)),
);
addEventListener('message', (e: MessageEvent<LikeAsk>) => void answer(e.data));
