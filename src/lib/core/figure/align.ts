import type { Ticks } from '../base';

interface Entry {
  readonly tick: Ticks;
  readonly text: string;
}
type Pair<T> = readonly [T | undefined, T | undefined];

/** What it costs to leave an item out, to move it, to let it say something else. Moving is cheapest. */
const ALONE = 1;
const MOVED = 0.4;
const REWORDED = 0.7;

/**
 * The cheapest way to read two lists of items as one list changed: pairs in order, an item without a partner standing
 * alone. What is equal at both ends is paired first. O(n·m) for the rest.
 * @example align([a], [a, b]) // [[a, a], [undefined, b]]
 */
export function align<T extends Entry>(before: readonly T[], after: readonly T[]): Pair<T>[] {
  const most = Math.min(before.length, after.length);
  let head = 0;
  while (head < most && equal(before[head], after[head])) head++;
  let tail = 0;
  while (tail < most - head && equal(before.at(-1 - tail), after.at(-1 - tail))) tail++;
  const pairs = (from: number, n: number, shift: number): Pair<T>[] =>
    Array.from({ length: n }, (_, i) => [before[from + i], after[from + i + shift]]);
  return [
    ...pairs(0, head, 0),
    ...cheapest(before.slice(head, before.length - tail), after.slice(head, after.length - tail)),
    ...pairs(before.length - tail, tail, after.length - before.length),
  ];
}

const equal = (a: Entry | undefined, b: Entry | undefined): boolean =>
  a?.tick === b?.tick && a?.text === b?.text;

function cheapest<T extends Entry>(before: readonly T[], after: readonly T[]): Pair<T>[] {
  const n = before.length;
  const m = after.length;
  const cost = Array.from({ length: n + 1 }, (_, i) => {
    const row = new Float64Array(m + 1);
    row[m] = (n - i) * ALONE;
    return row;
  });
  const at = (i: number, j: number): number => cost[i]?.[j] ?? Infinity;
  for (let j = 0; j <= m; j++) (cost[n] as Float64Array)[j] = (m - j) * ALONE;
  for (let i = n - 1; i >= 0; i--)
    for (let j = m - 1; j >= 0; j--) {
      const paired = pairCost(before[i] as T, after[j] as T) + at(i + 1, j + 1);
      (cost[i] as Float64Array)[j] = Math.min(paired, ALONE + at(i + 1, j), ALONE + at(i, j + 1));
    }
  const pairs: Pair<T>[] = [];
  let i = 0;
  let j = 0;
  while (i < n && j < m) {
    const [x, y] = [before[i] as T, after[j] as T];
    if (at(i, j) === pairCost(x, y) + at(i + 1, j + 1)) {
      pairs.push([x, y]);
      i++;
      j++;
    } else if (at(i, j) === ALONE + at(i + 1, j)) pairs.push([before[i++], undefined]);
    else pairs.push([undefined, after[j++]]);
  }
  while (i < n) pairs.push([before[i++], undefined]);
  while (j < m) pairs.push([undefined, after[j++]]);
  return pairs;
}

function pairCost(a: Entry, b: Entry): number {
  if (a.text !== b.text) return a.tick === b.tick ? REWORDED : REWORDED + MOVED + ALONE;
  return a.tick === b.tick ? 0 : MOVED + Math.min(0.3, Math.abs(a.tick - b.tick) / 1000);
}
