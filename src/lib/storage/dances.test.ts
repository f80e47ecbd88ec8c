import 'fake-indexeddb/auto';
import { beforeEach, describe, expect, it } from 'vitest';
import { seeded } from '$lib/core/base';
import { readJson, writeJson } from '$lib/core/codecs';
import { newCombination } from '$lib/core/combination';
import { asVersion, newDance, newFigure, withDance, type Figure, type OwnDance } from '$lib/core/figure';
import { danceOf } from '$lib/core/vocabulary';
import {
  bring,
  create,
  deleteDance,
  loadDances,
  loadDoc,
  loadDocs,
  loadFigure,
  openDatabase,
  rowsOf,
  save,
  saveDance,
  saveVersion,
  undoAct,
  usesOf,
  type Database,
} from './index';
import { seedOf } from '../../../tests/seeds';

const how = { onClash: 'keep-both', code: 'imported', name: 'file' } as const;
const loadKept = async (db: Database) => (await loadDocs(db, 'figure')).map((r) => r.doc);

let db: Database;
let n = 0;
const reel = newDance('own-reel', 'Village reel', danceOf({ dance: 'waltz' }));
const figure = (id: string, dance: OwnDance = reel): Figure => newFigure(id, dance, id);

beforeEach(async () => {
  db = openDatabase(`dances-${++n}`);
  await db.open();
});

describe('dances of one’s own', () => {
  it('are kept, and what cannot be read back is not', async () => {
    expect(await saveDance(db, reel, 1)).toMatchObject({ ok: true, value: { figures: 0 } });
    expect(await loadDances(db)).toEqual([reel]);
    const bad = await saveDance(db, { ...reel, bar: 0 }, 2);
    expect(bad).toMatchObject({ ok: false, error: { type: 'unreadable', at: 'bar' } });
    expect(await loadDances(db)).toEqual([reel]);
  });

  it('a change reaches every figure, version and combination danced in it, but not the one open on a desk', async () => {
    await create(db, 'figure', figure('a'), 1);
    await create(db, 'figure', figure('b'), 1);
    await create(db, 'figure', newFigure('w', 'waltz', 'w'), 1);
    await saveVersion(db, 'w', withDance(newFigure('v', 'waltz', 'v'), reel), 1);
    await create(db, 'combination', { ...newCombination('c'), own: [figure('o')] }, 1);
    const changed = { ...reel, tempo: { min: 50, max: 60 } };
    expect(await saveDance(db, changed, 2, 'b')).toMatchObject({ ok: true, value: { figures: 3 } });
    expect((await loadFigure(db, 'a'))?.figure.ownDance).toEqual(changed);
    expect((await loadFigure(db, 'b'))?.figure.ownDance).toEqual(reel);
    expect((await loadFigure(db, 'v'))?.figure.ownDance).toEqual(changed);
    expect((await loadDoc(db, 'combination', 'c'))?.own[0]?.ownDance).toEqual(changed);
    expect((await loadFigure(db, 'w'))?.figure.dance).toBe('waltz');
  });

  it('one in use is refused, with where; with another in its place it goes', async () => {
    await create(db, 'figure', figure('a'), 1);
    await create(db, 'combination', { ...newCombination('c', 'Tuesday'), own: [figure('o')] }, 1);
    const refused = await deleteDance(db, reel.id, 2);
    expect(refused).toEqual({
      ok: false,
      error: [
        { id: 'a', name: 'a', kind: 'figure' },
        { id: 'c', name: 'Tuesday', kind: 'combination' },
      ],
    });
    expect(await loadDances(db)).toEqual([reel]);
    expect(await deleteDance(db, reel.id, 2, danceOf({ dance: 'foxtrot' }))).toMatchObject({
      ok: true,
      value: { figures: 2 },
    });
    expect(await loadDances(db)).toEqual([]);
    expect((await loadFigure(db, 'a'))?.figure).toMatchObject({ dance: 'foxtrot' });
    expect(await usesOf(db, 'dance', reel.id)).toEqual([]);
  });

  it('one that is not in use goes, and can be brought back', async () => {
    await saveDance(db, reel, 1);
    const gone = await deleteDance(db, reel.id, 2);
    if (!gone.ok) throw new Error('refused');
    expect(await loadDances(db)).toEqual([]);
    await undoAct(db, gone.value.act ?? 0, () => 'x', 3);
    expect(await loadDances(db)).toEqual([reel]);
  });

  it('come in with the figures that use them', async () => {
    await bring(db, { figure: [figure('a')] }, how, () => 'new', 1);
    expect(await loadDances(db)).toEqual([reel]);
    const own = [figure('o', { ...reel, id: 'own-2', name: 'Round' })];
    await bring(db, { combination: [{ ...newCombination('c'), own }] }, how, () => 'new', 1);
    expect((await loadDances(db)).map((d) => d.name)).toEqual(['Round', 'Village reel']);
  });

  it('two people’s dances of one name do not collide, nor do two states of one', async () => {
    await create(db, 'figure', figure('mine'), 1);
    const same = { ...reel, id: 'own-theirs' };
    const later = { ...reel, bar: 6, cycle: 6 };
    let made = 0;
    await bring(db, { figure: [figure('x', same), figure('y', later)] }, how, () => `fresh-${++made}`, 2);
    expect((await loadDances(db)).map((d) => d.id).sort()).toEqual(['fresh-1', 'own-reel', 'own-theirs']);
    expect((await loadFigure(db, 'mine'))?.figure.ownDance).toEqual(reel);
    expect((await loadFigure(db, 'y'))?.figure.ownDance).toEqual({ ...later, id: 'fresh-1' });
    expect((await loadFigure(db, 'y'))?.figure.dance).toBe('fresh-1');
  });

  it('a version that changes its dance brings it, too', async () => {
    const parent = newFigure('p', 'waltz', 'p');
    const version = asVersion(parent, withDance({ ...parent, id: 'q', name: 'q' }, reel));
    await bring(db, { figure: [parent, version] }, how, () => 'new', 1);
    expect(await loadDances(db)).toEqual([reel]);
    expect((await loadFigure(db, 'q'))?.figure.ownDance).toEqual(reel);
  });

  it('a figure saved after its dance was taken away elsewhere keeps it', async () => {
    await create(db, 'figure', figure('a'), 1);
    await rowsOf(db, 'dance').delete(reel.id);
    await save(db, 'figure', { ...figure('a'), name: 'A' }, { rev: 1, updated: 1 }, undefined, 2);
    expect(await loadDances(db)).toEqual([reel]);
  });

  it('whatever is kept goes out in a file and comes back in elsewhere, the same', async () => {
    const random = seeded(seedOf(31));
    const one = <T>(list: readonly T[]): T => list[Math.floor(random() * list.length)] as T;
    for (let n = 0; n < 12; n++) {
      const here = openDatabase(`out-${n}`);
      const there = openDatabase(`in-${n}`);
      const dances = [1, 2, 3].map((k) => ({
        ...reel,
        id: `own-${k}`,
        name: one(['Reel', 'Round', 'Reel']),
        bar: one([2, 3, 4, 6]),
        split: one(['&', 'a'] as const),
        tempo: { min: 60, max: 60 + Math.floor(random() * 90) },
      }));
      for (let i = 0; i < 5; i++) {
        const lines = `leader 1 ${one(['fwd', 'side or close', 'half turn right', 'heel turn'])} 2 close\nfollower 1 back 2 close\nfollower-body 1 ${one(['head left', 'lean back', 'dip'])}`;
        const figure = {
          ...newFigure(`f${i}`, one([...dances, danceOf({ dance: 'waltz' })]), `f${i}`),
          lines,
        };
        await create(here, 'figure', figure, 1);
      }
      const kept = await loadKept(here);
      const read = readJson(writeJson(kept));
      if (!read.ok) throw new Error(read.error.message);
      await bring(there, { figure: read.value }, how, () => 'none', 2);
      expect(await loadKept(there)).toEqual(kept);
      const used = new Set(kept.flatMap((k) => ('ownDance' in k && k.ownDance ? [k.ownDance.id] : [])));
      expect((await loadDances(there)).map((d) => d.id).sort()).toEqual([...used].sort());
    }
  });
});
