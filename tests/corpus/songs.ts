import { render, scoreOf, type Recipe, type Score } from '../../src/lib/core/band';
import { seeded, type Random } from '../../src/lib/core/base';
import { countedAt, eightOf } from '../../src/lib/core/music';

/** What a recording suffers: a noisy room, its echo, somebody counting over it. */
export interface RoomSound {
  /** Level of white noise. */
  readonly noise: number;
  /** How long the room rings, seconds. */
  readonly ring: number;
  readonly voice: boolean;
}
export interface SongCase {
  readonly name: string;
  readonly recipe: Recipe;
  readonly room: RoomSound;
}

/** Styles with the forms they are played in, and how fast: wider than each is danced (60 to 240 in all). */
const PLAYED = [
  { style: 'swing', form: 'aaba', bpm: [100, 240] },
  { style: 'swing', form: 'blues', bpm: [90, 220] },
  { style: 'salsa', form: 'montuno', bpm: [150, 220] },
  { style: 'tango', form: 'eights', bpm: [104, 140] },
  { style: 'waltz', form: 'eights', bpm: [78, 190] },
  { style: 'foxtrot', form: 'aaba', bpm: [96, 210] },
  { style: 'groove', form: 'eights', bpm: [60, 140] },
  { style: 'groove', form: 'blues', bpm: [70, 130] },
] as const;

const between = (random: Random, [low, high]: readonly [number, number]): number =>
  low + random() * (high - low);
const chance = (random: Random, share: number): boolean => random() < share;

/** Forty songs over every style, with everything that makes them hard; another `set` is other songs of the same kind. */
export function songCases(set: number, n = 40): SongCase[] {
  return Array.from({ length: n }, (_, i) => {
    const random = seeded(set * 1000 + i);
    const { style, form, bpm } = PLAYED[i % PLAYED.length] as (typeof PLAYED)[number];
    const swings = style === 'swing' || (style === 'groove' && chance(random, 0.3)) || style === 'foxtrot';
    const tempo = Math.round(between(random, bpm) * 10) / 10;
    const recipe: Recipe = {
      style,
      form,
      bpm: tempo,
      choruses: form === 'blues' ? 3 : 1 + (tempo > 150 ? 1 : 0),
      seed: set * 1000 + i,
      // The faster, the straighter (Friberg and Sundström 2002; from memory).
      swing: swings ? Math.max(1, Math.min(3, between(random, [1.2, 3.2]) - (tempo - 100) / 120)) : 1,
      start: chance(random, 0.15) ? 'rubato' : chance(random, 0.3) ? 'bars' : 'none',
      breaks: chance(random, 0.4) ? 1 + Math.floor(random() * 3) : 0,
      drift: chance(random, 0.35) ? between(random, [0.01, 0.05]) : 0,
      drums: style !== 'tango' && !chance(random, 0.15),
      ...(style === 'salsa'
        ? {
            clave: {
              clave: chance(random, 0.5) ? 'son' : 'rumba',
              side: chance(random, 0.5) ? '3-2' : '2-3',
            } as const,
          }
        : {}),
    };
    const room: RoomSound = {
      noise: chance(random, 0.3) ? between(random, [0.003, 0.02]) : 0,
      ring: chance(random, 0.35) ? between(random, [0.2, 0.9]) : 0,
      voice: chance(random, 0.2),
    };
    return { name: `${i} ${style} ${form} ${tempo}`, recipe, room };
  });
}

export interface Recording {
  readonly score: Score;
  readonly samples: Float32Array<ArrayBuffer>;
  readonly rate: number;
}

/** A case as it would be recorded. */
export function recorded({ recipe, room }: SongCase, rate = 22_050): Recording {
  const score = scoreOf(recipe);
  const [samples] = render(score, rate, 1) ?? [];
  if (!samples) throw new Error('not rendered');
  const random = seeded(recipe.seed + 5);
  if (room.voice) speak(samples, rate, score, random);
  if (room.ring > 0) echo(samples, rate, room.ring);
  if (room.noise > 0)
    for (let i = 0; i < samples.length; i++)
      samples[i] = (samples[i] ?? 0) + room.noise * (random() * 2 - 1) * 1.7;
  return { score, samples, rate };
}

/** Somebody counts: a buzz through two formants, a fifth of a second a word, unevenly on the beats. */
function speak(samples: Float32Array, rate: number, { map }: Score, random: Random): void {
  map.beats.forEach((beat, i) => {
    if (countedAt(map, i).count > eightOf(map.bar) - 1 || chance(random, 0.3)) return;
    const from = Math.round((beat - 0.03 + 0.05 * random()) * rate);
    const pitch = 110 + 30 * random();
    const formants = [400 + 300 * random(), 1200 + 900 * random()];
    const length = Math.round((0.14 + 0.08 * random()) * rate);
    for (let n = Math.max(0, -from); n < length && from + n < samples.length; n++) {
      const t = n / rate;
      const since = (t * pitch) % 1;
      const pulse = Math.exp((-since / pitch) * 500);
      const sound = formants.reduce((s, f) => s + Math.sin(2 * Math.PI * f * (since / pitch)), 0) * pulse;
      samples[from + n] = (samples[from + n] ?? 0) + 0.09 * sound * Math.sin((Math.PI * n) / length);
    }
  });
}

/** Four combs, as rooms are imitated since Schroeder (1962; from memory). */
function echo(samples: Float32Array<ArrayBuffer>, rate: number, ring: number): void {
  const dry = samples.slice();
  for (const delay of [0.0297, 0.0371, 0.0411, 0.0437]) {
    const d = Math.round(delay * rate);
    const back = 10 ** ((-3 * delay) / ring);
    const line = new Float32Array(samples.length);
    for (let i = 0; i < samples.length; i++) {
      line[i] = (dry[i] ?? 0) + back * (line[i - d] ?? 0);
      samples[i] = (samples[i] ?? 0) + 0.12 * ((line[i] ?? 0) - (dry[i] ?? 0));
    }
  }
}
