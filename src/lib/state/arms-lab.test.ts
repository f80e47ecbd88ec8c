import { describe, expect, it } from 'vitest';
import { nameOf, stateOfHold } from '$lib/core/arms';
import { ArmsLab } from './arms-lab.svelte';

describe('the Arms screen’s state', () => {
  it('begins with two hands and follows every change, back and forth', () => {
    const lab = new ArmsLab();
    expect(lab.name.title).toBe('Two-hand hold');
    lab.show(lab.turns.find((t) => t.by === 360)!.plans.plans[0]!.result);
    expect(lab.name.title).toBe('Double cross, left on top');
    lab.undo();
    expect([lab.name.title, lab.canUndo, lab.canRedo]).toEqual(['Two-hand hold', false, true]);
    lab.redo();
    expect(lab.name.title).toBe('Double cross, left on top');
  });
  it('joins and frees hands, letting go what is in the way', () => {
    const lab = new ArmsLab();
    lab.join('R', 'R');
    expect(lab.name.title).toBe('Handshake');
    lab.join('L', 'L');
    expect(lab.name.title).toBe('Crossed hands, left on top');
    lab.onTop('R');
    expect(lab.name.title).toBe('Crossed hands, right on top');
    lab.join('R', undefined);
    expect(lab.name.title).toBe('Left-hand handshake');
  });
  it('stands the partners anew and lays hands on the body', () => {
    const lab = new ArmsLab();
    lab.join('R', 'R');
    lab.stand({ leader: 0, follower: 180 });
    expect(lab.name.title).toBe('Shadow, right to right');
    lab.rest('leader', 'L', 'hip');
    expect(lab.name.sentence).toMatch(/leader’s left hand is on the follower’s hip/);
    lab.rest('leader', 'L', undefined);
    expect(lab.hold.rests).toEqual([]);
    lab.rest('leader', 'R', 'back');
    expect(lab.hold.arms).toEqual([]);
  });
  it('looks at either dancer, or both the same or opposite ways', () => {
    const lab = new ArmsLab();
    const turnsOf = (turner: ArmsLab['turner']) => {
      lab.turner = turner;
      return lab.both(180);
    };
    expect(turnsOf('leader')).toEqual({ leader: 180, follower: 0 });
    expect(turnsOf('follower')).toEqual({ leader: 0, follower: 180 });
    expect(turnsOf('apart')).toEqual({ leader: -180, follower: 180 });
    expect(turnsOf('along')).toEqual({ leader: 180, follower: 180 });
    expect(lab.turns.map((t) => t.by)).toEqual([180, -180, 360, -360, 540, -540]);
  });
  it('a picture always goes there: the way is from the hold before, and back from a hammerlock by its picture', () => {
    const lab = new ArmsLab();
    const two = stateOfHold('two-hand');
    lab.show(stateOfHold('hammerlock'));
    const there = lab.found?.ok ? lab.found.value[0]! : undefined;
    lab.show(two);
    const back = lab.found?.ok ? lab.found.value[0]! : undefined;
    expect(
      [there, back].map((r) => r && [nameOf(r.states[0]!).title, nameOf(r.states.at(-1)!).title]),
    ).toEqual([
      ['Two-hand hold', 'Hammerlock, follower’s left arm'],
      ['Hammerlock, follower’s left arm', 'Two-hand hold'],
    ]);
    expect(back?.moves.length).toBe(there?.moves.length);
    lab.back();
    expect(lab.name.title).toBe('Hammerlock, follower’s left arm');
    lab.undo();
    expect(lab.name.title).toBe('Two-hand hold');
  });
  it('may stay with a beginning; describing a hold leaves it where it was', () => {
    const lab = new ArmsLab();
    lab.begin(stateOfHold('two-hand'));
    expect([lab.stay, lab.from]).toEqual([true, undefined]);
    lab.show(stateOfHold('hammerlock'));
    lab.show(stateOfHold('wrap'));
    lab.join('R', undefined);
    expect(lab.from && nameOf(lab.from).title).toBe('Two-hand hold');
    lab.stay = false;
    const before = lab.name.title;
    lab.show(stateOfHold('two-hand'));
    expect(lab.from && nameOf(lab.from).title).toBe(before);
  });
  it('finds ways within its limits', () => {
    const lab = new ArmsLab();
    expect(lab.found).toBeUndefined();
    lab.show(stateOfHold('hammerlock'));
    expect(lab.found?.ok && nameOf(lab.found.value[0]!.states.at(-1)!).title).toBe(
      'Hammerlock, follower’s left arm',
    );
    lab.noBehindBack = true;
    expect(lab.found?.ok).toBe(false);
    lab.noBehindBack = false;
    lab.followerOnly = true;
    lab.keepHands = true;
    lab.mostTurns = 0.5;
    expect(lab.limits).toEqual({
      keepHands: true,
      noBehindBack: false,
      turning: ['follower'],
      mostHalfTurns: 1,
    });
    lab.mostTurns = undefined;
    lab.beats = 1;
    expect(lab.found).toEqual({ ok: false, error: { code: 'too-few-beats', needs: 2 } });
  });
});
