import { musicAnswerer } from './music-answerer';
import type { MusicAsk } from './music-finder';

const answer = musicAnswerer((a, handOver = []) => postMessage(a, { transfer: [...handOver] }));
addEventListener('message', (e: MessageEvent<MusicAsk>) => answer(e.data));
