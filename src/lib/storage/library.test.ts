import 'fake-indexeddb/auto';
import Dexie from 'dexie';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { newClass } from '$lib/core/classes';
import { COMBINATION_VERSION, newCombination, type Combination } from '$lib/core/combination';
import { recipeOf } from '$lib/core/band';
import { bandSong, type Song } from '$lib/core/song';
import { demoClasses, demoPractices, demoResults } from '$lib/demo';
import { asVersion, newDance, newFigure, withDance, type Figure, type Kept } from '$lib/core/figure';
import { KIND_IDS, kindOf, type Docs, type KindId } from '$lib/core/library';
import { danceOf } from '$lib/core/vocabulary';
import {
  BIN_DAYS,
  acting,
  bring,
  compare,
  create,
  deleteDocument,
  everythingKept,
  loadAll,
  loadBin,
  loadDoc,
  loadDocs,
  loadFigure,
  loadTroubled,
  openDatabase,
  openStore,
  repair,
  rowsOf,
  save,
  saveDance,
  saveVersion,
  seedOnce,
  standFromChange,
  sweepBin,
  undoAct,
  usesOf,
  type Database,
  bringMedia,
  sweepMedia,
} from './index';

let db: Database;
let n = 0;
let made = 0;
const makeId = (): string => `made-${++made}`;
const how = { onClash: 'keep-both', code: 'imported', name: 'file' } as const;
const figure = (id: string, name = id): Figure => ({
  ...newFigure(id, 'slot-swing', name),
  lines: 'leader 1 back 2 close\nfollower 1 fwd 2 fwd',
});
const part = (f: string, key = f) => ({ key, figure: f, times: 1 });
const c: Combination = { ...newCombination('c', 'Tuesday'), parts: [part('push')] };
const reel = newDance('own-reel', 'Village reel', danceOf({ dance: 'waltz' }));
const demo = demoClasses(1e12, 'UTC');
/** Without what it names. */
const bare = <T extends object>(doc: T): T =>
  Object.fromEntries(
    Object.entries(doc).filter(([k]) => !['class', 'series', 'group', 'room', 'entry'].includes(k)),
  ) as T;
/** One document of every kind: what holds for one must hold for all. */
const ONE: { readonly [K in KindId]: Docs[K] } = {
  figure: figure('one', 'One'),
  combination: newCombination('one', 'One'),
  dance: { ...reel, id: 'one', name: 'One' },
  song: bandSong('one', 'One', recipeOf('waltz', { choruses: 1 })),
  practice: { ...demoPractices[0]!, id: 'one', name: 'One', items: [] },
  result: { ...demoResults(1e12)[0]!, id: 'one', name: 'One' },
  room: { ...demo.room[0]!, id: 'one', name: 'One' },
  group: { ...demo.group[1]!, id: 'one', name: 'One' },
  series: { ...bare(demo.series[0]!), id: 'one', name: 'One' },
  class: { ...newClass('one', 'One', 'UTC') },
  entry: { ...bare(demo.entry[0]!), id: 'one', name: 'One', taught: [] },
  recap: { ...bare(demo.recap[0]!), id: 'one', name: 'One', figures: [] },
  cue: { id: 'one', unit: 'turn', name: 'One', cure: 'Wait.' },
};
const each = KIND_IDS.map((kind) => [kind] as const);

beforeEach(async () => {
  db = openDatabase(`library-${++n}`);
  made = 0;
  await db.open();
});

describe.each(each)('every kind: %s', (kind) => {
  const doc = ONE[kind];
  const renamed = (name: string) => kindOf(kind).named(doc as never, name);

  it('comes back as it went, with a growing revision', async () => {
    expect(await create(db, kind, doc, 1)).toMatchObject({ ok: true, value: { rev: 1 } });
    expect(await save(db, kind, renamed('Two'), { rev: 1, updated: 1 }, undefined, 2)).toMatchObject({
      ok: true,
      value: { rev: 2 },
    });
    expect(await loadDoc(db, kind, 'one')).toEqual(renamed('Two'));
  });

  it('is never overwritten from another revision, nor brought back after it was deleted', async () => {
    await create(db, kind, doc, 1);
    await save(db, kind, renamed('theirs'), { rev: 1, updated: 1 }, undefined, 2);
    expect(await save(db, kind, renamed('mine'), { rev: 1, updated: 1 }, undefined, 3)).toMatchObject({
      ok: false,
      error: { type: 'changed-elsewhere', theirs: { rev: 2 } },
    });
    expect(await loadDoc(db, kind, 'one')).toEqual(renamed('theirs'));
    await deleteDocument(db, kind, 'one', 4);
    expect(await save(db, kind, doc, { rev: 2, updated: 2 }, undefined, 5)).toMatchObject({
      ok: false,
      error: { type: 'deleted-elsewhere' },
    });
  });

  it('is not written when it could not be read back, and the place is named', async () => {
    const bad = { ...doc, id: '' } as never;
    expect(await create(db, kind, bad, 1)).toMatchObject({
      ok: false,
      error: { type: 'unreadable', at: 'id' },
    });
    expect(await rowsOf(db, kind).count()).toBe(0);
  });

  it('deleted, comes back from the bin as it was; changed since, it comes back as a copy', async () => {
    await create(db, kind, doc, 1);
    const gone = await deleteDocument(db, kind, 'one', 2);
    expect(gone.name).toBe('One');
    expect(await loadDoc(db, kind, 'one')).toBeUndefined();
    expect(await undoAct(db, gone.act ?? 0, makeId, 3)).toEqual({ back: 1, copies: [] });
    expect(await loadDoc(db, kind, 'one')).toEqual(doc);
    expect(await loadBin(db)).toEqual([]);
    const again = await deleteDocument(db, kind, 'one', 4);
    await create(db, kind, renamed('Another'), 5);
    expect(await undoAct(db, again.act ?? 0, makeId, 6)).toEqual({ back: 0, copies: ['One (earlier)'] });
    expect(await loadDoc(db, kind, 'one')).toEqual(renamed('Another'));
    expect(await loadDoc(db, kind, 'made-1')).toMatchObject({ id: 'made-1' });
  });

  it('a row of a later version is kept, said, never overwritten, and goes into a backup as it is', async () => {
    const later = { id: 'one', rev: 3, updated: 1, schema: 99, doc: { id: 'one', name: 'Later' }, refs: [] };
    await rowsOf(db, kind).put(later as never);
    expect((await loadTroubled(db)).map((t) => [t.kind, t.name, t.trouble.code])).toEqual([
      [kind, 'Later', 'newer'],
    ]);
    const brought = await bring(db, { [kind]: [doc] }, { ...how, onClash: 'replace' }, makeId, 2);
    expect(brought).toMatchObject({ added: 1, replaced: 0 });
    await undoAct(db, brought.act ?? 0, makeId, 2);
    const over = acting(db, { code: 'repaired', kind, name: 'x' }, 2, (w) => w.put(kind, doc as never));
    await expect(over).rejects.toThrow('later version');
    expect(await save(db, kind, doc, { rev: 3, updated: 1 }, undefined, 2)).toMatchObject({
      ok: false,
      error: { type: 'newer' },
    });
    expect(await repair(db, kind, later as never, doc, 2)).toMatchObject({ ok: false });
    expect((await everythingKept(db, {})).unreadable).toEqual([
      { kind, id: 'one', schema: 99, doc: { id: 'one', name: 'Later' } },
    ]);
    expect(await rowsOf(db, kind).get('one')).toEqual(later);
  });

  it('one bad row hides no other, and can be put right as text, deleted, and brought back', async () => {
    await create(db, kind, doc, 1);
    const row = { id: 'bad', rev: 1, updated: 1, schema: kindOf(kind).version, doc: { id: 'bad' }, refs: [] };
    await rowsOf(db, kind).put(row as never);
    expect((await loadDocs(db, kind)).map((r) => r.id)).toEqual(['one']);
    const [t] = await loadTroubled(db);
    expect(t).toMatchObject({ kind, trouble: { code: 'unreadable' } });
    expect(await repair(db, kind, row as never, { ...doc, id: 'other' }, 2)).toMatchObject({
      ok: false,
      error: { at: 'id' },
    });
    expect(await repair(db, kind, row as never, { ...doc, id: 'bad' }, 2)).toMatchObject({ ok: true });
    expect((await loadDocs(db, kind)).map((r) => r.id).sort()).toEqual(['bad', 'one']);
    const act = (await loadBin(db))[0];
    await undoAct(db, act?.key ?? 0, makeId, 3);
    expect(await loadTroubled(db)).toHaveLength(1);
    await deleteDocument(db, kind, 'bad', 4);
    expect(await loadTroubled(db)).toEqual([]);
  });

  it('a store that fails is an error with its reason; one without room says so', async () => {
    const table = rowsOf(db, kind);
    vi.spyOn(table, 'get').mockRejectedValueOnce(
      Object.assign(new Error('x'), { name: 'QuotaExceededError' }),
    );
    const full = await save(
      { ...db, table: () => table, transaction: run } as never,
      kind,
      doc,
      undefined,
      undefined,
      1,
    );
    expect(full).toEqual({ ok: false, error: { type: 'full' } });
    db.close();
    expect(await create(db, kind, doc, 1)).toMatchObject({ ok: false, error: { type: 'failed' } });
  });

  it('a clash on the way in: both kept, replaced with the old in the bin, or left alone', async () => {
    const theirs = renamed('Theirs');
    const bundle = { [kind]: [theirs] };
    await create(db, kind, doc, 1);
    expect((await compare(db, bundle)).map((x) => x.state)).toEqual(['changed']);
    expect(await bring(db, bundle, { ...how, onClash: 'keep-mine' }, makeId, 2)).toMatchObject({
      added: 0,
      left: 1,
    });
    expect(await loadDoc(db, kind, 'one')).toEqual(doc);
    expect(await bring(db, bundle, how, makeId, 3)).toMatchObject({ added: 1, replaced: 0 });
    expect(kindOf(kind).nameOf((await loadDoc(db, kind, 'made-1')) as never)).toBe('Theirs');
    const done = await bring(db, bundle, { ...how, onClash: 'replace' }, makeId, 4);
    expect(done).toMatchObject({ added: 0, replaced: 1 });
    expect(await loadDoc(db, kind, 'one')).toEqual(theirs);
    await undoAct(db, done.act ?? 0, makeId, 5);
    expect(await loadDoc(db, kind, 'one')).toEqual(doc);
    expect(await bring(db, { [kind]: [doc] }, how, makeId, 6)).toMatchObject({ added: 0, same: 1 });
  });

  it('an id that makes no address is given anew', async () => {
    for (const id of ['a#b', 'a?b', '..', '../../data', '50%']) {
      await bring(db, { [kind]: [{ ...doc, id }] }, how, makeId, 1);
      expect(await rowsOf(db, kind).get(id)).toBeUndefined();
    }
    expect((await rowsOf(db, kind).toCollection().primaryKeys()).sort()).toEqual(
      [1, 2, 3, 4, 5].map((k) => `made-${k}`),
    );
  });
});
const run = (_mode: string, _tables: unknown, work: () => unknown): unknown => work();

describe('what names what', () => {
  it('a figure knows where it is danced, a dance where it is used, at the cost of what is found', async () => {
    await create(db, 'figure', figure('push', 'Push'), 1);
    await create(db, 'figure', withDance(figure('reeled'), reel), 1);
    await create(db, 'combination', { ...c, own: [withDance(figure('own'), reel)] }, 1);
    await saveVersion(db, 'push', { ...figure('turn', 'Turn'), level: 3 }, 1);
    expect(await usesOf(db, 'figure', 'push')).toEqual([
      { kind: 'figure', id: 'turn', name: 'Turn' },
      { kind: 'combination', id: 'c', name: 'Tuesday' },
    ]);
    expect((await usesOf(db, 'dance', 'own-reel')).map((u) => u.id).sort()).toEqual(['c', 'reeled']);
    expect(await usesOf(db, 'figure', 'own')).toEqual([]);
  });

  it('brought in beside what is here, everything follows the new names: layers, parents, dances', async () => {
    await create(db, 'figure', figure('push', 'mine'), 1);
    await create(db, 'dance', reel, 1);
    const parent = withDance(figure('push', 'theirs'), { ...reel, bar: 6 });
    const version = asVersion(parent, { ...parent, id: 'turn', name: 'Turn', level: 3 });
    const layered = { ...c, parts: [{ ...part('push'), layers: { 2: 'turn', 3: 'other' } }] };
    const done = await bring(db, { figure: [parent, version], combination: [layered] }, how, makeId, 2);
    expect(done).toMatchObject({ added: 4, missing: 1 });
    const dance = await loadDoc(db, 'dance', 'made-1');
    expect(dance).toMatchObject({ bar: 6, name: 'Village reel' });
    expect((await loadFigure(db, 'turn'))?.version?.of).toBe('made-2');
    expect((await loadFigure(db, 'turn'))?.figure.ownDance?.id).toBe('made-1');
    expect((await loadDoc(db, 'combination', 'c'))?.parts[0]).toMatchObject({
      figure: 'made-2',
      layers: { 2: 'turn', 3: 'other' },
    });
  });

  it('a combination whose figure is gone goes out and comes back whole', async () => {
    await create(db, 'combination', c, 1);
    const out = await everythingKept(db, {});
    const there = openDatabase(`library-there-${n}`);
    expect(await bring(there, out.documents, how, makeId, 2)).toMatchObject({ added: 1, missing: 1 });
    expect(await loadDoc(there, 'combination', 'c')).toEqual(c);
  });

  it('a circle, an orphan and a chain without an end are kept, said, and mended; the others are shown', async () => {
    const v = (id: string, of: string): Kept => ({
      id,
      of,
      change: { details: { name: { now: id } }, items: [] },
    });
    const chain = Array.from({ length: 6000 }, (_, i) =>
      v(`v${5999 - i}`, i === 5999 ? 'push' : `v${5998 - i}`),
    );
    const figures = [figure('push'), v('a', 'b'), v('b', 'a'), v('lost', 'nowhere'), ...chain];
    await bring(db, { figure: figures }, how, makeId, 1);
    const shown = (await loadAll(db)).map((r) => r.id);
    expect(shown).toContain('push');
    expect(shown).toHaveLength(33);
    const bad = await loadTroubled(db);
    const codes = Object.fromEntries(bad.map((t) => [t.name, t.trouble.code]));
    expect([codes.a, codes.lost, codes.v5000, codes.v10]).toEqual([
      'circle',
      'no-parent',
      'too-deep',
      undefined,
    ]);
    const lost = bad.find((t) => t.name === 'lost');
    await standFromChange(db, lost!.row, 2);
    expect((await loadFigure(db, 'lost'))?.figure.name).toBe('lost');
  }, 60_000);
});

describe('rows of an earlier schema', () => {
  /** As they lie there after an update, until they are saved again. */
  const old = {
    id: 'c',
    rev: 1,
    updated: 1,
    schema: 3,
    refs: ['dance:own-reel'],
    doc: { ...c, start: 9, tempo: [{ beat: 0, bpm: 100 }], own: [withDance(figure('own'), reel)] },
  };
  const lifted = { start: 9, tempo: [{ beat: 1, bpm: 100 }] };

  it('are lifted before anything is written over them', async () => {
    await create(db, 'dance', reel, 1);
    await rowsOf(db, 'combination').put(old as never);
    await saveDance(db, { ...reel, bar: 6 }, 2);
    expect(await loadDoc(db, 'combination', 'c')).toMatchObject({
      ...lifted,
      own: [{ ownDance: { bar: 6 } }],
    });
    expect(await rowsOf(db, 'combination').get('c')).toMatchObject({ schema: COMBINATION_VERSION });
  });

  it('come back from the bin as copies in today’s', async () => {
    await rowsOf(db, 'combination').put(old as never);
    const gone = await deleteDocument(db, 'combination', 'c', 2);
    await create(db, 'combination', c, 3);
    await undoAct(db, gone.act ?? 0, makeId, 4);
    expect(await loadDoc(db, 'combination', 'made-1')).toMatchObject(lifted);
  });
});

describe('all or nothing', () => {
  it('an import that breaks off in any table leaves every table as it was', async () => {
    await create(db, 'figure', figure('push'), 1);
    const before = await everythingKept(db, {});
    const bad = { ...newCombination('bad'), parts: undefined } as never;
    await expect(
      bring(db, { figure: [figure('new')], combination: [newCombination('x'), bad] }, how, makeId, 2),
    ).rejects.toThrow();
    expect(await everythingKept(db, {})).toEqual(before);
    expect(await loadBin(db)).toEqual([]);
  });

  it('an act over several kinds is taken back as one', async () => {
    const done = await bring(
      db,
      { figure: [figure('push')], combination: [c], dance: [reel] },
      how,
      makeId,
      1,
    );
    expect(await undoAct(db, done.act ?? 0, makeId, 2)).toEqual({ back: 3, copies: [] });
    expect(await everythingKept(db, {})).toMatchObject({
      documents: { figure: [], combination: [], dance: [] },
    });
  });

  it('the bin is swept after thirty days, not before', async () => {
    await create(db, 'figure', figure('a'), 1);
    await deleteDocument(db, 'figure', 'a', 1000);
    expect(await sweepBin(db, 1000 + BIN_DAYS * 86_400_000)).toBe(0);
    expect(await sweepBin(db, 1001 + BIN_DAYS * 86_400_000)).toBe(1);
  });

  it('an act that fails changes nothing and leaves nothing in the bin', async () => {
    await create(db, 'figure', figure('a'), 1);
    const what = { code: 'route', kind: 'figure', name: 'a' } as const;
    await expect(
      acting(db, what, 2, async (w) => {
        await w.put('figure', figure('a', 'changed'));
        throw new Error('no');
      }),
    ).rejects.toThrow('no');
    expect((await loadFigure(db, 'a'))?.figure.name).toBe('a');
    expect(await loadBin(db)).toEqual([]);
  });

  it('what ships is put in once, and never over what is there', async () => {
    expect(await seedOnce(db, 'seeded', { figure: [figure('demo')] }, 1)).toBe(true);
    expect(await loadBin(db)).toEqual([]);
    await rowsOf(db, 'figure').clear();
    expect(await seedOnce(db, 'seeded', { figure: [figure('demo')] }, 1)).toBe(false);
    expect(await rowsOf(db, 'figure').count()).toBe(0);
  });
});

describe('a store of an earlier version', () => {
  const open = async (version: number, put: (old: Dexie) => Promise<unknown>): Promise<Database> => {
    const name = `old-${++n}`;
    const old = new Dexie(name);
    old.version(1).stores({ figures: 'id, updated', settings: 'key' });
    if (version >= 2) old.version(2).stores({ figures: 'id, updated, version.of', settings: 'key' });
    if (version >= 3) old.version(3).stores({ combinations: 'id, updated' });
    if (version >= 5) old.version(5).stores({ dances: 'id, updated' });
    await old.open();
    await put(old);
    old.close();
    const now = await openStore(name);
    await now.open();
    return now;
  };

  it('1: figures and settings are there', async () => {
    const now = await open(1, async (old) => {
      await old.table('figures').put({ id: 'a', rev: 3, updated: 5, figure: figure('a', 'kept') });
      await old.table('settings').put({ key: 'seeded', value: true });
    });
    expect(await loadFigure(now, 'a')).toEqual({ id: 'a', rev: 3, updated: 5, figure: figure('a', 'kept') });
    expect(await seedOnce(now, 'seeded', { figure: [figure('demo')] }, 1)).toBe(false);
  });

  it('3: turns made first still are, in figures, versions and combinations', async () => {
    const push = { ...figure('push'), lines: 'leader 1 side r1/4 2 close\nfollower 1 side 2 close' };
    const items = [{ track: 'leader', at: '2', was: 'close', to: '2', now: 'back l1/2' }];
    const now = await open(3, async (old) => {
      await old.table('figures').bulkAdd([
        { id: 'push', rev: 2, updated: 1, figure: push },
        {
          id: 'late',
          rev: 1,
          updated: 1,
          version: { id: 'late', of: 'push', change: { details: {}, items } },
        },
      ]);
      const kept = { ...newCombination('c'), own: [{ ...push, id: 'own' }] };
      await old.table('combinations').add({ id: 'c', rev: 1, updated: 1, combination: kept });
    });
    const lines = (await loadAll(now)).map((r) => r.figure.lines.split('\n')[0]);
    expect(lines.sort()).toEqual(['leader 1 r1/4 side 2 close', 'leader 1 r1/4 side 2 l1/2 back']);
    expect((await loadDoc(now, 'combination', 'c'))?.own[0]?.lines).toContain('1 r1/4 side');
  });

  it('5: every row has its schema and what it names; what cannot be read is kept; ids make addresses', async () => {
    const now = await open(5, async (old) => {
      await old.table('figures').bulkAdd([
        { id: 'a#b', rev: 2, updated: 1, figure: figure('a#b', 'Odd') },
        { id: 'bad', rev: 1, updated: 1, figure: { id: 'bad', name: 'Bad', level: 9 } },
      ]);
      await old
        .table('combinations')
        .add({ id: 'c', rev: 4, updated: 1, combination: { ...c, parts: [part('a#b')] } });
      await old.table('dances').add({ id: reel.id, updated: 1, dance: reel });
    });
    expect((await loadAll(now)).map((r) => [r.id, r.figure.name])).toEqual([['a-b-0', 'Odd']]);
    expect(await usesOf(now, 'figure', 'a-b-0')).toMatchObject([{ kind: 'combination', id: 'c' }]);
    expect((await loadTroubled(now)).map((t) => t.name)).toEqual(['Bad']);
    expect(await loadDoc(now, 'dance', reel.id)).toEqual(reel);
    expect(await rowsOf(now, 'combination').get('c')).toMatchObject({ rev: 4, schema: 3 });
  });
});

describe('files beside the documents', () => {
  const media = {
    id: 'm1',
    name: 'Evening at the quay.wav',
    mime: 'audio/wav',
    bytes: new Uint8Array([1, 2, 3]),
  };
  const song: Song = {
    id: 's',
    name: 'S',
    by: '',
    notes: '',
    length: 3,
    source: { type: 'audio', media: 'm1', file: media.name },
  };

  it('go into a backup and come back from it, each once', async () => {
    await db.media.put(media);
    await create(db, 'song', song, 1);
    const kept = await everythingKept(db, {});
    expect(Object.keys(kept.media)).toHaveLength(1);
    const other = openDatabase(`library-${++n}`);
    await other.open();
    expect(await bringMedia(other, kept.media)).toBe(1);
    expect(await bringMedia(other, kept.media)).toBe(0);
    expect(await other.media.get('m1')).toEqual(media);
    expect(await bringMedia(other, { 'song.ogg': new Uint8Array([1]) })).toBe(0);
  });
  it('stay while a song needs them, also one in the bin; then they are swept', async () => {
    await db.media.bulkPut([media, { ...media, id: 'm2' }]);
    await create(db, 'song', song, 1);
    expect(await sweepMedia(db)).toBe(1);
    const { act } = await deleteDocument(db, 'song', 's', 2);
    expect(await sweepMedia(db)).toBe(0);
    await undoAct(db, act!, makeId, 3);
    expect(await db.media.get('m1')).toBeDefined();
    await deleteDocument(db, 'song', 's', 4);
    await db.bin.clear();
    expect(await sweepMedia(db)).toBe(1);
  });
});
