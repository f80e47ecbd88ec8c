import type { Reading } from '../combination';
import { bestSteps } from './best';
import { countSteps, onlyBounds, type Counts, type Steps } from './count';
import { edgesOf, type Graph } from './graph';
import { MOST_BEATS, constraintsOf, keepOnly, type ComposeRequest, type Constraint } from './request';

/** Why nothing exists: constraints that cannot all be met, none of which could be left out of that. */
export interface Conflict {
  /** The smallest set that conflicts. Empty: the figures cannot be joined into anything at all. */
  readonly core: readonly Constraint[];
  /** Giving up any one of these alone makes it possible. */
  readonly relax: readonly Constraint[];
  /** The nearest totals below and above at which everything else can be met. */
  readonly nearest: { readonly below: number | undefined; readonly above: number | undefined };
}

/** Sets looked at before settling for one that cannot be made smaller, though another might be. */
const MOST_SETS = 1200;

/**
 * Explains an empty answer: the smallest set of constraints that conflict, by trying sets in the order of their
 * size; and each constraint that could be given up by itself. Each trial is an exact count.
 */
export function* conflictSteps(g: Graph, readings: readonly Reading[], r: ComposeRequest): Steps<Conflict> {
  const all = constraintsOf(r);
  const known = new Map<string, boolean>();
  const longer = yield* countsUpTo(g, readings, r);
  const nearest = nearestTo(r.beats, longer);
  const relax: Constraint[] = [];
  for (const c of all) if (yield* possible(all.filter((x) => x !== c))) relax.push(c);
  return { core: yield* smallest(), relax, nearest };

  function* possible(kept: readonly Constraint[]): Steps<boolean> {
    const key = kept.map((k) => all.indexOf(k)).join();
    const before = known.get(key);
    if (before !== undefined) return before;
    const wanted = keepOnly(r, kept);
    const yes = kept.some((k) => k.code === 'beats')
      ? yield* exists(wanted)
      : (yield* countsUpTo(g, readings, wanted)).some((n) => n > 0n);
    known.set(key, yes);
    return yes;
  }

  /** Counted; where that is not possible, one is looked for. */
  function* exists(wanted: ComposeRequest): Steps<boolean> {
    const edges = edgesOf(g, readings, wanted);
    if (onlyBounds(g, edges, wanted)) return (yield* bestSteps(g, edges, { ...wanted, best: 1 })).length > 0;
    return ((yield* countSteps(g, edges, wanted))[r.beats] ?? 0n) > 0n;
  }

  function* smallest(): Steps<readonly Constraint[]> {
    let tried = 0;
    for (let size = 0; size <= all.length; size++)
      for (const set of subsets(all, size)) {
        if (++tried > MOST_SETS) return yield* shrunk();
        if (!(yield* possible(set))) return set;
      }
    return all;
  }

  /** A set from which nothing more can be left out. */
  function* shrunk(): Steps<readonly Constraint[]> {
    let core = all;
    for (const c of all) {
      const less = core.filter((x) => x !== c);
      if (!(yield* possible(less))) core = less;
    }
    return core;
  }
}

/** Counts for every length that could be wanted instead. */
function* countsUpTo(g: Graph, readings: readonly Reading[], r: ComposeRequest): Steps<Counts> {
  const beats = Math.min(MOST_BEATS, Math.max(2 * r.beats, r.beats + 32));
  const wanted = { ...r, beats };
  return yield* countSteps(g, edgesOf(g, readings, wanted), wanted);
}

function nearestTo(beats: number, counts: Counts): Conflict['nearest'] {
  const found = counts.flatMap((n, b) => (n > 0n && b !== beats ? [b] : []));
  return { below: found.findLast((b) => b < beats), above: found.find((b) => b > beats) };
}

/** Every subset of a size, in order. @example [...subsets([1, 2, 3], 2)] // [1,2] [1,3] [2,3] */
export function* subsets<T>(list: readonly T[], size: number, from = 0): Generator<readonly T[]> {
  if (size === 0) {
    yield [];
    return;
  }
  for (let i = from; i <= list.length - size; i++)
    for (const rest of subsets(list, size - 1, i + 1)) yield [list[i] as T, ...rest];
}
