import type { Counts, Steps } from './count';
import { countFree, isFree } from './count-free';
import { joinCosts, type Graph } from './graph';
import type { Kind } from './kinds';
import { Labels, waysToHave } from './labels';
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

/** States up to which uses in all are counted exactly. Our choice: about a second. */
const MOST_STATES = 300_000;
/** States gone through between two pauses. */
const AT_ONCE = 2_000;

/** Uses in all can be counted exactly: the ways to have used figures of every kind so and so often are few enough. */
export function countable(g: Graph, r: ComposeRequest, kinds: readonly Kind[]): boolean {
  const { size } = rulesOf(kinds, r);
  if (isFree(g, r, { kinds, begins: () => true, out: () => true, first: undefined }, size)) return true;
  const labels = new Labels(kinds, r);
  const states = waysToHave(kinds, r, labels) * size * g.exits;
  return labels.size * size * g.exits * 2 < Number.MAX_SAFE_INTEGER && states <= MOST_STATES;
}

/** The limit in a row is kept by the blocks, not by the rules. */
function rulesOf(kinds: readonly Kind[], { inRow: _, ...r }: ComposeRequest): Rules {
  return new Rules(
    kinds.map((k) => k.figure),
    r,
    ALL,
  );
}

/**
 * Counts combinations in which no figure is danced more than `inAll` times (nor more than `inRow` times in a row).
 * Figures of a kind are labels: what is gone through are rows of kinds, and each counts as often as labels can be put
 * on it. Runs that are too long are taken off by inclusion and exclusion over blocks of one label (Goulden and
 * Jackson 1979, the cluster method; from memory). Exact; lengths below `from` are left out.
 */
export function* countCapped(g: Graph, r: ComposeRequest, start: KindStart, from = 0): Steps<Counts> {
  const total = Array.from({ length: r.beats + 1 }, () => 0n);
  const free = isFree(g, r, start, rulesOf(start.kinds, r).size);
  for (const frame of frames(r, start)) {
    const own = start.first ? (frame.first + frame.last) * start.first.beats : 0;
    if (free) {
      const to = r.beats - own;
      const counts = to < 0 ? [] : countFree(r, start, labelsOf(r, start, frame), { from: from - own, to });
      counts.forEach((n, b) => (total[b + own] = (total[b + own] ?? 0n) + n));
      yield counts.length;
      continue;
    }
    const layers = new BlockLayers(g, r, start, frame, from);
    let work = 0;
    for (let b = 1; b <= r.beats; b++)
      for (const w of layers.steps(b)) {
        if ((work += w) < AT_ONCE) continue;
        yield work;
        work = 0;
      }
    layers.total.forEach((n, b) => {
      const at = b + frame.last * (start.first?.beats ?? 0);
      if (at <= r.beats) total[at] = (total[at] ?? 0n) + n;
    });
  }
  return total;
}

/** Labels for what is danced apart from the first figure’s own runs. */
const labelsOf = (r: ComposeRequest, { kinds, first }: KindStart, frame: Frame): Labels =>
  new Labels(kinds, r, first && { kind: kinds.indexOf(first), uses: frame.first + frame.last });

/** How often the first figure of a loop comes at its beginning, and at its end: both together are one run. */
interface Frame {
  readonly first: number;
  readonly last: number;
}

/** One frame where a run does not go across a seam; else every way a run may lie on it. */
function frames(r: ComposeRequest, { first }: KindStart): Frame[] {
  if (!first || r.inRow === undefined) return [{ first: 1, last: 0 }];
  const most = Math.min(r.inRow, r.inAll ?? r.inRow);
  return Array.from({ length: most }, (_, a) => a + 1).flatMap((a) =>
    Array.from({ length: most - a + 1 }, (_, last) => ({ first: a, last })),
  );
}

/** Where a way stands: uses, the state of the rules, its exit class, and whether its last figure is the first. */
interface At {
  readonly uses: number;
  readonly state: number;
  readonly exit: number;
  readonly atFirst: boolean;
}

class BlockLayers {
  readonly total: bigint[];
  readonly #layers: Map<number, bigint>[];
  readonly #rules: Rules;
  readonly #labels: Labels;
  readonly #join: readonly Float64Array[];
  readonly #first: number | undefined;

  constructor(
    private readonly g: Graph,
    private readonly r: ComposeRequest,
    private readonly start: KindStart,
    private readonly frame: Frame,
    private readonly from: number,
  ) {
    const { kinds, first } = start;
    this.#rules = rulesOf(kinds, r);
    this.#first = first && kinds.indexOf(first);
    this.#labels = labelsOf(r, start, frame);
    this.#join = joinCosts(g, r);
    this.total = Array.from({ length: r.beats + 1 }, () => 0n);
    this.#layers = Array.from({ length: r.beats + 1 }, () => new Map<number, bigint>());
    if (this.#first !== undefined) this.#beginWith(this.#first, frame.first);
    else
      kinds.forEach((k, kind) => {
        if (!start.begins(k)) return;
        this.#blocks(kind, undefined, 0, 1n);
      });
  }

  /** The first figure of a loop, so often in a row. */
  #beginWith(kind: number, times: number): void {
    const k = this.start.kinds[kind] as Kind;
    const state = this.#danced(kind, undefined, 0, times);
    if (state >= 0) this.#put(times * k.beats, { uses: 0, state, exit: k.exit, atFirst: true }, 1n);
  }

  /** The state of the rules after a figure has been danced so often from a beat on; −1 where it may not be. */
  #danced(kind: number, from: number | undefined, beat: number, times: number): number {
    const k = this.start.kinds[kind] as Kind;
    if (times > 1 && this.#join[k.exit]?.[k.entry] === Infinity) return -1;
    let state = from ?? -1;
    for (let n = 0; n < times; n++) {
      const at = beat + n * k.beats;
      if (at + k.beats > this.r.beats || k.barred(at)) return -1;
      state = from === undefined && n === 0 ? this.#rules.begin(kind) : this.#rules.step(state, kind, false);
      if (state < 0) return -1;
    }
    return state;
  }

  /** Every block of a kind after a way, or to begin with. */
  #blocks(kind: number, from: At | undefined, beat: number, ways: bigint): void {
    const k = this.start.kinds[kind] as Kind;
    const told = this.#labels.told[kind] !== undefined;
    (this.#labels.blocks[kind] ?? []).forEach(({ length, weight }, block) => {
      const uses = this.#labels.once(from?.uses ?? 0, kind, block);
      const state = uses < 0 ? -1 : this.#danced(kind, from?.state, beat, length);
      if (state < 0) return;
      const many = told ? weight : weight * BigInt(k.size);
      const at = { uses, state, exit: k.exit, atFirst: kind === this.#first };
      this.#put(beat + length * k.beats, at, ways * many);
    });
  }

  #put(beat: number, { uses, state, exit, atFirst }: At, ways: bigint): void {
    const code = ((uses * this.#rules.size + state) * this.g.exits + exit) * 2 + (atFirst ? 1 : 0);
    const layer = this.#layers[beat];
    layer?.set(code, (layer.get(code) ?? 0n) + ways);
  }

  *steps(b: number): Generator<number, void, void> {
    const { kinds } = this.start;
    const seam = this.#first !== undefined && this.r.inRow !== undefined;
    for (const [code, ways] of this.#layers[b] ?? []) {
      const at = this.#unpacked(code);
      this.#end(b, at, ways, seam);
      for (let kind = 0; kind < kinds.length; kind++) {
        const k = kinds[kind] as Kind;
        const begun = seam && b === this.frame.first * (this.start.first?.beats ?? 0) && at.atFirst;
        if ((begun && kind === this.#first) || this.#join[at.exit]?.[k.entry] === Infinity) continue;
        this.#blocks(kind, at, b, ways);
      }
      yield kinds.length;
    }
    this.#layers[b] = new Map();
  }

  #unpacked(code: number): At {
    const atFirst = code % 2 === 1;
    let rest = Math.floor(code / 2);
    const exit = rest % this.g.exits;
    rest = Math.floor(rest / this.g.exits);
    const state = rest % this.#rules.size;
    return { uses: Math.floor(rest / this.#rules.size), state, exit, atFirst };
  }

  /** Counts what ends here, the last run of a loop’s first figure included. */
  #end(b: number, at: At, ways: bigint, seam: boolean): void {
    const { last } = this.frame;
    const k = this.start.first;
    let [state, exit] = [at.state, at.exit];
    const whole = b + last * (k?.beats ?? 0);
    if ((seam && at.atFirst) || whole < this.from || whole > this.r.beats) return;
    if (k && last > 0) {
      if (this.#join[exit]?.[k.entry] === Infinity) return;
      state = this.#danced(this.#first ?? 0, state, b, last);
      exit = k.exit;
    }
    if (state < 0 || !this.start.out(exit) || !this.#rules.ends(state, false)) return;
    this.total[b] = (this.total[b] ?? 0n) + ways * this.#labels.ways(at.uses);
  }
}
