import type { Candidate } from './graph';
import type { ComposeRequest } from './request';

/** Which limits a set of rules keeps. What is left out is allowed: the rules then hold back less, never more. */
export interface Kept {
  /** Uses in all are counted in the state: how many figures each stands for, all of which are counted together. */
  readonly uses?: readonly number[];
  /** How a loop began is remembered, so that limits hold across its seam. */
  readonly seam: boolean;
  /** Figures that must be in, at most so many of them. */
  readonly must: number;
}

/**
 * The limits of a request as one automaton. Its state is one integer: uses of every figure that could be used too often
 * (mixed radix, `inAll` + 1 each), how the loop began (run, turns), run, turns before a rest, and which figures that
 * must be in are in. Everything that counts, guides, searches and explains steps through it.
 */
export class Rules {
  /** States are integers below this. */
  readonly size: number;
  readonly #run: number;
  readonly #turns: number;
  readonly #must: number;
  readonly #lead: number;
  readonly #leadTurns: number;
  readonly #sorts: readonly Sort[];
  /** The sort of every figure: what all of one sort do to a state is the same. */
  readonly #of: Int32Array;
  readonly #unit: number;
  /** Steps of what is not uses, by state, sort and whether the figure is the last once more; −2: not known yet. */
  readonly #steps: Int32Array;

  constructor(figures: readonly Candidate[], r: ComposeRequest, kept: Kept) {
    const must = [...new Set(r.must)].slice(0, kept.must);
    const loop = kept.seam && r.end.type === 'loop';
    this.#run = r.inRow ?? 1;
    this.#turns = r.turns === undefined ? 1 : r.turns + 1;
    this.#must = 1 << must.length;
    this.#lead = loop && r.inRow !== undefined ? 2 * r.inRow : 1;
    this.#leadTurns = loop && r.turns !== undefined ? 2 * (r.turns + 1) : 1;
    this.#unit = this.#must * this.#run * this.#turns * this.#lead * this.#leadTurns;
    const caps = capsOf(figures, r, kept.uses);
    const uses = caps.map((_, j) => caps.slice(0, j).reduce((n, cap) => n * (cap + 1), 1));
    this.size = this.#unit * caps.reduce((n, cap) => n * (cap + 1), 1);
    const sorts: Sort[] = [];
    const known = new Map<string, number>();
    this.#of = Int32Array.from(figures, (f, j) => {
      const bit = must.includes(f.id) ? 1 << must.indexOf(f.id) : 0;
      const sort: Sort = {
        turns: r.turns === undefined ? 0 : f.turns,
        bit,
        use: (caps[j] ?? 0) > 0 ? (uses[j] ?? 0) : 0,
        cap: caps[j] ?? 0,
        limited: r.inRow !== undefined,
      };
      const key = `${sort.turns} ${sort.bit} ${sort.use}`;
      const there = known.get(key);
      if (there !== undefined) return there;
      known.set(key, sorts.length);
      return sorts.push(sort) - 1;
    });
    this.#sorts = sorts;
    this.#steps = new Int32Array(this.#unit * sorts.length * 2).fill(-2);
  }

  /** After one figure, danced first; −1 where it may not be. */
  begin(figure: number): number {
    const sort = this.#sorts[this.#of[figure] ?? 0];
    if (!sort || sort.turns >= this.#turns) return -1;
    const lead = this.#lead > 1 ? this.#lead / 2 : 0;
    const leadTurns = this.#leadTurns > 1 ? (sort.turns > 0 ? this.#leadTurns / 2 + sort.turns : 0) : 0;
    return this.#packed(sort.bit, 0, sort.turns, lead, leadTurns) + sort.use * this.#unit;
  }

  /** After one more figure; `same`: it is the last once more. −1 where it may not be. */
  step(state: number, figure: number, same: boolean): number {
    const at = this.#of[figure] ?? 0;
    const sort = this.#sorts[at] as Sort;
    const own = state % this.#unit;
    const key = (own * this.#sorts.length + at) * 2 + (same ? 1 : 0);
    let next = this.#steps[key] ?? -1;
    if (next === -2) this.#steps[key] = next = this.#stepped(own, sort, same);
    if (next < 0 || sort.use === 0) return next < 0 ? -1 : state - own + next;
    const uses = (state - own) / this.#unit;
    if (Math.floor(uses / sort.use) % (sort.cap + 1) >= sort.cap) return -1;
    return (uses + sort.use) * this.#unit + next;
  }

  /** {@link step} for every figure that is not the last once more, at once. */
  others(state: number, into: Float64Array): void {
    const own = state % this.#unit;
    let uses = (state - own) / this.#unit;
    for (let figure = 0; figure < into.length; figure++) {
      const at = this.#of[figure] ?? 0;
      const sort = this.#sorts[at] as Sort;
      const key = (own * this.#sorts.length + at) * 2;
      let next = this.#steps[key] ?? -1;
      if (next === -2) this.#steps[key] = next = this.#stepped(own, sort, false);
      const base = sort.cap + 1;
      const rest = Math.floor(uses / base);
      const full = sort.cap > 0 && uses - rest * base === sort.cap;
      into[figure] = next < 0 || full ? -1 : state - own + next + sort.use * this.#unit;
      uses = rest;
    }
  }

  #stepped(own: number, sort: Sort, same: boolean): number {
    const s = this.#parts(own);
    const run = same && sort.limited ? s.run + 1 : 0;
    const turns = sort.turns > 0 ? s.turns + sort.turns : 0;
    if (run >= this.#run || turns >= this.#turns) return -1;
    const lead = this.#frozen(s.lead, this.#lead, same, run);
    const leadTurns = this.#frozen(s.leadTurns, this.#leadTurns, sort.turns > 0, turns);
    return this.#packed(s.mask | sort.bit, run, turns, lead, leadTurns);
  }

  /** How a loop began, while it goes on; what it was, once it has ended. */
  #frozen(was: number, size: number, goesOn: boolean, now: number): number {
    if (size === 1 || was < size / 2) return was;
    return goesOn ? size / 2 + now : was - size / 2;
  }

  /** Whether a combination may end in a state; `closes`: its last figure is its first. */
  ends(state: number, closes: boolean): boolean {
    const s = this.#parts(state);
    if (s.mask !== this.#must - 1) return false;
    if (this.#lead > 1 && closes) {
      const half = this.#lead / 2;
      if (s.lead >= half || s.run + s.lead + 2 > half) return false;
    }
    if (this.#leadTurns > 1) {
      const half = this.#leadTurns / 2;
      if (s.leadTurns >= half ? s.turns > 0 : s.turns + s.leadTurns >= half) return false;
    }
    return true;
  }

  #packed(mask: number, run: number, turns: number, lead: number, leadTurns: number): number {
    return (((leadTurns * this.#lead + lead) * this.#turns + turns) * this.#run + run) * this.#must + mask;
  }
  #parts(state: number) {
    const mask = state % this.#must;
    let rest = Math.floor(state / this.#must);
    const run = rest % this.#run;
    rest = Math.floor(rest / this.#run);
    const turns = rest % this.#turns;
    rest = Math.floor(rest / this.#turns);
    const lead = rest % this.#lead;
    rest = Math.floor(rest / this.#lead);
    return { mask, run, turns, lead, leadTurns: rest % this.#leadTurns };
  }
}

interface Sort {
  readonly turns: number;
  readonly bit: number;
  /** What one use adds to the uses; 0 where they are not counted. */
  readonly use: number;
  readonly cap: number;
  readonly limited: boolean;
}

/** How often every figure may be used, where that is counted; else 0. All are counted, or none. */
function capsOf(figures: readonly Candidate[], r: ComposeRequest, uses: Kept['uses']): number[] {
  const counted = uses !== undefined && figures.some((f) => couldExceed(f, r));
  const most = (f: Candidate): number => Math.floor(r.beats / f.beats);
  return figures.map((f, j) => (counted ? Math.min((r.inAll ?? 0) * (uses[j] ?? 1), most(f)) : 0));
}

/** A figure so long that it cannot come too often needs no counting. */
export const couldExceed = (f: Candidate, r: ComposeRequest): boolean =>
  r.inAll !== undefined && Math.floor(r.beats / f.beats) > r.inAll;

/** Everything is kept but uses in all, which are counted on every way. */
export const ALL: Kept = { seam: true, must: 8 };

/**
 * Lengths that whole figures can fill at all, each at most `inAll` times: arithmetic, before anything is searched.
 * O(beats · figures). @example fillable([{ beats: 6 }], requestOf(12, { inAll: 1 }))[12] // false
 */
export function fillable(figures: readonly Candidate[], r: ComposeRequest): boolean[] {
  let can = Array.from({ length: r.beats + 1 }, (_, b) => b === 0);
  for (const { beats } of figures) {
    const used: number[] = can.map((yes) => (yes ? 0 : Infinity));
    for (let b = beats; b <= r.beats; b++) {
      const one = (used[b - beats] ?? Infinity) + 1;
      if (used[b] === Infinity && one <= (r.inAll ?? Infinity)) used[b] = one;
    }
    can = used.map((n) => n < Infinity);
  }
  return can;
}
