import { describe, expect, it } from 'vitest';
import { seeded } from '../../src/lib/core/base';
import { parse, printBody, printTurn, type Action } from '../../src/lib/core/notation';
import {
  DIRECTIONS,
  DIRECTION_NAMES,
  FOOTWORK,
  FOOTWORK_NAMES,
  KINDS,
  SIZES,
  type Direction,
  type Kind,
} from '../../src/lib/core/vocabulary';
import { seedOf } from '../seeds';

/**
 * Breakdowns made up at random, each step said in one of many ways while what it means is known: the reader is held against
 * that. Source: our own; ways of saying things are common practice.
 */
interface Said {
  readonly said: string;
  readonly means: Action;
}

const AMOUNTS: readonly (readonly [number, readonly string[]])[] = [
  [45, ['1/8', 'eighth', '45 degrees']],
  [90, ['1/4', 'quarter', '90 degrees', '90°', '¼']],
  [180, ['1/2', 'half', '180 degrees', '½']],
  [270, ['3/4', 'three quarters', '270 degrees']],
  [360, ['full', 'whole', 'one full']],
  [540, ['1 1/2', 'one and a half', '1½']],
  [720, ['double', '2', 'two']],
];
const FEET = { L: ['L', 'LF', 'left', 'left foot'], R: ['R', 'RF', 'right', 'right foot'] } as const;
/** Bodies in which a direction is said. */
const WAYS: readonly Direction[] = DIRECTION_NAMES.filter((d) => d !== 'place');
const STEPS: readonly Kind[] = ['step', 'touch', 'tap', 'point', 'lunge', 'stamp', 'kick', 'flick', 'brush'];

function oneStep(random: () => number): Said {
  const one = <T>(list: readonly T[]): T => list[Math.floor(random() * list.length)] as T;
  const maybe = (p: number): boolean => random() < p;
  const kind = one(STEPS);
  const direction = one(WAYS);
  const foot = maybe(0.3) ? one(['L', 'R'] as const) : undefined;
  const size = maybe(0.25) ? one(['small', 'large'] as const) : undefined;
  const footwork = maybe(0.2)
    ? one(FOOTWORK_NAMES.filter((f) => !f.startsWith('heel-p') && f !== 'heel-turn'))
    : undefined;
  const turning = maybe(0.4) ? one(AMOUNTS) : undefined;
  const right = maybe(0.5);
  const turn = turning && (right ? turning[0] : -turning[0]);
  const after = turning !== undefined && maybe(0.5);
  const said = [
    foot && one(FEET[foot]),
    turning && !after ? sayTurn(one(turning[1]), right, one) : undefined,
    kind === 'step' ? (maybe(0.4) ? 'step' : undefined) : one(KINDS[kind].words),
    one(DIRECTIONS[direction].words),
    size && one(SIZES[size].words),
    footwork && one(FOOTWORK[footwork].words),
    turning && after ? sayTurn(one(turning[1]), right, one) : undefined,
  ];
  const means: Action = {
    type: 'action',
    kind,
    direction,
    ...(foot ? { foot } : {}),
    ...(size ? { size } : {}),
    ...(footwork ? { footwork } : {}),
    ...(turn ? { turn } : {}),
    ...(after ? { turnAfter: true as const } : {}),
  };
  return { said: said.filter(Boolean).join(' '), means };
}

function sayTurn(amount: string, right: boolean, one: <T>(list: readonly T[]) => T): string {
  const side = right ? one(['right', 'to the right']) : one(['left', 'to the left']);
  const noun = /degrees|°/.test(amount) ? '' : /^(2|two|one and|1½)/.test(amount) ? ' turns' : ' turn';
  return `${amount}${noun} ${side}`;
}

describe('steps said in many ways mean what was meant', () => {
  it('three thousand steps at random', () => {
    const random = seeded(seedOf(2026));
    const wrong: string[] = [];
    for (let i = 0; i < 3000; i++) {
      const { said, means } = oneStep(random);
      const parsed = parse(`leader 3 ${said}`);
      const line = parsed.lines[0]?.line;
      const items = line?.type === 'moves' ? line.items : [];
      const got = items.length === 1 && items[0] ? printBody(items[0].body) : JSON.stringify(items);
      if (parsed.problems.length > 0 || got !== printBody(means))
        wrong.push(`${said}: ${got}, not ${printBody(means)} ${parsed.problems.map((p) => p.code).join()}`);
    }
    expect(wrong.slice(0, 20)).toEqual([]);
  });

  it('whole lines: the counts written in any way', () => {
    const random = seeded(seedOf(7));
    for (let i = 0; i < 300; i++) {
      const steps = [1, 2, 3, 4].map(() => oneStep(random));
      if (steps.some((s) => /^\S*\d|^one|^two|^1½|^double/.test(s.said))) continue;
      const want = steps.map((s, k) => `${k + 1} ${printBody(s.means)}`).join(' ');
      const points = ['', '.', ':', ')'][i % 4];
      const line = parse(
        `leader ${steps.map((s, k) => `${k + 1}${points} ${s.said}`).join(i % 2 ? ', ' : ' ')}`,
      ).lines[0];
      const items = line?.line.type === 'moves' ? line.line.items : [];
      expect(items.map((m, k) => `${k + 1} ${printBody(m.body)}`).join(' ')).toBe(want);
    }
  });

  it('a turn is the same turn in short and as it is said', () => {
    for (const [degrees, ways] of AMOUNTS)
      for (const way of ways)
        for (const right of [true, false]) {
          const said = sayTurn(way, right, (list) => list[0] as never);
          const line = parse(`leader 3 fwd ${said} 4 close`).lines[0]?.line;
          const turn = line?.type === 'moves' ? line.items[0]?.body.turn : undefined;
          expect(turn && printTurn(turn), said).toBe(printTurn(right ? degrees : -degrees));
        }
  });
});
