import { describe, expect, it } from 'vitest';
import { analyse, armsAt } from '../../src/lib/core/analysis';
import { graph, keyOfState, nameOf, routes, stateOfHold, type ArmState } from '../../src/lib/core/arms';
import { applyEdits, markTime, newFigure, writeRoute, type Figure } from '../../src/lib/core/figure';

/** A route written into a figure is read again by the ordinary analysis and must end where it was meant to. */
const COUNTS = Array.from({ length: 12 }, (_, i) => `${i + 1} place`).join(' ');
const figure = (hands: string): Figure => ({
  ...newFigure('t', 'slot-swing'),
  start: { ...newFigure('t', 'slot-swing').start, hold: 'two-hand' },
  end: {},
  lines: `leader ${COUNTS}\nfollower ${COUNTS}\nhands ${hands}\n# kept`,
});
const settledKey = (s: ArmState) => keyOfState({ ...s, rests: [] });

describe('a route written into a figure', () => {
  const starts = [
    ['1 two hands low', stateOfHold('two-hand')],
    ['1 crossed, right over left', stateOfHold('crossed')],
    ['1 left to right low', stateOfHold('left-right')],
    ['1 right to right low', stateOfHold('handshake')],
  ] as const;

  it.each(starts)('from %s: ends in the state it was made for', (hands, from) => {
    let compared = 0;
    let same = 0;
    const off: string[] = [];
    for (const to of graph().states.filter((_, i) => i % 3 === 0)) {
      const found = routes(from, to, { beats: 7, turning: ['follower'] }, 2);
      if (!found.ok) continue;
      for (const route of found.value) {
        const edits = writeRoute(figure(hands), route, 24);
        expect(edits.ok).toBe(true);
        if (!edits.ok) continue;
        const written = applyEdits(figure(hands), edits.value);
        if (!written.ok) throw new Error(written.error);
        expect(written.value.lines.endsWith('# kept')).toBe(true);
        const a = analyse(written.value);
        expect(a.parsed.problems).toEqual([]);
        compared++;
        if (settledKey(armsAt(a.arms, a.end - 6, true)) === settledKey(to)) same++;
        else
          off.push(
            `${nameOf(to).title} <- ${written.value.lines.split('\n')[2]} = ${nameOf(armsAt(a.arms, a.end - 6, true)).title}`,
          );
      }
    }
    expect(compared).toBeGreaterThan(20);
    expect(same / compared, off.join('\n')).toBe(1);
  });

  it('says who has no step to turn on, and when it is too long', () => {
    const from = stateOfHold('two-hand');
    const to = stateOfHold('double-cross');
    const found = routes(from, to, { turning: ['follower'], keepHands: true });
    const route = found.ok ? found.value[0]! : undefined!;
    const gap = {
      ...figure('1 two hands low'),
      lines: 'leader 1 place 2 place 3 place 4 place\nfollower 1 place 2 place 3 hold 4 place',
    };
    expect(writeRoute(gap, route, 24)).toEqual({
      ok: false,
      error: { code: 'no-step', role: 'follower', tick: 24 },
    });
    expect(writeRoute(gap, route, 36)).toMatchObject({ error: { code: 'too-long' } });
    const longer = applyEdits(gap, markTime(gap, 2));
    if (!longer.ok) throw new Error('it could not be lengthened');
    expect(writeRoute(longer.value, route, 36).ok).toBe(true);
  });

  it('opens the words for several steps it has to turn in', () => {
    const f = {
      ...figure('1 two hands low'),
      lines: 'leader 1 triple 3 triple 5 triple\nfollower 1 triple 3 triple 5 triple\nhands 1 two hands low',
    };
    const found = routes(stateOfHold('two-hand'), stateOfHold('double-cross'), {
      keepHands: true,
      turning: ['follower'],
    });
    const edits = writeRoute(f, found.ok ? found.value[0]! : undefined!, 24);
    const written = applyEdits(f, edits.ok ? edits.value : []);
    const a = analyse(written.ok ? written.value : f);
    expect(a.roles.follower.total).toBe(360);
    expect(nameOf(armsAt(a.arms, a.end - 1, true)).title).toBe('Double cross, left on top');
  });

  it('leaves every other line and step alone', () => {
    const found = routes(stateOfHold('two-hand'), stateOfHold('hammerlock'), {
      keepHands: true,
      turning: ['follower'],
    });
    const route = found.ok ? found.value[0]! : undefined!;
    const edits = writeRoute(figure('1 two hands low'), route, 24);
    const written = applyEdits(figure('1 two hands low'), edits.ok ? edits.value : []);
    const lines = written.ok ? written.value.lines.split('\n') : [];
    expect(lines[0]).toBe(`leader ${COUNTS}`);
    expect(lines[1]).toBe(`follower ${COUNTS.replace('3 place 4 place', '3 place r1/2 4 place r1/2')}`);
    expect(lines[2]).toBe('hands 1 two hands low 2 raise left 4 lower left');
  });
});
