import type { Degrees, Hand, Role, Ticks } from '../base';
import type { PlacedWords, Ref } from '../figure';
import { readBodyActs, type TrunkAct } from '../notation';
import type { Bend, HeadPlace, Lean } from '../vocabulary';
import type { Weighed } from './weight';

/** How head and upper body are held. Nothing said is upright, square, looking where it likes. */
export interface Trunk {
  readonly head?: HeadPlace;
  /** The head was snapped there. */
  readonly quick?: true;
  readonly tilt?: Hand;
  /** Of the upper body against the hips, right positive. */
  readonly twist: Degrees;
  /** `any` where no way was said. */
  readonly lean?: Lean | 'any';
  readonly bend?: Bend;
  readonly sway?: Hand;
  readonly dip?: true;
  readonly drop?: true;
  readonly lift?: true;
  readonly rise?: true;
}

/** From one word to the next. */
export interface TrunkSpan {
  readonly from: Ticks;
  readonly to: Ticks;
  readonly trunk: Trunk;
  /** What was said at its beginning. */
  readonly acts: readonly TrunkAct[];
  /** The words it comes from: of the body line, or of a step such as `dip`. */
  readonly ref: Ref;
  readonly by: 'words' | 'step';
}

export const UPRIGHT: Trunk = { twist: 0 };

/** The upper body after one more act. */
export function afterAct(t: Trunk, act: TrunkAct): Trunk {
  switch (act.type) {
    case 'head': {
      const { quick: _, ...rest } = t;
      return act.quick ? { ...rest, head: act.to, quick: true } : { ...rest, head: act.to };
    }
    case 'tilt':
      return { ...t, tilt: act.to };
    case 'twist':
      return { ...t, twist: act.turn };
    case 'lean':
      return { ...t, lean: act.to ?? 'any' };
    case 'bend':
      return { ...t, bend: act.what };
    case 'sway':
      return { ...t, sway: act.to };
    case 'dip':
    case 'drop':
    case 'lift':
    case 'rise':
      return { ...t, [act.type]: true };
    case 'lower': {
      const { rise: _, lift: __, ...rest } = t;
      return rest;
    }
    case 'upright':
      return { twist: 0, ...(t.head ? { head: t.head } : {}), ...(t.rise ? { rise: t.rise } : {}) };
    case 'remark':
      return t;
  }
}

const KINDS_OF: Readonly<Record<string, (w: Weighed) => TrunkAct>> = {
  dip: () => ({ type: 'dip' }),
  lean: (w) => {
    const { direction, foot } = w.action;
    const to =
      direction === 'fwd' || direction === 'back' || direction === 'towards' || direction === 'away'
        ? direction
        : foot && (foot === 'L' ? 'left' : 'right');
    return to ? { type: 'lean', to } : { type: 'lean' };
  },
};

interface Said {
  readonly tick: Ticks;
  readonly acts: readonly TrunkAct[];
  readonly ref: Ref;
  readonly by: TrunkSpan['by'];
  /** A step that leans or dips is over when the next begins. */
  readonly until?: Ticks;
}

/**
 * What head and upper body do, count by count, from the body line and from steps that are a dip or a lean. One fold;
 * O(words + actions). @example trunkSpans('leader', words, actions, 96)[0]?.trunk.head // 'left'
 */
export function trunkSpans(
  role: Role,
  words: readonly PlacedWords[],
  actions: readonly Weighed[],
  end: Ticks,
): TrunkSpan[] {
  const track = role === 'leader' ? 'leader-body' : 'follower-body';
  const own = words.filter((w) => w.track === track);
  const steps = actions.filter((w) => KINDS_OF[w.action.kind]);
  if (own.length + steps.length === 0) return [];
  const said: Said[] = [
    ...own.map((w): Said => ({ tick: w.tick, acts: readBodyActs(w.text).acts, ref: w.ref, by: 'words' })),
    ...steps.map((w): Said => ({
      tick: w.tick,
      acts: [(KINDS_OF[w.action.kind] as (x: Weighed) => TrunkAct)(w)],
      ref: w.ref,
      by: 'step',
      until: w.end,
    })),
  ].sort((a, b) => a.tick - b.tick);
  const spans: TrunkSpan[] = [];
  let trunk = UPRIGHT;
  said.forEach((s, i) => {
    const before = trunk;
    trunk = s.acts.reduce(afterAct, trunk);
    const next = said[i + 1]?.tick ?? end;
    const to = Math.max(s.tick, Math.min(s.until ?? next, next));
    spans.push({ from: s.tick, to, trunk, acts: s.acts, ref: s.ref, by: s.by });
    if (s.until === undefined) return;
    trunk = before;
    if (to < next) spans.push({ from: to, to: next, trunk, acts: [], ref: s.ref, by: 'step' });
  });
  return spans;
}

/** The upper body at a tick. */
export const trunkAt = (spans: readonly TrunkSpan[], tick: Ticks): Trunk =>
  spans.findLast((s) => s.from <= tick)?.trunk ?? UPRIGHT;
