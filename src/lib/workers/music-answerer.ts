import { renderNotes, render, scoreOf, type Rendering } from '$lib/core/band';
import { listen } from '$lib/core/listen';
import type { MusicAnswer, MusicAsk } from './music-finder';

/** Answers one question about music; samples are handed over with the answer. */
export function musicAnswerer(
  send: (answer: MusicAnswer, handOver?: readonly ArrayBuffer[]) => void,
): (ask: MusicAsk) => void {
  return (ask) => {
    const { id } = ask;
    const progress: Rendering = (done) => send({ type: 'progress', id, done });
    if (ask.type === 'listen')
      return send({ type: 'heard', id, heard: listen(ask.samples, ask.rate, progress) });
    const { music, rate } = ask;
    const channels =
      'recipe' in music
        ? render(scoreOf(music.recipe), rate, 2, progress)
        : renderNotes(music.notes, music.seconds, rate, 2, progress);
    send({ type: 'played', id, channels: channels ?? [] }, channels?.map((c) => c.buffer) ?? []);
  };
}
