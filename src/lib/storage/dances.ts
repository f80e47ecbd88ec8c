import { fail, ok, type Result } from '$lib/core/base';
import type { Combination } from '$lib/core/combination';
import { danceSchema, isVersion, withDance, type Figure, type Kept, type OwnDance } from '$lib/core/figure';
import type { Dance } from '$lib/core/vocabulary';
import type { CombinationRow, Database, StoredRow } from './db';
import { sameValue } from './journal';
import { unreadable, type OnClash, type SaveError } from './saving';

/** A document in which a dance is danced, by name. */
export interface DanceUse {
  readonly id: string;
  readonly name: string;
  readonly kind: 'figure' | 'combination';
}

export const loadDances = async (db: Database): Promise<OwnDance[]> =>
  (await db.dances.toArray())
    .map((r) => r.dance)
    .filter((d) => danceSchema.safeParse(d).success)
    .sort((a, b) => a.name.localeCompare(b.name));

/**
 * Keeps a dance, and gives every figure that is danced in it what it now says; `except` is open on a desk, which does
 * that itself.
 */
export async function saveDance(
  db: Database,
  dance: OwnDance,
  now: number,
  except?: string,
): Promise<Result<{ readonly figures: number }, SaveError<never>>> {
  const refused = unreadable(danceSchema, dance);
  if (refused) return fail(refused);
  try {
    return await db.transaction('rw', db.dances, db.figures, db.combinations, async () => {
      await db.dances.put({ id: dance.id, updated: now, dance });
      return ok({ figures: await rewrite(db, dance.id, dance, now, except) });
    });
  } catch (e) {
    return fail({ type: 'failed', message: e instanceof Error ? e.message : String(e) });
  }
}

/** Everything danced in a dance. */
export async function usesOfDance(db: Database, id: string): Promise<DanceUse[]> {
  const figures = (await db.figures.toArray()).filter((r) => rowUses(r, id));
  const combinations = (await db.combinations.toArray()).filter((r) => ownUses(r, id));
  return [
    ...figures.map((r) => ({ id: r.id, name: nameOf(r), kind: 'figure' as const })),
    ...combinations.map((r) => ({ id: r.id, name: r.combination.name, kind: 'combination' as const })),
  ];
}

/**
 * Takes a dance away. One that is in use is refused, with where, unless another takes its place there.
 */
export async function deleteDance(
  db: Database,
  id: string,
  now: number,
  instead?: Dance,
): Promise<Result<{ readonly dance: OwnDance | undefined; readonly figures: number }, readonly DanceUse[]>> {
  return db.transaction('rw', db.dances, db.figures, db.combinations, async () => {
    const uses = await usesOfDance(db, id);
    if (uses.length > 0 && !instead) return fail(uses);
    const row = await db.dances.get(id);
    const figures = instead ? await rewrite(db, id, instead, now) : 0;
    await db.dances.delete(id);
    return ok({ dance: row?.dance, figures });
  });
}

/** Brings a deleted dance back. */
export const restoreDance = async (db: Database, dance: OwnDance, now: number): Promise<void> => {
  if (!(await db.dances.get(dance.id))) await db.dances.put({ id: dance.id, updated: now, dance });
};

const nameOf = (r: StoredRow): string => {
  if (r.figure) return r.figure.name;
  const said = r.version?.change.details.name?.now;
  return typeof said === 'string' ? said : 'a version';
};
const saysDance = (r: StoredRow): OwnDance | undefined =>
  r.figure?.ownDance ?? (r.version?.change.details.ownDance?.now as OwnDance | undefined);
const rowUses = (r: StoredRow, id: string): boolean => saysDance(r)?.id === id;
const ownUses = (r: CombinationRow, id: string): boolean =>
  r.combination.own.some((f) => f.ownDance?.id === id);

/** Figures of one dance set to another, or to what it now says. Inside a transaction. */
async function rewrite(
  db: Database,
  id: string,
  dance: Dance,
  now: number,
  except?: string,
): Promise<number> {
  const rows = (await db.figures.toArray()).filter((r) => r.id !== except && rowUses(r, id));
  await db.figures.bulkPut(rows.map((r) => ({ ...danceIn(r, dance), rev: r.rev + 1, updated: now })));
  const combinations = (await db.combinations.toArray()).filter((r) => ownUses(r, id));
  const own = (f: Figure): Figure => (f.ownDance?.id === id ? withDance(f, dance) : f);
  await db.combinations.bulkPut(
    combinations.map((r) => ({
      ...r,
      rev: r.rev + 1,
      updated: now,
      combination: { ...r.combination, own: r.combination.own.map(own) },
    })),
  );
  return rows.length + combinations.length;
}

function danceIn(r: StoredRow, dance: Dance): StoredRow {
  if (r.figure) return { ...r, figure: withDance(r.figure, dance) };
  if (!r.version) return r;
  return { ...r, version: keptWith(r.version, () => dance) as NonNullable<StoredRow['version']> };
}

/** A figure or version with another dance in the place of its own. */
function keptWith(k: Kept, other: (d: OwnDance) => Dance | undefined): Kept {
  if (!isVersion(k)) {
    const dance = k.ownDance && other(k.ownDance);
    return dance ? withDance(k, dance) : k;
  }
  const { ownDance, dance: named } = k.change.details;
  const said = ownDance?.now as OwnDance | undefined;
  const dance = said && other(said);
  if (!dance || !ownDance) return k;
  const set = withDance({ dance: said.id, ownDance: said } as { dance: string; ownDance?: OwnDance }, dance);
  return {
    ...k,
    change: {
      ...k.change,
      details: {
        ...k.change.details,
        dance: { ...named, now: set.dance },
        ownDance: { ...ownDance, now: set.ownDance },
      },
    },
  };
}

/**
 * Dances that come with figures. One that lies here otherwise under the same id comes in as another, unless it is to be
 * replaced; one that is here already is one. Gives the figures with the dances they now have. Inside a transaction.
 */
export async function adoptDances<T extends Kept>(
  db: Database,
  kept: readonly T[],
  onClash: OnClash,
  makeId: () => string,
  now: number,
): Promise<T[]> {
  const brought = new Map(
    kept.flatMap((k) => {
      const d = danceSaid(k);
      return d ? [[d.id, d] as const] : [];
    }),
  );
  if (brought.size === 0) return [...kept];
  const instead = new Map<string, OwnDance>();
  for (const [id, dance] of brought) {
    const here = (await db.dances.get(id))?.dance;
    if (here && sameValue(here, dance)) continue;
    const coming = here && onClash === 'keep-both' ? { ...dance, id: makeId() } : dance;
    if (coming !== dance) instead.set(id, coming);
    await db.dances.put({ id: coming.id, updated: now, dance: coming });
    if (here && coming === dance) await rewrite(db, id, dance, now);
  }
  return kept.map((k) => keptWith(k, (d) => instead.get(d.id)) as T);
}

const danceSaid = (k: Kept): OwnDance | undefined =>
  isVersion(k) ? (k.change.details.ownDance?.now as OwnDance | undefined) : k.ownDance;

/** The same for the figures that belong to combinations. */
export async function adoptDancesOf(
  db: Database,
  list: readonly Combination[],
  onClash: OnClash,
  makeId: () => string,
  now: number,
): Promise<Combination[]> {
  const found: Combination[] = [];
  for (const c of list) found.push({ ...c, own: await adoptDances(db, c.own, onClash, makeId, now) });
  return found;
}
