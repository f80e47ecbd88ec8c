import { readFileSync } from 'node:fs';
import { readText } from '../../src/lib/core/codecs';
import type { Figure } from '../../src/lib/core/figure';

/**
 * Figures nobody fitted, written as they are taught before the code that checks them was. Each names its source; all are
 * from memory. `handbook.json`: technique books and common practice, some under the nearest dance there was.
 * `taught.json`: over all dances, sizes left out.
 */
export interface CorpusFigure {
  readonly id: string;
  readonly source: string;
  readonly figure: Figure;
  readonly expect: Expected;
}
interface ExpectedRole {
  readonly changes?: number;
  readonly turn?: number;
  readonly free?: string;
  /** Headings in eighths clockwise from the line of dance, step by step. */
  readonly head?: readonly number[];
}
interface Expected {
  readonly counts?: number;
  readonly L?: ExpectedRole;
  readonly F?: ExpectedRole;
  /** Follower's heading less the leader's at the end, eighths. */
  readonly rel?: number;
  /** Of the couple, degrees. */
  readonly rotation?: number;
  readonly form?: string;
  /** Patterns of the names of the last hold, and of some on the way. */
  readonly last?: string;
  readonly some?: readonly string[];
}

type Raw = Pick<CorpusFigure, 'id' | 'source' | 'expect'> & { readonly text: string };

const read = (file: string): CorpusFigure[] =>
  (JSON.parse(readFileSync(`tests/corpus/${file}`, 'utf8')) as Raw[]).map(({ id, source, text, expect }) => {
    const figures = readText(text, () => id);
    if (!figures.ok || !figures.value[0]) throw new Error(`${id}: ${JSON.stringify(figures)}`);
    return { id, source, expect, figure: figures.value[0] };
  });

export const corpus: readonly CorpusFigure[] = [
  ...read('handbook.json'),
  ...read('taught.json'),
  ...read('dances.json'),
];
