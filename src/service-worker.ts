/// <reference no-default-lib="true" />
/// <reference lib="esnext" />
/// <reference lib="webworker" />

/**
 * Answers for the field page and its files out of what a phone has taken along, with or without network. Everything
 * else goes to the server as if this were not here: nothing private is kept in a cache.
 */
const worker = globalThis as unknown as ServiceWorkerGlobalScope;

const isFieldFile = ({ pathname }: URL) =>
  pathname.startsWith('/_app/') || pathname === '/favicon.svg' || pathname === '/field.webmanifest';

worker.addEventListener('install', () => void worker.skipWaiting());
worker.addEventListener('activate', (event) => event.waitUntil(worker.clients.claim()));

worker.addEventListener('fetch', (event) => {
  const { request } = event;
  const url = new URL(request.url);
  if (request.method !== 'GET' || url.origin !== worker.location.origin) return;
  const isPage = request.mode === 'navigate' && url.pathname === '/field';
  if (!isPage && !isFieldFile(url)) return;
  event.respondWith(
    caches.match(isPage ? '/field' : request, { ignoreSearch: isPage }).then((kept) => kept ?? fetch(request))
  );
});
