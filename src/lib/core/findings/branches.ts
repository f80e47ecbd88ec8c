import { ROLES, otherFoot, type Role } from '../base';
import {
  analyse,
  standing,
  weighFrom,
  type Analysis,
  type Heights,
  type Standing,
  type Weighed,
} from '../analysis';
import {
  choiceKey,
  choicesOf,
  openUnit,
  resolveMoves,
  sayPicks,
  withPicks,
  type ChoicePoint,
  type Picks,
  type Placed,
} from '../figure';
import type { Action, MoveItem } from '../notation';
import { KINDS, UNITS } from '../vocabulary';
import { check } from './check';
import { broken, complete, say } from './steps';
import type { Finding } from './types';

/**
 * Every way of dancing a figure's choices is checked. Ways that leave turns, length and feet as they are cannot disturb
 * each other: they are danced together first, and alone only where something is found. All others are danced alone,
 * beside the main line, with its places as a first guess. All ways together are followed for the feet, state by state,
 * so that choices do not multiply; and all that turn most, and all that turn least, are danced once.
 */
export function checkBranches(a: Analysis, heights: Heights, main: readonly Finding[] = check(a)): Finding[] {
  const points = choicesOf(a.parsed);
  if (points.length === 0 || broken(main) || !complete(a)) return [];
  const known = new Set(main.map(identity));
  const alone = singlesToDance(a, heights, points, known).flatMap((picks) =>
    branch(a, heights, points, picks, known),
  );
  const wrong = new Set(alone.map((f) => f.details.branch));
  const clean = points.map((p) =>
    p.options.map((_, k) => k).filter((k) => k === 0 || !wrong.has(sayPicks(a.parsed, points, pick(p, k)))),
  );
  return [...alone, ...feetOfAll(a, points, clean, known), ...mostTurned(a, heights, points, clean, known)];
}

/** The ways that have to be danced alone: those that change something, and those of a batch in which something is found. */
function singlesToDance(
  a: Analysis,
  heights: Heights,
  points: readonly ChoicePoint[],
  known: ReadonlySet<string>,
): Picks[] {
  const singles: Picks[] = [];
  const most = Math.max(...points.map((p) => p.options.length));
  for (let k = 1; k < most; k++) {
    // One role at a time: what the one changes must not make up for what the other does.
    for (const role of ROLES) {
      const here = points.filter((p) => p.role === role && k < p.options.length);
      const quiet = here.filter((p) => changesNothing(a, p, k));
      singles.push(...here.filter((p) => !quiet.includes(p)).map((p) => pick(p, k)));
      const together: Picks = new Map(quiet.map((p) => [choiceKey(p), k]));
      if (quiet.length < 2 || branch(a, heights, points, together, known).length > 0)
        singles.push(...quiet.map((p) => pick(p, k)));
    }
  }
  return singles;
}

/** The same turn, the same length and, to the foot, as many changes of weight, with no foot named. */
function changesNothing(a: Analysis, p: ChoicePoint, k: number): boolean {
  const [was, now] = [itemsOf(a, p, 0), itemsOf(a, p, k)];
  const same = (f: (items: readonly MoveItem[]) => number): boolean => f(was) === f(now);
  const named = now.some((m) => m.body.foot !== undefined || m.body.lane !== undefined);
  return !named && same(turnIn) && same((x) => changesIn(x) % 2) && same(beatsIn);
}

const bodiesIn = (items: readonly MoveItem[]): Action[] =>
  items.flatMap(({ body }) => (body.type === 'unit' ? openUnit(body) : body.type === 'action' ? [body] : []));
const turnIn = (items: readonly MoveItem[]): number =>
  bodiesIn(items).reduce((sum, b) => sum + (b.turn ?? 0) + (b.then ?? 0), 0);
const changesIn = (items: readonly MoveItem[]): number =>
  bodiesIn(items).filter((b) => KINDS[b.kind].weight === 'takes').length;
/** As far as the words themselves say: the length of the last one. */
const beatsIn = (items: readonly MoveItem[]): number => {
  const last = items.at(-1)?.body;
  return items.length === 1 && last?.type === 'unit' ? UNITS[last.unit].beats : items.length;
};

const pick = (p: ChoicePoint, k: number): Picks => new Map([[choiceKey(p), k]]);
/** The same thing found, wherever exactly it is. */
const identity = (f: Finding): string => `${f.code}|${f.role ?? ''}|${Math.floor(f.tick / 24)}`;

/** What is found only when a branch is danced; the worst of it, one line. */
function branch(
  a: Analysis,
  heights: Heights,
  points: readonly ChoicePoint[],
  picks: Picks,
  known: ReadonlySet<string>,
): Finding[] {
  const danced = analyse(a.figure, heights, withPicks(a.parsed, picks), { near: a });
  const inner = check(danced).find((f) => f.severity !== 'look' && !known.has(identity(f)));
  return inner ? [named(a, points, picks, inner)] : [];
}

function named(a: Analysis, points: readonly ChoicePoint[], picks: Picks, inner: Finding): Finding {
  const { severity, role, tick } = inner;
  const details = { branch: sayPicks(a.parsed, points, picks) };
  return { code: 'branch', severity, tick, details, inner, picks, ...(role ? { role } : {}) };
}

/** A role's line as stretches all share, and stretches of which one of several is danced. */
type Stretch =
  | { readonly type: 'shared'; readonly placed: readonly Placed[] }
  | {
      readonly type: 'choice';
      readonly point: ChoicePoint;
      readonly ways: ReadonlyMap<number, readonly Placed[]>;
    };

function stretchesOf(
  a: Analysis,
  role: Role,
  points: readonly ChoicePoint[],
  clean: readonly (readonly number[])[],
): Stretch[] {
  const main = resolveMoves(a.parsed, role, a.figure).placed;
  const mine = points
    .map((point, i) => ({ point, ways: clean[i] ?? [] }))
    .filter((c) => c.point.role === role);
  const stretches: Stretch[] = [];
  let from = 0;
  for (const { point, ways } of mine) {
    const inside = (p: Placed): boolean =>
      p.ref.line === point.line && p.ref.item >= point.item && p.ref.item < point.item + point.covers;
    const at = main.findIndex(inside);
    const to = main.findLastIndex(inside) + 1;
    if (at < from) continue;
    stretches.push({ type: 'shared', placed: main.slice(from, at) });
    const found = new Map(
      ways.map((k) => [k, k === 0 ? main.slice(at, to) : wayOf(a, role, point, k, main.length - to)]),
    );
    stretches.push({ type: 'choice', point, ways: found });
    from = to;
  }
  stretches.push({ type: 'shared', placed: main.slice(from) });
  return stretches;
}

/** The steps of one way: of the line danced so, without what the main line has before and after. */
function wayOf(a: Analysis, role: Role, point: ChoicePoint, k: number, after: number): readonly Placed[] {
  const placed = resolveMoves(withPicks(a.parsed, pick(point, k)), role, a.figure).placed;
  const before = placed.findIndex((p) => p.ref.line === point.line && p.ref.item >= point.item);
  return placed.slice(before, placed.length - after);
}

interface Reached {
  readonly at: Standing;
  /** One way to get there with the least other choices. */
  readonly picks: Picks;
}

/** All ways together, for the feet: which supporting feet can be reached, and by what. O(choices · options · 6). */
function feetOfAll(
  a: Analysis,
  points: readonly ChoicePoint[],
  clean: readonly (readonly number[])[],
  known: ReadonlySet<string>,
): Finding[] {
  for (const role of ROLES) {
    const free = role === 'leader' ? a.figure.start.leaderFree : a.figure.start.followerFree;
    let reached: Reached[] = [{ at: standing(free), picks: new Map() }];
    for (const s of stretchesOf(a, role, points, clean)) {
      const next = new Map<string, Reached>();
      for (const r of reached) {
        const ways = s.type === 'shared' ? [[0, s.placed] as const] : [...s.ways];
        for (const [k, placed] of ways) {
          const { actions, after } = weighFrom(placed, r.at);
          const picks =
            s.type === 'choice' && k > 0 ? new Map([...r.picks, [choiceKey(s.point), k]]) : r.picks;
          const fault = actions.find((w) => w.fault === 'standing-step' || w.fault === 'standing-gesture');
          const found = fault && picks.size > 1 ? stumble(a, points, picks, role, fault) : undefined;
          if (found?.inner && !known.has(identity(found.inner))) return [found];
          const key = `${after.support}${after.last}`;
          if (!next.has(key) || (next.get(key) as Reached).picks.size > picks.size)
            next.set(key, { at: after, picks });
        }
      }
      reached = [...next.values()];
    }
  }
  return [];
}

function stumble(a: Analysis, points: readonly ChoicePoint[], picks: Picks, role: Role, w: Weighed): Finding {
  const code = w.fault === 'standing-gesture' ? 'standing-gesture' : 'standing-step';
  const foot = w.foot ?? 'L';
  const details = { foot, other: otherFoot(foot), kind: w.action.kind, count: say(a, w.tick) };
  return named(a, points, picks, { code, severity: 'wrong', role, tick: w.tick, details });
}

/** All choices that turn most, and all that turn least, together. */
function mostTurned(
  a: Analysis,
  heights: Heights,
  points: readonly ChoicePoint[],
  clean: readonly (readonly number[])[],
  known: ReadonlySet<string>,
): Finding[] {
  const turning = points.map((p, i) => ({
    p,
    turns: (clean[i] ?? []).map((k) => ({ k, turn: turnOf(a, p, k) })),
  }));
  const varied = turning.filter(({ turns }) => new Set(turns.map((t) => t.turn)).size > 1);
  if (varied.length < 2) return [];
  return ([1, -1] as const).flatMap((sign) => {
    const picks = new Map(
      varied.flatMap(({ p, turns }) => {
        const best = turns.reduce((x, y) => (sign * y.turn > sign * x.turn ? y : x));
        return best.k > 0 ? [[choiceKey(p), best.k] as const] : [];
      }),
    );
    return picks.size > 1 ? branch(a, heights, points, picks, known) : [];
  });
}

const turnOf = (a: Analysis, p: ChoicePoint, k: number): number => turnIn(itemsOf(a, p, k));

/** The items of one way, as written. */
function itemsOf(a: Analysis, p: ChoicePoint, k: number): readonly MoveItem[] {
  const line = a.parsed.lines[p.line]?.line;
  if (line?.type !== 'moves') return [];
  if (k === 0) return line.items.slice(p.item, p.item + p.covers);
  return line.items[p.item]?.body.choice?.others[k - 1] ?? [];
}
