import { allowed, type Candidate, type Graph } from './graph';
import { standing, topLevel } from './score';
import type { Telling } from './merged';
import type { ComposeRequest } from './request';

/** Figures that behave alike in everything that is told apart. */
export interface Kind {
  readonly entry: number;
  readonly exit: number;
  readonly beats: number;
  /** The family of them all; empty where no other figure is of it. */
  readonly family: string;
  /** One of them, for the rules. */
  readonly figure: Candidate;
  /** All of them, by index, and how many they are. */
  readonly members: readonly number[];
  readonly size: number;
  /** It may not begin at this beat (from 0): it would miss a hit it must meet. */
  readonly barred: (from: number) => boolean;
}

/**
 * Groups the figures a request may use: by what a count can see, or (`cost`) by everything that has its price. O(figures).
 */
export function kindsOf(g: Graph, r: ComposeRequest, telling: Telling = 'whether'): Kind[] {
  const use = allowed(g, r);
  const top = topLevel(r, g.figures);
  const familyOf = telling === 'cost' ? families(g, use) : () => '';
  const must = [...new Set(r.must)];
  const groups = new Map<string, number[]>();
  for (const i of use) {
    const f = g.figures[i] as Candidate;
    const hits = r.hits.length > 0 && (r.hitsMust || telling === 'cost') ? f.accents.join(',') : '';
    const turns = r.turns === undefined ? 0 : f.turns;
    const key = [g.entry[i], g.exit[i], f.beats, turns, must.indexOf(f.id), hits].join(' ');
    const level = telling === 'cost' && r.curve !== 'any' ? f.level : 0;
    const whole = `${key} ${level} ${familyOf(f)}`;
    const group = groups.get(whole);
    if (group) group.push(i);
    else groups.set(whole, [i]);
  }
  return [...groups.values()].map((members): Kind => {
    const i = members[0] ?? 0;
    const f = g.figures[i] as Candidate;
    return {
      entry: g.entry[i] ?? 0,
      exit: g.exit[i] ?? 0,
      beats: f.beats,
      family: familyOf(f),
      figure: f,
      members,
      size: members.length,
      barred: (from) => standing(f, from, r, top) === Infinity,
    };
  });
}

/** The family of a figure, where another is of it too. */
function families(g: Graph, use: readonly number[]): (f: Candidate) => string {
  const sizes = new Map<string, number>();
  for (const i of use) {
    const family = g.figures[i]?.family ?? '';
    sizes.set(family, (sizes.get(family) ?? 0) + 1);
  }
  return ({ family }) => ((sizes.get(family) ?? 0) > 1 ? family : '');
}
