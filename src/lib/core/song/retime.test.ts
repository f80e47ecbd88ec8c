import { describe, expect, it } from 'vitest';
import { corpus } from '../../../../tests/corpus';
import { demoCombinations, demoFigures } from '$lib/demo';
import { ROLES, TICKS_PER_BEAT } from '../base';
import { analyse } from '../analysis';
import { recipeOf } from '../band';
import { Repertoire, edited, planOf, usable, type Combination } from '../combination';
import { allPatterns, slotsOf, stepsIn } from '../vary';
import type { Figure } from '../figure';
import { bandSong, fullPattern, laidOn, metIn, paceOf, paced, sectionsDanced } from './index';

const repertoire = new Repertoire(demoFigures);
let n = 0;
const key = () => `new-${n++}`;
const combination = (id: string) => demoCombinations.find((c) => c.id === `demo-combination-${id}`)!;

describe('a pattern in full steps', () => {
  // Source: common practice — a triple becomes one step, two quick steps with a third between stay two feet apart.
  it.each([
    ['sss-', 's---'],
    ['s-s-', 's-s-'],
    ['s-ss', 's---'],
    ['ssss', 's-s-'],
    ['-ss-', 's-s-'],
    ['-s--', 's---'],
    ['s-t-', 's-t-'],
    ['s-sss-', 's-s---'],
  ])('%s is danced %s', (p, full) => {
    expect(fullPattern(p)).toBe(full);
  });
  it('has no step between beats and leaves the same foot free, for every pattern of up to three beats', () => {
    for (const p of [1, 2, 3].flatMap(allPatterns)) {
      const full = fullPattern(p);
      expect(full).toHaveLength(p.length);
      expect([p, stepsIn(full) % 2]).toEqual([p, stepsIn(p) % 2]);
      if (stepsIn(p) > slotsOf(p, 's').filter((i) => i % 2 === 0).length)
        expect([p, slotsOf(full, 's').filter((i) => i % 2 === 1)]).toEqual([p, []]);
    }
  });
});

/** Figures without a fault that can be danced at each pace without bringing one. */
function share(figures: readonly Figure[]) {
  const able = (f: Figure, pace: 'full' | 'half'): number => {
    const other = paced(f, pace);
    return other && repertoire.reading(other).wrong.length === 0 ? 1 : 0;
  };
  const sound = figures.filter((f) => usable(repertoire.reading(f)));
  const sum = (pace: 'full' | 'half') => sound.reduce((n, f) => n + able(f, pace), 0) / sound.length;
  return { full: sum('full'), half: sum('half'), sound: sound.length };
}

describe('a figure at another pace', () => {
  it('in half pace lasts twice as long, in full steps as long as before, with the same feet free at the end', () => {
    for (const f of demoFigures) {
      const r = repertoire.reading(f);
      if (!usable(r)) continue;
      const [full, half] = [paced(f, 'full'), paced(f, 'half')];
      if (half) expect([f.id, repertoire.reading(half).beats]).toEqual([f.id, 2 * r.beats]);
      if (!full) continue;
      const read = repertoire.reading(full);
      expect([f.id, read.beats, read.ends.exit.free]).toEqual([f.id, r.beats, r.ends.exit.free]);
      const { roles } = analyse(full);
      const between = ROLES.flatMap((role) => roles[role].actions).filter(
        (w) => w.tick > 0 && w.tick % TICKS_PER_BEAT !== 0 && w.action.kind === 'step',
      );
      expect([f.id, between.map((w) => w.tick)]).toEqual([f.id, []]);
    }
  });
  it('can be had of nearly every figure: of the demo, and of figures nobody fitted', () => {
    const demo = share(demoFigures);
    expect(demo.full).toBeGreaterThanOrEqual(0.95);
    expect(demo.half).toBeGreaterThanOrEqual(0.95);
    const taught = share(corpus.map((c) => c.figure));
    expect(taught.full).toBeGreaterThanOrEqual(0.9);
    expect(taught.half).toBeGreaterThanOrEqual(0.9);
  });
});

/** Six-count figures over a song that begins out of time: from its beginning on. */
const slowStart = bandSong(
  's',
  'S',
  recipeOf('swing', { bpm: 130, choruses: 1, start: 'rubato', form: 'eights' }),
).map!;
const over = (map = slowStart): Combination => ({
  ...combination('swing'),
  ...laidOn({ id: 's', map }, 0),
  parts: [{ key: 'a', figure: 'demo-six-triple', times: 12 }],
});

describe('paces for the sections of a song', () => {
  it('a slow introduction is best in full steps, then to the beat as written', () => {
    const found = sectionsDanced(over(), repertoire, slowStart, key);
    expect(found.map((s) => [s.section.slow, s.ways[0]?.pace])).toEqual([
      [true, 'full'],
      ...found.slice(1).map(() => [false, 'written']),
    ]);
    expect(found[0]!.bpm).toBeLessThan(found[1]!.bpm);
    expect(found.flatMap((s) => s.ways).filter((w) => w.now).length).toBe(found.length);
  });
  it('a part danced across the edge is parted there; the rest stays as it was', () => {
    const c = over();
    const [intro] = sectionsDanced(c, repertoire, slowStart, key);
    const after = edited(c, intro!.ways[0]!.edit);
    // Derived: six beats each from beat 0; the introduction has 32: those on 0, 6 … 30 begin in it.
    expect(after.parts.map((p) => [p.times, paceOf(after, p, repertoire)])).toEqual([
      [6, 'full'],
      [6, 'written'],
    ]);
    expect(new Set(after.parts.map((p) => p.key)).size).toBe(2);
    const again = sectionsDanced(after, repertoire, slowStart, key)[0]!;
    expect(again.ways.find((w) => w.now)?.pace).toBe('full');
    const back = edited(after, again.ways.find((w) => w.pace === 'written')!.edit);
    expect(planOf(back, repertoire).beats).toBe(planOf(c, repertoire).beats);
    expect(back.parts.every((p) => p.change === undefined)).toBe(true);
  });
  it('half pace where the band plays too fast: what it says is what its change does', () => {
    const fast = bandSong('f', 'F', recipeOf('swing', { bpm: 250, choruses: 1 })).map!;
    const c = over(fast);
    for (const s of sectionsDanced(c, repertoire, fast, key)) {
      expect(s.ways[0]?.pace).toBe('half');
      for (const w of s.ways) {
        const plan = planOf(edited(c, w.edit), repertoire);
        expect(plan.beats - planOf(c, repertoire).beats).toBe(w.longer);
        expect(metIn(plan)).toEqual({ met: w.met, of: w.of });
      }
    }
  });
  it('has nothing to say of a combination laid on no song', () => {
    expect(sectionsDanced({ ...over(), song: undefined }, repertoire, slowStart, key)).toEqual([]);
  });
});
