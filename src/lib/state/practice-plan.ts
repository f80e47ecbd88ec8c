import type { Group, Remembered } from '$lib/core/classes';
import type { Material } from '$lib/core/classes/material';
import { itemSeconds, type Practice, type PracticeItem } from '$lib/core/practice/playlist';
import { create, type Database } from '$lib/storage';

/** Ten minutes a day. */
const SECONDS = 600;

/**
 * A practice for a student between two classes: what is due first, slowly and then a little faster, and questions from
 * the trainer, in ten minutes. Gives its id; undefined where it cannot be stored.
 */
export async function practicePlan(
  db: Database,
  group: Group,
  due: readonly Remembered[],
  material: Material,
  makeId: () => string,
): Promise<string | undefined> {
  const practice: Practice = {
    id: makeId(),
    name: `${group.name}: ten minutes a day`.slice(0, 120),
    notes:
      'What is due first, alone or with a partner; each a little slower than in class, then a little faster.',
    items: itemsFor(due, material, makeId),
  };
  const saved = await create(db, 'practice', practice, Date.now());
  return saved.ok ? practice.id : undefined;
}

/** Rounds a figure is danced at least, and at most, in one item. Our choice. */
const [LEAST, MOST] = [4, 200] as const;

/**
 * What fills ten minutes: questions, then as many figures as there is time for, what is due first; all are danced about as
 * often, until no further round fits.
 */
export function itemsFor(
  due: readonly Remembered[],
  material: Material,
  makeKey: () => string,
): PracticeItem[] {
  const drill: PracticeItem = {
    key: makeKey(),
    what: { type: 'drill', drill: 'free-foot' },
    times: 4,
    music: { type: 'click' },
  };
  const found: { item: PracticeItem; beats: number; bpm: number }[] = [];
  const seconds = (list: typeof found): number =>
    list.reduce((s, { item, beats, bpm }) => s + itemSeconds(item, beats, bpm), itemSeconds(drill, 0, 1));
  for (const r of due) {
    const ref = { type: 'figure', id: r.figure } as const;
    const beats = material.beats(ref);
    if (beats === 0) continue;
    const bpm = Math.round((r.bpm ?? material.tempo(ref)) * 0.9);
    const item: PracticeItem = { key: makeKey(), what: ref, times: LEAST, bpm, music: { type: 'band' } };
    if (seconds([...found, { item, beats, bpm }]) <= SECONDS) found.push({ item, beats, bpm });
  }
  for (let grew = true; grew;) {
    grew = false;
    for (const [i, x] of found.entries()) {
      if (x.item.times >= MOST) continue;
      const more = found.with(i, { ...x, item: { ...x.item, times: x.item.times + 1 } });
      if (seconds(more) > SECONDS) continue;
      found[i] = more[i] as (typeof found)[number];
      grew = true;
    }
  }
  return [drill, ...found.map((x) => x.item)];
}
