// Boards as large as they are, on a screen whose size was found by holding a card against it. Kept on this device, since
// it is this screen's; nothing is sent.
(() => {
  "use strict";

  const KEY = "millimetre"; // CSS pixels
  const CARD = 85.6;
  // short sides of A sheets, mm, the largest first
  const SHEETS = [["A3", 297], ["A4", 210], ["A5", 148], ["A6", 105], ["A7", 74]];
  const read = () => {
    const kept = JSON.parse(localStorage.getItem(KEY) || "null");
    // another zoom, or the window moved to a screen of another density, makes a pixel another length
    return kept && kept.ratio === window.devicePixelRatio ? kept.pixels : 0;
  };
  const wall = () => document.querySelector(".wall");

  // the largest sheet of which two stand side by side
  function fitting(pixels) {
    const fits = ([, short]) => short * pixels * 2 + 110 < window.innerWidth && short * 1.414 * pixels + 130 < window.innerHeight;
    return SHEETS.find(fits);
  }

  function toggle() {
    if (!wall()) return;
    const body = document.body;
    if (body.classList.contains("true-size")) {
      body.classList.remove("true-size", "filled");
      return;
    }
    const sheet = read() && fitting(read());
    if (!sheet) {
      window.location.assign(document.querySelector("#true-size").dataset.calibrate);
      return;
    }
    body.style.setProperty("--board", `${sheet[1] * read()}px`);
    document.querySelector("#true-size").dataset.sheet = sheet[0];
    body.classList.add("filled", "true-size");
  }
  window.trueSize = toggle;

  document.addEventListener("alpine:init", () => {
    window.Alpine.data("card", () => ({
      init() {
        const pixels = read();
        if (pixels) this.$refs.width.value = pixels * CARD;
        this.draw();
      },
      draw() {
        const width = Number(this.$refs.width.value);
        this.$refs.card.style.width = `${width}px`;
        this.$refs.card.style.height = `${(width * 53.98) / CARD}px`;
        const sheet = fitting(width / CARD);
        for (const one of this.$root.querySelectorAll("[data-sheet]")) one.hidden = one.dataset.sheet !== (sheet ? sheet[0] : "");
      },
      keep() {
        localStorage.setItem(KEY, JSON.stringify({ pixels: Number(this.$refs.width.value) / CARD, ratio: window.devicePixelRatio }));
        this.$refs.kept.hidden = false;
        this.$refs.kept.focus();
      },
    }));
  });
})();
