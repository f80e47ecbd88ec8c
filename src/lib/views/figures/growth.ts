import { leafOf } from '$lib/state/versions.svelte';
import { treeOf, type Branch, type Family } from '$lib/core/likeness';
import { countsOf, type Entry } from './catalogue';

/** One line of the drawn tree. */
export interface GrowthRow {
  readonly id: string;
  readonly name: string;
  readonly dance: string;
  readonly depth: number;
  /** Counts it lasts. */
  readonly counts: number;
  readonly gist: Branch['gist'];
  /** The count at which it leaves its parent, and how many rows above that one is drawn. */
  readonly leaves: { readonly at: number; readonly above: number } | undefined;
  readonly below: number;
  readonly folded: boolean;
  /** Where its parent has changed under it. */
  readonly conflicts: number;
}
export interface GrowthFamily {
  readonly name: string;
  readonly size: number;
  readonly rows: readonly GrowthRow[];
}

/** A core with more versions than this is folded at first. */
export const FOLD_FROM = 12;

/**
 * The tree as rows: every version under its parent, the one that leaves latest first, so that no line crosses
 * another. `toggled` holds the cores whose folding is not as at first. O(figures).
 */
export function growth(list: readonly Entry[], toggled: ReadonlySet<string>): GrowthFamily[] {
  const byId = new Map(list.map((e) => [e.row.id, e]));
  return treeOf(list.map((e) => leafOf(e.row))).map((family: Family) => ({
    name: family.name || 'no family yet',
    size: family.cores.reduce((n, c) => n + 1 + sizeBelow(c), 0),
    rows: family.cores.flatMap((core) => rowsOf(core, byId, toggled)),
  }));
}

const sizeBelow = (b: Branch): number => b.children.reduce((n, c) => n + 1 + sizeBelow(c), 0);

function rowsOf(core: Branch, byId: ReadonlyMap<string, Entry>, toggled: ReadonlySet<string>): GrowthRow[] {
  const rows: GrowthRow[] = [];
  const add = (b: Branch, depth: number, parent: number | undefined): void => {
    const entry = byId.get(b.leaf.id);
    if (!entry) return;
    const below = sizeBelow(b);
    const folded = below > 0 && below > FOLD_FROM !== toggled.has(b.leaf.id);
    const counts = countsOf(entry);
    const index = rows.length;
    const longest = parent === undefined ? counts : (rows[parent]?.counts ?? counts);
    rows.push({
      id: b.leaf.id,
      name: b.leaf.name,
      dance: entry.dance,
      depth,
      counts,
      gist: b.gist,
      leaves:
        parent === undefined
          ? undefined
          : { at: Math.min(b.gist?.from ?? 1, longest), above: index - parent },
      below,
      folded,
      conflicts: entry.row.conflicts?.length ?? 0,
    });
    if (!folded) for (const c of b.children) add(c, depth + 1, index);
  };
  add(core, 0, undefined);
  return rows;
}
