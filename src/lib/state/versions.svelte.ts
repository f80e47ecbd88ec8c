import { analyse, type Analysis, type Heights } from '$lib/core/analysis';
import { changeBetween } from '$lib/core/figure';
import {
  breaches,
  gistOf,
  differences,
  withBelow,
  treeOf,
  type Branch,
  type Breach,
  type Difference,
  type Gist,
  type Leaf,
} from '$lib/core/likeness';
import type { FigureRow } from '$lib/storage';

/** One figure of a family of versions, compared with the one it stands under. */
export interface Layer {
  readonly row: FigureRow;
  readonly depth: number;
}
export interface Compared {
  readonly layer: Layer;
  readonly analysis: Analysis;
  /** In short, against the first. */
  readonly gist: Gist | undefined;
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
    return row ? [{ row, depth }, ...below] : below;
  };
  const cores = treeOf(rows.map(leafOf)).flatMap((f) => f.cores);
  const core = cores.find((c) => withBelow(c).some((b) => b.leaf.id === id));
  return core ? layers(core, 0) : [];
}

/** How many stand side by side at first. */
const SHOWN = 3;

/** From the core figure down to one of its versions. */
function lineTo(rows: readonly FigureRow[], id: string): string[] {
  const row = rows.find((r) => r.id === id);
  if (!row) return [];
  return row.version ? [...lineTo(rows, row.version.of), id] : [id];
}

/** Versions side by side: which are shown, and what each has otherwise than the first of them. */
export class VersionsLab {
  readonly layers: readonly Layer[];
  readonly heights: Heights;
  /** Ids shown, the one the others are compared with first. */
  shown: readonly string[] = $state.raw([]);

  constructor(rows: readonly FigureRow[], id: string, heights: Heights) {
    this.layers = layersOf(rows, id);
    this.heights = heights;
    const all = this.layers.map((l) => l.row);
    const line = lineTo(all, id);
    const others = all.filter((r) => !line.includes(r.id) && r.figure.mistake === undefined).map((r) => r.id);
    this.shown = [...line, ...others].slice(0, Math.max(SHOWN, line.length));
  }

  readonly compared: readonly Compared[] = $derived.by(() => {
    const shown = this.layers.filter((l) => this.shown.includes(l.row.id));
    const first = shown.filter((l) => l.row.id === this.shown[0]);
    const ordered = [...first, ...shown.filter((l) => !first.includes(l))];
    const analyses = ordered.map((l) => analyse(l.row.figure, this.heights));
    const base = analyses[0];
    return ordered.map((layer, i) => {
      const analysis = analyses[i] as Analysis;
      const same = i === 0 || !base;
      return {
        layer,
        analysis,
        gist: same ? undefined : gistOf(changeBetween(base.figure, analysis.figure)),
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
