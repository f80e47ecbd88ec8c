import { allowed, type Graph } from './graph';
import { standing, topLevel } from './score';
import type { ComposeRequest } from './request';

/** Figures that behave alike in everything a count can see. */
export interface Kind {
  readonly entry: number;
  readonly exit: number;
  readonly beats: number;
  readonly turns: number;
  /** Which figure that must be in it is, as a bit; 0 for none. */
  readonly bit: number;
  /** How many figures there are of it. */
  readonly size: number;
  /** It may not begin at this beat (from 0): it would miss a hit it must meet. */
  readonly barred: (from: number) => boolean;
}

/** Groups the figures a request may use. O(figures). */
export function kindsOf(g: Graph, r: ComposeRequest): Kind[] {
  const must = [...new Set(r.must)];
  const top = topLevel(r, g.figures);
  const groups = new Map<string, { i: number; size: number }>();
  for (const i of allowed(g, r)) {
    const f = g.figures[i];
    if (!f) continue;
    const hits = r.hitsMust && r.hits.length > 0 ? f.accents.join(',') : '';
    const turns = r.turns === undefined ? 0 : f.turns;
    const key = [g.entry[i], g.exit[i], f.beats, turns, must.indexOf(f.id), hits].join(' ');
    const group = groups.get(key);
    if (group) group.size++;
    else groups.set(key, { i, size: 1 });
  }
  return [...groups.values()].map(({ i, size }): Kind => {
    const f = g.figures[i] as Graph['figures'][number];
    const bit = must.indexOf(f.id);
    return {
      entry: g.entry[i] ?? 0,
      exit: g.exit[i] ?? 0,
      beats: f.beats,
      turns: r.turns === undefined ? 0 : f.turns,
      bit: bit < 0 ? 0 : 1 << bit,
      size,
      barred: (from) => standing(f, from, r, top) === Infinity,
    };
  });
}

/** All figures that must be in, as bits. */
export const allMust = (r: ComposeRequest): number => (1 << new Set(r.must).size) - 1;
