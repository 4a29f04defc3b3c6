// Keeps the application itself at hand, so that a reload works while the server is away. Data never goes
// through here: the page keeps its own snapshots and its waiting lines in IndexedDB.
const cacheName = 'bemtor-shell';

self.addEventListener('install', () => self.skipWaiting());
self.addEventListener('activate', (event) => event.waitUntil(self.clients.claim()));

// The page asks at every load: what the build lists is fetched where it is missing, what it no longer
// lists is dropped. Built files carry a hash in their names, so a file that is here is right.
self.addEventListener('message', (event) => {
  if (event.data === 'keep-shell') event.waitUntil(keepShell());
});

async function keepShell() {
  const listed = await (await fetch('/shell.json', { cache: 'no-cache' })).json();
  const cache = await caches.open(cacheName);
  const wanted = new Set(['/', '/mark.svg', ...listed].map((path) => new URL(path, location.origin).href));
  for (const request of await cache.keys()) if (!wanted.has(request.url)) await cache.delete(request);
  const missing = [];
  for (const url of wanted) if (!(await cache.match(url))) missing.push(url);
  // The page itself goes in last: once it is here, all that it needs is here.
  await cache.addAll(missing.filter((url) => new URL(url).pathname !== '/'));
  await cache.add('/');
}

const cacheFirst = async (request) => (await caches.match(request)) ?? fetch(request);

// A page is any address of the application; one copy of index.html stands for all.
const pageOrShell = async (request) => {
  try {
    return await fetch(request);
  } catch {
    return (await caches.match('/')) ?? Response.error();
  }
};

self.addEventListener('fetch', (event) => {
  const url = new URL(event.request.url);
  if (event.request.method !== 'GET' || url.origin !== location.origin || url.pathname.startsWith('/api/'))
    return;
  if (event.request.mode === 'navigate') event.respondWith(pageOrShell(event.request));
  else if (url.pathname.startsWith('/assets/') || url.pathname === '/mark.svg')
    event.respondWith(cacheFirst(event.request));
});
