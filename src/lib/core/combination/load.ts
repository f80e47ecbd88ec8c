import { TICKS_PER_BEAT, type Role, type Ticks } from '../base';
import type { Analysis } from '../analysis';
import { check, type Finding } from '../findings';
import { passAt } from './whole';
import type { Plan } from './plan';

/** What a role has to do in a combination. */
export interface Load {
  readonly changes: number;
  /** Weight changes a second at the tempo, on average and in the busiest eight. */
  readonly perSecond: number;
  readonly busiest: number;
  /** Whole turns, both ways added up, and the most one way without turning back. */
  readonly turns: number;
  readonly inARow: { readonly turns: number; readonly from: Ticks; readonly to: Ticks };
}

/** The load of each role. O(actions + turns). */
export function loads(a: Analysis, seconds: number): Readonly<Record<Role, Load>> {
  const one = (role: Role): Load => {
    const { actions, turns, changes } = a.roles[role];
    const steps = actions.filter((w) => w.change);
    const eight = 8 * TICKS_PER_BEAT;
    let busiest = 0;
    for (let from = a.start; from < a.end; from += eight)
      busiest = Math.max(busiest, steps.filter((w) => w.tick >= from && w.tick < from + eight).length);
    const beats = Math.max(1, (a.end - a.start) / TICKS_PER_BEAT);
    return {
      changes,
      perSecond: changes / Math.max(seconds, 1e-9),
      busiest: busiest / ((8 * seconds) / beats || 1),
      turns: turns.reduce((sum, t) => sum + Math.abs(t.amount), 0) / 360,
      inARow: inARow(turns),
    };
  };
  return { leader: one('leader'), follower: one('follower') };
}

/** A pause this long between turns lets a dancer recover. Our choice: two beats. */
const REST: Ticks = 2 * TICKS_PER_BEAT;

function inARow(turns: Analysis['roles'][Role]['turns']): Load['inARow'] {
  let best = { turns: 0, from: 0, to: 0 };
  let run = { amount: 0, from: 0, to: -Infinity };
  for (const t of turns) {
    const on = Math.sign(t.amount) === Math.sign(run.amount) && t.from - run.to <= REST;
    run = on
      ? { ...run, amount: run.amount + t.amount, to: t.to }
      : { amount: t.amount, from: t.from, to: t.to };
    const now = Math.abs(run.amount) / 360;
    if (now > best.turns) best = { turns: now, from: run.from, to: run.to };
  }
  return best;
}

/** A finding of the whole with the pass it belongs to. */
export interface Placed {
  readonly finding: Finding;
  readonly pass: number;
}
/** Everything the ordinary check says of the whole, by pass; `odd-length` is a matter of single figures. */
export const findingsOf = (plan: Plan, a: Analysis): Placed[] =>
  check(a)
    .filter((f) => f.code !== 'odd-length')
    .map((finding) => ({ finding, pass: passAt(plan, finding.tick) }));

/** Stretches in which both are on the same foot without its being planned. */
export const offFoot = (found: readonly Placed[]): Placed[] =>
  found.filter((p) => p.finding.code === 'same-foot');
