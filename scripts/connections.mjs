/* How many connections are open at once. */

/** Files and sockets kept back for everything but connections: modules, helpers, the system. Our choice. */
const KEPT_BACK = 64;
/** Never more than this, however many files the system allows. Our choice, for a small machine. */
const MOST = 2_000;

/** Files this process may have open; a usual limit where the system does not say. */
export function openFileLimit() {
  const { soft } = process.report?.getReport?.().userLimits?.open_files ?? {};
  return Number.isFinite(Number(soft)) ? Number(soft) : soft === 'unlimited' ? Infinity : 1_024;
}

/**
 * Connections that may be open at once: each may ask for a file, and takes two of the files a process may have open.
 * @example mostConnections(1024) // 480
 */
export const mostConnections = (files) => Math.max(16, Math.min(MOST, Math.floor((files - KEPT_BACK) / 2)));

/**
 * Keeps a server at `most` connections. Past that the one that has been idle longest is closed to make room; where all
 * are at work, the new one gets 503 at once.
 */
export function boundConnections(server, most) {
  const open = new Set();
  /** Without a request, the one that waits longest first. */
  const idle = new Set();
  server.on('connection', (socket) => {
    if (open.size >= most) {
      const [oldest] = idle;
      if (!oldest) return void refuse(socket);
      forget(oldest);
      oldest.destroy();
    }
    open.add(socket);
    idle.add(socket);
    socket.once('close', () => forget(socket));
  });
  server.on('request', ({ socket }, response) => {
    idle.delete(socket);
    response.once('close', () => open.has(socket) && idle.add(socket));
  });
  function forget(socket) {
    open.delete(socket);
    idle.delete(socket);
  }
}

const refuse = (socket) => {
  socket.on('error', () => {});
  socket.end(
    'HTTP/1.1 503 Service Unavailable\r\nRetry-After: 2\r\nContent-Length: 0\r\nConnection: close\r\n\r\n',
  );
  setTimeout(() => socket.destroy(), 1_000).unref();
};
