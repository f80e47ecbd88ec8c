/**
 * The assignment of rows to columns at least cost in all: a column for every row, as many or more columns. Source: the
 * Hungarian method with potentials (Kuhn 1955, Munkres 1957; from memory). O(rows² · columns).
 * @example assignment([[4, 1], [2, 3]]) // [1, 0]
 */
export function assignment(cost: readonly (readonly number[])[]): number[] {
  const n = cost.length;
  const m = cost[0]?.length ?? 0;
  const row = new Float64Array(n + 1);
  const column = new Float64Array(m + 1);
  const taken = new Int32Array(m + 1);
  const way = new Int32Array(m + 1);
  for (let i = 1; i <= n; i++) {
    taken[0] = i;
    let at = 0;
    const least = new Float64Array(m + 1).fill(Infinity);
    const used = new Uint8Array(m + 1);
    do {
      used[at] = 1;
      const r = taken[at] as number;
      let [delta, next] = [Infinity, 0];
      for (let j = 1; j <= m; j++) {
        if (used[j]) continue;
        const c = (cost[r - 1]?.[j - 1] ?? 0) - (row[r] as number) - (column[j] as number);
        if (c < (least[j] as number)) [least[j], way[j]] = [c, at];
        if ((least[j] as number) < delta) [delta, next] = [least[j] as number, j];
      }
      for (let j = 0; j <= m; j++) {
        if (used[j]) {
          row[taken[j] as number] = (row[taken[j] as number] as number) + delta;
          column[j] = (column[j] as number) - delta;
        } else least[j] = (least[j] as number) - delta;
      }
      at = next;
    } while (taken[at] !== 0);
    do {
      const before = way[at] as number;
      taken[at] = taken[before] as number;
      at = before;
    } while (at !== 0);
  }
  const found = new Array<number>(n).fill(-1);
  for (let j = 1; j <= m; j++) if (taken[j]) found[(taken[j] as number) - 1] = j - 1;
  return found;
}
