import { describe, expect, it } from 'vitest';
import type { Constraint, ConstraintCode, Mend } from '$lib/core/composer';
import { requestOf } from '$lib/core/composer';
import type { Difference, DifferenceCode, Joint } from '$lib/core/joints';
import {
  conflictSentences,
  constraintText,
  costText,
  differenceText,
  driftText,
  jointText,
  leftoverText,
  lengthText,
  list,
  manyText,
  mendText,
  boundsText,
  leftOutText,
  minutesText,
  rowText,
  turnsText,
  whyText,
} from './index';

const name = (id: string): string => ({ a: 'Push', b: 'Pass' })[id] ?? id;
const CODES: readonly DifferenceCode[] = [
  'foot',
  'hands',
  'rests',
  'place',
  'facing',
  'heading',
  'lane',
  'momentum',
  'overlap',
  'dance',
  'counting',
];
const difference = (code: DifferenceCode, rest: Partial<Difference> = {}): Difference => ({
  code,
  fit: 'bridge',
  cost: 1,
  amount: 1,
  role: 'leader',
  was: 'L',
  wanted: 'R',
  ...rest,
});

describe('joints', () => {
  it('every difference has its own sentence, ended by a full stop', () => {
    const said = CODES.map((c) => differenceText(difference(c)));
    expect(new Set(said).size).toBe(CODES.length);
    expect(said.every((s) => /^[A-Z].*\.$/.test(s))).toBe(true);
    expect(differenceText(difference('foot'))).toBe(
      'The leader has the left foot free; the right is needed.',
    );
    expect(differenceText(difference('hands', { fit: 'small', was: 'LR RL', wanted: 'LR' }))).toBe(
      'Hands change from left to right and right to left to left to right.',
    );
  });
  it('a joint is said by what the hands do, else by what is wrong, with its cost in parts', () => {
    const joint = (rest: Partial<Joint>): Joint => ({
      fit: 'small',
      cost: 3,
      differences: [],
      acts: [],
      settle: { leader: 0, follower: 0 },
      ...rest,
    });
    expect(jointText(joint({ fit: 'fits', cost: 0 }))).toBe('Fits');
    expect(
      jointText(
        joint({
          fit: 'bridge',
          cost: Infinity,
          differences: [difference('foot'), difference('place', { fit: 'fits' })],
        }),
      ),
    ).toBe('wrong foot');
    expect(
      costText(joint({ differences: [difference('hands', { cost: 2 }), difference('lane', { cost: 1 })] })),
    ).toBe('some change: hands, slot');
    expect(costText(joint({ cost: Infinity }))).toBe('');
  });
  it('mends say what to do', () => {
    const say = (m: Mend) => mendText(m, name, (t) => String(t / 12 + 1));
    expect(say({ type: 'over', over: -0.4, cost: 0 })).toBe('Start 40 cm further over to the left');
    expect(say({ type: 'fill', bridge: { figures: ['a', 'b'], beats: 9, cost: 1 }, cost: 3 })).toBe(
      'Push, Pass in between (9 beats)',
    );
    expect(
      say({
        type: 'repair',
        roles: ['leader'],
        said: [{ role: 'leader', code: 'add-step', tick: 48 }],
        result: {} as never,
        cost: 4,
      }),
    ).toBe('The leader adds a step at 5');
  });
});

describe('composing', () => {
  const request = requestOf(32, {
    must: ['a'],
    mustNot: ['b'],
    level: 2,
    inRow: 1,
    inAll: 2,
    turns: 3,
    hits: [5],
    hitsMust: true,
    start: { type: 'figure', id: 'b' },
    end: { type: 'hold', hold: 'closed', formation: 'closed' },
    joints: 'fits',
  });
  const codes: readonly ConstraintCode[] = [
    'beats',
    'start',
    'end',
    'loop',
    'must',
    'must-not',
    'level',
    'in-row',
    'in-all',
    'turns',
    'hits',
    'fits-only',
  ];
  it('every constraint has words of its own', () => {
    const said = codes.map((code) => constraintText({ code, id: 'a' }, request, name));
    expect(new Set(said).size).toBe(codes.length);
    expect(constraintText({ code: 'must', id: 'a' }, request, name)).toBe('with Push');
  });
  it('says what conflicts, what to give up, and what length would do', () => {
    const c = (code: ConstraintCode): Constraint => ({ code });
    const nearest = { below: 30, above: undefined };
    expect(
      conflictSentences({ core: [c('beats'), c('in-row')], relax: [c('in-row')], nearest }, request, name),
    ).toEqual([
      'None exist: exactly 32 beats and no figure twice in a row do not go together.',
      'Give up no figure twice in a row and there are some.',
      'With all else as it is, 30 beats can be filled.',
    ]);
    expect(conflictSentences({ core: [c('beats')], relax: [c('beats')], nearest }, request, name)[0]).toBe(
      'None exist: 32 beats cannot be filled with these figures.',
    );
    expect(
      conflictSentences(
        { core: [], relax: [], nearest: { below: undefined, above: undefined } },
        request,
        name,
      ).length,
    ).toBe(1);
  });
  it('why one ranks', () => {
    const parts = { joints: 2, variety: 0, curve: 1, hits: 4 };
    const one = { figures: [], cost: 7, parts, hitsMet: 1, joints: [] };
    const r = requestOf(32, { curve: 'arch', hits: [1, 9] });
    expect(
      whyText({ ...one, changes: [{ code: 'hands', beats: [17] }], twice: { same: 0, family: 0 } }, r),
    ).toBe(
      'Hands change once, on 17; no two of a kind in a row; the levels nearly come as wanted; 1 of 2 marks met',
    );
    expect(whyText({ ...one, changes: [], twice: { same: 1, family: 2 } }, requestOf(32))).toBe(
      'Nothing changes at a link; the same figure follows itself once, two of a kind follow each other twice',
    );
  });
  it('every way figures can differ at a joint has words, without a number of points', () => {
    for (const code of CODES) {
      const said = whyText(
        {
          figures: [],
          cost: 1,
          parts: { joints: 1, variety: 0, curve: 0, hits: 0 },
          hitsMet: 0,
          joints: [],
          changes: [{ code, beats: [9, 17] }],
          twice: { same: 0, family: 0 },
        },
        requestOf(32),
      );
      expect(said).toMatch(/, on 9 and 17; /);
      expect(said).not.toMatch(/cost|points/);
    }
  });
  it('what cannot be counted is said as bounds, and what was left out by name', () => {
    expect(boundsText({ atLeast: 10n, atMost: 2_500_000n })).toBe('At least 10 exist, at most 2.5 million');
    expect(leftOutText([])).toBe('');
    expect(leftOutText(['Push'])).toBe('Left out, unfinished or with something wrong in it: “Push”.');
    expect(leftOutText(['a', 'b', 'c', 'd', 'e'])).toContain('“d” and 1 more');
  });
  it('numbers are read out', () => {
    expect([manyText(83_664n), manyText(2_500_000n), manyText(94_267_352_542n)]).toEqual([
      '83,664',
      '2.5 million',
      '9.4 × 10¹⁰',
    ]);
  });
});

describe('sums', () => {
  it('lengths, leftovers, turns and drift', () => {
    expect([lengthText(48, 8), lengthText(18, 6), lengthText(30, 8)]).toEqual([
      '48 beats · 6 eights',
      '18 beats · 6 bars',
      '30 beats · 3.8 eights',
    ]);
    expect(leftoverText({ toEight: 0, toPhrase: 0 }, 48)).toBe('fills the 48 exactly');
    expect(leftoverText({ toEight: 2, toPhrase: 18 }, 32)).toBe('2 beats to the eight, 18 to the 32');
    expect([turnsText(0, 0), turnsText(1.5, 1)]).toEqual(['no turns', '1.5 turns, 1.0 in a row']);
    expect(driftText({ x: 0, y: 0, turn: 0 }, 'spot')).toBe('ends where it began');
    expect(driftText({ x: 0, y: 3.2, turn: 0 }, 'line-of-dance')).toBe('moves about 3.2 m along the line');
    expect(driftText({ x: 0.2, y: 0, turn: -180 }, 'slot')).toBe(
      'ends about 0.2 m away, facing the other way along the slot',
    );
    expect(rowText({ eight: 2, fold: 6 })).toBe('bars 3–4');
    expect([minutesText(83), list(['a']), list(['a', 'b', 'c'])]).toEqual(['1:23', 'a', 'a, b and c']);
  });
});
