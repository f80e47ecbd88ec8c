import { describe, expect, it } from 'vitest';
import { analyse, type Analysis } from '../analysis';
import { ROLES, type Role } from '../base';
import { demoFigures } from '../../demo/figures';
import { applyChange, invertChange, newFigure, rowsOf, type Figure } from '../figure';
import { check } from '../findings';
import { parse, printBody, readHands } from '../notation';
import { KINDS, TRACK_NAMES } from '../vocabulary';
import {
  GROUPS,
  admissible,
  allPatterns,
  consequence,
  cuttable,
  levelNeeded,
  offersFor,
  patternAt,
  patternLevel,
  patternName,
  propose,
  proposeMended,
  repairs,
  repeatsOf,
  sameFootFrom,
  sharedInEighths,
  turnRuns,
  vary,
  writtenOut,
  type Group,
  type Offer,
  type Proposal,
  type Variation,
  type Whose,
} from '.';

const demo = (id: string): Figure => demoFigures.find((f) => f.id === `demo-${id}`) as Figure;
const figure = (lines: string, extra: Partial<Figure> = {}): Figure => ({
  ...newFigure('t', 'six-count-swing', 'Test'),
  feel: 'straight',
  ...extra,
  lines: lines.trim().replace(/^ +/gm, ''),
});
function said(f: Figure): unknown {
  const { lines, ...details } = f;
  const parsed = parse(lines);
  return [
    details,
    ...TRACK_NAMES.map((t) =>
      rowsOf(f, parsed, t).map((r) => [
        r.tick,
        typeof r.content === 'string'
          ? t === 'hands'
            ? readHands(r.content).acts
            : r.content
          : printBody(r.content),
      ]),
    ),
  ];
}
const offers = (a: Analysis, group: Group, from = 0, to = 24, whose: Whose = 'both'): Offer[] => [
  ...offersFor(a, { group, from, to, whose }),
];
const made = (list: readonly Offer[]): Proposal[] => list.flatMap((o) => (o.made.ok ? [o.made.value] : []));
const must = (f: Figure, v: Variation): Figure => {
  const r = vary(f, v);
  if (!r.ok) throw new Error(r.error);
  return r.value;
};

/** One demo figure in so many is enough where there are many offers. */
const SHARE: Record<Group, number> = {
  time: 5,
  rhythm: 8,
  feet: 6,
  turns: 10,
  length: 3,
  level: 10,
  convert: 1,
};

describe('every variation is a value with an inverse', () => {
  for (const group of GROUPS)
    it(`${group}: on every demo figure its change gives the result, and its inverse the figure again`, () => {
      let n = 0;
      for (const [i, f] of demoFigures.entries()) {
        if (i % SHARE[group] > 0) continue;
        const a = analyse(f);
        for (const from of [0, 24, 48])
          for (const p of made(offers(a, group, from, from + 24, i % 2 ? 'follower' : 'both'))) {
            n++;
            const there = applyChange(p.change, f);
            const name = `${f.id} ${JSON.stringify(p.variation)}`;
            expect(there.conflicts, name).toEqual([]);
            expect(said(there.figure), name).toEqual(said(p.result));
            expect(said(applyChange(invertChange(p.change), there.figure).figure), name).toEqual(said(f));
            expect(parse(p.result.lines).problems.length, name).toBe(parse(f.lines).problems.length);
          }
      }
      expect(n).toBeGreaterThan(25);
    }, 60_000);
});

describe('whatever is written', () => {
  it('no group of offers throws, and what is offered can be applied', () => {
    const texts = [
      '',
      'leader ',
      'leader 1 fwd',
      'follower 3& kick',
      'leader 1 fwd 1 back 1 side\nfollower 2 fwd',
      'leader 1 nonsense 2 splat r9/9\nfollower 1 fwd r1/2 2 pivot l1',
      'leader 1 triple 2 anchor\nfollower & hook 1 replace\nhands 1 two hands low 2 what',
      'leader S fwd Q side Q close\nfollower S back Q side Q close\n# a remark',
      'leader 1 split 2 L fwd 3 hop 4 R touch\nfollower 1 R fwd 2 R fwd',
    ];
    const extras = [{}, { repeat: { from: 1, to: 2, times: 3 } }, { sameFoot: [{ from: 1, to: 9 }] }];
    for (const [i, lines] of texts.entries())
      for (const [k, group] of GROUPS.entries()) {
        const f = figure(lines, extras[i % 3]);
        const whose = (['both', 'leader', 'follower'] as const)[(i + k) % 3] ?? 'both';
        for (const p of made(offers(analyse(f), group, 0, 24, whose)))
          expect(said(applyChange(p.change, f).figure), `${lines} ${group}`).toEqual(said(p.result));
      }
  }, 30_000);
});

/** What is danced, whenever: each action but the waits, with its foot and its turn. */
const order = (a: Analysis, role: Role): string[] =>
  a.roles[role].actions
    .filter((w) => w.action.kind !== 'hold')
    .map((w) => `${w.foot ?? ''} ${printBody({ ...w.action, foot: undefined } as never)}`);

describe('retiming', () => {
  it('keeps order, feet, directions and turns of every demo figure, and both totals together', () => {
    let n = 0;
    for (const f of demoFigures.filter((_, i) => i % 5 === 0)) {
      const a = analyse(writtenOut(f));
      for (let from = a.start; from < a.end; from += 12)
        for (const o of offers(a, 'time', from, from + 12)) {
          if (!o.made.ok || ['cut', 'add-pair'].includes(o.variation.type)) continue;
          const b = analyse(o.made.value.result);
          n++;
          for (const role of ROLES) expect(order(b, role)).toEqual(order(a, role));
          expect(b.roles.leader.end).toBe(b.roles.follower.end);
        }
    }
    expect(n).toBeGreaterThan(300);
  }, 60_000);

  it('a longer step moves all that follows, words too; a shorter one undoes it', () => {
    const push = demo('push');
    const longer = must(push, { type: 'stretch', whose: 'both', at: 12, by: 12 });
    expect(longer.lines).toContain('leader 1 back 2 close 4 place & place 5 fwd 6 hook & replace 7 place');
    expect(longer.lines).toContain('calls 1 walk 2 walk 4 tri & ple 5 step 6 an & chor 7 step');
    expect(said(must(longer, { type: 'stretch', whose: 'both', at: 12, by: -12 }))).toEqual(said(push));
  });

  it('one role’s step drawn out is mended by the other: the same step, or a wait', () => {
    const a = analyse(demo('push'));
    const mended = offers(a, 'time', 12, 24, 'leader').filter((o) => o.variation.type === 'together');
    expect(mended.length).toBe(4);
    for (const p of made(mended)) {
      const b = analyse(p.result);
      expect(b.counts).toBeGreaterThan(6);
      expect(b.roles.leader.end).toBe(b.roles.follower.end);
    }
  });

  it('an accent is brought onto a beat: a gap gives way, or the figure grows', () => {
    const f = figure('leader 1 side 2 close 3 fwd 6 close\nfollower 1 side 2 close 3 back 6 close');
    const kept = must(f, { type: 'accent', at: 24, onto: 36, keep: true });
    expect(kept.lines).toContain('leader 1 side 2 close 4 fwd 6 close');
    const grown = must(f, { type: 'accent', at: 24, onto: 36, keep: false });
    expect(grown.lines).toContain('leader 1 side 2 close 4 fwd 7 close');
    expect(vary(demo('push'), { type: 'accent', at: 24, onto: 36, keep: true })).toEqual({
      ok: false,
      error: 'no-room',
    });
  });

  it('twice the counts, and half again', () => {
    for (const f of demoFigures.filter((x) => !x.repeat && x.id !== 'demo-hustle-basic')) {
      const twice = vary(f, { type: 'scale', by: 2 });
      if (!twice.ok) throw new Error(`${f.id} ${twice.error}`);
      const a = analyse(f);
      const b = analyse(twice.value);
      expect(b.counts).toBe(2 * a.counts);
      const half = vary(twice.value, { type: 'scale', by: 0.5 });
      expect(half.ok && order(analyse(half.value), 'follower')).toEqual(order(a, 'follower'));
    }
    expect(vary(demo('hustle-basic'), { type: 'scale', by: 0.5 }).ok).toBe(false);
  });

  it('only what nothing depends on may be cut: feet, places and facings stay', () => {
    for (const f of demoFigures) {
      const a = analyse(writtenOut(f));
      for (const { from, to } of cuttable(a)) {
        const r = vary(a.figure, { type: 'cut', from, to });
        if (!r.ok) continue;
        const b = analyse(r.value);
        expect(b.end, `${f.id} ${from}–${to} ${r.value.lines}`).toBe(a.end - (to - from));
        for (const role of ROLES) {
          expect(b.roles[role].endFree).toBe(a.roles[role].endFree);
          expect(b.roles[role].total).toBe(a.roles[role].total);
        }
      }
    }
    const pair = must(demo('salsa1-basic'), { type: 'add-pair', at: 48, pair: 'places' });
    expect(cuttable(analyse(pair)).some((s) => s.from === 48 && s.to === 72)).toBe(true);
  });

  it('two steps that cancel change no foot, no facing and no place', () => {
    for (const pair of ['rock', 'places', 'sides'] as const) {
      const a = analyse(demo('six-triple'));
      const b = analyse(must(a.figure, { type: 'add-pair', at: 48, pair }));
      const c = consequence(a, b);
      expect(c.counts).toEqual({ was: 6, now: 8 });
      expect(c.endFree.leader.now).toBe(c.endFree.leader.was);
      expect(c.brings.filter((f) => f.severity === 'wrong')).toEqual([]);
    }
  });

  it('says what is yours alone and what must be led', () => {
    const a = analyse(demo('push'));
    const of = (v: Variation) => consequence(a, analyse(must(a.figure, v)));
    expect(of({ type: 'delay', whose: 'leader', at: 36, by: 6 }).led).toBeUndefined();
    expect(of({ type: 'stretch', whose: 'both', at: 12, by: 12 }).led?.why).toBe('length');
    expect(of({ type: 're-rhythm', whose: 'follower', from: 24, pattern: 's-s-' }).led?.why).toBe('foot');
    expect(of({ type: 're-rhythm', whose: 'follower', from: 48, pattern: 's-ss' }).led).toBeUndefined();
  });
});

describe('rhythm', () => {
  it('patterns for a foot and a level are those a plain enumeration finds', () => {
    const letters = ['s', 't', '-'];
    for (const beats of [1, 2, 3]) {
      const all: string[] = [];
      for (let k = 0; k < 3 ** (2 * beats); k++) {
        const p = Array.from({ length: 2 * beats }, (_, i) => letters[Math.floor(k / 3 ** i) % 3]).join('');
        if (!/^(..)*.t/.test(p)) all.push(p);
      }
      expect([...allPatterns(beats)].sort()).toEqual(all.sort());
      for (const keep of [true, false])
        for (const level of [1, 2, 3, 4] as const)
          expect([...admissible(beats, 2, keep, level)].sort()).toEqual(
            all
              .filter((p) => (p.split('s').length - 1) % 2 === (keep ? 0 : 1) && patternLevel(p) <= level)
              .sort(),
          );
    }
  });

  it('every one can be danced and keeps, or changes, the free foot as it says (counted by the analysis)', () => {
    const f = figure(
      'leader 1 triple side 3 triple side 5 rock step\nfollower 1 triple side 3 triple side 5 rock step',
      { level: 4 },
    );
    const a = analyse(f);
    for (const [unit, from] of [0, 24, 48].entries()) {
      const list = offers(a, 'rhythm', from, from + 24, 'follower');
      expect(list.length).toBe(35);
      for (const o of list) {
        if (!o.made.ok || o.variation.type !== 're-rhythm') throw new Error('not made');
        const b = analyse(o.made.value.result);
        const same = b.roles.follower.units[unit]?.free === a.roles.follower.units[unit]?.free;
        expect(same).toBe(o.aim === 'as-it-is');
        expect(patternAt(o.made.value.result, 'follower', from, 2)).toBe(o.variation.pattern);
        expect(b.counts).toBe(6);
        expect(b.roles.follower.total).toBe(0);
      }
    }
  });

  it('a tap and a step for a triple and back; a six-count basic with triples or single steps (common practice)', () => {
    let f = demo('six-triple');
    expect(analyse(f).roles.leader.changes).toBe(8);
    for (const from of [0, 24])
      for (const whose of ROLES) f = must(f, { type: 're-rhythm', whose, from, pattern: 's---' });
    const a = analyse(f);
    expect([a.counts, a.roles.leader.changes, a.roles.leader.endFree]).toEqual([6, 4, 'L']);
    const tapped = must(f, { type: 're-rhythm', whose: 'leader', from: 24, pattern: 't-s-' });
    expect(tapped.lines.split('\n')[0]).toMatch(/3 touch 4 /);
    expect(analyse(tapped).roles.leader.endFree).toBe('L');
    const back = must(tapped, { type: 're-rhythm', whose: 'leader', from: 24, pattern: 'sss-' });
    expect(analyse(back).roles.leader.units[1]?.rhythm).toBe('triple');
  });

  it('the turn of the unit stays whole, and a unit that turns cannot be a rest', () => {
    const f = demo('push-turn');
    const twoSteps = must(f, { type: 're-rhythm', whose: 'follower', from: 24, pattern: 's-s-' });
    expect(analyse(twoSteps).roles.follower.total).toBe(360);
    expect(vary(f, { type: 're-rhythm', whose: 'follower', from: 24, pattern: '----' })).toEqual({
      ok: false,
      error: 'no-step-to-turn',
    });
  });

  it('names the usual ones', () => {
    expect(['----', 's---', 's-s-', 'sss-', 't-s-', 'tss-'].map(patternName)).toEqual([
      'rest',
      'single',
      'double',
      'triple',
      'touch, step',
      'kick-ball-change',
    ]);
  });
});

/** What a role does on each half beat of a window: a step, something else, or nothing. */
function grid(a: Analysis, role: Role, from: number, to: number): string {
  return Array.from({ length: (to - from) / 6 }, (_, i) => {
    const w = a.roles[role].actions.find((x) => x.tick >= from + i * 6 && x.tick < from + (i + 1) * 6);
    if (!w || w.action.kind === 'hold') return '-';
    return KINDS[w.action.kind].weight === 'takes' ? 's' : 't';
  }).join('');
}

describe('repairs', () => {
  const cases = ['1 fwd 2 close 3 side', '1 triple side 3 touch 4 side', '1 fwd & close 2 fwd 3 hold 4 back'];
  it('are all the smallest ones, by trying every pattern of the window', () => {
    for (const moves of cases)
      for (const [from, to] of [
        [0, 24],
        [24, 48],
        [0, 48],
      ] as const) {
        const a = analyse(
          figure(`leader ${moves} 5 close 6 side\nfollower 1 hold 2 hold 3 hold 4 hold 5 hold 6 hold`, {
            dance: 'foxtrot',
            ownTiming: [{ from: 1, to: 6 }],
          }),
        );
        const now = grid(a, 'leader', from, to);
        const steps = (p: string) => [...p].filter((c) => c === 's').length;
        const distance = (p: string) =>
          [...p].filter((c, i) => (c === 't' ? '-' : c) !== (now[i] === 't' ? '-' : now[i])).length;
        const wanted = allPatterns((to - from) / 12).filter((p) => (steps(p) - steps(now)) % 2 !== 0);
        const least = Math.min(...wanted.map(distance));
        expect(least).toBe(1);
        const smallest = new Set(wanted.filter((p) => distance(p) === 1).map((p) => p.replace(/t/g, '-')));
        const free = a.roles.leader.units[to / 24 - 1]?.free === 'L' ? 'R' : 'L';
        const found = new Set(
          repairs(a, 'leader', from, to, free).map((r) =>
            grid(analyse(r.result), 'leader', from, to).replace(/t/g, '-'),
          ),
        );
        expect([...found].sort(), `${moves} ${from}`).toEqual([...smallest].sort());
      }
  });

  it('leave the wanted foot, bring nothing that cannot be danced, and put a short figure right', () => {
    const a = analyse(demo('push-short'));
    const list = repairs(a, 'follower', 48, 72, 'R');
    expect(list.length).toBeGreaterThan(2);
    for (const r of list) {
      const b = analyse(r.result);
      expect(b.roles.follower.endFree).toBe('R');
      expect(check(b).filter((f) => f.severity === 'wrong')).toEqual([]);
    }
    expect([list[0]?.code, list[0]?.was, list[0]?.becomes, list[0]?.withPartner]).toEqual([
      'add-step',
      'double',
      'triple',
      true,
    ]);
  });

  it('every repair that is offered can be made again from its value alone', () => {
    let n = 0;
    for (const id of ['push', 'push-short', 'charleston', 'six-triple']) {
      const f = demo(id);
      for (const from of [0, 48])
        for (const p of made(offers(analyse(f), 'feet', from, from + 24))) {
          n++;
          expect(said(must(f, p.variation)), `${id} ${JSON.stringify(p.variation)}`).toEqual(said(p.result));
        }
    }
    expect(n).toBeGreaterThan(10);
  });

  it('nothing to repair where the foot is right; feet named later give way', () => {
    const a = analyse(demo('push'));
    expect(repairs(a, 'leader', 24, 48, a.roles.leader.units[1]?.free ?? 'L')).toEqual([]);
    const named = analyse(
      figure('leader 1 L side 2 R close 3 L side 4 R close\nfollower 1 side 2 close 3 side 4 close', {
        dance: 'foxtrot',
        ownTiming: [{ from: 1, to: 4 }],
      }),
    );
    const put = repairs(named, 'leader', 0, 24, 'R')[0];
    expect(put && analyse(put.result).roles.leader.actions.every((w) => !w.fault)).toBe(true);
  });

  it('both on the same foot from a count on, declared as meant', () => {
    const a = analyse(demo('charleston'));
    const list = sameFootFrom(a, 48);
    expect(list.length).toBeGreaterThan(0);
    for (const r of list) {
      const b = analyse(r.result);
      expect(b.roles.leader.units[3]?.free).toBe(b.roles.follower.units[3]?.free);
      expect(check(b).filter((f) => f.severity === 'wrong')).toEqual([]);
    }
  });

  it('to end on the other foot, the ending is noted', () => {
    const list = offers(analyse(demo('push')), 'feet', 48, 72, 'leader').filter((o) => o.aim === 'ending');
    expect(list.length).toBeGreaterThan(0);
    for (const p of made(list))
      expect([analyse(p.result).roles.leader.endFree, p.result.end.leaderFree]).toEqual(['R', 'R']);
  });
});

describe('turns', () => {
  it('shares are eighths and add up', () => {
    for (const amount of [45, 180, 225, 360, 540, 900])
      for (let n = 1; n < 6; n++)
        for (const side of [1, -1]) {
          const shares = sharedInEighths(side * amount, n);
          expect(shares.length).toBe(n);
          expect(shares.reduce((x, y) => x + y, 0)).toBe(side * amount);
        }
    expect(sharedInEighths(360, 3)).toEqual([90, 180, 90]);
  });

  it('the same turn at every usual amount, with its arms: nothing else moves', () => {
    const a = analyse(demo('push-turn'));
    const run = turnRuns(a, 'follower')[0]!;
    expect([run.from, run.to, run.amount]).toEqual([24, 36, 360]);
    const list = made(offers(a, 'turns', 24, 48, 'follower'));
    const totals = list.map((p) => analyse(p.result).roles.follower.total);
    expect(totals).toEqual([720, 0, 180, 540, 900, -360]);
    for (const p of list) {
      const b = analyse(p.result);
      expect(order(b, 'leader')).toEqual(order(a, 'leader'));
      expect(b.roles.follower.actions.map((w) => [w.tick, w.foot])).toEqual(
        a.roles.follower.actions.map((w) => [w.tick, w.foot]),
      );
    }
  });

  it('one turn more and one less than what is written come first, whatever that is', () => {
    const a = analyse(
      figure(
        'leader 1 rock 2 step 3&4 triple 5&6 triple\nfollower 1 rock 2 step 3&4 triple 5&6 triple one and a quarter turns right\nhands 4 raise left',
      ),
    );
    const amounts = offers(a, 'turns', 48, 72, 'follower').flatMap((o) =>
      o.variation.type === 'turn' ? [o.variation.amount] : [],
    );
    expect(amounts.slice(0, 2)).toEqual([810, 90]);
    expect(new Set(amounts).size).toBe(amounts.length);
  });
  it('steps stay on their footprints: a rolling turn to the side (common practice)', () => {
    const turn: Variation = { type: 'turn', whose: 'follower', from: 24, to: 36, amount: -360 };
    expect(must(demo('six-triple'), turn).lines.split('\n')[1]).toContain(
      '1 triple side 3 l1/4 fwd & l1/2 close 4 l1/4 side 5 rock',
    );
    const turns = turnRuns(analyse(demo('push-turn')), 'follower');
    expect(turns.length).toBe(1);
    for (const id of ['push', 'six-triple', 'salsa1-basic']) {
      const a = analyse(demo(id));
      const b = analyse(must(demo(id), { type: 'turn', whose: 'follower', from: 24, to: 42, amount: 360 }));
      const end = (x: Analysis) => x.roles.follower.path.placings.at(-1)?.body ?? { x: 0, y: 0 };
      expect(Math.hypot(end(a).x - end(b).x, end(a).y - end(b).y), id).toBeLessThan(0.3);
    }
  });

  it('arms that would lock are mended with it', () => {
    const f = demo('push');
    const turn: Variation = { type: 'turn', whose: 'follower', from: 24, to: 36, amount: 360 };
    const plain = propose(f, turn);
    const mended = proposeMended(f, turn);
    if (!plain.ok || !mended.ok) throw new Error('not made');
    const wrong = (x: Figure) => check(analyse(x)).filter((y) => y.severity === 'wrong').length;
    expect(wrong(plain.value.result)).toBeGreaterThan(0);
    expect(wrong(mended.value.result)).toBe(0);
    expect(mended.value.mends).toContain('raise-hand');
  });
});

describe('length and level', () => {
  it('a walk is lengthened by an even number of steps only (common practice)', () => {
    const walk = analyse(figure('leader 1 fwd 2 fwd 3 side 4 close\nfollower 1 back 2 back 3 side 4 close'));
    expect(repeatsOf(walk, 0, 24, 6)).toEqual([1, 2, 3, 4, 5, 6]);
    expect(repeatsOf(walk, 0, 12, 6)).toEqual([1, 3, 5]);
    for (const p of made(offers(walk, 'length', 0, 12)).filter((x) => x.variation.type === 'repeat')) {
      const b = analyse(p.result);
      expect(b.roles.leader.endFree).toBe(walk.roles.leader.endFree);
      expect((b.counts - walk.counts) % 2).toBe(0);
    }
  });

  it('8 becomes 10 and 12 by a repeated pair of counts, and a repeat can be taken back', () => {
    const f = demo('tango-eight');
    const counts = made(offers(analyse(f), 'length', 24, 48))
      .filter((p) => p.variation.type === 'repeat')
      .map((p) => analyse(p.result).counts);
    expect(counts.slice(0, 2)).toEqual([10, 12]);
    const walk = demo('tango-walk');
    const once = must(walk, { type: 'repeat', from: 0, to: 24, times: 1 });
    expect([once.repeat, analyse(once).counts]).toEqual([undefined, 4]);
    const out = writtenOut(walk);
    expect(analyse(out).counts).toBe(analyse(walk).counts);
    expect(order(analyse(out), 'follower')).toEqual(order(analyse(walk), 'follower'));
  });

  it('many turns in a row are said to make dizzy', () => {
    const f = demo('push-turn');
    const r = must(f, { type: 'repeat', from: 24, to: 48, times: 3 });
    expect(check(analyse(r)).map((x) => x.code)).toContain('long-spin');
  });

  it('simpler is never harder, harder never simpler', () => {
    for (const id of ['push-turn', 'wrap-hammerlock', 'six-triple', 'places']) {
      const a = analyse(demo(id));
      const now = levelNeeded(a);
      for (const o of offers(a, 'level')) {
        if (!o.made.ok) continue;
        const level = levelNeeded(analyse(o.made.value.result));
        if (o.aim === 'simpler') expect(level).toBeLessThanOrEqual(now);
        else expect(level).toBeGreaterThanOrEqual(now);
      }
    }
  }, 30_000);
});

describe('conversions', () => {
  it('mirrored twice, or the roles exchanged twice, is the figure again', () => {
    let n = 0;
    for (const f of demoFigures)
      for (const type of ['mirror', 'swap-roles'] as const) {
        const once = vary(f, { type });
        if (!once.ok) continue;
        n++;
        const twice = vary(once.value, { type });
        expect(twice.ok && said(twice.value), `${type} ${f.id}`).toEqual(said(f));
      }
    expect(n).toBeGreaterThan(40);
  });

  it('a figure that can be danced can be danced in the mirror', () => {
    for (const f of demoFigures.filter((x) => !x.mistake)) {
      const m = vary(f, { type: 'mirror' });
      if (m.ok)
        expect(
          check(analyse(m.value)).filter((x) => x.severity === 'wrong'),
          f.id,
        ).toEqual([]);
    }
  });

  it('the natural turn in the mirror is the reverse turn (ISTD, The Ballroom Technique; from memory)', () => {
    const m = analyse(must(demo('waltz-natural'), { type: 'mirror' }));
    const reverse = analyse(demo('waltz-reverse'));
    for (const role of ROLES) {
      expect(m.roles[role].total).toBe(-270);
      expect(m.roles[role].actions.map((w) => [w.foot, w.action.turn])).toEqual(
        reverse.roles[role].actions.map((w) => [w.foot, w.action.turn]),
      );
    }
    expect(m.figure.start).toEqual(reverse.figure.start);
  });

  it('salsa on 1, on 2 in both schools, and back; the basic on 1 becomes the basic on 2', () => {
    const basic = demo('salsa1-basic');
    const late = must(basic, { type: 'break-on', school: 'on-2-late' });
    const written = analyse(demo('salsa2-basic'));
    expect(
      analyse(late).roles.leader.actions.map((w) => [w.tick, w.action.kind, w.action.direction]),
    ).toEqual(written.roles.leader.actions.map((w) => [w.tick, w.action.kind, w.action.direction]));
    const early = analyse(must(basic, { type: 'break-on', school: 'on-2-early' }));
    const steps = early.roles.leader.actions.filter((w) => w.change);
    expect(steps.map((w) => w.tick / 12 + 1)).toEqual([1, 2, 3, 5, 6, 7]);
    expect(steps[1]?.action.direction).toBe('fwd');
    for (const school of ['on-2-late', 'on-2-early'] as const)
      for (const f of [basic, demo('salsa1-cross')]) {
        const there = vary(f, { type: 'break-on', school });
        if (!there.ok) continue;
        const back = must(there.value, { type: 'break-on', school: 'on-1' });
        expect(order(analyse(back), 'follower')).toEqual(order(analyse(f), 'follower'));
        expect(back.start).toEqual(f.start);
      }
    expect(vary(demo('push'), { type: 'break-on', school: 'on-1' })).toEqual({
      ok: false,
      error: 'not-this-dance',
    });
  });

  it('says why a figure cannot be turned round', () => {
    expect(vary(demo('charleston'), { type: 'mirror' })).toEqual({ ok: false, error: 'one-sided' });
    expect(vary(demo('tandem'), { type: 'swap-roles' })).toEqual({ ok: false, error: 'one-sided' });
  });
});
