import { seeded } from '$lib/core/base';
import {
  allowed,
  joinCosts,
  standing,
  topLevel,
  variety,
  inOrder,
  type Candidate,
  type ComposeRequest,
  type Edges,
  type Found,
  type Graph,
} from '$lib/core/composer';

/** A slow reference: every sequence is written down and looked at as a person would, nothing is shared. */
export function exhaustive(g: Graph, edges: Edges, r: ComposeRequest): Found[] {
  const use = allowed(g, r);
  const join = joinCosts(g, r);
  const top = topLevel(r, g.figures);
  const found: Found[] = [];
  const go = (figures: number[], beats: number): void => {
    if (beats === r.beats) {
      if (figures.length > 0 && fits(g, r, figures)) {
        const cost = costOf(g, edges, r, join, top, figures);
        if (cost < Infinity) found.push({ figures, cost });
      }
      return;
    }
    for (const i of use) {
      const f = g.figures[i] as Candidate;
      if (beats + f.beats <= r.beats) go([...figures, i], beats + f.beats);
    }
  };
  go([], 0);
  return found.sort((a, b) => a.cost - b.cost || inOrder(a.figures, b.figures));
}

function fits(g: Graph, r: ComposeRequest, figures: readonly number[]): boolean {
  const list = figures.map((i) => g.figures[i] as Candidate);
  if (r.must.some((id) => !list.some((f) => f.id === id))) return false;
  const round = r.end.type === 'loop';
  if (round && !fitsRound(r, figures, list)) return false;
  let run = 0;
  let turns = 0;
  for (let i = 0; i < list.length; i++) {
    run = i > 0 && figures[i] === figures[i - 1] ? run + 1 : 1;
    if (r.inRow !== undefined && run > r.inRow) return false;
    const t = list[i]?.turns ?? 0;
    turns = t > 0 ? turns + t : 0;
    if (r.turns !== undefined && turns > r.turns) return false;
    if (r.inAll !== undefined && figures.filter((x) => x === figures[i]).length > r.inAll) return false;
  }
  return true;
}

/** A loop is danced over and over, as often as any limit could take: every limit on what comes one after the other must hold there, too. */
function fitsRound(r: ComposeRequest, figures: readonly number[], list: readonly Candidate[]): boolean {
  const n = figures.length;
  const rounds = 2 + Math.max(r.inRow ?? 0, r.turns ?? 0);
  let run = 0;
  let turns = 0;
  for (let i = 0; i < rounds * n; i++) {
    run = i > 0 && figures[i % n] === figures[(i - 1) % n] ? run + 1 : 1;
    if (r.inRow !== undefined && run > r.inRow) return false;
    const t = list[i % n]?.turns ?? 0;
    turns = t > 0 ? turns + t : 0;
    if (r.turns !== undefined && turns > r.turns) return false;
  }
  return true;
}

function costOf(
  g: Graph,
  edges: Edges,
  r: ComposeRequest,
  join: readonly Float64Array[],
  top: number,
  figures: readonly number[],
): number {
  let cost = 0;
  let beat = 0;
  figures.forEach((i, n) => {
    const f = g.figures[i] as Candidate;
    const before = figures[n - 1];
    if (before === undefined) cost += edges.into[g.entry[i] ?? 0] ?? Infinity;
    else {
      cost += join[g.exit[before] ?? 0]?.[g.entry[i] ?? 0] ?? Infinity;
      cost += variety(g.figures[before] as Candidate, f, before === i);
    }
    cost += standing(f, beat, r, top);
    beat += f.beats;
  });
  const exit = g.exit[figures.at(-1) ?? 0] ?? 0;
  return cost + (edges.out ? edges.out[exit] : join[exit]?.[g.entry[figures[0] ?? 0] ?? 0])!;
}

/** A small invented repertoire: `figures` figures over three states, with families, turns, levels and accents. */
export function randomGraph(seed: number, figures: number): Graph {
  const random = seeded(seed);
  const upTo = (n: number): number => Math.floor(random() * n);
  const states = 1 + upTo(3);
  return {
    figures: Array.from({ length: figures }, (_, i) => {
      const beats = 2 + upTo(5);
      return {
        id: `f${i}`,
        family: ['', 'pass', 'turn'][upTo(3)] as string,
        level: 1 + upTo(3),
        beats,
        turns: upTo(3),
        accents: random() < 0.5 ? [upTo(beats)] : [],
      };
    }),
    entry: Int32Array.from({ length: figures }, () => upTo(states)),
    exit: Int32Array.from({ length: figures }, () => upTo(states)),
    entries: states,
    exits: states,
    join: Array.from({ length: states }, () =>
      Float64Array.from({ length: states }, () => (random() < 0.3 ? Infinity : upTo(4))),
    ),
    fits: Array.from({ length: states }, () => new Uint8Array(states).fill(1)),
  };
}

/** A request with a random choice of limits. */
export function randomRequest(seed: number, g: Graph, beats: number, base: ComposeRequest): ComposeRequest {
  const random = seeded(seed + 7919);
  const some = <T>(share: number, value: () => T): T | undefined => (random() < share ? value() : undefined);
  const upTo = (n: number): number => Math.floor(random() * n);
  const limits = {
    inRow: some(0.5, () => 1 + upTo(2)),
    inAll: some(0.4, () => 1 + upTo(2)),
    turns: some(0.4, () => upTo(4)),
    level: some(0.3, () => (1 + upTo(3)) as 1 | 2 | 3),
  };
  return {
    ...base,
    beats,
    must: some(0.4, () => [`f${upTo(g.figures.length)}`]) ?? [],
    mustNot: some(0.2, () => [`f${upTo(g.figures.length)}`]) ?? [],
    end: some(0.4, () => ({ type: 'loop' as const })) ?? { type: 'any' },
    hits: some(0.4, () => [1 + upTo(beats)]) ?? [],
    hitsMust: random() < 0.5,
    curve: (['any', 'rising', 'arch'] as const)[upTo(3)] as 'any',
    ...(Object.fromEntries(Object.entries(limits).filter(([, v]) => v !== undefined)) as object),
  };
}

/** Edges that let everything begin; everything end too, unless it must loop. */
export const openEdges = (g: Graph, r: ComposeRequest): Edges => ({
  into: new Float64Array(g.entries),
  out: r.end.type === 'loop' ? undefined : new Float64Array(g.exits),
});
