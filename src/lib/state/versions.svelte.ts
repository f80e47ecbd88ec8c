import { analyse, type Analysis, type Heights } from '$lib/core/analysis';
import {
  breaches,
  differences,
  withBelow,
  treeOf,
  type Branch,
  type Breach,
  type Difference,
  type Leaf,
} from '$lib/core/likeness';
import type { FigureRow } from '$lib/storage';

/** One figure of a family of versions, compared with the one it stands under. */
export interface Layer {
  readonly row: FigureRow;
  readonly depth: number;
  readonly gist: Branch['gist'];
}
export interface Compared {
  readonly layer: Layer;
  readonly analysis: Analysis;
  readonly differences: readonly Difference[];
  readonly breaches: readonly Breach[];
}

export const leafOf = (r: FigureRow): Leaf => ({
  id: r.id,
  name: r.figure.name,
  family: r.figure.family,
  ...(r.version ? { version: r.version } : {}),
});

/** The core figure a figure has grown from, and everything that has grown out of it, trunk first. */
export function layersOf(rows: readonly FigureRow[], id: string): Layer[] {
  const layers = (b: Branch, depth: number): Layer[] => {
    const row = rows.find((r) => r.id === b.leaf.id);
    const below = b.children.flatMap((c) => layers(c, depth + 1));
    return row ? [{ row, depth, gist: b.gist }, ...below] : below;
  };
  const cores = treeOf(rows.map(leafOf)).flatMap((f) => f.cores);
  const core = cores.find((c) => withBelow(c).some((b) => b.leaf.id === id));
  return core ? layers(core, 0) : [];
}

/** How many stand side by side at first. */
const SHOWN = 3;

/** Versions side by side: which are shown, and what each has otherwise than the first of them. */
export class VersionsLab {
  readonly layers: readonly Layer[];
  readonly heights: Heights;
  /** Ids shown, the one the others are compared with first. */
  shown: readonly string[] = $state.raw([]);

  constructor(rows: readonly FigureRow[], id: string, heights: Heights) {
    this.layers = layersOf(rows, id);
    this.heights = heights;
    const first = this.layers[0]?.row.id;
    const rest = this.layers.map((l) => l.row.id).filter((x) => x !== first && x !== id);
    const own = id === first ? [] : [id];
    this.shown = first === undefined ? [] : [first, ...own, ...rest].slice(0, SHOWN);
  }

  readonly compared: readonly Compared[] = $derived.by(() => {
    const shown = this.layers.filter((l) => this.shown.includes(l.row.id));
    const ordered = [...shown].sort((a, b) => this.shown.indexOf(a.row.id) - this.shown.indexOf(b.row.id));
    const analyses = ordered.map((l) => analyse(l.row.figure, this.heights));
    const base = analyses[0];
    return ordered.map((layer, i) => {
      const analysis = analyses[i] as Analysis;
      const same = i === 0 || !base;
      return {
        layer,
        analysis,
        differences: same ? [] : differences(base, analysis),
        breaches: same ? [] : breaches(base, analysis),
      };
    });
  });

  toggle(id: string): void {
    const on = this.shown.includes(id);
    if (on && this.shown.length === 1) return;
    this.shown = on ? this.shown.filter((x) => x !== id) : [...this.shown, id];
  }
  /** Makes one the measure of the others. */
  measureBy(id: string): void {
    this.shown = [id, ...this.shown.filter((x) => x !== id)];
  }
}
