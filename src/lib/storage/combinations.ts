import { fail, ok, type Result } from '$lib/core/base';
import { combinationSchema, type Combination } from '$lib/core/combination/schema';
import { adoptDancesOf } from './dances';
import type { CombinationRow, Database } from './db';
import type { Imported } from './repertoire';
import { unreadable, type OnClash, type SaveError } from './saving';

/** Saves over revision `base` (0: new); nothing is written when another tab has saved meanwhile. */
export async function saveCombination(
  db: Database,
  combination: Combination,
  base: number,
  now: number,
): Promise<Result<CombinationRow, SaveError<CombinationRow>>> {
  const { id } = combination;
  const refused = unreadable(combinationSchema, combination);
  if (refused) return fail(refused);
  try {
    return await db.transaction('rw', db.combinations, async () => {
      const there = await db.combinations.get(id);
      if (there && there.rev !== base)
        return fail<SaveError<CombinationRow>>({ type: 'changed-elsewhere', theirs: there });
      if (!there && base > 0) return fail<SaveError<CombinationRow>>({ type: 'deleted-elsewhere' });
      const row = { id, rev: base + 1, updated: now, combination };
      await db.combinations.put(row);
      return ok(row);
    });
  } catch (e) {
    return fail({ type: 'failed', message: e instanceof Error ? e.message : String(e) });
  }
}

export const loadCombination = (db: Database, id: string): Promise<CombinationRow | undefined> =>
  db.combinations.get(id);

/** All of them, the latest first. */
export const loadCombinations = (db: Database): Promise<CombinationRow[]> =>
  db.combinations.orderBy('updated').reverse().toArray();

/** Deletes; gives what lay there, for {@link restoreCombination}. */
export async function deleteCombination(db: Database, id: string): Promise<CombinationRow | undefined> {
  const row = await db.combinations.get(id);
  await db.combinations.delete(id);
  return row;
}

/** Takes a deletion back, unless something lies there again. */
export const restoreCombination = (db: Database, row: CombinationRow): Promise<void> =>
  db.transaction('rw', db.combinations, async () => {
    if (!(await db.combinations.get(row.id))) await db.combinations.put({ ...row, rev: row.rev + 1 });
  });

/** Those that can be read; the others stay stored. */
export const readableCombinations = (rows: readonly CombinationRow[]): CombinationRow[] =>
  rows.filter((r) => combinationSchema.safeParse(r.combination).success);

/** Combinations in which a figure is danced, so that nobody deletes it unawares. */
export const combinationsWith = async (db: Database, figure: string): Promise<CombinationRow[]> =>
  (await db.combinations.toArray()).filter((r) => r.combination.parts.some((p) => p.figure === figure));

/** Writes all or nothing. `renamed` says which figures came in under another id. */
export async function importCombinations(
  db: Database,
  list: readonly Combination[],
  onClash: OnClash,
  renamed: ReadonlyMap<string, string>,
  makeId: () => string,
  now: number,
): Promise<Imported> {
  return db.transaction('rw', db.combinations, db.figures, db.dances, async () => {
    const dancing = await adoptDancesOf(db, list, onClash, makeId, now);
    const there = new Map(
      (await db.combinations.bulkGet(list.map((c) => c.id))).flatMap((r) => (r ? [[r.id, r]] : [])),
    );
    const rows = dancing.map((c): CombinationRow => {
      const clash = there.get(c.id);
      const id = clash && onClash === 'keep-both' ? makeId() : c.id;
      const rev = onClash === 'replace' ? (clash?.rev ?? 0) + 1 : 1;
      return { id, rev, updated: now, combination: withFigures({ ...c, id }, renamed) };
    });
    await db.combinations.bulkPut(rows);
    const replaced = onClash === 'replace' ? there.size : 0;
    return { added: rows.length - replaced, replaced };
  });
}

/** Figures that were renamed on the way in are known by their new names. */
function withFigures(c: Combination, renamed: ReadonlyMap<string, string>): Combination {
  if (renamed.size === 0) return c;
  const now = (id: string): string => renamed.get(id) ?? id;
  return {
    ...c,
    parts: c.parts.map((p) => {
      const layers = p.layers && {
        ...(p.layers[2] === undefined ? {} : { 2: now(p.layers[2]) }),
        ...(p.layers[3] === undefined ? {} : { 3: now(p.layers[3]) }),
      };
      return { ...p, figure: now(p.figure), ...(layers ? { layers } : {}) };
    }),
  };
}

/**
 * Puts the demo combinations into an empty store, once, where the figures they need are there; those a teacher has
 * deleted stay deleted.
 */
export async function seedCombinationsOnce(
  db: Database,
  list: readonly Combination[],
  now: number,
): Promise<boolean> {
  return db.transaction('rw', db.combinations, db.figures, db.settings, async () => {
    if (await db.settings.get('seeded-combinations')) return false;
    await db.settings.put({ key: 'seeded-combinations', value: true });
    if ((await db.combinations.count()) > 0) return false;
    const ids = new Set(await db.figures.toCollection().primaryKeys());
    const whole = list.filter((c) =>
      c.parts.every((p) => ids.has(p.figure) || c.own.some((f) => f.id === p.figure)),
    );
    await db.combinations.bulkPut(
      whole.map((combination, i) => ({ id: combination.id, rev: 1, updated: now - i, combination })),
    );
    return whole.length > 0;
  });
}
