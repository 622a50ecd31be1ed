/// <reference lib="webworker" />
import { KEPT, KEPT_PAGE, UNTIL_HEADER, wayOf, type Way } from '@oakbell/core/keeping';
import { createPartialResponse } from 'workbox-range-requests';

/*
 * Answers with what a learner keeps on this device (features/watch/keeping writes it): files from there first, and who
 * is here, the desk and the page itself where the server does not answer. It keeps nothing of its own accord.
 */
declare const self: ServiceWorkerGlobalScope;

/** What is kept here waits no longer for a line that gives nothing, in ms: a page that is gone to, and an answer. */
const WAITS_MS = { page: 4000, answer: 8000 } as const;
/** Somebody stands before the server and says that it is away. */
const AWAY = [502, 503, 504];

self.addEventListener('install', () => void self.skipWaiting());
self.addEventListener('activate', (event) => event.waitUntil(self.clients.claim()));
self.addEventListener('fetch', (event) => {
  const { request } = event;
  const { origin, pathname } = new URL(request.url);
  if (request.method !== 'GET' || origin !== self.location.origin) return;
  const way = wayOf(pathname, request.mode === 'navigate');
  if (way) event.respondWith(way.from === 'first' ? keptFirst(request, way) : keptInstead(request, way));
});

type Found = NonNullable<Way>;

async function keptFirst(request: Request, { path }: Found): Promise<Response> {
  const there = await kept(path);
  if (!there) return fetch(request);
  return request.headers.has('range') ? createPartialResponse(request, there) : there;
}

async function keptInstead(request: Request, { path }: Found): Promise<Response> {
  const asked = fetch(request);
  const there = await kept(path);
  if (!there) return asked;
  // Whichever way it ends: nobody else looks at it any more once the wait is over.
  const answered = asked.then(
    (response) => (AWAY.includes(response.status) ? there : response),
    () => there,
  );
  return Promise.race([answered, later(there, path === KEPT_PAGE ? WAITS_MS.page : WAITS_MS.answer)]);
}

const later = (response: Response, ms: number): Promise<Response> =>
  new Promise((resolve) => setTimeout(() => resolve(response), ms));

/** What is kept under a path; all of it goes once its time is over. */
async function kept(path: string): Promise<Response | null> {
  if (!(await caches.has(KEPT))) return null;
  const found = await (await caches.open(KEPT)).match(path);
  const until = Number(found?.headers.get(UNTIL_HEADER) ?? Infinity);
  if (until > Date.now()) return found ?? null;
  await caches.delete(KEPT);
  return null;
}
