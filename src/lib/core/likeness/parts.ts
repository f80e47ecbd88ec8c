import { TICKS_PER_BEAT, type Ticks } from '../base';
import type { Analysis } from '../analysis';
import { unitDistance } from './likeness';
import { FIELDS, signatureOf, type Signature } from './signature';

/** A stretch of a figure that is danced like a whole other one. */
export interface Part {
  readonly from: Ticks;
  readonly to: Ticks;
  /** The figure it is like. */
  readonly id: string;
  /** 1: the same in everything compared. */
  readonly score: number;
}

/** How like a stretch must be to be called by the other figure's name. Our choice: what differs is a detail. */
const LIKE = 0.72;
/** Shorter than this many units nothing has a name. */
const SHORTEST = 2;

/**
 * What the parts of a figure may be called: the stretches that are danced like whole figures of the repertoire, chosen so
 * that they cover most of it, the likest first. O(units² · figures).
 * @example suggestParts(analyse(figure), repertoire)[0]?.id // 'send-out'
 */
export function suggestParts(a: Analysis, all: readonly Signature[]): Part[] {
  const own = signatureOf(a);
  const n = own.units.length / FIELDS;
  const unit = a.unitBeats * TICKS_PER_BEAT;
  const best: (Found | undefined)[][] = Array.from({ length: n }, () => []);
  for (const s of all) {
    const m = s.units.length / FIELDS;
    if (s.id === own.id || s.unitBeats !== own.unitBeats || m < SHORTEST || m >= n) continue;
    for (let at = 0; at + m <= n; at++) {
      const score = 1 - distance(own, at, s, m) / m;
      const there = best[at]?.[m];
      if (score >= LIKE && (!there || score > there.score)) (best[at] as Found[])[m] = { id: s.id, score };
    }
  }
  return cover(best, n).map(({ at, m, id, score }) => ({
    from: a.start + at * unit,
    to: a.start + (at + m) * unit,
    id,
    score,
  }));
}

interface Found {
  readonly id: string;
  readonly score: number;
}

function distance(a: Signature, at: number, s: Signature, m: number): number {
  let sum = 0;
  for (let i = 0; i < m; i++) sum += unitDistance(a.units, at + i, s.units, i);
  return sum;
}

/** The stretches, none over another, that cover most and are likest: dynamic programming from the end. */
function cover(
  best: readonly (readonly (Found | undefined)[])[],
  n: number,
): (Found & { at: number; m: number })[] {
  const value = new Float64Array(n + 1);
  const choice: ((Found & { m: number }) | undefined)[] = [];
  for (let at = n - 1; at >= 0; at--) {
    value[at] = value[at + 1] ?? 0;
    (best[at] ?? []).forEach((found, m) => {
      if (!found) return;
      const worth = m * found.score + (value[at + m] ?? 0);
      if (worth > (value[at] ?? 0) + 1e-9) {
        value[at] = worth;
        choice[at] = { ...found, m };
      }
    });
  }
  const chosen: (Found & { at: number; m: number })[] = [];
  for (let at = 0; at < n;) {
    const c = choice[at];
    if (c) chosen.push({ ...c, at });
    at += c?.m ?? 1;
  }
  return chosen;
}
