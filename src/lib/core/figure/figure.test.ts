import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { shareTurn, parse } from '../notation';
import { positionAt } from '../time';
import { UNITS, UNIT_NAMES } from '../vocabulary';
import {
  applyEdit,
  difference,
  lengthOf,
  newFigure,
  openUnit,
  resolveMoves,
  spansOf,
  timeWords,
  resolveWords,
  writtenTick,
  type Details,
  type Figure,
  type FigureEdit,
} from './index';

const figure = (lines: string, extra: Partial<Details> = {}): Figure =>
  deepFreeze({ ...newFigure('t', 'slot-swing'), feel: 'straight', ...extra, lines });
const ticks = (f: Figure, role: 'leader' | 'follower' = 'leader') =>
  resolveMoves(parse(f.lines), role, f).placed.map((p) => p.tick);
const edited = (f: Figure, edit: FigureEdit): Figure => {
  const r = applyEdit(f, edit);
  if (!r.ok) throw new Error(r.error);
  return r.value;
};
function deepFreeze<T>(x: T): T {
  if (typeof x === 'object' && x !== null) Object.values(Object.freeze(x)).forEach(deepFreeze);
  return x;
}
const at = (item: number, step = 0, line = 0) => ({ line, item, step });

describe('resolving', () => {
  it('a count lasts until the next, and the last until its beat ends', () => {
    const { placed, end } = resolveMoves(
      parse('leader 1 back 2 close 3 place & place 4 fwd'),
      'leader',
      figure(''),
    );
    expect(placed.map((p) => [p.tick, p.end])).toEqual([
      [0, 12],
      [12, 24],
      [24, 30],
      [30, 36],
      [36, 48],
    ]);
    expect(end).toBe(48);
  });

  it('counting starts again at 1 after the bar, and nowhere else', () => {
    expect(ticks(figure('leader 1 fwd 2 side 3 close 1 back 2 side 3 close', { dance: 'waltz' }))).toEqual([
      0, 12, 24, 36, 48, 60,
    ]);
    expect(ticks(figure('leader 2 fwd 3 replace 4 side & close 1 side', { dance: 'cha-cha' }))).toEqual([
      12, 24, 36, 42, 48,
    ]);
    const slip = resolveMoves(parse('leader 1 fwd 2 fwd 3 fwd 2 back'), 'leader', figure(''));
    expect(slip.clashes.map((c) => c.tick)).toEqual([12]);
  });

  it('a 1 after a larger count begins a new span where the last one ended, its last unit full (common practice)', () => {
    const six = figure('leader 1 fwd 6 fwd 1 fwd 6 fwd 1 fwd');
    expect(ticks(six)).toEqual([0, 60, 72, 132, 144]);
    expect(spansOf(parse(six.lines), six)).toEqual([6, 12]);
    expect(ticks(figure('leader 1 fwd 7 fwd 1 fwd 4 fwd'))).toEqual([0, 72, 96, 132]);
    expect(ticks(figure('leader 1 fwd 5 anchor 1 fwd'))).toEqual([0, 48, 54, 60, 72]);
    const words = figure('leader 1 fwd 8 fwd 1 fwd 4 fwd\nhands 1 two hands 3 raise both 1 lower both');
    expect(timeWords(parse(words.lines), 'hands', words).map((t) => t.tick)).toEqual([0, 24, 96]);
  });

  it('quicks and slows follow on from each other and from counts', () => {
    expect(ticks(figure('leader Q fwd Q fwd S back Q close'))).toEqual([0, 12, 24, 48]);
    expect(ticks(figure('leader 1 fwd 2 fwd S back Q close'))).toEqual([0, 12, 24, 48]);
  });

  it('an "and" before 1 borrows from the beat before', () => {
    const line = resolveMoves(
      parse('leader & hook 1 replace 2 fwd 3 back'),
      'leader',
      figure('', { dance: 'hustle' }),
    );
    expect(line.placed.map((p) => p.tick)).toEqual([-6, 0, 12, 24]);
    expect([line.start, line.end]).toEqual([0, 36]);
  });

  it('a repeated span is danced several times and moves the rest', () => {
    const f = figure('leader 1 fwd 2 fwd 3 side 4 close\ncalls 1 walk 3 side', {
      repeat: { from: 1, to: 2, times: 3 },
    });
    expect(ticks(f)).toEqual([0, 12, 24, 36, 48, 60, 72, 84]);
    expect(lengthOf(parse(f.lines), f)).toBe(96);
    expect(resolveWords(parse(f.lines), 'calls', f, 96).map((w) => [w.tick, w.text])).toEqual([
      [0, 'walk'],
      [24, 'walk'],
      [48, 'walk'],
      [72, 'side'],
    ]);
    expect([0, 24, 60, 72, 84].map((t) => writtenTick(t, f))).toEqual([0, 0, 12, 24, 36]);
  });

  it('every rhythm word opens to its steps inside its length, and shares all of its turn', () => {
    for (const unit of UNIT_NAMES) {
      const row = UNITS[unit];
      const f = figure(`leader 1 ${unit} r3/8`);
      const placed = resolveMoves(parse(f.lines), 'leader', f).placed;
      expect(placed.length, unit).toBe(row.steps.length);
      expect(placed.at(-1)?.end, unit).toBe(row.beats * 12);
      if (unit !== 'rest')
        expect(
          placed.reduce((t, p) => t + (p.action.turn ?? 0), 0),
          unit,
        ).toBe(135);
    }
  });

  it('a shared turn adds up in multiples of 15°', () => {
    fc.assert(
      fc.property(fc.integer({ min: -96, max: 96 }), fc.integer({ min: 1, max: 4 }), (n, parts) => {
        const shares = shareTurn(n * 15, parts);
        expect(shares.reduce((a, b) => a + b, 0)).toBe(n * 15);
        expect(shares.every((s) => s % 15 === 0)).toBe(true);
      }),
    );
    expect(
      openUnit({ type: 'unit', unit: 'triple', foot: 'R', turn: 180, then: 90 }).map((a) => [
        a.foot,
        a.turn,
        a.then,
      ]),
    ).toEqual([
      ['R', 60, undefined],
      [undefined, 60, undefined],
      [undefined, 60, 90],
    ]);
  });

  it('the length for lists agrees with the resolved one', () => {
    for (const lines of [
      'leader 1 triple 3 rock step',
      'leader S fwd Q side Q close',
      'leader 2 fwd 3 back\nfollower 1 fwd 4 back',
      '',
    ]) {
      const f = figure(lines);
      const roles = (['leader', 'follower'] as const)
        .map((r) => resolveMoves(parse(lines), r, f))
        .filter((r) => r.placed.length > 0);
      const expected = roles.length
        ? Math.max(...roles.map((r) => r.end)) - Math.min(...roles.map((r) => r.start))
        : 0;
      expect(lengthOf(parse(lines), f), lines).toBe(expected);
    }
  });
});

describe('editing', () => {
  const push = figure(
    'leader 1 back 2 close 3 place & place 4 fwd\n# kept\nfollower 1 fwd 2 fwd zzz 3 triple',
  );

  it('changes one part and leaves every other word alone', () => {
    const f = edited(push, {
      type: 'set-action',
      role: 'leader',
      at: at(1),
      patch: { kind: 'touch', direction: 'side' },
    });
    expect(f.lines).toBe(
      'leader 1 back 2 touch side 3 place & place 4 fwd\n# kept\nfollower 1 fwd 2 fwd zzz 3 triple',
    );
  });

  it('opens a rhythm word when one of its steps changes', () => {
    const f = edited(push, { type: 'set-action', role: 'follower', at: at(2, 1, 2), patch: { turn: 90 } });
    expect(f.lines.split('\n')[2]).toBe('follower 1 fwd 2 fwd zzz 3 place & r1/4 close 4 place');
  });

  it('moves, adds and takes out, writing counts that still say the same', () => {
    expect(edited(push, { type: 'move', role: 'leader', at: at(1), by: 6 }).lines.split('\n')[0]).toBe(
      'leader 1 back 2& close 3 place & place 4 fwd',
    );
    expect(edited(push, { type: 'delete', role: 'leader', at: at(2) }).lines.split('\n')[0]).toBe(
      'leader 1 back 2 close 3& place 4 fwd',
    );
    expect(
      edited(push, {
        type: 'insert',
        role: 'leader',
        tick: 6,
        action: { type: 'action', kind: 'hold' },
      }).lines.split('\n')[0],
    ).toBe('leader 1 back & hold 2 close 3 place & place 4 fwd');
  });

  it('writes quicks and slows as counts only when time changes', () => {
    const f = figure('leader Q fwd Q fwd S back');
    expect(
      edited(f, { type: 'set-action', role: 'leader', at: at(0), patch: { direction: 'back' } }).lines,
    ).toBe('leader Q back Q fwd S back');
    expect(edited(f, { type: 'move', role: 'leader', at: at(2), by: 12 }).lines).toBe(
      'leader 1 fwd 2 fwd 4 back',
    );
  });

  it('starts a line that is not there, and refuses what is not there', () => {
    const empty = figure('hands 1 two hands');
    expect(
      edited(empty, {
        type: 'insert',
        role: 'leader',
        tick: 0,
        action: { type: 'action', kind: 'step', direction: 'fwd' },
      }).lines,
    ).toBe('leader 1 fwd\nhands 1 two hands');
    expect(applyEdit(push, { type: 'delete', role: 'leader', at: at(9) })).toEqual({
      ok: false,
      error: 'no-such-step',
    });
    expect(applyEdit(push, { type: 'move', role: 'leader', at: at(0), by: -12 })).toEqual({
      ok: false,
      error: 'before-the-start',
    });
  });

  it('details: undefined takes a field away', () => {
    const f = edited(
      { ...push, mistake: 'x' },
      { type: 'set-details', patch: { mistake: undefined, name: 'N' } },
    );
    expect('mistake' in f).toBe(false);
    expect(f.name).toBe('N');
  });

  it('any move lands where it says, keeps the number of steps and never breaks the text', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 4 }), fc.integer({ min: -24, max: 60 }), (item, by) => {
        const r = applyEdit(push, { type: 'move', role: 'leader', at: at(item), by });
        if (!r.ok) return;
        const now = ticks(r.value);
        expect(now.length).toBe(5);
        expect(parse(r.value.lines).problems.length).toBe(parse(push.lines).problems.length);
        expect(now.every((t) => positionAt(t, 'straight'))).toBe(true);
        expect(now).toEqual([...now].sort((a, b) => a - b));
      }),
    );
  });

  it('writes numbers as quicks and slows and back, and says when there is no such form', () => {
    const numbers = figure('leader 1 side 3 side 5 back 6 replace\nfollower 1 side 3 side 5 back 6 replace');
    const values = edited(figure('leader 1 fwd 2 hold 3 fwd'), { type: 'respell', as: 'quick-slow' });
    expect(values.lines).toBe('leader Q fwd Q hold Q fwd');
    const spoken = edited(numbers, { type: 'respell', as: 'quick-slow' });
    expect(spoken.lines).toBe(
      'leader S side S side Q back Q replace\nfollower S side S side Q back Q replace',
    );
    expect(ticks(spoken)).toEqual(ticks(numbers));
    expect(edited(spoken, { type: 'respell', as: 'counts' }).lines).toBe(numbers.lines);
    const tango = figure('leader S fwd Q side Q close', { dance: 'ballroom-tango' });
    expect(edited(tango, { type: 'respell', as: 'counts' }).lines).toBe('leader 1 fwd 2 side & close');
    for (const lines of ['leader 1 fwd & fwd 2 fwd', 'leader 1 triple', 'leader 2 fwd']) {
      expect(applyEdit(figure(lines), { type: 'respell', as: 'quick-slow' })).toEqual({
        ok: false,
        error: 'no-quick-slow',
      });
    }
  });

  it('the smallest difference turns one text into the other', () => {
    fc.assert(
      fc.property(fc.string({ maxLength: 12 }), fc.string({ maxLength: 12 }), (a, b) => {
        const d = difference(a, b);
        expect(d ? a.slice(0, d.from) + d.insert + a.slice(d.to) : a).toBe(b);
      }),
    );
  });
});
