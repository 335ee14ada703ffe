/* global addEventListener, skipWaiting, clients, caches, URL, fetch, setTimeout, location, Response */
// Keeps talks that were held on this machine, so that they start and run without the server. It holds nothing by
// itself: pages fill the caches whose names begin with `held`.
const held = (name) => name.startsWith('held-');

addEventListener('install', () => skipWaiting());
addEventListener('activate', (e) => e.waitUntil(clients.claim()));

const find = async (request) => {
  for (const name of (await caches.keys()).filter(held)) {
    const there = await (await caches.open(name)).match(request, { ignoreVary: true });
    if (there) return there;
  }
  return undefined;
};

// A photo of another size serves where the one that is wanted is not held: the largest of the same picture.
const findPhoto = async (url) => {
  const own = url.pathname.split('/').slice(0, 4).join('/') + '/';
  let best;
  let most = 0;
  for (const name of (await caches.keys()).filter(held)) {
    const cache = await caches.open(name);
    for (const key of await cache.keys()) {
      const path = new URL(key.url).pathname;
      if (!path.startsWith(own)) continue;
      const size = path.split('/')[4];
      const width = size === 'max' ? Infinity : parseInt(size, 10);
      if (width > most) [most, best] = [width, await cache.match(key)];
    }
  }
  return best;
};

const unchanging = (path) => path.startsWith('/assets/') || path.startsWith('/iiif/');

// A server that is away is noticed at once where the connection is refused; one that says nothing, after so long.
const patience = 4000;
const silent = Symbol('silent');

const heldFor = async (request, url) =>
  // A page is the same for every address: the router finds its way.
  request.mode === 'navigate'
    ? await find('/')
    : url.pathname.startsWith('/iiif/')
      ? await findPhoto(url)
      : ((await find(request)) ?? (await find(url.pathname)));

const answer = async (request, url) => {
  if (unchanging(url.pathname)) {
    const there = await find(request);
    if (there) return there;
  }
  const asked = fetch(request);
  const first = await Promise.race([
    asked.catch((error) => error),
    new Promise((done) => setTimeout(done, patience, silent)),
  ]);
  if (first instanceof Response && first.status < 502) return first;
  // What is not held is waited for as if nothing stood between.
  return (await heldFor(request, url)) ?? asked;
};

addEventListener('fetch', (e) => {
  const url = new URL(e.request.url);
  if (e.request.method !== 'GET' || url.origin !== location.origin || url.pathname.startsWith('/live')) return;
  // Long downloads and streams are the browser's.
  if (url.pathname.includes('/exports/') || e.request.headers.get('accept') === 'text/event-stream') return;
  e.respondWith(answer(e.request, url));
});
