import { describe, expect, it } from 'vitest';
import { demoKept } from '$lib/demo';
import { writeBackup, type Backup } from '$lib/core/library';
import { filesAnswerer } from './files-answerer';
import type { FilesAnswer } from './files-finder';

const content: Backup = {
  documents: { figure: demoKept.slice(0, 3) },
  unreadable: [],
  settings: { theme: 'dark' },
  media: {},
};
function asked(ask: Parameters<ReturnType<typeof filesAnswerer>>[0]): FilesAnswer[] {
  const said: FilesAnswer[] = [];
  let n = 0;
  filesAnswerer(
    (a) => said.push(a),
    () => `new-${++n}`,
  )(ask);
  return said;
}
const read = (name: string, bytes: Uint8Array) => asked({ type: 'read', id: 1, name, bytes });
const NOTATION = 'figure: Étude\nleader 1 fwd\nfollower 1 back\n';

describe('files read and written off the main thread', () => {
  it('write a backup and read it again, saying how far they are', () => {
    const wrote = asked({ type: 'write', id: 1, content, made: Date.UTC(2026, 0, 2) });
    const bytes = wrote.flatMap((a) => (a.type === 'written' ? [a.bytes] : []))[0]!;
    expect(bytes).toEqual(writeBackup(content, new Date(Date.UTC(2026, 0, 2))));
    const said = read('all.brisk.zip', bytes);
    expect(said.at(-1)).toMatchObject({ type: 'read', result: { ok: true, value: { backup: true } } });
    const done = said.flatMap((a) => (a.type === 'progress' ? [a.done] : []));
    expect(done.length).toBeGreaterThan(0);
    expect(done).toEqual([...done].sort((a, b) => a - b));
    const back = said.at(-1);
    if (back?.type !== 'read' || !back.result.ok) throw new Error('not read');
    const sorted = (list: Backup['documents']['figure']) =>
      [...(list ?? [])].sort((a, b) => (a.id < b.id ? -1 : 1));
    expect(sorted(back.result.value.content.documents.figure)).toEqual(sorted(content.documents.figure));
    expect(back.result.value.content.settings).toEqual(content.settings);
  });

  it('read text as UTF-8, as UTF-16 where it says so, else as old programs write it', () => {
    const utf16 = (little: boolean) => {
      const units = [0xfeff, ...[...NOTATION].map((c) => c.charCodeAt(0))];
      return Uint8Array.from(units.flatMap((u) => (little ? [u & 255, u >> 8] : [u >> 8, u & 255])));
    };
    const latin1 = Uint8Array.from([...NOTATION].map((c) => c.charCodeAt(0)));
    for (const bytes of [new TextEncoder().encode(NOTATION), utf16(true), utf16(false), latin1]) {
      const last = read('etude.txt', bytes).at(-1);
      expect(last).toMatchObject({ type: 'read', result: { ok: true, value: { backup: false } } });
      expect(JSON.stringify(last)).toContain('new-1');
    }
  });

  it('name the place in what cannot be read', () => {
    const bad = (name: string, text: string) => read(name, new TextEncoder().encode(text)).at(-1);
    expect(bad('x.json', '{"format": "none"}')).toMatchObject({
      result: { ok: false, error: { at: 'format' } },
    });
    expect(bad('x.zip', 'PK\u0003\u0004 and no more')).toMatchObject({ result: { ok: false } });
  });
});
