/// <reference lib="webworker" />
import { cleanupOutdatedCaches, matchPrecache, precacheAndRoute } from "workbox-precaching";
import { NavigationRoute, registerRoute } from "workbox-routing";
import { NetworkOnly } from "workbox-strategies";

/** What ships with the app; written in when it is built (see tools/worker.mjs). */
declare const SHIPPED: { url: string; revision: string | null }[];
declare const self: ServiceWorkerGlobalScope;

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
self.addEventListener("install", () => self.skipWaiting());
self.addEventListener("activate", (event) => event.waitUntil(self.clients.claim()));
