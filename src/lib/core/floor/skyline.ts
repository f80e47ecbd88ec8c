/**
 * A symmetric positive matrix stored by rows from each row's first entry to its diagonal. Solving by Cholesky costs
 * O(Σ width²) and fills nothing outside.
 */
export class Skyline {
  /** Column of each row's first entry. */
  readonly first: Int32Array;
  /** `at[i] + j` is the place of entry (i, j) in `values`. */
  readonly at: Int32Array;
  readonly values: Float64Array;

  /** @param first column of the first entry of each row; not after the diagonal */
  constructor(first: Int32Array) {
    const n = first.length;
    this.first = first;
    this.at = new Int32Array(n);
    let used = 0;
    for (let i = 0; i < n; i++) {
      this.at[i] = used - (first[i] as number);
      used += i - (first[i] as number) + 1;
    }
    this.values = new Float64Array(used);
  }

  /** An empty matrix of the same shape. */
  alike(): Skyline {
    return new Skyline(this.first);
  }
}

/** L with L·Lᵀ = `m` + `damp`·diag(`m`), in the place of `out`. False where it is not positive. */
export function factor(m: Skyline, damp: number, out: Skyline): boolean {
  const { first, at } = m;
  const a = m.values;
  const l = out.values;
  const n = first.length;
  for (let i = 0; i < n; i++) {
    const fi = first[i] as number;
    const ri = at[i] as number;
    let diagonal = (a[ri + i] as number) * (1 + damp);
    for (let j = fi; j < i; j++) {
      const rj = at[j] as number;
      const fj = first[j] as number;
      let sum = a[ri + j] as number;
      for (let k = fi > fj ? fi : fj; k < j; k++) sum -= (l[ri + k] as number) * (l[rj + k] as number);
      const v = sum / (l[rj + j] as number);
      l[ri + j] = v;
      diagonal -= v * v;
    }
    if (!(diagonal > 1e-12)) return false;
    l[ri + i] = Math.sqrt(diagonal);
  }
  return true;
}

/** Solves L·Lᵀ·x = b in place of `b`. */
export function substitute(l: Skyline, b: Float64Array): void {
  const { first, at, values } = l;
  const n = first.length;
  for (let i = 0; i < n; i++) {
    const r = at[i] as number;
    let sum = b[i] as number;
    for (let k = first[i] as number; k < i; k++) sum -= (values[r + k] as number) * (b[k] as number);
    b[i] = sum / (values[r + i] as number);
  }
  for (let i = n - 1; i >= 0; i--) {
    const r = at[i] as number;
    const v = (b[i] as number) / (values[r + i] as number);
    b[i] = v;
    for (let k = first[i] as number; k < i; k++) b[k] = (b[k] as number) - (values[r + k] as number) * v;
  }
}
