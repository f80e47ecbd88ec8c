import 'fake-indexeddb/auto';
import { beforeEach, describe, expect, it } from 'vitest';
import { newFigure, type Figure } from '$lib/core/figure';
import {
  create,
  deleteDocument,
  figureShelf,
  loadAll,
  loadFigure,
  loadKeptWith,
  loadLatest,
  loadSome,
  makeVersionOf,
  openDatabase,
  openedFigure,
  rowsOf,
  save,
  saveVersion,
  settleConflict,
  standAlone,
  undoAct,
  type Database,
} from './index';

let db: Database;
let n = 0;
const push: Figure = {
  ...newFigure('push', 'slot-swing', 'Push'),
  lines: 'leader 1 back 2 close\nfollower 1 fwd 2 fwd',
};
const turned: Figure = {
  ...push,
  id: 'turn',
  name: 'Turned',
  lines: push.lines.replace('2 fwd', '2 r1/2 fwd'),
};
const makeId = () => 'made';

/** An edit of a figure as its desk saves it: compared with what it was opened from. */
async function edit(
  id: string,
  change: (f: Figure) => Figure,
  opened?: Awaited<ReturnType<typeof loadFigure>>,
) {
  const row = opened ?? (await loadFigure(db, id));
  if (!row) throw new Error('not there');
  return save(db, 'figure', figureShelf(db).stored(change(row.figure), openedFigure(row)), row, undefined, 9);
}

beforeEach(async () => {
  db = openDatabase(`figures-${++n}`);
  await db.open();
  await create(db, 'figure', push, 1);
});

describe('versions', () => {
  it('keep only what they change, and follow their parent', async () => {
    expect((await saveVersion(db, 'push', turned, 2)).ok).toBe(true);
    const row = await rowsOf(db, 'figure').get('turn');
    expect(row?.doc).toMatchObject({ of: 'push', change: { items: [{ track: 'follower', at: '2' }] } });
    expect(row?.refs).toEqual(['figure:push']);
    await edit('push', (f) => ({ ...f, lines: f.lines.replace('1 back', '1 side') }));
    expect((await loadFigure(db, 'turn'))?.figure.lines).toContain('leader 1 side 2 close');
    expect((await loadFigure(db, 'turn'))?.figure.lines).toContain('2 r1/2 fwd');
    expect(await saveVersion(db, 'nowhere', turned, 3)).toEqual({ ok: false, error: 'no-parent' });
  });

  it('open while the parent is corrected: saving does not take the correction back', async () => {
    await saveVersion(db, 'push', turned, 2);
    const opened = await loadFigure(db, 'turn');
    await edit('push', (f) => ({ ...f, lines: `${f.lines}\ncalls 1 corrected` }));
    await edit('turn', (f) => ({ ...f, lines: `${f.lines}\nfeels 2 soft` }), opened);
    const now = await loadFigure(db, 'turn');
    expect(now?.figure.lines).toContain('calls 1 corrected');
    expect(now?.figure.lines).toContain('feels 2 soft');
    expect(now?.conflicts).toEqual([]);
    expect(now?.version?.change.items.map((i) => i.track)).toEqual(['follower', 'feels']);
  });

  it('open while the parent is corrected in the same place: the conflict is shown', async () => {
    await saveVersion(db, 'push', turned, 2);
    const opened = await loadFigure(db, 'turn');
    await edit('push', (f) => ({ ...f, lines: f.lines.replace('2 close', '2 side large') }));
    await edit('turn', (f) => ({ ...f, lines: f.lines.replace('2 close', '2 back') }), opened);
    const now = await loadFigure(db, 'turn');
    expect(now?.conflicts?.map((x) => x.code)).toEqual(['changed']);
    expect(now?.figure.lines).toContain('2 back');
  });

  it('the order of keys is no change, and no conflict', async () => {
    const end = { leaderFree: 'L', formation: 'open' } as const;
    await edit('push', (f) => ({ ...f, end }));
    await saveVersion(db, 'push', { ...turned, end }, 2);
    await edit('turn', (f) => ({ ...f, end: { formation: 'open', leaderFree: 'L' }, notes: ' ' }));
    expect(Object.keys((await loadFigure(db, 'turn'))?.version?.change.details ?? {})).toEqual([
      'name',
      'notes',
    ]);
    await edit('push', (f) => ({ ...f, end: { formation: 'closed' } }));
    expect((await loadFigure(db, 'turn'))?.conflicts).toEqual([]);
    expect((await loadFigure(db, 'turn'))?.figure.end).toEqual({ formation: 'closed' });
  });

  it('a conflict stays until it is decided, and the decision can be taken back', async () => {
    await saveVersion(db, 'push', turned, 2);
    await edit('push', (f) => ({ ...f, lines: f.lines.replace('2 fwd', '2 l1/4 fwd') }));
    const row = await loadFigure(db, 'turn');
    expect(row?.conflicts?.map((x) => x.code)).toEqual(['changed']);
    await edit('turn', (f) => ({ ...f, lines: f.lines.replace('1 back', '1 side') }));
    expect((await loadFigure(db, 'turn'))?.conflicts).toHaveLength(1);
    const theirs = await settleConflict(db, 'turn', row!.conflicts![0]!, 'theirs', 5);
    expect(theirs?.row.conflicts).toEqual([]);
    expect(theirs?.row.figure.lines).toBe('leader 1 side 2 close\nfollower 1 fwd 2 l1/4 fwd');
    await undoAct(db, theirs?.act ?? 0, makeId, 6);
    expect((await loadFigure(db, 'turn'))?.conflicts).toHaveLength(1);
  });

  it('what has grown out of a deleted figure stays as it is, and is a version again when that comes back', async () => {
    await saveVersion(db, 'push', turned, 2);
    await saveVersion(db, 'turn', { ...turned, id: 'leaf', name: 'Leaf', notes: 'late' }, 3);
    const before = (await loadAll(db)).map((r) => [r.id, r.figure, r.version]);
    const leaf = (await loadFigure(db, 'leaf'))?.figure;
    const first = await deleteDocument(db, 'figure', 'turn', 4);
    expect(await loadFigure(db, 'leaf')).toMatchObject({ figure: leaf, version: { of: 'push' } });
    const second = await deleteDocument(db, 'figure', 'push', 5);
    expect((await loadFigure(db, 'leaf'))?.figure).toEqual(leaf);
    expect((await loadFigure(db, 'leaf'))?.version).toBeUndefined();
    await undoAct(db, second.act ?? 0, makeId, 6);
    await undoAct(db, first.act ?? 0, makeId, 7);
    const after = (await loadAll(db)).map((r) => [r.id, r.figure, r.version]);
    expect(after).toEqual(before);
  });

  it('stands alone, or becomes a version, but never of itself; each can be taken back', async () => {
    await saveVersion(db, 'push', turned, 2);
    expect(await makeVersionOf(db, 'push', 'turn', 3)).toEqual({ ok: false, error: 'circle' });
    const alone = await standAlone(db, 'turn', 4);
    expect(alone?.row.version).toBeUndefined();
    const placed = await makeVersionOf(db, 'push', 'turn', 5);
    expect(placed).toMatchObject({ ok: true, value: { row: { figure: push, version: { of: 'turn' } } } });
    if (placed.ok) await undoAct(db, placed.value.act ?? 0, makeId, 6);
    await undoAct(db, alone?.act ?? 0, makeId, 7);
    expect((await loadFigure(db, 'turn'))?.version?.of).toBe('push');
  });

  it('a list begins with what was changed last; a file holds what a figure stands on', async () => {
    await saveVersion(db, 'push', turned, 2);
    expect((await loadLatest(db, 1)).map((r) => r.id)).toEqual(['turn']);
    expect((await loadKeptWith(db, 'turn')).map((k) => k.id).sort()).toEqual(['push', 'turn']);
  });

  it('some of them come as they are danced, without what they grow from and without what is not there', async () => {
    await saveVersion(db, 'push', turned, 2);
    const rows = await loadSome(db, ['turn', 'gone']);
    expect(rows.map((r) => r.figure)).toEqual([turned]);
    expect(await loadSome(db, [])).toEqual([]);
  });
});
