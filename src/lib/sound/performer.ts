import {
  between,
  passAfter,
  passAt,
  positionAt,
  saidOf,
  type CountIn,
  type Pass,
  type Playing,
  type RampStep,
  type SoundCue,
  type Span,
  type WordCue,
} from '$lib/core/practice';
import { Clips, bell, click, mixerOf, note, wordsIn } from './instruments';
import { plainMusic, stretchedMusic, type MusicPlayer } from './music';
import type { Levels, SpeakerId } from './speakers';
import { browserSpeaker, type Speaker } from './speaker';

/** How far ahead sounds are handed to the output: longer than any pause of the page. */
const AHEAD = 1.2;
/** From a touch to the first sound, so that it lies exactly. */
const SOON = 0.08;

/** Sounds cut short fade over this long, so that they do not crack. */
const FADE = 0.012;

/** What is to be played. Notes among its cues are the band's. */
export interface Programme {
  readonly cues: readonly SoundCue[];
  readonly music?: AudioBuffer | undefined;
  readonly span: Span;
  readonly from: number;
  readonly loop: boolean;
  readonly ramp: readonly RampStep[];
  readonly countIn?: CountIn | undefined;
  readonly voice: SpeakerId;
}

/**
 * Plays music, clicks and words by the clock of the output. Everything is handed over ahead of its time, so that it
 * sounds at its sample whatever the page does; where the music is, is worked out from that clock, never counted up.
 */
export class Performer {
  readonly #context: AudioContext;
  readonly #clips: Clips;
  readonly #outs: ReturnType<typeof mixerOf>;
  /** Where the band's notes go until they are cut short. */
  #band: GainNode | undefined;
  #playing: Playing | undefined;
  #programme: Programme | undefined;
  #music: MusicPlayer | undefined;
  /** The length at its own tempo is known, and so whether it has to be stretched. */
  #stretched = false;
  #buffer: AudioBuffer | undefined;
  #until = 0;
  #next: Pass | undefined;
  #sources = new Set<AudioScheduledSourceNode>();
  #speaker: Speaker | undefined;
  #ticker: Worker | undefined;
  #round = 0;
  /** Called when it has come to its end by itself. */
  onend: () => void = () => {};
  /** Called with every time through that begins to sound. */
  onpass: (index: number) => void = () => {};

  constructor(
    private readonly startTicker: () => Worker,
    clips = new Clips(),
    context = new AudioContext({ latencyHint: 'interactive' }),
    private readonly speaker: () => Speaker | undefined = browserSpeaker,
  ) {
    this.#clips = clips;
    this.#context = context;
    this.#outs = mixerOf(context);
  }

  get context(): AudioContext {
    return this.#context;
  }
  get running(): boolean {
    return this.#playing !== undefined;
  }

  levels({ click: c, voice, music }: Levels): void {
    const now = this.#context.currentTime;
    this.#outs.click.gain.setTargetAtTime(c, now, 0.02);
    this.#outs.voice.gain.setTargetAtTime(voice, now, 0.02);
    this.#outs.music.gain.setTargetAtTime(music, now, 0.02);
  }

  /** Begins; what played before ends. Gives when the music itself begins, by the clock of the output. */
  async play(p: Programme): Promise<number | undefined> {
    const round = ++this.#round;
    if (this.#context.state !== 'running') await this.#context.resume();
    await Promise.all([this.#prepare([...p.cues, ...(p.countIn?.cues ?? [])], p.voice), this.#load(p)]);
    if (round !== this.#round) return undefined;
    this.#silence();
    const start = this.#context.currentTime + SOON + (p.countIn?.lead ?? 0);
    for (const cue of p.countIn?.cues ?? []) this.#sound(cue, start + cue.at, p.voice, 1);
    this.#begin(p, { start, from: p.from, span: p.span, loop: p.loop, ramp: p.ramp });
    return start;
  }

  /** Recorded words, fetched before they are needed. */
  #prepare(cues: readonly SoundCue[], voice: SpeakerId): Promise<void> {
    return voice === 'browser' ? Promise.resolve() : this.#clips.prepare(this.#context, voice, wordsIn(cues));
  }

  /** Another speed, loop or set of cues from now on; the music goes on where it is. */
  async change(patch: Partial<Pick<Programme, 'cues' | 'span' | 'loop' | 'ramp' | 'voice'>>): Promise<void> {
    if (!this.#programme || !this.#playing) return;
    const p = { ...this.#programme, ...patch };
    const round = ++this.#round;
    await Promise.all([this.#prepare(p.cues, p.voice), this.#load(p)]);
    if (round !== this.#round || !this.#playing) return;
    const start = this.#context.currentTime + SOON;
    const at = positionAt(this.#playing, start);
    this.#silence();
    const inside = at >= p.span.from && at < p.span.to;
    this.#begin(p, { start, from: inside ? at : p.span.from, span: p.span, loop: p.loop, ramp: p.ramp });
  }

  async #load(p: Programme): Promise<void> {
    const stretched = p.ramp.some((s) => Math.abs(s.speed - 1) > 1e-6);
    if (p.music === this.#buffer && stretched === this.#stretched) return;
    this.#music?.stop(this.#context.currentTime);
    this.#music?.close();
    this.#music = undefined;
    [this.#buffer, this.#stretched] = [p.music, stretched];
    if (!p.music) return;
    const { music: out } = this.#outs;
    this.#music = stretched
      ? await stretchedMusic(this.#context, p.music, out)
      : plainMusic(this.#context, p.music, out);
  }

  #begin(p: Programme, playing: Playing): void {
    this.#programme = p;
    this.#playing = playing;
    this.#until = playing.start;
    this.#next = passAt(playing, playing.start);
    this.#ticker ??= this.startTicker();
    this.#ticker.onmessage = () => this.#tick();
    this.#tick();
  }

  #tick(): void {
    const [p, playing] = [this.#programme, this.#playing];
    if (!p || !playing) return;
    const now = this.#context.currentTime;
    const to = now + AHEAD;
    for (const { cue, time, speed } of between(playing, p.cues, this.#until, to))
      this.#sound(cue, time, p.voice, speed);
    this.#until = Math.max(this.#until, to);
    while (this.#next && this.#next.start <= to) {
      this.#music?.play(this.#next);
      this.#next = passAfter(playing, this.#next);
    }
    this.onpass(passAt(playing, now)?.index ?? 0);
    if (now > playing.start && !passAt(playing, now)) this.#ended();
  }

  #ended(): void {
    this.stop();
    this.onend();
  }

  #sound(cue: SoundCue, when: number, voice: SpeakerId, speed: number): void {
    if (cue.type === 'click') this.#hold(click(this.#outs, when, cue.accent));
    else if (cue.type === 'note') this.#hold(note(this.#outs, this.#bandBus(), when, cue, speed));
    else if (voice === 'browser') this.#speak(cue, when);
    else this.#hold(this.#clips.say(this.#outs, when, voice, cue.word));
  }
  /** The browser speaks at once: when the rest of that moment is heard. */
  #speak(cue: WordCue, when: number): void {
    this.#speaker ??= this.speaker();
    const level = this.#outs.voice.gain.value;
    this.#speaker?.say(saidOf(cue), when - this.#context.currentTime + this.latency, level);
  }
  #bandBus(): GainNode {
    if (!this.#band) {
      this.#band = this.#context.createGain();
      this.#band.connect(this.#outs.music);
    }
    return this.#band;
  }
  #hold(source: AudioScheduledSourceNode | undefined): void {
    if (!source) return;
    this.#sources.add(source);
    source.onended = () => this.#sources.delete(source);
  }

  /** Rings for a change of partners, now. */
  async ring(): Promise<void> {
    if (this.#context.state !== 'running') await this.#context.resume();
    this.#hold(bell(this.#outs, this.#context.currentTime + 0.02));
  }

  #silence(): void {
    const now = this.#context.currentTime;
    this.#band?.gain.setTargetAtTime(0, now, FADE / 3);
    this.#band = undefined;
    for (const s of this.#sources) s.stop(now + FADE);
    this.#sources.clear();
    this.#speaker?.hush();
    this.#music?.stop(now);
  }

  stop(): void {
    this.#round++;
    this.#silence();
    this.#playing = undefined;
    if (this.#ticker) this.#ticker.onmessage = null;
  }

  /** How long after the output's clock a sound is heard: what the browser knows of its device. */
  get latency(): number {
    return latencyOf(this.#context);
  }

  /** Where the music that is heard now is; before it begins, less than where it will. Undefined while nothing plays. */
  position(): number | undefined {
    return this.#playing && positionAt(this.#playing, this.#context.currentTime - this.latency);
  }
  /** The output's time now being heard. */
  heard(): number {
    return this.#context.currentTime - this.latency;
  }
  /** The speed of what is heard now. */
  speed(): number {
    return (this.#playing && passAt(this.#playing, this.heard())?.speed) ?? 1;
  }

  close(): void {
    this.stop();
    this.#music?.close();
    this.#ticker?.terminate();
    this.#ticker = undefined;
    this.#buffer = undefined;
    void this.#context.close();
  }
}

/** What a context says of its device; a slow speaker says half a second, a browser that says nothing counts as none. */
export const latencyOf = (
  c: Pick<AudioContext, 'baseLatency'> & { readonly outputLatency?: number },
): number => Math.max(0, c.outputLatency ?? c.baseLatency ?? 0);
