import { describe, expect, it } from 'vitest';
import { ROLES, TICKS_PER_BEAT, otherFoot, signedHeading, type Role } from '../../src/lib/core/base';
import { analyse, type Analysis, type Weighed } from '../../src/lib/core/analysis';
import { applyEdits, type Figure, type FigureEdit } from '../../src/lib/core/figure';
import { check, keyOf } from '../../src/lib/core/findings';
import { positionAt } from '../../src/lib/core/time';
import { KINDS } from '../../src/lib/core/vocabulary';
import { demoFigures } from '../../src/lib/demo/figures';

/**
 * Systematic mistakes in every correct demo figure: how many are found? Source of the six kinds: the usual errors of
 * written breakdowns (common practice). A mistake counts as found when the check says something it did not say before.
 */
type Mutator = (a: Analysis, role: Role) => FigureEdit[][];
const takes = (w: Weighed) => KINDS[w.action.kind].weight === 'takes';
const steps = (a: Analysis, role: Role) => a.roles[role].actions.filter((w) => w.pass === 0 && takes(w));
const relative = (a: Analysis) => signedHeading(a.roles.follower.total - a.roles.leader.total);

const MUTATORS: Record<string, Mutator> = {
  'other foot': (a, role) =>
    steps(a, role).map((w) => [
      { type: 'set-action', role, at: w.ref, patch: { foot: otherFoot(w.foot ?? 'L') } },
    ]),
  'missing step': (a, role) => steps(a, role).map((w) => [{ type: 'delete', role, at: w.ref }]),
  'extra step': (a, role) => {
    const taken = new Set(a.roles[role].actions.map((w) => w.tick));
    const free = Array.from({ length: a.end / TICKS_PER_BEAT }, (_, b) => b * TICKS_PER_BEAT + 6).filter(
      (t) => !taken.has(t) && !inRepeat(a, t),
    );
    return free.map((tick) => [
      { type: 'insert', role, tick, action: { type: 'action', kind: 'step', direction: 'place' } },
    ]);
  },
  'opposite turn': (a, role) =>
    a.roles[role].actions
      .filter((w) => w.pass === 0 && w.action.turn !== undefined && Math.abs(w.action.turn) % 180 !== 0)
      .map((w) => [{ type: 'set-action', role, at: w.ref, patch: { turn: -(w.action.turn ?? 0) } }]),
  'shifted count': (a, role) =>
    steps(a, role).flatMap((w) =>
      [6, -6]
        .filter((by) => w.tick + by >= 0 && positionAt(w.tick + by, a.figure.feel))
        .map((by): FigureEdit[] => [{ type: 'move', role, at: w.ref, by }]),
    ),
  'total off by one': (a, role) => [
    [{ type: 'insert', role, tick: a.end, action: { type: 'action', kind: 'hold' } }],
    a.roles[role].actions
      .filter((w) => w.tick >= a.end - TICKS_PER_BEAT && w.pass === 0)
      .toReversed()
      .map((w) => ({ type: 'delete', role, at: w.ref })),
  ],
};
const inRepeat = (a: Analysis, tick: number) => {
  const r = a.figure.repeat;
  return (
    r !== undefined &&
    tick >= (r.from - 1) * TICKS_PER_BEAT &&
    tick < (r.to + (r.times - 1) * (r.to - r.from + 1)) * TICKS_PER_BEAT
  );
};

const correct = demoFigures.filter((f) => f.mistake === undefined);

function found(
  figure: Figure,
  before: Analysis,
  known: ReadonlySet<string>,
  edits: readonly FigureEdit[],
): boolean | undefined {
  const mutant = applyEdits(figure, edits);
  if (!mutant.ok || edits.length === 0) return undefined;
  const after = analyse(mutant.value);
  if (dance(before) === dance(after)) return undefined;
  return check(after).some((f) => !known.has(keyOf(f)));
}

/** What is danced, without where it is written: a mistake that changes nothing danced is none. */
const dance = (a: Analysis) =>
  JSON.stringify(
    ROLES.map((r) =>
      a.roles[r].actions.map(({ tick, end, action, foot, after }) => [
        tick,
        end,
        action.kind,
        action.direction,
        action.turn,
        foot,
        after,
      ]),
    ),
  );

describe('seeded mistakes', () => {
  it('at least 98 % of systematic mistakes are found, in every kind', () => {
    const missed: string[] = [];
    const table = Object.entries(MUTATORS).map(([name, mutate]) => {
      let tried = 0;
      let hit = 0;
      for (const figure of correct) {
        const a = analyse(figure);
        const known = new Set(check(a).map(keyOf));
        for (const role of ROLES) {
          for (const edits of mutate(a, role)) {
            const result = found(figure, a, known, edits);
            if (result === undefined) continue;
            tried++;
            if (result) hit++;
            else missed.push(`${name}: ${figure.id} ${role} ${JSON.stringify(edits[0])}`);
          }
        }
      }
      return { mistake: name, tried, found: hit, share: `${((100 * hit) / tried).toFixed(1)} %` };
    });
    console.table(table);
    if (missed.length > 0) console.log(missed.join('\n'));
    for (const row of table) {
      expect(row.tried, row.mistake).toBeGreaterThan(8);
      expect(row.found / row.tried, row.mistake).toBeGreaterThanOrEqual(0.98);
    }
  }, 60_000);

  it('a reversed turn is only a mistake where it changes the relative facing', () => {
    for (const figure of correct) expect(Math.abs(relative(analyse(figure))) % 15).toBe(0);
  });
});
