/* Light requests at a steady pace, from a process of their own: what they take is the server’s time, not the bench’s. */
import http from 'node:http';

const [base, seconds, rate] = [process.argv[2], Number(process.argv[3]), 200];
const agent = new http.Agent({ keepAlive: true, maxSockets: 64 });
const PATHS = ['/figures', '/favicon.svg', '/manifest.webmanifest', '/data'];

const get = (path) =>
  new Promise((resolve) => {
    const from = performance.now();
    const request = http.get(base + path, { agent }, (response) => {
      response.resume();
      response.on('end', () => resolve(response.statusCode === 200 ? performance.now() - from : Infinity));
    });
    request.on('error', () => resolve(Infinity));
  });

for (const path of PATHS) await get(path);
const started = performance.now();
const waiting = [];
for (let i = 0; i < seconds * rate; i++) {
  const left = started + (i * 1000) / rate - performance.now();
  if (left > 0) await new Promise((r) => setTimeout(r, left));
  waiting.push(get(PATHS[i % PATHS.length]));
}
const times = (await Promise.all(waiting)).sort((a, b) => a - b);
const at = (q) => times[Math.min(times.length - 1, Math.floor(q * times.length))];
process.stdout.write(
  JSON.stringify({ p50: at(0.5), p99: at(0.99), failed: times.filter((t) => t === Infinity).length }),
);
process.exit(0);
