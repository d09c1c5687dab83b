// The swatches of a review: they fill the screen, and change at once while the server keeps it a moment later.
import { $ } from "./page.js";

// the boards fill the screen until the key is pressed again, or Escape
export function fill() {
  if (!$(".wall")) return;
  document.body.classList.toggle("filled");
  document.body.classList.remove("true-size");
}

// the wall changes at once; the server keeps it a moment later
document.addEventListener("change", (event) => {
  const wall = $(".wall");
  if (wall && event.target.name === "surround") wall.dataset.surround = event.target.value;
  if (wall && event.target.id === "edge") wall.classList.toggle("edge-on", event.target.checked);
});
