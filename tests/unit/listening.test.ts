import { describe, expect, it } from 'vitest';
import { countedAt, type Counted, type SongMap } from '../../src/lib/core/music';
import { listen } from '../../src/lib/core/listen';
import { fMeasure, tempoVerdict } from '../corpus/measures';
import { recorded, songCases } from '../corpus/songs';

const where = (m: SongMap, is: (c: Counted) => boolean): number[] =>
  m.beats.filter((_, i) => is(countedAt(m, i)));
/** Most of them in their place: a slow introduction counted otherwise leaves the song right. */
const right = (truth: SongMap, found: SongMap, is: (c: Counted) => boolean): boolean =>
  fMeasure(where(truth, is), where(found, is)) > 0.8;

/**
 * Forty songs over every style, with swing, drift, slow starts, noise, echo, a voice and without drums, whose beats are
 * known because we wrote them. The set was not looked at while the hearing was built.
 * Measures: beats within 70 ms (Davies et al. 2009), tempo within 4 %, octaves apart (Gouyon et al. 2006); from memory.
 */
describe('forty songs heard', () => {
  const heard = songCases(3).map((c) => {
    const { score, samples, rate } = recorded(c);
    const found = listen(samples, rate);
    return { name: c.name, recipe: c.recipe, truth: score.map, found: found?.map, bpm: found?.bpm ?? 0 };
  });
  const all = heard.flatMap((h) => (h.found ? [{ ...h, found: h.found }] : []));
  const share = (is: (h: (typeof all)[number]) => boolean): number => all.filter(is).length / heard.length;

  it('the tempo of 95 %, none of the others but an octave off', () => {
    const verdicts = heard.map((h) => tempoVerdict(h.recipe.bpm, h.bpm));
    expect(verdicts.filter((v) => v === 'right').length / heard.length).toBeGreaterThanOrEqual(0.95);
    expect(verdicts.filter((v) => v === 'wrong')).toEqual([]);
  });
  it('beats: a mean F-measure of 0.95', () => {
    const sum = all.reduce((s, h) => s + fMeasure(h.truth.beats, h.found.beats), 0);
    expect(sum / heard.length).toBeGreaterThanOrEqual(0.95);
  });
  it('the 1 of the bar of 90 %, of the eight of 80 %, and every bar of three', () => {
    expect(share((h) => right(h.truth, h.found, (c) => c.ofBar === 1))).toBeGreaterThanOrEqual(0.9);
    expect(share((h) => right(h.truth, h.found, (c) => c.count === 1))).toBeGreaterThanOrEqual(0.8);
    expect(all.filter((h) => h.truth.bar !== h.found.bar).map((h) => h.name)).toEqual([]);
  });
  it('nine of ten breaks, and hardly one that is none', () => {
    const at = (m: SongMap): number[] =>
      m.marks.filter((k) => k.kind === 'break').map((k) => m.beats[k.beat] ?? -1);
    const near = (a: number, list: readonly number[]): boolean => list.some((b) => Math.abs(a - b) < 0.6);
    const counted = all.map((h) => {
      const [truth, found] = [at(h.truth), at(h.found)];
      return {
        there: truth.length,
        met: truth.filter((b) => near(b, found)).length,
        false: found.filter((b) => !near(b, truth)).length,
      };
    });
    const sum = (of: 'there' | 'met'): number => counted.reduce((s, c) => s + c[of], 0);
    expect(sum('met') / sum('there')).toBeGreaterThanOrEqual(0.9);
    expect(Math.max(...counted.map((c) => c.false))).toBeLessThanOrEqual(1);
  });
  it('swing within a third where there are drums to swing, and the side of the clave', () => {
    const swung = all.filter((h) => h.recipe.drums && h.recipe.style === 'swing');
    const near = swung.filter((h) => Math.abs(h.found.swing - h.truth.swing) < 0.34);
    expect(near.length / swung.length).toBeGreaterThanOrEqual(0.8);
    const claves = all.filter((h) => h.recipe.drums && h.truth.clave);
    const sides = claves.filter((h) => h.found.clave?.side === h.truth.clave?.side);
    expect([sides.length >= claves.length - 1, claves.length > 2]).toEqual([true, true]);
  });
}, 240_000);
