// What was found is walked by the arrow keys, from the field downwards.
import { $ } from "./page.js";

export function clearFound() {
  const found = $(".finder .found");
  if (found) found.replaceChildren();
}

const acts = () => Array.from(document.querySelectorAll("#found .results li, main > .sheet .results li"), (row) => row.querySelector("a, button")).filter(Boolean);
export function walkFound(event) {
  const down = event.key === "ArrowDown";
  if (!down && event.key !== "ArrowUp") return false;
  const all = acts();
  const at = all.findIndex((act) => act.closest("li").contains(event.target));
  const field = event.target.matches("[type=search]");
  if (!all.length || (at < 0 && !field)) return false;
  const next = at < 0 ? (down ? 0 : all.length - 1) : at + (down ? 1 : -1);
  if (next < 0 && $("#find")) $("#find").focus();
  else if (all[next]) all[next].focus();
  return true;
}

document.addEventListener("click", (event) => {
  if (!event.target.closest(".finder")) clearFound();
});
