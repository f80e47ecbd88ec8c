import type { Found } from './best';

/** Whether two figures look alike to those who dance them, by index. */
export type Alike = (a: number, b: number) => boolean;

/**
 * Whether two combinations differ so that one sees it: they begin with figures that are not alike, or two figures of
 * one have nothing alike in the other. @example visiblyDiffer([0, 1, 2], [0, 2, 1], (a, b) => a === b) // false
 */
export function visiblyDiffer(a: readonly number[], b: readonly number[], alike: Alike): boolean {
  const [x, y] = [a[0], b[0]];
  if (x !== undefined && y !== undefined && !alike(x, y)) return true;
  return Math.max(unmatched(a, b, alike), unmatched(b, a, alike)) >= 2;
}

/** Figures of one for which the other has none that is like it, each used once. */
function unmatched(a: readonly number[], b: readonly number[], alike: Alike): number {
  const left = [...b];
  let n = 0;
  for (const f of a) {
    const same = left.indexOf(f);
    const at = same >= 0 ? same : left.findIndex((g) => alike(f, g));
    if (at < 0) n++;
    else left.splice(at, 1);
  }
  return n;
}

/** Keeps what differs visibly from everything kept before it, up to `most`; the first come first. */
export class Varied {
  readonly kept: Found[] = [];
  constructor(
    private readonly most: number,
    private readonly alike: Alike,
  ) {}

  /** Gives whether it was kept. */
  offer(f: Found): boolean {
    if (this.full || this.kept.some((k) => !visiblyDiffer(k.figures, f.figures, this.alike))) return false;
    this.kept.push(f);
    return true;
  }
  get full(): boolean {
    return this.kept.length >= this.most;
  }
}
