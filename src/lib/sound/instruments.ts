import { Voices, isDrum, placeOf } from '$lib/core/band';
import type { Accent, NoteCue, SoundCue } from '$lib/core/practice';
import type { VoiceId } from './speakers';

/** Where a sound goes to: an input of a mixer. */
export interface Outlet {
  readonly context: BaseAudioContext;
  readonly click: AudioNode;
  readonly voice: AudioNode;
  readonly music: AudioNode;
}
/** Three inputs with a level each, and a limiter before the output. */
export function mixerOf(context: BaseAudioContext) {
  const limit = context.createDynamicsCompressor();
  limit.connect(context.destination);
  const gain = (): GainNode => {
    const g = context.createGain();
    g.connect(limit);
    return g;
  };
  return { context, click: gain(), voice: gain(), music: gain() };
}

/** Pitches of a click by its accent, Hz. Our choice: a fifth and an octave apart, so that the 1 is heard without looking. */
const PITCH: Readonly<Record<Accent, number>> = { eight: 1760, bar: 1320, beat: 880 };
const STRENGTH: Readonly<Record<Accent, number>> = { eight: 1, bar: 0.75, beat: 0.5 };
const CLICK = 0.05;

/** A click whose first sample sounds at `when`. */
export function click(
  { context, click: out }: Outlet,
  when: number,
  accent: Accent,
): AudioScheduledSourceNode {
  const source = context.createBufferSource();
  source.buffer = clickBuffer(context, accent);
  source.connect(out);
  source.start(when);
  return source;
}

const kept = new WeakMap<BaseAudioContext, Map<string, AudioBuffer>>();
function clickBuffer(context: BaseAudioContext, accent: Accent): AudioBuffer {
  return remembered(context, `click ${accent}`, (rate) => {
    const n = Math.ceil(CLICK * rate);
    return Float32Array.from({ length: n }, (_, i) => {
      const t = i / rate;
      return STRENGTH[accent] * Math.cos(2 * Math.PI * PITCH[accent] * t) * Math.exp(-t / 0.008) * 0.8;
    });
  });
}

/** A bell for changing partners: a struck bar, whose partials are not whole multiples. */
export function bell({ context, click: out }: Outlet, when: number): AudioScheduledSourceNode {
  const source = context.createBufferSource();
  source.buffer = remembered(context, 'bell', (rate) =>
    Float32Array.from({ length: Math.ceil(1.8 * rate) }, (_, i) => {
      const t = i / rate;
      const partial = (f: number, level: number, decay: number) =>
        level * Math.sin(2 * Math.PI * f * t) * Math.exp(-t / decay);
      return partial(660, 0.4, 0.7) + partial(1820, 0.2, 0.35) + partial(3560, 0.1, 0.15);
    }),
  );
  source.connect(out);
  source.start(when);
  return source;
}

/** The band's notes are mixed to be about as loud as when they are rendered: 0.28 to 0.41 over its styles, measured. */
const BAND = 0.32;

/** A note of the band; its first sample sounds at `when`. */
export function note(
  { context }: Outlet,
  out: AudioNode,
  when: number,
  cue: NoteCue,
  speed: number,
): AudioScheduledSourceNode {
  const lasts = isDrum(cue.voice) ? 0 : Math.ceil((cue.lasts / speed) * 20) / 20;
  const source = context.createBufferSource();
  source.buffer = remembered(context, `note ${cue.voice} ${cue.pitch} ${lasts}`, (rate) =>
    new Voices(rate).sound(cue.voice, cue.pitch, lasts),
  );
  const gain = context.createGain();
  const side = context.createStereoPanner();
  gain.gain.value = BAND * cue.level;
  side.pan.value = 0.6 * placeOf(cue.voice);
  source.connect(gain).connect(side).connect(out);
  source.start(when);
  return source;
}

/** Sounds kept for a context; the oldest give way, so that an evening of tempi costs no more than a few. */
const KEPT = 320;
function remembered(
  context: BaseAudioContext,
  key: string,
  make: (rate: number) => Float32Array<ArrayBuffer>,
): AudioBuffer {
  let all = kept.get(context);
  if (!all) kept.set(context, (all = new Map()));
  let buffer = all.get(key);
  if (!buffer) {
    const samples = make(context.sampleRate);
    buffer = context.createBuffer(1, samples.length, context.sampleRate);
    buffer.copyToChannel(samples, 0);
    all.set(key, buffer);
    const oldest = all.keys().next().value;
    if (all.size > KEPT && oldest !== undefined) all.delete(oldest);
  }
  return buffer;
}

/** A word that is not over when the next begins is cut short over this long. */
const CUT = 0.025;

/** Words that are recorded, fetched and decoded when they are first needed. One is said at a time. */
export class Clips {
  #last:
    | { readonly source: AudioScheduledSourceNode; readonly gain: GainNode; readonly until: number }
    | undefined;
  readonly #clips = new Map<string, Promise<AudioBuffer | undefined>>();
  readonly #ready = new Map<string, AudioBuffer>();

  /** Fetches words, so that they can be said at once. */
  async prepare(context: BaseAudioContext, voice: VoiceId, words: Iterable<string>): Promise<void> {
    await Promise.all([...new Set(words)].map((w) => this.#get(context, voice, w)));
  }

  /**
   * Says a word that has been prepared; nothing where it has not. Its beginning sounds at `when`; the word before it is
   * over by then. Words are to be said in the order of their times.
   */
  say(
    { context, voice: out }: Outlet,
    when: number,
    voice: VoiceId,
    word: string,
  ): AudioScheduledSourceNode | undefined {
    const buffer = this.#ready.get(`${voice}/${word}`);
    if (!buffer) {
      void this.#get(context, voice, word);
      return undefined;
    }
    this.#makeRoom(when);
    const source = context.createBufferSource();
    const gain = context.createGain();
    source.buffer = buffer;
    source.connect(gain).connect(out);
    source.start(when);
    this.#last = { source, gain, until: when + buffer.duration };
    return source;
  }
  #makeRoom(when: number): void {
    const last = this.#last;
    if (!last || last.until <= when) return;
    const from = Math.max(0, when - CUT);
    last.gain.gain.setValueAtTime(1, from);
    last.gain.gain.linearRampToValueAtTime(0, when);
    last.source.stop(when);
  }

  #get(context: BaseAudioContext, voice: VoiceId, word: string): Promise<AudioBuffer | undefined> {
    const key = `${voice}/${word}`;
    let clip = this.#clips.get(key);
    if (!clip) this.#clips.set(key, (clip = this.#fetch(context, key)));
    return clip;
  }
  async #fetch(context: BaseAudioContext, key: string): Promise<AudioBuffer | undefined> {
    try {
      const response = await fetch(`/voice/${key}.opus`);
      if (!response.ok) return undefined;
      const buffer = await context.decodeAudioData(await response.arrayBuffer());
      this.#ready.set(key, buffer);
      return buffer;
    } catch {
      this.#clips.delete(key);
      return undefined;
    }
  }
}

/** Words of cues. */
export const wordsIn = (cues: readonly SoundCue[]): Set<string> =>
  new Set(cues.flatMap((c) => (c.type === 'word' ? [c.word] : [])));
