/// <reference lib="webworker" />
import { cleanupOutdatedCaches, matchPrecache, precacheAndRoute } from "workbox-precaching";
import { NavigationRoute, registerRoute } from "workbox-routing";
import { NetworkOnly } from "workbox-strategies";

/** What ships with the app; written in when it is built (see tools/worker.mjs). */
declare const SHIPPED: { url: string; revision: string | null }[];
declare const self: ServiceWorkerGlobalScope;
// Newer than the library's types.
type Routing = ExtendableEvent & { addRoutes?: (rule: object) => Promise<void> };

const PAGE = "/";
const PATIENCE_S = 4;

cleanupOutdatedCaches();
precacheAndRoute([...SHIPPED]);
// One page serves every place. It is fetched while there is a network, and with a network that does
// not answer the one that shipped with these scripts opens.
registerRoute(
  new NavigationRoute(
    new NetworkOnly({
      networkTimeoutSeconds: PATIENCE_S,
      plugins: [{ handlerDidError: () => matchPrecache(PAGE) }],
    }),
    { denylist: [/^\/(api|static)\//] },
  ),
);
self.addEventListener("install", (event) => {
  // The record is asked directly: no request waits for this worker to wake up.
  const api = { condition: { urlPattern: { pathname: "/api/*" } }, source: "network" };
  (event as Routing).addRoutes?.(api);
  self.skipWaiting();
});
self.addEventListener("activate", (event) => event.waitUntil(self.clients.claim()));
