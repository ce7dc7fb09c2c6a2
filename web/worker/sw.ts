/**
 * Keeps the pages and what they last knew on this device, so that a reload beside the machine works
 * without a network.
 * Pages and answers: the network first, the device's copy when there is no answer. Built files are
 * named by their content: the copy first.
 */
import { clientsClaim, type WorkboxPlugin } from "workbox-core";
import { cleanupOutdatedCaches, precacheAndRoute, type PrecacheEntry } from "workbox-precaching";
import { NavigationRoute, registerRoute } from "workbox-routing";
import { CacheFirst, NetworkFirst } from "workbox-strategies";

declare const self: ServiceWorkerGlobalScope;
/** The files of this build, written in by the builder. */
declare const BUILT_FILES: PrecacheEntry[];

const PATIENCE_SECONDS = 6;
const KEPT =
  /^\/api\/(jobs(\/[^/]+(\/(log|figures|shaft|outline))?)?|calculator\/sheets|failure-marks|plant|sources|tables(\/[^/]+)?|crib|rounds(\/[^/]+)?|positions\/[^/]+)$/;
const SHEET = /^\/api\/jobs\/[^/]+\/attachments\/[0-9a-f]+$/;
// Kept by the version before; its files are in the new store.
const OLD_STORE = "tribodex-shell";

const typeOf = (response: Response) => response.headers.get("content-type") ?? "";

/**
 * Every address is the one page. What a login in front sends in its place is not kept: ours carries
 * its nonce.
 */
const onePage: WorkboxPlugin = {
  cacheKeyWillBeUsed: async () => "/",
  cacheWillUpdate: async ({ response }) =>
    response.ok && response.headers.get("content-security-policy")?.includes("'nonce-")
      ? response
      : null,
};

/** An answer of the server; the page is told when it is the device's copy. */
const answers: WorkboxPlugin = {
  // People of one device may read different sites: a copy belongs to the site that it was asked for
  // (web/src/api/device.ts).
  cacheKeyWillBeUsed: async ({ request }) => {
    const url = new URL(request.url);
    url.searchParams.set("at-site", request.headers.get("tribodex-site") ?? "");
    return url.href;
  },
  cacheWillUpdate: async ({ response }) =>
    response.ok &&
    response.headers.has("tribodex-server") &&
    typeOf(response).startsWith("application/json")
      ? response
      : null,
  cachedResponseWillBeUsed: async ({ cachedResponse }) => {
    if (!cachedResponse) return null;
    const headers = new Headers(cachedResponse.headers);
    headers.set("x-from-device", "1");
    return new Response(await cachedResponse.blob(), { status: 200, headers });
  },
};

const pages = new NetworkFirst({
  cacheName: "tribodex-page",
  networkTimeoutSeconds: PATIENCE_SECONDS,
  plugins: [onePage],
});
const data = new NetworkFirst({
  cacheName: "tribodex-data",
  networkTimeoutSeconds: PATIENCE_SECONDS,
  plugins: [answers],
});

/** Sheets and pictures are named by their content: once here, they are never asked for again. */
const sheets = new CacheFirst({
  cacheName: "tribodex-sheets",
  plugins: [
    {
      cacheWillUpdate: async ({ response }) =>
        response.ok && /^(image\/|application\/pdf)/.test(typeOf(response)) ? response : null,
    },
  ],
});

precacheAndRoute(BUILT_FILES);
cleanupOutdatedCaches();
registerRoute(new NavigationRoute(pages, { denylist: [/^\/api\//, /^\/(health|ready)$/] }));
registerRoute(({ url, sameOrigin }) => sameOrigin && KEPT.test(url.pathname), data);
registerRoute(({ url, sameOrigin }) => sameOrigin && SHEET.test(url.pathname), sheets);

self.addEventListener("install", (event) => {
  void self.skipWaiting();
  const [, kept] = pages.handleAll({ event, request: new Request("/", { cache: "no-cache" }) });
  event.waitUntil(kept);
});
self.addEventListener("activate", (event) => event.waitUntil(caches.delete(OLD_STORE)));
clientsClaim();
