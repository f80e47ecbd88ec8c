import 'fake-indexeddb/auto';
import Dexie from 'dexie';
import { beforeEach, describe, expect, it } from 'vitest';
import { newFigure, type Figure } from '$lib/core/figure';
import {
  importFigures,
  journal,
  loadAll,
  loadFigure,
  openDatabase,
  readable,
  saveFigure,
  seedOnce,
  type Database,
} from './index';

let db: Database;
let n = 0;
const figure = (id: string, name = id): Figure => ({ ...newFigure(id, 'slot-swing', name) });

beforeEach(async () => {
  db = openDatabase(`test-${++n}`);
  await db.open();
});

describe('saving', () => {
  it('a figure comes back as it went, with a growing revision', async () => {
    expect(await saveFigure(db, figure('a'), 0, 1)).toMatchObject({ ok: true, value: { rev: 1 } });
    expect(await saveFigure(db, figure('a', 'B'), 1, 2)).toMatchObject({ ok: true, value: { rev: 2 } });
    expect((await loadFigure(db, 'a'))?.figure).toEqual(figure('a', 'B'));
  });

  it('never overwrites what another tab saved, nor brings back what it deleted', async () => {
    await saveFigure(db, figure('a'), 0, 1);
    await saveFigure(db, figure('a', 'theirs'), 1, 2);
    const mine = await saveFigure(db, figure('a', 'mine'), 1, 3);
    expect(mine).toMatchObject({
      ok: false,
      error: { type: 'changed-elsewhere', theirs: { rev: 2, figure: { name: 'theirs' } } },
    });
    expect((await loadFigure(db, 'a'))?.figure.name).toBe('theirs');
    await db.figures.delete('a');
    expect(await saveFigure(db, figure('a'), 2, 4)).toMatchObject({
      ok: false,
      error: { type: 'deleted-elsewhere' },
    });
  });

  it('a store that fails is an error with its reason', async () => {
    db.close();
    expect(await saveFigure(db, figure('a'), 0, 1)).toMatchObject({ ok: false, error: { type: 'failed' } });
  });
});

describe('importing', () => {
  it('keeps both or replaces, and is all or nothing', async () => {
    await saveFigure(db, figure('a', 'old'), 0, 1);
    let k = 0;
    expect(
      await importFigures(db, [figure('a', 'new'), figure('b')], 'keep-both', () => `k${++k}`, 2),
    ).toEqual({ added: 2, replaced: 0 });
    expect((await loadAll(db)).map((r) => [r.id, r.figure.name]).sort()).toEqual([
      ['a', 'old'],
      ['b', 'b'],
      ['k1', 'new'],
    ]);
    expect(await importFigures(db, [figure('a', 'new')], 'replace', () => 'x', 3)).toEqual({
      added: 0,
      replaced: 1,
    });
    expect(await loadFigure(db, 'a')).toMatchObject({ rev: 2, figure: { name: 'new' } });
    const bad = { ...figure('c'), id: undefined } as unknown as Figure;
    await expect(importFigures(db, [figure('d'), bad], 'replace', () => 'x', 4)).rejects.toThrow();
    expect(await loadFigure(db, 'd')).toBeUndefined();
  });

  it('the demo is put in once, and never over what is there', async () => {
    expect(await seedOnce(db, [figure('demo')], 1)).toBe(true);
    await db.figures.clear();
    expect(await seedOnce(db, [figure('demo')], 1)).toBe(false);
    expect(await db.figures.count()).toBe(0);
  });

  it('rows that cannot be read are set apart, not dropped', () => {
    const row = (f: unknown) => ({ id: 'x', rev: 1, updated: 1, figure: f as Figure });
    const { rows, broken } = readable([row(figure('a')), row({ id: 'b' })]);
    expect([rows.length, broken.length]).toEqual([1, 1]);
  });
});

describe('schema versions', () => {
  it('what version 1 wrote is there in the current version', async () => {
    const name = `old-${n}`;
    const old = new Dexie(name);
    old.version(1).stores({ figures: 'id, updated', settings: 'key' });
    await old.open();
    await old.table('figures').put({ id: 'a', rev: 3, updated: 5, figure: figure('a', 'kept') });
    await old.table('settings').put({ key: 'seeded', value: true });
    old.close();
    const now = openDatabase(name);
    await now.open();
    expect(await loadFigure(now, 'a')).toEqual({ id: 'a', rev: 3, updated: 5, figure: figure('a', 'kept') });
    expect(await seedOnce(now, [figure('demo')], 1)).toBe(false);
    now.close();
  });
});

describe('the journal of unsaved edits', () => {
  const memory = (): journal.SyncStore & { map: Map<string, string> } => {
    const map = new Map<string, string>();
    return {
      map,
      getItem: (k) => map.get(k) ?? null,
      setItem: (k, v) => void map.set(k, v),
      removeItem: (k) => void map.delete(k),
    };
  };

  it('keeps the last edit until exactly that is saved', () => {
    const store = memory();
    journal.note(store, { base: 2, figure: figure('a', 'one') });
    journal.note(store, { base: 2, figure: figure('a', 'two') });
    journal.settle(store, figure('a', 'one'));
    expect(journal.read(store, 'a')).toEqual({ base: 2, figure: figure('a', 'two') });
    journal.settle(store, figure('a', 'two'));
    expect(journal.read(store, 'a')).toBeUndefined();
  });

  it('a spoiled note or a forbidden store is no note, and no error', () => {
    const store = memory();
    store.map.set('brisk-partner:unsaved:a', '{"base":');
    expect(journal.read(store, 'a')).toBeUndefined();
    store.map.set('brisk-partner:unsaved:a', '{"base":1,"figure":{}}');
    expect(journal.read(store, 'a')).toBeUndefined();
    const forbidden: journal.SyncStore = {
      getItem: () => {
        throw new Error('no');
      },
      setItem: () => {
        throw new Error('no');
      },
      removeItem: () => {
        throw new Error('no');
      },
    };
    journal.note(forbidden, { base: 0, figure: figure('a') });
    expect(journal.read(forbidden, 'a')).toBeUndefined();
  });
});
