import type { Counts, Steps } from './count';
import { joinCosts, type Edges, type Graph } from './graph';
import { allMust, kindsOf, type Kind } from './kinds';
import type { ComposeRequest } from './request';

/** A way so far: last kind and how often its figure has been used, run, turns, must-haves, uses of every kind. */
interface State {
  readonly kind: number;
  readonly used: number;
  readonly run: number;
  readonly turns: number;
  readonly mask: number;
  /** Entry class of the first figure; −1 where it does not matter. */
  readonly first: number;
  /** For every kind, how many of its figures have been used once, twice … */
  readonly uses: readonly (readonly number[])[];
}

/**
 * Counts combinations in which no figure is danced more than `inAll` times. Figures that behave alike are told apart
 * only by how often each has been used, so that the states stay few. Exact; in the worst case exponential in the
 * number of kinds, which is why it yields and can be stopped.
 */
export function* countCapped(g: Graph, edges: Edges, r: ComposeRequest): Steps<Counts> {
  const kinds = kindsOf(g, r);
  const join = joinCosts(g, r);
  const cap = r.inAll ?? 64;
  const full = allMust(r);
  const inRow = r.inRow ?? Infinity;
  const total: bigint[] = Array.from({ length: r.beats + 1 }, () => 0n);
  const layers: Map<string, { state: State; ways: bigint }>[] = Array.from(
    { length: r.beats + 1 },
    () => new Map<string, { state: State; ways: bigint }>(),
  );
  const put = (beat: number, state: State, ways: bigint): void => {
    if (beat > r.beats || ways === 0n) return;
    const key = `${state.kind} ${state.used} ${state.run} ${state.turns} ${state.mask} ${state.first} ${state.uses.map((u) => u.join('.')).join('|')}`;
    const there = layers[beat]?.get(key);
    if (there) there.ways += ways;
    else layers[beat]?.set(key, { state, ways });
  };
  const none = kinds.map((): readonly number[] => []);
  kinds.forEach((k, i) => {
    if (edges.into[k.entry] === Infinity || k.barred(0) || tooMany(k.turns)) return;
    const first = edges.out ? -1 : k.entry;
    put(k.beats, begun(i, none, k, first), BigInt(k.size));
  });
  let work = 0;
  for (let b = 1; b <= r.beats; b++) {
    for (const { state, ways } of layers[b]?.values() ?? []) {
      const k = kinds[state.kind] as Kind;
      if (state.mask === full && ends(k.exit, state.first)) total[b] = (total[b] ?? 0n) + ways;
      kinds.forEach((next, i) => follow(b, state, ways, k, next, i));
      work += kinds.length;
      if (work > 2000) {
        yield work;
        work = 0;
      }
    }
    layers[b] = new Map();
  }
  return total;

  function tooMany(turns: number): boolean {
    return r.turns !== undefined && turns > r.turns;
  }
  function ends(exit: number, first: number): boolean {
    return edges.out ? edges.out[exit] !== Infinity : join[exit]?.[first] !== Infinity;
  }
  function begun(i: number, uses: State['uses'], k: Kind, first: number): State {
    return { kind: i, used: 1, run: 1, turns: k.turns, mask: k.bit, first, uses: usedOnce(uses, i, 0) };
  }
  function follow(b: number, s: State, ways: bigint, last: Kind, next: Kind, i: number): void {
    if (b + next.beats > r.beats || join[last.exit]?.[next.entry] === Infinity || next.barred(b)) return;
    const turns = next.turns > 0 ? s.turns + next.turns : 0;
    if (tooMany(turns)) return;
    const mask = s.mask | next.bit;
    const same = i === s.kind;
    if (same && s.run < inRow && s.used < cap)
      put(
        b + next.beats,
        { ...s, used: s.used + 1, run: s.run + 1, turns, mask, uses: usedOnce(s.uses, i, s.used) },
        ways,
      );
    const row = s.uses[i] ?? [];
    for (let used = 0; used < cap; used++) {
      const unused = next.size - row.reduce((n, x) => n + x, 0);
      const many = (used === 0 ? unused : (row[used - 1] ?? 0)) - (same && used === s.used ? 1 : 0);
      if (many <= 0) continue;
      put(
        b + next.beats,
        {
          kind: i,
          used: used + 1,
          run: 1,
          turns,
          mask,
          first: s.first,
          uses: usedOnce(s.uses, i, used),
        },
        ways * BigInt(many),
      );
    }
  }
}

/** One figure of a kind that had been used `used` times is used once more. */
function usedOnce(uses: State['uses'], kind: number, used: number): State['uses'] {
  return uses.map((row, i) => {
    if (i !== kind) return row;
    const next = [...row];
    if (used > 0) next[used - 1] = (next[used - 1] ?? 0) - 1;
    while (next.length < used + 1) next.push(0);
    next[used] = (next[used] ?? 0) + 1;
    return next;
  });
}
