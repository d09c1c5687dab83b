// After a swap: the step in view, the dialog that is to be open, and the focus where the person was.
import { $ } from "./page.js";

// on narrow screens the path is a strip: keep the current step in view
function showStep() {
  const step = $(".path [aria-current]");
  const strip = step && step.closest("ol");
  if (strip) strip.scrollLeft = step.offsetLeft - strip.offsetLeft - 16;
}
showStep();
document.addEventListener("htmx:afterSettle", () => {
  showStep();
  const open = $("dialog[data-open]");
  if (open && !open.open) open.showModal();
});
// focus stays where the person was: htmx finds again what has an id, this what is the same link, button or field
const alike = (one) => one.tagName + ["href", "name", "value", "type"].map((name) => one.getAttribute(name) || "").join(" ");
let left = null;
document.addEventListener("htmx:beforeSwap", (event) => {
  const one = document.activeElement;
  if (!one || one === document.body || one.id || !event.detail.target.contains(one)) return;
  const same = Array.from(document.querySelectorAll(one.tagName)).filter((other) => alike(other) === alike(one));
  left = { tag: one.tagName, like: alike(one), at: same.indexOf(one) };
});
document.addEventListener("htmx:afterSettle", () => {
  if (left && document.activeElement === document.body) {
    const same = Array.from(document.querySelectorAll(left.tag)).filter((other) => alike(other) === left.like);
    const one = same[left.at] || same[0] || $("#main");
    if (one) one.focus({ preventScroll: true });
  }
  left = null;
});
