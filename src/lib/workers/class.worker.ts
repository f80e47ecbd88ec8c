import { nanoid } from 'nanoid';
import { classAnswerer } from './class-answerer';
import type { ClassAsk } from './class-finder';

const answer = classAnswerer(
  (a) => postMessage(a),
  () => new Promise((resolve) => setTimeout(resolve)),
  () => nanoid(12),
);
addEventListener('message', (e: MessageEvent<ClassAsk>) => void answer(e.data));
