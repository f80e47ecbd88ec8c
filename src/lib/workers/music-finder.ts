import type { MidiNote } from '$lib/core/codecs/map-midi';
import type { Recipe, Samples } from '$lib/core/band';
import type { Listened } from '$lib/core/listen';
import { Latest, type Port } from './latest';

/** Sound to be heard, or music to be played into memory. Samples are handed over, not copied. */
export type MusicAsk =
  | { readonly type: 'listen'; readonly id: number; readonly samples: Samples; readonly rate: number }
  | { readonly type: 'play'; readonly id: number; readonly music: Music; readonly rate: number };
export type Music =
  { readonly recipe: Recipe } | { readonly notes: readonly MidiNote[]; readonly seconds: number };
export type MusicAnswer =
  | { readonly type: 'progress'; readonly id: number; readonly done: number }
  | { readonly type: 'heard'; readonly id: number; readonly heard: Listened | undefined }
  | { readonly type: 'played'; readonly id: number; readonly channels: readonly Samples[] }
  | { readonly type: 'failed'; readonly id: number };
type Question =
  Omit<Extract<MusicAsk, { type: 'listen' }>, 'id'> | Omit<Extract<MusicAsk, { type: 'play' }>, 'id'>;

/** Hears and plays music off the main thread. One piece of work at a time: a second ends the first. */
export class MusicFinder {
  readonly #latest: Latest<Question, MusicAnswer>;
  #busy = false;
  #dropped: () => void = () => {};

  constructor(start: () => Port<MusicAnswer>) {
    this.#latest = new Latest<Question, MusicAnswer>(start, (id) => ({ type: 'failed', id }));
  }

  /** The map of a recording; undefined where there is no pulse in it. Rejects when it fails or is stopped. */
  listen(samples: Samples, rate: number, progress: (done: number) => void): Promise<Listened | undefined> {
    return this.#ask({ type: 'listen', samples, rate }, progress).then((a) =>
      a.type === 'heard' ? a.heard : undefined,
    );
  }

  /** Music as samples, two channels. */
  play(music: Music, rate: number, progress: (done: number) => void): Promise<readonly Samples[]> {
    return this.#ask({ type: 'play', music, rate }, progress).then((a) =>
      a.type === 'played' ? a.channels : [],
    );
  }

  #ask(question: Question, progress: (done: number) => void): Promise<MusicAnswer> {
    if (this.#busy) this.stop();
    this.#busy = true;
    return new Promise((yes, no) => {
      this.#dropped = () => no(new Error('stopped'));
      this.#latest.ask(question, (a) => {
        if (a.type === 'progress') return progress(a.done);
        this.#busy = false;
        if (a.type === 'failed') no(new Error('failed'));
        else yes(a);
      });
    });
  }

  stop(): void {
    this.#latest.stop();
    if (this.#busy) this.#dropped();
    this.#busy = false;
  }
}
