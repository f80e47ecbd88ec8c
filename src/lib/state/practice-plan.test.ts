import { describe, expect, it } from 'vitest';
import type { Remembered } from '$lib/core/classes';
import { Material } from '$lib/core/classes/material';
import { itemSeconds } from '$lib/core/practice/playlist';
import { demoFigures } from '$lib/demo';
import { itemsFor } from './practice-plan';

const material = new Material(new Map(demoFigures.map((f) => [f.id, f])), [], new Map());
const due = (ids: readonly string[]) => ids.map((figure) => ({ figure }) as Remembered);
let n = 0;

describe('ten minutes a day', () => {
  it.each([[1], [2], [5], [14]])('%i figures due: ten minutes, but for less than one more round', (count) => {
    const ids = demoFigures
      .filter((f) => !f.mistake)
      .slice(0, count)
      .map((f) => f.id);
    const items = itemsFor(due(ids), material, () => `k${++n}`);
    const seconds = items.reduce(
      (s, i) =>
        s +
        itemSeconds(
          i,
          i.what.type === 'figure' ? material.beats({ type: 'figure', id: i.what.id }) : 0,
          i.bpm ?? 1,
        ),
      0,
    );
    expect(seconds).toBeLessThanOrEqual(600);
    expect(seconds).toBeGreaterThan(570);
  });
});
