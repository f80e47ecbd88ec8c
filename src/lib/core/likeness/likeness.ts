import { ROLES } from '../base';
import { FIELDS, FREE, HOLD, PER_ROLE, SLOTS, TRUNK, TURN, at, type Signature } from './signature';

/** In what two units may differ. */
export type Aspect = 'rhythm' | 'feet' | 'direction' | 'turn' | 'hold' | 'body';
export const ASPECTS: readonly Aspect[] = ['rhythm', 'feet', 'direction', 'turn', 'hold', 'body'];

/** How much each difference weighs; they add up to 1. Our choice. */
const WEIGHT: Readonly<Record<Aspect, number>> = {
  rhythm: 0.3,
  feet: 0.1,
  direction: 0.25,
  turn: 0.2,
  hold: 0.1,
  body: 0.05,
};
/** What a unit that only one figure has costs. Our choice: less than two units that have nothing in common. */
const GAP = 0.6;

/** Units `i` of one and `j` of the other, from 0, that stand for each other; one alone where the other has none. */
export interface Match {
  readonly here: number | undefined;
  readonly there: number | undefined;
  readonly differ: readonly Aspect[];
}
export interface Likeness {
  readonly id: string;
  /** From 0, nothing in common, to 1, the same. */
  readonly score: number;
  /** Units from the beginning in which nothing differs. */
  readonly sameUnits: number;
  readonly matches: readonly Match[];
}

/** How unlike two units are, 0 to 1. */
export function unitDistance(a: Int8Array, i: number, b: Int8Array, j: number): number {
  const x = i * FIELDS;
  const y = j * FIELDS;
  let rhythm = 0;
  let direction = 0;
  let steps = 0;
  let feet = 0;
  let turn = 0;
  let trunk = 0;
  for (let role = 0; role < 2; role++) {
    const shift = role * PER_ROLE;
    for (let s = 0; s < SLOTS; s++) {
      const p = a[x + shift + s] ?? 0;
      const q = b[y + shift + s] ?? 0;
      const both = p > 1 && q > 1;
      if (both) {
        steps++;
        if (p !== q) direction++;
      } else if (p !== q) rhythm++;
    }
    if (a[x + shift + FREE] !== b[y + shift + FREE]) feet++;
    if (a[x + shift + TRUNK] !== b[y + shift + TRUNK]) trunk++;
    turn += Math.abs((a[x + shift + TURN] ?? 0) - (b[y + shift + TURN] ?? 0));
  }
  return (
    WEIGHT.rhythm * Math.min(1, rhythm / 4) +
    (steps > 0 ? (WEIGHT.direction * direction) / steps : 0) +
    WEIGHT.feet * (feet / 2) +
    WEIGHT.turn * Math.min(1, turn / 8) +
    WEIGHT.body * (trunk / 2) +
    (a[x + HOLD] === b[y + HOLD] ? 0 : WEIGHT.hold)
  );
}

function aspectsThatDiffer(a: Int8Array, i: number, b: Int8Array, j: number): Aspect[] {
  const [x, y] = [i * FIELDS, j * FIELDS];
  const found = new Set<Aspect>();
  for (const role of ROLES) {
    for (let s = 0; s < SLOTS; s++) {
      const [p, q] = [a[x + at(role, s)] ?? 0, b[y + at(role, s)] ?? 0];
      if (p !== q) found.add(p > 1 && q > 1 ? 'direction' : 'rhythm');
    }
    if (a[x + at(role, FREE)] !== b[y + at(role, FREE)]) found.add('feet');
    if (a[x + at(role, TURN)] !== b[y + at(role, TURN)]) found.add('turn');
    if (a[x + at(role, TRUNK)] !== b[y + at(role, TRUNK)]) found.add('body');
  }
  if (a[x + HOLD] !== b[y + HOLD]) found.add('hold');
  return ASPECTS.filter((k) => found.has(k));
}

const unitsIn = (s: Signature): number => s.units.length / FIELDS;

/** Rows of the alignment's costs, kept from one comparison to the next: 5,000 of them run in a row. */
let previous = new Float64Array(64);
let current = new Float64Array(64);

/**
 * How alike two figures are: the cheapest alignment of their units, as a share of the longer one. Figures counted in
 * units of another length have nothing in common. O(n·m), no allocation.
 */
export function scoreOfLikeness(a: Signature, b: Signature): number {
  const n = unitsIn(a);
  const m = unitsIn(b);
  if (a.unitBeats !== b.unitBeats || n === 0 || m === 0) return 0;
  if (previous.length <= m) [previous, current] = [new Float64Array(2 * m + 2), new Float64Array(2 * m + 2)];
  for (let j = 0; j <= m; j++) previous[j] = j * GAP;
  for (let i = 1; i <= n; i++) {
    current[0] = i * GAP;
    for (let j = 1; j <= m; j++) {
      const paired = (previous[j - 1] ?? 0) + unitDistance(a.units, i - 1, b.units, j - 1);
      const alone = Math.min(previous[j] ?? 0, current[j - 1] ?? 0) + GAP;
      current[j] = paired < alone ? paired : alone;
    }
    [previous, current] = [current, previous];
  }
  return Math.max(0, 1 - (previous[m] ?? 0) / Math.max(n, m));
}

/** The same with the alignment it comes from. */
export function likeness(a: Signature, b: Signature): Likeness {
  const n = unitsIn(a);
  const m = unitsIn(b);
  if (a.unitBeats !== b.unitBeats) return { id: b.id, score: 0, sameUnits: 0, matches: [] };
  const cost = Array.from({ length: n + 1 }, (_, i) =>
    Float64Array.from({ length: m + 1 }, (_, j) => (i === n ? (m - j) * GAP : j === m ? (n - i) * GAP : 0)),
  );
  const c = (i: number, j: number): number => cost[i]?.[j] ?? Infinity;
  for (let i = n - 1; i >= 0; i--)
    for (let j = m - 1; j >= 0; j--)
      (cost[i] as Float64Array)[j] = Math.min(
        unitDistance(a.units, i, b.units, j) + c(i + 1, j + 1),
        GAP + Math.min(c(i + 1, j), c(i, j + 1)),
      );
  const matches: Match[] = [];
  let [i, j] = [0, 0];
  while (i < n || j < m) {
    const paired = i < n && j < m ? unitDistance(a.units, i, b.units, j) + c(i + 1, j + 1) : Infinity;
    if (paired <= c(i, j) + 1e-12)
      matches.push({ here: i, there: j, differ: aspectsThatDiffer(a.units, i++, b.units, j++) });
    else if (i < n && GAP + c(i + 1, j) <= c(i, j) + 1e-12)
      matches.push({ here: i++, there: undefined, differ: [] });
    else matches.push({ here: undefined, there: j++, differ: [] });
  }
  const first = matches.findIndex(
    (x) => x.here === undefined || x.there === undefined || x.differ.length > 0,
  );
  return {
    id: b.id,
    score: n === 0 || m === 0 ? 0 : Math.max(0, 1 - c(0, 0) / Math.max(n, m)),
    sameUnits: first < 0 ? matches.length : first,
    matches,
  };
}

/** The `most` figures most like one, best first, explained. O(all · n·m). */
export function mostLike(one: Signature, all: readonly Signature[], most: number): Likeness[] {
  const best: { score: number; s: Signature }[] = [];
  for (const s of all) {
    if (s.id === one.id) continue;
    const score = scoreOfLikeness(one, s);
    if (best.length === most && score <= (best.at(-1)?.score ?? 0)) continue;
    const place = best.findIndex((b) => b.score < score);
    best.splice(place < 0 ? best.length : place, 0, { score, s });
    if (best.length > most) best.pop();
  }
  return best.map((b) => likeness(one, b.s));
}
