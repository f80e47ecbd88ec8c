import { fail, ok, same, type Result } from '../base';
import { applyChange, changeBetween, type Change, type Conflict, type ItemChange } from './change';
import { MOST_DEPTH, isVersion, type Kept, type Version } from './kept';
import type { Figure } from './schema';

/** A figure as danced, what it is a version of, and where its parent has changed under it. */
export interface Grown {
  readonly figure: Figure;
  readonly of?: string;
  readonly conflicts: readonly Conflict[];
}

/** Why a version cannot be grown; `of` is where its line breaks off. */
export interface GrowthFailure {
  readonly code: 'no-parent' | 'circle' | 'too-deep' | 'stopped';
  readonly id: string;
  readonly of: string;
}

/** `figure` as a version of `parent`. @example asVersion(parent, { ...parent, id: 'b', level: 2 }).change.items // [] */
export const asVersion = (parent: Figure, figure: Figure): Version => ({
  id: figure.id,
  of: parent.id,
  change: changeBetween(parent, figure),
});

/** The figure a version stands for, on its parent as it is now. */
export function grow(version: Version, parent: Figure): Grown {
  const { figure, conflicts } = applyChange(version.change, parent);
  return { figure: { ...figure, id: version.id }, of: version.of, conflicts };
}

/**
 * Every kept thing as a figure: versions grow on their parents. Errors name those whose parent is not there, that are
 * versions of themselves in a circle, or that stand more than {@link MOST_DEPTH} deep; those of a parent that cannot be
 * grown fail with it; once `stop` gives true, the rest fail as stopped. O(figures).
 */
export function growAll(
  kept: ReadonlyMap<string, Kept>,
  stop: () => boolean = () => false,
): Map<string, Result<Grown, GrowthFailure>> {
  const grown = new Map<string, Result<Grown, GrowthFailure>>();
  for (const id of kept.keys())
    if (stop()) grown.set(id, fail({ code: 'stopped', id, of: id }));
    else growLine(id, kept, grown);
  const inOrder = new Map<string, Result<Grown, GrowthFailure>>();
  for (const id of kept.keys()) {
    const g = grown.get(id);
    if (g) inOrder.set(id, g);
  }
  return inOrder;
}

/** Grows one figure and all it stands on that is not grown yet, the lowest first. */
function growLine(
  id: string,
  kept: ReadonlyMap<string, Kept>,
  grown: Map<string, Result<Grown, GrowthFailure>>,
): void {
  const line: Version[] = [];
  const seen = new Set<string>();
  let at: string = id;
  let broken: GrowthFailure['code'] | undefined;
  for (;;) {
    if (grown.has(at)) break;
    const k = kept.get(at);
    if (!k) broken = 'no-parent';
    else if (seen.has(at)) broken = 'circle';
    if (!k || broken) break;
    seen.add(at);
    if (!isVersion(k)) {
      grown.set(at, ok<Grown>({ figure: k, conflicts: [] }));
      break;
    }
    line.push(k);
    at = k.of;
  }
  for (const v of line.reverse()) {
    const on = grown.get(v.of);
    if (broken || !on) grown.set(v.id, fail({ code: broken ?? 'no-parent', id: v.id, of: at }));
    else if (!on.ok) grown.set(v.id, fail({ ...on.error, id: v.id }));
    else if (depthOf(v, kept) > MOST_DEPTH) grown.set(v.id, fail({ code: 'too-deep', id: v.id, of: v.of }));
    else grown.set(v.id, ok(grow(v, on.value.figure)));
  }
}

/** How many figures a version stands on; counting ends once there are too many. */
function depthOf(v: Version, kept: ReadonlyMap<string, Kept>): number {
  let depth = 0;
  let k: Kept | undefined = v;
  while (k && isVersion(k) && depth <= MOST_DEPTH) {
    depth++;
    k = kept.get(k.of);
  }
  return depth;
}

/**
 * A version after its figure was edited. What was in conflict with the parent before, and is still as the version
 * wants it, stays in conflict: editing decides nothing.
 */
export function regrown(version: Version, parent: Figure, figure: Figure): Version {
  const open = grow(version, parent).conflicts;
  const change = changeBetween(parent, figure);
  const held = open.flatMap((c) => ('item' in c ? [c.item] : []));
  const items = change.items.map((i) => held.find((h) => sameAim(h, i)) ?? i);
  const details = { ...change.details };
  for (const c of open) {
    const old = c.code === 'detail' ? version.change.details[c.key] : undefined;
    if (c.code === 'detail' && old && c.key in details) details[c.key] = old;
  }
  return { ...version, change: { ...change, items, details } };
}
const sameAim = (a: ItemChange, b: ItemChange): boolean =>
  a.track === b.track && a.to === b.to && a.now === b.now && (a.to !== undefined || a.at === b.at);

/** `mine`: the version keeps its word, knowing the parent's · `theirs`: the parent's word is taken. */
export type Choice = 'mine' | 'theirs';

/** A version with one conflict decided. @example settle(version, conflict, 'theirs') */
export function settle(version: Version, conflict: Conflict, choice: Choice): Version {
  const { change } = version;
  switch (conflict.code) {
    case 'remarks': {
      const { remarks: _, ...rest } = change;
      const kept: Change =
        choice === 'theirs' ? rest : { ...rest, remarks: { was: conflict.theirs, now: conflict.mine } };
      return { ...version, change: kept };
    }
    case 'detail': {
      const { [conflict.key]: old, ...others } = change.details;
      const mine = {
        ...(conflict.theirs === undefined ? {} : { was: conflict.theirs }),
        ...(old && 'now' in old ? { now: old.now } : {}),
      };
      const details = choice === 'theirs' ? others : { ...others, [conflict.key]: mine };
      return { ...version, change: { ...change, details } };
    }
    default: {
      const items = change.items.flatMap((i) => (same(i, conflict.item) ? settled(conflict, choice) : [i]));
      return { ...version, change: { ...change, items } };
    }
  }
}

function settled(c: Extract<Conflict, { item: ItemChange }>, choice: Choice): ItemChange[] {
  const { item } = c;
  if (choice === 'theirs') return [];
  const { at: _, was: __, ...aim } = item;
  switch (c.code) {
    case 'changed':
      return [{ ...item, was: c.theirs }];
    case 'gone':
      return [aim];
    case 'taken':
      return item.was !== undefined
        ? [item, { track: item.track, ...(item.to === undefined ? {} : { at: item.to }), was: c.theirs }]
        : [{ ...aim, ...(item.to === undefined ? {} : { at: item.to }), was: c.theirs }];
  }
}
