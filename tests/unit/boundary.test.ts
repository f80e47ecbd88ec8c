import { readFileSync, readdirSync } from 'node:fs';
import { join } from 'node:path';
import { describe, expect, it } from 'vitest';

/** The rooms from the bottom up. A file may import only from its own room and from rooms before it. */
const ROOMS = [
  'core/base',
  'core/vocabulary',
  'core/arms',
  'core/time',
  'core/music',
  'core/band',
  'core/listen',
  'core/notation',
  'core/breakdown',
  'core/figure',
  'core/floor',
  'core/analysis',
  'core/findings',
  'core/vary',
  'core/likeness',
  'core/joints',
  'core/combination',
  'core/composer',
  'core/scene',
  'core/song',
  'core/practice',
  'core/calendar',
  'core/hall',
  'core/classes',
  'core/codecs',
  'core/library',
  'messages',
  'demo',
  'storage',
  'workers',
  'server',
  'sound',
  'state',
  'views',
];
/** Packages that know nothing of a browser, which the core may stand on. */
const ALONE = [
  'zod/mini',
  'papaparse',
  'dequal/lite',
  'fflate',
  'midi-file',
  'fft.js',
  'ts-fsrs',
  'ical.js',
  'ical-generator',
  '@internationalized/date',
];
const SRC = 'src/lib';

const files = (dir: string): string[] =>
  readdirSync(dir, { withFileTypes: true }).flatMap((e) =>
    e.isDirectory()
      ? files(join(dir, e.name))
      : /\.(ts|svelte)$/.test(e.name) && !/\.test\.ts$/.test(e.name)
        ? [join(dir, e.name)]
        : [],
  );
const roomOf = (path: string): number =>
  ROOMS.findIndex((r) => path.startsWith(`${SRC}/${r}/`) || path === `${SRC}/${r}`);

/** What a file imports from our own code, as paths from the project's root; type imports count too. */
function imports(file: string): string[] {
  const found = [...readFileSync(file, 'utf8').matchAll(/(?:from|import\()\s*'([^']+)'/g)].map(
    (m) => m[1] ?? '',
  );
  return found.flatMap((spec) => {
    if (spec.startsWith('$lib/')) return [`${SRC}/${spec.slice(5)}`];
    return spec.startsWith('.') ? [join(file, '..', spec)] : [];
  });
}

describe('the rooms', () => {
  const all = files(SRC).filter((f) => roomOf(f) >= 0);

  it('every file lies in a room', () => {
    expect(files(SRC).filter((f) => roomOf(f) < 0)).toEqual([]);
    expect(all.length).toBeGreaterThan(50);
  });

  it('imports go downwards only', () => {
    const wrong = all.flatMap((file) =>
      imports(file)
        .filter((i) => roomOf(`${i}/`) > roomOf(file))
        .map((i) => `${file} → ${i}`),
    );
    expect(wrong).toEqual([]);
  });

  it('the core knows nothing of browser, framework or storage', () => {
    const outside = all
      .filter((f) => f.startsWith(`${SRC}/core/`))
      .flatMap((f) =>
        [...readFileSync(f, 'utf8').matchAll(/from '([^'.][^']*)'/g)]
          .map((m) => m[1] ?? '')
          .filter((s) => !ALONE.includes(s)),
      );
    expect(outside).toEqual([]);
  });

  it('a reading whose answer is shown says in words what is wrong', () => {
    const wordless = files(SRC).flatMap((f) =>
      [...readFileSync(f, 'utf8').matchAll(/[^;]*\.safeParse\([^;]*;/g)]
        .map((m) => m[0])
        .filter((said) => !said.includes('IN_WORDS') && !said.includes('.success'))
        .map(() => f),
    );
    expect(wordless).toEqual([]);
  });
});
