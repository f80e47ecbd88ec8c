import 'fake-indexeddb/auto';
import { beforeEach, describe, expect, it } from 'vitest';
import { newFigure, withTags } from '$lib/core/figure';
import { undoAct, loadBin } from './acts';
import { openDatabase, type Database } from './db';
import { loadFigure, loadSome, saveVersion } from './figures';
import { create } from './saving';
import { deleteFigures, tagFigures } from './several';

let db: Database;
let n = 0;
const figure = (id: string) => ({ ...newFigure(id, 'salsa-on-1', id), lines: 'leader 1 fwd 2 back' });

beforeEach(async () => {
  db = openDatabase(`several-${n++}`);
  for (const id of ['a', 'b', 'c']) await create(db, 'figure', figure(id), 1);
  await saveVersion(db, 'a', { ...figure('av'), lines: 'leader 1 fwd r1/2 2 back' }, 2);
});

const tagsOf = async (ids: readonly string[]) =>
  Object.fromEntries((await loadSome(db, ids)).map((r) => [r.id, r.figure.tags]));

describe('several figures at once', () => {
  it('are tagged as one act; one that has the tag stays as it is; versions keep being versions', async () => {
    await tagFigures(db, ['b'], 'Monday', true, 3);
    const act = await tagFigures(db, ['a', 'av', 'b'], 'monday', true, 4);
    expect(await tagsOf(['a', 'av', 'b', 'c'])).toEqual({
      a: ['monday'],
      av: ['monday'],
      b: ['Monday'],
      c: undefined,
    });
    expect((await loadFigure(db, 'av'))?.version?.of).toBe('a');
    await undoAct(db, act ?? 0, () => 'x', 5);
    expect(await tagsOf(['a', 'av', 'b'])).toEqual({ a: undefined, av: undefined, b: ['Monday'] });
  });
  it('a version wears what its figure wears until it is given its own', async () => {
    await tagFigures(db, ['a'], 'first evening', true, 3);
    expect(await tagsOf(['av'])).toEqual({ av: ['first evening'] });
    await tagFigures(db, ['av'], 'showy', true, 4);
    await tagFigures(db, ['a'], 'first evening', false, 5);
    expect(await tagsOf(['a', 'av'])).toEqual({ a: undefined, av: ['first evening', 'showy'] });
    await tagFigures(db, ['a'], 'first evening', true, 6);
    const { figure: a } = (await loadFigure(db, 'a'))!;
    expect(withTags(a, [])).toEqual(figure('a'));
  });
  it('lose a tag together', async () => {
    await tagFigures(db, ['a', 'b'], 'showy', true, 3);
    await tagFigures(db, ['a', 'b', 'c'], 'SHOWY', false, 4);
    expect(await tagsOf(['a', 'b', 'c'])).toEqual({ a: undefined, b: undefined, c: undefined });
  });
  it('are deleted as one act, and come back with one; what grew out of them stays', async () => {
    const act = await deleteFigures(db, ['a', 'b'], 3);
    expect((await loadSome(db, ['a', 'b', 'c', 'av'])).map((r) => r.id).sort()).toEqual(['av', 'c']);
    expect((await loadBin(db))[0]).toMatchObject({ code: 'deleted-several', name: '2 figures' });
    expect((await loadFigure(db, 'av'))?.figure.lines).toBe('leader 1 fwd r1/2 2 back');
    const undone = await undoAct(db, act ?? 0, () => 'x', 4);
    expect(undone.copies).toEqual([]);
    expect((await loadFigure(db, 'av'))?.version?.of).toBe('a');
    expect((await loadSome(db, ['a', 'b'])).length).toBe(2);
  });
});
