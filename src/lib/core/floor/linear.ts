import type { Metres, Ticks } from '../base';
import type { Spot } from './types';

/** A point that is a weighted sum of unknown points and a constant. Blocks ascend; weights may be 0. */
export interface Lin {
  readonly blocks: readonly number[];
  readonly weights: readonly number[];
  readonly x: Metres;
  readonly y: Metres;
}

export const linOf = (s: Spot): Lin => ({ blocks: [s.block], weights: [1], x: s.x, y: s.y });

/** `a·p + b·q`. @example mix(p, 0.5, q, 0.5) // half-way */
export function mix(p: Lin, a: number, q: Lin, b: number): Lin {
  const blocks: number[] = [];
  const weights: number[] = [];
  let i = 0;
  let j = 0;
  while (i < p.blocks.length || j < q.blocks.length) {
    const x = p.blocks[i] ?? Infinity;
    const y = q.blocks[j] ?? Infinity;
    const w = (x <= y ? a * (p.weights[i] ?? 0) : 0) + (y <= x ? b * (q.weights[j] ?? 0) : 0);
    blocks.push(Math.min(x, y));
    weights.push(w);
    if (x <= y) i++;
    if (y <= x) j++;
  }
  return { blocks, weights, x: a * p.x + b * q.x, y: a * p.y + b * q.y };
}

/** A middle of a body on its way from one place to the next, from `from` to `to`; there until the next move. */
export interface Move {
  readonly from: Ticks;
  readonly to: Ticks;
  readonly at: Lin;
}

/** How far a move is at a share of its time. */
export const smooth = (u: number): number => (u <= 0 ? 0 : u >= 1 ? 1 : u * u * (3 - 2 * u));

/** Where a body is at a tick. O(log moves). */
export function bodyAt(start: Lin, moves: readonly Move[], tick: number): Lin {
  let low = 0;
  let high = moves.length;
  while (low < high) {
    const mid = (low + high) >> 1;
    if ((moves[mid] as Move).to <= tick) low = mid + 1;
    else high = mid;
  }
  const before = low > 0 ? (moves[low - 1] as Move).at : start;
  const next = moves[low];
  if (!next || tick <= next.from) return before;
  const u = smooth((tick - next.from) / (next.to - next.from));
  return mix(before, 1 - u, next.at, u);
}

/** Value of a point at a solution. */
export function valueX(l: Lin, x: Float64Array): Metres {
  let sum = l.x;
  for (let i = 0; i < l.blocks.length; i++)
    sum += (l.weights[i] as number) * (x[2 * (l.blocks[i] as number)] as number);
  return sum;
}
export function valueY(l: Lin, x: Float64Array): Metres {
  let sum = l.y;
  for (let i = 0; i < l.blocks.length; i++)
    sum += (l.weights[i] as number) * (x[2 * (l.blocks[i] as number) + 1] as number);
  return sum;
}
