/// <reference no-default-lib="true"/>
/// <reference lib="esnext" />
/// <reference lib="webworker" />
/// <reference types="@sveltejs/kit" />
import { build, files, version } from '$service-worker';

/**
 * Keeps one whole version of the application in the browser: every part of it, lazily loaded ones too, and the one page
 * all screens begin with. A later version is fetched whole beside it and waits until the person takes it: until then
 * everything comes from the version that is open, so that no screen is ever half of each.
 */
const worker = self as unknown as ServiceWorkerGlobalScope;
const CACHE = `brisk-partner-${version}`;
const SHELL = '/figures';
const KEPT = new Set([...build, ...files]);

worker.addEventListener('install', (event) => {
  event.waitUntil(keepAll());
});

async function keepAll(): Promise<void> {
  const cache = await caches.open(CACHE);
  await cache.addAll([...KEPT].map((path) => new Request(path, { cache: 'reload' })));
  await cache.add(new Request(SHELL, { cache: 'reload' }));
}

worker.addEventListener('activate', (event) => {
  event.waitUntil(
    caches
      .keys()
      .then((names) => names.filter((n) => n.startsWith('brisk-partner-') && n !== CACHE))
      .then((old) => Promise.all(old.map((n) => caches.delete(n))))
      .then(() => worker.clients.claim()),
  );
});

worker.addEventListener('message', (event) => {
  if ((event.data as { type?: unknown } | null)?.type === 'take') void worker.skipWaiting();
});

worker.addEventListener('fetch', (event) => {
  const { request } = event;
  const url = new URL(request.url);
  if (request.method !== 'GET' || url.origin !== worker.location.origin) return;
  if (url.pathname.startsWith('/api/')) return;
  if (KEPT.has(url.pathname)) event.respondWith(kept(url.pathname, request));
  else if (request.mode === 'navigate') event.respondWith(kept(SHELL, request));
});

/** From this version; from the server where the browser has thrown it away. */
async function kept(path: string, request: Request): Promise<Response> {
  const cache = await caches.open(CACHE);
  return (await cache.match(path)) ?? fetch(request);
}
