import { Repertoire, planOf } from '$lib/core/combination';
import { planToDance, type ToDance } from '$lib/core/song/suits';
import { loadAll, loadDocs, type Database } from '$lib/storage';
import { app } from './app.svelte';

/** A combination of the person's own, as far as it matters to music. */
export interface OwnDance {
  readonly id: string;
  readonly name: string;
  readonly d: ToDance;
}

/** Every combination of the person's own that has a tempo its figures share. */
export async function ownDances(db: Database): Promise<readonly OwnDance[]> {
  const repertoire = new Repertoire(
    (await loadAll(db)).map((r) => r.figure),
    app.heights,
  );
  return (await loadDocs(db, 'combination')).flatMap(({ doc }) => {
    const d = planToDance(planOf(doc, repertoire));
    return d ? [{ id: doc.id, name: doc.name, d }] : [];
  });
}
