/* The student's page without a network: what the page has used once is kept, and nothing else. Never an answer of the
   API: hand-outs and what is still to be sent are kept by the page itself. */
const CACHE = 'lotrecht-h-1';

self.addEventListener('install', (event) => event.waitUntil(self.skipWaiting()));
self.addEventListener('activate', (event) => event.waitUntil(self.clients.claim()));

/** The page names its own files once it has been loaded. */
self.addEventListener('message', (event) => {
  const files = event.data?.files;
  if (!Array.isArray(files)) return;
  event.waitUntil(
    (async () => {
      const cache = await caches.open(CACHE);
      const known = new Set((await cache.keys()).map((request) => request.url));
      const wanted = new Set(files.map((file) => new URL(file, self.location.origin).href));
      await Promise.all([...wanted].filter((url) => !known.has(url)).map((url) => cache.add(url)));
      // The page itself last, and only a new one in place of the one that is kept: opened without a network again and
      // again, it stays. Files of an earlier build are let go once it no longer names them.
      const page = await fetch('/h');
      if (!page.ok) return;
      await cache.put('/h', page);
      wanted.add(new URL('/h', self.location.origin).href);
      await Promise.all([...known].filter((url) => !wanted.has(url)).map((url) => cache.delete(url)));
    })(),
  );
});

self.addEventListener('fetch', (event) => {
  const { request } = event;
  const url = new URL(request.url);
  if (request.method !== 'GET' || url.origin !== self.location.origin || url.pathname.startsWith('/api/'))
    return;
  if (request.mode === 'navigate') {
    event.respondWith(fetch(request).catch(() => caches.match('/h')));
    return;
  }
  event.respondWith(caches.match(request).then((kept) => kept ?? fetch(request)));
});
