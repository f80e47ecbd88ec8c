import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { analyse, type Analysis } from '$lib/core/analysis';
import { ROLES, seeded, type Random } from '$lib/core/base';
import { readCombinations, readJson, readText, writeJson, writeText } from '$lib/core/codecs';
import { growAll, isVersion, newFigure, type Figure } from '$lib/core/figure';
import { bodyFirst, parse, print, turnsFirst, type Body } from '$lib/core/notation';
import { DANCE_IDS } from '$lib/core/vocabulary';
import { demoFigures } from '$lib/demo';
import { corpus } from '../corpus';
import { seeds } from '../seeds';

const pick = <T>(random: Random, list: readonly T[]): T => list[Math.floor(random() * list.length)] as T;

/** A step said in any order: turns before or behind the direction, rooms, lanes, swivels. */
function anyStep(random: Random): string {
  const turn = pick(random, ['', '', 'r1/4', 'l1/8', 'r1/2', 'l3/8']);
  const direction = pick(random, [
    'fwd',
    'back',
    'side',
    'across',
    'place',
    'close',
    'hook',
    'towards',
    'up the lane',
    'to the wall',
  ]);
  const rest = [
    pick(random, ['', '', 'small', 'x1.4']),
    pick(random, ['', '', '', 'off the lane left', 'back on the lane']),
  ];
  const first = random() < 0.5;
  const then = pick(random, ['', '', '', 'then r1/4', 'then swivel l1/4']);
  return [first ? turn : '', direction, ...(direction === 'close' ? [] : rest), first ? '' : turn, then]
    .filter((w) => w !== '')
    .join(' ');
}
const anyWord = (random: Random): string =>
  pick(random, [
    anyStep,
    anyStep,
    anyStep,
    anyStep,
    () => 'hold',
    () => 'touch side',
    () => 'triple side r1/2',
    () => 'r1/4 chasse',
    () => 'swivel r1/4',
  ])(random);

function anyFigure(seed: number): Figure {
  const random = seeded(seed);
  const line = (): string => [1, 3, 5].map((n) => `${n} ${anyWord(random)}`).join(' ');
  const hands = pick(random, [
    'two hands low 3 raise both 5 lower both',
    'closed 3 open hold',
    'left to right low 3 block right on hip',
    'handshake 3 slide right to elbow',
  ]);
  return {
    ...newFigure(`any-${seed}`, pick(random, DANCE_IDS)),
    lines: `leader ${line()}\nfollower ${line()}\nhands 1 ${hands}`,
  };
}

/** What is danced, tick by tick: facings, feet, places, and who holds what. */
const danced = (a: Analysis): unknown[] => [
  ...ROLES.flatMap((r) => [
    [...a.roles[r].path.facing],
    [...a.roles[r].path.chest],
    [...a.roles[r].path.x],
    [...a.roles[r].path.y],
    a.roles[r].actions.map((w) => [w.tick, w.foot, w.after]),
  ]),
  a.contacts.joins,
  a.contacts.rests,
  a.arms.crossings,
];

describe('printing what was read and reading it again', () => {
  it('gives the same dancing, tick by tick, for every written figure and 1,000 random ones', () => {
    const figures = [
      ...demoFigures,
      ...corpus.map((c) => c.figure),
      ...Array.from({ length: 1000 }, (_, i) => anyFigure(i + 1)),
    ];
    for (const f of figures) {
      const parsed = parse(f.lines);
      const printed = print(parsed.lines.map((l) => l.line));
      expect(print(parse(printed).lines.map((l) => l.line))).toBe(printed);
      expect(danced(analyse({ ...f, lines: printed })), f.lines).toEqual(danced(analyse(f)));
    }
  }, 60_000);

  it('files keep the order of words', () => {
    const figures = [anyFigure(3), anyFigure(4), ...corpus.slice(0, 20).map((c) => c.figure)];
    const json = readJson(writeJson(figures));
    expect(json.ok && json.value).toEqual(figures);
    let n = 0;
    const text = readText(writeText(figures), () => figures[n++]?.id ?? '');
    expect(text.ok && text.value.map((f) => f.lines)).toEqual(figures.map((f) => f.lines.trimEnd()));
  });
});

const bodies = (lines: string): Body[] =>
  parse(lines).lines.flatMap(({ line }) => (line.type === 'moves' ? line.items.map((i) => i.body) : []));

describe('what was written when a turn was always made first', () => {
  it('is rewritten to mean what it meant: nothing but the place of the turn changes', () => {
    for (const seed of seeds(500)) {
      const { lines } = anyFigure(seed);
      const lifted = turnsFirst(lines);
      const plain = bodies(lines).map(({ turnAfter: _, ...b }) => b);
      expect(bodies(lifted), lines).toEqual(plain);
      expect(turnsFirst(lifted)).toBe(lifted);
      expect(lifted.split('\n')[2]).toBe(lines.split('\n')[2]);
    }
    expect(bodyFirst('side small r1/4 then l1/2 (soft)')).toBe('r1/4 side small then l1/2 (soft)');
  });

  it('every figure of the files of version 1 and 2 turns first, versions too', () => {
    for (const file of ['figures-v1.brisk.json', 'figures-v2.brisk.json']) {
      const raw = readFileSync(`tests/fixtures/${file}`, 'utf8');
      const read = readJson(raw);
      if (!read.ok) throw new Error(read.error.message);
      if (file.includes('v2')) expect(raw).toMatch(/(back|fwd|side)( small)? [rl]\d/);
      for (const g of growAll(new Map(read.value.map((k) => [k.id, k]))).values()) {
        expect(g.ok && g.value.conflicts).toEqual([]);
        if (g.ok) expect(bodies(g.value.figure.lines).some((b) => b.turnAfter)).toBe(false);
      }
    }
  });

  it('and so does a combination file of version 1', () => {
    const read = readCombinations(readFileSync('tests/fixtures/combinations-v1.combination.json', 'utf8'));
    if (!read.ok) throw new Error(read.error.message);
    for (const k of read.value.kept)
      if (!isVersion(k)) expect(bodies(k.lines).some((b) => b.turnAfter)).toBe(false);
  });

  it('a text says which notation it is in; one that says nothing is in the present one', () => {
    const text = (head: string): string =>
      `figure: T\ndance: waltz\n${head}\nleader 1 side r1/4\nfollower 1 side`;
    const first = (head: string): Body | undefined => {
      const read = readText(text(head), () => 'x');
      return read.ok ? bodies(read.value[0]?.lines ?? '')[0] : undefined;
    };
    expect(first('notation: 1\n')?.turnAfter).toBeUndefined();
    expect(first('notation: 2\n')?.turnAfter).toBe(true);
    expect(first('')?.turnAfter).toBe(true);
  });
});

describe('files of the present versions are read for ever', () => {
  it('figures, version 3: words in order, an ending declared with its hold and facing', () => {
    const read = readJson(readFileSync('tests/fixtures/figures-v3.brisk.json', 'utf8'));
    if (!read.ok) throw new Error(read.error.message);
    const order = read.value.find((k) => k.id === 'order') as Figure;
    expect(order.end).toEqual({ formation: 'open', hold: 'two-hand', facing: 0 });
    expect(
      bodies(order.lines)
        .map((b) => [b.turn, b.turnAfter, b.lane, b.thenSwivel])
        .slice(0, 4),
    ).toEqual([
      [90, true, undefined, undefined],
      [-90, undefined, undefined, undefined],
      [undefined, undefined, 'left', undefined],
      [undefined, undefined, undefined, true],
    ]);
  });

  it('combinations, version 2', () => {
    const read = readCombinations(readFileSync('tests/fixtures/combinations-v2.combination.json', 'utf8'));
    expect(read.ok && read.value.combinations.length).toBeGreaterThan(0);
  });
});
