/* The built server under bad bodies and under load. */
import { execFile } from 'node:child_process';
import { promisify } from 'node:util';
import { seeded } from './seeded.mjs';

const sleep = (ms) => new Promise((r) => setTimeout(r, ms));

const WORDS =
  'leader follower hands calls 1 2 3& 4 5 9999 512 fwd back side close triple anchor r1/2 l1/4 r9 turn spin hold or [ ] ( ) " L R Q S quick slow large x9 raise left right release both shoulder head lean dip repeat then rock step half double # ; : … é \u2028'.split(
    ' ',
  );
/** A body made by the grammar with mistakes, by raw bytes, or by damage to a good one. */
export function body(seed, good) {
  const random = seeded(seed);
  const upTo = (n) => Math.floor(random() * n);
  const line = () => Array.from({ length: 1 + upTo(40) }, () => WORDS[upTo(WORDS.length)]).join(' ');
  switch (seed % 5) {
    case 0:
      return ['text/plain', Array.from({ length: 1 + upTo(30) }, line).join('\n')];
    case 1:
      return [
        'application/json',
        JSON.stringify({
          text: Array.from({ length: 1 + upTo(12) }, line).join('\n'),
          fixes: random() < 0.3,
        }),
      ];
    case 2:
      return ['text/plain', Buffer.from(Array.from({ length: upTo(4000) }, () => upTo(256)))];
    case 3: {
      const text = [...good];
      for (let i = 0; i < 1 + upTo(6); i++) text[upTo(text.length)] = String.fromCharCode(32 + upTo(95));
      return ['application/json', text.join('').slice(0, random() < 0.3 ? upTo(good.length) : undefined)];
    }
    default: {
      const deep = upTo(3);
      const n = 1 + upTo(20_000);
      if (deep === 0) return ['application/json', '['.repeat(n)];
      if (deep === 1) return ['text/plain', `leader 1 ${'x'.repeat(n)}`];
      return [
        'text/plain',
        `leader ${'Q fwd '.repeat(1 + upTo(900))}\nfollower ${'Q back r1/4 '.repeat(1 + upTo(900))}`,
      ];
    }
  }
}

export async function fuzz(base, times, report, good, rss) {
  const before = rss();
  const slow = [];
  const statuses = new Map();
  let next = 0;
  const one = async () => {
    for (let seed = next++; seed < times; seed = next++) {
      const [type, sent] = body(seed, good);
      const from = performance.now();
      const status = await fetch(`${base}/api/analyse`, {
        method: 'POST',
        headers: { 'Content-Type': type },
        body: sent,
      }).then(
        async (r) => (await r.arrayBuffer(), r.status),
        () => 0,
      );
      const took = performance.now() - from;
      statuses.set(status, (statuses.get(status) ?? 0) + 1);
      if (took > 1000) slow.push([seed, Math.round(took)]);
    }
  };
  await Promise.all([one(), one()]);
  const strange = [...statuses].filter(([s]) => s === 0 || (s >= 500 && s !== 503));
  report(
    `${times} bodies of any kind: 5xx but 503, or none`,
    String(strange.reduce((n, [, k]) => n + k, 0)),
    '0',
  );
  report(
    `  statuses`,
    [...statuses]
      .sort()
      .map(([s, n]) => `${s}: ${n}`)
      .join(', '),
    '—',
  );
  report('  answers over a second (computed by a helper)', String(slow.length), '—');
  report('  memory of the server before, after', `${before}, ${rss()} MB`, '—');
}

export async function load(base, seconds, report, heavy) {
  let on = true;
  const compute = () =>
    fetch(`${base}/api/compose`, {
      method: 'POST',
      headers: { 'Content-Type': 'application/json' },
      body: heavy,
    }).then(
      (r) => r.arrayBuffer(),
      () => sleep(100),
    );
  const busy = async () => {
    while (on) await compute();
  };
  // A server that has been running, not one that starts.
  await Promise.all([compute(), compute()]);
  const heavies = [busy(), busy()];
  await sleep(300);
  const { stdout } = await promisify(execFile)(process.execPath, [
    'scripts/bench-light.mjs',
    base,
    String(seconds),
  ]);
  on = false;
  await Promise.all(heavies);
  const { p50, p99, failed } = JSON.parse(stdout);
  const what = `200 requests a second for ${seconds} s with two heavy ones always running`;
  report(`${what}: p50`, `${p50.toFixed(1)} ms`, '—');
  report('  p99', `${p99.toFixed(1)} ms`, '50 ms');
  report('  not answered', String(failed), '0');
}
