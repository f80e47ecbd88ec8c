import { describe, expect, it } from 'vitest';
import { analyse, armsAt, type Analysis } from '../../src/lib/core/analysis';
import { inRange, nameOf } from '../../src/lib/core/arms';
import { ROLES, TICKS_PER_BEAT } from '../../src/lib/core/base';
import { applyEdit, newFigure, type Details, type Figure } from '../../src/lib/core/figure';
import { check } from '../../src/lib/core/findings';
import { demoFigures } from '../../src/lib/demo/figures';

/** The arms of whole figures: what the turns on the floor and the hands line together make of them. */
const demo = (id: string): Analysis => analyse(demoFigures.find((f) => f.id === `demo-${id}`)!);
const titleAt = (a: Analysis, beat: number) =>
  nameOf(armsAt(a.arms, (beat - 1) * TICKS_PER_BEAT, true)).title;
const figure = (lines: string, extra: Partial<Details> = {}): Figure => ({
  ...newFigure('t', 'slot-swing'),
  level: 4,
  ...extra,
  lines,
});
const PLACE = 'leader 1 place 2 place 3 place 4 place 5 place 6 place';
const turning = (follower: string, hands: string, extra: Partial<Details> = {}) =>
  analyse(figure(`${PLACE}\nfollower ${follower}\nhands ${hands}\nleads 2 prepare`, extra));
const RIGHT = '1 place 2 place 3 place r1/2 4 place r1/2 5 place 6 place';
const codes = (a: Analysis) => check(a).map((f) => f.code);

describe('demo figures', () => {
  it('every one has a hands line that is understood, and no arm out of range', () => {
    for (const f of demoFigures) {
      const a = analyse(f);
      expect(
        a.words.some((w) => w.track === 'hands'),
        f.id,
      ).toBe(true);
      expect(a.parsed.problems, f.id).toEqual([]);
      if (f.mistake !== undefined) continue;
      for (let t = 0; t <= a.end; t += 3) {
        for (const arm of armsAt(a.arms, t, true).arms)
          for (const r of ROLES)
            if (arm.height !== 'overhead') expect(inRange(arm[r], arm.w[r]), f.id).toBe(true);
      }
    }
  });
  it('a double cross is made and undone', () => {
    const a = demo('double-cross');
    expect([titleAt(a, 1), titleAt(a, 5), titleAt(a, 9)]).toEqual([
      'Two-hand hold',
      'Double cross, left on top',
      'Two-hand hold',
    ]);
  });
  it('a wrap becomes a hammerlock with the same hand kept low, and comes home', () => {
    const a = demo('wrap-hammerlock');
    expect([4, 8, 12, 16].map((n) => titleAt(a, n))).toEqual([
      'Wrap into the leader’s right arm',
      'Two-hand hold',
      'Hammerlock, follower’s left arm',
      'Two-hand hold',
    ]);
  });
  it('a shadow is blocked at the hip; a free spin drops and catches', () => {
    expect(titleAt(demo('shadow-block'), 5)).toBe('Shadow, right to right, blocked at the hip');
    const spin = demo('free-spin');
    expect([titleAt(spin, 1), titleAt(spin, 3), titleAt(spin, 5)]).toEqual([
      'Open hold, left to right',
      'No hold',
      'Open hold, left to right',
    ]);
  });
  it('the wrong plan locks the follower’s right arm at the second half turn', () => {
    const [finding] = check(demo('turn-locked'));
    expect([finding?.code, finding?.role, finding?.details.hand, finding?.details.half]).toEqual([
      'arm-locks',
      'follower',
      'right',
      2,
    ]);
  });
});

describe('turning while going past each other (model: the same turn counts once on one side, not on the other)', () => {
  it('a half left turn past the leader’s left is no turn for the arms, past the right it is a whole one', () => {
    const left = demo('left-pass').arms;
    const right = demo('right-pass').arms;
    expect(Math.abs(Math.round(left.phi.follower.at(-1)! / 360))).toBe(0);
    expect(Math.round(right.phi.follower.at(-1)! / 360)).toBe(-1);
    expect(left.passes).toEqual([]);
    expect(right.passes.map((p) => [p.arm, p.role, p.by])).toEqual([['L', 'follower', -1]]);
  });
  it('a leader who keeps facing the passing follower has turned nothing', () => {
    for (const id of ['left-pass', 'right-pass', 'salsa1-cross'])
      expect(Math.abs(Math.round(demo(id).arms.phi.leader.at(-1)! / 180)), id).toBe(0);
  });
});

describe('hands with turns', () => {
  it.each([
    ['1 two hands low 2 raise both 5 lower both', 'Double cross, left on top', []],
    ['1 two hands low 2 raise left 5 lower left', 'Hammerlock, follower’s left arm', ['behind-back']],
    ['1 two hands low 2 raise right 5 lower right', 'Locked, follower’s right arm', ['arm-locks']],
    ['1 right to right low 2 raise 5 lower', 'Handshake', []],
    ['1 left to right low 2 raise 3 release 5 catch right to right', 'Handshake', []],
    ['1 two hands low 2 release right, raise left 5 lower left, catch right to left', 'Two-hand hold', []],
    ['1 crossed, right over left 2 raise both 5 lower both', 'Crossed hands, left on top', []],
    ['1 crossed, left over right 2 raise both 5 lower both', undefined, ['arms-tight']],
    ['1 left to right low 2 raise 4 change to right to right 5 lower', 'Handshake', []],
    [
      '1 left to right low 2 drape right on neck 3 raise left 5 lower left, release right',
      'Open hold, left to right',
      ['turn-blocked'],
    ],
  ])('a whole right turn, %s', (hands, title, found) => {
    const a = turning(RIGHT, hands);
    if (title !== undefined) expect(titleAt(a, 6)).toBe(title);
    expect(codes(a)).toEqual(found);
  });

  it('half a left turn under the left hand is a wrap; lowered behind instead it is not', () => {
    const half = '1 place 2 place 3 place l1/4 4 place l1/4 5 place 6 place';
    const end = { end: { formation: 'tandem' } } as const;
    expect(titleAt(turning(half, '1 two hands low 2 raise left 5 lower left in front', end), 6)).toBe(
      'Wrap into the leader’s right arm',
    );
    expect(titleAt(turning(half, '1 two hands low 2 raise left 5 lower left behind', end), 6)).toMatch(
      /^Half wrap/,
    );
  });

  it('the leader’s own turn under both hands crosses them too', () => {
    const a = analyse(
      figure(
        'leader 1 place 2 place 3 place r1/2 4 place r1/2 5 place 6 place\nfollower 1 place 2 place 3 place 4 place 5 place 6 place\nhands 1 two hands low 2 raise both 5 lower both',
      ),
    );
    expect(titleAt(a, 6)).toBe('Double cross, left on top');
    expect(a.arms.passes.map((p) => p.role)).toEqual(['leader', 'leader']);
  });

  it('a figure may begin in another hold than the one that is usual, said at its first count', () => {
    const a = analyse(
      figure(
        `${PLACE}\nfollower 1 place 2 place 3 place 4 place 5 place 6 place\nhands 1 crossed, left over right`,
      ),
    );
    expect(titleAt(a, 1)).toBe('Crossed hands, left on top');
  });

  it('where nothing is said the starting hold stays to the end', () => {
    const a = analyse(figure(`${PLACE}\nfollower 1 place 2 place 3 place 4 place 5 place 6 place`));
    expect(titleAt(a, 6)).toBe('Open hold, left to right');
  });
});

describe('writing words at a count', () => {
  const f = figure(`${PLACE}\nfollower ${RIGHT}\nhands 1 two hands low, 4 lower both\ncalls 1 walk`);
  const lines = (edit: Parameters<typeof applyEdit>[1]) => {
    const r = applyEdit(f, edit);
    return r.ok ? r.value.lines.split('\n') : [];
  };
  it('adds a count in its place, adds to a count, replaces and takes out', () => {
    expect(lines({ type: 'write-words', track: 'hands', tick: 12, text: 'raise both' })[2]).toBe(
      'hands 1 two hands low, 2 raise both 4 lower both'.replace('low, 2', 'low 2'),
    );
    expect(lines({ type: 'write-words', track: 'hands', tick: 36, text: 'palm up', add: true })[2]).toMatch(
      /4 lower both, palm up$/,
    );
    expect(lines({ type: 'write-words', track: 'hands', tick: 36, text: 'release' })[2]).toMatch(
      /4 release$/,
    );
    expect(lines({ type: 'write-words', track: 'hands', tick: 36 })[2]).toBe('hands 1 two hands low');
  });
  it('starts a line where there is none, in the order of the lines, and leaves all others alone', () => {
    const after = lines({ type: 'write-words', track: 'leads', tick: 12, text: 'prepare' });
    expect(after[3]).toBe('leads 2 prepare');
    expect(after.filter((_, i) => i !== 3)).toEqual(f.lines.split('\n'));
  });
  it('refuses a place before the first count', () => {
    expect(applyEdit(f, { type: 'write-words', track: 'hands', tick: -12, text: 'raise' })).toEqual({
      ok: false,
      error: 'before-the-start',
    });
  });
});
