import { describe, expect, it } from 'vitest';
import { claveOnsets, countedAt, songMapSchema } from '../music';
import {
  STYLES,
  Voices,
  chordOf,
  phraseOf,
  recipeOf,
  recipeSchema,
  render,
  scoreOf,
  timed,
  wavOf,
} from './index';

describe('what the band writes', () => {
  it('is a map that can be kept, for every style, form and start', () => {
    for (const style of STYLES)
      for (const start of ['none', 'bars', 'rubato'] as const) {
        const recipe = recipeOf(style, { start, breaks: 2, drift: 0.03, seed: 7 });
        expect(recipeSchema.safeParse(recipe).success).toBe(true);
        const { map, notes, beats } = scoreOf(recipe);
        expect(songMapSchema.safeParse(map).error).toBeUndefined();
        expect([map.beats.length, map.marks.length]).toEqual([beats, 2]);
        expect(notes.every((n) => n.at >= 0 && n.at < beats && n.level > 0)).toBe(true);
      }
  });
  it('is the same for the same seed and another for another', () => {
    const of = (seed: number): string => JSON.stringify(scoreOf(recipeOf('swing', { seed })).notes);
    expect(of(3)).toBe(of(3));
    expect(of(3)).not.toBe(of(4));
  });
  // Common practice: 12-bar blues 48 beats, 32-bar AABA 128, eight bars of three 24.
  it('has phrases as long as they are', () => {
    expect([phraseOf('blues', 4), phraseOf('aaba', 4), phraseOf('eights', 3)]).toEqual([48, 32, 24]);
    expect(scoreOf(recipeOf('swing', { choruses: 1 })).beats).toBe(128 + 4);
    expect(chordOf('V7')).toEqual({ root: 7, notes: [0, 4, 7, 10] });
  });
  /** Source: Toussaint, The Geometry of Musical Rhythm (from memory). */
  it('strikes the claves where they are written, along the whole song', () => {
    for (const clave of ['son', 'rumba'] as const)
      for (const side of ['3-2', '2-3'] as const) {
        const { notes, map } = scoreOf(recipeOf('salsa', { clave: { clave, side }, choruses: 1 }));
        const struck = notes
          .filter((n) => n.voice === 'clave')
          .map((n) => ((countedAt(map, Math.floor(n.at)).count - 1 + (n.at % 1)) * 2) % 16);
        expect([...new Set(struck)].sort((a, b) => a - b)).toEqual(claveOnsets(clave, side));
      }
  });
  it('swings its off-beats by the ratio it is asked for', () => {
    const { notes } = scoreOf(recipeOf('swing', { swing: 2 }));
    const off = notes.filter((n) => n.voice === 'ride' && n.at % 1 > 0.01).map((n) => n.at % 1);
    expect(off.length).toBeGreaterThan(20);
    for (const o of off) expect(o).toBeCloseTo(2 / 3, 6);
  });
  it('is silent in a break after its first beat', () => {
    const { notes, map } = scoreOf(recipeOf('groove', { breaks: 1, seed: 3 }));
    const at = map.marks[0]?.beat ?? -1;
    expect(notes.filter((n) => n.at > at + 0.01 && n.at < at + 4)).toEqual([]);
    expect(notes.some((n) => n.at === at)).toBe(true);
  });
});

describe('what it sounds like', () => {
  const score = scoreOf(recipeOf('groove', { choruses: 1 }));
  it('lies at its samples: every note within half of one', () => {
    const rate = 22_050;
    const voices = new Voices(rate);
    const hat = timed(score).find((t) => t.note.voice === 'kick')!;
    const alone = { ...score, notes: [hat.note] };
    const [samples] = render(alone, rate, 1)!;
    const first = samples!.findIndex((s) => Math.abs(s) > 1e-4);
    expect(Math.abs(first - Math.round(hat.at * rate))).toBeLessThanOrEqual(4);
    expect(voices.sound('kick', 0, 0)).toBe(voices.sound('kick', 0, 0));
  });
  it('is even: no style is much louder than another, none is cut off', () => {
    const loud = STYLES.map((style) => {
      const [s] = render(scoreOf(recipeOf(style, { choruses: 1 })), 11_025, 1)!;
      expect(s!.every((x) => Math.abs(x) <= 0.86)).toBe(true);
      return 10 * Math.log10(s!.reduce((sum, x) => sum + x * x, 0) / s!.length);
    });
    expect(Math.max(...loud) - Math.min(...loud)).toBeLessThan(9);
  });
  it('stops when it is told to', () => expect(render(score, 8000, 1, () => true)).toBeUndefined());
  /** Source: RIFF/WAVE, Microsoft and IBM 1991 (from memory). */
  it('becomes a WAV file', () => {
    const bytes = wavOf([Float32Array.of(0, 1, -1, 2)], 8000);
    const view = new DataView(bytes.buffer);
    expect(new TextDecoder().decode(bytes.slice(0, 4)) + new TextDecoder().decode(bytes.slice(8, 16))).toBe(
      'RIFFWAVEfmt ',
    );
    expect([view.getUint32(24, true), view.getUint16(34, true), view.getUint32(40, true)]).toEqual([
      8000, 16, 8,
    ]);
    expect([0, 2, 4, 6].map((i) => view.getInt16(44 + i, true))).toEqual([0, 32767, -32767, 32767]);
  });
});
