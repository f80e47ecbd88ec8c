import { nanoid } from 'nanoid';
import { beatClock } from '$lib/core/music';
import {
  heardRight,
  type Answer,
  type DrillId,
  type DrillResult,
  type PracticeResult,
  type Question,
} from '$lib/core/practice';
import { answered, dueNow, memoryOf, type Memory } from '$lib/core/practice/memory';
import type { MusicSource } from './accompaniment';
import type { Hearing, Questions } from './questions';
import { sounding } from './sounding.svelte';

/** Where questions come from and answers go: what was answered before, and how a sitting is kept. */
export interface DrillStore {
  readonly questions: Questions;
  readonly results: () => Promise<readonly PracticeResult[]>;
  /** Keeps a sitting; the same again replaces it. */
  readonly keep: (sitting: DrillResult) => Promise<void>;
}

/** Questions out of the person's own repertoire and songs, what was answered, and what is due again. */
export class DrillRoom {
  drill: DrillId = $state('free-foot');
  asked: Question | undefined = $state.raw();
  /** What is listened to, where the question is one to be heard. */
  hearing: Hearing | undefined = $state.raw();
  chosen: number | undefined = $state();
  /** Whether the last answer was right; undefined while none is given. */
  right: boolean | undefined = $state();
  listening = $state(false);
  problem = $state('');
  /** Figures and songs are being read. */
  opening = $state(false);
  due = $state(0);
  answers: readonly boolean[] = $state.raw([]);
  #memory: Memory = {};
  #sitting: DrillResult | undefined;
  #since = 0;
  #store: DrillStore | undefined;
  #opened: Promise<DrillStore> | undefined;

  constructor(
    private readonly openStore: () => Promise<DrillStore>,
    private readonly nameOf: (drill: DrillId) => string,
    private readonly now: () => number = Date.now,
  ) {}

  /** Reads what is asked of and what was answered, once. */
  open(): Promise<DrillStore> {
    this.#opened ??= this.#read();
    return this.#opened;
  }
  async #read(): Promise<DrillStore> {
    const store = await this.openStore();
    this.#memory = memoryOf(await store.results());
    this.#count();
    await store.questions.ready();
    this.#store = store;
    return store;
  }
  #count(): void {
    this.due = dueNow(this.#memory, this.now()).length;
  }

  async ask(drill: DrillId, source: MusicSource): Promise<void> {
    this.#end();
    this.drill = drill;
    this.asked = this.hearing = this.chosen = this.right = undefined;
    this.problem = '';
    this.opening = this.#store === undefined;
    const { questions } = await this.open().finally(() => (this.opening = false));
    const next = await questions.next(drill, this.#memory, this.answers);
    if (typeof next === 'string') this.problem = next;
    else if (next.type === 'heard') await this.#listen(next.hearing, source);
    else this.asked = next.question;
    this.#since = this.now();
  }

  async answer(option: number): Promise<void> {
    const { asked } = this;
    if (!asked || this.chosen !== undefined) return;
    this.chosen = option;
    await this.#remember(asked.about, option === asked.right, (this.now() - this.#since) / 1000);
  }

  async #listen(hearing: Hearing, source: MusicSource): Promise<void> {
    try {
      const { song, from } = hearing;
      const music = await source.sound(song);
      this.hearing = hearing;
      this.listening = true;
      const performer = sounding.performer();
      performer.onend = () => (this.listening = false);
      const span = { from: beatClock(song.map.beats).at(from), to: song.length };
      await performer.play({
        cues: [],
        music,
        span,
        from: span.from,
        loop: false,
        ramp: [{ speed: 1, times: 1 }],
        voice: sounding.says,
      });
    } catch (e) {
      this.problem = e instanceof Error ? e.message : String(e);
    }
  }

  /** A tap while a song is listened to. */
  async tap(timeStamp: number): Promise<void> {
    const { hearing } = this;
    const now = sounding.performer().position();
    if (!this.listening || !hearing || now === undefined) return;
    const { song } = hearing;
    const at = now - (performance.now() - timeStamp) / 1000 - sounding.late;
    const beat = beatClock(song.map.beats).beat(at);
    this.#end();
    await this.#remember(`${this.drill} ${song.id}`, heardRight(this.drill, song.map, beat), 4);
  }

  async #remember(about: string, right: boolean, seconds: number): Promise<void> {
    const answer: Answer = { about, right, seconds: Math.round(seconds * 10) / 10, at: this.now() };
    this.right = right;
    this.answers = [...this.answers, right];
    this.#memory = answered(this.#memory, about, right, answer.seconds, answer.at);
    this.#count();
    const { drill } = this;
    const before = this.#sitting?.drill === drill ? this.#sitting : undefined;
    this.#sitting = {
      id: before?.id ?? nanoid(12),
      name: this.nameOf(drill),
      at: before?.at ?? answer.at,
      drill,
      answers: [...(before?.answers ?? []), answer],
    };
    await this.#store?.keep(this.#sitting).catch(() => {
      this.problem = 'The answer could not be kept in this browser.';
    });
  }

  #end(): void {
    if (this.listening) sounding.stop();
    this.listening = false;
  }
  close(): void {
    this.#end();
  }
}
