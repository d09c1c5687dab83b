// What a person has unfolded stays unfolded: each `details` with a name in `data-fold`, in this browser. In the laboratory
// figures are open whatever was folded elsewhere.
(() => {
  "use strict";

  const laboratory = document.body.dataset.detail === "laboratory";
  const key = (one) => `fold ${one.dataset.fold}`;

  function restore() {
    document.querySelectorAll("details[data-fold]").forEach((one) => {
      one.open = localStorage.getItem(key(one)) === "open" || (laboratory && one.hasAttribute("open"));
    });
  }

  // the event does not bubble
  document.addEventListener("toggle", (event) => {
    if (event.target.dataset && event.target.dataset.fold) {
      if (event.target.open) localStorage.setItem(key(event.target), "open");
      else localStorage.removeItem(key(event.target));
    }
  }, true);
  document.addEventListener("htmx:afterSettle", restore);
  restore();
})();
