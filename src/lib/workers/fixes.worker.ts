import { answerer, type Ask } from './fix-finder';

const answer = answerer(
  (a) => postMessage(a),
  () => new Promise((resolve) => setTimeout(resolve)),
);
addEventListener('message', (e: MessageEvent<Ask>) => void answer(e.data));
