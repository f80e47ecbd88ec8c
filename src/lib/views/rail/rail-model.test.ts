import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { oneRow, onRow, rowsOf, stacked, turnAmount } from './rail-model';

describe('rows of the rail', () => {
  it('cover every beat once, in eights, or in whole bars of three', () => {
    fc.assert(
      fc.property(fc.integer({ min: 2, max: 140 }), fc.constantFrom(2, 3, 4, 6), (beats, bar) => {
        const rows = rowsOf(beats, bar);
        expect(rows[0]?.from).toBe(0);
        expect(rows.at(-1)?.to).toBe(beats);
        rows.forEach((r, i) => i > 0 && expect(r.from).toBe(rows[i - 1]?.to));
        if (rows.length > 1) expect((rows[0]?.to ?? 0) % (bar % 3 === 0 ? 3 : 8)).toBe(0);
        for (let b = 0; b < beats; b += 0.25)
          expect(rows.filter((r) => onRow(b, r)).length, String(b)).toBeLessThanOrEqual(1);
        for (let b = 0; b < beats; b++) expect(rows.filter((r) => onRow(b, r)).length).toBe(1);
      }),
    );
  });
});

describe('the room of a row', () => {
  it('is that of eight, or of whole bars of three, so that a count that is written moves none before it', () => {
    const room = (beats: number, bar: number) => rowsOf(beats, bar)[0]?.room;
    for (let beats = 2; beats <= 8; beats++) expect(room(beats, 4), `${beats}`).toBe(8);
    for (let beats = 11; beats <= 40; beats++) expect(room(beats, 4), `${beats}`).toBe(8);
    for (let beats = 2; beats <= 6; beats++) expect(room(beats, 3), `${beats}`).toBe(6);
    for (let beats = 7; beats <= 9; beats++) expect(room(beats, 3), `${beats}`).toBe(9);
  });
  it('holds every row, is the same for all of them, and is no more than what is there where that fills it', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 2, max: 140 }),
        fc.constantFrom(2, 3, 4, 6),
        fc.boolean(),
        (beats, bar, filled) => {
          const rows = rowsOf(beats, bar, filled);
          const room = rows[0]?.room ?? 0;
          for (const r of rows) {
            expect(r.room).toBe(room);
            expect(r.to - r.from).toBeLessThanOrEqual(room);
          }
          if (filled) expect(room).toBe((rows[0]?.to ?? 0) - (rows[0]?.from ?? 0));
        },
      ),
    );
  });
  it('on one row for a thumb grows with what there is', () => {
    expect(oneRow(2)[0]?.room).toBe(4);
    expect(oneRow(14)).toEqual([{ from: 0, to: 14, room: 14 }]);
  });
});

describe('labels', () => {
  it('never lie on each other, and stand on no more lines than the most that meet', () => {
    const label = fc.record({
      at: fc.integer({ min: 0, max: 64 }).map((n) => n / 4),
      text: fc.string({ minLength: 1, maxLength: 24 }),
    });
    fc.assert(
      fc.property(fc.array(label, { maxLength: 14 }), (list) => {
        const sorted = list.toSorted((a, b) => a.at - b.at);
        const laid = stacked(sorted, 80);
        const span = (l: { item: { at: number; text: string } }) =>
          [l.item.at * 80, l.item.at * 80 + l.item.text.length * 6.7 + 8] as const;
        for (const x of laid)
          for (const y of laid)
            if (x !== y && x.level === y.level) {
              const [[a, b], [c, d]] = [span(x), span(y)];
              expect(b <= c + 1e-9 || d <= a + 1e-9).toBe(true);
            }
        const most = Math.max(
          0,
          ...laid.map((l) => laid.filter((m) => span(m)[0] <= span(l)[0] && span(l)[0] < span(m)[1]).length),
        );
        expect(Math.max(0, ...laid.map((l) => l.level + 1))).toBe(most);
      }),
    );
  });
  it('turns are said as fractions, with their side', () => {
    expect([turnAmount(180), turnAmount(-540), turnAmount(360)]).toEqual(['½ right', '1½ left', '1 right']);
  });
});
