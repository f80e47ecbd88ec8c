import type { Counts, Steps } from './count';
import type { Graph } from './graph';
import { joinCosts } from './graph';
import type { Kind } from './kinds';
import type { ComposeRequest } from './request';
import { ALL, Rules } from './rules';

/** Where counting begins and ends, told by kinds. */
export interface KindStart {
  readonly kinds: readonly Kind[];
  readonly begins: (k: Kind) => boolean;
  readonly out: (exit: number) => boolean;
  /** The first figure of a loop, told apart from those that behave like it. */
  readonly first: Kind | undefined;
  /** How many starts are like this one. */
  readonly times: number;
}

/** Figures of each kind by how often they have been used, as one integer: only that is told apart. */
class Uses {
  readonly cap: number;
  readonly size: number;
  readonly #base: readonly number[];
  readonly #unit: readonly number[];

  constructor(
    private readonly kinds: readonly Kind[],
    r: ComposeRequest,
  ) {
    this.cap = r.inAll ?? 1;
    const units: number[] = [];
    let unit = 1;
    this.#base = kinds.map((k) => {
      const most = Math.floor(r.beats / k.beats);
      const base = most > this.cap ? Math.min(k.size, most) + 1 : 1;
      units.push(unit);
      unit *= base ** this.cap;
      return base;
    });
    this.#unit = units;
    this.size = unit;
  }

  /** How many figures of a kind have been used `level` times; those that cannot come too often count as unused. */
  many(uses: number, kind: number, level: number): number {
    const base = this.#base[kind] ?? 1;
    if (base === 1) return level === 0 ? (this.kinds[kind]?.size ?? 0) : 0;
    const own = Math.floor(uses / (this.#unit[kind] ?? 1));
    const at = (n: number): number => Math.floor(own / base ** (n - 1)) % base;
    if (level > 0) return at(level);
    let used = 0;
    for (let n = 1; n <= this.cap; n++) used += at(n);
    return (this.kinds[kind]?.size ?? 0) - used;
  }

  /** One figure of a kind that had been used `level` times is used once more. */
  once(uses: number, kind: number, level: number): number {
    const base = this.#base[kind] ?? 1;
    if (base === 1) return uses;
    const unit = this.#unit[kind] ?? 1;
    return uses + unit * base ** level - (level > 0 ? unit * base ** (level - 1) : 0);
  }

  /** Figures of a kind are told apart by their uses: they could come too often. */
  tells(kind: number): boolean {
    return (this.#base[kind] ?? 1) > 1;
  }
}

/** States up to which uses in all are counted exactly. Our choice: a second or two. */
const MOST_STATES = 400_000;

/** Uses in all can be counted exactly: the ways to have used figures of every kind so and so often are few enough. */
export function countable(kinds: readonly Kind[], r: ComposeRequest): boolean {
  const uses = new Uses(kinds, r);
  const { size } = new Rules(
    kinds.map((k) => k.figure),
    r,
    ALL,
  );
  const lasts = kinds.length * uses.cap * size;
  return uses.size * lasts < Number.MAX_SAFE_INTEGER && waysToUse(kinds, r, uses) * lasts <= MOST_STATES;
}

/** Ways to have used figures of every kind once, twice and so on that fit into the beats: at most so many. */
function waysToUse(kinds: readonly Kind[], r: ComposeRequest, uses: Uses): number {
  const ways = new Float64Array(r.beats + 1);
  ways[0] = 1;
  kinds.forEach((k, at) => {
    if (uses.tells(at))
      for (let level = 1; level <= uses.cap; level++) addAmounts(ways, level * k.beats, k.size);
  });
  return ways.reduce((a, b) => a + b, 0);
}

/** Up to `most` more of a length, in every way there was. */
function addAmounts(ways: Float64Array, beats: number, most: number): void {
  const before = ways.slice();
  for (let b = beats; b < ways.length; b++) {
    const out = b - (most + 1) * beats;
    ways[b] = (before[b] ?? 0) + (ways[b - beats] ?? 0) - (out >= 0 ? (before[out] ?? 0) : 0);
  }
}

/** States gone through between two pauses. */
const AT_ONCE = 2_000;

/**
 * Counts combinations in which no figure is danced more than `inAll` times. Figures that behave alike are told apart
 * only by how often each has been used, so that the states stay few. Exact.
 */
export function* countCapped(g: Graph, r: ComposeRequest, start: KindStart): Steps<Counts> {
  const layers = new CappedLayers(g, r, start);
  let work = 0;
  for (let b = 1; b <= r.beats; b++)
    for (const w of layers.steps(b)) {
      work += w;
      if (work < AT_ONCE) continue;
      yield work;
      work = 0;
    }
  return layers.total;
}

class CappedLayers {
  readonly total: bigint[];
  readonly #layers: Map<number, bigint>[];
  readonly #rules: Rules;
  readonly #uses: Uses;
  readonly #join: readonly Float64Array[];

  constructor(
    g: Graph,
    private readonly r: ComposeRequest,
    private readonly start: KindStart,
  ) {
    const { kinds } = start;
    const figures = kinds.map((k) => k.figure);
    this.#rules = new Rules(figures, r, ALL);
    this.#uses = new Uses(kinds, r);
    this.#join = joinCosts(g, r);
    this.total = Array.from({ length: r.beats + 1 }, () => 0n);
    this.#layers = Array.from({ length: r.beats + 1 }, () => new Map<number, bigint>());
    kinds.forEach((k, i) => {
      const state = this.#rules.begin(i);
      if (start.begins(k) && !k.barred(0) && state >= 0)
        this.#put(k.beats, i, 1, state, this.#uses.once(0, i, 0), BigInt(k.size));
    });
  }

  /** The last kind and how often its figure has been used, the state of the rules and the uses, as one integer. */
  #put(beat: number, kind: number, level: number, state: number, uses: number, ways: bigint): void {
    const { kinds } = this.start;
    const last = kind * this.#uses.cap + Math.min(level, this.#uses.cap) - 1;
    const code = (uses * this.#rules.size + state) * kinds.length * this.#uses.cap + last;
    const layer = this.#layers[beat];
    layer?.set(code, (layer.get(code) ?? 0n) + ways);
  }

  *steps(b: number): Generator<number, void, void> {
    const { kinds } = this.start;
    const lasts = kinds.length * this.#uses.cap;
    for (const [code, ways] of this.#layers[b] ?? []) {
      const last = code % lasts;
      const rest = Math.floor(code / lasts);
      const state = rest % this.#rules.size;
      const uses = Math.floor(rest / this.#rules.size);
      const kind = Math.floor(last / this.#uses.cap);
      const level = (last % this.#uses.cap) + 1;
      this.#end(b, kind, state, ways);
      for (let next = 0; next < kinds.length; next++)
        this.#follow(b, { kind, level, state, uses }, next, ways);
      yield kinds.length;
    }
    this.#layers[b] = new Map();
  }

  #end(b: number, kind: number, state: number, ways: bigint): void {
    const k = this.start.kinds[kind] as Kind;
    if (this.start.out(k.exit) && this.#rules.ends(state, k === this.start.first))
      this.total[b] = (this.total[b] ?? 0n) + ways;
  }

  #follow(b: number, from: At, next: number, ways: bigint): void {
    const [last, k] = [this.start.kinds[from.kind] as Kind, this.start.kinds[next] as Kind];
    const to = b + k.beats;
    if (to > this.r.beats || k.barred(b) || this.#join[last.exit]?.[k.entry] === Infinity) return;
    const same = next === from.kind;
    const told = this.#uses.tells(next);
    const again = same ? this.#rules.step(from.state, next, true) : -1;
    if (again >= 0 && (!told || from.level < this.#uses.cap))
      this.#put(
        to,
        next,
        told ? from.level + 1 : 1,
        again,
        this.#uses.once(from.uses, next, told ? from.level : 0),
        ways,
      );
    const other = this.#rules.step(from.state, next, false);
    if (other < 0) return;
    for (let level = 0; level < (told ? this.#uses.cap : 1); level++) {
      const own = same && level === (told ? from.level : 0) ? 1 : 0;
      const many = this.#uses.many(from.uses, next, level) - own;
      if (many > 0)
        this.#put(to, next, level + 1, other, this.#uses.once(from.uses, next, level), ways * BigInt(many));
    }
  }
}

interface At {
  readonly kind: number;
  readonly level: number;
  readonly state: number;
  readonly uses: number;
}
