import { ok, type Result } from '../base';
import { analyse, type Analysis } from '../analysis';
import { lineage } from '../combination';
import type { Figure } from '../figure';
import { breaches } from '../likeness';
import { check } from '../findings';
import { levelNeeded, proposeMended, type Variation } from '../vary';
import type { Level } from '../vocabulary';
import type { Material } from './material';
import { difficultyOf, unitNeeds, type KnownUnits } from './units';

/** A version on the way up to a figure. */
export interface Rung {
  readonly figure: Figure;
  /** In the repertoire under its id, or made here by what is left out. */
  readonly from: 'repertoire' | 'made';
  readonly variation: Variation | undefined;
  readonly difficulty: number;
  readonly level: Level;
  /** It keeps counts, feet and footprints of the aim: both can be danced side by side. */
  readonly sideBySide: boolean;
}

/** More rungs than that are not climbed in an hour. Our choice. */
const MOST = 5;

/**
 * The simplest version first and from there up to a figure: those it grew from and those between, and what it is
 * without changes of hands, without each of its turns, with what that brings fixed; each can be danced, and is harder than the one before. O(versions · analysis).
 * @example ladderTo('push-turn', material, [], 1).map((r) => r.figure.name) // ['Push', 'Push, turned out']
 */
export function ladderTo(id: string, material: Material, known: KnownUnits, level: Level): Rung[] {
  const aim = material.figure(id);
  const top = material.analysis({ type: 'figure', id });
  if (!aim || !top) return [];
  const rung = (a: Analysis, from: Rung['from'], variation?: Variation): Rung => ({
    figure: a.figure,
    from,
    variation,
    difficulty: difficultyOf(unitNeeds(a, known, level)),
    level: levelNeeded(a),
    sideBySide: breaches(top, a).length === 0,
  });
  const last = rung(top, 'repertoire');
  const candidates = [
    ...lineage(id, material.parents)
      .slice(0, -1)
      .flatMap((x) => material.analysis({ type: 'figure', id: x }) ?? [])
      .filter(canBeDanced)
      .map((a) => rung(a, 'repertoire')),
    ...simpler(top)
      .filter(({ a }) => canBeDanced(a))
      .map(({ a, v }) => rung(a, 'made', v)),
  ];
  return climb(candidates, last);
}

/** What it is without this or that. */
function simpler(top: Analysis): { a: Analysis; v: Variation }[] {
  const { figure } = top;
  const turns: Variation[] = (['leader', 'follower'] as const).flatMap((whose) =>
    top.roles[whose].turns
      .filter((t) => Math.abs(t.amount) >= 360)
      .map((t): Variation => ({
        type: 'turn',
        whose,
        from: t.from,
        to: t.to,
        amount: t.amount - Math.sign(t.amount) * 360,
      })),
  );
  const ways: Variation[] = [{ type: 'plain-hands' }, ...turns];
  return ways.flatMap((v) => {
    const made = tried(figure, v);
    return made.ok ? [{ a: made.value, v }] : [];
  });
}
/** With what it brings fixed where that can be done. */
function tried(figure: Figure, v: Variation): Result<Analysis, unknown> {
  const made = proposeMended(figure, v);
  return made.ok ? ok(analyse(made.value.result)) : made;
}

/** Nothing is climbed over that cannot be danced. */
const canBeDanced = (a: Analysis): boolean => check(a).every((f) => f.severity !== 'wrong');

/** Each harder than the one before and easier than the aim; of those alike the one of the repertoire. */
function climb(candidates: readonly Rung[], last: Rung): Rung[] {
  const easier = candidates
    .filter((r) => r.difficulty < last.difficulty - 1e-9)
    .sort(
      (a, b) =>
        a.difficulty - b.difficulty ||
        Number(a.from === 'made') - Number(b.from === 'made') ||
        Number(b.sideBySide) - Number(a.sideBySide),
    );
  const found: Rung[] = [];
  for (const r of easier) if (!found.some((f) => Math.abs(f.difficulty - r.difficulty) < 1e-9)) found.push(r);
  const kept = found.length < MOST ? found : [found[0] as Rung, ...found.slice(1).slice(-(MOST - 2))];
  return [...kept, last];
}
