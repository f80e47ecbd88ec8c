import { TICKS_PER_BEAT, never, otherFoot, type Foot, type Ticks } from '../base';
import type { Placed, RoleLine } from '../figure';
import { KINDS } from '../vocabulary';

/** Which foot carries the weight. */
export type Support = Foot | 'both';

/** `standing-step`: steps on a foot that already has the weight · `standing-gesture`: gestures with it · `unsaid`: after a split, no foot named. */
export type WeightFault = 'standing-step' | 'standing-gesture' | 'unsaid';

/** An action with its feet. */
export interface Weighed extends Placed {
  /** The foot that acts; undefined for holds, sways and pivots. */
  readonly foot: Foot | undefined;
  readonly before: Support;
  readonly after: Support;
  /** True when the supporting foot changes. */
  readonly change: boolean;
  /** True when the writer named the foot. */
  readonly said: boolean;
  readonly fault: WeightFault | undefined;
}

export interface Standing {
  readonly support: Support;
  /** The foot that last took weight. */
  readonly last: Foot;
}

/** Where the weight is before a line begins. */
export const standing = (startFree: Foot): Standing => ({
  support: otherFoot(startFree),
  last: otherFoot(startFree),
});

/** Follows the weight through a line. One fold; O(actions). */
export const weigh = (line: RoleLine, startFree: Foot): Weighed[] =>
  weighFrom(line.placed, standing(startFree)).actions;

/** The same from wherever the weight is, with where it then is. */
export function weighFrom(
  placed: readonly Placed[],
  from: Standing,
): { readonly actions: Weighed[]; readonly after: Standing } {
  let state = from;
  const actions = placed.map((placed) => {
    const weighed = weighOne(placed, state);
    state = { support: weighed.after, last: weighed.change && weighed.foot ? weighed.foot : state.last };
    return weighed;
  });
  return { actions, after: state };
}

function weighOne(placed: Placed, state: Standing): Weighed {
  const { action } = placed;
  const { support } = state;
  const free = support === 'both' ? otherFoot(state.last) : otherFoot(support);
  const effect = KINDS[action.kind].weight;
  switch (effect) {
    case 'none':
      return weighed(placed, undefined, support, support);
    case 'free': {
      const foot = action.foot ?? free;
      return weighed(placed, foot, support, support, foot === support ? 'standing-gesture' : undefined);
    }
    case 'same': {
      const foot = action.foot ?? (support === 'both' ? state.last : support);
      const fault = support !== 'both' && foot !== support ? 'standing-gesture' : undefined;
      return weighed(placed, foot, support, foot, fault);
    }
    case 'both':
      return weighed(placed, action.foot ?? free, support, 'both');
    case 'takes': {
      const foot = action.foot ?? free;
      const unsaid = support === 'both' && action.foot === undefined;
      return weighed(
        placed,
        foot,
        support,
        foot,
        foot === support ? 'standing-step' : unsaid ? 'unsaid' : undefined,
      );
    }
    default:
      return never(effect);
  }
}

/** Written out in full, as in resolving: it runs for every action of every keystroke. */
function weighed(
  p: Placed,
  foot: Foot | undefined,
  before: Support,
  after: Support,
  fault?: WeightFault,
): Weighed {
  return {
    ref: p.ref,
    pass: p.pass,
    tick: p.tick,
    end: p.end,
    action: p.action,
    unit: p.unit,
    span: p.span,
    foot,
    before,
    after,
    change: before !== after,
    said: p.action.foot !== undefined,
    fault,
  };
}

/** The free foot at a tick; undefined while both feet carry weight. */
export function freeAt(weighed: readonly Weighed[], startFree: Foot, tick: Ticks): Foot | undefined {
  const last = weighed.findLast((w) => w.tick <= tick);
  if (!last) return startFree;
  return last.after === 'both' ? undefined : otherFoot(last.after);
}

export type RhythmName = 'rest' | 'single' | 'delayed single' | 'double' | 'triple' | 'quadruple' | 'more';

/** A window of the figure and what the weight does in it. */
export interface RhythmUnit {
  readonly from: Ticks;
  readonly to: Ticks;
  readonly changes: number;
  readonly rhythm: RhythmName;
  /** Free foot at its end. */
  readonly free: Foot | undefined;
}

/** Windows of `beats` beats (two, or a bar of three) from `from` to `to`. O(actions + windows). */
export function rhythmUnits(
  actions: readonly Weighed[],
  startFree: Foot,
  from: Ticks,
  to: Ticks,
  beats: number,
): RhythmUnit[] {
  const size = beats * TICKS_PER_BEAT;
  const units: RhythmUnit[] = [];
  let next = 0;
  let free: Foot | undefined = startFree;
  for (let at = from; at < to; at += size) {
    const end = Math.min(to, at + size);
    let changes = 0;
    let first: Ticks = Infinity;
    for (; (actions[next]?.tick ?? Infinity) < end; next++) {
      const w = actions[next];
      if (!w) break;
      free = w.after === 'both' ? undefined : otherFoot(w.after);
      if (!w.change) continue;
      changes++;
      first = Math.min(first, w.tick);
    }
    units.push({
      from: at,
      to: end,
      changes,
      rhythm: rhythmName(changes, first >= at + TICKS_PER_BEAT),
      free,
    });
  }
  return units;
}

const NAMES: readonly RhythmName[] = ['rest', 'single', 'double', 'triple', 'quadruple'];
const rhythmName = (changes: number, late: boolean): RhythmName =>
  changes === 1 && late ? 'delayed single' : (NAMES[changes] ?? 'more');

/** @example weightChanges(weighed) // 8 for a rock step and two triples */
export const weightChanges = (weighed: readonly Weighed[]): number => weighed.filter((w) => w.change).length;

/**
 * How often a span may be danced so that the foot afterwards is free as wanted: an even number of weight changes
 * keeps the foot whatever the count, an odd number only every second time.
 * @example admissibleRepeats(1, true, 6) // [2, 4, 6]
 */
export function admissibleRepeats(changes: number, keepFoot: boolean, most: number): number[] {
  const all = Array.from({ length: most }, (_, i) => i + 1);
  return all.filter((n) => ((n * changes) % 2 === 0) === keepFoot);
}
