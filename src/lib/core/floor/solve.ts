import type { FloorTerm, Problem } from './problem';
import type { Term } from './sigma.data';
import { factor, substitute, type Skyline } from './skyline';

/** A solution and what it costs: the sum of the squares of all strains. */
export interface Solution {
  readonly x: Float64Array;
  readonly cost: number;
  readonly iterations: number;
}

/** What may differ from the problem as compiled. */
export interface How {
  /** Left out, to see what it had to move. */
  readonly without?: Term;
  /** Kept for some iterations to put the partners on one side of each other. */
  readonly pushes?: readonly FloorTerm[];
  readonly most?: number;
}

/** What is known at one place: the cost, half its slope, and the matrix of its bend. */
interface Work {
  readonly matrix: Skyline;
  readonly gradient: Float64Array;
  /** How far each term's vector is from having any residual, metres; negative where it has one. */
  readonly slack: Float64Array;
}

/** Memory of a solve, reused from iteration to iteration and from solve to solve of one problem. */
interface Memory {
  here: Work;
  there: Work;
  readonly lower: Skyline;
  readonly step: Float64Array;
  trial: Float64Array;
}
const memories = new WeakMap<Problem, Memory>();
function memoryFor(p: Problem): Memory {
  let m = memories.get(p);
  if (m) return m;
  const n = p.vector.length;
  const work = (): Work => ({
    matrix: p.matrix.alike(),
    gradient: new Float64Array(n),
    slack: new Float64Array(p.terms.length),
  });
  m = {
    here: work(),
    there: work(),
    lower: p.matrix.alike(),
    step: new Float64Array(n),
    trial: new Float64Array(n),
  };
  memories.set(p, m);
  return m;
}

/**
 * Stop when no place moves by more than this any more, metres, or nothing is gained: the steps shrink by more than half
 * each time, so that what is left is far below a millimetre.
 */
const STILL = 1e-4;
const GAINED = 1e-7;
/** Iterations at most; nearly all problems need fewer than ten. */
const MOST = 30;
/** No term's vector moves by more than this many times the largest move of an unknown. */
const LEVER = 4;

/**
 * The most likely places from a first guess: Levenberg–Marquardt with analytic derivatives on a matrix that is banded
 * in time. Deterministic. About O(actions) an iteration.
 */
export function descend(p: Problem, from: Float64Array, how: How = {}): Solution {
  const m = memoryFor(p);
  let x: Float64Array = Float64Array.from(from);
  let cost = evaluate(p, x, how, m.here);
  let damp = 1e-6;
  const most = how.most ?? MOST;
  let n = 0;
  for (let done = false; n < most && !done; n++) {
    let better = false;
    for (let tries = 0; tries < 12 && !better; tries++) {
      if (factor(m.here.matrix, damp, m.lower)) {
        const moved = stepFrom(m, x);
        const next = evaluate(p, m.trial, how, m.there, m.here.slack, moved);
        if (next <= cost) {
          better = true;
          done = moved < STILL || cost - next < GAINED * (1 + cost);
          cost = next;
          [m.here, m.there] = [m.there, m.here];
          [x, m.trial] = [m.trial, x];
          break;
        }
        if (moved < STILL) break;
      }
      damp = Math.max(1e-6, damp * 10);
    }
    if (!better) break;
    damp = Math.max(1e-9, damp / 6);
  }
  return { x: Float64Array.from(x), cost, iterations: n };
}

/** Puts the damped step from x into `trial`; gives its largest part. */
function stepFrom(m: Memory, x: Float64Array): number {
  const { step, trial } = m;
  const { gradient } = m.here;
  for (let i = 0; i < x.length; i++) step[i] = -(gradient[i] as number);
  substitute(m.lower, step);
  let moved = 0;
  for (let i = 0; i < x.length; i++) {
    const s = step[i] as number;
    trial[i] = (x[i] as number) + s;
    const size = s < 0 ? -s : s;
    if (size > moved) moved = size;
  }
  return moved;
}

/** The least of the linear residuals alone: words, lane and formation, without hands and bodies. */
export function linear(p: Problem): Float64Array {
  const { lower } = memoryFor(p);
  const x = Float64Array.from(p.vector);
  return factor(p.matrix, 0, lower) ? (substitute(lower, x), x) : Float64Array.from(p.words);
}

/** Value and slope of one residual; written over at every term. */
const out = { r: 0, gx: 0, gy: 0, s: 0, bend: 0, slack: 0 };

/** The share of the way at which two moments' vectors come nearest to 0. */
function nearest(ax: number, ay: number, bx: number, by: number): number {
  const [dx, dy] = [bx - ax, by - ay];
  const square = dx * dx + dy * dy;
  if (square < 1e-12) return 0;
  const s = -(ax * dx + ay * dy) / square;
  return s < 0 ? 0 : s > 1 ? 1 : s;
}

/** Residual of a vector term over its sigma, and its slope in the vector. */
function measure(t: FloorTerm, x: Float64Array): void {
  let vx = t.x;
  let vy = t.y;
  const { blocks, weights, late } = t;
  const n = blocks.length;
  for (let i = 0; i < n; i++) {
    const b = 2 * (blocks[i] as number);
    const w = weights[i] as number;
    vx += w * (x[b] as number);
    vy += w * (x[b + 1] as number);
  }
  out.s = 0;
  if (late) {
    let lx = late.x;
    let ly = late.y;
    const ws = late.weights;
    for (let i = 0; i < n; i++) {
      const b = 2 * (blocks[i] as number);
      const w = ws[i] as number;
      lx += w * (x[b] as number);
      ly += w * (x[b + 1] as number);
    }
    const s = nearest(vx, vy, lx, ly);
    out.s = s;
    vx += s * (lx - vx);
    vy += s * (ly - vy);
  }
  out.r = out.gx = out.gy = out.bend = out.slack = 0;
  switch (t.kind) {
    case 'place': {
      const ex = vx - t.ux;
      const ey = vy - t.uy;
      const d = Math.sqrt(ex * ex + ey * ey);
      if (d > t.limit) outward(d - t.limit, ex, ey, d, t.sigma);
      out.slack = t.limit - d;
      return;
    }
    case 'distance': {
      const d = Math.sqrt(vx * vx + vy * vy);
      const off = d - t.ux;
      if (off > t.limit) outward(off - t.limit, vx, vy, d, t.sigma);
      else if (-off > t.limit && d > 1e-9) set(-off - t.limit, -vx / d, -vy / d, t.sigma);
      return;
    }
    case 'within': {
      const d = Math.sqrt(vx * vx + vy * vy);
      if (d > t.limit) outward(d - t.limit, vx, vy, d, t.sigma);
      out.slack = t.limit - d;
      return;
    }
    case 'apart':
    case 'feet': {
      const d = Math.sqrt(vx * vx + vy * vy);
      out.slack = d - t.limit;
      if (d >= t.limit) return;
      if (d > 1e-9) set(t.limit - d, -vx / d, -vy / d, t.sigma);
      else set(t.limit, -t.ux, -t.uy, t.sigma);
      return;
    }
    case 'push':
    case 'off-lane': {
      const d = vx * t.ux + vy * t.uy;
      if (d < t.limit) set(t.limit - d, -t.ux, -t.uy, t.sigma);
      out.slack = d - t.limit;
      return;
    }
    case 'partner-word':
      return;
  }
}
/** Too far from a point: the slope turns with the vector, so that a step across it costs too (`bend`). */
function outward(r: number, vx: number, vy: number, d: number, sigma: number): void {
  set(r, vx / d, vy / d, sigma);
  out.bend = r / (sigma * sigma * d);
}
function set(r: number, gx: number, gy: number, sigma: number): void {
  out.r = r / sigma;
  out.gx = gx / sigma;
  out.gy = gy / sigma;
}

const left = (t: FloorTerm, how: How): boolean => t.term !== undefined && t.term === how.without;

/**
 * Cost at x; with `w` also half the gradient, the Gauss–Newton matrix and every term's slack. `known` is the slack at a
 * place no unknown of which is further than `moved` from here: terms that cannot have got a residual are passed over.
 */
export function evaluate(
  p: Problem,
  x: Float64Array,
  how: How,
  w?: Work,
  known?: Float64Array,
  moved = 0,
): number {
  let cost = quadratic(p, x, w);
  if (w) w.matrix.values.set(p.matrix.values);
  const { terms } = p;
  const far = LEVER * moved;
  for (let i = 0; i < terms.length; i++) {
    const t = terms[i] as FloorTerm;
    const slack = known ? (known[i] as number) : 0;
    if (slack > far) {
      if (w) w.slack[i] = slack - far;
      continue;
    }
    if (left(t, how)) continue;
    cost += t.word ? partnerWord(t, x, w) : vector(t, x, w);
    if (w) w.slack[i] = t.word ? 0 : out.slack;
  }
  if (how.pushes) for (const t of how.pushes) cost += vector(t, x, w);
  return cost;
}

function quadratic(p: Problem, x: Float64Array, w?: Work): number {
  const { first, at, values } = p.matrix;
  const n = x.length;
  const g = w?.gradient ?? scratch(n);
  for (let i = 0; i < n; i++) g[i] = -(p.vector[i] as number);
  for (let i = 0; i < n; i++) {
    const r = at[i] as number;
    const xi = x[i] as number;
    let sum = (values[r + i] as number) * xi;
    for (let j = first[i] as number; j < i; j++) {
      const v = values[r + j] as number;
      sum += v * (x[j] as number);
      g[j] = (g[j] as number) + v * xi;
    }
    g[i] = (g[i] as number) + sum;
  }
  let cost = p.constant;
  for (let i = 0; i < n; i++) cost += (x[i] as number) * ((g[i] as number) - (p.vector[i] as number));
  return cost;
}
let spare = new Float64Array(0);
function scratch(n: number): Float64Array {
  if (spare.length < n) spare = new Float64Array(2 * n);
  return spare;
}

function vector(t: FloorTerm, x: Float64Array, w?: Work): number {
  measure(t, x);
  const { r, gx, gy, s, bend } = out;
  if (r === 0) return 0;
  if (!w) return r * r;
  const { blocks, weights, late } = t;
  const { at, values } = w.matrix;
  const g = w.gradient;
  const k2 = bend * t.sigma * t.sigma;
  const xx = gx * gx + k2 * gy * gy;
  const xy = gx * gy - k2 * gx * gy;
  const yy = gy * gy + k2 * gx * gx;
  for (let i = 0; i < blocks.length; i++) {
    const wi = weightOf(weights, late?.weights, s, i);
    if (wi === 0) continue;
    const bi = 2 * (blocks[i] as number);
    g[bi] = (g[bi] as number) + wi * r * gx;
    g[bi + 1] = (g[bi + 1] as number) + wi * r * gy;
    const r0 = at[bi] as number;
    const r1 = at[bi + 1] as number;
    for (let j = 0; j <= i; j++) {
      const k = wi * weightOf(weights, late?.weights, s, j);
      const bj = 2 * (blocks[j] as number);
      values[r0 + bj] = (values[r0 + bj] as number) + k * xx;
      values[r1 + bj] = (values[r1 + bj] as number) + k * xy;
      values[r1 + bj + 1] = (values[r1 + bj + 1] as number) + k * yy;
      if (j !== i) values[r0 + bj + 1] = (values[r0 + bj + 1] as number) + k * xy;
    }
  }
  return r * r;
}
const weightOf = (
  early: readonly number[],
  late: readonly number[] | undefined,
  s: number,
  i: number,
): number => (late ? (1 - s) * (early[i] as number) + s * (late[i] as number) : (early[i] as number));

/** A step towards or away from the partner: its length along the line between them, and nothing across. */
function partnerWord(t: FloorTerm, x: Float64Array, w?: Work): number {
  const word = t.word as NonNullable<FloorTerm['word']>;
  let dx = t.x;
  let dy = t.y;
  t.blocks.forEach((b, i) => {
    dx += (t.weights[i] as number) * (x[2 * b] as number);
    dy += (t.weights[i] as number) * (x[2 * b + 1] as number);
  });
  let vx = word.step.x;
  let vy = word.step.y;
  word.step.blocks.forEach((b, i) => {
    vx += (word.step.weights[i] as number) * (x[2 * b] as number);
    vy += (word.step.weights[i] as number) * (x[2 * b + 1] as number);
  });
  const d = Math.max(1e-6, Math.sqrt(dx * dx + dy * dy));
  const [ux, uy] = [dx / d, dy / d];
  const along = vx * ux + vy * uy;
  const across = vx * uy - vy * ux;
  const r1 = (along - word.length) / t.sigma;
  const r2 = across / word.across;
  if (w) {
    const k1 = 1 / (t.sigma * d);
    const k2 = 1 / (word.across * d);
    const line = lineSlopes(ux, uy, vx, vy, along, across, k1, k2);
    scalar(w, t, word.step, r1, ux / t.sigma, uy / t.sigma, line[0], line[1]);
    scalar(w, t, word.step, r2, uy / word.across, -ux / word.across, line[2], line[3]);
  }
  return r1 * r1 + r2 * r2;
}

/** Slopes of along and across in the line between the partners. */
function lineSlopes(
  ux: number,
  uy: number,
  vx: number,
  vy: number,
  along: number,
  across: number,
  k1: number,
  k2: number,
): readonly [number, number, number, number] {
  return [(vx - along * ux) * k1, (vy - along * uy) * k1, (-vy - across * ux) * k2, (vx - across * uy) * k2];
}

/** Adds one residual whose slope differs between the step and the line. */
function scalar(
  w: Work,
  t: FloorTerm,
  step: NonNullable<FloorTerm['word']>['step'],
  r: number,
  sx: number,
  sy: number,
  lx: number,
  ly: number,
): void {
  const slope = new Map<number, number>();
  const add = (i: number, v: number): void => void slope.set(i, (slope.get(i) ?? 0) + v);
  step.blocks.forEach((b, i) => {
    add(2 * b, (step.weights[i] as number) * sx);
    add(2 * b + 1, (step.weights[i] as number) * sy);
  });
  t.blocks.forEach((b, i) => {
    add(2 * b, (t.weights[i] as number) * lx);
    add(2 * b + 1, (t.weights[i] as number) * ly);
  });
  const { at, values } = w.matrix;
  for (const [i, a] of slope) {
    w.gradient[i] = (w.gradient[i] as number) + r * a;
    for (const [j, b] of slope)
      if (j <= i) values[(at[i] as number) + j] = (values[(at[i] as number) + j] as number) + a * b;
  }
}

/** The strain of one term at a solution: |residual| over its sigma, its share of the way, and where it points. */
export function strainOf(
  t: FloorTerm,
  x: Float64Array,
): { strain: number; share: number; x: number; y: number } {
  if (t.word) return { strain: Math.sqrt(partnerWord(t, x)), share: 0, x: 0, y: 0 };
  measure(t, x);
  return { strain: out.r, share: out.s, x: out.gx, y: out.gy };
}
