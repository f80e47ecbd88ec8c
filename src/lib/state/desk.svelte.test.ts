import { describe, expect, it } from 'vitest';
import { defaultHeights } from '$lib/core/analysis';
import { demoFigures } from '$lib/demo/figures';
import { FixFinder } from '$lib/workers/fix-finder';
import { counts, describe as inWords, marks, moments, turnWords } from '$lib/views/rail/rail-model';
import { Desk } from './desk.svelte';
import { Player } from './player.svelte';

const demo = (id: string) => demoFigures.find((f) => f.id === `demo-${id}`)!;

const desk = (id: string) =>
  new Desk(
    demo(id),
    defaultHeights,
    new FixFinder(() => {
      throw new Error('not asked here');
    }),
  );

describe('the desk', () => {
  it('edits, tells its listener, and walks back and forth', () => {
    const d = desk('push');
    const seen: string[] = [];
    d.onchange = (f) => seen.push(f.name);
    d.edit({ type: 'set-details', patch: { name: 'One' } });
    d.edit({ type: 'set-details', patch: { name: 'Two' } });
    expect([d.canUndo, d.canRedo]).toEqual([true, false]);
    d.undo();
    d.undo();
    expect(d.figure).toEqual(demo('push'));
    d.redo();
    expect(seen).toEqual(['One', 'Two', 'One', 'Push', 'One']);
  });

  it('an edit that cannot be done changes nothing and says so', () => {
    const d = desk('push');
    expect(d.edit({ type: 'delete', role: 'leader', at: { line: 0, item: 99, step: 0 } })).toBe(false);
    expect(d.notice).not.toBe('');
    expect(d.figure).toEqual(demo('push'));
    expect(d.edit({ type: 'set-details', patch: { name: 'Fine' } })).toBe(true);
    expect(d.notice).toBe('');
  });

  it('the choice stays on its step while the step is changed', () => {
    const d = desk('push');
    d.select('leader', d.analysis.roles.leader.actions[1]);
    d.edit({ type: 'set-action', role: 'leader', at: d.selected!.ref, patch: { kind: 'touch' } });
    expect(d.selected?.action.kind).toBe('touch');
  });
});

describe('the player', () => {
  const whole = { from: 0, to: 72 };

  it('runs at the tempo and speed, and goes round without losing time', () => {
    const p = new Player();
    p.playing = true;
    p.advance(0.5, 120, whole);
    expect(p.tick).toBeCloseTo(12, 9);
    p.speed = 50;
    p.advance(0.5, 120, whole);
    expect(p.tick).toBeCloseTo(18, 9);
    p.speed = 100;
    for (let i = 0; i < 600; i++) p.advance(0.01, 120, whole);
    expect(p.tick).toBeCloseTo((18 + 144) % 72, 6);
  });

  it('keeps inside a loop, stops at the end when it does not repeat', () => {
    const p = new Player();
    p.loop = { from: 24, to: 48 };
    p.tick = 24;
    for (let i = 0; i < 300; i++) {
      p.advance(0.017, 150, whole);
      expect(p.tick).toBeGreaterThanOrEqual(24);
      expect(p.tick).toBeLessThan(48);
    }
    p.loop = undefined;
    p.repeat = false;
    p.playing = true;
    p.advance(10, 120, whole);
    expect([p.tick, p.playing]).toEqual([72, false]);
    p.toggle(whole);
    expect([p.tick, p.playing]).toEqual([0, true]);
  });

  it('an empty figure does not play', () => {
    const p = new Player();
    p.playing = true;
    p.advance(1, 120, { from: 0, to: 0 });
    expect([p.playing, p.tick]).toEqual([false, 0]);
  });

  it('steps from count to count', () => {
    const p = new Player();
    const stops = moments(desk('push').analysis);
    p.stepTo(stops, 1);
    expect(p.tick).toBe(12);
    p.stepTo(stops, 1);
    p.stepTo(stops, 1);
    expect(p.tick).toBe(32);
    p.stepTo(stops, -1);
    expect(p.tick).toBe(24);
  });
});

describe('the rail', () => {
  const a = desk('push-turn').analysis;

  it('has every beat and every "and" that is danced', () => {
    expect(counts(a).map((c) => c.text)).toEqual(['1', '2', '3', '&', '4', '5', '&', '6']);
    expect(marks(a, 'follower').map((m) => m.turn)).toEqual(['', '', '↻ ¼', '↻ ½', '↻ ¼', '', '', '']);
  });

  it('says a step in words, without abbreviations', () => {
    const follower = a.roles.follower.actions;
    expect(inWords(a, 'follower', follower[3]!)).toBe(
      'Follower 3&, left, in place, under the body, 1/2 turn right into it',
    );
    expect(inWords(a, 'leader', a.roles.leader.actions[0]!)).toBe('Leader 1, left, back');
    expect([turnWords(-450), turnWords(90)]).toEqual(['1 1/4 turn left', '1/4 turn right']);
  });
});
