import { readFileSync, readdirSync } from 'node:fs';
import Ajv from 'ajv/dist/2020';
import fc from 'fast-check';
import { unzipSync, zipSync, strToU8 } from 'fflate';
import { describe, expect, it } from 'vitest';
import { demoClasses, demoCombinations, demoKept, demoPractices, demoResults, demoSongs } from '$lib/demo';
import { jsonEnds } from '../codecs/json-place';
import { jsonSchemaOf } from '../codecs';
import { newCombination } from '../combination';
import { newDance, newFigure, withDance, type Kept } from '../figure';
import { danceOf } from '../vocabulary';
import { seeded, sharedKey } from '../base';
import { seeds } from '../../../../tests/seeds';
import {
  KIND_IDS,
  formOf,
  inBundle,
  isZip,
  kindOf,
  readBackup,
  readDoc,
  readFile,
  refKey,
  withBrought,
  writeBackup,
  type Backup,
  type Docs,
  type KindId,
} from './index';

const reel = newDance('own-reel', 'Village reel', danceOf({ dance: 'waltz' }));
const own: Kept = withDance(newFigure('own', 'waltz', 'Own'), reel);
const DOCS: { readonly [K in KindId]: readonly Docs[K][] } = {
  figure: [...demoKept.filter((k) => !('of' in k)), own, ...demoKept.filter((k) => 'of' in k)],
  combination: [
    ...demoCombinations,
    { ...newCombination('gap'), parts: [{ key: 'a', figure: 'gone', times: 2 }] },
  ],
  dance: [reel],
  song: demoSongs(),
  practice: demoPractices,
  result: demoResults(1e12),
  ...demoClasses(1e12, 'Europe/Berlin'),
};
const each = KIND_IDS.map((kind) => [kind] as const);
const never = () => 'never';
const all: Backup = {
  documents: DOCS,
  unreadable: [{ kind: 'figure', id: 'x', schema: 99, doc: { later: true } }],
  settings: { theme: 'dark' },
  media: { 'song.ogg': new Uint8Array([1, 2, 3]) },
};

describe.each(each)('every kind: %s', (kind) => {
  const k = kindOf(kind);
  const docs = DOCS[kind] as readonly never[];

  it('reads what it writes, and its published schema agrees (JSON Schema 2020-12, by ajv)', () => {
    const text = formOf(k.id).write(docs);
    const read = readFile(`x${formOf(k.id).extension}`, text, never);
    expect(read.ok && read.value[kind]).toEqual(docs);
    const validate = new Ajv({ strict: false }).compile(jsonSchemaOf(formOf(k.id).schema) as object);
    expect(validate(JSON.parse(text))).toBe(true);
    expect(validate({ ...JSON.parse(text), format: 'x' })).toBe(false);
  });

  it('every document can be read from the store, and knows its name', () => {
    for (const doc of docs) {
      expect(readDoc(kind, doc, k.version)).toEqual({ ok: true, value: doc });
      expect(typeof k.nameOf(doc)).toBe('string');
      expect(k.nameOf(k.named(doc, 'New name'))).toBe('New name');
    }
  });

  it('renamed, it names what it named under the new ids, and nothing else has changed', () => {
    for (const doc of docs) {
      const moved = k.renamed(doc, (r) => `${r.id}-moved`);
      expect(k.refs(moved).map(refKey)).toEqual(k.refs(doc).map((r) => `${refKey(r)}-moved`));
      const back = k.renamed(moved, (r) => r.id.replace(/-moved$/, ''));
      expect(back).toEqual(doc);
    }
  });

  it('a document of a later schema is not read, and says which', () => {
    expect(readDoc(kind, {}, k.version + 1)).toEqual({
      ok: false,
      error: { code: 'newer', version: k.version + 1 },
    });
  });

  it('has a lift for every version before that it reads, and says which it does not', () => {
    expect(k.lifts).toHaveLength(k.version - k.since);
    if (k.since > 1)
      expect(readDoc(kind, {}, k.since - 1)).toEqual({
        ok: false,
        error: { code: 'older', version: k.since - 1 },
      });
  });
});

describe('past versions are read for ever', () => {
  it.each(readdirSync('tests/fixtures').map((f) => [f]))('%s', (name) => {
    const read = readFile(name, readFileSync(`tests/fixtures/${name}`, 'utf8'), never);
    expect(read.ok && inBundle(read.value).length).toBeGreaterThan(0);
    if (!read.ok) return;
    for (const { kind, doc } of inBundle(read.value))
      expect(readDoc(kind, doc, kindOf(kind).version).ok).toBe(true);
  });
});

/**
 * Any value for any field: numbers about every limit, texts and lists too long, and what a screen would never make. What
 * the store takes, a file must hold; seeded.
 */
describe('what can be kept can be taken away and brought in', () => {
  const odd = fc.oneof(
    fc.constantFrom(
      0,
      1,
      2.5,
      -1,
      12,
      32,
      33,
      63,
      64,
      65,
      301,
      512,
      513,
      600,
      4096,
      4097,
      5000,
      NaN,
      Infinity,
    ),
    fc.constantFrom(
      '',
      'x',
      'x'.repeat(65),
      'x'.repeat(121),
      'x'.repeat(40_001),
      'L\n'.repeat(2_100),
      '\u2028',
      '__proto__',
    ),
    fc.constantFrom(null, true, [], {}, undefined),
    fc.integer({ min: 60, max: 300 }).map((n) => Array.from({ length: n }, (_, i) => i + 1)),
    fc.integer({ min: 60, max: 70 }).map((n) => Array.from({ length: n }, () => ({ from: 1, to: 2 }))),
    fc
      .integer({ min: 250, max: 260 })
      .map((n) => Array.from({ length: n }, (_, i) => ({ key: `k${i}`, figure: 'f', times: 1 }))),
  );
  /** Every place in a document, as a path. */
  const paths = (x: unknown, at: readonly (string | number)[] = []): (string | number)[][] =>
    typeof x === 'object' && x !== null
      ? Object.entries(x).flatMap(([key, value]) => [
          [...at, Array.isArray(x) ? Number(key) : key],
          ...paths(value, [...at, Array.isArray(x) ? Number(key) : key]),
        ])
      : [];
  const put = (x: unknown, [key, ...rest]: readonly (string | number)[], value: unknown): unknown => {
    if (key === undefined) return value;
    const copy: Record<string | number, unknown> = Array.isArray(x)
      ? ([...x] as never)
      : { ...(x as object) };
    copy[key] = put((x as Record<string | number, unknown>)[key], rest, value);
    return copy;
  };
  const samples: [KindId, unknown][] = [
    [
      'figure',
      { ...own, repeat: { from: 1, to: 2, times: 2 }, sameFoot: [{ from: 1, to: 2 }], mistake: 'x' },
    ],
    ['figure', demoKept.find((k) => 'of' in k)],
    ['combination', { ...demoCombinations[0], own: [own], marks: [29], notes: 'x' }],
    ['dance', reel],
  ];
  it.each(samples)('%s, every field', (kind, sample) => {
    const k = kindOf(kind);
    let taken = 0;
    fc.assert(
      fc.property(fc.constantFrom(...paths(sample)), odd, (path, value) => {
        const doc = put(sample, path, value) as never;
        if (!k.schema.safeParse(doc).success) return;
        taken++;
        const kept = k.schema.parse(doc) as never;
        const read = readFile('x.json', formOf(k.id).write([kept]), never);
        expect(read.ok ? read.value[kind] : read.error).toEqual([kept]);
      }),
      { numRuns: 3000 },
    );
    expect(taken).toBeGreaterThan(50);
  });
});

describe('a backup', () => {
  it('holds everything, as a zip any program opens', () => {
    const bytes = writeBackup(all, new Date('2026-03-01T10:00:00Z'));
    expect(isZip(bytes)).toBe(true);
    expect(readBackup(bytes)).toEqual({ ok: true, value: all });
    const files = unzipSync(bytes);
    expect(Object.keys(files).sort()).toEqual([
      'classes.json',
      'combinations.json',
      'cues.json',
      'dances.json',
      'figures.json',
      'groups.json',
      'log.json',
      'manifest.json',
      'media/song.ogg',
      'practices.json',
      'recaps.json',
      'results.json',
      'rooms.json',
      'series.json',
      'settings.json',
      'songs.json',
      'unreadable.json',
    ]);
    expect(JSON.parse(new TextDecoder().decode(files['manifest.json']))).toMatchObject({
      format: 'brisk-partner/backup',
      version: 1,
      made: '2026-03-01T10:00:00.000Z',
    });
  });
  it('an empty one is one', () => {
    const none: Backup = { documents: {}, unreadable: [], settings: {}, media: {} };
    const read = readBackup(writeBackup(none, new Date(0)));
    expect(read.ok && inBundle(read.value.documents)).toEqual([]);
  });
  it('tells how far it is', () => {
    const seen: number[] = [];
    const bytes = writeBackup(all, new Date(0), (done) => seen.push(done));
    readBackup(bytes, (done) => seen.push(done));
    expect(seen.length).toBeGreaterThan(5);
    expect(Math.max(...seen)).toBeLessThan(1);
  });
  const broken = (change: Record<string, string | undefined>): Uint8Array => {
    const files = unzipSync(writeBackup(all, new Date(0)));
    for (const [name, text] of Object.entries(change))
      if (text === undefined) delete files[name];
      else files[name] = strToU8(text);
    return zipSync(files);
  };
  it.each([
    ['no zip', strToU8('PK\u0003\u0004 and nothing'), /whole file/, /damaged/],
    ['no manifest', broken({ 'manifest.json': undefined }), /whole file/, /no manifest.json/],
    ['another manifest', broken({ 'manifest.json': '{}' }), /manifest.json/, /brisk-partner\/backup/],
    [
      'a later version',
      broken({
        'manifest.json': '{"format":"brisk-partner/backup","version":7,"made":"x","files":[]}',
      }),
      /manifest.json/,
      /version 7/,
    ],
    [
      'a broken text inside',
      broken({ 'figures.json': '{"format": \n x' }),
      /figures.json, line 2, column 2/,
      /./,
    ],
    [
      'a bad field inside',
      broken({ 'dances.json': '{"format":"brisk-partner/dances","version":1,"dances":[{}]}' }),
      /dances.json, dances\[0\]\.id/,
      /./,
    ],
    ['a strange row', broken({ 'unreadable.json': '[{"kind":"polka"}]' }), /unreadable.json/, /./],
    ['settings that are none', broken({ 'settings.json': '7' }), /settings.json/, /./],
  ])('%s is refused whole, and the place is named', (_, bytes, at, says) => {
    const read = readBackup(bytes);
    expect(read.ok ? '' : read.error.at).toMatch(at);
    expect(read.ok ? '' : read.error.message).toMatch(says);
  });
});

describe('a file of any kind', () => {
  it('what figures carry a copy of comes with them, once', () => {
    const brought = withBrought({ figure: [own, { ...own, id: 'b' }], combination: [] });
    expect(brought.dance).toEqual([reel]);
  });
  it.each([
    ['{"hello": 1}', 'format'],
    ['[1]', 'the whole file'],
    ['', 'the whole file'],
  ])('%s is none, and says what is expected', (text, at) => {
    const read = readFile('x.json', text || '""', never);
    expect(read.ok ? '' : read.error.at).toBe(at);
  });
});

describe('the door', () => {
  /** Documents with a list drawn by keys, each as the demo has it. */
  const demo = demoClasses(Date.UTC(2026, 5, 1), 'UTC');
  const twice = <T>(list: readonly T[]): T[] => [list[0] as T, list[0] as T];
  it.each([
    ['class', { ...demo.class[0]!, blocks: twice(demo.class[0]!.blocks) }, 'blocks[1].key'],
    [
      'group',
      { ...demo.group[0]!, people: twice([{ key: 'a', name: 'A', dances: 'both' as const }]) },
      'people[1].key',
    ],
    ['room', { ...demo.room[0]!, things: twice(demo.room.flatMap((r) => r.things)) }, 'things[1].key'],
  ] as const)(
    'a %s with one key twice is refused, in a file and in the store, and the place is named',
    (kind, doc, at) => {
      const inFile = readFile('x.json', formOf(kind).write([doc as never]), never);
      const { table, version } = kindOf(kind);
      expect(inFile).toMatchObject({ ok: false, error: { at: `${table}[0].${at}` } });
      expect(readDoc(kind, doc, version)).toMatchObject({ ok: false, error: { at } });
    },
  );
  it('a moment no date can be is refused', () => {
    const entry = demo.entry[0]!;
    for (const at of [9e15, 8.64e15, -1, 0.5])
      expect([at, readDoc('entry', { ...entry, at }, 1).ok]).toEqual([at, false]);
    const last = new Date(253_402_300_799_999);
    expect(last.toISOString()).toBe('9999-12-31T23:59:59.999Z');
    expect(readDoc('entry', { ...entry, at: last.getTime() }, 1).ok).toBe(true);
  });
  it('two documents of one id in a file are named', () => {
    const room = demo.room[0]!;
    const read = readFile('x.json', formOf('room').write([room, room]), never);
    expect(read).toMatchObject({ ok: false, error: { at: 'rooms[1].id' } });
  });
  it('a row of a backup that can be read after all is a document like the others', () => {
    const room = demo.room[0]!;
    const raw = { kind: 'room', id: room.id, schema: 1, doc: room };
    const backup = { documents: {}, unreadable: [raw], settings: {}, media: {} };
    const read = readBackup(writeBackup(backup, new Date(0)));
    expect(read.ok && [read.value.documents.room, read.value.unreadable]).toEqual([[room], []]);
    const other = { ...backup, unreadable: [{ ...raw, id: 'other' }] };
    expect(readBackup(writeBackup(other, new Date(0)))).toMatchObject({
      ok: false,
      error: { at: 'unreadable.json, row 1' },
    });
  });
});

/** Moments and local times a screen would show, wherever they stand in a document. */
function shownTimes(value: unknown, found: number[] = []): number[] {
  if (typeof value !== 'object' || value === null) return found;
  for (const [name, part] of Object.entries(value))
    if (['at', 'ended', 'from', 'to'].includes(name) && typeof part === 'number') found.push(part);
    else shownTimes(part, found);
  return found;
}

describe('hostile files', () => {
  const ABSURD = [
    9e15,
    -9e15,
    8.65e15,
    1e308,
    -1,
    0.1,
    '0000-00-00',
    '9999-99-99T99:99',
    null,
    {},
    [],
    '',
    'x'.repeat(70_000),
  ];
  /** A good file of a kind with one place in it made absurd, doubled, taken away or of another kind. */
  function damaged(kind: KindId, seed: number): string {
    const random = seeded(seed);
    const upTo = (n: number) => Math.floor(random() * n);
    const json = JSON.parse(formOf(kind).write(DOCS[kind] as never)) as Record<string, unknown>;
    const places: { holder: Record<string, unknown>; name: string }[] = [];
    const walk = (value: unknown): void => {
      if (typeof value !== 'object' || value === null) return;
      for (const name of Object.keys(value)) {
        places.push({ holder: value as Record<string, unknown>, name });
        walk((value as Record<string, unknown>)[name]);
      }
    };
    walk(json);
    for (let n = 0; n <= upTo(3); n++) {
      const { holder, name } = places[upTo(places.length)]!;
      const now = holder[name];
      const how = upTo(4);
      if (how === 0) holder[name] = ABSURD[upTo(ABSURD.length)];
      else if (how === 1 && Array.isArray(now)) holder[name] = [...(now as unknown[]), ...(now as unknown[])];
      else if (how === 2) delete holder[name];
      else holder[['__proto__', 'constructor', 'key', 'id', 'at'][upTo(5)]!] = now;
    }
    return JSON.stringify(json);
  }
  it.each(KIND_IDS)(
    '%s: 200 damaged files are refused with their place, or every document can be shown',
    (kind) => {
      for (const seed of seeds(200)) {
        const read = readFile('x.json', damaged(kind, seed), never);
        if (!read.ok) {
          expect([read.error.at !== '', read.error.message !== '']).toEqual([true, true]);
          continue;
        }
        for (const { kind: k, doc } of inBundle(read.value)) {
          expect(sharedKey(doc)).toBeUndefined();
          if (k === 'entry' || k === 'result')
            for (const at of shownTimes(doc)) expect(new Date(at).toISOString()).toMatch(/^\d{4}-/);
        }
      }
    },
  );
});

describe('where a text stops being JSON', () => {
  it.each([
    ['{"min": NaN}', 8],
    ['{"a": 1,, "b": 2}', 8],
    ['{"a" 1}', 5],
    ["{'a': 1}", 1],
    ['[1, 2', 5],
    ['{"a": "x\ny"}', 6],
    ['[01]', 1],
    ['{"a": 1} x', 9],
    ['[1,]', 3],
  ])('%s', (text, at) => expect(jsonEnds(text)).toBe(at));

  it('agrees with the language’s own reader, also 100,000 deep', () => {
    fc.assert(
      fc.property(fc.json(), fc.nat(), (text, n) => {
        expect(jsonEnds(text)).toBe(text.length);
        const cut = text.slice(0, n % (text.length + 1));
        let whole = true;
        try {
          JSON.parse(cut);
        } catch {
          whole = false;
        }
        if (!whole) expect(jsonEnds(cut)).toBeLessThanOrEqual(cut.length);
      }),
      { numRuns: 500 },
    );
    expect(jsonEnds('['.repeat(100_000))).toBe(100_000);
  });
});
