// Scrubbing a day: boards and words follow the hour without asking the server. Without it the form does the same.
(() => {
  "use strict";

  const hex = (all, at) => `#${all.slice(at * 6, at * 6 + 6)}`;
  let settled = 0;

  function paint(holder, colour) {
    const art = holder && holder.querySelector(".paint");
    if (art) art.setAttribute("fill", colour);
  }

  function show(box, moment, keep) {
    const data = box.light || (box.light = JSON.parse(box.dataset.day));
    const at = Math.max(0, Math.min(data.hours.length - 1, moment));
    box.dataset.moment = at;
    document.querySelectorAll("[data-lit]").forEach((holder) => {
      const series = holder.dataset.lit === "wall" ? data.wall : data.beside[Number(holder.dataset.lit)];
      if (series) paint(holder, hex(series, at));
    });
    document.querySelectorAll("[data-light]").forEach((place) => {
      const said = data[place.dataset.light][at];
      if (place.textContent !== said) place.textContent = said;
    });
    document.querySelectorAll("[data-of]").forEach((said) => { said.hidden = Number(said.dataset.of) !== at; });
    document.dispatchEvent(new CustomEvent("moment", { detail: at }));
    const cursor = box.querySelector("[data-cursor]");
    if (cursor) cursor.setAttribute("x", 120 + at * 17);
    const sun = document.querySelector("[data-sun]");
    if (sun) {
      sun.setAttribute("transform", `rotate(${data.sun[at][0]})`);
      sun.toggleAttribute("hidden", data.sun[at][1] <= 0);
    }
    const sunlit = document.querySelector("[data-sunlit]");
    if (sunlit) sunlit.setAttribute("d", data.sunlit[at]);
    const slider = box.querySelector("[data-scrub]");
    if (slider) {
      slider.value = data.hours[at];
      slider.setAttribute("aria-valuetext", `${data.caption[at]}, ${data.light[at]}`);
    }
    if (keep) {
      clearTimeout(settled);
      settled = setTimeout(() => {
        const address = new URL(window.location.href);
        address.searchParams.set("hour", data.hours[at]);
        window.history.replaceState(window.history.state, "", address);
      }, 250);
    }
  }

  document.addEventListener("input", (event) => {
    if (!event.target.matches("[data-scrub]")) return;
    show(event.target.closest("[data-day]"), Math.round(event.target.value * 2), true);
  });

  // along the strip with mouse or finger
  function momentAt(strip, event) {
    const box = strip.getBoundingClientRect();
    const x = ((event.clientX - box.left) / box.width) * strip.viewBox.baseVal.width;
    return Math.floor((x - 120) / 17);
  }
  let scrubbing = null;
  document.addEventListener("pointerdown", (event) => {
    const strip = event.target.closest && event.target.closest("svg.strip");
    if (!strip || event.button) return;
    scrubbing = strip;
    const row = event.target.closest("[data-wall]");
    const wall = strip.closest("[data-day]").querySelector("select[name=wall]");
    show(strip.closest("[data-day]"), momentAt(strip, event), true);
    if (row && wall && wall.value !== row.dataset.wall) {
      scrubbing = null;
      wall.value = row.dataset.wall;
      wall.dispatchEvent(new Event("change", { bubbles: true }));
    }
  });
  document.addEventListener("pointermove", (event) => {
    if (scrubbing) show(scrubbing.closest("[data-day]"), momentAt(scrubbing, event), true);
  });
  ["pointerup", "pointercancel"].forEach((end) => document.addEventListener(end, () => { scrubbing = null; }));
})();
