import type { FloorTerm, Problem } from './problem';

/**
 * The same problem solved slowly and plainly: dense matrices, derivatives by differences. Only for proving the fast
 * one; the residuals are written out again from what the terms say.
 */

/** All residuals at a place, each over its sigma. */
function residuals(p: Problem, x: Float64Array): number[] {
  return p.terms.flatMap((t) => (t.word ? partner(t, x) : [plain(t, x)]));
}

const at = (
  t: { weights: readonly number[]; x: number; y: number },
  blocks: readonly number[],
  x: Float64Array,
) => ({
  x: blocks.reduce((s, b, i) => s + (t.weights[i] ?? 0) * (x[2 * b] ?? 0), t.x),
  y: blocks.reduce((s, b, i) => s + (t.weights[i] ?? 0) * (x[2 * b + 1] ?? 0), t.y),
});

function plain(t: FloorTerm, x: Float64Array): number {
  const early = at(t, t.blocks, x);
  const v = t.late ? closest(early, at(t.late, t.blocks, x)) : early;
  const d = Math.hypot(v.x, v.y);
  switch (t.kind) {
    case 'place':
      return Math.max(0, Math.hypot(v.x - t.ux, v.y - t.uy) - t.limit) / t.sigma;
    case 'distance':
      return Math.max(0, Math.abs(d - t.ux) - t.limit) / t.sigma;
    case 'within':
      return Math.max(0, d - t.limit) / t.sigma;
    case 'apart':
    case 'feet':
      return Math.max(0, t.limit - d) / t.sigma;
    case 'push':
    case 'off-lane':
      return Math.max(0, t.limit - (v.x * t.ux + v.y * t.uy)) / t.sigma;
    case 'partner-word':
      return 0;
  }
}

/** The nearest point to 0 of a straight way. */
function closest(a: { x: number; y: number }, b: { x: number; y: number }): { x: number; y: number } {
  let best = a;
  const n = 2000;
  const square = (b.x - a.x) ** 2 + (b.y - a.y) ** 2;
  const s = square < 1e-12 ? 0 : Math.min(1, Math.max(0, -(a.x * (b.x - a.x) + a.y * (b.y - a.y)) / square));
  for (const u of [0, 1, s, Math.round(s * n) / n]) {
    const p = { x: a.x + u * (b.x - a.x), y: a.y + u * (b.y - a.y) };
    if (Math.hypot(p.x, p.y) < Math.hypot(best.x, best.y)) best = p;
  }
  return best;
}

function partner(t: FloorTerm, x: Float64Array): number[] {
  const { word } = t;
  if (!word) return [];
  const line = at(t, t.blocks, x);
  const step = at(word.step, word.step.blocks, x);
  const d = Math.max(1e-6, Math.hypot(line.x, line.y));
  const along = (step.x * line.x + step.y * line.y) / d;
  const across = (step.x * line.y - step.y * line.x) / d;
  return [(along - word.length) / t.sigma, across / word.across];
}

/** The linear residuals as they stand in the matrix, entry by entry. */
function quadratic(p: Problem, x: Float64Array): number {
  let sum = p.constant;
  const { first, at: row, values } = p.matrix;
  for (let i = 0; i < x.length; i++) {
    sum -= 2 * (p.vector[i] ?? 0) * (x[i] ?? 0);
    for (let j = first[i] ?? 0; j <= i; j++)
      sum += (i === j ? 1 : 2) * (values[(row[i] ?? 0) + j] ?? 0) * (x[i] ?? 0) * (x[j] ?? 0);
  }
  return sum;
}

export const denseCost = (p: Problem, x: Float64Array): number =>
  quadratic(p, x) + residuals(p, x).reduce((s, r) => s + r * r, 0);

/** Gauss–Newton with a dense matrix and numerical slopes, damped; from a place, to where nothing gets better. */
export function denseDescent(p: Problem, from: Float64Array, most = 12): { x: Float64Array; cost: number } {
  let x = Float64Array.from(from);
  let cost = denseCost(p, x);
  let damp = 1e-4;
  for (let n = 0; n < most; n++) {
    const { matrix, slope } = bend(p, x);
    let better = false;
    for (let tries = 0; tries < 8 && !better; tries++, damp *= 10) {
      const step = gauss(
        matrix.map((r, i) => r.map((v, j) => (i === j ? v * (1 + damp) : v))),
        slope.map((g) => -g),
      );
      const next = x.map((v, i) => v + (step[i] ?? 0));
      const c = denseCost(p, next);
      if (c < cost) {
        [x, cost, better] = [Float64Array.from(next), c, true];
        damp /= 100;
      }
    }
    if (!better) break;
  }
  return { x, cost };
}

const H = 1e-6;
function bend(p: Problem, x: Float64Array): { matrix: number[][]; slope: number[] } {
  const n = x.length;
  const base = residuals(p, x);
  const columns = Array.from({ length: n }, (_, i) => {
    const y = Float64Array.from(x);
    y[i] = (y[i] ?? 0) + H;
    return residuals(p, y).map((r, k) => (r - (base[k] ?? 0)) / H);
  });
  const full = Array.from({ length: n }, () => new Array<number>(n).fill(0));
  const { first, at: row, values } = p.matrix;
  for (let i = 0; i < n; i++)
    for (let j = first[i] ?? 0; j <= i; j++) {
      const v = values[(row[i] ?? 0) + j] ?? 0;
      (full[i] ?? [])[j] = v;
      (full[j] ?? [])[i] = v;
    }
  const matrix = full.map((r, i) =>
    r.map((v, j) => v + base.reduce((s, _, k) => s + (columns[i]?.[k] ?? 0) * (columns[j]?.[k] ?? 0), 0)),
  );
  const slope = full.map(
    (r, i) =>
      r.reduce((s, v, j) => s + v * (x[j] ?? 0), -(p.vector[i] ?? 0)) +
      base.reduce((s, b, k) => s + b * (columns[i]?.[k] ?? 0), 0),
  );
  return { matrix, slope };
}

/** Gaussian elimination with pivots. */
function gauss(a: number[][], b: number[]): number[] {
  const n = b.length;
  for (let i = 0; i < n; i++) {
    let p = i;
    for (let k = i + 1; k < n; k++) if (Math.abs(a[k]?.[i] ?? 0) > Math.abs(a[p]?.[i] ?? 0)) p = k;
    [a[i], a[p]] = [a[p] ?? [], a[i] ?? []];
    [b[i], b[p]] = [b[p] ?? 0, b[i] ?? 0];
    for (let k = i + 1; k < n; k++) {
      const f = (a[k]?.[i] ?? 0) / (a[i]?.[i] ?? 1);
      for (let j = i; j < n; j++) (a[k] ?? [])[j] = (a[k]?.[j] ?? 0) - f * (a[i]?.[j] ?? 0);
      b[k] = (b[k] ?? 0) - f * (b[i] ?? 0);
    }
  }
  for (let i = n - 1; i >= 0; i--) {
    for (let j = i + 1; j < n; j++) b[i] = (b[i] ?? 0) - (a[i]?.[j] ?? 0) * (b[j] ?? 0);
    b[i] = (b[i] ?? 0) / (a[i]?.[i] ?? 1);
  }
  return b;
}
