import { TICKS_PER_BEAT, beatsOfTicks, type Beats } from '../base';
import { planOf } from './plan';
import type { Repertoire } from './reading';
import type { Combination, Part } from './schema';

/**
 * Two combinations one after the other: the second begins where the first ends; its marks and tempo changes come
 * along. `makeKey` names the parts of the second anew.
 * @example merged(a, b, repertoire, key).parts.length // both together
 */
export function merged(
  a: Combination,
  b: Combination,
  repertoire: Repertoire,
  makeKey: () => string,
): Combination {
  const plan = planOf(a, repertoire);
  const beats = beatsOfTicks(plan.end);
  const parts = b.parts.map((p): Part => ({ ...p, key: makeKey() }));
  const shift = a.start + beats - b.start;
  const ids = new Set(a.own.map((f) => f.id));
  return {
    ...a,
    name: `${a.name} + ${b.name}`.slice(0, 120),
    loop: a.loop && b.loop,
    marks: sortedUnique([...a.marks, ...b.marks.map((m) => m + shift).filter((m) => m >= 1)]),
    tempo: joinTempo(a.tempo, b.tempo, a.start + beats, shift),
    parts: [...a.parts, ...parts],
    own: [...a.own, ...b.own.filter((f) => !ids.has(f.id))],
  };
}

/** The second’s tempo from the beat on which it begins; `shift`: how far its music lies after the first’s. */
function joinTempo(
  a: Combination['tempo'],
  b: Combination['tempo'],
  joint: Beats,
  shift: Beats,
): Combination['tempo'] {
  const kept = a.filter((t) => t.beat < joint || t.beat === 1);
  const moved = b.map((t) => ({ ...t, beat: t.beat + shift }));
  const first = moved.findLast((t) => t.beat <= joint) ?? moved[0];
  const later = moved.filter((t) => t.beat > joint);
  const all = [...kept, ...(first ? [{ ...first, beat: joint }] : []), ...later];
  return all.filter((t, i) => i === 0 || (t.bpm !== all[i - 1]?.bpm && t.beat > (all[i - 1]?.beat ?? 0)));
}

export const sortedUnique = (list: readonly number[]): number[] => [...new Set(list)].sort((x, y) => x - y);

/** What is left of a combination that may last so many beats, and the beats that are still to be filled. */
export interface Trimmed {
  readonly combination: Combination;
  readonly left: Beats;
  /** Passes cut away. */
  readonly cut: number;
}

/** Cuts whole figures off the end until at most `beats` are danced. @example trimmed(c, 32, repertoire).left // 2 */
export function trimmed(c: Combination, beats: Beats, repertoire: Repertoire): Trimmed {
  const plan = planOf(c, repertoire);
  const limit = plan.from + beats * TICKS_PER_BEAT;
  const kept = plan.passes.filter((p) => p.at + p.reading.beats * TICKS_PER_BEAT <= limit);
  const times = new Map<number, number>();
  for (const p of kept) times.set(p.part, (times.get(p.part) ?? 0) + 1);
  const parts = c.parts.flatMap((p, i): Part[] => {
    const n = times.get(i) ?? 0;
    return n === 0 ? [] : [n === p.times ? p : { ...p, times: n }];
  });
  const last = kept.at(-1);
  const end = last ? last.at + last.reading.beats * TICKS_PER_BEAT : plan.from;
  return {
    combination: { ...c, parts },
    left: (limit - end) / TICKS_PER_BEAT,
    cut: plan.passes.length - kept.length,
  };
}
