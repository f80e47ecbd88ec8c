/*
 * What was kept in notation 1, with its turns put first, so that it means what it meant. These take what a file or the
 * browser's store holds, before any schema has seen it, and leave alone what does not have the form they know.
 */
import { isLoose } from '../combination';
import { bodyFirst, turnsFirst } from '../notation';

export const eachOf = (list: unknown, lift: (x: unknown) => unknown): unknown =>
  Array.isArray(list) ? list.map(lift) : list;

/** A figure; its lines as one text, or as a list of lines. */
export function figureFirst(figure: unknown): unknown {
  if (!isLoose(figure)) return figure;
  const { lines } = figure;
  if (typeof lines === 'string') return { ...figure, lines: turnsFirst(lines) };
  return { ...figure, lines: eachOf(lines, (l) => (typeof l === 'string' ? turnsFirst(l) : l)) };
}

/** A change of a figure: what its items of footwork said, and say. */
export function changeFirst(change: unknown): unknown {
  if (!isLoose(change)) return change;
  return { ...change, items: eachOf(change.items, itemFirst) };
}

function itemFirst(item: unknown): unknown {
  if (!isLoose(item) || (item.track !== 'leader' && item.track !== 'follower')) return item;
  const said = (x: unknown): unknown => (typeof x === 'string' ? bodyFirst(x) : x);
  return {
    ...item,
    ...('was' in item ? { was: said(item.was) } : {}),
    ...('now' in item ? { now: said(item.now) } : {}),
  };
}

export const versionFirst = (version: unknown): unknown =>
  isLoose(version) ? { ...version, change: changeFirst(version.change) } : version;

/** A combination: its own figures, and what its parts change. */
export function combinationFirst(c: unknown): unknown {
  if (!isLoose(c)) return c;
  const part = (p: unknown): unknown =>
    isLoose(p) && 'change' in p ? { ...p, change: changeFirst(p.change) } : p;
  return { ...c, own: eachOf(c.own, figureFirst), parts: eachOf(c.parts, part) };
}
