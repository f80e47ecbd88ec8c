import { readFileSync } from 'node:fs';

/** A breakdown as it is pasted, and the notation it becomes. */
export interface Pasted {
  readonly what: string;
  readonly text: string;
  readonly lines: string;
}

/** Source: our own invented figures, written down as is common practice. */
export const pasted = (half: 'open' | 'held'): Pasted[] =>
  readFileSync(`tests/corpus/pasted/${half}.txt`, 'utf8')
    .split(/^=== /m)
    .slice(1)
    .map((part) => {
      const [what = '', ...rest] = part.split('\n');
      const [text = '', lines = ''] = rest.join('\n').split('\n---\n');
      return { what, text, lines: lines.trimEnd() };
    });
