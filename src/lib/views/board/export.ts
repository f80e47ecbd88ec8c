import { callSheet, captions, type Combination, type Whole } from '$lib/core/combination';
import type { Kept } from '$lib/core/figure';
import type { Board } from '$lib/state/board.svelte';
import { download, fileName } from '$lib/views/desk/export';

const codecs = () => import('$lib/core/codecs');

/** Combinations with the figures they use. */
export async function exportCombinations(
  combinations: readonly Combination[],
  kept: readonly Kept[],
  name: string,
): Promise<void> {
  const { keptFor, writeCombinations } = await codecs();
  const text = writeCombinations({ combinations, kept: keptFor(combinations, kept) });
  download(`${fileName(name)}.combination.json`, 'application/json', text);
}
export async function exportCallSheet(board: Board, w: Whole): Promise<void> {
  const { writeCallSheet } = await codecs();
  const c = board.combination;
  const text = writeCallSheet(c, callSheet(c, w), board.plan.beats);
  download(`${fileName(c.name)}-calls.txt`, 'text/plain;charset=utf-8', text);
}
export async function exportCombinationCsv(c: Combination, w: Whole): Promise<void> {
  const { writeCombinationCsv } = await codecs();
  download(`${fileName(c.name)}.csv`, 'text/csv;charset=utf-8', writeCombinationCsv(c, w));
}
export async function exportCaptions(c: Combination, w: Whole): Promise<void> {
  const { writeVtt } = await codecs();
  download(`${fileName(c.name)}.vtt`, 'text/vtt;charset=utf-8', writeVtt(captions(c, w)));
}
