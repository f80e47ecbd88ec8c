import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { parse } from '../notation';
import {
  applyEdit,
  applyEdits,
  bodyOf,
  newFigure,
  timeMoves,
  wordLength,
  type Figure,
  type FigureEdit,
} from './index';

const figure = (leader: string, follower = ''): Figure => ({
  ...newFigure('f', 'slot-swing'),
  lines: `leader ${leader}\nfollower ${follower}`,
});
const done = (f: Figure, edit: FigureEdit): Figure => {
  const r = applyEdit(f, edit);
  if (!r.ok) throw new Error(r.error);
  return r.value;
};
const refs = (f: Figure) => timeMoves(parse(f.lines), 'leader', f).map((t) => ({ ...t.ref, step: 0 }));

describe('several steps at once', () => {
  const f = figure('1 back 2 close 3 side 4 close');
  it('are changed, moved and taken out together', () => {
    const at = refs(f).slice(1, 3);
    const change = (what: Extract<FigureEdit, { type: 'change-steps' }>['what']) =>
      done(f, { type: 'change-steps', role: 'leader', at, what }).lines.split('\n')[0];
    expect(change({ patch: { size: 'small' } })).toBe('leader 1 back 2 close small 3 side small 4 close');
    expect(change({ by: 24 })).toBe('leader 1 back 4 close 4 close 5 side');
    expect(change('delete')).toBe('leader 1 back 4 close');
  });

  // Brute reference: one edit after the other, from the last to the first.
  it('changing together is changing one after the other, for any lines and any choice', () => {
    const word = fc.constantFrom('fwd', 'back', 'side', 'close', 'place', 'touch');
    const lines = fc.array(word, { minLength: 1, maxLength: 8 });
    fc.assert(
      fc.property(lines, fc.array(fc.boolean(), { minLength: 8, maxLength: 8 }), (words, picked) => {
        const g = figure(words.map((w, i) => `${i + 1} ${w}`).join(' '));
        const at = refs(g).filter((_, i) => picked[i]);
        if (at.length === 0) return;
        const patch = { turn: 90 };
        const together = done(g, { type: 'change-steps', role: 'leader', at, what: { patch } });
        const single = applyEdits(
          g,
          at.toReversed().map((ref) => ({ type: 'set-action', role: 'leader', at: ref, patch }) as const),
        );
        expect(single.ok && single.value.lines).toBe(together.lines);
        const gone = done(g, { type: 'change-steps', role: 'leader', at, what: 'delete' });
        const left = refs(gone).length;
        expect(left).toBe(words.length - at.length);
      }),
      { numRuns: 120 },
    );
  });

  it('a step that is not there is refused, and nothing before the beginning', () => {
    const edit = (by: number) =>
      applyEdit(f, { type: 'change-steps', role: 'leader', at: refs(f).slice(0, 1), what: { by } });
    expect(edit(-24)).toEqual({ ok: false, error: 'before-the-start' });
    const gone = { line: 0, item: 9, step: 0 };
    expect(applyEdit(f, { type: 'change-steps', role: 'leader', at: [gone], what: 'delete' })).toEqual({
      ok: false,
      error: 'no-such-step',
    });
  });

  it('a copied span stands where it is put, over what was there; a count without words gives way', () => {
    const [back, triple] = [bodyOf('back')!, bodyOf('triple')!];
    const items = [
      { tick: 24, body: back },
      { tick: 36, body: triple },
    ];
    const put = done(f, { type: 'place-steps', role: 'leader', clear: { from: 24, to: 60 }, items });
    expect(put.lines.split('\n')[0]).toBe('leader 1 back 2 close 3 back 4 triple');
    const open = figure('1 back 2 ');
    const next = done(open, { type: 'place-steps', role: 'leader', items: [{ tick: 12, body: triple }] });
    expect(next.lines.split('\n')[0]).toBe('leader 1 back 2 triple');
  });

  it('a word is what it says, and as long', () => {
    expect(bodyOf('wobble')).toBeUndefined();
    expect(bodyOf('')).toBeUndefined();
    expect([wordLength(bodyOf('triple')!), wordLength(bodyOf('fwd')!)]).toEqual([24, 12]);
  });
});
