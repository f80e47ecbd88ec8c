import { nanoid } from 'nanoid';
import { filesAnswerer } from './files-answerer';
import type { FilesAsk } from './files-finder';

const answer = filesAnswerer(
  (a) => postMessage(a),
  () => nanoid(12),
);
addEventListener('message', (e: MessageEvent<FilesAsk>) => answer(e.data));
