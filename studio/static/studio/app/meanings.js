// What the words on this screen mean.
import { $ } from "./page.js";

// of what the words mean, those that stand on this screen
export async function meanings() {
  const body = $("#meanings-body");
  if (!body) return;
  if (!body.children.length) {
    const answer = await fetch(body.dataset.from);
    if (answer.ok) body.innerHTML = await answer.text();
  }
  const text = $("main").innerText.toLowerCase();
  const stands = (term) => new RegExp(`(?<![a-z])${term.replace(/[.*+?^${}()|[\]\\]/g, "\\$&")}(?:s|es)?(?![a-z])`).test(text);
  let shown = 0;
  for (const row of body.querySelectorAll("[data-term]")) {
    row.hidden = !row.dataset.term.split(",").some((term) => stands(term.trim()));
    shown += !row.hidden;
  }
  const none = body.querySelector(".empty");
  if (none) none.hidden = shown > 0;
  $("#meanings").showModal();
}
