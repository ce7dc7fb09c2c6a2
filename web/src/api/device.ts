/**
 * What this device keeps, so that a reload without a network shows the job as it was last known.
 */
import { people } from "./people";
import { steadily } from "./steady";

type Listener = () => void;

const DATA = "tribodex-data";
const listeners = new Set<Listener>();
let copied = false;

/** Whether what is shown is the device's copy, because there was no answer. */
export const deviceCopy = {
  snapshot: () => copied,
  subscribe: (listener: Listener) => {
    listeners.add(listener);
    return () => listeners.delete(listener);
  },
  set: (now: boolean) => {
    if (copied === now) return;
    copied = now;
    steadily(() => listeners.forEach((listener) => listener()));
  },
};

/**
 * Where a copy is kept: people of one device may read different sites. The service worker names it
 * the same way.
 */
export function copyOf(url: URL, site: string): string {
  url.searchParams.set("at-site", site);
  return url.href;
}

/**
 * Keep an answer that did not come as a plain fetch (a tap's), under the address where a reload
 * looks for it.
 */
export async function remember(path: string, body: unknown): Promise<void> {
  if (!("caches" in window)) return;
  const kept = new Response(JSON.stringify(body), {
    headers: { "Content-Type": "application/json" },
  });
  await (
    await caches.open(DATA)
  ).put(copyOf(new URL(path, location.href), people.site()?.id ?? ""), kept);
}

/** Ask the browser to keep pages on this device; needs https or this very machine. */
export function keepPages(): void {
  if (!("serviceWorker" in navigator) || !import.meta.env.PROD) return;
  void navigator.serviceWorker.register("/sw.js").catch(() => undefined);
}
