/* The built application, served: what every answer carries, and what no sender may hold. */
import { createServer } from 'node:http';
import { existsSync } from 'node:fs';
import { boundConnections, mostConnections, openFileLimit } from './connections.mjs';
import { staticFiles } from './static.mjs';

const host = process.env.HOST ?? '127.0.0.1';
const port = Number(process.env.PORT ?? 4173);
process.env.ORIGIN ??= `http://${host}:${port}`;
// The routes say themselves how much they read.
process.env.BODY_SIZE_LIMIT = 'Infinity';
const build = process.env.BRISK_BUILD ?? 'build';
if (!existsSync(`${build}/handler.js`)) {
  process.stderr.write('There is no build yet: run npm run build first.\n');
  process.exit(1);
}
const { handler } = await import(`../${build}/handler.js`);
const files = staticFiles(`${build}/client`);

/** Static files carry them, too; pages add their content security policy. */
const HEADERS = {
  'X-Content-Type-Options': 'nosniff',
  'Referrer-Policy': 'no-referrer',
  'Cross-Origin-Opener-Policy': 'same-origin',
  'Cross-Origin-Resource-Policy': 'same-origin',
  'Permissions-Policy': 'camera=(), microphone=(self), geolocation=(), payment=()',
  'X-Frame-Options': 'DENY',
};

/** Whether the client still waits, by request: the routes end what nobody waits for. */
const gone = (globalThis[Symbol.for('brisk-partner:gone')] = new Map());
let asked = 0;

const server = createServer(
  {
    headersTimeout: 10_000,
    requestTimeout: 20_000,
    connectionsCheckingInterval: 2_000,
    maxHeaderSize: 16_384,
  },
  (request, response) => {
    const id = String(++asked);
    const controller = new AbortController();
    request.headers['x-request'] = id;
    gone.set(id, controller.signal);
    response.on('close', () => {
      controller.abort();
      gone.delete(id);
    });
    response.setTimeout(30_000, () => giveUp(response));
    for (const [name, value] of Object.entries(HEADERS)) response.setHeader(name, value);
    if (files(request, response)) return;
    handler(request, response, () => {
      response.statusCode = 404;
      response.end('Not found');
    });
  },
);
boundConnections(server, mostConnections(openFileLimit()));
// The server keeps nothing between two requests: an error that escaped from one of them costs that answer, never the others.
for (const event of ['uncaughtException', 'unhandledRejection'])
  process.on(event, (e) => process.stderr.write(`${e?.stack ?? e}\n`));

/** The last resort: whoever still waits hears why. */
function giveUp(response) {
  const { socket } = response;
  if (response.headersSent || !socket?.writable) return void response.destroy();
  socket.end(
    'HTTP/1.1 503 Service Unavailable\r\nRetry-After: 2\r\nContent-Length: 0\r\nConnection: close\r\n\r\n',
  );
}

server.keepAliveTimeout = 5_000;
server.on('clientError', (_, socket) => {
  // A browser opens connections ahead of time: one that was never used ends without a word, which would be taken for the
  // answer to the next question.
  if (socket.bytesRead === 0) socket.destroy();
  else if (socket.writable) socket.end('HTTP/1.1 400 Bad Request\r\nConnection: close\r\n\r\n');
});
server.on('error', (e) => {
  process.stderr.write(`${e.message}\n`);
  process.exit(1);
});
server.listen(port, host, () => process.stdout.write(`Brisk Partner listens at ${process.env.ORIGIN}\n`));
for (const signal of ['SIGINT', 'SIGTERM'])
  process.on(signal, () => {
    server.close(() => process.exit(0));
    server.closeAllConnections();
  });
