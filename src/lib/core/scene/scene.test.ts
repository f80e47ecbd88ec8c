import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { analyse } from '../analysis';
import { applyEdit, newFigure } from '../figure';
import { FEEL_NAMES } from '../vocabulary';
import { demoFigures } from '../../demo/figures';
import {
  dragged,
  footprints,
  oneAlone,
  poseAt,
  project,
  railArms,
  railBeat,
  tickAtRail,
  type Viewpoint,
} from './index';

const VIEWS: readonly Viewpoint[] = ['leader', 'follower', 'near', 'far'];

describe('count rail', () => {
  it('places and ticks are inverse to each other, and time never runs back', () => {
    for (const feel of FEEL_NAMES) {
      let before = -Infinity;
      for (let tick = -12; tick <= 200; tick++) {
        expect(tickAtRail(railBeat(tick, feel), feel)).toBeCloseTo(tick, 9);
        expect(railBeat(tick, feel)).toBeGreaterThan(before);
        before = railBeat(tick, feel);
      }
    }
    expect(railBeat(8, 'swung')).toBe(0.5);
  });
});

describe('one who dances alone so far', () => {
  const written = (lines: string) => analyse({ ...newFigure('a', 'slot-swing', 'A'), lines });
  const walks = '1 fwd 2 fwd 3 fwd 4 fwd 5 fwd 6 fwd';

  it('is told of nothing the other might do: only the hold it begins with is named', () => {
    for (const lines of [`leader ${walks}`, `follower ${walks}`]) {
      const a = written(lines);
      expect(oneAlone(a), lines).toBe(true);
      expect(railArms(a).stretches.map((s) => s.name.title)).toEqual(['Open hold, left to right']);
    }
  });
  it('is alone no more once both have steps, and nobody is where there is none', () => {
    expect(oneAlone(written(`leader ${walks}\nfollower 1 back`))).toBe(false);
    expect(oneAlone(written(''))).toBe(false);
    for (const f of demoFigures) expect(oneAlone(analyse(f)), f.name).toBe(false);
  });
});

describe('floor picture', () => {
  const a = analyse(demoFigures[0]!);

  it('picture and floor are inverse to each other in every view, mirrored or not', () => {
    const metre = fc.double({ min: -3, max: 3, noNaN: true });
    fc.assert(
      fc.property(metre, metre, fc.constantFrom(...VIEWS), fc.boolean(), (x, y, view, mirrored) => {
        const p = project(a, view, mirrored, 320);
        const q = p.point({ x, y });
        const back = p.floor(q.x, q.y);
        expect(back.x).toBeCloseTo(x, 6);
        expect(back.y).toBeCloseTo(y, 6);
      }),
    );
  });

  it('the viewer’s own dancer is at the bottom and faces up; mirrored, left is right', () => {
    for (const role of ['leader', 'follower'] as const) {
      const view = project(a, role, false, 320);
      const own = poseAt(a, role, -12);
      const other = poseAt(a, role === 'leader' ? 'follower' : 'leader', -12);
      expect(view.point(own.body).y).toBeGreaterThan(view.point(other.body).y);
      expect(Math.abs(view.angle(own.facing) % 360)).toBeCloseTo(0, 9);
      const mirror = project(a, role, true, 320);
      expect(mirror.point(own.feet.L.at).x).toBeGreaterThan(mirror.point(own.feet.R.at).x);
    }
  });

  it('between ticks a pose lies between its neighbours', () => {
    const [p, q, r] = [10, 10.5, 11].map((t) => poseAt(a, 'follower', t).body.y) as [number, number, number];
    expect(q).toBeCloseTo((p + r) / 2, 9);
  });
});

describe('dragging a footprint', () => {
  it('let go where it lies, it lands there again; nothing but direction and size is rewritten', () => {
    for (const figure of demoFigures.slice(0, 8)) {
      const a = analyse(figure);
      for (const print of footprints(a, 'leader')) {
        const patch = dragged(a, 'leader', print.index, print.at)!;
        expect(Object.keys(patch).every((k) => ['direction', 'size', 'kind'].includes(k))).toBe(true);
        const w = a.roles.leader.actions[print.index]!;
        if (w.action.kind !== 'step' || w.unit || ['hook', 'third'].includes(w.action.direction ?? ''))
          continue;
        const after = applyEdit(figure, { type: 'set-action', role: 'leader', at: w.ref, patch });
        if (!after.ok) throw new Error(after.error);
        const again = analyse(after.value).roles.leader.path.placings[print.index]!.at;
        expect(Math.hypot(again.x - print.at.x, again.y - print.at.y), figure.id).toBeLessThan(0.07);
      }
    }
  });

  it('reads the direction it is dragged in', () => {
    const a = analyse({ ...newFigure('x', 'slot-swing'), lines: 'leader 1 fwd\nfollower 1 back' });
    const base = a.roles.leader.path.placings[0]!.base;
    const to = (x: number, y: number) => dragged(a, 'leader', 0, { x: base.x + x, y: base.y + y });
    expect(to(-0.06, 0.58)).toEqual({ direction: 'fwd', size: 'large' });
    expect(to(-0.06, -0.385)).toEqual({ direction: 'back', size: undefined });
    expect(to(-0.45, 0)).toEqual({ direction: 'side', size: undefined });
    expect(to(-0.33, 0.27)).toEqual({ direction: 'diag-fwd', size: undefined });
    expect(to(-0.06, 0.8)).toEqual({ direction: 'fwd', size: 2.1 });
  });
});
