import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { analyse } from '../../src/lib/core/analysis';
import { TICKS_PER_BEAT } from '../../src/lib/core/base';
import {
  VERSION,
  keptInFile,
  readCombinations,
  readJson,
  readText,
  writeCombinations,
  writeJson,
  writeText,
} from '../../src/lib/core/codecs';
import { Repertoire, newCombination } from '../../src/lib/core/combination';
import { Composition, requestOf } from '../../src/lib/core/composer';
import { danceSchema, newDance, newFigure, withDance, type Figure } from '../../src/lib/core/figure';
import { endsOf, jointBetween } from '../../src/lib/core/joints';
import { toQuickSlow } from '../../src/lib/core/time';
import { DANCES, DANCE_IDS, danceOf, shippedDance } from '../../src/lib/core/vocabulary';
import { demoFigures } from '../../src/lib/demo';
import { corpus } from '../corpus';

const reel = {
  ...newDance('own-reel', 'Village reel', danceOf({ dance: 'waltz' })),
  cycle: 6,
  bar: 6,
  multiple: 6,
  quick: 6,
  slow: 18,
  tempo: { min: 100, max: 120 },
};
const danced = (lines: string, dance = reel): Figure => ({
  ...newFigure('r1', dance, 'Reel basic'),
  lines,
});
/** Beats from each change of weight to the next, the last to the end. */
const values = (figure: Figure): number[] => {
  const a = analyse(figure);
  const at = a.roles.leader.actions.filter((w) => w.change).map((w) => w.tick);
  return at.map((t, i) => ((at[i + 1] ?? a.end) - t) / TICKS_PER_BEAT);
};
const of = (dance: (typeof DANCE_IDS)[number], leader: string): Figure => ({
  ...newFigure('v', dance),
  lines: `leader ${leader}\nfollower ${leader}`,
});

describe('beat values as published', () => {
  // Source: Laird, Technique of Latin Dancing (from memory): rumba 2 3 4-1 is 1 1 2, three changes.
  it('rumba: 1 1 2 in three changes', () => {
    expect(values(of('rumba', '2 fwd 3 replace 4 side 1 hold'))).toEqual([1, 1, 2]);
    expect(values(of('rumba', 'Q fwd Q replace S side'))).toEqual([1, 1, 2]);
  });

  // Source: the same: jive chassé ¾ ¼ 1; samba 1 a 2 the same.
  it('jive and samba: ¾ ¼ 1, whether the word or its counts are written', () => {
    expect(values(of('jive', '3 chasse')).slice(0, 3)).toEqual([0.75, 0.25, 1]);
    expect(values(of('jive', '3 side a close 4 side'))).toEqual([0.75, 0.25, 1]);
    expect(values(of('samba', '1 fwd a close 2 place'))).toEqual([0.75, 0.25, 1]);
  });

  // Source: the same: cha cha 2 3 4&1 is 1 1 ½ ½ 1.
  it('cha cha: 1 1 ½ ½ 1', () => {
    expect(values(of('cha-cha', '2 fwd 3 replace 4&1 side close side'))).toEqual([1, 1, 0.5, 0.5, 1]);
  });

  // Common practice: a bare "and" after a slow is the one of its last beat.
  it('slow and: 1½ ½', () => {
    expect(values(of('foxtrot', 'S fwd & close Q fwd'))).toEqual([1.5, 0.5, 1]);
    expect(values(of('foxtrot', 'S fwd S hold & close Q fwd'))).toEqual([3.5, 0.5, 1]);
  });

  // Common practice, from memory: two steps, vals.
  it.each([
    ['country-two-step', 'Q fwd Q fwd S fwd S fwd', [1, 1, 2, 2]],
    ['nightclub-two-step', 'S side Q behind Q replace', [1, 0.5, 0.5]],
    ['tango-vals', 'S fwd S fwd', [3, 3]],
    ['zouk', 'S back Q place Q place', [1, 0.5, 0.5]],
  ] as const)('%s', (dance, line, want) => {
    expect(values(of(dance, line))).toEqual(want);
    const row = DANCES[dance];
    expect(
      toQuickSlow(
        want.map((w) => w * TICKS_PER_BEAT),
        row,
      ).ok,
    ).toBe(true);
  });
});

describe('the basics of the dances that came later, two a dance', () => {
  const [third, half] = [1 / 3, 1 / 2];
  const six = [1, 1, 2, 1, 1, 2];
  const eights = Array.from({ length: 8 }, () => 1);
  const slowQuick = [1, half, half, 1, half, half];
  const break4 = [1, 1, half, half, 1];
  // Source: common practice; mambo and paso doble: Laird, Technique of Latin Dancing (all from memory). Beats from each
  // change of weight to the next.
  it.each([
    ['bachata-side', six],
    ['bachata-forward', six],
    ['merengue-march', eights],
    ['merengue-side', eights],
    ['cumbia-back', [...break4, ...break4]],
    ['cumbia-rock', [...break4, ...break4]],
    ['zouk-basic', slowQuick],
    ['zouk-side', slowQuick],
    ['kizomba-1', six],
    ['kizomba-2', six],
    ['milonga-walk', [1, 1, 1, 1]],
    ['milonga-traspie', [1, half, half, 1, 1]],
    ['vals-walk', [3, 3]],
    ['vals-quick', [1, 1, 1, 1, 1, 1]],
    ['mambo-basic', [1, 1, 2, 1, 1, 1]],
    ['mambo-side', [1, 1, 2, 1, 1, 1]],
    ['paso-place', eights],
    ['paso-chasse', eights],
    ['nightclub-basic', slowQuick],
    ['nightclub-break', slowQuick],
    ['balboa-up', six],
    ['balboa-down', [1, 2, 1, 1, 2, 1]],
    ['boogie-basic', [1, 1, 2 * third, third, 1, 2 * third, third, 1]],
    ['boogie-kicks', [1, 2, 2, 1]],
  ] as const)('%s', (id, want) => {
    const found = corpus.find((c) => c.id === id);
    const got = values(found!.figure);
    expect(got).toHaveLength(want.length);
    got.forEach((v, i) => expect(v).toBeCloseTo(want[i] ?? NaN, 9));
  });
});

describe('dances that ship', () => {
  it('every one has a figure that can be danced after itself, and composed with', () => {
    const all = [...corpus.map((c) => c.figure), ...demoFigures.filter((f) => !f.mistake)];
    const without = DANCE_IDS.filter((dance) => {
      const mine = all.filter((f) => f.dance === dance);
      return !mine.some((f) => {
        const repertoire = new Repertoire([f]);
        const reading = repertoire.reading(f);
        if (reading.wrong.length > 0) return false;
        const again = jointBetween(reading.ends, reading.ends);
        if (again.fit === 'impossible') return false;
        const beats = 2 * analyse(f).counts;
        if (!Number.isInteger(beats)) return false;
        const found = new Composition([reading], requestOf(beats, { inRow: 2, best: 1 }));
        return (found.finish().count ?? 0n) > 0n;
      });
    });
    expect(without).toEqual([]);
  });

  it('names, metres and values are whole', () => {
    for (const id of DANCE_IDS) {
      const d = shippedDance(id);
      expect(danceSchema.safeParse({ ...d, id: 'own-x' }).success, id).toBe(true);
    }
    expect(new Set(DANCE_IDS.map((d) => DANCES[d].name)).size).toBe(DANCE_IDS.length);
  });

  // Source: WDSF competition rules (from memory): paso doble 60-62 bars of two.
  it('paso doble at its competition tempo', () => {
    expect(DANCES['paso-doble'].tempo).toEqual({ min: 120, max: 124 });
  });
});

describe('a dance of the teacher’s own', () => {
  it('counts, lengths and values are its own', () => {
    const f = danced('leader Q fwd Q fwd Q fwd S fwd S fwd\nfollower Q back Q back Q back S back S back');
    expect(values(f)).toEqual([0.5, 0.5, 0.5, 1.5, 1.5]);
    expect(f.tempo).toEqual(reel.tempo);
    expect(endsOf(analyse(f)).dance.name).toBe('Village reel');
  });

  it('goes with its figures into every form of file and comes back', () => {
    const f = danced('leader 1 fwd 2 fwd\nfollower 1 back 2 back');
    expect(readJson(writeJson([f]))).toEqual({ ok: true, value: [f] });
    const text = readText(writeText([f]), () => 'r1');
    expect(text).toEqual({ ok: true, value: [f] });
    const c = { ...newCombination('c1'), own: [f] };
    const file = { combinations: [c], kept: [f] };
    expect(readCombinations(writeCombinations(file))).toEqual({ ok: true, value: file });
  });

  it('a figure of a dance nobody knows is refused, with the place', () => {
    const f = danced('leader 1 fwd');
    const { ownDance: _, ...without } = f;
    const file = JSON.stringify({
      format: 'brisk-partner/figures',
      version: VERSION,
      ...keptInFile([without as Figure]),
    });
    expect(readJson(file)).toMatchObject({ ok: false, error: { at: 'figures[0].dance' } });
    expect(readText('figure: x\ndance: own-nowhere\n\nleader 1 fwd', () => 'x')).toMatchObject({
      ok: false,
      error: { at: 'line 2' },
    });
    expect(readText('figure: x\nown-dance: {"id":"own-a"}\n\nleader 1 fwd', () => 'x')).toMatchObject({
      ok: false,
      error: { at: 'line 2 (own-dance)' },
    });
  });

  it('cannot take the name of one that ships, nor a slowest tempo above the fastest', () => {
    expect(danceSchema.safeParse({ ...reel, id: 'waltz' }).success).toBe(false);
    expect(danceSchema.safeParse({ ...reel, tempo: { min: 130, max: 120 } }).success).toBe(false);
  });

  it('two of one name do not collide: a joint between them is between two dances', () => {
    const other = { ...reel, id: 'own-other' };
    const [a, b] = [reel, other].map((d) =>
      endsOf(analyse(danced('leader 1 fwd 2 fwd\nfollower 1 back 2 back', d))),
    );
    expect(jointBetween(a!, b!).differences.some((x) => x.code === 'dance')).toBe(true);
    expect(jointBetween(a!, a!).differences.some((x) => x.code === 'dance')).toBe(false);
  });

  it('a figure set to a dance that ships forgets its own', () => {
    const f = withDance(danced('leader 1 fwd'), danceOf({ dance: 'waltz' }));
    expect([f.dance, 'ownDance' in f]).toEqual(['waltz', false]);
  });
});

describe('files of the present versions are read for ever', () => {
  it('figures, version 4: a dance of one’s own, and the words that came with it', () => {
    const read = readJson(readFileSync('tests/fixtures/figures-v4.brisk.json', 'utf8'));
    if (!read.ok) throw new Error(read.error.message);
    const f = read.value.find((k) => k.id === 'reel') as Figure;
    expect([f.ownDance?.name, danceOf(f).bar]).toEqual(['Village reel', 6]);
    expect(analyse(f).parsed.problems).toEqual([]);
  });

  it('figures, version 5: tags', () => {
    const read = readJson(readFileSync('tests/fixtures/figures-v5.brisk.json', 'utf8'));
    expect(read.ok && (read.value[0] as Figure).tags).toEqual(['Monday', 'showy']);
  });

  it('combinations, version 3', () => {
    const read = readCombinations(readFileSync('tests/fixtures/combinations-v3.combination.json', 'utf8'));
    expect(read.ok && read.value.combinations[0]?.own[0]?.ownDance?.name).toBe('Village reel');
  });
});
