// Serves the pages of viewings without a connection, as they were when they were last seen. Everything else of the
// studio needs the connection, so that nothing old is taken for the state of things.
"use strict";

const KEPT = "viewings";
const isViewing = (url) => /^\/viewings\/(\d+\/)?$/.test(url.pathname);

self.addEventListener("install", () => self.skipWaiting());
self.addEventListener("activate", (event) => event.waitUntil(self.clients.claim()));

async function fresh(request) {
  const kept = await caches.open(KEPT);
  try {
    const answer = await fetch(request);
    if (answer.ok && !answer.redirected) await kept.put(request, answer.clone());
    return answer;
  } catch (gone) {
    const held = await kept.match(request, { ignoreSearch: true });
    if (held) return held;
    throw gone;
  }
}

async function once(request) {
  const kept = await caches.open(KEPT);
  const held = await kept.match(request);
  if (held) return held;
  const answer = await fetch(request);
  if (answer.ok) await kept.put(request, answer.clone());
  return answer;
}

self.addEventListener("fetch", (event) => {
  const url = new URL(event.request.url);
  if (event.request.method !== "GET" || url.origin !== self.location.origin) return;
  if (url.pathname.startsWith("/static/")) event.respondWith(once(event.request));
  else if (isViewing(url)) event.respondWith(fresh(event.request));
});

// a page names what will be wanted in a room: those are fetched while there is a connection
self.addEventListener("message", (event) => {
  event.waitUntil(Promise.all(event.data.map((address) => fresh(new Request(address, { credentials: "same-origin" })).catch(() => null))));
});
