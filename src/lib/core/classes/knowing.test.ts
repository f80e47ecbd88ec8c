import { describe, expect, it } from 'vitest';
import { check } from '../findings';
import { demoClasses, demoCombinations, demoFigures, demoKept } from '$lib/demo';
import { CAUTION_CASES } from '../../../../tests/corpus/cautions';
import { ROLES } from '../base';
import { analyse } from '../analysis';
import { readText } from '../codecs';
import { loops, planOf } from '../combination';
import { breaches } from '../likeness';
import { levelNeeded } from '../vary';
import {
  FAULTS,
  Material,
  UNIT_KINDS,
  careOf,
  difficultyOf,
  dueBy,
  groupKnows,
  ladderTo,
  leadIn,
  likelyKept,
  memories,
  missedBy,
  newClass,
  planReport,
  plannedMinutes,
  promisedTo,
  saidTo,
  shareMinutes,
  sideBySide,
  suggest,
  unitNeeds,
  type CareCode,
  type DanceRef,
  type Entry,
  type Rating,
} from './index';

const DAY = 86_400_000;
const NOW = Date.UTC(2026, 10, 26, 18);
const parents = new Map(demoKept.flatMap((k) => ('of' in k ? [[k.id, k.of] as const] : [])));
const material = new Material(new Map(demoFigures.map((f) => [f.id, f])), demoCombinations, parents);
const demo = demoClasses(NOW, 'Europe/Berlin');
const group = demo.group.find((g) => g.id === 'demo-group-swing')!;
const log = demo.entry.filter((e) => e.group === group.id);
const id = (x: string) => `demo-${x}`;
const ref = (x: string): DanceRef => ({ type: 'figure', id: id(x) });
const entry = (
  at: number,
  taught: readonly (readonly [string, Rating | undefined])[],
  more: Partial<Entry> = {},
): Entry => ({
  id: `e${at}`,
  name: 'E',
  at,
  ended: at + 1,
  minutes: 60,
  group: 'g',
  visits: [],
  taught: taught.map(([x, rating]) => ({ what: ref(x), note: '', ...(rating ? { rating } : {}) })),
  there: { leader: 1, follower: 1, both: 0 },
  promised: [],
  notes: [],
  ...more,
});

describe('which units need the time', () => {
  const needs = (x: string, known: readonly string[] = [], level: 1 | 2 | 3 | 4 = 2) =>
    unitNeeds(
      material.analysis(ref(x))!,
      known.flatMap((k) => material.signature(id(k)) ?? []),
      level,
    );
  it('what is known is not new; what turns asks more than what does not', () => {
    expect(needs('push').every((u) => u.why.includes('new'))).toBe(true);
    expect(needs('push', ['push']).some((u) => u.why.includes('new'))).toBe(false);
    expect(difficultyOf(needs('push-turn', ['push-turn']))).toBeGreaterThan(
      difficultyOf(needs('push', ['push'])),
    );
    expect(difficultyOf(needs('push'))).toBeGreaterThan(difficultyOf(needs('push', ['push'])));
  });
  it('units are two beats one after the other and share all minutes by what they ask', () => {
    for (const f of demoFigures) {
      const a = material.analysis({ type: 'figure', id: f.id })!;
      const list = unitNeeds(a, [], 2);
      list.forEach((u, i) => {
        if (i > 0) expect(u.from).toBe(list[i - 1]!.to);
        expect(u.weight).toBeGreaterThanOrEqual(1);
        expect(u.kinds.length + (u.why.length === 0 ? 1 : 0)).toBeGreaterThan(0);
      });
      const shared = shareMinutes(list, 12);
      expect(shared.reduce((s, m) => s + m, 0)).toBeCloseTo(list.length === 0 ? 0 : 12, 6);
    }
  });
  // Trade fact: two beats with two or no weight changes keep the foot, one or three change it. Source: common practice.
  it('which foot is free, before each unit, follows from the weight changes in the one before', () => {
    for (const f of demoFigures.filter((x) => !x.mistake)) {
      const a = material.analysis({ type: 'figure', id: f.id })!;
      if (ROLES.some((r) => a.roles[r].actions.some((w) => w.after === 'both' || w.said))) continue;
      const list = unitNeeds(a, [], 2);
      for (const r of ROLES)
        list.slice(1).forEach((u, i) => {
          const { changes } = a.roles[r].units[i]!;
          expect([f.id, u.free[r] === list[i]!.free[r]]).toEqual([f.id, changes % 2 === 0]);
        });
    }
    const [first, second, third] = needs('six-triple');
    expect([first, second, third].map((u) => u?.free.leader)).toEqual(['L', 'R', 'L']);
  });
  it('every kind of unit has faults with cures, none twice', () => {
    const all = UNIT_KINDS.flatMap((k) => FAULTS[k]);
    for (const k of UNIT_KINDS) expect(FAULTS[k].length).toBeGreaterThan(0);
    expect(new Set(all.map((f) => f.fault)).size).toBe(all.length);
    for (const f of all) expect(f.cure.length).toBeGreaterThan(10);
  });
});

describe('the way up to a figure', () => {
  it('ends at the aim, each rung harder than the one before, beginning with what it grew from', () => {
    for (const f of demoFigures.filter((x) => !x.mistake)) {
      const rungs = ladderTo(f.id, material, [], 2);
      expect(rungs.at(-1)?.figure.id).toBe(f.id);
      expect(rungs.length).toBeLessThanOrEqual(6);
      for (const r of rungs.slice(0, -1))
        expect([f.id, check(analyse(r.figure)).filter((x) => x.severity === 'wrong')]).toEqual([f.id, []]);
      rungs.slice(1).forEach((r, i) => expect(r.difficulty).toBeGreaterThan(rungs[i]!.difficulty));
    }
    expect(ladderTo(id('push-turn'), material, [], 2).map((r) => r.figure.id)).toEqual([
      id('push'),
      id('push-turn'),
    ]);
  });
  it('what is said to go side by side keeps counts, feet and footprints', () => {
    for (const f of demoFigures.filter((x) => !x.mistake)) {
      const top = material.analysis({ type: 'figure', id: f.id })!;
      for (const r of ladderTo(f.id, material, [], 2))
        expect(r.sideBySide).toBe(breaches(top, analyse(r.figure)).length === 0);
    }
    expect(sideBySide(id('salsa1-cross'), material)).toContain(id('salsa1-cross-turn'));
  });
});

describe('what leads into a figure', () => {
  const knows = groupKnows(group, log, material);
  it('what it grew from, what is like it, up to which count, and what is new', () => {
    const lead = leadIn(id('free-spin'), knows, material, 3)!;
    expect(lead.known).toBeUndefined();
    expect(lead.needs).toEqual([
      { figure: id('push'), known: true },
      { figure: id('push-turn'), known: true },
    ]);
    expect(knows.figures.has(lead.like?.likeness.id ?? '')).toBe(true);
    const none = leadIn(id('free-spin'), { figures: new Set(), memory: undefined }, material, 3)!;
    expect(none.fresh).toHaveLength(material.analysis(ref('free-spin'))!.roles.leader.units.length);
    expect(lead.fresh.length).toBeLessThan(none.fresh.length);
  });
  it('“up to count 4” is checked unit by unit: both signatures agree so far and not further', () => {
    for (const f of demoFigures.filter((x) => !x.mistake)) {
      const like = leadIn(f.id, knows, material, 4)?.like;
      if (!like) continue;
      const [a, b] = [material.signature(f.id)!, material.signature(like.likeness.id)!];
      const fields =
        a.units.length / material.analysis({ type: 'figure', id: f.id })!.roles.leader.units.length;
      const same = (like.upTo / a.unitBeats) * fields;
      expect(Array.from(a.units.slice(0, same))).toEqual(Array.from(b.units.slice(0, same)));
    }
  });
  it('of what was danced it says when and how it went', () => {
    const lead = leadIn(id('push-turn'), knows, material, 3)!;
    expect(lead.known).toMatchObject({ times: 2, rating: 'so-so', bpm: 92 });
    expect(lead.fresh).toEqual([]);
  });
});

describe('what a group remembers', () => {
  const of = (entries: readonly Entry[], x = 'push') =>
    memories(entries, (r) => [r.id])
      .get('g')
      ?.get(id(x));
  it('the better it went, the later it is due; one that did not is due soonest', () => {
    const dues = (['again', 'so-so', 'good', 'easy'] as const).map(
      (r) => of([entry(NOW, [['push', r]])])!.due,
    );
    expect([...dues].sort((a, b) => a - b)).toEqual(dues);
    expect(new Set(dues).size).toBe(4);
  });
  it('danced again and again with success, the gaps grow; a failure shortens them', () => {
    const weekly = (n: number, last: Rating) =>
      of(
        Array.from({ length: n }, (_, i) =>
          entry(NOW + i * 7 * DAY, [['push', i === n - 1 ? last : 'good']]),
        ),
      )!;
    const gaps = [1, 2, 3, 4].map((n) => weekly(n, 'good').due - weekly(n, 'good').last);
    gaps.slice(1).forEach((g, i) => expect(g).toBeGreaterThan(gaps[i]!));
    expect(weekly(4, 'again').due - weekly(4, 'again').last).toBeLessThan(gaps[2]!);
  });
  // Source: the definition of stability in FSRS: nine in ten are kept after that many days.
  it('after as many days as its stability says, nine in ten are kept', () => {
    const r = of([entry(NOW, [['push', 'good']])])!;
    expect(likelyKept(r, r.last + r.stability * DAY)).toBeCloseTo(0.9, 9);
    expect(likelyKept(r, r.last)).toBe(1);
  });
  it('a combination is remembered by its figures; the worst word of a class counts; order does not matter', () => {
    const open = (r: DanceRef) => (r.type === 'combination' ? [id('push'), id('left-pass')] : [r.id]);
    const e = {
      ...entry(NOW, [['push', 'easy']]),
      taught: [
        ...entry(NOW, [['push', 'easy']]).taught,
        { what: { type: 'combination', id: 'c' } as const, rating: 'again' as const, note: '' },
      ],
    };
    const m = memories([e], open).get('g')!;
    expect([...m.keys()].sort()).toEqual([id('left-pass'), id('push')]);
    expect(m.get(id('push'))?.rating).toBe('again');
    const two = [entry(NOW, [['push', 'good']]), entry(NOW + 7 * DAY, [['push', 'so-so']])];
    expect(of([...two].reverse())).toEqual(of(two));
  });
  it('what is due by a day, the longest first; groups have memories of their own', () => {
    const entries = [
      entry(NOW - 30 * DAY, [
        ['push', 'again'],
        ['left-pass', 'so-so'],
      ]),
      entry(NOW, [['push', 'good']], { group: 'other' }),
    ];
    const all = memories(entries, (r) => [r.id]);
    expect(dueBy(all.get('g'), NOW).map((r) => r.figure)).toEqual([id('push'), id('left-pass')]);
    expect(dueBy(all.get('other'), NOW)).toEqual([]);
    expect(dueBy(undefined, NOW)).toEqual([]);
  });
  it('who missed what, until they were there for it', () => {
    const entries = [
      entry(NOW - 21 * DAY, [['push', 'good']], { people: ['a'] }),
      entry(NOW - 14 * DAY, [['left-pass', 'good']], { people: ['a', 'b'] }),
      entry(NOW - 7 * DAY, [['right-pass', 'good']], { people: ['a'] }),
    ];
    const missed = (p: string, list = entries) => missedBy(p, list, (r) => [r.id]).map((m) => m.figure);
    expect(missed('b')).toEqual([id('push'), id('right-pass')]);
    expect(missed('a')).toEqual([]);
    expect(missed('b', [...entries, entry(NOW, [['push', 'good']], { people: ['b'] })])).toEqual([
      id('right-pass'),
    ]);
  });
  it('what was promised in words alone stands until two classes later', () => {
    const said: Entry = {
      ...entry(NOW - 9 * 604_800_000, []),
      promised: [{ text: 'inside turn next week' }],
    };
    expect(saidTo('g', [said]).map((p) => p.text)).toEqual(['inside turn next week']);
    const next = { ...entry(NOW - 8 * 604_800_000, []), ended: NOW - 8 * 604_800_000 + 1 };
    expect(saidTo('g', [said, next])).toHaveLength(1);
    expect(saidTo('g', [said, next, { ...entry(NOW, []), ended: NOW + 1 }])).toEqual([]);
    expect(saidTo('other', [said])).toEqual([]);
  });
  it('a promise stands until it is kept', () => {
    const p = entry(NOW - 7 * DAY, [], { promised: [{ what: ref('free-spin'), text: 'soon' }] });
    expect(promisedTo('g', [p]).map((x) => x.figure)).toEqual([id('free-spin')]);
    expect(promisedTo('g', [p, entry(NOW, [['free-spin', 'again']])])).toEqual([]);
  });
});

describe('a class suggested', () => {
  const knows = groupKnows(group, log, material);
  let n = 0;
  const ask = (patch: Partial<Parameters<typeof suggest>[0]> = {}) =>
    suggest(
      {
        plan: { ...newClass('c', 'Thursday', 'UTC'), minutes: 75, level: 3 },
        template: 'weekly',
        knows,
        promised: promisedTo(group.id, log),
        dance: group.dance,
        level: 3,
        when: NOW,
        ...patch,
      },
      material,
      () => `id${++n}`,
    );
  it('fills the minutes; reviews what is due; keeps the promise first', () => {
    const s = ask();
    expect(plannedMinutes(s.blocks)).toBe(75);
    expect(s.review.map((r) => r.figure)).toEqual(dueBy(knows.memory, NOW).map((r) => r.figure));
    expect(s.fresh).toMatchObject({ figure: id('free-spin'), because: [{ code: 'promised' }] });
  });
  it('without a promise, something new that grows out of what they know and is not above them', () => {
    const { fresh } = ask({ promised: [] });
    expect(fresh && knows.figures.has(fresh.figure)).toBe(false);
    expect(fresh?.because[0]?.code).toBe('grows');
    expect(knows.figures.has(parents.get(fresh!.figure) ?? '')).toBe(true);
    expect(levelNeeded(material.analysis({ type: 'figure', id: fresh!.figure })!)).toBeLessThanOrEqual(3);
  });
  it('its combination can be danced round and round, with what is new in it', () => {
    const s = ask();
    const plan = planOf(s.combination!, material.repertoire);
    expect(loops(plan)).toBe(true);
    expect(s.combination!.parts.some((p) => p.figure === s.fresh!.figure)).toBe(true);
  });
  it('for those who know nothing it begins with something plain', () => {
    const s = ask({ knows: { figures: new Set(), memory: undefined }, promised: [], level: 1 });
    expect(s.review).toEqual([]);
    expect(material.figure(s.fresh!.figure)?.level).toBe(1);
  });
  it('the same again for the same', () => {
    const plain = (s: ReturnType<typeof ask>) => JSON.stringify([s.review, s.fresh, s.combination?.parts]);
    expect(plain(ask())).toBe(plain(ask()));
  });
});

describe('a plan computed whole', () => {
  const plan = demo.class.find((c) => c.group === group.id)!;
  const report = planReport(plan, group, log, material, NOW);
  it('says what is over and what gives way, and then it fits', () => {
    expect(report.hour.over).toBe(4);
    expect(report.leave?.cuts.reduce((s, c) => s + c.minutes, 0)).toBeGreaterThanOrEqual(4);
    expect(report.leave?.short).toBe(0);
  });
  it('shares the minutes in which a figure is worked on', () => {
    const [f] = report.figures;
    const worked = plan.blocks.filter((b) => ['solo', 'together', 'hands', 'slow'].includes(b.kind));
    expect(f!.minutes.reduce((s, m) => s + m, 0)).toBeCloseTo(plannedMinutes(worked), 6);
  });
  it('names everything it speaks of', () => {
    for (const f of report.figures) expect(report.names[f.figure]).toBeTruthy();
    for (const d of report.due) expect(report.names[d.figure]).toBeTruthy();
  });
  it('a plan without anything is a plan', () => {
    const none = planReport(newClass('c', 'C', 'UTC'), undefined, [], material, NOW);
    expect(none.figures).toEqual([]);
    expect(none.hour.minutes).toBe(0);
  });
});

describe('care', () => {
  it('turns are cared for where there are turns, elbows where arms go over heads', () => {
    expect(careOf(material.analysis(ref('push'))!, 110).cares).toEqual([]);
    expect(careOf(material.analysis(ref('push-turn'))!, 110).cares).toEqual(['turns', 'elbows']);
    expect(careOf(material.analysis(ref('push-turn'))!, 110).warm).toContain('balance');
  });
  /** Source: the corpus of cautions, common practice: what a row names is cared for, its correct neighbour is not. */
  it('dips, drops, lifts and heads of the corpus are cared for, and their correct neighbours less', () => {
    const wanted: Readonly<Record<string, CareCode>> = {
      dip: 'dip',
      drop: 'dip',
      lift: 'lift',
      'head-back': 'head',
    };
    const rows = CAUTION_CASES.filter((c) => c.code === 'care' && wanted[c.what ?? '']);
    expect(rows.length).toBeGreaterThan(2);
    for (const c of rows) {
      const cares = (lines: string) => {
        const read = readText(`${c.head}\n${lines}`, () => 'x');
        const f = read.ok ? read.value[0] : undefined;
        return f ? careOf(analyse(f), f.tempo.max).cares : [];
      };
      expect([c.what, cares(c.mistake)]).toEqual([c.what, expect.arrayContaining([wanted[c.what ?? '']])]);
      expect(cares(c.correct)).not.toContain(wanted[c.what ?? '']);
    }
  });
});
