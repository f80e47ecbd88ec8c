import 'fake-indexeddb/auto';
import { beforeAll, describe, expect, it } from 'vitest';
import { defaultHeights } from '$lib/core/analysis';
import { demoCombinations, demoKept } from '$lib/demo';
import { loadDocs, openDatabase, seedOnce, type Database } from '$lib/storage';
import { layOut, type LaidOut } from './lay-out';

describe('the list of combinations', () => {
  let db: Database;
  beforeAll(async () => {
    db = openDatabase('lay-out');
    await seedOnce(db, 'seeded', { figure: demoKept, combination: demoCombinations }, 1);
  });
  const lay = async (gone = new AbortController().signal) => {
    const found: Record<string, LaidOut> = {};
    const rows = await loadDocs(db, 'combination');
    let times = 0;
    await layOut(db, rows, defaultHeights, gone, (made) => (times++, Object.assign(found, made)));
    return { found, rows, times };
  };

  it('says of every one how long it is, and whether its links hold, a few at a time', async () => {
    const { found, rows, times } = await lay();
    expect(Object.keys(found).sort()).toEqual(rows.map((r) => r.id).sort());
    expect(times).toBe(2);
    const of = (name: string) => found[rows.find((r) => r.doc.name === name)!.id]!;
    expect(of('Eight sixes over a blues')).toMatchObject({ verdict: 'loops', bad: false });
    expect(of('Eight sixes over a blues').facts).toBe('Slot swing · 8 figures · 0:28 at 104');
    expect(of('Natural and reverse')).toMatchObject({ verdict: 'one link does not fit', bad: true });
  });
  it('ends when it is given up', async () => {
    const gone = new AbortController();
    gone.abort();
    expect((await lay(gone.signal)).times).toBe(0);
  });
});
