import { describe, expect, it } from 'vitest';
import { corpus } from '../corpus';
import { ROLES, TICKS_PER_BEAT } from '../../src/lib/core/base';
import {
  FAULTS,
  Material,
  careOf,
  difficultyOf,
  groupKnows,
  ladderTo,
  leadIn,
  newClass,
  newGroup,
  planReport,
  plannedMinutes,
  shareMinutes,
  suggest,
  unitNeeds,
  type Entry,
} from '../../src/lib/core/classes';
import { analyse } from '../../src/lib/core/analysis';
import { footprintOf } from '../../src/lib/core/hall';
import { breaches } from '../../src/lib/core/likeness';
import { danceOf } from '../../src/lib/core/vocabulary';

/**
 * What classes compute, on the figures nobody fitted. Source of the figures: technique books and common practice, from
 * memory; what is asked of them here: arithmetic and trade facts beside each.
 */
const figures = corpus.map((c) => c.figure);
const material = new Material(new Map(figures.map((f) => [f.id, f])), [], new Map());
const NOW = Date.UTC(2026, 10, 26);
const DAY = 86_400_000;

describe('units of taught figures', () => {
  it.each(figures.map((f) => [f.id, f] as const))('%s', (id, f) => {
    const a = material.analysis({ type: 'figure', id })!;
    const fresh = unitNeeds(a, [], f.level);
    const known = unitNeeds(a, [material.signature(id)!], f.level);
    // A class is cut into units that follow each other without a gap and cover everything. Common practice.
    expect(fresh[0]?.from).toBe(a.start);
    expect(fresh.at(-1)?.to).toBe(a.end);
    fresh.forEach((u, i) => {
      expect((u.to - u.from) / TICKS_PER_BEAT).toBeLessThanOrEqual(a.unitBeats);
      if (i > 0) expect(u.from).toBe(fresh[i - 1]!.to);
      // What is new asks more than what is known, and nothing known is called new.
      expect(u.weight).toBeGreaterThanOrEqual(known[i]!.weight);
      expect(known[i]!.why).not.toContain('new');
      for (const k of u.kinds) expect(FAULTS[k].length).toBeGreaterThan(0);
    });
    expect(shareMinutes(fresh, 20).reduce((s, m) => s + m, 0)).toBeCloseTo(20, 6);
    // The feet that are free before the first unit are those the figure says. Common practice.
    expect(fresh[0]!.free).toEqual({ leader: f.start.leaderFree, follower: f.start.followerFree });
  });
});

describe('ways up to taught figures', () => {
  it('each rung is harder than the one before; side by side means the same footprints', () => {
    let made = 0;
    for (const f of figures) {
      const top = material.analysis({ type: 'figure', id: f.id })!;
      const rungs = ladderTo(f.id, material, [], 2);
      rungs.slice(1).forEach((r, i) => expect(r.difficulty).toBeGreaterThan(rungs[i]!.difficulty));
      for (const r of rungs) {
        if (r.sideBySide) expect(breaches(top, analyse(r.figure))).toEqual([]);
        if (r.from === 'made') made++;
        // A rung takes as long as the aim: what is left out is a turn or a hand, never a count.
        if (r.from === 'made') expect(analyse(r.figure).end).toBe(top.end);
      }
    }
    expect(made).toBeGreaterThan(5);
  });
});

describe('the room taught figures take', () => {
  it('no couple takes less than two people stand on, none more than the dance moves', () => {
    for (const f of figures) {
      const a = material.analysis({ type: 'figure', id: f.id })!;
      const p = footprintOf(a, 0);
      // Two shoulders one behind the other: 0.25 m each is the least there is (chest depth, Drillis & Contini).
      expect([f.id, p.across > 0.3]).toEqual([f.id, true]);
      expect([f.id, Math.max(p.along, p.across) < 8]).toEqual([f.id, true]);
      expect(p.takes).toBe(danceOf(f).frame);
    }
  });
});

describe('care for taught figures', () => {
  // Trade fact: whoever turns is told to build up slowly; whoever does not is told nothing about turning.
  it('turns are cared for exactly where somebody turns half or more', () => {
    for (const f of figures) {
      const a = material.analysis({ type: 'figure', id: f.id })!;
      const { cares } = careOf(a, f.tempo.min);
      const most = Math.max(
        ...ROLES.map((r) => a.roles[r].turns.reduce((s, t) => s + Math.abs(t.amount), 0)),
      );
      expect([f.id, cares.includes('turns') || cares.includes('spins')]).toEqual([f.id, most >= 180]);
    }
  });
});

describe('a term taught from these figures', () => {
  const byDance = [...new Set(figures.map((f) => f.dance))].filter(
    (d) => figures.filter((f) => f.dance === d).length >= 4,
  );
  it.each(byDance.map((d) => [d] as const))(
    '%s: suggestion after suggestion, nothing twice as new, all of it in the end',
    (dance) => {
      const group = { ...newGroup('g', 'G'), dance, level: 4 as const };
      let log: Entry[] = [];
      const taught: string[] = [];
      let n = 0;
      for (let week = 0; week < 12; week++) {
        const when = NOW + week * 7 * DAY;
        const knows = groupKnows(group, log, material);
        const plan = { ...newClass('c', 'C', 'UTC'), minutes: 60, level: group.level };
        const s = suggest(
          { plan, template: 'weekly', knows, promised: [], dance, level: group.level, when },
          material,
          () => `x${++n}`,
        );
        expect(plannedMinutes(s.blocks)).toBe(60);
        const fresh = s.fresh?.figure;
        const today = [...s.review.map((r) => r.figure), ...(fresh === undefined ? [] : [fresh])];
        if (fresh !== undefined) {
          expect(knows.figures.has(fresh)).toBe(false);
          taught.push(fresh);
        }
        for (const r of s.review) expect(knows.memory?.get(r.figure)?.due).toBeLessThanOrEqual(when);
        log = [
          ...log,
          {
            id: `e${week}`,
            name: 'E',
            at: when,
            ended: when + 1,
            minutes: 60,
            group: 'g',
            visits: [],
            taught: today.map((id) => ({ what: { type: 'figure', id }, rating: 'good', note: '' })),
            there: { leader: 8, follower: 8, both: 0 },
            promised: [],
            notes: [],
          },
        ];
      }
      expect(new Set(taught).size).toBe(taught.length);
      // The plainest come first: nothing asks more the later only because it was kept waiting.
      expect(taught.length).toBeGreaterThanOrEqual(
        Math.min(4, figures.filter((f) => f.dance === dance).length) - 1,
      );
      const report = planReport(
        { ...newClass('c', 'C', 'UTC'), aim: { figures: taught.slice(0, 2) } },
        group,
        log,
        material,
        NOW + 90 * DAY,
      );
      expect(report.figures.every((f) => f.leadIn?.known)).toBe(true);
      for (const f of report.figures) expect(f.difficulty).toBe(difficultyOf(f.needs));
      expect(leadIn(taught[0]!, groupKnows(group, log, material), material, 4)?.fresh).toEqual([]);
    },
  );
});
