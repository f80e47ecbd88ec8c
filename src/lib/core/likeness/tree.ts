import type { Change, ItemChange, Version } from '../figure';
import { readItem } from '../notation';
import { isMoveTrack } from '../vocabulary';
import type { Likeness } from './likeness';

/** What the tree knows of a figure. */
export interface Leaf {
  readonly id: string;
  readonly name: string;
  readonly family: string;
  readonly version?: Version;
}
export interface Branch {
  readonly leaf: Leaf;
  readonly gist: Gist | undefined;
  readonly children: readonly Branch[];
}
export interface Family {
  readonly name: string;
  readonly cores: readonly Branch[];
}

/** What a version changes, in short, and the first count it touches; no count where only details differ. */
export interface Gist {
  readonly from: number | undefined;
  readonly parts: readonly GistPart[];
}
export type GistPart = 'timing' | 'steps' | 'turns' | 'hands' | 'words' | 'details';
const PARTS: readonly GistPart[] = ['timing', 'steps', 'turns', 'hands', 'words', 'details'];
const QUIET = new Set(['name', 'level', 'notes', 'family', 'cautions', 'tags']);

/** @example gistOf(version.change) // { from: 3, parts: ['turns', 'hands'] } */
export function gistOf(change: Change): Gist {
  const parts = new Set<GistPart>();
  let from = Infinity;
  for (const item of change.items) {
    const part = partOf(item);
    parts.add(part);
    if (part === 'words') continue;
    for (const place of [item.at, item.to])
      if (place !== undefined) from = Math.min(from, parseInt(place, 10));
  }
  if (Object.keys(change.details).some((k) => !QUIET.has(k))) parts.add('details');
  return {
    from: from === Infinity ? undefined : from,
    parts: PARTS.filter((p) => parts.has(p)),
  };
}

function partOf(item: ItemChange): GistPart {
  if (!isMoveTrack(item.track)) return item.track === 'hands' ? 'hands' : 'words';
  if (item.was === undefined || item.now === undefined) return 'steps';
  if (item.at !== item.to) return 'timing';
  const [was, now] = [readItem(item.was), readItem(item.now)];
  const unturned = (b: object): string => JSON.stringify({ ...b, turn: undefined, then: undefined });
  return unturned(was) === unturned(now) ? 'turns' : 'steps';
}

/**
 * Families, their core figures, and what has grown out of each, in the order of names; a version whose parent is not
 * there stands as a core. O(n log n).
 */
export function treeOf(leaves: readonly Leaf[]): Family[] {
  const here = new Set(leaves.map((l) => l.id));
  const children = new Map<string, Leaf[]>();
  const cores: Leaf[] = [];
  for (const l of leaves) {
    const of = l.version?.of;
    if (of === undefined || !here.has(of)) cores.push(l);
    else children.set(of, [...(children.get(of) ?? []), l]);
  }
  const branch = (leaf: Leaf): Branch => ({
    leaf,
    gist: leaf.version && gistOf(leaf.version.change),
    children: (children.get(leaf.id) ?? []).map(branch).sort(byBeginning),
  });
  const families = new Map<string, Branch[]>();
  for (const core of cores) families.set(core.family, [...(families.get(core.family) ?? []), branch(core)]);
  return [...families]
    .map(([name, list]) => ({
      name,
      cores: list.sort((a, b) => a.leaf.name.localeCompare(b.leaf.name)),
    }))
    .sort((a, b) => a.name.localeCompare(b.name));
}

/** Those that leave the trunk first come last: their lines then do not cross. */
const byBeginning = (a: Branch, b: Branch): number =>
  (b.gist?.from ?? Infinity) - (a.gist?.from ?? Infinity) || a.leaf.name.localeCompare(b.leaf.name);

/** Every branch below one, itself first. */
export const withBelow = (b: Branch): Branch[] => [b, ...b.children.flatMap(withBelow)];

/** Where a new figure belongs: with a core it begins like or is much like, else only in a family. */
export type Placement =
  | { readonly type: 'version-of'; readonly core: string; readonly like: Likeness }
  | { readonly type: 'family'; readonly family: string; readonly like: Likeness }
  | { readonly type: 'new' };

/** Half the units the same from the beginning, or four fifths alike in all. Our choice. */
const BEGINS_SO = 0.5;
const ALIKE = 0.8;
const KIN = 0.5;

export function placementFor(nearest: readonly Likeness[], leaves: ReadonlyMap<string, Leaf>): Placement {
  const like = nearest[0];
  const leaf = like && leaves.get(like.id);
  if (!like || !leaf) return { type: 'new' };
  const begins = like.matches.length > 0 && like.sameUnits / like.matches.length >= BEGINS_SO;
  if (begins || like.score >= ALIKE) return { type: 'version-of', core: coreOf(leaf, leaves), like };
  return like.score >= KIN ? { type: 'family', family: leaf.family, like } : { type: 'new' };
}

function coreOf(leaf: Leaf, leaves: ReadonlyMap<string, Leaf>): string {
  let now = leaf;
  for (let i = 0; i < 100; i++) {
    const parent = now.version && leaves.get(now.version.of);
    if (!parent) break;
    now = parent;
  }
  return now.id;
}
