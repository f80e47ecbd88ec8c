import { connect } from 'node:net';
import { expect, test } from '@playwright/test';
import { body } from '../../scripts/bench-server.mjs';
import {
  ODD_REQUESTS,
  idleConnections,
  oddRequests,
  pictures,
  serverWithFiles,
  statusOf,
  told,
} from '../../scripts/hostile.mjs';

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

test('odd requests to static files and routes: each is answered as it may be, and the server lives', async ({
  baseURL,
}) => {
  expect(ODD_REQUESTS.length).toBeGreaterThan(40);
  expect(await oddRequests(baseURL!)).toEqual([]);
  expect((await fetch(`${baseURL}/figures`)).status).toBe(200);
});

test('static files are sent whole, compressed where that is taken, and as parts', async ({ request }) => {
  const whole = await request.get('/icon-512.png');
  expect(whole.headers()['content-type']).toBe('image/png');
  const part = await request.get('/icon-512.png', { headers: { Range: 'bytes=-5' } });
  expect([part.status(), (await part.body()).equals((await whole.body()).subarray(-5))]).toEqual([206, true]);
  const small = await request.get('/favicon.svg', { headers: { 'Accept-Encoding': 'br' } });
  expect([small.headers()['content-encoding'], small.headers()['content-type']]).toEqual([
    'br',
    'image/svg+xml',
  ]);
  const plain = await request.get('/favicon.svg', { headers: { 'Accept-Encoding': 'identity' } });
  expect([plain.headers()['content-encoding'], await plain.text()]).toEqual([undefined, await small.text()]);
  const page = await (await request.get('/figures')).text();
  const script = /\/?(_app\/immutable\/[^"']+\.js)/.exec(page)![1]!;
  expect((await request.get(`/${script}`)).headers()['cache-control']).toContain('immutable');
});

test('with 1,024 files to open, 1,100 idle connections end nothing: pictures and pages come', async () => {
  const server = await serverWithFiles(1024, 4191);
  try {
    const crowd = await idleConnections(server.base, 1100);
    expect(await pictures(server.base, 20)).toEqual(Array(20).fill(200));
    expect((await fetch(`${server.base}/figures`)).status).toBe(200);
    expect(server.lives()).toBe(true);
    crowd.close();
  } finally {
    server.close();
  }
});

test('a body that does not come gets its 400, in words', async ({ baseURL }) => {
  const slow = await told(
    new URL(baseURL!),
    'POST /api/analyse HTTP/1.1\r\nHost: x\r\nContent-Type: text/plain\r\nContent-Length: 900\r\n\r\nleader 1',
  );
  expect(statusOf(slow)).toBe(400);
  expect(slow).toContain('"at":"the body"');
});

test('a hundred heavy analyses at once: each is answered or refused with Retry-After, none cut off', async ({
  baseURL,
}) => {
  test.setTimeout(120_000);
  const counts = (step: string) => Array.from({ length: 250 }, (_, i) => `${i + 1} ${step}`).join(' ');
  const sent = JSON.stringify({
    text: `leader ${counts('L fwd')}\nfollower ${counts('R back r1/4')}`,
    fixes: true,
  });
  const answers = await Promise.all(
    Array.from({ length: 100 }, () =>
      fetch(`${baseURL}/api/analyse`, {
        method: 'POST',
        headers: { 'Content-Type': 'application/json' },
        body: sent,
      }).then(
        async (r) => ({ status: r.status, again: r.headers.get('Retry-After'), body: await r.json() }),
        () => ({ status: 0, again: null, body: undefined }),
      ),
    ),
  );
  expect([...new Set(answers.map((a) => a.status))].sort()).toEqual([200, 503]);
  for (const { status, again, body } of answers)
    if (status === 503) expect(again).toBe('2');
    else expect(body.fixesComplete).toBe(false);
});
