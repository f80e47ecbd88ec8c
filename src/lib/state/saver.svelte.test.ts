import 'fake-indexeddb/auto';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { newCombination } from '$lib/core/combination';
import { newFigure, type Figure } from '$lib/core/figure';
import {
  acting,
  combinationShelf,
  create,
  save,
  deleteDocument,
  figureShelf,
  leftBehind,
  loadAll,
  loadBin,
  loadFigure,
  openDatabase,
  rowsOf,
  saveVersion,
  undoAct,
  type Database,
  type OpenedFigure,
} from '$lib/storage';
import { Saver, written } from './saver.svelte';

let n = 0;
const open: { close(): void }[] = [];
afterEach(() => {
  for (const o of open.splice(0)) o.close();
  vi.restoreAllMocks();
});

const push: Figure = {
  ...newFigure('push', 'slot-swing', 'Push'),
  lines: 'leader 1 back 2 close\nfollower 1 fwd 2 fwd',
};
const noted = (f: Figure, words: string): Figure => ({ ...f, notes: words });
const none = () => false;
const settled = () => new Promise((r) => setTimeout(r, 60));

/** One tab with a figure open, on a connection of its own to the same store. */
async function tab(name: string, session: string, id = 'push') {
  const db = openDatabase(name);
  await db.open();
  const opened = await figureShelf(db).load(id);
  const seen: { doc: Figure; why: string }[] = [];
  const t = { db, seen, doc: opened?.doc as Figure, saver: undefined as never as FigureTab };
  t.saver = new Saver(db, figureShelf(db), id, opened, session, {
    onOther: (doc, _, why) => {
      seen.push({ doc, why });
      t.doc = doc;
    },
  });
  open.push(t.saver);
  await settled();
  return t;
}
type FigureTab = Saver<'figure', Figure, OpenedFigure>;
async function store(): Promise<{ name: string; db: Database }> {
  const name = `saver-${++n}`;
  const db = openDatabase(name);
  await db.open();
  await create(db, 'figure', push, 1);
  return { name, db };
}

describe('one tab', () => {
  it('saves the latest of many edits, and leaves no note behind', async () => {
    const { name, db } = await store();
    const a = await tab(name, 'A');
    for (let i = 1; i <= 30; i++) a.saver.save(noted(push, 'word '.repeat(i)));
    await written('figure', 'push');
    expect((await loadFigure(db, 'push'))?.figure.notes).toBe('word '.repeat(30));
    expect(await db.notes.count()).toBe(0);
    expect([a.saver.state, a.seen]).toEqual(['saved', []]);
  });

  it('left during a save: nothing queued is dropped, and nothing is told any more', async () => {
    const { name, db } = await store();
    const a = await tab(name, 'A');
    a.saver.save(noted(push, 'first'));
    a.saver.save(noted(push, 'second'));
    a.saver.close();
    a.saver.save(noted(push, 'third'));
    await written('figure', 'push');
    expect((await loadFigure(db, 'push'))?.figure.notes).toBe('third');
    expect(a.seen).toEqual([]);
  });

  it('a save that waits is noted, and the note goes once the store holds it', async () => {
    const { name, db } = await store();
    const a = await tab(name, 'A');
    let free = (): void => {};
    const held = db.transaction('rw', rowsOf(db, 'figure'), async () => {
      let busy = true;
      free = () => (busy = false);
      while (busy) await rowsOf(db, 'figure').get('push');
    });
    a.saver.save(noted(push, 'waits'));
    await vi.waitFor(async () => expect(await db.notes.count()).toBe(1), { timeout: 2000 });
    expect(await db.notes.toArray()).toMatchObject([
      { session: 'A', base: { rev: 1, updated: 1 }, doc: { notes: 'waits' } },
    ]);
    free();
    await held;
    await written('figure', 'push');
    await vi.waitFor(async () => expect(await db.notes.count()).toBe(0));
    expect((await loadFigure(db, 'push'))?.figure.notes).toBe('waits');
  });

  it('what could not be read back is not saved, is noted, and saves once it is put right', async () => {
    const { name, db } = await store();
    const a = await tab(name, 'A');
    a.saver.save({ ...push, repeat: { from: 1, to: 2, times: 2.5 } });
    await written('figure', 'push');
    expect(a.saver.problem).toMatchObject({ type: 'unreadable', at: 'repeat.times' });
    a.saver.save(noted(push, 'right'));
    await written('figure', 'push');
    expect([a.saver.state, (await loadFigure(db, 'push'))?.figure.notes]).toEqual(['saved', 'right']);
  });
});

describe('what is read again', () => {
  it('is what another has changed; what this tab saved itself is read once', async () => {
    const { name, db } = await store();
    const opened = await figureShelf(db).load('push');
    let loads = 0;
    const shelf = { ...figureShelf(db), load: (id: string) => (loads++, figureShelf(db).load(id)) };
    const seen: string[] = [];
    const saver = new Saver(db, shelf, 'push', opened, 'A', { onOther: (_, __, why) => seen.push(why) });
    open.push(saver);
    await settled();
    for (let i = 1; i <= 5; i++) {
      const before = loads;
      saver.save(noted(push, `${i}`));
      await written('figure', 'push');
      await settled();
      expect(loads - before, `save ${i}`).toBe(1);
    }
    const before = loads;
    const b = await tab(name, 'B');
    b.saver.save(noted(push, 'theirs'));
    await written('figure', 'push');
    await vi.waitFor(() => expect(seen).toEqual(['elsewhere']));
    expect(loads).toBeGreaterThan(before);
  });

  it('a version follows its figure right after a save of its own, too', async () => {
    const { name, db } = await store();
    await saveVersion(db, 'push', { ...noted(push, 'mine'), id: 'late', name: 'Late' }, 2);
    const a = await tab(name, 'A', 'late');
    const b = await tab(name, 'B');
    a.saver.save({ ...a.doc, level: 3 });
    await written('figure', 'late');
    b.saver.save({ ...push, family: 'pushes' });
    await written('figure', 'push');
    await vi.waitFor(() => expect(a.seen.map((s) => s.why)).toEqual(['source']));
    expect([a.doc.family, a.doc.level, a.doc.notes]).toEqual(['pushes', 3, 'mine']);
  });

  it('never puts what was read before a save over what was typed since, however late it comes', async () => {
    const { name, db } = await store();
    await saveVersion(db, 'push', { ...noted(push, 'mine'), id: 'late', name: 'Late' }, 2);
    const real = figureShelf(db);
    const opened = await real.load('late');
    let hold = false;
    let free = (): void => {};
    const load = async (id: string) => {
      const read = await real.load(id);
      if (!hold) return read;
      hold = false;
      await new Promise<void>((go) => (free = go));
      return read;
    };
    const seen: Figure[] = [];
    const saver = new Saver(db, { ...real, load }, 'late', opened, 'A', { onOther: (doc) => seen.push(doc) });
    open.push(saver);
    await settled();
    hold = true;
    const b = await tab(name, 'B');
    b.saver.save({ ...push, family: 'pushes' });
    await written('figure', 'push');
    await vi.waitFor(() => expect(hold).toBe(false));
    await settled();
    saver.save(noted(opened?.doc as Figure, 'typed since'));
    await written('figure', 'late');
    free();
    await settled();
    expect(seen.every((f) => f.notes === 'typed since')).toBe(true);
    expect(seen.at(-1)?.family).toBe('pushes');
    expect((await loadFigure(db, 'late'))?.figure.notes).toBe('typed since');
  });

  it('names the rows it is read from, its own first, equal until one of them changes', async () => {
    const { db } = await store();
    await saveVersion(db, 'push', { ...noted(push, 'mine'), id: 'late', name: 'Late' }, 2);
    const { stamps } = figureShelf(db);
    const was = await stamps('late');
    expect(was.map((s) => s.id)).toEqual(['late', 'push']);
    expect(await stamps('late')).toEqual(was);
    await save(db, 'figure', noted(push, 'other'), { rev: 1, updated: 1 }, { session: 'A', seq: 1 }, 9);
    expect(await stamps('late')).not.toEqual(was);
    expect(await stamps('gone')).toEqual([]);
    await create(db, 'combination', newCombination('one'), 1);
    expect(await combinationShelf(db).stamps('one')).toEqual([{ id: 'one', rev: 1, updated: 1 }]);
  });
});

describe('what an ended session leaves', () => {
  const leave = async (db: Database, doc: Figure, rev: number, session: string, seq = 1, at = 5) =>
    db.notes.put({ kind: 'figure', id: 'push', session, base: { rev, updated: 1 }, seq, at, schema: 4, doc });
  const left = async (db: Database, alive: (s: string) => boolean = none) =>
    leftBehind(db, 'figure', 'push', await rowsOf(db, 'figure').get('push'), alive);

  it('a note that was saved is dropped, whatever came after it', async () => {
    const { name, db } = await store();
    const a = await tab(name, 'A');
    a.saver.save(noted(push, 'one'));
    await written('figure', 'push');
    await leave(db, noted(push, 'one'), 1, 'A');
    expect(await left(db)).toEqual([]);
    const b = await tab(name, 'B');
    b.saver.save(noted(push, 'two'));
    await written('figure', 'push');
    await leave(db, noted(push, 'one'), 1, 'A');
    expect(await left(db)).toEqual([]);
    expect((await loadFigure(db, 'push'))?.figure.notes).toBe('two');
  });

  it('one the store does not hold goes on from it; one it has passed is a conflict', async () => {
    const { name, db } = await store();
    await leave(db, noted(push, 'unsaved'), 1, 'gone');
    expect(await left(db)).toMatchObject([{ follows: true, doc: { notes: 'unsaved' } }]);
    const b = await tab(name, 'B');
    b.saver.save(noted(push, 'other'));
    await written('figure', 'push');
    const [l] = await left(db);
    expect(l?.follows).toBe(false);
    await b.saver.takeUp(l!, l!.doc as Figure);
    expect(b.saver.problem).toMatchObject({ type: 'changed-elsewhere', theirs: { doc: { notes: 'other' } } });
    expect((await loadFigure(db, 'push'))?.figure.notes).toBe('other');
  });

  it('taken up, it is saved without a question', async () => {
    const { name, db } = await store();
    await leave(db, noted(push, 'unsaved'), 1, 'gone');
    const b = await tab(name, 'B');
    const [l] = await left(db);
    await b.saver.takeUp(l!, l!.doc as Figure);
    expect((await loadFigure(db, 'push'))?.figure.notes).toBe('unsaved');
    expect([b.saver.state, await db.notes.count()]).toEqual(['saved', 0]);
  });

  it('a note written while the edit before it was being saved goes on from that edit', async () => {
    const { name, db } = await store();
    const a = await tab(name, 'A');
    a.saver.save(noted(push, 'one'));
    await written('figure', 'push');
    const by = (await rowsOf(db, 'figure').get('push'))?.by ?? {};
    await leave(db, noted(push, 'one two'), 1, 'A', (by.A ?? 0) + 1);
    expect(await left(db)).toMatchObject([{ follows: true, doc: { notes: 'one two' } }]);
    const b = await tab(name, 'B');
    b.saver.save(noted(push, 'other'));
    await written('figure', 'push');
    expect(await left(db)).toMatchObject([{ follows: false }]);
  });

  it('a session that is alive keeps its note: it is that tab’s own', async () => {
    const { db } = await store();
    await leave(db, noted(push, 'being typed'), 1, 'A');
    expect(await left(db, (s) => s === 'A')).toEqual([]);
    expect(await db.notes.count()).toBe(1);
  });

  it('the same text is no news, and a spoiled note is none', async () => {
    const { db } = await store();
    await leave(db, push, 1, 'A');
    await leave(db, { id: 'push' } as never, 1, 'B');
    expect(await left(db)).toEqual([]);
    expect((await db.notes.toArray()).map((x) => x.session)).toEqual(['B']);
  });
});

describe('two tabs', () => {
  it('edits in turn are followed at once', async () => {
    const { name } = await store();
    const [a, b] = [await tab(name, 'A'), await tab(name, 'B')];
    a.saver.save(noted(push, 'from A'));
    await vi.waitFor(() => expect(b.doc.notes).toBe('from A'));
    b.saver.save(noted(b.doc, 'from B'));
    await vi.waitFor(() => expect(a.doc.notes).toBe('from B'));
    expect([a.saver.state, b.saver.state]).toEqual(['saved', 'saved']);
  });

  const bothTyped = async () => {
    const { name, db } = await store();
    const [a, b] = [await tab(name, 'A'), await tab(name, 'B')];
    a.saver.save(noted(push, 'A-long-important-work'));
    b.saver.save(noted(push, 'B'));
    await Promise.all([a, b].map(() => written('figure', 'push')));
    await vi.waitFor(() => expect([a, b].map((t) => t.saver.state).sort()).toEqual(['conflict', 'saved']));
    const [lost, won] = a.saver.state === 'conflict' ? [a, b] : [b, a];
    const theirs = (await loadFigure(db, 'push'))?.figure.notes;
    return { db, lost, won, theirs, mine: theirs === 'B' ? 'A-long-important-work' : 'B' };
  };

  it('“keep this version”: the other’s text lies in the bin and comes back', async () => {
    const { db, lost, theirs, mine } = await bothTyped();
    await lost.saver.keepMine();
    expect((await loadFigure(db, 'push'))?.figure.notes).toBe(mine);
    const [act] = await loadBin(db);
    expect(act).toMatchObject({ code: 'conflict', before: [{ row: { doc: { notes: theirs } } }] });
    await undoAct(db, act?.key ?? 0, () => 'x', 9);
    expect((await loadFigure(db, 'push'))?.figure.notes).toBe(theirs);
  });

  it('“take the other”: mine is a copy first', async () => {
    const { db, lost, theirs, mine } = await bothTyped();
    expect(await lost.saver.takeTheirs(() => 'copy')).toMatchObject({ doc: { notes: theirs } });
    expect((await loadFigure(db, 'copy'))?.figure).toMatchObject({ name: 'Push (mine)', notes: mine });
    expect([lost.saver.state, await db.notes.count()]).toEqual(['saved', 0]);
  });

  it('“take the other”: what is typed while it is being taken is not lost, whenever that is', async () => {
    for (let ticks = 0; ticks < 40; ticks++) {
      const { db, lost, theirs } = await bothTyped();
      const late = `typed ${ticks} ticks later`;
      let n = 0;
      let taken: 'not yet' | 'gone' | string = 'not yet';
      const taking = lost.saver
        .takeTheirs(() => `copy-${++n}`)
        .then((t) => (taken = t && t !== 'gone' ? t.doc.notes : 'gone'));
      for (let i = 0; i < ticks; i++) await new Promise((r) => setImmediate(r));
      const onScreen = taken;
      lost.saver.save(noted(push, late));
      await taking;
      // The screen shows theirs now: what is typed next goes on from there.
      if (onScreen === 'not yet') lost.saver.save(noted(push, `${theirs} and more`));
      await written('figure', 'push');
      const text = async () =>
        JSON.stringify([await db.table('figures').toArray(), await db.notes.toArray()]);
      await vi.waitFor(async () => expect([ticks, (await text()).includes(late)]).toEqual([ticks, true]));
    }
  });

  it('what is typed while the stored figure is changed from this tab is a conflict with that, not overwritten', async () => {
    const { name, db } = await store();
    const a = await tab(name, 'A');
    const made = await a.saver.through(async () => {
      a.saver.save(noted(push, 'typed meanwhile'));
      const row = await loadFigure(db, 'push');
      await save(db, 'figure', noted(push, 'changed from here'), row, undefined, 5);
      return figureShelf(db).load('push');
    });
    expect(made).toBeUndefined();
    await vi.waitFor(() => expect(a.saver.state).toBe('conflict'));
    expect((await loadFigure(db, 'push'))?.figure.notes).toBe('changed from here');
    await a.saver.keepMine();
    expect((await loadFigure(db, 'push'))?.figure.notes).toBe('typed meanwhile');
  });

  it('a copy that cannot be written is said, and everything stays as it was', async () => {
    const { db, lost, mine } = await bothTyped();
    await create(db, 'figure', { ...push, id: 'copy' }, 1);
    expect(await lost.saver.takeTheirs(() => 'copy')).toBe(false);
    expect(lost.saver.state).toBe('conflict');
    expect(lost.saver.problem).toMatchObject({
      type: 'changed-elsewhere',
      but: { type: 'changed-elsewhere' },
    });
    expect((await db.notes.toArray())[0]?.doc).toMatchObject({ notes: mine });
    expect(await lost.saver.takeTheirs(() => 'free')).toMatchObject({ id: 'push' });
  });

  it('deleted elsewhere is told at once; kept after all it is there again; brought back it is no problem', async () => {
    const { name, db } = await store();
    const a = await tab(name, 'A');
    const { act } = await deleteDocument(db, 'figure', 'push', 2);
    await vi.waitFor(() => expect(a.saver.problem?.type).toBe('deleted-elsewhere'));
    await undoAct(db, act ?? 0, () => 'x', 3);
    await vi.waitFor(() => expect(a.saver.state).toBe('saved'));
    await deleteDocument(db, 'figure', 'push', 4);
    await vi.waitFor(() => expect(a.saver.problem?.type).toBe('deleted-elsewhere'));
    await a.saver.keepMine();
    expect((await loadFigure(db, 'push'))?.figure.lines).toBe(push.lines);
  });

  it('a version hears of its parent’s correction, and an edit does not take it back', async () => {
    const { name, db } = await store();
    await saveVersion(
      db,
      'push',
      { ...push, id: 'turn', name: 'Turn', lines: push.lines.replace('2 fwd', '2 r1/2 fwd') },
      1,
    );
    const parent = await tab(name, 'A');
    const version = await tab(name, 'B', 'turn');
    parent.saver.save({ ...push, lines: `${push.lines}\ncalls 1 corrected` });
    version.saver.save({ ...version.doc, lines: `${version.doc.lines}\nfeels 2 soft` });
    await vi.waitFor(() => expect(version.doc.lines).toContain('corrected'));
    const now = await loadFigure(db, 'turn');
    expect(now?.figure.lines).toContain('feels 2 soft');
    expect(now?.version?.change.items.map((i) => i.track)).toEqual(['follower', 'feels']);
    parent.saver.save({ ...push, lines: `${push.lines}\ncalls 1 again` });
    await vi.waitFor(() => expect(version.doc.lines).toContain('calls 1 again'));
    expect(version.seen.at(-1)?.why).toBe('source');
    expect(version.saver.problem).toBeUndefined();
  });

  it('what this tab does to the stored document is no news from elsewhere', async () => {
    const { name, db } = await store();
    const a = await tab(name, 'A');
    await a.saver.through(async () => {
      await acting(db, { code: 'repaired', kind: 'figure', name: 'Push' }, 2, (w) =>
        w.put('figure', noted(push, 'through')),
      );
      return figureShelf(db).load('push');
    });
    await settled();
    expect(a.seen).toEqual([]);
    a.saver.save(noted(push, 'after'));
    await written('figure', 'push');
    expect(a.saver.state).toBe('saved');
  });
});

describe('combinations', () => {
  it('are saved by the same class', async () => {
    const { db } = await store();
    const c = newCombination('c', 'Tuesday');
    await create(db, 'combination', c, 1);
    const shelf = combinationShelf(db);
    const s = new Saver(db, shelf, 'c', await shelf.load('c'), 'A', { onOther: () => {} });
    open.push(s);
    s.save({ ...c, notes: 'x' });
    await written('combination', 'c');
    expect((await shelf.load('c'))?.doc.notes).toBe('x');
    expect((await loadAll(db)).length).toBe(1);
  });
});
