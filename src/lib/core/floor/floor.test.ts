import { describe, expect, it } from 'vitest';
import { demoFigures } from '../../demo/figures';
import { corpus } from '../../../../tests/corpus';
import { analyse, type Analysis } from '../analysis';
import { ROLES, fromBody, seeded, type Random, type Role } from '../base';
import { newFigure, type Figure } from '../figure';
import { Skyline, factor, substitute } from './skyline';
import { denseCost, denseDescent } from './reference';
import {
  SIDE_DECIDED,
  SIGMA,
  descend,
  evaluate,
  linear,
  problemOf,
  solveFloor,
  type FloorInput,
} from './index';
import { seeds } from '../../../../tests/seeds';

const pick = <T>(random: Random, list: readonly T[]): T => list[Math.floor(random() * list.length)] as T;

/** A couple doing anything at all for some counts, in any dance and hold. */
function anyFigure(seed: number, counts = 5): Figure {
  const random = seeded(seed);
  const [dance, hold, formation] = pick(random, [
    ['slot-swing', 'left-right', 'open'],
    ['six-count-swing', 'two-hand', 'open'],
    ['salsa-on-1', 'none', 'open'],
    ['waltz', 'closed', 'closed'],
    ['tango', 'close-embrace', 'close-embrace'],
  ] as const);
  const step = (): string =>
    [
      pick(random, ['', '', '', 'r1/4 ', 'l1/8 ', 'l1/2 ']),
      pick(random, ['fwd', 'back', 'side', 'diag-fwd', 'across', 'place', 'close', 'towards', 'along']),
      pick(random, ['', '', ' small', ' x1.3']),
      pick(random, ['', '', ' r1/4', ' l1/8']),
    ].join('');
  const line = (): string =>
    Array.from({ length: counts }, (_, i) => {
      const word = step();
      const turned = /^[rl]/.test(word) && / [rl]1/.test(word) ? word.replace(/ [rl]1\/\d$/, '') : word;
      return `${i + 1} ${pick(random, [turned, turned, turned, 'hold', 'touch side', 'replace'])}`;
    }).join(' ');
  return {
    ...newFigure(`any-${seed}`, dance),
    start: { formation, hold, facing: pick(random, [0, 45, 90]), leaderFree: 'L', followerFree: 'R' },
    lines: `leader ${line()}\nfollower ${line()}`,
  };
}

const inputOf = (f: Figure): FloorInput => analyse(f).solved.problem.input;
const written = [...corpus.map((c) => c.figure), ...demoFigures];

describe('the banded matrix', () => {
  it('solves what it is given, whatever its shape', () => {
    for (const seed of seeds(200)) {
      const random = seeded(seed);
      const n = 1 + Math.floor(random() * 14);
      const first = Int32Array.from({ length: n }, (_, i) => Math.floor(random() * (i + 1)));
      const m = new Skyline(first);
      const full = Array.from({ length: n }, () => new Float64Array(n));
      for (let i = 0; i < n; i++)
        for (let j = first[i]!; j <= i; j++) {
          const v = i === j ? 6 + n : random() - 0.5;
          m.values[m.at[i]! + j] = v;
          full[i]![j] = v;
          full[j]![i] = v;
        }
      const want = Float64Array.from({ length: n }, () => random() * 4 - 2);
      const b = Float64Array.from(full.map((row) => row.reduce((s, v, j) => s + v * want[j]!, 0)));
      const l = m.alike();
      expect(factor(m, 0, l)).toBe(true);
      substitute(l, b);
      b.forEach((v, i) => expect(v).toBeCloseTo(want[i]!, 8));
    }
  });
});

describe('the fast solver against a dense one with numerical derivatives', () => {
  it('measures the same cost at any place, on 300 seeds', () => {
    for (const seed of seeds(300)) {
      const p = problemOf(inputOf(anyFigure(seed)));
      const random = seeded(seed + 9000);
      const x = p.words.map((v) => v + (random() - 0.5) * 0.6);
      const cost = evaluate(p, x, {});
      expect(Math.abs(cost - denseCost(p, x)) / (1 + cost), String(seed)).toBeLessThan(1e-9);
    }
  });

  it('finds the same least cost, on 200 seeds and every written figure up to eight counts', () => {
    const inputs = [
      ...Array.from({ length: 200 }, (_, i) => inputOf(anyFigure(i + 1, 4))),
      ...written
        .map((f) => analyse(f))
        .filter((a) => a.counts <= 6)
        .map((a) => a.solved.problem.input)
        .slice(0, 30),
    ];
    let worse = 0;
    for (const input of inputs) {
      const p = problemOf(input);
      const fast = descend(p, linear(p));
      const slow = denseDescent(p, fast.x);
      // Starting where the fast one ended, the dense one finds nothing better worth speaking of.
      if (fast.cost - slow.cost > 1e-3 * (1 + fast.cost)) worse++;
    }
    expect(worse).toBeLessThanOrEqual(inputs.length * 0.01);
  });
});

const place = (a: Analysis, role: Role): { x: Float64Array; y: Float64Array } => a.roles[role].path;

/** Largest distance between two lists of places after a map of one of them. */
function furthest(
  a: Analysis,
  b: Analysis,
  map: (p: { x: number; y: number }) => { x: number; y: number },
  as: (r: Role) => Role = (r) => r,
): number {
  let most = 0;
  for (const role of ROLES) {
    const [p, q] = [place(a, role), place(b, as(role))];
    for (let i = 0; i < Math.min(p.x.length, q.x.length); i += 3) {
      const m = map({ x: p.x[i]!, y: p.y[i]! });
      most = Math.max(most, Math.hypot(m.x - q.x[i]!, m.y - q.y[i]!));
    }
  }
  return most;
}

const mirroredWords = (lines: string): string =>
  lines
    .split('\n')
    .filter((l) => /^(leader|follower) /.test(l))
    .map((l) =>
      l
        .replace(/\b([rl])(?=[\d])/g, (s) => (s === 'r' ? 'l' : 'r'))
        .replace(/ ([LR])(?= )/g, (_, f: string) => ` ${f === 'L' ? 'R' : 'L'}`),
    )
    .join('\n');
const other = (f: 'L' | 'R'): 'L' | 'R' => (f === 'L' ? 'R' : 'L');
/** Written figures whose steps alone say where everybody is: no hands, facing each other straight. */
const bare = (f: Figure): Figure => ({
  ...f,
  lines: f.lines
    .split('\n')
    .filter((l) => /^(leader|follower) /.test(l))
    .join('\n'),
  start: { ...f.start, formation: 'open', hold: 'none' },
  end: {},
});
const decided = (a: Analysis): boolean => a.floor.sides.every((s) => s.decidedBy > SIDE_DECIDED);

describe('laws of the solved floor, to a millimetre', () => {
  const figures = [
    ...corpus.slice(0, 60).map((c) => bare(c.figure)),
    ...Array.from({ length: 40 }, (_, i) => bare(anyFigure(i + 500))),
  ].filter((f) => !/centre|wall/.test(f.lines));

  it('a figure mirrored left for right is danced in the mirror', () => {
    let compared = 0;
    for (const f of figures) {
      const mirror: Figure = {
        ...f,
        lines: mirroredWords(f.lines),
        start: {
          ...f.start,
          facing: -f.start.facing || 0,
          leaderFree: other(f.start.leaderFree),
          followerFree: other(f.start.followerFree),
        },
      };
      const [a, b] = [analyse(f), analyse(mirror)];
      if (!decided(a) || !decided(b)) continue;
      compared++;
      expect(
        furthest(a, b, (p) => ({ x: -p.x, y: p.y })),
        f.lines,
      ).toBeLessThan(1e-3);
    }
    expect(compared).toBeGreaterThan(60);
  });

  it('turned in the room, the whole floor turns', () => {
    let compared = 0;
    for (const f of figures) {
      const [a, b] = [analyse(f), analyse({ ...f, start: { ...f.start, facing: f.start.facing - 90 } })];
      if (f.lines.includes('along') || !decided(a) || !decided(b)) continue;
      compared++;
      expect(
        furthest(a, b, (p) => fromBody(-90, p.x, p.y)),
        f.lines,
      ).toBeLessThan(1e-3);
    }
    expect(compared).toBeGreaterThan(50);
  });

  it('begun a beat later, everything happens a beat later', () => {
    const later = (lines: string): string =>
      lines.replace(/(?<= )(\d+)(?=[e&a]? )/g, (n) => String(Number(n) + 1));
    const ticks = (a: Analysis) =>
      ROLES.flatMap((r) => a.roles[r].path.placings.map((p) => [p.at.x, p.at.y]));
    let compared = 0;
    for (const f of figures) {
      if (
        /[QS] |leader 2|& (?:hook|replace)/.test(f.lines) ||
        /\b1 .*\b1 /.test(f.lines.split('\n')[0] ?? '')
      )
        continue;
      const shifted: Figure = { ...f, lines: later(f.lines) };
      const [a, b] = [analyse(f), analyse(shifted)];
      if (a.roles.leader.actions[0]?.tick !== 0 || !decided(a) || !decided(b)) continue;
      const [p, q] = [ticks(a), ticks(b)];
      if (p.length !== q.length) continue;
      compared++;
      p.forEach((at, i) =>
        expect(Math.hypot(at[0]! - q[i]![0]!, at[1]! - q[i]![1]!), f.lines).toBeLessThan(1e-3),
      );
    }
    expect(compared).toBeGreaterThan(20);
  });

  it('roles exchanged, each dances where the other did, seen from the other end', () => {
    let compared = 0;
    for (const f of figures) {
      if (f.dance !== 'six-count-swing' && f.dance !== 'jive' && f.dance !== 'tango' && f.dance !== 'cha-cha')
        continue;
      // The formation at the end is said from the leader: only who ends as they began ends alike exchanged.
      if (/along|[rl]\d/.test(f.lines)) continue;
      const equal = { leader: 1.7, follower: 1.7 };
      const [l, g] = f.lines.split('\n');
      const exchanged: Figure = {
        ...f,
        lines: [g?.replace('follower', 'leader'), l?.replace('leader', 'follower')].join('\n'),
        start: {
          ...f.start,
          leaderFree: f.start.followerFree,
          followerFree: f.start.leaderFree,
          facing: f.start.facing + 180 > 345 ? f.start.facing - 180 : f.start.facing + 180,
        },
      };
      const [a, b] = [analyse(f, equal), analyse(exchanged, equal)];
      if (!decided(a) || !decided(b)) continue;
      const from = { x: place(a, 'follower').x[0]!, y: place(a, 'follower').y[0]! };
      compared++;
      const swap = (r: Role): Role => (r === 'leader' ? 'follower' : 'leader');
      expect(
        furthest(a, b, (p) => ({ x: p.x - from.x, y: p.y - from.y }), swap),
        f.lines,
      ).toBeLessThan(1e-3);
    }
    expect(compared).toBeGreaterThan(3);
  });

  it('a first guess leads to the same side and the same cost', () => {
    for (const f of figures.slice(0, 40)) {
      const cold = analyse(f);
      if (!decided(cold)) continue;
      const warm = analyse(f, undefined, undefined, { near: cold });
      expect(Math.abs(cold.solved.solution.cost - warm.solved.solution.cost), f.lines).toBeLessThan(0.05);
      expect(warm.floor.sides.map((s) => s.leader)).toEqual(cold.floor.sides.map((s) => s.leader));
    }
  });
});

describe('what the terms are for', () => {
  const figure = (lines: string, extra: Partial<Figure> = {}): Figure => ({
    ...newFigure('t', 'slot-swing'),
    ...extra,
    lines,
  });

  it('words that agree with everything are danced to the letter', () => {
    const a = analyse(
      figure('leader 1 side 2 close 3 fwd 4 close\nfollower 1 side 2 close 3 back 4 close', {
        dance: 'six-count-swing',
      }),
    );
    expect(a.solved.solution.cost).toBeLessThan(0.05);
    expect(Math.max(...a.floor.words.map((w) => w.strain))).toBeLessThan(0.2);
  });

  it('a hold keeps the couple together where added-up steps would part it', () => {
    const a = analyse(
      figure('leader 1 fwd large 2 fwd large 3 fwd large 4 fwd large\nfollower 1 back 2 back 3 back 4 back', {
        dance: 'tango',
        start: {
          formation: 'close-embrace',
          hold: 'close-embrace',
          facing: 0,
          leaderFree: 'L',
          followerFree: 'R',
        },
      }),
    );
    a.floor.apart.forEach((d) => expect(d).toBeLessThan(0.28 + 0.12 + 2 * SIGMA.hold));
  });

  it('a place word is where the dancer stands, and decides the side', () => {
    const lines = (word: string) =>
      `leader 1 back${word} 2 place 3 place & place 4 place\nfollower 1 fwd 2 fwd 3 fwd & fwd 4 fwd`;
    for (const [word, sign] of [
      [' off the lane left', -1],
      [' off the lane right', 1],
    ] as const) {
      const a = analyse(
        figure(lines(word), {
          start: { ...newFigure('t', 'slot-swing').start, hold: 'none' },
          end: { formation: 'back-to-back' },
        }),
      );
      const i = a.roles.leader.actions[0]!.tick - a.roles.leader.path.from;
      expect(sign * a.roles.leader.path.x[i]!).toBeGreaterThan(0.25);
      expect(a.floor.sides.every((s) => !s.undecided)).toBe(true);
    }
  });

  it('both sides of a pass are tried, and the cheaper is taken', () => {
    for (const c of corpus) {
      const input = inputOf(c.figure);
      for (const s of solveFloor(input).sides) expect(s.decidedBy, c.id).toBeGreaterThanOrEqual(-1e-3);
    }
  });
});
