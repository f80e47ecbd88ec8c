import type { Combination } from '$lib/core/combination';
import type { Figure } from '$lib/core/figure';
import type { Shared } from '$lib/core/library';
import { loadDoc, loadSome, type Database } from '$lib/storage';

/** A figure as it is, standing alone, with what it needs. */
export const sharedFigure = (figure: Figure): Shared => ({
  main: { kind: 'figure', id: figure.id },
  documents: { figure: [figure], ...(figure.ownDance ? { dance: [figure.ownDance] } : {}) },
});

/** A combination with its figures. */
export async function sharedCombination(db: Database, c: Combination): Promise<Shared> {
  const rows = await loadSome(db, [...new Set(c.parts.map((p) => p.figure))]);
  return {
    main: { kind: 'combination', id: c.id },
    documents: { combination: [c], figure: rows.map((r) => r.figure) },
  };
}

/** A recap with what was danced; whom it was for, and the class, stay here. */
export async function sharedRecap(db: Database, id: string): Promise<Shared | undefined> {
  const recap = await loadDoc(db, 'recap', id);
  if (!recap) return undefined;
  const { class: _class, entry: _entry, group: _group, ...open } = recap;
  const combination =
    recap.combination === undefined ? undefined : await loadDoc(db, 'combination', recap.combination);
  const ids = new Set([...recap.figures, ...(combination?.parts.map((p) => p.figure) ?? [])]);
  const rows = await loadSome(db, [...ids]);
  return {
    main: { kind: 'recap', id },
    documents: {
      recap: [open],
      figure: rows.map((r) => r.figure),
      ...(combination ? { combination: [combination] } : {}),
    },
  };
}
