import Ajv from 'ajv/dist/2020.js';
import fc from 'fast-check';
import { parse as readCsv } from 'csv-parse/sync';
import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { analyse } from '../analysis';
import { growAll, newFigure, type Figure } from '../figure';
import { DANCE_IDS, FEEL_NAMES, FORMATION_IDS, HOLD_IDS } from '../vocabulary';
import { demoFigures, demoKept } from '../../demo';
import {
  STEP_COLUMNS,
  VERSION,
  fileSchema,
  jsonSchemaOf,
  migrate,
  readJson,
  readText,
  writeCsv,
  writeJson,
  writeText,
} from './index';

const ids = (figures: readonly Figure[]) => {
  let n = 0;
  return () => figures[n++]?.id ?? 'none';
};
const range = fc
  .integer({ min: 1, max: 60 })
  .chain((from) => fc.integer({ min: from, max: 64 }).map((to) => ({ from, to })));
const prose = fc.string({ maxLength: 30 }).map((s) => s.replace(/[\r]/g, ' ').trim());
const anyFigure: fc.Arbitrary<Figure> = fc.record(
  {
    id: fc.stringMatching(/^[a-z0-9]{4,12}$/),
    name: fc.stringMatching(/^[A-Za-z][A-Za-z \\é]{0,20}[a-z]$/),
    dance: fc.constantFrom(...DANCE_IDS),
    family: fc.constantFrom('', 'push', 'my own'),
    level: fc.constantFrom(1 as const, 2 as const, 3 as const, 4 as const),
    start: fc.record({
      formation: fc.constantFrom(...FORMATION_IDS),
      hold: fc.constantFrom(...HOLD_IDS),
      facing: fc.integer({ min: -12, max: 12 }).map((n) => n * 15),
      leaderFree: fc.constantFrom('L' as const, 'R' as const),
      followerFree: fc.constantFrom('L' as const, 'R' as const),
    }),
    end: fc.record(
      {
        formation: fc.constantFrom(...FORMATION_IDS),
        leaderFree: fc.constantFrom('L' as const, 'R' as const),
      },
      { requiredKeys: [] },
    ),
    feel: fc.constantFrom(...FEEL_NAMES),
    tempo: fc.integer({ min: 20, max: 200 }).map((min) => ({ min, max: min + 30 })),
    sameFoot: fc.array(range, { maxLength: 3 }),
    ownTiming: fc.array(range, { maxLength: 3 }),
    notes: prose,
    cautions: fc.array(
      prose.filter((s) => s !== ''),
      { maxLength: 2 },
    ),
    lines: fc.constantFrom(
      'leader 1 fwd 2 bakc\nfollower 1 back',
      '# remark\nleader 1 triple',
      'hands 1 two hands, "2" low',
    ),
    mistake: prose.filter((s) => s !== ''),
    repeat: range.map((r) => ({ ...r, times: 3 })),
  },
  {
    requiredKeys: [
      'id',
      'name',
      'dance',
      'family',
      'level',
      'start',
      'end',
      'feel',
      'tempo',
      'sameFoot',
      'ownTiming',
      'notes',
      'cautions',
      'lines',
    ],
  },
) as fc.Arbitrary<Figure>;

describe('our JSON', () => {
  it('reads back what it writes, any figure', () => {
    fc.assert(
      fc.property(fc.uniqueArray(anyFigure, { selector: (f) => f.id, maxLength: 4 }), (figures) => {
        expect(readJson(writeJson(figures))).toEqual({ ok: true, value: figures });
      }),
      { numRuns: 150 },
    );
  });

  it('the published schema agrees, read by an independent validator (JSON Schema 2020-12)', () => {
    const validate = new Ajv({ strict: false }).compile(jsonSchemaOf(fileSchema) as object);
    const file = JSON.parse(writeJson(demoKept));
    expect(validate(file)).toBe(true);
    expect(validate({ ...file, version: VERSION + 1 })).toBe(false);
    expect(validate({ ...file, figures: [{ ...file.figures[0], level: 9 }] })).toBe(false);
  });

  it('versions go round by what they change, and grow to the same figures', () => {
    const read = readJson(writeJson(demoKept));
    if (!read.ok) throw new Error(read.error.message);
    expect(new Map(read.value.map((k) => [k.id, k]))).toEqual(new Map(demoKept.map((k) => [k.id, k])));
    for (const [id, g] of growAll(new Map(read.value.map((k) => [k.id, k])))) {
      expect(g.ok && g.value.conflicts).toEqual([]);
      expect(g.ok && g.value.figure.name).toBe(demoFigures.find((f) => f.id === id)?.name);
    }
  });

  it('the fixture of version 2 is read for ever', () => {
    const read = readJson(readFileSync('tests/fixtures/figures-v2.brisk.json', 'utf8'));
    if (!read.ok) throw new Error(read.error.message);
    const turned = growAll(new Map(read.value.map((k) => [k.id, k]))).get('demo-push-turn');
    expect(turned?.ok && turned.value.figure.lines).toContain('& place r1/2');
    const bad = JSON.stringify({
      ...JSON.parse(writeJson(demoKept)),
      versions: [{ id: 'a', of: 'b', change: { items: [{ track: 'leader' }], details: {} } }],
    });
    expect(readJson(bad)).toMatchObject({ ok: false, error: { at: 'versions[0].change.items[0]' } });
  });

  it('the fixture of version 1 is read for ever', () => {
    const read = readJson(readFileSync('tests/fixtures/figures-v1.brisk.json', 'utf8'));
    expect(read.ok && (read.value as Figure[]).map((f) => [f.name, f.lines.split('\n').length])).toEqual([
      ['Push', 7],
    ]);
  });

  it('lifts old versions step by step and refuses newer ones', () => {
    const steps = [
      (f: Record<string, unknown>) => ({ ...f, a: 1 }),
      (f: Record<string, unknown>) => ({ ...f, b: Number(f.a) + 1 }),
    ];
    const file = { format: 'brisk-partner/figures', version: 1 };
    expect(migrate(file, steps, 3)).toEqual({ ok: true, value: { ...file, version: 3, a: 1, b: 2 } });
    expect(migrate({ ...file, version: 2, a: 5 }, steps, 3)).toEqual({
      ok: true,
      value: { ...file, version: 3, a: 5, b: 6 },
    });
    expect(migrate({ ...file, version: VERSION + 1 }, [], VERSION).ok).toBe(false);
  });

  it.each([
    ['{"format":\n  "brisk', 'line 2, column 9'],
    ['[]', 'the whole file'],
    ['{"format":"else"}', 'format'],
    ['{"format":"brisk-partner/figures","version":"1"}', 'version'],
    ['{"format":"brisk-partner/figures","version":1,"figures":[{}]}', 'figures[0].id'],
    ['{"format":"brisk-partner/figures","version":1,"figures":[],"more":1}', 'the whole file'],
  ])('%s is refused at %s', (text, at) => {
    const read = readJson(text);
    expect(!read.ok && read.error.at).toBe(at);
  });
});

describe('notation text', () => {
  it('reads back what it writes, any figure', () => {
    fc.assert(
      fc.property(fc.array(anyFigure, { minLength: 1, maxLength: 3 }), (figures) => {
        expect(readText(writeText(figures), ids(figures))).toEqual({ ok: true, value: figures });
      }),
      { numRuns: 200 },
    );
  });

  it('the demo repertoire goes round', () => {
    expect(readText(writeText(demoFigures), ids(demoFigures))).toEqual({ ok: true, value: demoFigures });
  });

  it('a bare breakdown is a figure', () => {
    const read = readText('leader 1 fwd\r\nfollower 1 back\r\n', () => 'x');
    expect(read).toEqual({
      ok: true,
      value: [{ ...newFigure('x', 'slot-swing', 'Untitled figure'), lines: 'leader 1 fwd\nfollower 1 back' }],
    });
  });

  it.each([
    ['figure: A\ndance: disco', 'line 2'],
    ['figure: A\nlevel: 9', 'line 2 (level)'],
    ['figure: A\n\nleader 1 fwd\n---\nfigure: B\ntempo: fast', 'line 6 (tempo)'],
    ['figure: A\ntempo: 90-80', 'tempo.max'],
    ['figure: A\nfree: none', 'line 2 (free)'],
    ['figure: A\ncolour: red', 'line 2'],
    ['hello there', 'line 1'],
    ['', 'the whole file'],
  ])('%j is refused at %s', (text, at) => {
    const read = readText(text, () => 'x');
    expect(!read.ok && read.error.at).toBe(at);
  });
});

describe('step table (RFC 4180)', () => {
  const figure: Figure = {
    ...newFigure('x', 'slot-swing'),
    feel: 'straight',
    lines: 'leader 1 back (=SUM(A1), "soft")\nfollower 1 fwd r1/4 2 hold',
  };
  const csv = writeCsv(analyse(figure));

  it('CRLF, doubled quotes, formulas defused', () => {
    expect(csv.endsWith('\r\n')).toBe(true);
    expect(csv.split('\r\n').every((l) => !l.includes('\n'))).toBe(true);
    expect(csv).toContain("'=SUM(A1");
    expect(csv).not.toMatch(/(^|,)"?=/m);
  });

  it('is read back by an independent reader', () => {
    const data = readCsv(csv) as string[][];
    expect(data[0]).toEqual([...STEP_COLUMNS]);
    expect(data.length).toBe(4);
    expect(data.find((r) => r[0] === 'follower')?.slice(1, 9)).toEqual([
      '1',
      '1',
      '1',
      '1',
      'R',
      'R',
      'step',
      'fwd',
    ]);
  });
});
