import { describe, expect, it } from 'vitest';
import { seeded } from '../base';
import { parse, printItem } from '../notation';
import { TRACK_NAMES } from '../vocabulary';
import { demoFigures } from '../../demo/figures';
import {
  applyChange,
  applyEdit,
  asVersion,
  changeBetween,
  grow,
  growAll,
  invertChange,
  regrown,
  rowsOf,
  settle,
  type Figure,
  type Kept,
  type Version,
} from '.';
import { changeSchema } from './version-schema';
import { seedOf } from '../../../../tests/seeds';

/** What a figure says, whatever way it is spelt. */
function said(f: Figure): unknown {
  const { lines, id: _, ...details } = f;
  const parsed = parse(lines);
  const tracks = TRACK_NAMES.map((t) =>
    rowsOf(f, parsed, t).map((r) => [
      r.tick,
      typeof r.content === 'string' ? r.content : printItem(r.content),
    ]),
  );
  const remarks = parsed.lines.flatMap((l) => (l.line.type === 'other' ? [l.line.text] : []));
  return { ...details, tracks, remarks: remarks.join('\n').trim() };
}
const push = demoFigures.find((f) => f.id === 'demo-push') as Figure;
const edited = (f: Figure, from: string, to: string): Figure => {
  expect(f.lines).toContain(from);
  return { ...f, lines: f.lines.replace(from, to) };
};
const versionOf = (parent: Figure, from: string, to: string, id = 'v'): Version =>
  asVersion(parent, { ...edited(parent, from, to), id, name: 'Version' });

describe('a change is a value', () => {
  it('turns demo figures into others, and back', () => {
    for (const [i, a] of demoFigures.entries())
      for (const b of demoFigures.filter((_, j) => (7 * i + j) % 5 === 0)) {
        const change = changeBetween(a, b);
        const there = applyChange(change, a);
        expect(there.conflicts, `${a.id} → ${b.id}`).toEqual([]);
        expect(said(there.figure), `${a.id} → ${b.id}`).toEqual(said(b));
        const back = applyChange(invertChange(change), there.figure);
        expect(said(back.figure), `${a.id} ← ${b.id}`).toEqual(said(a));
      }
  });

  it('says nothing of a figure and itself, and little of a small difference', () => {
    expect(changeBetween(push, push)).toEqual({ details: {}, items: [] });
    expect(changeBetween(push, edited(push, '4 back', '4 back small')).items).toEqual([
      { track: 'follower', at: '4', was: 'back', to: '4', now: 'back small' },
    ]);
  });

  it('a step that only moves is moved, not taken out and put in', () => {
    const moved = applyEdit(push, {
      type: 'move',
      role: 'leader',
      at: { line: 0, item: 4, step: 0 },
      by: 8,
    });
    expect(moved.ok && changeBetween(push, moved.value).items).toEqual([
      { track: 'leader', at: '4', was: 'fwd', to: '4&', now: 'fwd' },
    ]);
  });

  it('goes through its schema unchanged', () => {
    const change = changeBetween(push, demoFigures[7] as Figure);
    expect(changeSchema.parse(JSON.parse(JSON.stringify(change)))).toEqual(change);
  });

  it('random chains of edits are undone by their inverses', () => {
    const random = seeded(seedOf(7));
    for (const start of demoFigures) {
      const end = scrambled(start, random, 5);
      const c = changeBetween(start, end);
      expect(said(applyChange(c, start).figure)).toEqual(said(end));
      expect(said(applyChange(invertChange(c), end).figure)).toEqual(said(start));
    }
  });
});

function scrambled(f: Figure, random: () => number, n: number): Figure {
  let figure = f;
  for (let i = 0; i < n; i++) {
    const role = random() < 0.5 ? 'leader' : 'follower';
    const rows = rowsOf(figure, parse(figure.lines), role);
    const tick = rows[Math.floor(random() * rows.length)]?.tick ?? 0;
    // Two items at one count cannot be danced; a change does not tell them apart.
    if (rows.some((r) => r.tick === tick + 96)) continue;
    const edit =
      random() < 0.5
        ? applyEdit(figure, {
            type: 'insert',
            role,
            tick: tick + 96,
            action: { type: 'action', kind: 'touch' },
          })
        : applyEdit(figure, { type: 'write-words', track: 'calls', tick, text: `word ${i}` });
    if (edit.ok) figure = edit.value;
  }
  return figure;
}

describe('versions follow their parent', () => {
  const version = versionOf(push, '4 back', '4 back r1/2');

  it('takes over a correction elsewhere, and in another part of the same step', () => {
    const corrected = edited(push, '4 fwd', '4 fwd small');
    expect(grow(version, corrected).figure.lines).toContain('4 fwd small');
    const smaller = grow(version, edited(push, '4 back', '4 back small'));
    expect(smaller.conflicts).toEqual([]);
    expect(smaller.figure.lines).toContain('4 back small r1/2');
  });

  it('a version of a version follows its root', () => {
    const middle = grow(version, push).figure;
    const leaf = asVersion(middle, { ...edited(middle, '2 fwd', '2 fwd small'), id: 'w' });
    const corrected = edited(push, '1 back', '1 back large');
    const kept = new Map<string, Kept>([corrected, version, leaf].map((k) => [k.id, k]));
    const grown = growAll(kept).get('w');
    expect(grown?.ok && grown.value.conflicts).toEqual([]);
    expect(grown?.ok && grown.value.figure.lines).toMatch(/1 back large[^]*2 fwd small[^]*4 back r1\/2/);
  });

  it('the same part changed by both is a conflict, kept as the version says, decided only by choice', () => {
    const turned = edited(push, '4 back', '4 back l1/4');
    const { figure, conflicts } = grow(version, turned);
    expect(conflicts).toEqual([
      {
        code: 'changed',
        item: { track: 'follower', at: '4', was: 'back', to: '4', now: 'back r1/2' },
        mine: 'back r1/2',
        theirs: 'back l1/4',
      },
    ]);
    expect(figure.lines).toContain('4 back r1/2');
    const conflict = conflicts[0]!;
    const mine = grow(settle(version, conflict, 'mine'), turned);
    expect(mine.conflicts).toEqual([]);
    expect(mine.figure.lines).toContain('4 back r1/2');
    const theirs = grow(settle(version, conflict, 'theirs'), turned);
    expect(theirs.conflicts).toEqual([]);
    expect(theirs.figure.lines).toContain('4 back l1/4');
  });

  it('a step the parent has taken out, a place it has filled, a detail it has changed are conflicts', () => {
    const gone = edited(push, ' 4 back', '');
    const added = asVersion(push, { ...edited(push, '2 close', '2 close & place'), id: 'v' });
    const filled = edited(push, '2 close', '2 close & touch');
    const faster = asVersion(push, { ...push, id: 'v', tempo: { min: 100, max: 120 } });
    const cases: [Version, Figure, string][] = [
      [version, gone, 'gone'],
      [added, filled, 'taken'],
      [faster, { ...push, tempo: { min: 90, max: 110 } }, 'detail'],
    ];
    for (const [v, parent, code] of cases) {
      const { conflicts, figure } = grow(v, parent);
      expect(conflicts.map((c) => c.code)).toEqual([code]);
      const mine = grow(settle(v, conflicts[0]!, 'mine'), parent);
      expect(mine.conflicts).toEqual([]);
      expect(said(mine.figure)).toEqual(said(figure));
      const theirs = grow(settle(v, conflicts[0]!, 'theirs'), parent);
      expect(theirs.conflicts).toEqual([]);
      expect(said({ ...theirs.figure, name: '' })).toEqual(said({ ...parent, name: '' }));
    }
  });

  it('editing the version decides no conflict', () => {
    const turned = edited(push, '4 back', '4 back l1/4');
    const grown = grow(version, turned);
    const again = regrown(version, turned, edited(grown.figure, '1 back', '1 back small'));
    expect(grow(again, turned).conflicts.map((c) => c.code)).toEqual(['changed']);
    expect(grow(again, turned).figure.lines).toContain('1 back small');
  });

  it('a name, a level, notes of its own are no conflict', () => {
    expect(grow(version, { ...push, name: 'Push (new name)', level: 2 }).conflicts).toEqual([]);
  });

  it('says when the parent is missing, or a version is its own ancestor', () => {
    const a: Version = { id: 'a', of: 'b', change: { details: {}, items: [] } };
    const b: Version = { ...a, id: 'b', of: 'a' };
    const lost: Version = { ...a, id: 'c', of: 'nowhere' };
    const grown = growAll(new Map([a, b, lost].map((v) => [v.id, v])));
    expect([...grown.values()].map((g) => (g.ok ? 'ok' : g.error.code))).toEqual([
      'circle',
      'circle',
      'no-parent',
    ]);
  });
});
