import { describe, expect, it } from 'vitest';
import { analyse, armsAt, trunkAt } from '../../src/lib/core/analysis';
import { nameOf } from '../../src/lib/core/arms';
import { Repertoire, newCombination, planOf, wholeOf } from '../../src/lib/core/combination';
import { newFigure, type Figure } from '../../src/lib/core/figure';
import { likeness, signatureOf, suggestParts } from '../../src/lib/core/likeness';
import { trunkPoseAt } from '../../src/lib/core/scene';
import { mirror, swapRoles } from '../../src/lib/core/vary/convert';
import { trunkText } from '../../src/lib/messages';
import { demoFigures } from '../../src/lib/demo';

const demo = (id: string): Figure => demoFigures.find((f) => f.id === id) as Figure;
const six = (lines: string): Figure => ({ ...newFigure('t', 'six-count-swing'), lines });

describe('head and upper body', () => {
  const a = analyse(demo('demo-flow-lean'));

  it('stay as said until something else is said, and come upright again', () => {
    expect([0, 36, 48, 71, 72].map((t) => trunkText(trunkAt(a.trunks.follower, t)))).toEqual([
      'head free',
      'head free',
      'head free, leaning towards the partner',
      'head free, leaning towards the partner',
      'head free',
    ]);
    expect(trunkText(trunkAt(a.trunks.leader, 60))).toBe(
      'looks at the partner, upper body 1/8 left of the hips',
    );
  });

  it('a step that is a dip or a lean is one, for as long as it lasts', () => {
    const d = analyse(six('leader 1 side 2 dip 3 close 4 hold\nfollower 1 side 2 hold 3 close 4 hold'));
    expect([12, 23, 24].map((t) => trunkAt(d.trunks.leader, t).dip)).toEqual([true, true, undefined]);
  });

  it('are drawn where the dancer looks and leans', () => {
    const at = (role: 'leader' | 'follower', tick: number) => trunkPoseAt(a, role, tick);
    const [l, f] = [a.roles.leader.path, a.roles.follower.path];
    const i = 60 - l.from;
    const to = { x: (f.x[i] ?? 0) - (l.x[i] ?? 0), y: (f.y[i] ?? 0) - (l.y[i] ?? 0) };
    const towards = Math.atan2(to.x, to.y) * (180 / Math.PI);
    expect(Math.cos(((at('leader', 60).look - towards) * Math.PI) / 180)).toBeCloseTo(1, 6);
    expect(at('leader', 60).chest - (l.facing[i] ?? 0)).toBe(-45);
    const { off } = at('follower', 60);
    expect(-off.x * to.x - off.y * to.y).toBeGreaterThan(0);
  });

  it('are mirrored, twice back to themselves, and go to the other role', () => {
    const f = six(
      'leader 1 side 2 close\nfollower 1 side 2 close\nleader-body 1 head left, twist r1/8 2 upper body 45 degrees right',
    );
    const m = mirror(f);
    if (!m.ok) throw new Error(m.error);
    expect(m.value.lines).toContain('leader-body 1 head right, twist l1/8 2 upper body');
    expect(m.value.lines).toMatch(/degrees left$/);
    const said = (x: Figure) => analyse(x).trunks.leader.map((s) => s.trunk);
    const back = mirror(m.value);
    expect(back.ok && said(back.value)).toEqual(said(f));
    const swapped = swapRoles(f);
    expect(swapped.ok && swapped.value.lines).toContain('follower-body 1 head left');
  });

  it('make two figures differ, by what they are', () => {
    const plain = six('leader 1 side 2 close\nfollower 1 side 2 close');
    const leans = { ...plain, id: 'u', lines: `${plain.lines}\nfollower-body 1 lean back` };
    const l = likeness(signatureOf(analyse(plain)), signatureOf(analyse(leans)));
    expect(l.matches[0]?.differ).toEqual(['body']);
    expect(l.score).toBeGreaterThan(0.9);
  });
});

describe('choices in a chain', () => {
  it('keep their counts where the figure stands', () => {
    const all = new Repertoire(demoFigures);
    const part = (key: string, figure: string) => ({ key, figure, times: 1 });
    const c = {
      ...newCombination('c'),
      parts: [part('a', 'demo-six-triple'), part('b', 'demo-six-choices')],
    };
    const w = wholeOf(planOf(c, all))!;
    expect(w.figure.lines).toContain('[7 rock-step or 7 touch 8 touch]');
    expect(w.figure.lines).toContain('9 triple side or coaster');
    expect(w.figure.lines).toContain('parts 7 rock step 9 turn');
    expect(w.analysis.parsed.problems).toEqual([]);
  });

  it('are mirrored with the line they stand in', () => {
    const m = mirror(six('leader 1 L side or r1/4 fwd\nfollower 1 side'));
    expect(m.ok && m.value.lines).toContain('leader 1 R side or l1/4 fwd');
  });
});

describe('parts are suggested from the repertoire', () => {
  const line = (from: number): string => `${from} rock step ${from + 2} triple side ${from + 4} triple side`;
  const basic: Figure = { ...six(`leader ${line(1)}\nfollower ${line(1)}`), id: 'basic' };

  it('stretches that are danced like whole figures, none over another', () => {
    const both = `${line(1)} ${line(7)} 13 hold 14 hold`;
    const parts = suggestParts(analyse(six(`leader ${both}\nfollower ${both}`)), [
      signatureOf(analyse(basic)),
    ]);
    expect(parts.map((p) => [p.from / 12 + 1, p.to / 12, p.id, p.score])).toEqual([
      [1, 6, 'basic', 1],
      [7, 12, 'basic', 1],
    ]);
  });

  it('nothing is suggested where nothing is alike', () => {
    expect(suggestParts(analyse(demo('demo-foxtrot-heads')), [signatureOf(analyse(basic))])).toEqual([]);
  });
});

describe('a loop over the head', () => {
  // Common practice: with one hand up already, only that one goes over.
  it('with one hand that is already up takes that one alone', () => {
    const start = { ...newFigure('x', 'six-count-swing').start, hold: 'two-hand' as const };
    const place = '1 place 2 place 3 place 4 place';
    const make = (words: string): Figure => ({
      ...six(
        `leader ${place}\nfollower ${place}\nhands 1 two hands low 2 raise left 3 ${words} 4 lower left`,
      ),
      start,
    });
    const loose = analyse(make('loop over follower head'));
    const named = analyse(make('loop left over follower head'));
    expect(loose.arms.passes).toEqual(named.arms.passes);
    expect(loose.arms.passes.length).toBeGreaterThan(0);
    const last = (a: typeof loose): string => nameOf(armsAt(a.arms, a.end, true)).title;
    expect(last(loose)).toBe(last(named));
    // The low hand is not asked to go over unraised.
    expect(loose.arms.faults.map((f) => f.code)).not.toContain('not-raised');
  });

  it('a hand put on one’s own shoulder takes the hand joined to it along', () => {
    const place = '1 place 2 place';
    const a = analyse(
      six(`leader ${place}\nfollower ${place}\nhands 1 left to right low 2 follower right on own shoulder`),
    );
    expect(a.arms.faults).toEqual([]);
    expect(armsAt(a.arms, 20).arms[0]?.height).toBe('shoulder');
  });
});
