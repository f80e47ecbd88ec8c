import { connect } from 'node:net';
import { expect, test } from '@playwright/test';
import { body } from '../../scripts/bench-server.mjs';

/** Against the built server, as any program would call it. */
test('bodies of any kind: no 5xx but 503, nothing hangs', async ({ baseURL }) => {
  test.setTimeout(240_000);
  const good = JSON.stringify({ text: 'leader 1 back 2 close\nfollower 1 fwd 2 fwd', fixes: true });
  const seen = new Map<number, number>();
  for (let seed = 0; seed < 240; seed++) {
    const [type, sent] = body(seed, good) as [string, BodyInit];
    const r = await fetch(`${baseURL}/api/analyse`, {
      method: 'POST',
      headers: { 'Content-Type': type },
      body: sent,
    });
    await r.arrayBuffer();
    seen.set(r.status, (seen.get(r.status) ?? 0) + 1);
  }
  expect([...seen.keys()].filter((s) => s >= 500 && s !== 503)).toEqual([]);
  expect(seen.get(200)).toBeGreaterThan(10);
  expect(seen.get(400)).toBeGreaterThan(10);
});

test('two hundred mistakes with mends are answered within their time, and pages meanwhile', async ({
  baseURL,
}) => {
  const steps = (foot: string) => Array.from({ length: 200 }, (_, i) => `${i + 1} ${foot}`).join(' ');
  const sent = JSON.stringify({ text: `leader ${steps('L')}\nfollower ${steps('R')}`, fixes: true });
  const heavy = fetch(`${baseURL}/api/analyse`, {
    method: 'POST',
    headers: { 'Content-Type': 'application/json' },
    body: sent,
  }).then((r) => r.status);
  for (let i = 0; i < 10; i++) expect((await fetch(`${baseURL}/figures`)).status).toBe(200);
  expect([200, 503]).toContain(await heavy);
});

test('nested five thousand deep is refused; a count beyond 999 is said at its place', async ({ request }) => {
  const deep = await request.post('/api/analyse', {
    headers: { 'Content-Type': 'application/json' },
    data: '['.repeat(5000) + ']'.repeat(5000),
  });
  expect(deep.status()).toBe(400);
  const high = await request.post('/api/analyse', {
    headers: { 'Content-Type': 'text/plain' },
    data: 'leader 1 fwd 9999 fwd\nfollower 1 back',
  });
  expect((await high.json()).problems[0]).toMatchObject({ code: 'count-beyond' });
});

test('a chunked body over the limit gets its 413, as JSON', async ({ baseURL }) => {
  const chunks = new ReadableStream({
    start(c) {
      for (let i = 0; i < 200; i++) c.enqueue(new TextEncoder().encode('x'.repeat(5000)));
      c.close();
    },
  });
  for (const [path, type] of [
    ['analyse', 'text/plain'],
    ['compose', 'application/json'],
  ]) {
    const [sent] = path === 'analyse' ? [chunks] : [new Blob(['y'.repeat(1_000_000)]).stream()];
    const r = await fetch(`${baseURL}/api/${path}`, {
      method: 'POST',
      headers: { 'Content-Type': type ?? '' },
      body: sent,
      duplex: 'half',
    } as RequestInit);
    expect([r.status, (await r.json()).error.at]).toEqual([413, 'the body']);
  }
});

test('who leaves frees the place: two that go do not keep two others waiting', async ({
  baseURL,
  request,
}) => {
  const figures = (await (await request.get('/api/schema/figures.json')).text()).length > 100;
  expect(figures).toBe(true);
  const fixture = (await import('node:fs')).readFileSync('tests/fixtures/figures-v4.brisk.json', 'utf8');
  const sent = JSON.stringify({
    figures: (JSON.parse(fixture) as { figures: unknown[] }).figures,
    request: { beats: 256, inRow: 2, inAll: 3, turns: 2 },
  });
  const ask = (signal?: AbortSignal) =>
    fetch(`${baseURL}/api/compose`, {
      method: 'POST',
      headers: { 'Content-Type': 'application/json' },
      body: sent,
      ...(signal ? { signal } : {}),
    }).then(
      (r) => r.status,
      () => 0,
    );
  const gone = new AbortController();
  const left = [ask(gone.signal), ask(gone.signal)];
  await new Promise((r) => setTimeout(r, 250));
  gone.abort();
  await Promise.all(left);
  await new Promise((r) => setTimeout(r, 300));
  expect(await ask()).not.toBe(503);
});

test('static files and what is not there carry the headers, too', async ({ request }) => {
  for (const path of ['/favicon.svg', '/manifest.webmanifest', '/nothing-here.js', '/figures']) {
    const headers = (await request.get(path)).headers();
    expect([path, headers['x-content-type-options'], headers['x-frame-options']]).toEqual([
      path,
      'nosniff',
      'DENY',
    ]);
  }
});

/** What the server says on a connection before it ends it, and how long that took, milliseconds. */
const said = (origin: string, sent: string): Promise<{ words: string; after: number }> =>
  new Promise((resolve, reject) => {
    const { hostname, port } = new URL(origin);
    const from = Date.now();
    let words = '';
    const socket = connect(Number(port), hostname, () => sent && socket.write(sent));
    socket.on('data', (d) => (words += d.toString()));
    socket.on('error', reject);
    socket.on('close', () => resolve({ words, after: Date.now() - from }));
  });

test('a connection opened ahead of time and never used ends without a word; one that breaks off is told', async ({
  baseURL,
}) => {
  // Browsers connect before they ask: an answer to nothing would be taken for the answer to the next question.
  const [unused, broken] = await Promise.all([
    said(baseURL!, ''),
    said(baseURL!, 'GET /figures HTTP/1.1\r\nHost: x\r\nX-Half'),
  ]);
  expect(unused.words).toBe('');
  expect(unused.after).toBeGreaterThan(5_000);
  expect(broken.words).toMatch(/^HTTP\/1\.1 400 /);
});
