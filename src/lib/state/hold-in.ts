import { analyse, armsAt } from '$lib/core/analysis';
import type { ArmState } from '$lib/core/arms';
import { TICKS_PER_BEAT } from '$lib/core/base';
import { loadFigure } from '$lib/storage';
import { app } from './app.svelte';

/** A hold as it is at a count of a stored figure, and the beats there are from there to its end. */
export interface HoldIn {
  readonly hold: ArmState;
  readonly id: string;
  readonly name: string;
  readonly count: number;
  readonly beats: number;
}

/** The arms at `count` of a stored figure; undefined where it is not there. @example holdIn('push', 3) */
export async function holdIn(id: string, count: number): Promise<HoldIn | undefined> {
  const row = await loadFigure(await app.db(), id);
  if (!row) return undefined;
  const a = analyse(row.figure, app.heights);
  return {
    hold: armsAt(a.arms, Math.min(a.end, (count - 1) * TICKS_PER_BEAT), true),
    id,
    name: row.figure.name,
    count,
    beats: Math.max(1, Math.floor(a.end / TICKS_PER_BEAT) - count),
  };
}
