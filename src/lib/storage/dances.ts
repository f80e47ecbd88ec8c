import { fail, ok, type Result } from '$lib/core/base';
import { isVersion, withDance, type Figure, type Kept, type OwnDance } from '$lib/core/figure';
import { danceSaid, dancedAs } from '$lib/core/library';
import type { Dance } from '$lib/core/vocabulary';
import { acting, type Writing } from './acts';
import { rowsOf, type Database } from './db';
import { loadDocs, sorted, usesOf, type Use } from './rows';
import { failure, unreadable, type SaveError } from './saving';

export const loadDances = async (db: Database): Promise<OwnDance[]> =>
  (await loadDocs(db, 'dance')).map((r) => r.doc).sort((a, b) => a.name.localeCompare(b.name));

/**
 * Keeps a dance, and gives every figure that is danced in it what it now says; `except` is open on a desk, which does
 * that itself.
 */
export async function saveDance(
  db: Database,
  dance: OwnDance,
  now: number,
  except?: string,
): Promise<Result<{ readonly figures: number; readonly act: number | undefined }, SaveError<never>>> {
  const refused = unreadable('dance', dance);
  if (refused) return fail(refused);
  try {
    const what = { code: 'dance-changed', kind: 'dance', name: dance.name } as const;
    const { value, act } = await acting(db, what, now, async (w) => {
      await w.put('dance', dance);
      return redanced(w, dance.id, dance, except);
    });
    return ok({ figures: value, act });
  } catch (e) {
    return fail(failure(e));
  }
}

/** Takes a dance away. One that is in use is refused, with where, unless another takes its place there. */
export async function deleteDance(
  db: Database,
  id: string,
  now: number,
  instead?: Dance,
): Promise<Result<{ readonly figures: number; readonly act: number | undefined }, readonly Use[]>> {
  const uses = await usesOf(db, 'dance', id);
  if (uses.length > 0 && !instead) return fail(uses);
  const name = (await rowsOf(db, 'dance').get(id))?.doc.name ?? id;
  const { value, act } = await acting(db, { code: 'dance-deleted', kind: 'dance', name }, now, async (w) => {
    const figures = instead ? await redanced(w, id, instead) : 0;
    await w.remove('dance', id);
    return figures;
  });
  return ok({ figures: value, act });
}

/** Figures and combinations of one dance set to another, or to what it now says. Gives how many. */
export async function redanced(w: Writing, id: string, dance: Dance, except?: string): Promise<number> {
  const key = `dance:${id}`;
  const found = await rowsOf(w.db, 'figure').where('refs').equals(key).toArray();
  const figures = sorted('figure', found).good.filter((r) => r.id !== except);
  await w.putAll(
    'figure',
    figures.map((r) => keptIn(r.doc, dance)),
  );
  const kept = await rowsOf(w.db, 'combination').where('refs').equals(key).toArray();
  const combinations = sorted('combination', kept).good;
  const own = (f: Figure): Figure => (danceSaid(f)?.id === id ? withDance(f, dance) : f);
  await w.putAll(
    'combination',
    combinations.map((r) => ({ ...r.doc, own: r.doc.own.map(own) })),
  );
  return figures.length + combinations.length;
}

/** A dance that ships takes the own one out of a version's change. */
function keptIn(k: Kept, dance: Dance): Kept {
  if (!isVersion(k)) return withDance(k, dance);
  const set = withDance({ dance: '' } as { dance: string; ownDance?: OwnDance }, dance);
  if (set.ownDance) return dancedAs(k, () => set.ownDance);
  const { ownDance: _, dance: named, ...details } = k.change.details;
  return {
    ...k,
    change: { ...k.change, details: { ...details, dance: { ...named, now: dance.id } } },
  };
}
