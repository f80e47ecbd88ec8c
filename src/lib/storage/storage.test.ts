import 'fake-indexeddb/auto';
import Dexie from 'dexie';
import { beforeEach, describe, expect, it } from 'vitest';
import { asVersion, newFigure, type Figure } from '$lib/core/figure';
import { newCombination } from '$lib/core/combination';
import {
  bringMissing,
  combinationsWith,
  compareShipped,
  restoreCombination,
  restoreFigures,
  deleteCombination,
  importCombinations,
  loadCombination,
  loadCombinations,
  readableCombinations,
  saveCombination,
  seedCombinationsOnce,
  deleteFigure,
  importFigures,
  figureJournal as journal,
  loadAll,
  loadFigure,
  loadKept,
  loadKeptWith,
  loadLatest,
  makeVersionOf,
  openDatabase,
  readable,
  saveFigure,
  saveVersion,
  seedOnce,
  settleConflict,
  standAlone,
  type Database,
  type SyncStore,
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
    ).toEqual({ added: 2, replaced: 0, renamed: new Map([['a', 'k1']]) });
    expect((await loadAll(db)).map((r) => [r.id, r.figure.name]).sort()).toEqual([
      ['a', 'old'],
      ['b', 'b'],
      ['k1', 'new'],
    ]);
    expect(await importFigures(db, [figure('a', 'new')], 'replace', () => 'x', 3)).toMatchObject({
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
  const memory = (): SyncStore & { map: Map<string, string> } => {
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
    journal.note(store, 2, figure('a', 'one'), 1);
    journal.note(store, 2, figure('a', 'two'), 2);
    journal.settle(store, figure('a', 'one'));
    expect(journal.read(store, 'a')).toEqual({ base: 2, at: 2, doc: figure('a', 'two') });
    journal.settle(store, figure('a', 'two'));
    expect(journal.read(store, 'a')).toBeUndefined();
  });

  it('a note is used only if it is newer than the store, and different', () => {
    const store = memory();
    const stored = (updated: number, name: string) => ({ rev: 3, updated, doc: figure('a', name) });
    const noted = (at: number) => journal.note(store, 2, figure('a', 'mine'), at);
    noted(50);
    expect(journal.rescue(store, 'a', stored(60, 'later'))).toBeUndefined();
    expect(store.map.size).toBe(0);
    noted(70);
    expect(journal.rescue(store, 'a', stored(60, 'mine'))).toBeUndefined();
    noted(70);
    expect(journal.rescue(store, 'a', stored(60, 'earlier'))?.doc.name).toBe('mine');
    expect(journal.rescue(store, 'a', undefined)?.doc.name).toBe('mine');
  });

  it('what could not be read back is not noted', () => {
    const store = memory();
    journal.note(store, 0, { ...figure('a'), repeat: { from: 1, to: 2, times: 2.5 } }, 1);
    expect(store.map.size).toBe(0);
  });

  it('a spoiled note or a forbidden store is no note, and no error', () => {
    const store = memory();
    store.map.set('brisk-partner:unsaved:a', '{"base":');
    expect(journal.read(store, 'a')).toBeUndefined();
    store.map.set('brisk-partner:unsaved:a', '{"base":1,"figure":{}}');
    expect(journal.read(store, 'a')).toBeUndefined();
    const forbidden: SyncStore = {
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
    journal.note(forbidden, 0, figure('a'), 1);
    expect(journal.read(forbidden, 'a')).toBeUndefined();
  });
});

describe('versions', () => {
  const push: Figure = { ...figure('push'), lines: 'leader 1 back 2 close\nfollower 1 fwd 2 fwd' };
  const turned: Figure = {
    ...push,
    id: 'turn',
    name: 'Turned',
    lines: push.lines.replace('2 fwd', '2 fwd r1/2'),
  };

  it('keeps only what a version changes, and follows its parent', async () => {
    await saveFigure(db, push, 0, 1);
    const saved = await saveVersion(db, 'push', turned, 2);
    expect(saved.ok && saved.value.figure).toEqual(turned);
    const stored = await db.figures.get('turn');
    expect(stored?.figure).toBeUndefined();
    expect(stored?.version?.change.items).toEqual([
      { track: 'follower', at: '2', was: 'fwd', to: '2', now: 'fwd r1/2' },
    ]);
    await saveFigure(db, { ...push, lines: push.lines.replace('1 back', '1 back small') }, 1, 3);
    expect((await loadFigure(db, 'turn'))?.figure.lines).toBe(
      'leader 1 back small 2 close\nfollower 1 fwd 2 fwd r1/2',
    );
    expect((await loadLatest(db, 1)).map((r) => r.id)).toEqual(['push']);
    expect((await loadAll(db)).length).toBe(2);
    expect((await saveVersion(db, 'nowhere', turned, 2)).ok).toBe(false);
  });

  it('an edited version stays one; a conflict is shown, and stays until it is decided', async () => {
    await saveFigure(db, push, 0, 1);
    await saveVersion(db, 'push', turned, 2);
    await saveFigure(db, { ...push, lines: push.lines.replace('2 fwd', '2 fwd l1/4') }, 1, 3);
    const row = await loadFigure(db, 'turn');
    expect(row?.conflicts?.map((c) => c.code)).toEqual(['changed']);
    const edited = { ...row!.figure, lines: row!.figure.lines.replace('1 back', '1 side') };
    const saved = await saveFigure(db, edited, row!.rev, 4);
    expect(saved.ok && saved.value.conflicts?.length).toBe(1);
    const theirs = await settleConflict(db, 'turn', row!.conflicts![0]!, 'theirs', 5);
    expect(theirs?.conflicts).toEqual([]);
    expect(theirs?.figure.lines).toBe('leader 1 side 2 close\nfollower 1 fwd 2 fwd l1/4');
  });

  it('what has grown out of a deleted figure stays as it is', async () => {
    await saveFigure(db, push, 0, 1);
    await saveVersion(db, 'push', turned, 2);
    await saveVersion(
      db,
      'turn',
      { ...turned, id: 'leaf', lines: turned.lines.replace('1 back', '1 side') },
      3,
    );
    const before = (await loadFigure(db, 'leaf'))?.figure;
    await deleteFigure(db, 'turn');
    expect((await loadFigure(db, 'leaf'))?.figure).toEqual(before);
    expect((await loadFigure(db, 'leaf'))?.version?.of).toBe('push');
    await deleteFigure(db, 'push');
    expect(await loadFigure(db, 'leaf')).toMatchObject({ figure: before });
    expect((await loadFigure(db, 'leaf'))?.version).toBeUndefined();
  });

  it('stands alone, or becomes a version, but never of itself', async () => {
    await saveFigure(db, push, 0, 1);
    await saveVersion(db, 'push', turned, 2);
    expect(await makeVersionOf(db, 'push', 'turn', 3)).toEqual({ ok: false, error: 'circle' });
    expect((await standAlone(db, 'turn', 4))?.version).toBeUndefined();
    expect(await makeVersionOf(db, 'push', 'turn', 5)).toMatchObject({
      ok: true,
      value: { figure: push, version: { of: 'turn' } },
    });
  });

  it('are brought in with their parents, renamed together, or not at all', async () => {
    const kept = [push, asVersion(push, turned)];
    await expect(importFigures(db, kept.slice(1), 'replace', () => 'x', 1)).rejects.toThrow(/“Turned”/);
    expect(await db.figures.count()).toBe(0);
    await importFigures(db, kept, 'replace', () => 'x', 1);
    let k = 0;
    await importFigures(db, kept, 'keep-both', () => `k${++k}`, 2);
    expect((await loadFigure(db, 'k2'))?.version?.of).toBe('k1');
    expect((await loadKeptWith(db, 'k2')).map((x) => x.id).sort()).toEqual(['k1', 'k2']);
    expect((await loadKept(db)).length).toBe(4);
  });
});

describe('combinations', () => {
  const push: Figure = {
    ...newFigure('push', 'slot-swing', 'Push'),
    lines: 'leader 1 place\nfollower 1 place',
  };
  const c = { ...newCombination('c', 'Tuesday'), parts: [{ key: 'a', figure: 'push', times: 2 }] };

  it('come back as they went, and no tab overwrites another', async () => {
    expect(await saveCombination(db, c, 0, 1)).toMatchObject({ ok: true, value: { rev: 1 } });
    expect((await loadCombination(db, 'c'))?.combination).toEqual(c);
    await saveCombination(db, { ...c, name: 'theirs' }, 1, 2);
    expect(await saveCombination(db, { ...c, name: 'mine' }, 1, 3)).toMatchObject({
      ok: false,
      error: { type: 'changed-elsewhere', theirs: { rev: 2, combination: { name: 'theirs' } } },
    });
    await deleteCombination(db, 'c');
    expect(await saveCombination(db, c, 2, 4)).toMatchObject({
      ok: false,
      error: { type: 'deleted-elsewhere' },
    });
    expect(readableCombinations([{ id: 'x', rev: 1, updated: 1, combination: {} as never }])).toEqual([]);
    db.close();
    expect(await saveCombination(db, c, 0, 5)).toMatchObject({ ok: false, error: { type: 'failed' } });
  });
  it('a figure knows where it is danced', async () => {
    await saveCombination(db, c, 0, 1);
    expect((await combinationsWith(db, 'push')).map((r) => r.id)).toEqual(['c']);
    expect(await combinationsWith(db, 'pass')).toEqual([]);
  });
  it('brought in beside figures that were renamed, they follow the new names', async () => {
    await saveFigure(db, push, 0, 1);
    await saveCombination(db, c, 0, 1);
    const done = await importFigures(db, [push], 'keep-both', () => 'push2', 2);
    const layered = { ...c, parts: [{ ...c.parts[0]!, layers: { 2: 'push', 3: 'other' } }] };
    await importCombinations(db, [layered], 'keep-both', done.renamed, () => 'c2', 2);
    expect((await loadCombination(db, 'c2'))?.combination.parts[0]).toEqual({
      key: 'a',
      figure: 'push2',
      times: 2,
      layers: { 2: 'push2', 3: 'other' },
    });
    expect((await loadCombinations(db)).length).toBe(2);
    expect(await importCombinations(db, [c], 'replace', new Map(), () => 'x', 3)).toEqual({
      added: 0,
      replaced: 1,
    });
  });
  it('the demo is put in once, only where its figures are', async () => {
    expect(await seedCombinationsOnce(db, [c], 1)).toBe(false);
    const other = openDatabase(`seed-${n}`);
    await other.open();
    await saveFigure(other, push, 0, 1);
    expect(
      await seedCombinationsOnce(
        other,
        [c, { ...c, id: 'd', parts: [{ key: 'a', figure: 'gone', times: 1 }] }],
        1,
      ),
    ).toBe(true);
    expect((await loadCombinations(other)).map((r) => r.id)).toEqual(['c']);
    await deleteCombination(other, 'c');
    expect(await seedCombinationsOnce(other, [c], 1)).toBe(false);
    other.close();
  });
  it('a store of version 2 gains them and keeps its figures', async () => {
    const name = `two-${n}`;
    const old = new Dexie(name);
    old.version(2).stores({ figures: 'id, updated, version.of', settings: 'key' });
    await old.open();
    await old.table('figures').put({ id: 'push', rev: 1, updated: 1, figure: push });
    old.close();
    const now = openDatabase(name);
    await now.open();
    expect((await loadFigure(now, 'push'))?.figure).toEqual(push);
    expect(await saveCombination(now, c, 0, 1)).toMatchObject({ ok: true });
    now.close();
  });
});

describe('nothing is saved that cannot be read back', () => {
  it('a figure or combination the schema refuses is not written, and the place is named', async () => {
    const odd = { ...figure('odd'), repeat: { from: 1, to: 2, times: 2.5 } };
    expect(await saveFigure(db, odd, 0, 1)).toMatchObject({
      ok: false,
      error: { type: 'unreadable', at: 'repeat.times' },
    });
    expect(await db.figures.count()).toBe(0);
    const c = newCombination('c');
    await saveCombination(db, c, 0, 1);
    const twice = { ...c, parts: [{ key: 'k', figure: 'a', times: 2.5 }] };
    expect(await saveCombination(db, twice, 1, 2)).toMatchObject({
      ok: false,
      error: { type: 'unreadable', at: 'parts.0.times' },
    });
    expect(readableCombinations(await loadCombinations(db))).toHaveLength(1);
  });
});

describe('deleting can be taken back', () => {
  it('a figure comes back with its versions as they were', async () => {
    const push = { ...figure('push'), lines: 'leader 1 back 2 close' };
    await saveFigure(db, push, 0, 1);
    await saveVersion(db, 'push', { ...push, id: 'late', lines: 'leader 1 back 2 side' }, 2);
    const before = await loadAll(db);
    const rows = await deleteFigure(db, 'push');
    expect((await loadAll(db)).map((r) => [r.id, r.version])).toEqual([['late', undefined]]);
    await restoreFigures(db, rows);
    const after = await loadAll(db);
    const plain = (list: typeof after) =>
      list.map((r) => [r.id, r.figure, r.version]).sort((a, b) => String(a[0]).localeCompare(String(b[0])));
    expect(plain(after)).toEqual(plain(before));
  });

  it('a combination comes back, unless something lies there again', async () => {
    await saveCombination(db, newCombination('c', 'Tuesday'), 0, 1);
    const row = (await deleteCombination(db, 'c'))!;
    await restoreCombination(db, row);
    expect((await loadCombination(db, 'c'))?.combination.name).toBe('Tuesday');
    await saveCombination(db, newCombination('c', 'Wednesday'), 2, 2);
    await restoreCombination(db, row);
    expect((await loadCombination(db, 'c'))?.combination.name).toBe('Wednesday');
  });
});

describe('bringing what ships', () => {
  it('brings what is missing, and leaves alone what was changed', async () => {
    const shipped = {
      figures: [figure('a'), figure('b'), figure('c')],
      combinations: [newCombination('x'), newCombination('y')],
    };
    await saveFigure(db, figure('a'), 0, 1);
    await saveFigure(db, figure('b', 'my own'), 0, 1);
    await saveCombination(db, newCombination('x', 'mine'), 0, 1);
    const found = await compareShipped(db, shipped);
    expect(found.changed).toEqual(['b', 'x']);
    expect(found.same).toBe(1);
    expect(found.missing.figures.map((f) => f.id)).toEqual(['c']);
    await bringMissing(db, found.missing, 5);
    expect((await loadFigure(db, 'b'))?.figure.name).toBe('my own');
    expect((await loadCombination(db, 'x'))?.combination.name).toBe('mine');
    expect((await loadFigure(db, 'c'))?.rev).toBe(1);
    expect((await compareShipped(db, shipped)).missing).toEqual({ figures: [], combinations: [] });
  });
});

describe('a store of an earlier version', () => {
  it('is rewritten once, so that turns made first still are', async () => {
    const name = `old-${n}`;
    const old = new Dexie(name);
    old.version(1).stores({ figures: 'id, updated', settings: 'key' });
    old.version(2).stores({ figures: 'id, updated, version.of', settings: 'key' });
    old.version(3).stores({ combinations: 'id, updated' });
    await old.open();
    const push = { ...figure('push'), lines: 'leader 1 side r1/4 2 close\nfollower 1 side 2 close' };
    await old.table('figures').bulkAdd([
      { id: 'push', rev: 2, updated: 1, figure: push },
      {
        id: 'late',
        rev: 1,
        updated: 1,
        version: {
          id: 'late',
          of: 'push',
          change: {
            details: {},
            items: [{ track: 'leader', at: '2', was: 'close', to: '2', now: 'back l1/2' }],
          },
        },
      },
    ]);
    const c = { ...newCombination('c'), own: [{ ...push, id: 'own' }] };
    await old.table('combinations').add({ id: 'c', rev: 1, updated: 1, combination: c });
    old.close();
    const now = openDatabase(name);
    await now.open();
    const lines = (await loadAll(now)).map((r) => r.figure.lines.split('\n')[0]);
    expect(lines.sort()).toEqual(['leader 1 r1/4 side 2 close', 'leader 1 r1/4 side 2 l1/2 back']);
    expect((await loadCombination(now, 'c'))?.combination.own[0]?.lines).toContain('1 r1/4 side');
    now.close();
  });
});
