import type { Combination } from '$lib/core/combination';
import type { Kept } from '$lib/core/figure';
import type { Database } from './db';
import { keptIn } from './grown';
import { importCombinations } from './combinations';
import { sameValue } from './journal';
import { importFigures } from './repertoire';

/** Documents that come with the application. */
export interface Shipped {
  readonly figures: readonly Kept[];
  readonly combinations: readonly Combination[];
}

/** What bringing them would do: those that are missing come, those that were changed stay as they are. */
export interface Bringing {
  readonly missing: Shipped;
  /** Ids of those that lie here otherwise. */
  readonly changed: readonly string[];
  /** How many lie here as they came. */
  readonly same: number;
}

/** Compares what ships with what lies here. Reads only. */
export async function compareShipped(db: Database, shipped: Shipped): Promise<Bringing> {
  const figures = await db.figures.bulkGet(shipped.figures.map((k) => k.id));
  const combinations = await db.combinations.bulkGet(shipped.combinations.map((c) => c.id));
  const pairs = [
    ...shipped.figures.map((doc, i) => ({ doc, here: figures[i] && keptIn(figures[i]) })),
    ...shipped.combinations.map((doc, i) => ({ doc, here: combinations[i]?.combination })),
  ];
  const changed = pairs.filter((p) => p.here && !sameValue(p.here, p.doc)).map((p) => p.doc.id);
  const here = new Set(pairs.filter((p) => p.here).map((p) => p.doc.id));
  return {
    missing: {
      figures: shipped.figures.filter((k) => !here.has(k.id)),
      combinations: shipped.combinations.filter((c) => !here.has(c.id)),
    },
    changed,
    same: here.size - changed.length,
  };
}

/** Brings what is missing, all or nothing; nothing that lies here is touched. */
export async function bringMissing(db: Database, missing: Shipped, now: number): Promise<void> {
  const never = (): string => {
    throw new Error('what is missing has its id free');
  };
  await db.transaction('rw', db.figures, db.combinations, db.dances, async () => {
    await importFigures(db, missing.figures, 'keep-both', never, now);
    await importCombinations(db, missing.combinations, 'keep-both', new Map(), never, now);
  });
}
