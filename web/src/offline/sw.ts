/**
 * The page without its server: the files of one build, kept in the browser. A page is always asked of the server first, so
 * that a new build is taken at the next visit; routes below /api are never answered from here.
 */
import { cleanupOutdatedCaches, matchPrecache, precacheAndRoute, type PrecacheEntry } from 'workbox-precaching';
import { NavigationRoute, registerRoute } from 'workbox-routing';

/** Written by the build. */
declare const BUILT_FILES: PrecacheEntry[];
declare const self: ServiceWorkerGlobalScope;

const PAGE = '/index.html';

precacheAndRoute(BUILT_FILES, { cleanURLs: false, directoryIndex: '' });
cleanupOutdatedCaches();
registerRoute(
  new NavigationRoute(
    async ({ request }) => {
      try {
        const answer = await fetch(request);
        if (answer.status < 500) return answer;
      } catch {
        // The server is away: what is kept stands in for it.
      }
      return (await matchPrecache(PAGE)) ?? Response.error();
    },
    { denylist: [/^\/api\//] },
  ),
);
self.addEventListener('install', () => void self.skipWaiting());
self.addEventListener('activate', (event) => event.waitUntil(self.clients.claim()));
