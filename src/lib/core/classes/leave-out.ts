import { BLOCKS } from './blocks.data';
import type { Block } from './plan';

/** Something that can be given up: minutes of a block, or the whole block. */
export interface Cut {
  readonly key: string;
  readonly minutes: number;
  readonly whole: boolean;
}
/** What to give up, in the order in which it is missed least; `short`: minutes that cannot be found without losing the aim. */
export interface LeaveOut {
  readonly cuts: readonly Cut[];
  readonly short: number;
  /** What is missed in all; less is better. */
  readonly missed: number;
}

/** Missed beyond its minutes when a block goes altogether: its beginning is worth most. Our choice. */
const WHOLE = 1.5;
/** Half minutes: what can be measured out. */
const HALF = 0.5;

/**
 * What to leave out to be so many minutes shorter, without losing the aim: the least missed, exactly, by dynamic
 * programming over half minutes. A block that stays keeps what it is worth beginning with; one that is kept is not
 * touched; of the blocks in which the aim is danced one stays. `done`: blocks that are over. O(blocks · minutes²).
 * @example leaveOut(plan.blocks, 5).cuts[0] // { key: 'free', minutes: 5, whole: true }
 */
export function leaveOut(blocks: readonly Block[], minutes: number, done: readonly string[] = []): LeaveOut {
  const open = blocks.filter((b) => !done.includes(b.key) && b.keep !== true);
  const want = Math.max(0, Math.ceil(minutes / HALF - 1e-9));
  const anchor = lastAim(blocks, done);
  const options = open.map((b) => optionsOf(b, b.key !== anchor));
  const most = options.reduce((s, o) => s + Math.max(...o.map((x) => x.halves)), 0);
  const aim = Math.min(want, most);
  // least[i][h]: least missed to free at least h halves with the first i blocks.
  const least: Float64Array[] = [new Float64Array(aim + 1).fill(Infinity)];
  (least[0] as Float64Array)[0] = 0;
  const took: Int32Array[] = [];
  for (const list of options) {
    const before = least.at(-1) as Float64Array;
    const now = new Float64Array(aim + 1).fill(Infinity);
    const which = new Int32Array(aim + 1);
    for (let h = 0; h <= aim; h++)
      list.forEach((o, k) => {
        const cost = (before[Math.max(0, h - o.halves)] ?? Infinity) + o.missed;
        if (cost < (now[h] ?? Infinity) - 1e-12) [now[h], which[h]] = [cost, k];
      });
    least.push(now);
    took.push(which);
  }
  const cuts: (Cut & { readonly rate: number })[] = [];
  let h = aim;
  for (let i = open.length - 1; i >= 0; i--) {
    const o = options[i]?.[took[i]?.[h] ?? 0];
    const block = open[i];
    if (!o || !block) continue;
    if (o.halves > 0)
      cuts.push({ key: block.key, minutes: o.halves * HALF, whole: o.whole, rate: o.missed / o.halves });
    h = Math.max(0, h - o.halves);
  }
  return {
    cuts: cuts
      .sort((a, b) => a.rate - b.rate)
      .map(({ key, minutes: m, whole }) => ({ key, minutes: m, whole })),
    short: Math.max(0, (want - most) * HALF),
    missed: least.at(-1)?.[aim] ?? 0,
  };
}

interface Option {
  readonly halves: number;
  readonly missed: number;
  readonly whole: boolean;
}
/** Ways to shorten one block: not at all, by half minutes down to its least, or altogether. */
export function optionsOf(b: Block, mayGo: boolean): Option[] {
  const { least, worth } = BLOCKS[b.kind];
  const found: Option[] = [{ halves: 0, missed: 0, whole: false }];
  const room = Math.floor((b.minutes - least) / HALF + 1e-9);
  for (let n = 1; n <= room; n++) found.push({ halves: n, missed: n * worth, whole: false });
  const all = Math.round(b.minutes / HALF);
  if (mayGo) found.push({ halves: all, missed: all * worth * WHOLE, whole: true });
  return found;
}

/** The block that keeps the aim: the longest of those not over in which it is danced. */
export function lastAim(blocks: readonly Block[], done: readonly string[]): string | undefined {
  const aims = blocks.filter((b) => BLOCKS[b.kind].aim && !done.includes(b.key));
  const best = aims.reduce<Block | undefined>((a, b) => (a && a.minutes >= b.minutes ? a : b), undefined);
  return best?.key;
}

/** The blocks after the cuts. @example afterCuts(blocks, leaveOut(blocks, 5).cuts) */
export const afterCuts = (blocks: readonly Block[], cuts: readonly Cut[]): Block[] =>
  blocks.flatMap((b) => {
    const cut = cuts.find((c) => c.key === b.key);
    if (!cut) return [b];
    return cut.whole ? [] : [{ ...b, minutes: b.minutes - cut.minutes }];
  });
