/** Beats count as found within 70 ms (Davies et al. 2009; from memory). */
export const NEAR = 0.07;

/**
 * F-measure of beats: hits within ±70 ms, each truth hit once, against what was found and what there is. Beats of the
 * first five seconds count as well. Source: Davies et al. 2009, from memory.
 */
export function fMeasure(truth: readonly number[], found: readonly number[], near = NEAR): number {
  let [i, j, hits] = [0, 0, 0];
  while (i < truth.length && j < found.length) {
    const off = (found[j] as number) - (truth[i] as number);
    if (Math.abs(off) <= near) [i, j, hits] = [i + 1, j + 1, hits + 1];
    else if (off < 0) j++;
    else i++;
  }
  return truth.length + found.length === 0 ? 1 : (2 * hits) / (truth.length + found.length);
}

/** Right within 4 %, or how many times too fast it is taken (Gouyon et al. 2006; from memory). */
export function tempoVerdict(
  truth: number,
  found: number,
): 'right' | 'half' | 'double' | 'third' | 'triple' | 'wrong' {
  const ratios = { right: 1, half: 0.5, double: 2, third: 1 / 3, triple: 3 } as const;
  const near = (Object.keys(ratios) as (keyof typeof ratios)[]).find(
    (k) => Math.abs(found / (truth * ratios[k]) - 1) <= 0.04,
  );
  return near ?? 'wrong';
}
