// The showing: one slide at a time, by keys, touch and buttons; a second window with notes goes along.
(() => {
  "use strict";

  const slides = [...document.querySelectorAll("[data-slide]")];
  if (!slides.length) return;
  const notes = document.querySelector("[data-notes]");
  const of = notes ? notes.dataset.notes : document.body.dataset.showing;
  const channel = new BroadcastChannel(`showing ${of}`);
  const blank = document.getElementById("blank");
  let at = Math.max(0, slides.findIndex((one) => `#${one.id}` === location.hash));

  function show(next, tell) {
    at = Math.min(Math.max(next, 0), slides.length - 1);
    slides.forEach((one, i) => one.toggleAttribute("data-off", i !== at));
    if (notes) {
      slides[at].scrollIntoView({ block: "nearest" });
    } else {
      document.getElementById("at").value = `${at + 1} of ${slides.length}`;
      history.replaceState(null, "", `#${slides[at].id}`);
    }
    if (tell) channel.postMessage(at);
  }

  function press(id, on) {
    document.getElementById(id).setAttribute("aria-pressed", String(on));
  }

  const acts = {
    n() {
      const hidden = document.body.classList.toggle("names-off");
      press("names", !hidden);
    },
    b() {
      blank.hidden = !blank.hidden;
      press("cover", !blank.hidden);
    },
    f() {
      if (document.fullscreenElement) document.exitFullscreen();
      else document.documentElement.requestFullscreen().catch(() => {});
    },
  };
  const moves = {
    ArrowRight: () => at + 1, ArrowDown: () => at + 1, PageDown: () => at + 1, " ": () => at + 1,
    ArrowLeft: () => at - 1, ArrowUp: () => at - 1, PageUp: () => at - 1, Home: () => 0, End: () => slides.length - 1,
  };

  document.addEventListener("keydown", (event) => {
    if (event.ctrlKey || event.metaKey || event.altKey || event.target.closest("input, textarea, select")) return;
    const onButton = event.key === " " && event.target.closest("button, a");
    if (moves[event.key] && !onButton) {
      show(moves[event.key](), true);
      event.preventDefault();
    } else if (!notes && acts[event.key.toLowerCase()]) {
      acts[event.key.toLowerCase()]();
    } else if (!notes && event.key === "Escape") {
      if (!blank.hidden) acts.b();
      else if (!document.fullscreenElement) location.assign(document.getElementById("leave").href);
    }
  });
  channel.onmessage = (event) => show(event.data, false);

  if (!notes) {
    document.querySelectorAll("[data-go]").forEach((one) => {
      one.addEventListener("click", () => show(at + Number(one.dataset.go), true));
    });
    document.getElementById("names").addEventListener("click", acts.n);
    document.getElementById("cover").addEventListener("click", acts.b);
    document.getElementById("full").addEventListener("click", acts.f);
    blank.addEventListener("click", acts.b);
    let from = null;
    const main = document.getElementById("slides");
    main.addEventListener("pointerdown", (event) => { from = event.clientX; });
    main.addEventListener("pointerup", (event) => {
      if (from === null) return;
      const gone = event.clientX - from;
      from = null;
      if (Math.abs(gone) > 40) show(at - Math.sign(gone), true);
      else show(at + (event.clientX < innerWidth / 3 ? -1 : 1), true);
    });
  }
  show(at, false);
})();
