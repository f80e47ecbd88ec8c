import { allowed, type Candidate, type Graph } from './graph';
import { standing, topLevel } from './score';
import type { ComposeRequest } from './request';

/** Figures that behave alike in everything a count can see. */
export interface Kind {
  readonly entry: number;
  readonly exit: number;
  readonly beats: number;
  /** One of them, for the rules. */
  readonly figure: Candidate;
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
    const f = g.figures[i] as Candidate;
    return {
      entry: g.entry[i] ?? 0,
      exit: g.exit[i] ?? 0,
      beats: f.beats,
      figure: f,
      size,
      barred: (from) => standing(f, from, r, top) === Infinity,
    };
  });
}
