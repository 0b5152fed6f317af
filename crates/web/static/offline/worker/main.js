// The service worker: makes pages with the same Rust as the server, keeps what is written down on this device first, and
// sends it when it can.
self.addEventListener('install', (e) => e.waitUntil(caches.open(CACHE).then((c) => c.addAll(FILES))));
self.addEventListener('activate', (e) => e.waitUntil((async () => {
  for (const name of await caches.keys()) if (name !== CACHE) await caches.delete(name);
  await self.clients.claim();
})()));
const file = async (request) => await (await caches.open(CACHE)).match(request) ?? fetch(request);

self.addEventListener('fetch', (e) => {
  const url = new URL(e.request.url);
  if (url.origin !== self.location.origin) return;
  if (url.pathname.startsWith('/static/')) { e.respondWith(file(e.request)); return; }
  if (url.pathname.startsWith('/api/') || ['/device', '/worker.js', '/health', '/cast/sounder', '/today/send'].includes(url.pathname)) return;
  if (e.request.method === 'POST') e.respondWith(posted(e, url));
  else if (e.request.mode === 'navigate' || e.request.headers.has('hx-request')) e.respondWith(page(e, url));
});
