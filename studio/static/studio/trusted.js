// What scripts may make of text. Pieces of pages come from the studio, which escapes all that people typed, and the
// policy of every answer lets no script stand in them; text never becomes a script, and the one script that is
// started by its address is the one that keeps viewings at hand without a connection.
"use strict";
(() => {
  if (!window.trustedTypes) return;
  window.trustedTypes.createPolicy("default", {
    createHTML: (html) => html,
    createScriptURL: (url) => (url === "/viewings/worker.js" ? url : null),
  });
})();
