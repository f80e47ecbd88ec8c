import { existsSync, readdirSync } from 'node:fs';
import { join } from 'node:path';
import { describe, expect, it } from 'vitest';
import { purposeOf } from '../../src/lib/messages/purpose';

/** Every address there is a screen at, from the folders; a document's name stands as `x`. */
function addresses(dir: string, path = ''): string[] {
  const here = existsSync(join(dir, '+page.svelte')) && path !== '' ? [path] : [];
  const below = readdirSync(dir, { withFileTypes: true })
    .filter((e) => e.isDirectory() && e.name !== 'api')
    .flatMap(({ name }) =>
      addresses(
        join(dir, name),
        name.startsWith('(') ? path : `${path}/${name.startsWith('[') ? 'x' : name}`,
      ),
    );
  return [...here, ...below];
}

describe('what a screen is for', () => {
  const all = addresses('src/routes');
  it('there are the screens', () => expect(all.length).toBeGreaterThan(25));
  it.each(all)('%s says it in one line', (path) => {
    const said = purposeOf(path);
    expect(said).toMatch(/^[A-Z].*\.$/);
    expect(said!.length).toBeLessThanOrEqual(130);
  });
  it('no two say the same', () => expect(new Set(all.map(purposeOf)).size).toBe(all.length));
  it('nothing is said of what is not there', () => expect(purposeOf('/nowhere')).toBeUndefined());
});
