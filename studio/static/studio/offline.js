// Keeps today's viewings on this device, so that they open in a room without a connection; forgets them at the door.
(() => {
  "use strict";

  if (!("serviceWorker" in navigator) || !window.caches) return;
  if (document.querySelector("[data-forget]")) {
    caches.delete("viewings");
    return;
  }
  const wanted = [...new Set([...document.querySelectorAll("a[data-keep]"), window.location].map((one) => one.href))].filter((href) => new URL(href).pathname.startsWith("/viewings/"));
  const keep = async () => {
    await navigator.serviceWorker.register("/viewings/worker.js", { scope: "/viewings/" });
    const ready = await navigator.serviceWorker.getRegistration("/viewings/");
    const worker = ready && (ready.active || ready.waiting || ready.installing);
    if (worker) worker.postMessage(wanted);
    document.documentElement.dataset.kept = wanted.length;
  };
  keep().catch(() => {}); // a browser that does not allow it goes on as without
})();
