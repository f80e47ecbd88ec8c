import { describe, expect, it } from 'vitest';
import { armsAt } from '../analysis';
import { keyOfState } from '../arms';
import { TICKS_PER_BEAT } from '../base';
import { changeBetween, newFigure, type Figure } from '../figure';
import { secondsOf } from '../time';
import { boardRows } from '../scene/board';
import { HOLD_IDS, type DanceId } from '../vocabulary';
import {
  Repertoire,
  accentsOf,
  callSheet,
  captions,
  driftOf,
  duration,
  edited,
  findingsOf,
  hits,
  layerFigure,
  layersOf,
  beatsToSay,
  leftover,
  lineage,
  loads,
  loops,
  merged,
  newCombination,
  phraseStarts,
  planOf,
  straightAt,
  trimmed,
  turnsIn,
  wholeOf,
  type Combination,
  type Part,
} from './index';
import { analyse } from '../analysis';

const figure = (id: string, dance: DanceId, lines: string, extra: Partial<Figure> = {}): Figure => ({
  ...newFigure(id, dance, id),
  ...extra,
  lines,
});
const places = (n: number): string => Array.from({ length: n }, (_, i) => `${i + 1} place`).join(' ');
const steps = (
  id: string,
  n: number,
  dance: DanceId = 'six-count-swing',
  extra: Partial<Figure> = {},
): Figure =>
  figure(
    id,
    dance,
    `leader ${places(n)}\nfollower ${places(n)}\ncalls ${places(n).replaceAll('place', 'walk')}`,
    extra,
  );
const of = (ids: readonly string[], rest: Partial<Combination> = {}): Combination => ({
  ...newCombination('c', 'Test'),
  parts: ids.map((f, i): Part => {
    const [name, times] = f.split(' x');
    return { key: `k${i}`, figure: name ?? '', times: Number(times ?? 1) };
  }),
  ...rest,
});

const six = steps('six', 6);
const eight = steps('eight', 8);
const five = steps('five', 4);
const repertoire = new Repertoire([six, eight, five, steps('two', 2)]);

describe('counting straight', () => {
  /** Common practice: after one 6-count figure begun on 1, the next 1 falls on 7; three beats on is the 1 of eight 2. */
  it('a second six begins on 7, and a three-beat hit begun there ends on the 1 of the second eight', () => {
    const p = planOf(of(['six', 'six']), repertoire);
    expect(straightAt(p.combination, p.passes[1]!.at)).toMatchObject({ count: 7, eight: 1 });
    expect(straightAt(p.combination, p.passes[1]!.at + 2 * TICKS_PER_BEAT)).toMatchObject({
      count: 1,
      eight: 2,
    });
  });
  /** Derived: 48 beats are eight sixes or six eights; AABA of 128 beats leaves 2 over by sixes. */
  it('eight sixes fill a 12-bar blues, and so do six eights', () => {
    expect(planOf(of(['six x8']), repertoire).beats).toBe(48);
    expect(planOf(of(['eight x6']), repertoire).beats).toBe(48);
    expect(leftover(planOf(of(['six x8'], { phrase: 48 }), repertoire))).toEqual({ toEight: 0, toPhrase: 0 });
    expect(leftover(planOf(of(['six x21']), repertoire))).toEqual({ toEight: 2, toPhrase: 2 });
    const blues = planOf(of(['six x16'], { phrase: 48 }), repertoire);
    expect(phraseStarts(blues)).toEqual([1, 49, 97]);
  });
  it('the music may have begun before: counts, phrases and leftovers follow it', () => {
    const p = planOf(of(['eight x3'], { start: 27 }), repertoire);
    expect(straightAt(p.combination, 0)).toMatchObject({ count: 3, eight: 4 });
    expect(phraseStarts(p)).toEqual([33]);
    expect(leftover(p)).toEqual({ toEight: 6, toPhrase: 14 });
  });
  it('phrases start from scratch where the music does, as after a bar too many', () => {
    const p = planOf(of(['eight x10'], { phrases: [5, 41] }), repertoire);
    // From 5: 5, 37; from 41: 41, 73; the grid before 5 is the same one.
    expect(phraseStarts(p)).toEqual([5, 37, 41, 73]);
    expect(leftover(p)).toEqual({ toEight: 0, toPhrase: 24 });
    const rows = boardRows(p);
    expect(rows.flatMap((r) => r.beats.filter((b) => b.phrase).map((b) => b.music))).toEqual([5, 37, 41, 73]);
  });
  it('is laid out to 4,096 beats, and says when it goes on', () => {
    expect(planOf(of(['eight x32']), repertoire)).toMatchObject({ beats: 256, cut: false });
    const parts = Array.from({ length: 16 }, () => 'eight x32');
    const whole = planOf(of(parts), repertoire);
    expect([whole.beats, whole.cut]).toEqual([4096, false]);
    const long = planOf(of([...parts, 'eight x32']), repertoire);
    expect([long.beats, long.passes.length, long.cut]).toEqual([4096, 512, true]);
  });
  it('a dance in three is counted in pairs of bars', () => {
    expect(straightAt({ start: 1 }, 7 * TICKS_PER_BEAT, 6)).toEqual({ count: 2, eight: 2, fold: 6 });
  });
});

describe('laying out', () => {
  it('repeats are danced one after the other; parts without a figure are said, not danced', () => {
    const p = planOf(of(['six x2', 'gone', 'eight']), repertoire);
    expect(p.passes.map((x) => [x.part, x.time, x.at / TICKS_PER_BEAT])).toEqual([
      [0, 0, 0],
      [0, 1, 6],
      [2, 0, 12],
    ]);
    expect([p.missing, p.beats]).toEqual([[1], 20]);
    expect(loops(p)).toBe(false);
  });
  it('an empty board is no combination', () => {
    const p = planOf(of([]), repertoire);
    expect([p.beats, p.loop, wholeOf(p)]).toEqual([0, undefined, undefined]);
  });
  it('a figure that begins on 2 keeps its counts in the bar', () => {
    const cha = figure(
      'cha',
      'cha-cha',
      'leader 2 fwd 3 replace 4 side & close 1 side\nfollower 2 back 3 replace 4 side & close 1 side',
    );
    const w = wholeOf(planOf(of(['cha x2']), new Repertoire([cha])))!;
    expect(w.analysis.roles.leader.actions.map((x) => x.tick)).toEqual([
      12, 24, 36, 42, 48, 60, 72, 84, 90, 96,
    ]);
  });
});

describe('the whole', () => {
  it('holds every action of every figure at its place, with its foot', () => {
    const p = planOf(of(['six', 'eight x2']), repertoire);
    const w = wholeOf(p)!;
    expect(w.analysis.counts).toBe(22);
    expect(w.analysis.roles.leader.actions.map((x) => x.foot).join('')).toBe('LR'.repeat(11));
    expect(w.analysis.words.filter((x) => x.track === 'calls').length).toBe(22);
    expect(w.analysis.parsed.problems).toEqual([]);
  });

  /** The state that leaves one figure enters the next: through every joint of two holds, by the ordinary path. */
  it('hands let go and taken at a joint bring the arms to where the next figure begins', () => {
    const holds = HOLD_IDS.filter((h) => h !== 'none');
    const list = holds.map((hold) =>
      steps(hold, 2, 'six-count-swing', { start: { ...newFigure('x', 'six-count-swing').start, hold } }),
    );
    const all = new Repertoire(list);
    let small = 0;
    for (const a of holds)
      for (const b of holds) {
        const p = planOf(of([a, b]), all);
        const j = p.passes[1]?.joint;
        if (!j || j.fit === 'bridge' || j.fit === 'impossible') continue;
        if (j.fit === 'small') small++;
        const w = wholeOf(p)!;
        const after = armsAt(w.analysis.arms, p.passes[1]!.at + 6, true);
        expect([a, b, keyOfState(after)]).toEqual([a, b, keyOfState(p.passes[1]!.reading.ends.entry.arms)]);
        expect(
          w.analysis.arms.faults.filter((f) => f.code === 'hand-twice' || f.code === 'not-held'),
        ).toEqual([]);
      }
    expect(small).toBeGreaterThan(30);
  });

  it('a wrong foot goes through the joint and is found where it begins', () => {
    const odd = figure('odd', 'six-count-swing', 'leader 1 place 2 place\nfollower 1 place 2 touch');
    const p = planOf(of(['odd', 'six']), new Repertoire([odd, six]));
    const found = findingsOf(p, wholeOf(p)!.analysis);
    expect(p.passes[1]?.joint?.fit).toBe('bridge');
    expect(found.some((f) => f.finding.code === 'same-foot' || f.finding.code === 'end-foot')).toBe(true);
  });

  it('a round that loops ends each of ten passes as the one before', () => {
    const p = planOf(of(['six', 'eight'], { loop: true }), repertoire);
    expect(loops(p)).toBe(true);
    const w = wholeOf(p, undefined, 10)!;
    const ends = Array.from({ length: 10 }, (_, i) => (i + 1) * 14 * TICKS_PER_BEAT - 1);
    const keys = ends.map((t) => keyOfState(armsAt(w.analysis.arms, t, true)));
    expect(new Set(keys).size).toBe(1);
    expect(w.analysis.counts).toBe(140);
    expect(driftOf(wholeOf(p)!)).toMatchObject({ turn: 0 });
  });

  it('a slow at the end keeps its length', () => {
    const slow = figure('slow', 'six-count-swing', 'leader S side S side\nfollower S side S side');
    expect(wholeOf(planOf(of(['slow x3']), new Repertoire([slow])))!.analysis.counts).toBe(12);
  });
});

describe('hits and accents', () => {
  const stop = figure(
    'stop',
    'eight-count-swing',
    'leader 1 place 2 place 3 place 4 place 5 place 6 hold 7 hold 8 hold\nfollower 1 place 2 place 3 place 4 place 5 place 6 hold 7 hold 8 hold',
  );
  it('a step before a stillness of three beats is an accent; a slow is none', () => {
    expect(accentsOf(analyse(stop))).toEqual([48]);
    const slow = figure('s', 'six-count-swing', 'leader S side S side\nfollower S side S side');
    expect(accentsOf(analyse(slow))).toEqual([]);
  });
  it('a count whose call says hit is an accent', () => {
    const said = figure(
      'said',
      'six-count-swing',
      `leader ${places(4)}\nfollower ${places(4)}\ncalls 1 walk 3 hit`,
    );
    expect(accentsOf(analyse(said))).toEqual([24]);
  });
  it('marks are met where an accent falls on them, counted in the music', () => {
    const all = new Repertoire([stop, eight]);
    const p = planOf(of(['eight', 'stop'], { marks: [13, 14, 99] }), all);
    expect(hits(p).map((h) => [h.beat, h.pass])).toEqual([
      [13, 1],
      [14, undefined],
    ]);
    const later = planOf(of(['eight', 'stop'], { marks: [17], start: 5 }), all);
    expect(hits(later)).toMatchObject([{ beat: 17, pass: 1 }]);
  });
});

describe('load and time', () => {
  it('steps a second, turns in a row, and minutes by a tempo map', () => {
    const turn = figure(
      'turn',
      'six-count-swing',
      `leader ${places(4)}\nfollower 1 place r1/2 2 place r1/2 3 place r1/2 4 place l1/2`,
    );
    const p = planOf(
      of(['turn'], {
        tempo: [
          { beat: 1, bpm: 120 },
          { beat: 3, bpm: 60 },
        ],
      }),
      new Repertoire([turn]),
    );
    expect(duration(p)).toBeCloseTo(1 + 2);
    const load = loads(wholeOf(p)!.analysis, duration(p));
    expect(load.follower).toMatchObject({ changes: 4, turns: 2, inARow: { turns: 1.5 } });
    expect(load.leader.perSecond).toBeCloseTo(4 / 3);
    expect(turnsIn(p.passes[0]!.reading)).toBe(2);
  });
});

describe('layers', () => {
  const base = figure('base', 'six-count-swing', `leader ${places(4)}\nfollower ${places(4)}`);
  const turned = {
    ...base,
    id: 'turned',
    level: 3 as const,
    lines: `leader ${places(4)}\nfollower 1 place 2 place r1/2 3 place r1/2 4 place`,
  };
  const longer = steps('longer', 6);
  const changed = { ...turned, id: 'changed', lines: `${turned.lines}\nhands 4 change to right to right` };
  const all = new Repertoire([base, turned, longer, changed]);
  const parents = new Map([
    ['turned', 'base'],
    ['longer', 'base'],
    ['changed', 'turned'],
  ]);
  const c = of(['base', 'base']);

  it('each layer is the version that deep in the tree that keeps counts, feet and footprints', () => {
    expect(lineage('changed', parents)).toEqual(['base', 'turned', 'changed']);
    const layer = (part: Part) => ([1, 2, 3] as const).map((n) => layerFigure(c, part, n, all, parents));
    expect(layer(c.parts[0]!)).toEqual(['base', 'turned', 'changed']);
    expect(layer({ key: 'x', figure: 'changed', times: 1 })).toEqual(['base', 'turned', 'changed']);
    expect(layer({ key: 'x', figure: 'base', times: 1, layers: { 2: 'base' } })).toEqual([
      'base',
      'base',
      'changed',
    ]);
  });
  it('are held against the first across the chain', () => {
    const fine = layersOf(c, [1, 2, 3], all, parents);
    expect(fine.map((l) => l.breaches.length)).toEqual([0, 0, 0]);
    const bad = layersOf(
      { ...c, parts: [c.parts[0]!, { ...c.parts[1]!, layers: { 2: 'longer' } }] },
      [1, 2],
      all,
      parents,
    );
    expect(bad[1]!.breaches.some((b) => b.what === 'length')).toBe(true);
  });
});

describe('merge and trim', () => {
  it('merged: parts, marks and tempo come one after the other', () => {
    let n = 0;
    const a = of(['eight x2'], { tempo: [{ beat: 1, bpm: 100 }], marks: [3] });
    const b = of(['six'], { tempo: [{ beat: 1, bpm: 120 }], marks: [2] });
    const m = merged(a, b, repertoire, () => `n${n++}`);
    expect(m.parts.map((p) => p.key)).toEqual(['k0', 'n0']);
    expect(m.tempo).toEqual([
      { beat: 1, bpm: 100 },
      { beat: 17, bpm: 120 },
    ]);
    expect(m.marks).toEqual([3, 18]);
    expect(planOf(m, repertoire).beats).toBe(22);
  });
  it('trimmed: whole figures are taken off the end, and what is left over is said', () => {
    const { combination, left, cut } = trimmed(of(['six x5', 'eight']), 32, repertoire);
    expect([planOf(combination, repertoire).beats, left, cut]).toEqual([30, 2, 1]);
    expect(trimmed(of(['six x5']), 20, repertoire).combination.parts).toMatchObject([{ times: 3 }]);
    expect(trimmed(of(['eight']), 4, repertoire)).toMatchObject({ left: 4, cut: 1 });
  });
});

describe('edits of the board', () => {
  const c = of(['six', 'eight', 'two']);
  const ids = (x: Combination) => x.parts.map((p) => p.figure);
  it('insert, move, remove, duplicate', () => {
    expect(ids(edited(c, { type: 'insert', at: 1, parts: [{ key: 'n', figure: 'two', times: 1 }] }))).toEqual(
      ['six', 'two', 'eight', 'two'],
    );
    expect(ids(edited(c, { type: 'move', from: 0, to: 2 }))).toEqual(['eight', 'two', 'six']);
    expect(ids(edited(c, { type: 'remove', at: 0, count: 2 }))).toEqual(['two']);
    expect(edited(c, { type: 'duplicate', at: 1, key: 'n' }).parts.map((p) => p.key)).toEqual([
      'k0',
      'k1',
      'n',
      'k2',
    ]);
    expect(edited(c, { type: 'move', from: 9, to: 0 })).toBe(c);
  });
  it('another figure leaves the mends of the old one behind; absent stays absent', () => {
    const change = changeBetween(six, { ...six, lines: six.lines.replace('6 place', '6 touch') });
    const mended = edited(c, { type: 'set', at: 0, patch: { change, over: 0.2 } });
    expect(repertoire.get('six', [], change)!.ends.exit.free.leader).toBe('R');
    expect(edited(mended, { type: 'set', at: 0, patch: { figure: 'eight' } }).parts[0]).toEqual({
      key: 'k0',
      figure: 'eight',
      times: 1,
      over: 0.2,
    });
    expect(
      Object.keys(edited(mended, { type: 'set', at: 0, patch: { over: 0, change: undefined } }).parts[0]!),
    ).toEqual(['key', 'figure', 'times']);
  });
  it('figures of its own go when no part uses them any more', () => {
    const own = edited(c, {
      type: 'insert',
      at: 0,
      parts: [{ key: 'w', figure: 'way', times: 1 }],
      own: [steps('way', 2)],
    });
    expect(planOf(own, repertoire).beats).toBe(18);
    expect(edited(own, { type: 'remove', at: 0 }).own).toEqual([]);
  });
});

describe('call sheet and captions', () => {
  const c = of(['six', 'eight'], { tempo: [{ beat: 1, bpm: 176 }] });
  const w = wholeOf(planOf(c, repertoire))!;
  it('says where each 1 falls, and the counts on which to call, over a beat before it', () => {
    expect(
      callSheet(c, w).map((l) => [l.name, l.falls.count, l.callFrom.count, l.callTo.count, l.calls.length]),
    ).toEqual([
      ['six', 1, 5, 7, 6],
      ['eight', 7, 3, 5, 8],
    ]);
    expect(callSheet(c, w)[1]!.calls[0]).toMatchObject({ own: '1', straight: '7', text: 'walk' });
  });
  it('a call takes nine tenths of a second, two beats at least', () => {
    expect([60, 110, 130, 150, 180, 210].map(beatsToSay)).toEqual([2, 2, 2, 3, 3, 4]);
  });
  /** Derived: positions stay exact and are rounded once; whole milliseconds a beat would drift by 11.6 ms over 128. */
  it('captions follow each other without gaps, and do not drift', () => {
    const long = of(['eight x16'], { tempo: [{ beat: 1, bpm: 176 }] });
    const cues = captions(long, wholeOf(planOf(long, repertoire))!);
    expect(cues.length).toBe(128);
    expect(cues.every((q, i) => i === 0 || q.from === cues[i - 1]!.to)).toBe(true);
    expect(cues.at(-1)!.to).toBeCloseTo((128 * 60) / 176, 9);
    expect(cues[6]).toMatchObject({ text: '7 walk', title: 'eight' });
    expect(secondsOf(12, 176)).toBeCloseTo(cues[1]!.from, 12);
  });
});
