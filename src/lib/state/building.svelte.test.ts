import { describe, expect, it } from 'vitest';
import { defaultHeights } from '$lib/core/analysis';
import { check, soFar } from '$lib/core/findings';
import { newFigure } from '$lib/core/figure';
import { copied, fromPartner, mirrorChosen, nextPlace, sayWord, stepAt } from './building';
import { Desk } from './desk.svelte';

const open = (lines = 'leader \nfollower ') =>
  new Desk({ ...newFigure('f', 'slot-swing'), lines }, defaultHeights, { ask: () => {} });
const text = (d: Desk) => d.figure.lines;
const step = (d: Desk, role: 'leader' | 'follower', i: number) => d.analysis.roles[role].actions[i]!;

describe('building without typing', () => {
  it('words said one after the other go on behind each other, as long as they last', () => {
    const d = open();
    for (const w of ['back', 'close', 'triple', 'anchor']) expect(sayWord(d, w)).toBe(true);
    expect(text(d)).toBe('leader 1 back 2 close 3 triple 5 anchor\nfollower ');
    expect(nextPlace(d.analysis, 'leader')).toBe(6 * 12);
    for (let i = 0; i < 4; i++) d.undo();
    expect(text(d)).toBe('leader \nfollower ');
  });
  it('a turn is made into the step before; of nothing it is refused', () => {
    const d = open();
    expect(sayWord(d, 'r1/2')).toBe(false);
    sayWord(d, 'fwd');
    expect(sayWord(d, 'r1/2')).toBe(true);
    expect(step(d, 'leader', 0).action).toMatchObject({ direction: 'fwd', turn: 180 });
  });
  it('a word is said of what is chosen; after a fresh step it goes on', () => {
    const d = open('leader 1 back 2 close 3 side\nfollower ');
    d.select('leader', step(d, 'leader', 0));
    d.through('leader', step(d, 'leader', 2));
    sayWord(d, 'touch');
    expect(text(d)).toContain('leader 1 touch 2 touch 3 touch');
    expect(stepAt(d, 'leader', 36)).toBe(true);
    sayWord(d, 'kick');
    expect(d.place).toMatchObject({ role: 'leader', tick: 48 });
    expect(text(d)).toContain('4 kick');
  });
  it('an empty place takes what answers the partner; the partner’s line, all of it', () => {
    const d = open('leader 1 back 2 close\nfollower ');
    stepAt(d, 'follower', 0);
    expect(text(d)).toContain('follower 1 fwd');
    const e = open('leader 1 back 2 close\nfollower ');
    fromPartner(e, 'follower');
    expect(text(e)).toBe('leader 1 back 2 close\nfollower 1 fwd 2 close');
  });
  it('chosen steps are copied with their rhythms, and mirrored at their counts', () => {
    const d = open('leader 1 back 2 close 3 triple\nfollower 1 side');
    d.select('leader', step(d, 'leader', 1));
    d.through('leader', step(d, 'leader', 4));
    expect(copied(d)).toMatchObject({
      role: 'leader',
      length: 36,
      items: [{ tick: 0 }, { tick: 12, body: { unit: 'triple' } }],
    });
    mirrorChosen(d);
    expect(text(d)).toMatch(/follower 1 side 2 close 3 /);
  });
});

describe('so far', () => {
  it('says what one dancer does wrong, and nothing of an ending or of what the partner has not got to', () => {
    const d = open('leader 1 back 2 L back 3 side\nfollower 1 fwd');
    const codes = soFar(d.analysis, check(d.analysis)).map((f) => f.code);
    expect(check(d.analysis).map((f) => f.code)).toContain('totals-differ');
    expect(codes).not.toContain('totals-differ');
    const alone = open('leader 1 L back 2 L back\nfollower ');
    expect(soFar(alone.analysis, check(alone.analysis)).map((f) => f.code)).toContain('standing-step');
    alone.writing = 'typing';
    expect(alone.findings).toEqual([]);
    alone.writing = 'paused';
    expect(alone.findings.map((f) => f.code)).toContain('standing-step');
  });
});
