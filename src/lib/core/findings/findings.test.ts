import { CAUTION_CASES } from '../../../../tests/corpus/cautions';
import { describe, expect, it } from 'vitest';
import { findingText, remedyText } from '../../messages';
import { analyse, type Heights } from '../analysis';
import { newFigure, type Details, type Figure } from '../figure';
import { RULES, check, fixesFor, keyOf, type FindingCode, type Severity } from './index';

const figure = (lines: string, extra: Partial<Details> = {}): Figure => ({
  ...newFigure('t', 'slot-swing'),
  tempo: { min: 90, max: 100 },
  ...extra,
  lines,
});
const start = (
  formation: Details['start']['formation'],
  hold: Details['start']['hold'],
  followerFree: 'L' | 'R' = 'R',
): Partial<Details> => ({ start: { formation, hold, facing: 0, leaderFree: 'L', followerFree } });
const two = (line: string, other = line) => `leader ${line}\nfollower ${other}`;

/**
 * One seeded mistake a rule, each in a figure that is otherwise right. The check must give exactly the finding that
 * names it. Source of the mistakes: common practice.
 */
const PLACE = '1 place 2 place 3 place 4 place';
const spin = [1, 2, 3, 4, 5, 6, 7, 8].map((n) => `${n} place r3/8`).join(' ');
const SIX = '1 place 2 place 3 place 4 place 5 place 6 place';
const TURN = '1 place 2 place 3 place r1/2 4 place r1/2 5 place 6 place';
const held = (follower: string, rest: string, extra: Partial<Details> = {}) =>
  figure(`${two(SIX, follower)}\n${rest}`, { level: 4, ...start('open', 'none'), ...extra });
const SEEDED: readonly [FindingCode, Severity, Figure, Heights?][] = [
  ['overlap', 'wrong', figure(two(PLACE, '1 place 2 place 3 place 3 place'))],
  ['standing-step', 'wrong', figure(two(PLACE, '1 place 2 place 3 L place 4 place'))],
  [
    'standing-gesture',
    'wrong',
    figure(two('1 place 2 touch 3 place 4 hold', '1 place 2 R touch 3 place 4 hold')),
  ],
  [
    'split-unsaid',
    'look',
    figure(two('1 split 2 replace 3 place 4 place', '1 split 2 L replace 3 place 4 place')),
  ],
  ['role-empty', 'look', figure('leader 1 side 2 close\nfollower ')],
  ['totals-differ', 'wrong', figure(two(PLACE, '1 place 2 place 3 place'))],
  [
    'same-foot',
    'wrong',
    figure(two('1 place 2 place 3 triple 5 triple', '1 place 2 place 3 place 4 place 5 triple')),
  ],
  ['end-foot', 'wrong', figure(two('1 side 2 close 3 place 4 hold'))],
  [
    'own-timing',
    'look',
    figure(two('1 side 2 close 3 place & hold 4 place', '1 side 2 close 3 hold & place 4 place')),
  ],
  ['odd-length', 'look', figure(two('1 side 2 close 3 side 4 close 5 hold'))],
  ['end-facing', 'wrong', figure(two(PLACE, '1 place 2 place r1/4 3 place 4 place'))],
  [
    'end-place',
    'look',
    figure(two('1 place l1/4 2 place l1/4 3 place 4 place'), {
      dance: 'six-count-swing',
      ...start('open', 'none'),
    }),
  ],
  [
    'turn-too-fast',
    'caution',
    figure(`${two(PLACE, '1 place 2 place 3 place r1 4 place')}\nhands 1 left to right low 2 raise 4 lower`, {
      tempo: { min: 100, max: 124 },
    }),
  ],
  [
    'long-spin',
    'caution',
    figure(two(`${PLACE} 5 place 6 place 7 place 8 place`, spin), start('open', 'none')),
  ],
  [
    'lane-blocked',
    'caution',
    figure(
      two(
        '1 place 2 place 3 place l1/4 & close l1/4 4 place 5 hook & replace 6 place',
        '1 fwd 2 fwd 3 fwd & fwd small l1/4 4 back l1/4 5 hook & replace 6 back',
      ),
    ),
  ],
  [
    'collision',
    'caution',
    figure(two('1 fwd large 2 fwd 3 back 4 back large'), {
      dance: 'six-count-swing',
      ...start('closed', 'none'),
    }),
  ],
  [
    'out-of-reach',
    'look',
    figure(two('1 back large 2 close 3 fwd large 4 close', '1 back 2 close 3 fwd 4 close')),
  ],
  ['arm-locks', 'wrong', held(TURN, 'hands 1 left to right low\nleads 2 prepare')],
  [
    'arms-crossed',
    'wrong',
    held(
      '1 place 2 place 3 place r1/2 4 place r1/2 5 place r1/2 6 place r1/2',
      'hands 1 two hands low 2 raise both 6& lower both',
    ),
  ],
  ['arms-tight', 'caution', held(TURN, 'hands 1 crossed, left over right low 2 raise both 5 lower both')],
  [
    'end-hold',
    'wrong',
    held(TURN, 'hands 1 two hands low 2 raise both 5 lower both', {
      end: { formation: 'open', hold: 'two-hand' },
    }),
  ],
  [
    'end-heading',
    'wrong',
    figure('leader 1 fwd 2 r1/4 side 3 close\nfollower 1 back 2 r1/4 side 3 close', {
      dance: 'waltz',
      ...start('closed', 'closed'),
      end: { formation: 'closed', facing: 45 },
    }),
  ],
  [
    'which-side',
    'look',
    figure(two('1 back 2 place r1/4 3 place & place 4 place l1/4', '1 fwd 2 fwd 3 fwd & fwd 4 fwd'), {
      ...start('open', 'none'),
      end: { formation: 'back-to-back', leaderFree: 'R', followerFree: 'L' },
    }),
  ],
  [
    'steps-part',
    'look',
    figure('leader 1 fwd 2 side\nfollower 1 fwd 2 side', {
      dance: 'tango',
      ...start('close-embrace', 'close-embrace'),
    }),
  ],
  ['hand-twice', 'wrong', held(SIX, 'hands 1 left to right low 3 left to left')],
  ['hand-not-held', 'look', held(SIX, 'hands 1 left to right low 3 raise right')],
  [
    'not-raised',
    'wrong',
    held(
      '1 place 2 place 3 place r1/4 4 place r1/4 5 place 6 place',
      'hands 1 left to right low 5 left over follower head\nleads 2 prepare',
      { end: { formation: 'tandem' } },
    ),
  ],
  ['turn-blocked', 'wrong', held(TURN, 'hands 1 left to right low, right on back 2 raise left 5 lower left')],
  ['grip-clamped', 'caution', held(TURN, 'hands 1 left to right low clamped 2 raise 5 lower')],
  ['behind-back', 'caution', held(TURN, 'hands 1 two hands low 2 raise left 5 lower left')],
  [
    'take-out-of-reach',
    'look',
    figure(`${two('1 place 2 place 3 fwd 4 fwd 5 place 6 place')}\nhands 2 catch left to right low`, {
      dance: 'six-count-swing',
      end: { formation: 'open' },
      ...start('apart', 'none'),
    }),
  ],
  [
    'headroom',
    'look',
    held(TURN, 'hands 1 left to right low 2 raise 5 lower'),
    { leader: 1.45, follower: 1.95 },
  ],
  [
    'no-lead',
    'look',
    held(
      '1 place 2 place 3 place r1/4 4 place r1/4 5 place l1/4 6 place l1/4',
      'hands 1 left to right low\nleads 3 prepare',
    ),
  ],
  ['no-stop', 'look', held(SIX, 'leads 3 stop')],
];

describe('each seeded mistake', () => {
  it('there is one for every rule', () => {
    const told = [...SEEDED.map(([code]) => code), ...CAUTION_CASES.map((c) => c.code)];
    expect(new Set(told)).toEqual(new Set(RULES.map((r) => r.code)));
  });

  it.each(SEEDED)('%s (%s): is named, alone, and has a sentence', (code, severity, f, heights) => {
    const found = check(analyse(f, heights));
    expect(found.map((x) => x.code)).toEqual([code]);
    expect(found[0]?.severity).toBe(severity);
    const { sentence, why } = findingText(found[0]!);
    expect(sentence + why).not.toMatch(/undefined|NaN/);
    expect(sentence.length).toBeGreaterThan(10);
  });

  it.each(SEEDED)('%s (%s): every fix repairs it and brings nothing new', (code, _severity, f, heights) => {
    const a = analyse(f, heights);
    const finding = check(a)[0]!;
    const fixes = fixesFor(a, finding, 4, heights);
    expect(fixes.length).toBeGreaterThan(0);
    for (const fix of fixes) {
      const after = check(analyse(fix.result, heights));
      expect(after.map(keyOf), remedyText(fix)).not.toContain(keyOf(finding));
      expect(after, remedyText(fix)).toEqual([]);
      expect(remedyText(fix)).not.toMatch(/undefined|NaN/);
    }
    expect(code).toBe(finding.code);
  });
});

describe('plans that are said are not findings', () => {
  it.each([
    [
      'both on the same foot on purpose',
      figure(two('1 side 2 close 3 triple 5 triple', '1 side 2 close 3 side 4 close 5 side 6 close'), {
        sameFoot: [{ from: 3, to: 4 }],
      }),
    ],
    [
      'tandem begins and stays on the same foot',
      figure(two('1 back 2 replace 3 kick 4 place 5 kick 6 tap 7 kick 8 place'), {
        dance: 'eight-count-swing',
        ...start('tandem', 'none', 'L'),
      }),
    ],
    [
      'an ending on the other foot',
      figure(two('1 side 2 close 3 place 4 hold'), { end: { leaderFree: 'R', followerFree: 'L' } }),
    ],
    [
      'an ending in another position',
      figure(two('1 place 2 place 3 place 4 place', '1 place 2 place 3 place l1/4 4 place l1/4'), {
        ...start('open', 'none'),
        end: { formation: 'tandem' },
      }),
    ],
  ])('%s', (_name, f) => expect(check(analyse(f)).filter((x) => x.severity === 'wrong')).toEqual([]));

  it('where nothing is said about the hands, an arm that would lock is only worth a look', () => {
    const f = figure(two(SIX, TURN), { level: 4, ...start('open', 'left-right') });
    const found = check(analyse(f));
    expect(found.map((x) => [x.code, x.severity])).toEqual([['arm-locks', 'look']]);
    const fix = fixesFor(analyse(f), found[0]!)[0]!;
    expect(fix.result.lines).toMatch(/hands \d raise left/);
    expect(check(analyse(fix.result))).toEqual([]);
  });

  it('a wrong foot that is put right within two beats is only worth a look', () => {
    const f = figure(
      two('1 triple 3 triple 5 place 6 place', '1 place 2 place 3 place 4 place 5 place 6 place'),
      { ownTiming: [{ from: 3, to: 4 }] },
    );
    expect(
      check(analyse(f))
        .filter((x) => x.code === 'same-foot')
        .map((x) => x.severity),
    ).toEqual(['look']);
  });

  it('the first mend of a missing step is the step the partner takes', () => {
    const a = analyse(
      figure(two('1 back 2 close 3 triple 5 hook & replace 6 place', '1 fwd 2 fwd 3 triple 5 hook 6 back')),
    );
    const fixes = fixesFor(a, check(a)[0]!);
    expect(remedyText(fixes[0]!, 'follower')).toBe('Add a step at 5&');
  });

  it('two mistakes are mended one after the other', () => {
    let f = figure(two(PLACE, '1 place 2 R place 3 place 4 R place'));
    for (let i = 0; i < 3 && check(analyse(f)).length > 0; i++) {
      const a = analyse(f);
      f = fixesFor(a, check(a)[0]!)[0]!.result;
    }
    expect(check(analyse(f))).toEqual([]);
  });
});
