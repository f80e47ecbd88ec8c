import 'fake-indexeddb/auto';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { newFigure } from '$lib/core/figure';
import {
  leftBehind,
  noteOf,
  openDatabase,
  putSlip,
  takeInSlips,
  writeNote,
  type Database,
  type SlipStore,
} from './index';

/** What a browser keeps as words. */
function words(room = Infinity): SlipStore & { readonly all: Map<string, string> } {
  const all = new Map<string, string>();
  return {
    all,
    get length() {
      return all.size;
    },
    key: (i) => [...all.keys()][i] ?? null,
    getItem: (k) => all.get(k) ?? null,
    removeItem: (k) => void all.delete(k),
    setItem: (k, v) => {
      if (v.length > room) throw new DOMException('full', 'QuotaExceededError');
      all.set(k, v);
    },
  };
}
const figure = { ...newFigure('f', 'slot-swing', 'Push'), lines: 'leader 1 back' };
const note = (seq: number, name = 'Push') =>
  noteOf('figure', { ...figure, name }, undefined, { session: 's', seq }, 10);
let db: Database;
let n = 0;
beforeEach(() => {
  db = openDatabase(`slips-${++n}`);
});
afterEach(() => db.close());

describe('what is put down while a page is left', () => {
  it('is taken up when the application is opened next, once', async () => {
    const store = words();
    putSlip(store, note(7, 'Push, and more'));
    expect(await takeInSlips(db, store)).toBe(1);
    expect([store.all.size, await takeInSlips(db, store)]).toEqual([0, 0]);
    const [left] = await leftBehind(db, 'figure', 'f', undefined, () => false);
    expect(left?.doc).toMatchObject({ name: 'Push, and more' });
  });
  it('is never put over what was noted later', async () => {
    const store = words();
    await writeNote(db, note(9, 'later'));
    putSlip(store, note(7, 'earlier'));
    expect(await takeInSlips(db, store)).toBe(0);
    expect((await db.notes.toArray())[0]?.doc).toMatchObject({ name: 'later' });
  });
  it('a slip that can’t be read is removed, and a full store costs nothing else', async () => {
    const store = words(5);
    putSlip(store, note(1));
    putSlip(undefined, note(1));
    store.all.set('brisk-partner:slip:x', '{"kind":3}');
    store.all.set('other', 'stays');
    expect(await takeInSlips(db, store)).toBe(0);
    expect([...store.all.keys()]).toEqual(['other']);
  });
});
