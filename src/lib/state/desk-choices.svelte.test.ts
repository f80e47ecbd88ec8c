import { describe, expect, it } from 'vitest';
import { defaultHeights } from '$lib/core/analysis';
import { choiceKey, newFigure, type Figure } from '$lib/core/figure';
import type { FixFinder } from '$lib/workers/fix-finder';
import { Desk } from './desk.svelte';

const quiet = { ask: () => undefined } as unknown as FixFinder;
const figure = (lines: string): Figure => ({ ...newFigure('t', 'six-count-swing'), level: 4, lines });
const LINES =
  'leader [1 rock-step or 1 touch 2 touch] 3 triple or coaster 5 triple\nfollower 1 rock-step 3 triple 5 triple or r1 triple';
const open = (lines = LINES): Desk => new Desk(figure(lines), defaultHeights, quiet);
const keys = (d: Desk): string[] => d.choices.map(choiceKey);
const words = (d: Desk): string[] => d.analysis.roles.leader.actions.map((w) => w.action.kind);

describe('choices on the desk', () => {
  it('looked at, shown, and the figure stays as it is', () => {
    const d = open();
    const [first, second] = keys(d);
    d.pick(first!, 1);
    expect(words(d).slice(0, 2)).toEqual(['touch', 'touch']);
    d.pick(second!, 1);
    expect(d.analysis.roles.leader.actions.some((w) => w.unit === 'coaster')).toBe(true);
    expect(d.figure.lines).toBe(LINES);
    expect(d.canUndo).toBe(false);
    d.pick(first!, 0);
    expect(words(d).slice(0, 2)).toEqual(['step', 'replace']);
    expect(d.picks.size).toBe(1);
  });

  it('made the main line in one step of the history, and taken back in one', () => {
    const d = open();
    for (const k of keys(d)) d.pick(k, 1);
    d.preferPicked();
    expect(d.figure.lines).toBe(
      'leader [1 touch 2 touch or 1 rock-step] 3 coaster or triple 5 triple\nfollower 1 rock-step 3 triple 5 r1 triple or triple',
    );
    expect(d.preview).toBeUndefined();
    expect(d.picks.size).toBe(0);
    d.undo();
    expect(d.figure.lines).toBe(LINES);
  });

  it('any edit, undo or redo ends the look', () => {
    const d = open();
    const [first] = keys(d);
    d.pick(first!, 1);
    d.edit({ type: 'set-details', patch: { notes: 'x' } });
    expect([d.picks.size, d.preview]).toEqual([0, undefined]);
    d.pick(first!, 1);
    d.undo();
    expect([d.picks.size, d.preview]).toEqual([0, undefined]);
  });

  it('a way taken out is gone, and a choice of one is none', () => {
    const d = open();
    const [first] = keys(d);
    d.dropWays(new Map([[first!, 1]]));
    expect(d.figure.lines.split('\n')[0]).toBe('leader 1 rock-step 3 triple or coaster 5 triple');
    expect(d.choices).toHaveLength(2);
    const three = open('leader 3 triple or coaster or sailor\nfollower 3 triple');
    three.dropWays(new Map([[keys(three)[0]!, 1]]));
    expect(three.figure.lines.split('\n')[0]).toBe('leader 3 triple or sailor');
  });

  it('a way that cannot be danced is found while the main line is clean, and not while it is being written', () => {
    const d = open(
      'leader 1 rock-step 3 triple 5 triple or [5 step 6 step]\nfollower 1 rock-step 3 triple 5 triple',
    );
    expect(d.findings.map((f) => [f.code, f.severity])).toEqual([['branch', 'wrong']]);
    d.writing = 'typing';
    expect(d.findings).toEqual([]);
    d.writing = undefined;
    d.look(d.findings[0]!.picks!);
    expect(d.findings.every((f) => f.code !== 'branch')).toBe(true);
    expect(d.findings.some((f) => f.severity === 'wrong')).toBe(true);
  });
});
