import type { KindStart } from './count-capped';
import { joinCosts, type Graph } from './graph';
import type { Kind } from './kinds';
import { choose, type Labels } from './labels';
import type { ComposeRequest } from './request';

/** Rows of blocks of one kind: by how many blocks, and how long they are, in how many ways. */
interface Rows {
  readonly blocks: number;
  readonly beats: number;
  readonly ways: bigint;
}

/**
 * Counts where every figure may follow every other and only uses and runs are limited: then blocks of the kinds can be
 * put into any order, and orders are binomial coefficients. Index: beats; of a loop those between the first and the last
 * run of its first figure, which lies neither first nor last there. O(rows of each kind · rows of all before it).
 */
export function countFree(
  r: ComposeRequest,
  { kinds, first }: KindStart,
  labels: Labels,
  beats: { readonly from: number; readonly to: number },
): bigint[] {
  const at = first && kinds.indexOf(first);
  const most = beats.to;
  const others = kinds
    .flatMap((k, kind) => (kind === at ? [] : [rowsOf(k, kind, labels, most)]))
    .sort((a, b) => a.length - b.length);
  const between = first && at !== undefined ? rowsOf(first, at, labels, most) : NOTHING;
  const last = (between.length > 1 ? undefined : others.pop()) ?? between;
  const rest = others.reduce((so, rows) => joined(so, rows, most), NOTHING);
  const total = Array.from({ length: most + 1 }, () => 0n);
  for (const x of rest)
    for (const y of last) {
      const [n, length] = [x.blocks + y.blocks, x.beats + y.beats];
      if (length < beats.from || length > most || n === 0) continue;
      const orders = last === between ? choose(Math.max(0, n - 2), y.blocks) : choose(n, y.blocks);
      total[length] = (total[length] ?? 0n) + orders * x.ways * y.ways;
    }
  return total;
}

/** Every figure may follow every other, begin and end, wherever that falls. */
export const isFree = (
  g: Graph,
  r: ComposeRequest,
  { kinds, begins, out }: Omit<KindStart, 'times'>,
  states: number,
): boolean =>
  states === 1 &&
  !(r.hitsMust && r.hits.length > 0) &&
  g.entries === 1 &&
  g.exits === 1 &&
  joinCosts(g, r)[0]?.[0] !== Infinity &&
  out(0) &&
  kinds.some(begins);

const NOTHING: readonly Rows[] = [{ blocks: 0, beats: 0, ways: 1n }];

/** Every order of rows of some kinds and rows of one more. */
function joined(a: readonly Rows[], b: readonly Rows[], most: number): Rows[] {
  const found = new Map<number, bigint>();
  for (const x of a)
    for (const y of b) {
      const length = x.beats + y.beats;
      if (length > most) continue;
      const n = x.blocks + y.blocks;
      const key = n * (most + 1) + length;
      found.set(key, (found.get(key) ?? 0n) + x.ways * y.ways * choose(n, y.blocks));
    }
  return unpacked(found, most);
}

const unpacked = (found: ReadonlyMap<number, bigint>, most: number): Rows[] =>
  [...found].map(([key, ways]) => ({ blocks: Math.floor(key / (most + 1)), beats: key % (most + 1), ways }));

/** Every row of blocks of one kind. */
function rowsOf(k: Kind, kind: number, labels: Labels, most: number): Rows[] {
  const blocks = labels.blocks[kind] ?? [];
  const told = labels.told[kind] !== undefined;
  const found = new Map<number, bigint>();
  const go = (block: number, uses: number, n: number, length: number, ways: bigint): void => {
    if (block === blocks.length) {
      const key = n * (most + 1) + length;
      found.set(key, (found.get(key) ?? 0n) + ways * (told ? labels.ways(uses) : 1n));
      return;
    }
    const { length: one, weight } = blocks[block] as (typeof blocks)[number];
    const each = told ? weight : weight * BigInt(k.size);
    let [at, many] = [uses, 1n];
    for (let times = 0; length + times * one * k.beats <= most && at >= 0; times++) {
      go(block + 1, at, n + times, length + times * one * k.beats, ways * many * choose(n + times, times));
      at = labels.once(at, kind, block);
      many *= each;
    }
  };
  go(0, 0, 0, 0, 1n);
  return unpacked(found, most);
}
