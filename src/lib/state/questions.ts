import { analyse } from '$lib/core/analysis';
import { read } from '$lib/core/combination';
import type { SongMap } from '$lib/core/music';
import { HEARD, heardFrom, question, type DrillId, type Known, type Question } from '$lib/core/practice';
import { dueNow, fitting, type Memory } from '$lib/core/practice/memory';
import type { Song } from '$lib/core/song/schema';
import { loadAll, loadDocs, type Database } from '$lib/storage';
import { app } from './app.svelte';

/** A song that is played for a question, from one of its beats. */
export interface Hearing {
  readonly song: Song & { readonly map: SongMap };
  readonly from: number;
}
/** What is asked: to be thought out, or to be heard. */
export type Asked =
  | { readonly type: 'thought'; readonly question: Question }
  | { readonly type: 'heard'; readonly hearing: Hearing };

/** Offered before one is chosen. */
const OFFERED = 24;
const NONE = {
  thought: 'Your repertoire gives no such question yet. It takes a few figures of one dance.',
  break: 'None of your songs has a break to wait for.',
  'the-one': 'There is no song to listen to yet.',
} as const;

/** Questions out of the person's own repertoire and songs, read once. */
export class Questions {
  readonly #known: Promise<readonly Known[]>;
  readonly #songs: Promise<readonly Song[]>;
  #seed: number;

  constructor(db: Database, seed = Math.floor(Math.random() * 2 ** 30)) {
    this.#seed = seed;
    this.#songs = loadDocs(db, 'song').then((rows) => rows.map((r) => r.doc));
    this.#known = loadAll(db).then((rows) =>
      rows.map(({ figure }) => ({ ...read(figure, app.heights), analysis: analyse(figure, app.heights) })),
    );
  }

  /** Read and ready. */
  async ready(): Promise<void> {
    await Promise.all([this.#known, this.#songs]);
  }

  /** The next question: one that is due again before a new one, of about the right difficulty; why there is none. */
  async next(drill: DrillId, memory: Memory = {}, answers: readonly boolean[] = []): Promise<Asked | string> {
    if (HEARD.includes(drill)) return this.#heard(drill);
    const known = await this.#known;
    const due = dueNow(memory, Date.now());
    const level = fitting(answers);
    const offered = Array.from({ length: OFFERED }, () => question(drill, known, this.#seed++)).filter(
      (q) => q !== undefined,
    );
    const chosen =
      offered.find((q) => due.includes(q.about)) ??
      offered.sort((a, b) => Math.abs(a.hard - level) - Math.abs(b.hard - level))[0];
    return chosen ? { type: 'thought', question: chosen } : NONE.thought;
  }

  async #heard(drill: DrillId): Promise<Asked | string> {
    const able = (await this.#songs).flatMap((song): Hearing[] => {
      const { map } = song;
      if (!map) return [];
      const from = heardFrom(drill, map, this.#seed++);
      return from === undefined ? [] : [{ song: { ...song, map }, from }];
    });
    const hearing = able[this.#seed++ % Math.max(1, able.length)];
    return hearing ? { type: 'heard', hearing } : NONE[drill === 'break' ? 'break' : 'the-one'];
  }
}
