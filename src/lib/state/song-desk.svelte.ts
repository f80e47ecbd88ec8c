import { invariant } from '$lib/core/base';
import {
  beatClock,
  beatMoved,
  countedAt,
  doubled,
  fitTaps,
  fromTaps,
  halved,
  tempoOf,
  type BeatClock,
  type SongMap,
} from '$lib/core/music';
import {
  clicks,
  countIn,
  countedTo,
  rampFrom,
  rampUp,
  spoken,
  type CountIn,
  type RampStep,
  type SoundCue,
  type Span,
} from '$lib/core/practice';
import type { Song } from '$lib/core/song/schema';
import type { Programme } from '$lib/sound';
import type { MusicFinder } from '$lib/workers/music-finder';
import { begin, record, redo, undo, type History } from './history';
import { sounding } from './sounding.svelte';

/** What loads the sound of a song: the band, or its file. */
export type LoadSound = (
  song: Song,
  finder: MusicFinder,
  progress: (done: number) => void,
) => Promise<AudioBuffer>;

/** People tap ahead of the beat by about this much (20 to 80 ms; Aschersleben 2002, from memory). */
const EARLY = 0.04;

/** One song: the document with its history, its sound, and what plays. */
export class SongDesk {
  #history: History<Song> = $state.raw() as History<Song>;
  /** The chosen beat. */
  beat: number | undefined = $state();
  buffer: AudioBuffer | undefined = $state.raw();
  /** 0 to 1 while the sound is made ready or heard. */
  busy: { readonly what: string; readonly done: number } | undefined = $state.raw();
  problem = $state('');
  notice = $state('');
  playing = $state(false);
  /** Where the music is that is heard, seconds. */
  at = $state(0);
  speed = $state(100);
  clicking = $state(true);
  counting = $state(false);
  /** A section or an eight that goes round. */
  loop: Span | undefined = $state.raw();
  ramp: readonly RampStep[] | undefined = $state.raw();
  pass = $state(0);
  taps: number[] = $state([]);
  others: readonly { readonly bpm: number; readonly of: 'half' | 'double' | 'other' }[] = $state.raw([]);
  onchange: (s: Song) => void = () => {};
  readonly #finder: MusicFinder;
  readonly #load: LoadSound;
  #frame = 0;

  constructor(song: Song, finder: MusicFinder, load: LoadSound) {
    this.#history = begin(song);
    this.#finder = finder;
    this.#load = load;
  }

  readonly song: Song = $derived.by(() => this.#history.present);
  readonly map: SongMap | undefined = $derived.by(() => this.song.map);
  readonly clock: BeatClock | undefined = $derived.by(() => this.map && beatClock(this.map.beats));
  readonly bpm: number | undefined = $derived.by(() => this.map && tempoOf(this.map));
  readonly canUndo: boolean = $derived.by(() => this.#history.past.length > 0);
  readonly canRedo: boolean = $derived.by(() => this.#history.future.length > 0);
  readonly cues: readonly SoundCue[] = $derived.by(() => {
    if (!this.map) return [];
    const all = [...(this.clicking ? clicks(this.map) : []), ...(this.counting ? spoken(this.map) : [])];
    return all.sort((a, b) => a.at - b.at);
  });
  /** The beat that is heard. */
  readonly heardBeat: number = $derived.by(() =>
    this.clock ? Math.floor(this.clock.beat(this.at) + 1e-6) : -1,
  );

  edit(patch: Partial<Song>, group?: string): void {
    this.#become(record(this.#history, { ...this.song, ...patch }, group, Date.now()));
  }
  /** Puts another map in the place of this one, as one step of the history. */
  remap(next: SongMap | undefined, says = '', group?: string): void {
    if (!next)
      return void (this.notice = 'Not moved: it would pass a beat that is held, or lie outside of the song.');
    this.notice = says;
    this.edit({ map: next }, group);
  }
  replace(song: Song): void {
    this.#history = record(this.#history, song, undefined, Date.now());
  }
  undo(): void {
    this.#become(undo(this.#history));
  }
  redo(): void {
    this.#become(redo(this.#history));
  }
  #become(next: History<Song>): void {
    const changed = next.present !== this.#history.present;
    this.#history = next;
    if (!changed) return;
    if (this.beat !== undefined && this.beat >= (this.map?.beats.length ?? 0)) this.beat = undefined;
    this.onchange(next.present);
    this.refresh();
  }

  /** Makes the sound ready; with a map where there is none yet. */
  async open(): Promise<void> {
    await this.busyWith('making the sound ready', async (progress) => {
      this.buffer = await this.#load(this.song, this.#finder, progress);
    });
    if (this.buffer && !this.map) await this.listen();
  }

  /** Hears the map of the recording. What a person has held is lost with the map; undo brings it back. */
  async listen(): Promise<void> {
    const { buffer } = this;
    if (!buffer) return;
    await this.busyWith('hearing the beats', async (progress) => {
      const heard = await this.#finder.listen(mixed(buffer), buffer.sampleRate, progress);
      if (!heard) {
        this.notice = 'No steady pulse was found. Tap along to say where the beats are.';
        return;
      }
      this.others = heard.others;
      this.remap(heard.map, `${Math.round(heard.bpm)} beats a minute.`);
    });
  }

  /** Says what is being done while it is, and why it could not be. */
  async busyWith(what: string, work: (progress: (done: number) => void) => Promise<void>): Promise<void> {
    this.problem = '';
    this.busy = { what, done: 0 };
    try {
      await work((done) => (this.busy = { what, done }));
    } catch (e) {
      const said = e instanceof Error ? e.message : String(e);
      if (said !== 'stopped') this.problem = said;
    } finally {
      this.busy = undefined;
    }
  }
  cancel(): void {
    this.#finder.stop();
  }

  // ---- playing

  get span(): Span {
    return this.loop ?? { from: 0, to: this.song.length };
  }

  async play(from = this.at): Promise<void> {
    const start = from >= this.span.from && from < this.span.to - 0.05 ? from : this.span.from;
    const { map } = this;
    const speed = this.ramp?.[0]?.speed ?? this.speed / 100;
    const period = 60 / ((this.clock?.bpm(this.clock.beat(start)) ?? 120) * speed);
    const counted = map && sounding.countIn > 0 ? this.#countIn(map, start, period, speed) : undefined;
    const performer = sounding.performer();
    performer.onend = () => this.#ended();
    performer.onpass = (index) => (this.pass = index);
    this.playing = true;
    this.notice = '';
    const begun = await performer.play({ ...this.#programme(), from: start, countIn: counted });
    if (begun !== undefined) this.#follow();
  }
  /** Counted in to the next beat, which may come a little after where the music begins. */
  #countIn(map: SongMap, start: number, period: number, speed: number): CountIn {
    const clock = beatClock(map.beats);
    const gap = Math.max(0, (clock.at(Math.ceil(clock.beat(start) - 1e-3)) - start) / speed);
    return countedTo(countIn(map.bar, sounding.countIn, period, this.counting || !this.clicking), gap);
  }
  #programme() {
    return {
      cues: this.cues,
      music: this.buffer,
      span: this.span,
      loop: this.loop !== undefined,
      ramp: this.ramp ?? [{ speed: this.speed / 100, times: 1 }],
      voice: sounding.says,
    };
  }

  /** What would be heard from the beginning of what is chosen: to be rendered. */
  asHeard(): Programme {
    const programme = this.#programme();
    const { from } = this.span;
    const speed = programme.ramp[0]?.speed ?? 1;
    const period = 60 / ((this.clock?.bpm(this.clock.beat(from)) ?? 120) * speed);
    const counted =
      this.map && sounding.countIn > 0 ? this.#countIn(this.map, from, period, speed) : undefined;
    return { ...programme, from, countIn: counted };
  }

  /** What is set differently is heard at once. */
  refresh(): void {
    if (!this.playing) return;
    const { cues, span, loop, ramp, voice } = this.#programme();
    void sounding.performer().change({ cues, span, loop, ramp, voice });
  }

  stop(): void {
    cancelAnimationFrame(this.#frame);
    sounding.stop();
    this.playing = false;
  }
  toggle(): void {
    if (this.playing) this.stop();
    else void this.play();
  }
  #ended(): void {
    cancelAnimationFrame(this.#frame);
    this.playing = false;
    this.at = this.span.from;
  }
  #follow(): void {
    cancelAnimationFrame(this.#frame);
    const look = () => {
      const now = sounding.performer().position();
      if (now === undefined || !this.playing) return;
      this.at = Math.max(0, now);
      this.#frame = requestAnimationFrame(look);
    };
    look();
  }

  /** Begins or ends going round faster and faster. */
  rampToggle(): void {
    this.ramp = this.ramp ? undefined : rampUp();
    if (this.playing) void this.play(this.loop?.from ?? 0);
  }
  /** It went well: on to the next speed; or once more at this one. */
  rampNext(up: boolean): void {
    if (!this.ramp) return;
    this.ramp = rampFrom(this.ramp, sounding.performer().speed(), up);
    this.refresh();
  }

  seek(at: number): void {
    this.at = Math.max(0, Math.min(this.song.length, at));
    if (this.playing) void this.play(this.at);
  }
  goTo(beat: number): void {
    this.beat = beat;
    const at = this.map?.beats[beat];
    if (at !== undefined) this.seek(at);
  }
  loopBeats(from: number, to: number): void {
    const [a, b] = [this.clock?.at(from), this.clock?.at(to)];
    if (a === undefined || b === undefined) return;
    const same = this.loop && Math.abs(this.loop.from - a) < 1e-6 && Math.abs(this.loop.to - b) < 1e-6;
    this.loop = same ? undefined : { from: Math.max(0, a), to: Math.min(this.song.length, b) };
    if (!same && (this.at < a || this.at >= b)) this.at = a;
    if (this.playing) void this.play(this.at);
  }

  // ---- by ear

  /** A tap, where the music was that was heard. */
  tap(): void {
    const now = this.playing ? sounding.performer().position() : performance.now() / 1000;
    if (now !== undefined) this.taps = [...this.taps, now - sounding.late];
  }
  /** The tempo of what was tapped so far. */
  readonly tapped = $derived.by(() => fitTaps(this.taps));
  /** Sets beats to what was tapped. */
  takeTaps(): void {
    const fit = this.tapped;
    if (!fit) return;
    const first = this.playing || this.at > 0 ? fit.first : 0;
    this.remap(
      fromTaps({ ...fit, first }, this.song.length, this.map, EARLY),
      `${Math.round(fit.bpm)} beats a minute, as tapped.`,
    );
    this.taps = [];
  }
  dropTaps(): void {
    this.taps = [];
  }
  halve(): void {
    if (this.map) this.remap(halved(this.map), 'Counted half as fast.');
  }
  double(): void {
    if (this.map) this.remap(doubled(this.map), 'Counted twice as fast.');
  }
  moveBeat(beat: number, to: number): void {
    if (this.map) this.remap(beatMoved(this.map, beat, to), '', `beat${beat}`);
  }

  /** “5 of the third eight”. */
  counted(beat: number): string {
    invariant(this.map, 'a song with beats');
    const c = countedAt(this.map, beat);
    return c.eight < 0 ? `${c.count}, before the first 1` : `${c.count} of eight ${c.eight + 1}`;
  }
}

/** One channel: the mean of all. */
export function mixed(buffer: AudioBuffer): Float32Array<ArrayBuffer> {
  const out = new Float32Array(buffer.length);
  for (let c = 0; c < buffer.numberOfChannels; c++) {
    const data = buffer.getChannelData(c);
    for (let i = 0; i < out.length; i++)
      out[i] = (out[i] as number) + (data[i] as number) / buffer.numberOfChannels;
  }
  return out;
}
