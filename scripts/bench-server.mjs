/* The built server under bad bodies and under load. */
const sleep = (ms) => new Promise((r) => setTimeout(r, ms));
const quantile = (list, q) =>
  list.toSorted((a, b) => a - b)[Math.min(list.length - 1, Math.floor(q * list.length))] ?? 0;

function seeded(seed) {
  let a = seed >>> 0;
  return () => {
    a = (a + 0x6d2b79f5) >>> 0;
    let t = Math.imul(a ^ (a >>> 15), a | 1);
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61);
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
}

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
  report('  answers over a second (computed in their thread)', String(slow.length), '—');
  report('  memory of the server before, after', `${before}, ${rss()} MB`, '—');
}

export async function load(base, seconds, report, heavy) {
  let on = true;
  const busy = async () => {
    while (on)
      await fetch(`${base}/api/compose`, {
        method: 'POST',
        headers: { 'Content-Type': 'application/json' },
        body: heavy,
      }).then(
        (r) => r.arrayBuffer(),
        () => sleep(100),
      );
  };
  const heavies = [busy(), busy()];
  await sleep(300);
  const times = [];
  const waiting = [];
  const started = performance.now();
  for (let i = 0; i < seconds * 200; i++) {
    const due = started + i * 5;
    const left = due - performance.now();
    if (left > 0) await sleep(left);
    const path = ['/figures', '/favicon.svg', '/manifest.webmanifest', '/data'][i % 4];
    const from = performance.now();
    waiting.push(
      fetch(base + path).then(
        async (r) => (await r.arrayBuffer(), times.push(performance.now() - from)),
        () => times.push(Infinity),
      ),
    );
  }
  await Promise.all(waiting);
  on = false;
  await Promise.all(heavies);
  report(
    `200 requests a second for ${seconds} s with two heavy ones always running: p50`,
    `${quantile(times, 0.5).toFixed(1)} ms`,
    '—',
  );
  report('  p99', `${quantile(times, 0.99).toFixed(1)} ms`, '50 ms');
}
