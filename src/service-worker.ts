/// <reference types="@sveltejs/kit" />
/// <reference lib="webworker" />
import { build, files, version } from '$service-worker';

const worker = self as unknown as ServiceWorkerGlobalScope;
const SHELL = `shell-${version}`;
const PAGES = 'pages';
const shell = [...build, ...files];

worker.addEventListener('install', (event) => {
  event.waitUntil(
    caches
      .open(SHELL)
      .then((cache) => cache.addAll(shell))
      .then(() => worker.skipWaiting())
  );
});

worker.addEventListener('activate', (event) => {
  event.waitUntil(
    caches
      .keys()
      .then((keys) => Promise.all(keys.filter((key) => key !== SHELL).map((key) => caches.delete(key))))
      .then(() => worker.clients.claim())
  );
});

/** What is said of a page that is not kept here, in the larder's own words. */
const away = (): Promise<Response | undefined> => caches.match('/away.html');

/** Pages and their data: from the server; when it is away, as they were last seen. The book is never answered from here. */
async function page(request: Request): Promise<Response> {
  const cache = await caches.open(PAGES);
  try {
    const response = await fetch(request);
    if (response.ok && !response.redirected) await cache.put(request, response.clone());
    return response;
  } catch (error) {
    const kept = (await cache.match(request)) ?? (request.mode === 'navigate' ? await away() : undefined);
    if (kept) return kept;
    throw error;
  }
}

/** What is built and is in no list of pages: workers, and what they load; kept once it was used. */
const IMMUTABLE = /^\/_app\/immutable\//;
async function used(request: Request): Promise<Response> {
  const cache = await caches.open(SHELL);
  const kept = await cache.match(request);
  if (kept) return kept;
  const response = await fetch(request);
  if (response.ok) await cache.put(request, response.clone());
  return response;
}

/** Pages that book without the server: kept before somebody needs them. */
const AHEAD = ['/field', '/weigh-in', '/kept'];
const isKept = (path: string): boolean => path.startsWith('/bench/') || AHEAD.includes(path);

/** Keeps the pages that are not kept yet; after somebody has signed out they are none, until somebody is there again. */
async function keepAhead(): Promise<void> {
  const cache = await caches.open(PAGES);
  for (const path of AHEAD)
    if (!(await cache.match(path))) await page(new Request(path)).catch(() => undefined);
}

/** A page, reached without a page load, asks to be kept, so that a reload finds it when the server is away. */
worker.addEventListener('message', (event) => {
  const path: unknown = (event.data as { keep?: unknown } | null)?.keep;
  if (typeof path !== 'string' || !isKept(path)) return;
  event.waitUntil(page(new Request(path)).catch(() => undefined));
});

worker.addEventListener('fetch', (event) => {
  const { request } = event;
  const url = new URL(request.url);
  if (request.method !== 'GET' || url.origin !== worker.location.origin) return;
  if (shell.includes(url.pathname)) {
    event.respondWith(caches.match(request).then((kept) => kept ?? fetch(request)));
    return;
  }
  if (IMMUTABLE.test(url.pathname)) {
    event.respondWith(used(request));
    return;
  }
  if (url.pathname.startsWith('/api/') || url.pathname === '/healthz') return;
  if (request.mode === 'navigate') event.waitUntil(keepAhead());
  if (request.mode === 'navigate' || url.pathname.endsWith('/__data.json')) event.respondWith(page(request));
});
