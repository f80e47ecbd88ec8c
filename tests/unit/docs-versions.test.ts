import 'fake-indexeddb/auto';
import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { KINDS } from '../../src/lib/core/library';
import { openDatabase } from '../../src/lib/storage';

/** Versions named in the pages are those of the code. */
const page = readFileSync('docs/file-format.md', 'utf8');

describe('docs/file-format.md', () => {
  it.each([
    ['figure', /^## Figures: JSON, version (\d+)/m],
    ['combination', /^## Combinations: JSON, version (\d+)/m],
    ['dance', /^## Dances of one's own: JSON, version (\d+)/m],
    ['song', /^## Songs: JSON, version (\d+)/m],
    ['practice', /^## Practices and results: JSON, version (\d+)/m],
    ['result', /^## Practices and results: JSON, version (\d+)/m],
    ['class', /^## Rooms, .*cues: JSON, version (\d+)/m],
    ['entry', /^## Rooms, .*cues: JSON, version (\d+)/m],
    ['series', /series: JSON, version (\d+)/],
  ] as const)('names the version of a %s', (kind, heading) => {
    expect(Number(heading.exec(page)?.[1])).toBe(KINDS[kind].version);
  });
  it('shows the versions it names', () => {
    for (const kind of ['figure', 'combination'] as const) {
      const shown = new RegExp(`"format": "brisk-partner/${KINDS[kind].table}",\\s+"version": (\\d+)`).exec(
        page,
      );
      expect(Number(shown?.[1])).toBe(KINDS[kind].version);
    }
  });
  it('names the version of the store', () => {
    const db = openDatabase('docs-versions');
    expect(Number(/IndexedDB store \(`brisk-partner`, version (\d+)\)/.exec(page)?.[1])).toBe(db.verno);
    db.close();
  });
});
