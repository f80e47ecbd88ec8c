import type { Beats, Bpm, Seconds } from '../base';
import { BLOCKS } from './blocks.data';
import { AROUND, climbRounds, roundSeconds, roundsIn, tempoSteps, type Around, type RoundsAt } from './hour';
import { aimOf, blockRef, plannedMinutes, type Block, type ClassPlan, type DanceRef } from './plan';

/** What the arithmetic needs of something danced. */
export interface Lengths {
  readonly beats: (ref: DanceRef) => Beats;
  readonly tempo: (ref: DanceRef) => Bpm;
}

/** A block with what fits into it. */
export interface TimedBlock {
  readonly block: Block;
  /** Minutes from the beginning of the class. */
  readonly from: number;
  readonly to: number;
  readonly what: DanceRef | undefined;
  readonly bpm: Bpm | undefined;
  /** A round, without the count-in. */
  readonly seconds: Seconds;
  /** How often in a row a round is: something short is danced several times. */
  readonly inRow: number;
  readonly rounds: number;
  /** Rounds at each tempo, where it goes up in steps. */
  readonly steps: readonly RoundsAt[];
  /** There is something to dance and not once time for it. */
  readonly tooShort: boolean;
}
export interface Hour {
  readonly blocks: readonly TimedBlock[];
  readonly minutes: number;
  /** More than the class has: positive; less: negative. */
  readonly over: number;
  readonly goal: Bpm | undefined;
}

/** The tempo aimed at: as said, else that of what is aimed at. */
export function goalOf(c: ClassPlan, lengths: Lengths): Bpm | undefined {
  if (c.goal !== undefined) return c.goal;
  const aim = aimOf(c);
  return aim && lengths.tempo(aim);
}

/** A round is about a phrase: what is shorter goes round until then. Our choice: four eights. */
const PHRASE: Beats = 32;
/** @example timesInRow(6) // 5 */
export const timesInRow = (beats: Beats): number =>
  beats <= 0 ? 1 : Math.max(1, Math.round(PHRASE / beats));

/** At what tempo a block is danced: as said, else a share of the tempo aimed at. */
export function blockTempo(c: ClassPlan, b: Block, lengths: Lengths): Bpm | undefined {
  if (b.bpm !== undefined) return b.bpm;
  const what = blockRef(c, b);
  if (!what) return undefined;
  const goal = b.what && !isAim(c, b.what) ? lengths.tempo(b.what) : goalOf(c, lengths);
  return goal === undefined ? undefined : Math.max(20, Math.round(goal * (BLOCKS[b.kind].pace || 1)));
}
const isAim = (c: ClassPlan, r: DanceRef): boolean =>
  r.type === 'combination' ? c.aim.combination === r.id : c.aim.figures.includes(r.id);

/**
 * The hour laid out: when each block begins, how often it is really danced there with explaining, counting in, walking
 * back and changing partners, and how much longer it all is than the class. O(blocks).
 * @example hourOf(plan, material).over // 2.5 minutes too much
 */
export function hourOf(c: ClassPlan, lengths: Lengths, around: Around = AROUND): Hour {
  let at = 0;
  const blocks = c.blocks.map((block): TimedBlock => {
    const from = at;
    at += block.minutes;
    return { ...timed(c, block, lengths, around), from, to: at };
  });
  const minutes = plannedMinutes(c.blocks);
  return { blocks, minutes, over: minutes - c.minutes, goal: goalOf(c, lengths) };
}

function timed(
  c: ClassPlan,
  block: Block,
  lengths: Lengths,
  around: Around,
): Omit<TimedBlock, 'from' | 'to'> {
  const what = BLOCKS[block.kind].dances || block.what ? blockRef(c, block) : undefined;
  const bpm = blockTempo(c, block, lengths);
  const once = what ? lengths.beats(what) : 0;
  const inRow = timesInRow(once);
  const beats = once * inRow;
  if (!what || bpm === undefined || beats === 0)
    return { block, what, bpm, seconds: 0, inRow: 1, rounds: 0, steps: [], tooShort: false };
  const own: Around = { ...around, explain: 60 * (block.explain ?? 0), changes: block.changes ?? 0 };
  const rounds = roundsIn(60 * block.minutes, beats, bpm, own);
  const steps = block.kind === 'tempo' ? climbing(c, block, beats, lengths, own) : [];
  return {
    block,
    what,
    bpm,
    seconds: roundSeconds(beats, bpm),
    inRow,
    rounds: steps.length > 0 ? steps.reduce((n, s) => n + s.rounds, 0) : rounds,
    steps,
    tooShort: rounds === 0,
  };
}

/** Rounds at each step from the tempo of the block before up to the goal. */
function climbing(
  c: ClassPlan,
  block: Block,
  beats: Beats,
  lengths: Lengths,
  around: Around,
): TimedBlock['steps'] {
  const goal = blockTempo(c, block, lengths);
  if (goal === undefined) return [];
  const before = c.blocks.slice(0, c.blocks.indexOf(block)).flatMap((b) => blockTempo(c, b, lengths) ?? []);
  const from = Math.min(goal, before.at(-1) ?? goal);
  return climbRounds(60 * block.minutes, beats, tempoSteps(from, goal), around);
}
