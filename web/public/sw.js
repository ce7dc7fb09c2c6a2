/**
 * Keeps the pages and what they last knew on this device, so that a reload beside the machine works without a network.
 * Pages and answers: the network first, the device's copy when there is no answer. Built files are named by their content: the copy first.
 */
const SHELL = "tribodex-shell";
const DATA = "tribodex-data";
const KEPT = /^\/api\/(jobs(\/[^/]+)?|plant|sources|tables(\/[^/]+)?|crib)$/;

/** Bring the built files of the present build onto the device and drop those of older ones. */
async function refresh() {
  const shell = await caches.open(SHELL);
  const answer = await fetch("/build.json", { cache: "no-cache" });
  if (!answer.ok) return;
  const build = await answer.json();
  const files = new Set(["/mark.svg"]);
  for (const entry of Object.values(build)) {
    for (const file of [entry.file, ...(entry.css ?? []), ...(entry.assets ?? [])]) files.add(`/${file}`);
  }
  for (const request of await shell.keys()) {
    const path = new URL(request.url).pathname;
    if (path.startsWith("/assets/") && !files.has(path)) await shell.delete(request);
  }
  await Promise.all(
    [...files].map(async (file) => ((await shell.match(file)) ? undefined : shell.add(file))),
  );
}

async function page(request) {
  const shell = await caches.open(SHELL);
  try {
    const answer = await fetch(request);
    // Every address is the one page; its nonce belongs to the header that came with it.
    if (answer.ok) await shell.put("/", answer.clone());
    return answer;
  } catch (error) {
    const kept = await shell.match("/");
    if (kept) return kept;
    throw error;
  }
}

async function builtFile(request) {
  const shell = await caches.open(SHELL);
  const kept = await shell.match(request.url);
  if (kept) return kept;
  const answer = await fetch(request);
  if (answer.ok) await shell.put(request.url, answer.clone());
  return answer;
}

async function answerOf(request) {
  const data = await caches.open(DATA);
  try {
    const answer = await fetch(request);
    if (answer.ok) await data.put(request.url, answer.clone());
    return answer;
  } catch (error) {
    const kept = await data.match(request.url);
    if (!kept) throw error;
    const headers = new Headers(kept.headers);
    headers.set("x-from-device", "1");
    return new Response(await kept.blob(), { status: 200, headers });
  }
}

self.addEventListener("install", (event) => {
  self.skipWaiting();
  event.waitUntil(
    Promise.all([
      refresh(),
      caches.open(SHELL).then((shell) => shell.add(new Request("/", { cache: "no-cache" }))),
    ]),
  );
});

self.addEventListener("activate", (event) => event.waitUntil(self.clients.claim()));

self.addEventListener("fetch", (event) => {
  const { request } = event;
  const url = new URL(request.url);
  if (request.method !== "GET" || url.origin !== self.location.origin) return;
  if (request.mode === "navigate" && !url.pathname.startsWith("/api/")) {
    event.respondWith(page(request));
    event.waitUntil(refresh().catch(() => undefined));
  } else if (url.pathname.startsWith("/assets/") || url.pathname === "/mark.svg") {
    event.respondWith(builtFile(request));
  } else if (KEPT.test(url.pathname)) {
    event.respondWith(answerOf(request));
  }
});
