import { afterAll, describe, expect, it } from 'vitest';
import { demoFigures } from '$lib/demo';
import { readBody } from './body';
import { ROUTES, handle } from './handle';
import { Pool } from './pool';
import { MOST_DEPTH, depthOf } from './reply';

const pools: Pool[] = [];
const pool = (limits: Partial<ConstructorParameters<typeof Pool>[0]> = {}): Pool => {
  const made = new Pool({
    helpers: 1,
    waiting: 0,
    patience: 5_000,
    time: 20_000,
    megabytes: 192,
    output: 1_000_000,
    ...limits,
  });
  pools.push(made);
  return made;
};
afterAll(() => {
  for (const p of pools) p.close();
});

const figures = demoFigures
  .filter((f) => f.dance === 'slot-swing')
  .map((f) => ({ ...f, lines: f.lines.split('\n') }));
const post = (body: BodyInit, type = 'application/json', signal?: AbortSignal): Request =>
  new Request('http://localhost/', {
    method: 'POST',
    body,
    headers: { 'Content-Type': type },
    duplex: 'half',
    ...(signal ? { signal } : {}),
  } as RequestInit);
const heavy = JSON.stringify({ figures, request: { beats: 256, inRow: 2, inAll: 3, turns: 2 } });
const light = 'leader 1 back 2 close\nfollower 1 fwd 2 fwd';

describe('requests are answered by helpers', () => {
  it('one after another by the same helper', async () => {
    const p = pool();
    for (let i = 0; i < 3; i++) {
      const r = await handle(post(light, 'text/plain'), 'analyse', p);
      expect([r.status, (await r.json()).counts]).toEqual([200, 2]);
    }
    expect(p.busy).toBe(0);
  });

  it('when there is no place: 503 with Retry-After, before the body is looked at', async () => {
    const p = pool();
    const gone = new AbortController();
    const busy = handle(post(heavy, undefined, gone.signal), 'compose', p, 4_000);
    await expect.poll(() => p.full).toBe(true);
    let read = false;
    const body = new ReadableStream(
      {
        pull() {
          read = true;
        },
      },
      { highWaterMark: 0 },
    );
    const r = await handle(post(body), 'compose', p);
    expect([r.status, r.headers.get('Retry-After'), read]).toEqual([503, '2', false]);
    gone.abort();
    await busy;
  });

  it('a client that leaves frees its place at once', async () => {
    const p = pool();
    const gone = new AbortController();
    const busy = handle(post(heavy, undefined, gone.signal), 'compose', p, 10_000);
    await expect.poll(() => p.busy).toBe(1);
    const from = performance.now();
    gone.abort();
    await busy;
    expect(p.busy).toBe(0);
    expect(performance.now() - from).toBeLessThan(1_000);
    expect((await handle(post(light, 'text/plain'), 'analyse', p)).status).toBe(200);
  });

  it('one that waits and leaves gives its place up, too', async () => {
    const p = pool({ waiting: 1 });
    const [first, second] = [new AbortController(), new AbortController()];
    const busy = handle(post(heavy, undefined, first.signal), 'compose', p, 4_000);
    await expect.poll(() => p.busy).toBe(1);
    const waits = handle(post(heavy, undefined, second.signal), 'compose', p, 4_000);
    await expect.poll(() => p.full).toBe(true);
    second.abort();
    expect((await waits).status).toBe(400);
    expect(p.full).toBe(false);
    first.abort();
    await busy;
  });

  it('one that waits longer than is given gets its 503, before the answer would be cut off', async () => {
    const p = pool({ waiting: 1, patience: 100 });
    const gone = new AbortController();
    const busy = handle(post(heavy, undefined, gone.signal), 'compose', p, 8_000);
    await expect.poll(() => p.busy).toBe(1);
    const waited = await handle(post(light, 'text/plain'), 'analyse', p);
    expect([waited.status, waited.headers.get('Retry-After')]).toEqual([503, '2']);
    expect([p.busy, p.full]).toEqual([1, false]);
    gone.abort();
    await busy;
  });

  /** An answer is cut off after 30 seconds (scripts/serve.mjs); a body may come for 10. */
  it('waiting and computing together take less than an answer may', () => {
    for (const { pool: of } of Object.values(ROUTES)) expect(of.patience + of.time).toBeLessThan(20_000);
  });

  it('too much time or memory ends the helper, and the next request is answered', async () => {
    const slow = pool({ time: 300 });
    expect((await handle(post(heavy), 'compose', slow, 60_000)).status).toBe(503);
    expect((await handle(post(light, 'text/plain'), 'analyse', pool({ time: 20_000 }))).status).toBe(200);
    expect(slow.busy).toBe(0);
  });

  it('an answer beyond the limit is refused, and says so', async () => {
    const r = await handle(post(light, 'text/plain'), 'analyse', pool({ output: 100 }));
    expect([r.status, (await r.json()).error.at]).toEqual([422, 'the answer']);
  });

  it('too many bytes, declared or not, get their 413; no text gets its 400', async () => {
    const p = pool();
    const large = 'x'.repeat(ROUTES.analyse.bytes + 1);
    const chunked = new ReadableStream({
      start(c) {
        for (let i = 0; i < 40; i++) c.enqueue(new TextEncoder().encode('y'.repeat(4096)));
        c.close();
      },
    });
    for (const body of [large, chunked]) {
      const r = await handle(post(body, 'text/plain'), 'analyse', p);
      expect([r.status, (await r.json()).error.at]).toEqual([413, 'the body']);
    }
    expect((await handle(post(new Uint8Array([0xff, 0xfe, 0x80])), 'analyse', p)).status).toBe(400);
    expect((await handle(post(''), 'analyse', p)).status).toBe(400);
  });

  it('a slow sender holds no place, and is told when it is too slow', async () => {
    const endless = new ReadableStream({ pull: () => new Promise(() => {}) });
    const read = await readBody(post(endless), 1000, 30);
    expect(read).toMatchObject({ ok: false, error: { status: 400, at: 'the body' } });
  });
});

describe('depth', () => {
  it('is told without the stack, texts left out', () => {
    expect(depthOf('{"a": [1, {"b": "[[[[\\"[["}]}')).toBe(3);
    expect(depthOf('['.repeat(1_000_000))).toBe(MOST_DEPTH + 1);
    expect(depthOf('')).toBe(0);
  });
});
