import 'fake-indexeddb/auto';
import { describe, expect, it } from 'vitest';
import { instantOf } from '$lib/core/calendar';
import {
  Material,
  blocksFrom,
  groupKnows,
  newClass,
  plannedMinutes,
  type ClassPlan,
  type Entry,
} from '$lib/core/classes';
import { itemSeconds } from '$lib/core/practice/playlist';
import { demoClasses, demoCombinations, demoFigures, demoKept } from '$lib/demo';
import { create, loadDoc, openDatabase, rowsOf } from '$lib/storage';
import { calendarItems, classOn } from './calendar-items';
import { ClassDesk } from './class-desk.svelte';
import { RunDesk, beginRun } from './class-run.svelte';
import { covered, persistent, tempi } from './log-charts';
import { itemsFor } from './practice-plan';
import { makeRecap } from './recaps';
import { findables, searchIn, searchOf } from './search';

const NOW = Date.UTC(2026, 10, 26, 12);
const DAY = 86_400_000;
const demo = demoClasses(NOW, 'Europe/Berlin');
const parents = new Map(demoKept.flatMap((k) => ('of' in k ? [[k.id, k.of] as const] : [])));
const material = new Material(new Map(demoFigures.map((f) => [f.id, f])), demoCombinations, parents);
const stock = {
  key: '',
  figures: demoFigures,
  combinations: demoCombinations,
  parents: [],
  heights: material.heights,
};
let n = 0;
const makeId = () => `id-${++n}`;
const store = async () => {
  const db = openDatabase(`classes-${++n}`);
  await db.open();
  return db;
};

describe('the calendar', () => {
  const items = calendarItems(demo.series, demo.class, demo.entry, NOW - 60 * DAY, NOW + 60 * DAY);
  it('has every class once: held, off, planned, due', () => {
    expect(new Set(items.map((i) => i.id)).size).toBe(items.length);
    // Derived: three series of twelve weeks; five held and one off in each, one planned, five more to come.
    const of = (state: string) => items.filter((i) => i.state === state).length;
    expect([of('held'), of('off'), of('planned'), of('due')]).toEqual([15, 3, 3, 15]);
    items.slice(1).forEach((i, k) => expect(i.from).toBeGreaterThanOrEqual(items[k]!.from));
  });
  it('one that was moved stands where it was moved to', () => {
    const waltz = demo.series.find((s) => s.moved.length > 0)!;
    const moved = items.find((i) => i.occurrence?.moved);
    expect(moved?.from).toBe(instantOf(waltz.moved[0]!.to, waltz.zone));
  });
  it('what stands alone is there, too, within the days asked for', () => {
    const alone: ClassPlan = { ...newClass('alone', 'Workshop', 'Europe/Berlin'), at: '2026-11-28T15:00' };
    const only = calendarItems([], [alone], [], NOW, NOW + 3 * DAY);
    expect(only).toMatchObject([{ name: 'Workshop', state: 'planned', from: Date.UTC(2026, 10, 28, 14) }]);
    expect(calendarItems([], [alone], [], NOW, NOW + DAY)).toEqual([]);
  });
  it('a day is planned once, and takes over what its series says', async () => {
    const db = await store();
    const s = demo.series[0]!;
    const due = items.find((i) => i.state === 'due' && i.series?.id === s.id)!;
    const id = await classOn(db, s, due.occurrence!, newClass('fresh', 'x', s.zone));
    expect(await loadDoc(db, 'class', id!)).toMatchObject({
      group: s.group,
      room: s.room,
      minutes: s.minutes,
      series: s.id,
      name: s.name,
    });
    expect(await classOn(db, s, due.occurrence!, newClass('again', 'x', s.zone))).toBe(id);
  });
});

describe('a class being planned', () => {
  const desk = () =>
    new ClassDesk({ ...newClass('c', 'C', 'UTC'), blocks: blocksFrom('weekly', 60, makeId) }, makeId);
  it('blocks are moved, sized, taken out, and all of it undone', () => {
    const d = desk();
    const before = d.doc.blocks;
    const [first, second] = before;
    d.step(first!.key, 1);
    expect(d.doc.blocks.slice(0, 2).map((b) => b.key)).toEqual([second!.key, first!.key]);
    d.step(first!.key, -1);
    expect(d.doc.blocks.map((b) => b.key)).toEqual(before.map((b) => b.key));
    d.move(first!.key, undefined);
    expect(d.doc.blocks.at(-1)?.key).toBe(first!.key);
    d.size(first!.key, 7.3);
    expect(d.doc.blocks.at(-1)?.minutes).toBe(7.5);
    d.size(first!.key, -4);
    expect(d.doc.blocks.at(-1)?.minutes).toBe(0.5);
    d.remove(first!.key);
    expect(d.doc.blocks).toHaveLength(before.length - 1);
    while (d.canUndo) d.undo();
    expect(d.doc.blocks).toEqual(before);
  });
  it('a new block comes after the one that is looked at; absent fields are absent', () => {
    const d = desk();
    d.chosen = d.doc.blocks[1]!.key;
    d.add('pause');
    expect(d.doc.blocks[2]?.kind).toBe('pause');
    d.set(d.doc.blocks[2]!.key, { bpm: 90 });
    d.set(d.doc.blocks[2]!.key, { bpm: undefined });
    expect('bpm' in d.doc.blocks[2]!).toBe(false);
    d.lay('private');
    expect(plannedMinutes(d.doc.blocks)).toBe(60);
  });
});

describe('a class being held', () => {
  it('is begun once: begun again it goes on; after it has ended, another begins', async () => {
    const db = await store();
    const plan = demo.class[0]!;
    const group = demo.group[0]!;
    const first = await beginRun(db, plan, group, makeId, NOW);
    expect(await beginRun(db, plan, group, makeId, NOW + 60_000)).toBe(first);
    const entry = (await loadDoc(db, 'entry', first!))!;
    expect(entry.people).toHaveLength(group.people.length);
    expect(entry.there).toEqual({ leader: 7, follower: 8, both: 1 });
    await rowsOf(db, 'entry').update(first!, { 'doc.ended': NOW + 120_000 } as never);
    expect(await beginRun(db, plan, group, makeId, NOW + 180_000)).not.toBe(first);
  });
  it('what is said of it is kept at once, and can be taken back', () => {
    const saved: Entry[] = [];
    const run = new RunDesk(demo.entry[0]!);
    run.onchange = (e) => saved.push(e);
    run.rate({ type: 'figure', id: 'demo-push' }, 'easy', undefined, 99);
    run.note('  ');
    run.note(' Feet again. ');
    run.promise('', { type: 'figure', id: 'demo-free-spin' });
    run.count('leader', -100);
    expect(saved).toHaveLength(4);
    expect(saved.at(-1)).toMatchObject({ there: { leader: 0 }, notes: [{ text: 'Feet again.' }] });
    run.here('anselm', demo.group[0]!);
    expect(saved.at(-1)?.people).not.toContain('anselm');
    expect(saved.at(-1)?.there.leader).toBe(
      saved.at(-1)!.people!.filter((p) => demo.group[0]!.people.find((x) => x.key === p)?.dances === 'leader')
        .length,
    );
    run.undo();
    expect(run.doc.people).toContain('anselm');
  });
});

describe('what the log shows', () => {
  it('families covered: a figure once a class, combinations by their figures', () => {
    const bars = covered(demo.entry, stock);
    const one: Entry = {
      ...demo.entry[0]!,
      taught: [{ what: { type: 'combination', id: 'demo-combination-layers' }, note: '' }],
    };
    expect(covered([one], stock).reduce((s, b) => s + b.times, 0)).toBe(2);
    bars.slice(1).forEach((b, i) => expect(b.times).toBeLessThanOrEqual(bars[i]!.times));
  });
  it('tempo over weeks, in order of time', () => {
    const push = tempi(demo.entry, stock).find((l) => l.name === 'Push')!;
    expect(push.points.map((p) => p.bpm)).toEqual([96, 100, 104]);
  });
  it('what goes wrong twice and has not gone well since', () => {
    const swing = demo.entry.filter((e) => e.group === 'demo-group-swing');
    expect(persistent(swing)).toMatchObject([{ what: 'demo-push-turn', times: 2 }]);
    const well: Entry = {
      ...swing[0]!,
      id: 'x',
      at: NOW,
      taught: [{ what: { type: 'figure', id: 'demo-push-turn' }, rating: 'good', note: '' }],
    };
    expect(persistent([...swing, well])).toEqual([]);
  });
});

describe('finding anything', () => {
  const index = searchOf(
    findables({
      figures: demoFigures,
      combinations: demoCombinations,
      plans: demo.class,
      log: demo.entry,
      groups: demo.group,
      zone: 'Europe/Berlin',
    }),
  );
  const first = (words: string) => searchIn(index, words)[0];
  it.each([
    ['the free spin', 'figure demo-free-spin'],
    ['the one behind the back', 'figure demo-wrap-hammerlock'],
    ['anchors get lost', 'entry demo-entry-swing-2'],
    ['lamp above the head', 'class demo-class-swing'],
    ['twelve bars', 'combination demo-combination-blues'],
  ])('%s', (words, id) => expect(searchIn(index, words).map((f) => f.id)).toContain(id));
  it('the catch that the Harbour group has danced comes before one it has not', () => {
    const found = searchIn(index, 'the turn the harbour group so-so', 20).map((f) => f.id);
    expect(found).toContain('figure demo-push-turn');
    expect(found).not.toContain('figure demo-salsa1-turn');
  });
  it('nothing for nothing, and a letter may be wrong', () => {
    expect(searchIn(index, ' ')).toEqual([]);
    expect(first('chatch')?.id).toBe('figure demo-free-spin');
  });
});

describe('ten minutes a day', () => {
  it('what is due, the longest first, with questions, in ten minutes', () => {
    const group = demo.group[0]!;
    const due = [
      ...groupKnows(
        group,
        demo.entry.filter((e) => e.group === group.id),
        material,
      ).memory!.values(),
    ].sort((a, b) => a.due - b.due);
    const items = itemsFor(due, material, makeId);
    expect(items[0]?.what.type).toBe('drill');
    expect(items.length).toBeGreaterThan(2);
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
    expect(items.slice(1).map((i) => (i.what.type === 'figure' ? i.what.id : ''))).toEqual(
      due.slice(0, items.length - 1).map((d) => d.figure),
    );
  });
});

describe('a recap', () => {
  it('of a class that was held tells what was taught in it', async () => {
    const db = await store();
    const entry = demo.entry.find((e) => e.id === 'demo-entry-salsa-5')!;
    const id = await makeRecap(db, { entry }, makeId);
    expect(await loadDoc(db, 'recap', id!)).toMatchObject({
      entry: entry.id,
      figures: ['demo-salsa1-turn'],
      combination: 'demo-combination-layers',
      for: 'students',
    });
  });
  it('of a plan tells its aim', async () => {
    const db = await store();
    await create(db, 'class', demo.class[0]!, NOW);
    const id = await makeRecap(db, { plan: demo.class[0]! }, makeId);
    expect(await loadDoc(db, 'recap', id!)).toMatchObject({
      class: demo.class[0]!.id,
      figures: demo.class[0]!.aim.figures,
    });
  });
});
