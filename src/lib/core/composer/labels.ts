import type { Kind } from './kinds';
import type { ComposeRequest } from './request';

/** A figure danced so often in a row, as one: what a way with it counts for. */
export interface Block {
  readonly length: number;
  readonly weight: bigint;
}

/**
 * Blocks of one figure that stand for runs of at most `inRow`: with these weights all ways to cut a run into blocks
 * add up to 1 where the run is short enough, else to 0 (the series u / (1 + u) of u = x + … + x^inRow).
 * @example blocksOf(1, 3).map((b) => b.weight) // 1, −1, 1: single, and twice taken off again
 */
export function blocksOf(inRow: number, longest: number): Block[] {
  const weights: bigint[] = [];
  for (let n = 1; n <= longest; n++) {
    let weight = n <= inRow ? 1n : 0n;
    for (let k = 1; k <= Math.min(inRow, n - 1); k++) weight -= weights[n - k - 1] ?? 0n;
    weights.push(weight);
  }
  return weights.flatMap((weight, i) => (weight === 0n ? [] : [{ length: i + 1, weight }]));
}

/** How often blocks of every length of a kind have been used: digits of one integer. */
interface Told {
  readonly kind: number;
  readonly size: number;
  /** How often one figure of it may be used. */
  readonly cap: number;
  readonly blocks: readonly Block[];
  readonly units: readonly number[];
  readonly bases: readonly number[];
}

/** Uses of kinds, as one integer, and how many ways there are to say which figures they are of. */
export class Labels {
  readonly size: number;
  /** Blocks by kind. */
  readonly blocks: readonly (readonly Block[])[];
  readonly told: readonly (Told | undefined)[];
  readonly #known = new Map<string, bigint>();

  /** `gone`: so many uses of every figure of a kind are gone already. */
  constructor(
    kinds: readonly Kind[],
    r: ComposeRequest,
    gone?: { readonly kind: number; readonly uses: number },
  ) {
    const most = (k: Kind): number => Math.floor(r.beats / k.beats);
    const all = r.inAll ?? Infinity;
    const capOf = (kind: number): number => (gone?.kind === kind ? Math.max(0, all - gone.uses) : all);
    let unit = 1;
    this.blocks = kinds.map((k, kind) => blocksOf(r.inRow ?? most(k), Math.min(most(k), capOf(kind))));
    this.told = kinds.map((k, kind): Told | undefined => {
      if (most(k) <= all) return undefined;
      const [blocks, cap] = [this.blocks[kind] ?? [], capOf(kind)];
      const bases = blocks.map(
        ({ length }) => Math.min(k.size * Math.floor(cap / length), Math.floor(most(k) / length)) + 1,
      );
      const units = bases.map((base) => {
        unit *= base;
        return unit / base;
      });
      return { kind, size: k.size, cap, blocks, units, bases };
    });
    this.size = unit;
  }

  /** One more block of a kind (by its place among them); −1 where no figure could be left for it. */
  once(uses: number, kind: number, block: number): number {
    const t = this.told[kind];
    if (!t) return uses;
    let length = t.blocks[block]?.length ?? 0;
    for (let i = 0; i < t.units.length; i++) length += digit(t, uses, i) * (t.blocks[i]?.length ?? 0);
    if (length > t.cap * t.size || digit(t, uses, block) + 1 >= (t.bases[block] ?? 1)) return -1;
    return uses + (t.units[block] ?? 0);
  }

  /** Ways to say of which figures the blocks are. */
  ways(uses: number): bigint {
    let ways = 1n;
    for (const t of this.told) {
      if (!t || ways === 0n) continue;
      const counts = t.units.map((_, i) => digit(t, uses, i));
      ways *= this.#labelled(t, counts);
    }
    return ways;
  }

  /**
   * Ways to give blocks that differ by their places to `size` figures, each at most its cap long in all: coefficients of
   * a power, by the recurrence of its derivative.
   */
  #labelled(t: Told, counts: readonly number[]): bigint {
    const at = counts.findIndex((n) => n > 0);
    if (at < 0) return 1n;
    const key = `${t.kind} ${counts.join()}`;
    const known = this.#known.get(key);
    if (known !== undefined) return known;
    const own = BigInt(counts[at] ?? 0);
    let sum = 0n;
    for (const part of parts(counts, t.blocks, t.cap)) {
      const rest = counts.map((n, i) => n - (part[i] ?? 0));
      const chosen = counts.reduce((n, c, i) => n * choose(c, part[i] ?? 0), 1n);
      sum += chosen * (BigInt((t.size + 1) * (part[at] ?? 0)) - own) * this.#labelled(t, rest);
    }
    const ways = sum / own;
    this.#known.set(key, ways);
    return ways;
  }
}

const digit = (t: Told, uses: number, i: number): number =>
  Math.floor(uses / (t.units[i] ?? 1)) % (t.bases[i] ?? 1);

/** What one figure can take of some blocks, at most `cap` long in all; not nothing. */
function* parts(
  counts: readonly number[],
  blocks: readonly Block[],
  cap: number,
  i = 0,
  so: readonly number[] = [],
): Generator<readonly number[]> {
  if (i === counts.length) {
    if (so.some((n) => n > 0)) yield so;
    return;
  }
  const { length } = blocks[i] as Block;
  for (let n = 0; n <= (counts[i] ?? 0) && n * length <= cap; n++)
    yield* parts(counts, blocks, cap - n * length, i + 1, [...so, n]);
}

export function choose(n: number, k: number): bigint {
  let ways = 1n;
  for (let i = 0; i < k; i++) ways = (ways * BigInt(n - i)) / BigInt(i + 1);
  return ways;
}

/** Ways to have used blocks of every kind that fit into the beats: at most so many. */
export function waysToHave(kinds: readonly Kind[], r: ComposeRequest, labels: Labels): number {
  let ways: Float64Array = Float64Array.from({ length: r.beats + 1 }, (_, b) => (b === 0 ? 1 : 0));
  let free = false;
  kinds.forEach((k, kind) => {
    const told = labels.told[kind];
    if (!told) free = true;
    told?.blocks.forEach(
      ({ length }, i) => (ways = amounts(ways, length * k.beats, (told.bases[i] ?? 1) - 1)),
    );
  });
  const sum = ways.reduce((a, b) => a + b, 0);
  return free ? sum * r.beats : sum;
}

/** Up to `most` more of a length, in every way there was. */
function amounts(before: Float64Array, beats: number, most: number): Float64Array {
  const ways = before.slice();
  for (let b = beats; b < ways.length; b++) {
    const out = b - (most + 1) * beats;
    ways[b] = (before[b] ?? 0) + (ways[b - beats] ?? 0) - (out >= 0 ? (before[out] ?? 0) : 0);
  }
  return ways;
}
