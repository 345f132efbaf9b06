import { NetworkFirst, type PrecacheEntry, Serwist, type SerwistPlugin } from "serwist";
import { PAGES, withoutQuery } from "./pages";

/** Every file of the build that pages load, put here when it is built. */
declare const FILES: PrecacheEntry[];

/** A server that does not answer within this is away, seconds. */
const PATIENCE = 6;

/** The address of a worker holds what it begins with, and what was kept has another one: a copy has none, which leaves it. */
const LEAVES_ADDRESS: SerwistPlugin = {
  handlerWillRespond: async ({ request, response }) =>
    request.destination === "worker" ? new Response(response.body, response) : response,
};

// Pages are as the server makes them while it is there, and as they were last where it is not; one that was never seen
// is the Desk. What is asked of the interface for programs is never kept: it would be old.
const worker = new Serwist({
  precacheEntries: FILES,
  precacheOptions: { cleanupOutdatedCaches: true, plugins: [LEAVES_ADDRESS] },
  skipWaiting: true,
  clientsClaim: true,
  runtimeCaching: [
    {
      matcher: ({ request }) => request.mode === "navigate",
      handler: new NetworkFirst({
        cacheName: PAGES.cache,
        networkTimeoutSeconds: PATIENCE,
        plugins: [
          {
            cacheKeyWillBeUsed: async ({ request }) => withoutQuery(request.url),
            handlerDidError: async () => caches.match(PAGES.first),
          },
        ],
      }),
    },
  ],
});
worker.addEventListeners();

// With the files of a build go the pages that load them.
addEventListener("install", (event) => {
  const pages = caches.open(PAGES.cache).then((cache) => cache.addAll(PAGES.kept));
  (event as Event & { waitUntil(work: Promise<unknown>): void }).waitUntil(pages);
});
