import { seeded, type Random, type Seconds } from '../base';
import type { Drum, Tone, Voice } from './note';

/** Samples of one sound from its beginning. */
export type Samples = Float32Array<ArrayBuffer>;

/** Noise through a resonance, with a decay. `body` adds a tone that falls from its first to its second pitch. */
interface DrumSound {
  readonly seconds: Seconds;
  readonly noise: number;
  /** Centre and width of the noise, Hz. */
  readonly band: readonly [number, number];
  readonly decay: Seconds;
  readonly body?: {
    readonly from: number;
    readonly to: number;
    readonly level: number;
    readonly decay: Seconds;
  };
  /** Inharmonic partials, as metal has them, Hz. */
  readonly metal?: readonly number[];
}

/** Sizes by ear: how long each rings and where it lies. Our choice. */
const DRUM_SOUNDS: Readonly<Record<Drum, DrumSound>> = {
  kick: {
    seconds: 0.3,
    noise: 0.08,
    band: [2500, 3000],
    decay: 0.01,
    body: { from: 130, to: 50, level: 1, decay: 0.09 },
  },
  snare: {
    seconds: 0.25,
    noise: 0.8,
    band: [3500, 5000],
    decay: 0.07,
    body: { from: 210, to: 180, level: 0.5, decay: 0.05 },
  },
  brush: { seconds: 0.25, noise: 0.7, band: [4500, 5000], decay: 0.06 },
  rim: {
    seconds: 0.08,
    noise: 0.3,
    band: [3000, 2500],
    decay: 0.01,
    body: { from: 820, to: 800, level: 0.7, decay: 0.015 },
  },
  hat: { seconds: 0.1, noise: 0.6, band: [8500, 4000], decay: 0.022, metal: [5400, 6930, 8100] },
  'open-hat': { seconds: 0.4, noise: 0.6, band: [8500, 4000], decay: 0.14, metal: [5400, 6930, 8100] },
  ride: { seconds: 0.7, noise: 0.25, band: [7000, 6000], decay: 0.12, metal: [3150, 4480, 5870, 7330] },
  crash: { seconds: 1.6, noise: 0.9, band: [6500, 8000], decay: 0.45, metal: [3400, 4700, 6100] },
  clave: {
    seconds: 0.12,
    noise: 0.05,
    band: [2500, 2000],
    decay: 0.008,
    body: { from: 2480, to: 2470, level: 1, decay: 0.028 },
  },
  shell: {
    seconds: 0.1,
    noise: 0.4,
    band: [4200, 3000],
    decay: 0.018,
    body: { from: 1150, to: 1120, level: 0.35, decay: 0.02 },
  },
  bell: {
    seconds: 0.3,
    noise: 0.05,
    band: [3000, 3000],
    decay: 0.02,
    body: { from: 562, to: 560, level: 0.6, decay: 0.08 },
    metal: [845, 1690],
  },
  slap: {
    seconds: 0.15,
    noise: 0.7,
    band: [2200, 2600],
    decay: 0.02,
    body: { from: 330, to: 310, level: 0.4, decay: 0.03 },
  },
  'open-conga': {
    seconds: 0.35,
    noise: 0.1,
    band: [1500, 1500],
    decay: 0.02,
    body: { from: 205, to: 196, level: 0.9, decay: 0.11 },
  },
  heel: {
    seconds: 0.12,
    noise: 0.25,
    band: [900, 900],
    decay: 0.02,
    body: { from: 150, to: 140, level: 0.5, decay: 0.03 },
  },
  guiro: { seconds: 0.14, noise: 0.5, band: [4800, 2600], decay: 0.05 },
};

/** Partials of a pitched sound: their levels, how soon it speaks and how long it rings. */
interface ToneSound {
  readonly partials: readonly number[];
  readonly attack: Seconds;
  /** Of a sound that is struck or plucked; 0: it holds as long as it is played. */
  readonly decay: Seconds;
  readonly vibrato: number;
}
const TONE_SOUNDS: Readonly<Record<Tone, ToneSound>> = {
  bass: { partials: [1, 0.6, 0.32, 0.16, 0.06], attack: 0.006, decay: 0.5, vibrato: 0 },
  piano: { partials: [1, 0.5, 0.34, 0.2, 0.12, 0.07, 0.04], attack: 0.003, decay: 0.7, vibrato: 0 },
  guitar: { partials: [1, 0.7, 0.42, 0.3, 0.2, 0.1], attack: 0.003, decay: 0.22, vibrato: 0 },
  reed: { partials: [1, 0.18, 0.62, 0.12, 0.36, 0.06, 0.2], attack: 0.022, decay: 0, vibrato: 0.003 },
  strings: { partials: [1, 0.62, 0.44, 0.34, 0.22, 0.14, 0.1], attack: 0.05, decay: 0, vibrato: 0.005 },
};
const RELEASE: Seconds = 0.045;

/** Synthesises the sounds of the band at a sample rate; the same request gives the same samples. */
export class Voices {
  readonly #kept = new Map<string, Samples>();
  constructor(readonly rate: number) {}

  /** One sound at full level. Pitched sounds last as long as asked for, drums as long as they ring. */
  sound(voice: Voice, pitch: number, lasts: Seconds): Samples {
    const drum = DRUM_SOUNDS[voice as Drum] as DrumSound | undefined;
    const key = drum ? voice : `${voice} ${pitch} ${Math.ceil(lasts * 20)}`;
    const kept = this.#kept.get(key);
    if (kept) return kept;
    const made = drum
      ? drummed(drum, this.rate, seeded(voice.length * 977 + voice.charCodeAt(0)))
      : toned(TONE_SOUNDS[voice as Tone], pitch, Math.ceil(lasts * 20) / 20, this.rate);
    this.#kept.set(key, made);
    return made;
  }
}

function drummed(d: DrumSound, rate: number, random: Random): Samples {
  const out = new Float32Array(Math.ceil(d.seconds * rate));
  resonance(out, d, rate, random);
  let phase = 0;
  for (let i = 0; i < out.length; i++) {
    const t = i / rate;
    const fade = Math.min(1, (out.length - i) / (0.01 * rate));
    let s = out[i] ?? 0;
    if (d.body) {
      const f = d.body.to + (d.body.from - d.body.to) * Math.exp(-t / 0.025);
      phase += (2 * Math.PI * f) / rate;
      s += d.body.level * Math.sin(phase) * Math.exp(-t / d.body.decay);
    }
    for (const f of d.metal ?? [])
      if (f < rate / 2) s += 0.16 * Math.sin(2 * Math.PI * f * t) * Math.exp(-t / d.decay);
    out[i] = s * fade * Math.min(1, t / 0.001);
  }
  return out;
}

/** Noise through two poles (a standard resonance), decaying. */
function resonance(out: Float32Array, d: DrumSound, rate: number, random: Random): void {
  const centre = Math.min(d.band[0], 0.42 * rate);
  const r = Math.exp((-Math.PI * Math.min(d.band[1], rate / 4)) / rate);
  const [a, b] = [2 * r * Math.cos((2 * Math.PI * centre) / rate), -r * r];
  let [y1, y2] = [0, 0];
  for (let i = 0; i < out.length; i++) {
    const y = (random() * 2 - 1) * (1 - r) + a * y1 + b * y2;
    [y2, y1] = [y1, y];
    out[i] = 1.6 * d.noise * y * Math.exp(-i / rate / d.decay);
  }
}

function toned(t: ToneSound, pitch: number, lasts: Seconds, rate: number): Samples {
  const out = new Float32Array(Math.ceil((lasts + RELEASE) * rate));
  const f = 440 * 2 ** ((pitch - 69) / 12);
  const norm = 1 / t.partials.reduce((s, p) => s + p, 0);
  t.partials.forEach((level, k) => {
    const w = 2 * Math.PI * f * (k + 1);
    if (f * (k + 1) > 0.45 * rate) return;
    const decay = t.decay > 0 ? t.decay / (1 + 0.5 * k) : 0;
    // A turning pointer instead of a sine a sample: the same wave, at a third of the cost.
    let [x, y] = [0, 1];
    const [c, s] = [Math.cos(w / rate), Math.sin(w / rate)];
    let fade = level * norm;
    const loss = decay > 0 ? Math.exp(-1 / (decay * rate)) : 1;
    for (let i = 0; i < out.length; i++) {
      out[i] = (out[i] ?? 0) + fade * x;
      [x, y] = [x * c + y * s, y * c - x * s];
      fade *= loss;
    }
  });
  const [attack, release] = [t.attack * rate, RELEASE * rate];
  for (let i = 0; i < out.length; i++) {
    const wave = t.vibrato > 0 ? 1 + 8 * t.vibrato * Math.sin((2 * Math.PI * 5.2 * i) / rate) : 1;
    out[i] = 2 * (out[i] ?? 0) * wave * Math.min(1, i / attack) * Math.min(1, (out.length - i) / release);
  }
  return out;
}
