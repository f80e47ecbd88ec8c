import { TICKS_PER_BEAT, ticksOfBeats, type Beats, type Ticks } from '../base';
import { jointBetween, type Ends, type Joint } from '../joints';
import type { Repertoire, Reading } from './reading';
import type { Combination, Part } from './schema';

/** One time a part is danced. */
export interface Pass {
  /** Index of the part, and which of its times this is, from 0. */
  readonly part: number;
  readonly time: number;
  readonly reading: Reading;
  readonly over: number;
  /** When it begins, in ticks from the 1 of the combination. */
  readonly at: Ticks;
  /** How it joins what comes before; undefined for the first. */
  readonly joint: Joint | undefined;
}

/** A combination laid out in time, with its joints. */
export interface Plan {
  readonly combination: Combination;
  readonly passes: readonly Pass[];
  /** Parts whose figure is not there. */
  readonly missing: readonly number[];
  readonly from: Ticks;
  readonly end: Ticks;
  readonly beats: Beats;
  /** It goes on beyond what is laid out. */
  readonly cut: boolean;
  /** From the last to the first; undefined while there is nothing. */
  readonly loop: Joint | undefined;
}

const joints = new WeakMap<Ends, WeakMap<Ends, Map<string, Joint>>>();

/** {@link jointBetween}, remembered: the same two figures join in the same way. */
export function joint(from: Ends, to: Ends, was = 0, will = 0): Joint {
  let row = joints.get(from);
  if (!row) joints.set(from, (row = new WeakMap()));
  let cell = row.get(to);
  if (!cell) row.set(to, (cell = new Map()));
  const key = `${was} ${will}`;
  let found = cell.get(key);
  if (!found) cell.set(key, (found = jointBetween(from, to, { was, will })));
  return found;
}

/** The figure a part stands for. */
export const readingOf = (c: Combination, p: Part, repertoire: Repertoire): Reading | undefined =>
  repertoire.get(p.figure, c.own, p.change);

/** Beats laid out at most: marks and tempi reach no further, and an hour of dancing is about as long. */
export const MOST_LAID_OUT: Beats = 4096;

/**
 * Lays a combination out: every time every part is danced, when it begins, and how it joins. O(passes) once the
 * figures have been read. @example planOf(c, repertoire).beats // 32
 */
export function planOf(c: Combination, repertoire: Repertoire): Plan {
  const passes: Pass[] = [];
  const missing: number[] = [];
  let at: Ticks | undefined;
  let cut = false;
  c.parts.forEach((p, part) => {
    if (cut) return;
    const reading = readingOf(c, p, repertoire);
    if (!reading) {
      missing.push(part);
      return;
    }
    const over = p.over ?? 0;
    for (let time = 0; time < p.times && !cut; time++) {
      const before: Pass | undefined = passes.at(-1);
      at ??= reading.from;
      passes.push({
        part,
        time,
        reading,
        over,
        at,
        joint: before && joint(before.reading.ends, reading.ends, before.over, over),
      });
      at += reading.beats * TICKS_PER_BEAT;
      cut = at >= ticksOfBeats(MOST_LAID_OUT) && (time + 1 < p.times || part + 1 < c.parts.length);
    }
  });
  const [first, last] = [passes[0], passes.at(-1)];
  const from = first?.at ?? 0;
  const end = at ?? 0;
  return {
    combination: c,
    passes,
    missing,
    from,
    end,
    beats: (end - from) / TICKS_PER_BEAT,
    cut,
    loop: first && last && joint(last.reading.ends, first.reading.ends, last.over, first.over),
  };
}

/** It is danced as it is: nothing needs a bridge. */
export const danced = (j: Joint | undefined): boolean =>
  j === undefined || j.fit === 'fits' || j.fit === 'small';

/** It ends as it began and can go round. */
export const loops = (p: Plan): boolean =>
  p.passes.length > 0 && p.missing.length === 0 && danced(p.loop) && p.passes.every((x) => danced(x.joint));
