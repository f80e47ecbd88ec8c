import { analyse } from '$lib/core/analysis';
import { read } from '$lib/core/combination';
import { beatClock } from '$lib/core/music';
import {
  HEARD,
  heardFrom,
  heardRight,
  question,
  type DrillId,
  type Known,
  type Question,
} from '$lib/core/practice';
import { answered, dueNow, fitting, memorySchema, type Memory } from '$lib/core/practice/memory';
import type { Song } from '$lib/core/song/schema';
import { loadAll, loadDocs, type Database } from '$lib/storage';
import { app } from './app.svelte';
import type { MusicSource } from './accompaniment';
import { sounding } from './sounding.svelte';

const KEY = 'drills';

/** Questions out of the person's own repertoire and songs, what was answered, and what is due again. */
export class DrillRoom {
  drill: DrillId = $state('free-foot');
  asked: Question | undefined = $state.raw();
  /** The song a question to be heard is asked of. */
  song: Song | undefined = $state.raw();
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
  #known: readonly Known[] | undefined;
  #songs: readonly Song[] = [];
  #since = 0;
  #seed = Math.floor(Math.random() * 2 ** 30);
  #db: Database | undefined;

  #opened: Promise<void> | undefined;
  /** Reads what is asked of, once. */
  open(): Promise<void> {
    this.#opened ??= this.#read();
    return this.#opened;
  }
  async #read(): Promise<void> {
    const db = await app.db();
    this.#db = db;
    const kept = memorySchema.safeParse((await db.settings.get(KEY))?.value ?? {});
    this.#memory = kept.success ? (kept.data as Memory) : {};
    this.due = dueNow(this.#memory, Date.now()).length;
    this.#songs = (await loadDocs(db, 'song')).map((r) => r.doc).filter((s) => s.map !== undefined);
    const rows = await loadAll(db);
    this.#known = rows.map(({ figure }) => ({
      ...read(figure, app.heights),
      analysis: analyse(figure, app.heights),
    }));
  }

  /** The next question: one that is due again before a new one, of about the right difficulty. */
  async ask(drill: DrillId, source: MusicSource): Promise<void> {
    this.#end();
    this.drill = drill;
    this.asked = this.song = this.chosen = this.right = undefined;
    this.problem = '';
    if (!this.#known) {
      this.opening = true;
      await this.open().finally(() => (this.opening = false));
    }
    if (HEARD.includes(drill)) return this.#listen(drill, source);
    const due = dueNow(this.#memory, Date.now());
    const level = fitting(this.answers);
    const offered = Array.from({ length: 24 }, () => question(drill, this.#known ?? [], this.#seed++)).filter(
      (q) => q !== undefined,
    );
    this.asked =
      offered.find((q) => due.includes(q.about)) ??
      offered.sort((a, b) => Math.abs(a.hard - level) - Math.abs(b.hard - level))[0];
    if (!this.asked)
      this.problem = 'Your repertoire gives no such question yet. It takes a few figures of one dance.';
    this.#since = performance.now();
  }

  async answer(option: number): Promise<void> {
    const { asked } = this;
    if (!asked || this.chosen !== undefined) return;
    this.chosen = option;
    await this.#remember(asked.about, option === asked.right, (performance.now() - this.#since) / 1000);
  }

  async #listen(drill: DrillId, source: MusicSource): Promise<void> {
    const able = this.#songs.flatMap((song) => {
      const from = song.map && heardFrom(drill, song.map, this.#seed++);
      return from === undefined ? [] : [{ song, from }];
    });
    const one = able[Math.floor(Math.random() * able.length)];
    if (!one?.song.map)
      return void (this.problem =
        drill === 'break'
          ? 'None of your songs has a break to wait for.'
          : 'There is no song to listen to yet.');
    try {
      const music = await source.sound(one.song);
      const clock = beatClock(one.song.map.beats);
      this.song = one.song;
      this.listening = true;
      const performer = sounding.performer();
      performer.onend = () => (this.listening = false);
      const span = { from: clock.at(one.from), to: one.song.length };
      await performer.play({
        cues: [],
        music,
        span,
        from: span.from,
        loop: false,
        ramp: [{ speed: 1, times: 1 }],
        voice: sounding.says,
      });
      this.#since = performance.now();
    } catch (e) {
      this.problem = e instanceof Error ? e.message : String(e);
    }
  }

  /** A tap while a song is listened to. */
  async tap(timeStamp: number): Promise<void> {
    const { song } = this;
    const now = sounding.performer().position();
    if (!this.listening || !song?.map || now === undefined) return;
    const at = now - (performance.now() - timeStamp) / 1000 - sounding.late;
    const beat = beatClock(song.map.beats).beat(at);
    this.#end();
    await this.#remember(`${this.drill} ${song.id}`, heardRight(this.drill, song.map, beat), 4);
  }

  async #remember(about: string, right: boolean, seconds: number): Promise<void> {
    this.right = right;
    this.answers = [...this.answers, right];
    this.#memory = answered(this.#memory, about, right, seconds, Date.now());
    this.due = dueNow(this.#memory, Date.now()).length;
    await this.#db?.settings.put({ key: KEY, value: this.#memory });
  }

  #end(): void {
    if (this.listening) sounding.stop();
    this.listening = false;
  }
  close(): void {
    this.#end();
  }
}
