import { readFileSync } from 'node:fs';

/** One line as it is said, and the form it is printed in. */
export interface Said {
  readonly said: string;
  readonly printed: string;
}

/** Source: our own invented lines, said as is common practice. `#` begins a remark. */
export const spoken = (half: 'open' | 'held'): Said[] =>
  readFileSync(`tests/corpus/spoken/${half}.txt`, 'utf8')
    .split('\n')
    .filter((l) => l.trim() !== '' && !l.startsWith('#'))
    .map((l) => {
      const [said = '', printed = ''] = l.split(' => ');
      return { said: /^(leader|follower|hands|leads|feels)/i.test(said) ? said : `leader ${said}`, printed };
    });
