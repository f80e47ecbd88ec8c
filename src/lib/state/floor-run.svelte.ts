import { TICKS_PER_BEAT, type Role } from '$lib/core/base';
import type { Analysis } from '$lib/core/analysis';
import { beatClock, countedAt, eightOf, type BeatClock, type SongMap } from '$lib/core/music';
import {
  PAUSE,
  clicks,
  countIn,
  danceCues,
  itemSeconds,
  saidAhead,
  spoken,
  type Calls,
  type DrillId,
  type NoteCue,
  type PracticeItem,
  type SoundCue,
} from '$lib/core/practice';
import type { Song } from '$lib/core/song/schema';
import { toBand, toBeats, toSong, type MusicSource } from './accompaniment';
import { Player } from './player.svelte';
import type { Asked, Hearing } from './questions';
import { sounding } from './sounding.svelte';

/** What an item of a practice is danced from; made ready by the page. */
export interface Resolved {
  readonly name: string;
  readonly analysis?: Analysis | undefined;
  readonly song?: Song | undefined;
  readonly bpm: number;
}
/** How items are made ready: what they name, and the sound of music. */
export interface FloorSource extends MusicSource {
  readonly resolve: (item: PracticeItem) => Promise<Resolved | undefined>;
  readonly song: (id: string) => Promise<Song | undefined>;
  /** The next question of a drill; why there is none. */
  readonly ask: (drill: DrillId) => Promise<Asked | string>;
}

/** A question asked in the room, the so manieth of an item. */
export interface RoomQuestion {
  readonly drill: DrillId;
  readonly index: number;
  readonly asked: Asked;
  /** The answer is shown. */
  readonly shown: boolean;
}

/** Something ready to be danced: its time line, what sounds, how long. */
interface Ready {
  readonly resolved: Resolved;
  readonly map: SongMap;
  readonly clock: BeatClock;
  /** The beat its first 1 falls on, and how many beats one round has. */
  readonly first: number;
  readonly beats: number;
  readonly rounds: number;
  readonly speed: number;
  readonly buffer?: AudioBuffer | undefined;
  readonly notes?: readonly NoteCue[] | undefined;
}

/** A practice as it runs on the floor: one item after another, each so many times, with pauses and a bell. */
export class FloorRun {
  index = $state(0);
  ready: Ready | undefined = $state.raw();
  playing = $state(false);
  /** Beats since the first 1 of the item, as heard; negative while it is counted in. */
  beat = $state(-1);
  /** What is asked; undefined where nothing is. */
  question: RoomQuestion | undefined = $state.raw();
  /** Seconds left of a pause; undefined while something is danced. */
  pause: number | undefined = $state();
  busy = $state('');
  problem = $state('');
  calls: Calls = $state('counts');
  role: Role = $state('leader');
  clicking = $state(true);
  readonly player = new Player();
  #frame = 0;
  #timer: ReturnType<typeof setInterval> | undefined;
  #round = 0;

  constructor(
    readonly items: readonly PracticeItem[],
    readonly names: readonly string[],
    private readonly source: FloorSource,
  ) {
    this.player.view = 'near';
    this.player.mirrored = true;
  }

  readonly item: PracticeItem | undefined = $derived.by(() => this.items[this.index]);
  readonly analysis: Analysis | undefined = $derived.by(() => this.ready?.resolved.analysis);
  readonly round: number = $derived.by(() =>
    this.ready ? Math.max(0, Math.floor(this.beat / this.ready.beats)) : 0,
  );
  readonly tick: number = $derived.by(() => {
    const { ready } = this;
    if (!ready) return 0;
    return Math.max(0, (this.beat - this.round * ready.beats) * TICKS_PER_BEAT);
  });
  /** The numeral the room sees: the count of the figure, or of the eight where only music plays. */
  readonly numeral: string = $derived.by(() => {
    const { ready, beat } = this;
    if (this.pause !== undefined) return String(this.pause);
    if (this.question && !this.question.shown) return '?';
    if (this.question?.asked.type === 'thought') return String(this.question.asked.question.right + 1);
    if (!ready) return '';
    if (beat < 0) {
      const left = Math.ceil(-beat - 1e-6);
      const eight = eightOf(ready.map.bar);
      return String(eight - ((left - 1) % eight));
    }
    if (!ready.resolved.analysis) return String(countedAt(ready.map, ready.first + Math.floor(beat)).count);
    return String((Math.floor(this.tick / TICKS_PER_BEAT) % Math.max(8, 1)) + 1);
  });
  /** Seconds left of this item. */
  readonly left: number = $derived.by(() => {
    const { ready } = this;
    if (this.pause !== undefined) return this.pause;
    if (this.question && this.item) return questionsLeft(this.item, this.question.index);
    if (!ready) return 0;
    const end = ready.clock.at(ready.first + ready.rounds * ready.beats);
    return Math.max(0, (end - ready.clock.at(ready.first + Math.max(0, this.beat))) / ready.speed);
  });

  /** Makes an item ready and begins it. */
  async go(index: number): Promise<void> {
    this.stop();
    const round = ++this.#round;
    this.index = index;
    this.ready = this.question = undefined;
    this.beat = -1;
    const { item } = this;
    if (!item) return;
    if (item.what.type === 'pause') return this.#rest(item);
    if (item.what.type === 'drill') return this.#ask(item.what.drill, 0);
    this.busy = 'making it ready';
    try {
      const ready = await this.#prepare(item);
      if (round !== this.#round) return;
      this.ready = ready;
      this.problem = ready ? '' : 'What is to be danced here is not in the repertoire any more.';
      if (ready) await this.play();
    } catch (e) {
      if (round === this.#round) this.problem = e instanceof Error ? e.message : String(e);
    } finally {
      if (round === this.#round) this.busy = '';
    }
  }

  async #prepare(item: PracticeItem): Promise<Ready | undefined> {
    const { source } = this;
    const resolved = await source.resolve(item);
    if (!resolved) return undefined;
    const { analysis } = resolved;
    const own = analysis && Math.max(1, Math.ceil(analysis.end / TICKS_PER_BEAT));
    const bpm = item.bpm ?? resolved.bpm;
    const total = item.times * (own ?? 8);
    const song = resolved.song ?? (item.music.type === 'song' ? await source.song(item.music.id) : undefined);
    const music = song?.map
      ? await toSong({ ...song, map: song.map }, source)
      : item.music.type === 'band' && analysis
        ? toBand(analysis, bpm, total)
        : toBeats(analysis, bpm, total);
    const clock = beatClock(music.map.beats);
    const room = music.map.beats.length - 1 - music.first;
    const beats = own ?? (song ? room : 8);
    const rounds = Math.max(1, Math.min(song && !own ? 1 : item.times, Math.floor(room / beats)));
    const speed = song && item.bpm ? item.bpm / clock.bpm(music.first + 1) : 1;
    return { resolved, ...music, clock, beats, rounds, speed };
  }

  #cues(ready: Ready): SoundCue[] {
    const { resolved, clock, first, beats, rounds, map } = ready;
    const { analysis } = resolved;
    if (!analysis)
      return [...(this.clicking ? clicks(map) : []), ...(this.calls === 'none' ? [] : spoken(map))].sort(
        (a, b) => a.at - b.at,
      );
    return Array.from({ length: rounds }, (_, r) =>
      danceCues(analysis, (t) => clock.at(first + r * beats + t / TICKS_PER_BEAT), {
        role: this.role,
        calls: this.calls,
        clicking: this.clicking,
        ahead: sounding.ahead,
      }),
    )
      .flat()
      .sort((a, b) => a.at - b.at);
  }

  /** Begins the item from its first 1, or goes on where it is. */
  async play(beat = Math.max(0, this.beat)): Promise<void> {
    const { ready } = this;
    if (!ready) return;
    const { clock, first, beats, rounds, speed, map, buffer, notes } = ready;
    const from = clock.at(first + beat);
    const span = { from: clock.at(first), to: clock.at(first + rounds * beats) };
    const period = 60 / (clock.bpm(first + beat + 0.5) * speed);
    const counted =
      sounding.countIn > 0 && !this.question
        ? countIn(map.bar, sounding.countIn, period, this.calls !== 'none')
        : undefined;
    const performer = sounding.performer();
    performer.onend = () => void this.#done();
    this.playing = true;
    this.beat = counted ? -counted.lead / period : beat;
    const said = this.#cues(ready);
    const start = await performer.play({
      cues: this.question ? [] : [...said, ...(notes ?? [])].sort((a, b) => a.at - b.at),
      music: buffer,
      span,
      from,
      loop: false,
      ramp: [{ speed, times: 1 }],
      countIn: counted && saidAhead(counted, said, from, speed),
      voice: sounding.says,
    });
    if (start === undefined) return;
    const look = () => {
      const now = performer.position();
      if (now === undefined || !this.playing) return;
      this.beat = now < from ? (now - from) / speed / period : clock.beat(now) - first;
      this.player.tick = this.tick;
      this.#frame = requestAnimationFrame(look);
    };
    look();
  }

  /** The item has come to its end: on to the next. A question stays until it is answered. */
  async #done(): Promise<void> {
    this.playing = false;
    if (this.question && !this.question.shown) return;
    cancelAnimationFrame(this.#frame);
    if (this.index + 1 < this.items.length) await this.go(this.index + 1);
  }

  /** Asks the room: to be thought out, or a song is played for it without its count. */
  async #ask(drill: DrillId, index: number): Promise<void> {
    const round = ++this.#round;
    this.#hold();
    this.ready = undefined;
    this.busy = 'making it ready';
    try {
      const asked = await this.source.ask(drill);
      if (round !== this.#round) return;
      this.problem = typeof asked === 'string' ? asked : '';
      if (typeof asked === 'string') return;
      this.question = { drill, index, asked, shown: false };
      if (asked.type === 'heard') await this.#playFor(asked.hearing, round);
    } catch (e) {
      if (round === this.#round) this.problem = e instanceof Error ? e.message : String(e);
    } finally {
      if (round === this.#round) this.busy = '';
    }
  }
  async #playFor({ song, from }: Hearing, round: number): Promise<void> {
    const music = await toSong(song, this.source);
    if (round !== this.#round) return;
    const beats = music.map.beats.length - 1 - from;
    this.ready = {
      resolved: { name: song.name, song, bpm: 0 },
      ...music,
      clock: beatClock(music.map.beats),
      first: from,
      beats,
      rounds: 1,
      speed: 1,
    };
    await this.play(0);
  }
  /** Shows the answer; when it is shown, the next question, or what comes after. */
  #answer({ drill, index, ...q }: RoomQuestion): void {
    if (!q.shown) this.question = { drill, index, ...q, shown: true };
    else if (index + 1 < (this.item?.times ?? 1)) void this.#ask(drill, index + 1);
    else void this.#done();
  }

  #rest(item: PracticeItem): void {
    void sounding.performer().ring();
    this.pause = item.seconds ?? PAUSE;
    this.playing = true;
    this.#tickDown();
  }
  /** By the clock, so that a page in the background is not late. */
  #tickDown(): void {
    const end = performance.now() + (this.pause ?? 0) * 1000;
    this.#timer = setInterval(() => {
      this.pause = Math.max(0, Math.ceil((end - performance.now()) / 1000));
      if (this.pause > 0) return;
      void sounding.performer().ring();
      this.stop();
      void this.#done();
    }, 250);
  }

  toggle(): void {
    if (this.question) this.#answer(this.question);
    else if (this.pause !== undefined) {
      if (this.playing) clearInterval(this.#timer);
      else this.#tickDown();
      this.playing = !this.playing;
    } else if (this.playing) this.#hold();
    else if (this.ready) void this.play();
    else void this.go(this.index);
  }
  #hold(): void {
    cancelAnimationFrame(this.#frame);
    sounding.stop();
    this.playing = false;
  }
  /** From its beginning; at its beginning, the one before. */
  again(): void {
    const begun = this.question ? this.question.index > 0 || this.question.shown : this.beat >= 2;
    const early = !begun && this.index > 0;
    void this.go(early ? this.index - 1 : this.index);
  }
  next(): void {
    if (this.index + 1 < this.items.length) void this.go(this.index + 1);
  }
  ring(): void {
    void sounding.performer().ring();
  }
  stop(): void {
    this.#round++;
    this.#hold();
    clearInterval(this.#timer);
    this.pause = undefined;
    this.question = undefined;
  }
}

/** Seconds left of a drill, by how long its questions usually take. */
const questionsLeft = (item: PracticeItem, index: number): number =>
  itemSeconds({ ...item, times: item.times - index }, 0, 1);
