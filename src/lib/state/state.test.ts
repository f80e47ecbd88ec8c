import { describe, expect, it } from 'vitest';
import { newFigure } from '$lib/core/figure';
import { branches, entries, noFilter, select } from '$lib/views/figures/catalogue';
import { SearchIndex } from '$lib/views/figures/search-index';
import { demoFigures } from '$lib/demo/figures';
import { fileName } from '$lib/views/desk/export';
import { turnSign } from '$lib/views/rail/rail-model';
import { GROUP_MS, begin, record, redo, undo } from './history';

describe('history', () => {
  it('undo and redo walk back and forth, a new edit forgets the future', () => {
    let h = begin('a');
    h = record(h, 'b', undefined, 0);
    h = record(h, 'c', undefined, 0);
    expect([undo(h).present, undo(undo(h)).present, undo(undo(undo(h))).present]).toEqual(['b', 'a', 'a']);
    expect(redo(redo(undo(undo(h)))).present).toBe('c');
    expect(record(undo(h), 'd', undefined, 0).future).toEqual([]);
  });

  it('typing is undone in stretches', () => {
    let h = begin('');
    h = record(h, 'l', 'typing', 1000);
    h = record(h, 'le', 'typing', 1100);
    h = record(h, 'lea', 'typing', 1100 + GROUP_MS);
    expect(undo(h).present).toBe('le');
    expect(undo(undo(h)).present).toBe('');
    expect(record(h, 'other', 'name', 1900).past.at(-1)).toBe('lea');
  });
});

describe('catalogue', () => {
  const list = entries(demoFigures.map((figure, i) => ({ id: figure.id, rev: 1, updated: -i, figure })));
  const names = (filter: Partial<typeof noFilter>) =>
    select(list, { ...noFilter, ...filter }, new SearchIndex(list)).map((e) => e.row.figure.name);

  it('finds by beginnings and with small mistakes', () => {
    expect(names({ words: 'natur' })[0]).toBe('Natural turn');
    expect(names({ words: 'charles' }).every((n) => n.includes('Charleston'))).toBe(true);
    expect(names({ words: 'charlston' }).length).toBe(2);
    expect(names({ words: 'xyzzy' })).toEqual([]);
  });

  it('filters by dance, level and length together', () => {
    expect(names({ dance: 'slot-swing', level: 1 })).toEqual([
      'Push',
      'Left side pass',
      'Push, a step short',
      'Side pass, slot not cleared',
      'Two counts in place',
    ]);
    expect(names({ dance: 'hustle', length: 3 })).toEqual(['Basic']);
  });

  it('the tree counts every figure once', () => {
    const tree = branches(list);
    expect(tree.reduce((n, b) => n + b.count, 0)).toBe(demoFigures.length);
    for (const b of tree) expect(b.families.reduce((n, f) => n + f.count, 0)).toBe(b.count);
  });
});

describe('small wording', () => {
  it('turns are signs and fractions; file names are safe', () => {
    expect([turnSign(-270), turnSign(540), turnSign(45)]).toEqual(['↺ ¾', '↻ 1½', '↻ ⅛']);
    expect([fileName('Push / turn é'), fileName('***')]).toEqual(['push-turn-e', 'figure']);
    expect(newFigure('x', 'waltz').tempo).toEqual({ min: 84, max: 90 });
  });
});
