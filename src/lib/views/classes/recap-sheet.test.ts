import { describe, expect, it } from 'vitest';
import { Material, sheetText, type Recap } from '$lib/core/classes';
import { demoClasses, demoCombinations, demoFigures, demoKept } from '$lib/demo';
import { CARE_ALWAYS } from '$lib/messages';
import { recapSheet, type RecapParts } from './recap-sheet';

const NOW = Date.UTC(2026, 10, 26, 12);
const demo = demoClasses(NOW, 'Europe/Berlin');
const parents = new Map(demoKept.flatMap((k) => ('of' in k ? [[k.id, k.of] as const] : [])));
const material = new Material(new Map(demoFigures.map((f) => [f.id, f])), demoCombinations, parents);
const parts: RecapParts = {
  material,
  group: demo.group[0],
  plan: demo.class[0],
  entry: demo.entry.find((e) => e.id === 'demo-entry-swing-5'),
  log: demo.entry,
  cues: demo.cue,
  now: NOW,
  zone: 'Europe/Berlin',
};
const recap: Recap = { ...demo.recap[0]!, combination: 'demo-combination-blues' };
const text = (patch: Partial<Recap>) => sheetText(recapSheet({ ...recap, ...patch }, parts));

describe('a recap sheet', () => {
  it('for the students: every count of both roles, arms, calls, care, what to practise; not how it went, nor who', () => {
    const t = text({ for: 'students' });
    for (const said of [
      'Push with a turn',
      'Right side pass under the arm',
      'raise both',
      'TO PRACTISE',
      'CARE',
      CARE_ALWAYS,
    ])
      expect(t).toContain(said);
    for (const w of material
      .analysis({ type: 'figure', id: 'demo-push-turn' })!
      .words.filter((x) => x.track === 'calls'))
      expect(t).toContain(w.text);
    expect(t).not.toMatch(/so-so|it went|Anselm/);
    expect(t).not.toContain('THE HOUR');
  });
  it('for the teacher: the hour, how it went, faults with cues, the own one first', () => {
    const t = text({ for: 'teacher' });
    expect(t).toMatch(/THE HOUR, 75 MINUTES/);
    expect(t).toContain('it went so-so');
    expect(t).toContain('stand on one foot, then a half turn');
    expect(t.indexOf('Draw the brim of a hat')).toBeGreaterThan(0);
    expect(t.indexOf('Draw the brim of a hat')).toBeLessThan(t.indexOf('Wait for the hand to rise'));
  });
  it('for a substitute: who they are, what they have danced, what was promised, every block', () => {
    const t = text({ for: 'substitute' });
    expect(t).toContain('Harbour swing: 16 people, intermediate.');
    expect(t).toContain('Promised: Free spin, drop and catch.');
    for (const b of demo.class[0]!.blocks) if (b.says) expect(t).toContain(b.says);
    expect(t).not.toContain('Anselm');
  });
  it('the combination, figure by figure, with where each falls in the eights', () => {
    const sheet = recapSheet(recap, parts);
    const table = sheet.blocks.find((b) => b.type === 'table' && b.label.includes('figure by figure'));
    // Derived: eight sixes: their ones fall on 1, 7, 5, 3, 1, 7, 5, 3.
    expect(table?.type === 'table' && table.rows.map((r) => r[1])).toEqual([
      '1',
      '7',
      '5',
      '3',
      '1',
      '7',
      '5',
      '3',
    ]);
  });
  it('what is not in the repertoire any more is left out, and nothing breaks', () => {
    const t = text({ figures: ['gone'], combination: 'gone' });
    expect(t).not.toMatch(/undefined|NaN/);
  });
});
