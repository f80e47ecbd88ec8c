import { breaches, type Breach } from '../likeness';
import { analyse, type Analysis } from '../analysis';
import type { Figure } from '../figure';
import { passAt, wholeOf, type Whole } from './whole';
import { planOf, type Plan } from './plan';
import type { Repertoire } from './reading';
import type { Combination, LayerNumber, Part } from './schema';

/** Which figure each version grew from: version → figure. */
export type Parents = ReadonlyMap<string, string>;

const analyses = new WeakMap<Figure, Analysis>();
function analysed(figure: Figure, repertoire: Repertoire): Analysis {
  let a = analyses.get(figure);
  if (!a) analyses.set(figure, (a = analyse(figure, repertoire.heights)));
  return a;
}

/** From the core figure down to a figure. Circles end where they close. */
export function lineage(id: string, parents: Parents): string[] {
  const line = [id];
  for (let now = parents.get(id); now !== undefined && !line.includes(now); now = parents.get(now))
    line.unshift(now);
  return line;
}

/**
 * The figure that stands for a part in a layer: as said on the part, else the ancestor or version at that depth of
 * its tree that keeps the counts, the feet and the footprints of the core; where there is none so deep, the deepest
 * that does.
 */
export function layerFigure(
  c: Combination,
  part: Part,
  layer: LayerNumber,
  repertoire: Repertoire,
  parents: Parents,
): string {
  const said = layer === 1 ? undefined : part.layers?.[layer];
  if (said !== undefined) return said;
  if (part.change) return part.figure;
  const line = lineage(part.figure, parents).filter((id) => repertoire.figure(id, c.own));
  const base = line[0] ?? part.figure;
  const keeps = (id: string): boolean => {
    const [a, b] = [repertoire.figure(base, c.own), repertoire.figure(id, c.own)];
    return (
      a !== undefined &&
      b !== undefined &&
      (a === b || breaches(analysed(a, repertoire), analysed(b, repertoire)).length === 0)
    );
  };
  const path = [...line];
  while (path.length < layer) {
    const next = childrenOf(path.at(-1) ?? base, repertoire, parents).find(keeps);
    if (next === undefined) break;
    path.push(next);
  }
  const fitting = path.slice(0, layer).filter(keeps);
  return fitting.at(-1) ?? base;
}

/** Versions of a figure, the easier first. */
function childrenOf(id: string, repertoire: Repertoire, parents: Parents): string[] {
  const found = [...repertoire.figures].filter((f) => parents.get(f.id) === id && !f.mistake);
  return found.sort((a, b) => a.level - b.level || a.name.localeCompare(b.name)).map((f) => f.id);
}

/** The same combination with each figure as its layer has it. Parts that do not change stay the same objects. */
export function layerOf(
  c: Combination,
  layer: LayerNumber,
  repertoire: Repertoire,
  parents: Parents,
): Combination {
  const parts = c.parts.map((p): Part => {
    const figure = layerFigure(c, p, layer, repertoire, parents);
    return figure === p.figure ? p : { ...p, figure };
  });
  return parts.every((p, i) => p === c.parts[i]) ? c : { ...c, parts };
}

/** A layer laid out, danced, and held against the first. */
export interface Layer {
  readonly layer: LayerNumber;
  readonly plan: Plan;
  readonly whole: Whole | undefined;
  /** Where it leaves the first layer's counts, feet or footprints, with the pass; empty: both dance side by side. */
  readonly breaches: readonly (Breach & { readonly pass: number })[];
}

/**
 * All layers, each checked beat by beat against the first across the whole chain. Cost: one analysis for every layer
 * that has figures of its own.
 */
export function layersOf(
  c: Combination,
  layers: readonly LayerNumber[],
  repertoire: Repertoire,
  parents: Parents,
): Layer[] {
  const done: Layer[] = [];
  for (const layer of layers) {
    const plan = planOf(layerOf(c, layer, repertoire, parents), repertoire);
    const alike = done.find((l) => sameFigures(l.plan, plan));
    if (alike) {
      done.push({ ...alike, layer });
      continue;
    }
    const whole = wholeOf(plan, repertoire.heights);
    const base = done[0]?.whole;
    const found = base && whole ? breaches(base.analysis, whole.analysis) : [];
    done.push({ layer, plan, whole, breaches: found.map((b) => ({ ...b, pass: passAt(plan, b.tick) })) });
  }
  return done;
}

const sameFigures = (a: Plan, b: Plan): boolean =>
  a.passes.length === b.passes.length && a.passes.every((p, i) => p.reading === b.passes[i]?.reading);
