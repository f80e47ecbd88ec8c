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
  it('finds ways within its limits', () => {
    const lab = new ArmsLab();
    expect(lab.found).toBeUndefined();
    lab.goal = stateOfHold('hammerlock');
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
