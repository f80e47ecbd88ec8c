import Ajv from 'ajv/dist/2020.js';
import fc from 'fast-check';
import { parse as readCsv } from 'csv-parse/sync';
import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { describe, expect, it } from 'vitest';
import {
  PHRASES,
  Repertoire,
  COMBINATION_VERSION,
  callSheet,
  captions,
  clockFor,
  combinationSchema,
  newCombination,
  planOf,
  wholeOf,
  type Combination,
} from '../combination';
import { isVersion } from '../figure';
import { demoCombinations, demoFigures, demoKept } from '../../demo';
import {
  COMBINATION_COLUMNS,
  combinationFileSchema,
  jsonSchemaOf,
  keptFor,
  readCombinations,
  vttTime,
  writeCallSheet,
  writeCombinationCsv,
  writeCombinations,
  writeVtt,
} from './index';

const { WebVTTParser } = createRequire(import.meta.url)('webvtt-parser') as {
  WebVTTParser: new () => {
    parse(
      text: string,
      mode: string,
    ): {
      cues: { startTime: number; endTime: number; text: string; tree: unknown }[];
      errors: { message: string; line: number }[];
    };
  };
};
const file = { combinations: demoCombinations, kept: keptFor(demoCombinations, demoKept) };
const repertoire = new Repertoire(demoFigures);

const anyCombination: fc.Arbitrary<Combination> = fc
  .record({
    id: fc.stringMatching(/^[a-z0-9]{4,12}$/),
    name: fc.stringMatching(/^[A-Za-z][A-Za-z é]{0,20}[a-z]$/),
    notes: fc.string({ maxLength: 60 }),
    start: fc.integer({ min: 1, max: 64 }),
    phrase: fc.constantFrom(...PHRASES),
    bpms: fc.array(fc.integer({ min: 20, max: 400 }), { minLength: 1, maxLength: 4 }),
    marks: fc.uniqueArray(fc.integer({ min: 1, max: 200 }), { maxLength: 5 }),
    loop: fc.boolean(),
    figures: fc.array(fc.constantFrom(...demoFigures.map((f) => f.id)), { maxLength: 9 }),
    times: fc.integer({ min: 1, max: 5 }),
    over: fc.option(fc.constantFrom(-0.4, 0.25), { nil: undefined }),
  })
  .map(({ bpms, figures, times, over, ...c }) => ({
    ...c,
    tempo: bpms.map((bpm, i) => ({ beat: i * 8 + 1, bpm })),
    own: [],
    parts: figures.map((figure, i) => ({
      key: `k${i}`,
      figure,
      times,
      ...(over === undefined ? {} : { over }),
    })),
  }));

describe('combination file', () => {
  it('comes back as it went, the demo and any other', () => {
    expect(readCombinations(writeCombinations(file))).toEqual({ ok: true, value: file });
    fc.assert(
      fc.property(anyCombination, (c) => {
        const one = { combinations: [c], kept: keptFor([c], demoKept) };
        expect(readCombinations(writeCombinations(one))).toEqual({ ok: true, value: one });
      }),
      { numRuns: 60 },
    );
  });
  it('holds every figure it needs, with what that is a version of', () => {
    const c = { ...newCombination('c'), parts: [{ key: 'a', figure: 'demo-salsa1-crossed', times: 1 }] };
    expect(
      keptFor([c], demoKept)
        .map((k) => k.id)
        .toSorted(),
    ).toEqual(['demo-salsa1-basic', 'demo-salsa1-crossed', 'demo-salsa1-turn']);
    expect(file.kept.some(isVersion)).toBe(true);
  });
  it('own figures keep their lines', () => {
    const own = {
      ...newCombination('c'),
      parts: [{ key: 'a', figure: 'way', times: 1 }],
      own: [{ ...demoFigures[0]!, id: 'way' }],
    };
    const read = readCombinations(writeCombinations({ combinations: [own], kept: [] }));
    expect(read.ok && read.value.combinations[0]).toEqual(own);
  });
  it('the published schema agrees, read by an independent validator (JSON Schema 2020-12)', () => {
    const validate = new Ajv({ strict: false }).compile(jsonSchemaOf(combinationFileSchema) as object);
    expect(validate(JSON.parse(writeCombinations(file)))).toBe(true);
    expect(validate({ ...JSON.parse(writeCombinations(file)), version: 'x' })).toBe(false);
  });
  it('version 1 is read for ever', () => {
    const text = readFileSync('tests/fixtures/combinations-v1.combination.json', 'utf8');
    const read = readCombinations(text);
    expect(read.ok && read.value.combinations.map((c) => c.name)).toEqual([
      'Natural and reverse',
      'Waltz round the room',
    ]);
  });

  it('version 3 had its tempo on beats of the combination: lifted, it sounds the same', () => {
    const file3 = JSON.parse(readFileSync('tests/fixtures/combinations-v3.combination.json', 'utf8')) as {
      combinations: { start: number; tempo: { beat: number; bpm: number }[] }[];
    };
    file3.combinations[0]!.start = 9;
    file3.combinations[0]!.tempo = [
      { beat: 0, bpm: 120 },
      { beat: 16, bpm: 60 },
    ];
    const read = readCombinations(JSON.stringify(file3));
    const c = read.ok ? read.value.combinations[0] : undefined;
    expect(c?.tempo).toEqual([
      { beat: 1, bpm: 120 },
      { beat: 25, bpm: 60 },
    ]);
    const clock = clockFor(c!);
    expect(clock.seconds(20 * 12) - clock.seconds(0)).toBeCloseTo(16 * 0.5 + 4, 9);
  });
  it('version 4 is read for ever', () => {
    const read = readCombinations(readFileSync('tests/fixtures/combinations-v4.combination.json', 'utf8'));
    expect(read.ok && read.value.combinations[0]).toMatchObject({
      start: 7,
      tempo: [{ beat: 1 }, { beat: 23, bpm: 96 }],
      marks: [29],
    });
  });
  it('version 5 may be laid on a song, and is read for ever', () => {
    const read = readCombinations(readFileSync('tests/fixtures/combinations-v5.combination.json', 'utf8'));
    expect(read.ok && read.value.combinations[0]?.song).toEqual({ id: 'quay', beat: 32 });
  });

  it('version 6 had one grid of phrases, and is read for ever', () => {
    const read = readCombinations(readFileSync('tests/fixtures/combinations-v6.combination.json', 'utf8'));
    expect(read.ok && read.value.combinations.map((c) => c.phrases)).toEqual(
      read.ok && read.value.combinations.map(() => undefined),
    );
    expect(read.ok && read.value.combinations.length).toBeGreaterThan(0);
  });

  const broken = (change: (c: Record<string, unknown>) => unknown): string => {
    const raw = JSON.parse(writeCombinations(file)) as { combinations: Record<string, unknown>[] };
    return JSON.stringify({
      ...raw,
      combinations: raw.combinations.map((c, i) => (i === 1 ? change(c) : c)),
    });
  };
  it.each([
    ['a broken text', '{"format": "brisk-partner/combinations", "ver', /line 1/],
    [
      'a newer version',
      writeCombinations(file).replace(`"version": ${COMBINATION_VERSION}`, '"version": 9'),
      /version/,
    ],
    ['a bad phrase', broken((c) => ({ ...c, phrase: 31 })), /combinations\[1\]\.phrase/],
    [
      'tempo out of order',
      broken((c) => ({
        ...c,
        tempo: [
          { beat: 1, bpm: 100 },
          { beat: 1, bpm: 90 },
        ],
      })),
      /combinations\[1\]\.tempo/,
    ],
    [
      'a part that changes a dance to none there is',
      broken((c) => ({
        ...c,
        parts: [
          {
            key: 'a',
            figure: 'f',
            times: 1,
            change: { details: { dance: { now: 'polka-like' } }, items: [] },
          },
        ],
      })),
      /combinations\[1\]\.parts\[0\]\.change\.details\.dance\.now/,
    ],
    [
      'the same key twice',
      broken((c) => ({
        ...c,
        parts: [
          { key: 'a', figure: 'demo-push', times: 1 },
          { key: 'a', figure: 'demo-push', times: 1 },
        ],
      })),
      /combinations\[1\]\.parts/,
    ],
    ['the same id twice', broken((c) => ({ ...c, id: demoCombinations[0]!.id })), /combinations\[1\]\.id/],
  ])('%s is refused, and the place is named', (_, text, at) => {
    const read = readCombinations(text);
    expect(read.ok).toBe(false);
    if (!read.ok) expect(read.error.at).toMatch(at);
  });
  it('a combination whose figure is gone is read whole', () => {
    const gap = { ...demoCombinations[0]!, parts: [{ key: 'a', figure: 'gone', times: 1 }] };
    const read = readCombinations(writeCombinations({ combinations: [gap], kept: [] }));
    expect(read.ok && read.value.combinations[0]).toEqual(gap);
  });
  it('the schema takes what the demo holds', () => {
    for (const c of demoCombinations) expect(combinationSchema.safeParse(c).success).toBe(true);
  });
});

describe('captions', () => {
  const c = demoCombinations.find((x) => x.id === 'demo-combination-break')!;
  const w = wholeOf(planOf(c, repertoire))!;
  it('times are written as the format has them', () => {
    expect([vttTime(0), vttTime(75.0004), vttTime(3661.9996)]).toEqual([
      '00:00:00.000',
      '00:01:15.000',
      '01:01:02.000',
    ]);
  });
  it('are read back by an independent parser, counts, calls and times', () => {
    const cues = captions(c, w);
    const text = writeVtt(cues, 2);
    const tree = new WebVTTParser().parse(text, 'metadata');
    expect(tree.errors).toEqual([]);
    expect(tree.cues.length).toBe(cues.length);
    tree.cues.forEach((q, i) => {
      expect(q.startTime).toBeCloseTo(cues[i]!.from + 2, 3);
      expect(q.endTime).toBeCloseTo(cues[i]!.to + 2, 3);
    });
    expect(tree.cues[0]!.text).toBe('Eight-count basic\n1 rock');
    expect(text).toContain('3&amp; ple');
    expect(text.startsWith('WEBVTT\n\n')).toBe(true);
  });
  it('text that would end a cue or open a tag is made harmless', () => {
    const text = writeVtt([{ from: 0, to: 1, title: 'a --> b\n\nc', text: '<i> & x' }]);
    const tree = new WebVTTParser().parse(text, 'metadata');
    expect(tree.errors).toEqual([]);
    expect(tree.cues.length).toBe(1);
    expect(text.split('\n').filter((l) => l.includes('-->')).length).toBe(1);
  });
});

describe('step table and call sheet', () => {
  const c = demoCombinations.find((x) => x.id === 'demo-combination-blues')!;
  const plan = planOf(c, repertoire);
  const w = wholeOf(plan)!;
  it('every action of both roles with its straight and its own count (RFC 4180)', () => {
    const rows = readCsv(writeCombinationCsv(c, w), { columns: true }) as Record<string, string>[];
    expect(Object.keys(rows[0]!)).toEqual([...COMBINATION_COLUMNS]);
    expect(rows.length).toBe(
      w.analysis.roles.leader.actions.length + w.analysis.roles.follower.actions.length,
    );
    const second = rows.find((r) => r.figure === 'Left side pass')!;
    expect([second['count in eight'], second['count in figure'], second.eight, second['music beat']]).toEqual(
      ['7', '1', '1', '7'],
    );
    expect(Number(rows.at(-1)!.seconds)).toBeLessThan((48 * 60) / 104);
  });
  it('a line a figure, where its 1 falls, and what the hands do', () => {
    const text = writeCallSheet(c, callSheet(c, w), plan.beats);
    expect(text).toContain('1.7  Left side pass (6) — hands: release right to left');
    expect(text.split('\n').filter((l) => /^\d+\.\d/.test(l)).length).toBe(8);
  });
});
