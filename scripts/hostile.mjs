/* Odd requests and crowds, for the tests and the bench: a server answers all of them and lives. */
import { spawn } from 'node:child_process';
import { once } from 'node:events';
import { connect } from 'node:net';

const get = (path, ...headers) => raw('GET', path, ...headers);
const raw = (method, path, ...headers) =>
  [`${method} ${path} HTTP/1.1`, 'Host: 127.0.0.1', 'Connection: close', ...headers, '', ''].join('\r\n');
const picture = '/icon-512.png';

/** Requests as they go over the wire, each with the statuses it may be answered with. */
export const ODD_REQUESTS = [
  // A span that ends before it begins means nothing and is not looked at (RFC 9110, 14.1.1 and 14.2).
  ...[
    ['bytes=50-10', [200, 416]],
    ['bytes=-5', [206]],
    ['bytes=5-', [206]],
    ['bytes=0-0', [206]],
    ['bytes=0-99999999', [206]],
    ['bytes=99999999-', [416]],
    ['bytes=99999999-100000000', [416]],
    ['bytes=-', [200, 416]],
    ['bytes=--5', [200, 416]],
    ['bytes=a-b', [200, 416]],
    ['bytes=1.5-2.5', [200, 206, 416]],
    ['bytes=0-10,20-30', [200, 206, 416]],
    ['bytes=5-1,1-5', [200, 206, 416]],
    ['bytes=9007199254740993-9007199254740999', [416]],
    ['bytes=1e400-1e401', [200, 206, 416]],
    [`bytes=${'0-1,'.repeat(900)}`, [200, 206, 416]],
    ['lines=1-2', [200]],
  ].map(([range, statuses]) => [get(picture, `Range: ${range}`), statuses]),
  [get('/favicon.svg', 'Range: bytes=50-10'), [200, 416]],
  [get('/voice/low/1.opus', 'Range: bytes=50-10'), [200, 416]],
  [get(picture, 'If-Range: "x"', 'Range: bytes=9-1'), [200]],
  [get(picture, 'If-None-Match: *'), [200, 304]],
  [get(picture, 'If-Modified-Since: not a date'), [200]],
  [get(picture, 'Accept-Encoding: br;q=0, gzip;q=0'), [200]],
  ...['POST', 'PUT', 'PATCH', 'DELETE', 'PROPFIND', 'OPTIONS'].map((method) => [
    raw(method, picture, 'Content-Length: 0'),
    [405],
  ]),
  [raw('HEAD', picture), [200]],
  ...[
    '/%2e%2e/%2e%2e/etc/passwd',
    '/..%2f..%2fpackage.json',
    '/voice/%00',
    '/%E0%A4%A',
    '/voice/',
    '/voice',
    '//voice/low/1.opus',
    '/handler.js',
    '/icon-512.png/',
    '/icon-512.png%00.txt',
  ].map((path) => [get(path), [200, 308, 400, 404]]),
  [raw('GET', 'http://elsewhere.invalid/icon-512.png'), [200, 404]],
  [raw('POST', '/api/analyse', 'Content-Length: 0'), [400, 415]],
  [raw('DELETE', '/api/analyse', 'Content-Length: 0'), [405]],
  [raw('PROPFIND', '/figures', 'Content-Length: 0'), [405, 501]],
  ['GET / HTTP/9.9\r\n\r\n', [400, 505]],
  ['\u0000\u0001\u0002\r\n\r\n', [400]],
  [get(`/${'x'.repeat(20_000)}`), [400, 404, 414, 431]],
];

/** What a server says to what is written on a connection of its own; '' where it says nothing. */
export const told = ({ hostname, port }, written, milliseconds = 20_000) =>
  new Promise((resolve) => {
    let words = '';
    const socket = connect(Number(port), hostname, () => socket.write(written));
    const timer = setTimeout(() => socket.destroy(), milliseconds);
    socket.on('data', (d) => (words += d.toString('latin1')));
    socket.on('error', () => {});
    socket.on('close', () => {
      clearTimeout(timer);
      resolve(words);
    });
  });
export const statusOf = (words) => Number(/^HTTP\/1\.[01] (\d{3})/.exec(words)?.[1] ?? 0);

/** The odd requests that were not answered as they may be: the first line of each and its status. */
export async function oddRequests(base) {
  const wrong = [];
  for (const [written, statuses] of ODD_REQUESTS) {
    const status = statusOf(await told(new URL(base), written));
    if (!statuses.includes(status)) wrong.push([written.slice(0, 80), status]);
  }
  return wrong;
}

/** Opens connections and asks nothing on them. Resolves when each is open or was refused. */
export async function idleConnections(base, count) {
  const { hostname, port } = new URL(base);
  const sockets = Array.from({ length: count }, () => connect(Number(port), hostname));
  await Promise.all(
    sockets.map(
      (s) =>
        new Promise((resolve) => {
          s.on('error', () => {});
          s.once('connect', resolve).once('close', resolve);
        }),
    ),
  );
  return { close: () => sockets.forEach((s) => s.destroy()) };
}

/** A server of its own that may open so many files. */
export async function serverWithFiles(files, port) {
  const base = `http://127.0.0.1:${port}`;
  const child = spawn('bash', ['-c', `ulimit -n ${files}; exec ${process.execPath} scripts/serve.mjs`], {
    env: { ...process.env, HOST: '127.0.0.1', PORT: String(port), ORIGIN: base },
    stdio: ['ignore', 'pipe', 'ignore'],
  });
  await once(child.stdout, 'data');
  return {
    base,
    lives: () => child.exitCode === null && child.signalCode === null,
    close: () => child.kill(),
  };
}

/** A picture asked for on its own connection, so many times one after the other: the statuses that came. */
export async function pictures(base, count) {
  const seen = [];
  for (let i = 0; i < count; i++) seen.push(statusOf(await told(new URL(base), get(picture))));
  return seen;
}
