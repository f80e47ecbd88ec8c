import { describe, expect, it } from 'vitest';
import { seeded } from '../base';
import {
  behindBack,
  eachEnd,
  graph,
  keyOfState,
  movesFrom,
  nameOf,
  plansFor,
  play,
  routes,
  stateOfHold,
  tightOnTheWay,
  turners,
  type ArmState,
  type Move,
  type RouteLimits,
} from './index';
import { seedOf } from '../../../../tests/seeds';

/** Plain breadth-first search over states and half turns, sharing nothing with the search but the rules of a move. */
function plainDistance(
  from: ArmState,
  to: ArmState,
  allowed: (m: Move, next: ArmState) => boolean,
  halfTurns = Infinity,
) {
  const goal = keyOfState(to);
  let layer: { s: ArmState; used: number }[] = [{ s: from, used: 0 }];
  const seen = new Map([[keyOfState(from), 0]]);
  if (keyOfState(from) === goal) return 0;
  for (let d = 1; layer.length > 0 && d < 14; d++) {
    const next: typeof layer = [];
    for (const { s, used } of layer) {
      for (const m of movesFrom(s)) {
        const r = play(s, m);
        const turns = used + (m.type === 'turn' ? 1 : 0);
        if (!r.ok || turns > halfTurns || !allowed(m, r.value)) continue;
        const key = keyOfState(r.value);
        if (key === goal) return d;
        if ((seen.get(key) ?? Infinity) <= (Number.isFinite(halfTurns) ? turns : 0)) continue;
        seen.set(key, Number.isFinite(halfTurns) ? turns : 0);
        next.push({ s: r.value, used: turns });
      }
    }
    layer = next;
  }
  return Infinity;
}
const noneBehind = (s: ArmState) => !eachEnd(s).some(({ hand, w }) => behindBack(hand, w));

const LIMITS: readonly [string, RouteLimits][] = [
  ['free', {}],
  ['hands kept', { keepHands: true }],
  ['only the follower turns', { turning: ['follower'] }],
  ['nothing behind the back', { noBehindBack: true }],
  ['at most three half turns', { mostHalfTurns: 3 }],
  ['kept, follower only, two half turns', { keepHands: true, turning: ['follower'], mostHalfTurns: 2 }],
];

describe('routes', () => {
  const { states } = graph();
  it.each(LIMITS)(
    'are as short as plain breadth-first search finds them, limits kept: %s',
    (_name, limits) => {
      const random = seeded(seedOf(77));
      const any = () => states[Math.floor(random() * states.length)]!;
      for (let i = 0; i < 14; i++) {
        const [from, to] = [any(), any()];
        if (limits.noBehindBack && !noneBehind(to)) continue;
        const allowed = (m: Move, next: ArmState) => {
          if (limits.noBehindBack && !noneBehind(next)) return false;
          if (m.type === 'turn') return limits.turning?.includes(m.role) ?? true;
          return !limits.keepHands || m.type === 'carry';
        };
        const best = plainDistance(from, to, allowed, limits.mostHalfTurns);
        const found = routes(from, to, limits);
        if (!found.ok) {
          expect(best).toBe(Infinity);
          continue;
        }
        expect(found.value[0]?.moves.length).toBe(best);
        for (const r of found.value) {
          expect(keyOfState(r.states.at(-1)!)).toBe(keyOfState(to));
          expect(r.moves.length).toBe(r.beats);
          expect(r.halfTurns).toBeLessThanOrEqual(limits.mostHalfTurns ?? Infinity);
          let s = from;
          for (const m of r.moves) {
            const next = play(s, m);
            expect(next.ok && allowed(m, next.value)).toBe(true);
            if (next.ok) s = next.value;
          }
        }
        const lengths = found.value.map((r) => r.moves.length);
        expect(lengths).toEqual([...lengths].sort((a, b) => a - b));
        expect(new Set(found.value.map((r) => JSON.stringify(r.moves))).size).toBe(found.value.length);
      }
    },
  );

  it('from double cross right on top to left on top: two right turns of the follower first', () => {
    const right = stateOfHold('double-cross');
    const found = routes({ ...right, crossing: -2 }, right, { keepHands: true });
    const first = found.ok ? found.value[0] : undefined;
    expect(first?.steps.map((s) => [s.role, s.turn])).toEqual([['follower', 720]]);
    expect(found.ok && found.value.length).toBeGreaterThan(2);
    expect(first && turners(first)).toEqual(['follower']);
  });

  it('only what fits the beats; otherwise it says how many are needed', () => {
    const from = stateOfHold('two-hand');
    const to = stateOfHold('double-cross');
    expect(routes(from, to, { beats: 1 })).toEqual({ ok: false, error: { code: 'too-few-beats', needs: 2 } });
    const fits = routes(from, to, { beats: 3 });
    expect(fits.ok && fits.value.every((r) => r.beats <= 3)).toBe(true);
  });

  it('says when a state is in the middle of a turn, or nothing fits the limits', () => {
    const two = stateOfHold('two-hand');
    const between = stateOfHold('two-hand', { leader: 90, follower: 0 });
    expect(routes(between, two)).toEqual({ ok: false, error: { code: 'not-settled', which: 'from' } });
    expect(routes(two, stateOfHold('handshake'), { keepHands: true })).toEqual({
      ok: false,
      error: { code: 'none-within-limits' },
    });
    const stay = routes(two, two);
    expect(stay.ok && stay.value[0]?.moves).toEqual([]);
  });

  it('a route is said in steps: half turns one way are one turn', () => {
    const found = routes(stateOfHold('two-hand'), stateOfHold('hammerlock'), { keepHands: true });
    const first = found.ok ? found.value[0] : undefined;
    expect(first?.steps.length).toBe(1);
    expect(nameOf(first!.steps[0]!.result).title).toBe('Hammerlock, follower’s left arm');
  });
});

describe('cautions on the way', () => {
  const [two, lock] = [stateOfHold('two-hand'), stateOfHold('hammerlock')];
  const plan = (from: ArmState, by: number, to: string) =>
    plansFor(from, { leader: 0, follower: by }).plans.find((p) => nameOf(p.result).title === to);

  it('into a hammerlock there is one, out of it there is none (common practice)', () => {
    const into = plan(two, 360, 'Hammerlock, follower’s left arm');
    expect(into?.cautions.map((c) => c.type)).toContain('behind-back');
    expect(plan(lock, -360, 'Two-hand hold')?.cautions).toEqual([]);
    const [there, back] = [routes(two, lock), routes(lock, two)];
    expect(there.ok && tightOnTheWay(there.value[0]!)).toBe(true);
    expect(back.ok && tightOnTheWay(back.value[0]!)).toBe(false);
  });
});
