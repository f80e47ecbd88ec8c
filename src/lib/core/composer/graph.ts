import { TICKS_PER_BEAT } from '../base';
import { read, turnsIn, type Reading } from '../combination';
import { newFigure, type Figure } from '../figure';
import { jointBetween, keyOfStand, type Ends } from '../joints';
import { danceOf, type Dance } from '../vocabulary';
import type { ComposeRequest, Edge } from './request';

/** What the search needs of a figure, apart from how it joins. */
export interface Candidate {
  readonly id: string;
  readonly family: string;
  readonly level: number;
  readonly beats: number;
  /** Whole turns; 0 lets a dancer rest. */
  readonly turns: number;
  /** Beats from its first count (from 0) with an accent. */
  readonly accents: readonly number[];
}

/**
 * Figures and how they join. Figures that begin (or end) alike are of one class: `join[out][in]` is the cost of the
 * joint from an exit class to an entry class, Infinity where it needs a bridge, and `fits[out][in]` says that nothing
 * at all is needed there.
 */
export interface Graph {
  readonly figures: readonly Candidate[];
  readonly entry: Int32Array;
  readonly exit: Int32Array;
  readonly entries: number;
  readonly exits: number;
  readonly join: readonly Float64Array[];
  readonly fits: readonly Uint8Array[];
}

const musicOf = (e: Ends): string => `${e.dance.id} ${e.feel} ${e.unitBeats}`;

/** Builds the graph of a repertoire. Joints are worked out once for each pair of classes. */
export function graphOf(readings: readonly Reading[]): Graph {
  const ins = classes(readings.map((r) => `${musicOf(r.ends)} ${keyOfStand(r.ends.entry)}`));
  const outs = classes(readings.map((r) => `${musicOf(r.ends)} ${keyOfStand(r.ends.exit)}`));
  const join = outs.first.map(() => new Float64Array(ins.first.length));
  const fits = outs.first.map(() => new Uint8Array(ins.first.length));
  outs.first.forEach((o, i) => {
    ins.first.forEach((e, k) => {
      const [a, b] = [readings[o], readings[e]];
      if (!a || !b) return;
      const j = jointBetween(a.ends, b.ends);
      (join[i] as Float64Array)[k] = j.cost;
      (fits[i] as Uint8Array)[k] = j.fit === 'fits' ? 1 : 0;
    });
  });
  return {
    figures: readings.map(candidate),
    entry: ins.of,
    exit: outs.of,
    entries: ins.first.length,
    exits: outs.first.length,
    join,
    fits,
  };
}

const candidate = (r: Reading): Candidate => ({
  id: r.figure.id,
  family: r.figure.family,
  level: r.figure.level,
  beats: r.beats,
  turns: turnsIn(r),
  accents: r.accents.filter((t) => t % TICKS_PER_BEAT === 0).map((t) => t / TICKS_PER_BEAT),
});

function classes(keys: readonly string[]): { of: Int32Array; first: number[] } {
  const index = new Map<string, number>();
  const first: number[] = [];
  const of = Int32Array.from(keys, (k, i) => {
    let c = index.get(k);
    if (c === undefined) {
      index.set(k, (c = first.length));
      first.push(i);
    }
    return c;
  });
  return { of, first };
}

/** The figures a request may use, by index. */
export function allowed(g: Graph, r: ComposeRequest): number[] {
  const not = new Set(r.mustNot);
  return g.figures.flatMap((f, i) =>
    not.has(f.id) ||
    f.beats > r.beats ||
    (r.level !== undefined && f.level > r.level) ||
    (r.turns !== undefined && f.turns > r.turns)
      ? []
      : [i],
  );
}

/** The same, themselves. */
export const usable = (g: Graph, r: ComposeRequest): Candidate[] =>
  allowed(g, r).map((i) => g.figures[i] as Candidate);

/** Standing still in a hold: what comes before a first figure or after a last. */
export function standingIn(edge: Extract<Edge, { type: 'hold' }>, dance: Dance): Reading {
  const f = newFigure('standing', dance);
  const figure: Figure = {
    ...f,
    start: { ...f.start, hold: edge.hold, formation: edge.formation },
    lines: 'leader 1 hold\nfollower 1 hold',
  };
  return read(figure);
}

/** What the edges of a request cost: from before into every entry class, from every exit class to what follows. */
export interface Edges {
  readonly into: Float64Array;
  /** Undefined for a loop: it depends on the first figure. */
  readonly out: Float64Array | undefined;
}

/** What stands before and after, where that is no figure of the repertoire. */
export interface Between {
  readonly before?: Ends;
  readonly after?: Ends;
}

export function edgesOf(
  g: Graph,
  readings: readonly Reading[],
  r: ComposeRequest,
  between: Between = {},
): Edges {
  const neighbour = (e: Edge): Ends | undefined => {
    if (e.type === 'any') return undefined;
    if (e.type === 'figure') return readings.find((x) => x.figure.id === e.id)?.ends;
    return standingIn(e, readings[0] ? danceOf(readings[0].figure) : danceOf({ dance: 'slot-swing' })).ends;
  };
  const cost = (from: Ends | undefined, to: Ends | undefined, asked: boolean): number => {
    if (!from || !to) return asked ? Infinity : 0;
    const j = jointBetween(from, to);
    return r.joints === 'fits' && j.fit !== 'fits' ? Infinity : j.cost;
  };
  const before = between.before ?? neighbour(r.start);
  const into = eachClass(g.entry, g.entries, (i) =>
    cost(before, readings[i]?.ends, before !== undefined || r.start.type !== 'any'),
  );
  if (r.end.type === 'loop') return { into, out: undefined };
  const end = r.end;
  const after = between.after ?? neighbour(end);
  return {
    into,
    out: eachClass(g.exit, g.exits, (i) =>
      cost(readings[i]?.ends, after, after !== undefined || end.type !== 'any'),
    ),
  };
}

/** A number for every class, from its first figure. */
function eachClass(of: Int32Array, classes: number, value: (figure: number) => number): Float64Array {
  const out = new Float64Array(classes).fill(NaN);
  of.forEach((c, i) => {
    if (Number.isNaN(out[c])) out[c] = value(i);
  });
  return out;
}

/** Cost of joining under a request. */
export function joinCosts(g: Graph, r: ComposeRequest): readonly Float64Array[] {
  if (r.joints === 'small') return g.join;
  return g.join.map((row, i) => row.map((c, k) => (g.fits[i]?.[k] ? c : Infinity)));
}
